import type { CasesDocument } from "../../api/types";
import { nameFor } from "../../cards/givens";
import { freshTable } from "../../cases/table";
import type { KindOfFigure } from "../kind";
import type { ShortcutList } from "../../ui/Shortcuts";
import { later } from "../../ui/later";

const SHORTCUTS: ShortcutList = [
  ["Arrow keys", "go from cell to cell (Page up and down: by 15 rows; Home, End: first, last column)"],
  ["Letters, numbers", "write over the cell"],
  ["Enter", "change what the cell holds; while typing: keep it and go down"],
  ["Tab", "while typing: keep it and go right"],
  ["Escape", "drop what was typed"],
  ["Delete", "empty the cell"],
  ["Ctrl+V", "paste a table from here on"],
];

/** Many cases of one figure of the catalogue, a row each. */
export const cases: KindOfFigure<CasesDocument> = {
  title: "Table of cases",
  fromCatalogue: true,
  blank: (row) => ({
    name: nameFor(row?.name ?? "cases"),
    kind: "cases",
    figure: row?.name ?? null,
    ...freshTable(row?.measures ?? []),
  }),
  Work: later(() => import("./CasesPage")),
  measures: () => [], // a table has no single value
  shortcuts: SHORTCUTS,
  shelf: () => null, // shown by its card's picture
};
