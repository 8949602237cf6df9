import type { FigureDocument } from "../../api/types";
import type { KindOfFigure } from "../kind";
import { later } from "../../ui/later";

/** A figure of a kind that this version doesn't know: it is kept as it is. */
export const unknown: KindOfFigure<FigureDocument> = {
  title: "Unknown kind",
  fromCatalogue: false,
  blank: () => ({ name: "figure", kind: "plane", parts: [] }),
  Work: later(() => import("./UnknownWork")),
  measures: () => [],
  shortcuts: [],
  shelf: () => null,
};
