import type { FormulaDocument } from "../../api/types";
import { CardPicture } from "../../cards/CardPicture";
import { nameFor } from "../../cards/givens";
import type { KindOfFigure } from "../kind";
import type { ShortcutList } from "../../ui/Shortcuts";
import { later } from "../../ui/later";

const SHORTCUTS: ShortcutList = [
  ["Tab", "go from quantity to quantity"],
  ["Enter", "keep what was typed; on a found value: show the path to it; on a number in the working: go to its field"],
  ["Escape", "drop what was typed"],
  ["Arrow keys", "on a slider: a little more or less; on the solutions: choose another"],
];

/** One figure of the catalogue, solved from whatever is given of it. */
export const formula: KindOfFigure<FormulaDocument> = {
  title: "Card of a figure",
  fromCatalogue: true,
  blank: (row) => ({ name: nameFor(row?.name ?? "card"), kind: "formula", figure: row?.name ?? null, given: {} }),
  Work: later(() => import("./FormulaWork")),
  Stage: later(() => import("./FormulaStage")),
  measures: (figure, sheet) =>
    sheet.find((row) => row.name === figure.figure)?.measures.map((measure) => measure.name) ?? [],
  shortcuts: SHORTCUTS,
  shelf: (preview, title) =>
    preview.card ? (
      <CardPicture
        picture={preview.card}
        width={248}
        height={150}
        title={title}
        bare
        margin={18}
        className="block w-full"
      />
    ) : null,
};
