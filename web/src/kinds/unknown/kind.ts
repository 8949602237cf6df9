import { lazy } from "react";
import type { FigureDocument } from "../../api/types";
import type { KindOfFigure } from "../kind";

/** A figure of a kind that this version doesn't know: it is kept as it is. */
export const unknown: KindOfFigure<FigureDocument> = {
  title: "Unknown kind",
  fromCatalogue: false,
  blank: () => ({ name: "figure", kind: "plane", parts: [] }),
  Work: lazy(() => import("./UnknownWork")),
  measures: () => [],
  shortcuts: [],
  shelf: () => null,
};
