import { lazy } from "react";
import type { ProfileDocument } from "../../api/types";
import type { ShortcutList } from "../../ui/Shortcuts";
import type { KindOfFigure } from "../kind";

const SHORTCUTS: ShortcutList = [
  ["Enter", "in a reading: keep it and go on to the next, which is added at the end"],
  ["Ctrl+V", "in a reading: several numbers are taken as readings from there on"],
  ["Escape", "drop what was typed"],
];

/** Readings along a line, or a curve, cut into strips. */
export const profile: KindOfFigure<ProfileDocument> = {
  title: "Profile of readings",
  fromCatalogue: false,
  blank: () => ({
    name: "profile",
    kind: "profile",
    readings: { x: [], y: [], spacing: "1" },
    rule: "trapezoid",
    strips: "10",
  }),
  Work: lazy(() => import("./ProfileWork")),
  measures: () => ["area", "volume", "spun_volume", "length", "width", "mean_height"],
  shortcuts: SHORTCUTS,
  shelf: () => null,
};
