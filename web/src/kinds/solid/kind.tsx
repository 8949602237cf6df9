import type { SolidDocument } from "../../api/types";
import type { ShortcutList } from "../../ui/Shortcuts";
import type { KindOfFigure } from "../kind";
import { later } from "../../ui/later";

const SHORTCUTS: ShortcutList = [
  ["Arrow keys", "on the picture: turn and tilt the solid"],
  ["V, 1, 2, 3", "the usual view; from above, from the front, from the right"],
  ["+", "add a piece"],
  ["N", "go to the name of the chosen piece"],
  ["J", "add or take away the chosen piece"],
  ["L", "lay the chosen piece on its side"],
  ["Delete", "remove the chosen piece"],
  ["Escape", "choose nothing"],
];

/** Pieces joined in order to one solid. */
export const solid: KindOfFigure<SolidDocument> = {
  title: "Solid",
  fromCatalogue: false,
  blank: () => ({ name: "solid", kind: "solid", pieces: [] }),
  Work: later(() => import("./SolidWork")),
  Stage: later(() => import("./SolidStage")),
  measures: () => ["volume", "surface", "lateral", "edges"],
  shortcuts: SHORTCUTS,
  phrases: ["cylinder radius 0.9 height 2.4 lying", "cone radius 2 height 5", "take away sphere radius 1"],
  shelf: () => null, // shown by the picture of its first piece's card
};
