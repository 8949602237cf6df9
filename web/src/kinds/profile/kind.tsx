import type { ProfileDocument } from "../../api/types";
import type { ShortcutList } from "../../ui/Shortcuts";
import type { KindOfFigure } from "../kind";
import { NO_READINGS } from "./change";
import { later } from "../../ui/later";

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
    readings: { ...NO_READINGS, spacing: "1" },
    rule: "trapezoid",
    strips: "10",
    more: [],
    parameters: [],
    left_over: "last",
    signed: true,
  }),
  Work: later(() => import("./ProfileWork")),
  Stage: later(() => import("./ProfileStage")),
  measures: ({ readings, curve, grid }) =>
    curve
      ? ["area", "volume", "spun_volume", "length", "spun_surface", "mean_height", "centroid_x", "centroid_y"]
      : readings?.of === "rate"
        ? ["amount"]
        : grid || readings?.of === "cross-section"
          ? ["volume", "width"]
          : ["area", "volume", "spun_volume", "length", "width", "mean_height"],
  shortcuts: SHORTCUTS,
  shelf: () => null,
};
