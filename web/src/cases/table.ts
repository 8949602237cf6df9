import type { CardMeasure, CaseColumn, CaseRow, CasesDocument, ProblemDocument } from "../api/types";
import { changeFigure, figureAt } from "../document/figures";
import { tidy } from "../document/tidy";

/** A row of typed texts, by column. */
export type Row = Record<string, string>;

const change = (
  document: ProblemDocument,
  figure: number,
  edit: (columns: CaseColumn[], rows: Row[]) => Partial<Pick<CasesDocument, "columns" | "rows">>,
): ProblemDocument =>
  changeFigure("cases", document, figure, (f) => ({ ...f, ...edit(f.columns ?? [], f.rows ?? []) }));

const ANGLES = new Set(["deg", "rad", "turn", "°"]);

export const measureOf = (column: CaseColumn): string => column.of ?? column.name;

/** A fresh table: a column for each main quantity, and a few empty rows. */
export function freshTable(measures: CardMeasure[]): { columns: CaseColumn[]; rows: Row[] } {
  return {
    columns: measures
      .filter((measure) => !measure.further && measure.same === "")
      .map((measure): CaseColumn => ({ name: measure.name, role: "given" })),
    rows: Array.from({ length: 6 }, () => ({})),
  };
}

/** A table that shows what rules do: the first length grows from row to row, the others stay. */
export function exampleTable(
  document: ProblemDocument,
  figure: number,
  starting: Record<string, string>,
  measures: CardMeasure[],
): ProblemDocument {
  const grows = Object.keys(starting).find((name) =>
    measures.some((measure) => measure.name === name && measure.kind === "length"),
  );
  return change(document, figure, (columns) => ({
    columns: columns.map((column) => {
      const start = column.role === "given" ? starting[measureOf(column)] : undefined;
      return start === undefined ? column : { ...column, rule: column.name === grows ? "from 1 by 1/2" : start };
    }),
  }));
}

export const untouched = (columns: CaseColumn[], rows: Row[]): boolean =>
  columns.every((column) => !column.rule) && rows.every((row) => Object.keys(row).length === 0);

export function withCell(
  document: ProblemDocument,
  figure: number,
  row: number,
  column: string,
  text: string,
): ProblemDocument {
  return withCells(document, figure, [{ row, column, text }]);
}

/** Many cells at once; rows are added as they are needed. */
export function withCells(
  document: ProblemDocument,
  figure: number,
  cells: { row: number; column: string; text: string }[],
): ProblemDocument {
  return change(document, figure, (_, rows) => {
    const edited = [...rows];
    for (const { row, column, text } of cells) {
      while (edited.length <= row) edited.push({});
      const others = Object.entries(edited[row] ?? {}).filter(([name]) => name !== column);
      edited[row] = { ...Object.fromEntries(others), ...(text.trim() === "" ? {} : { [column]: text.trim() }) };
    }
    return { rows: edited };
  });
}

export const withRows = (document: ProblemDocument, figure: number, count: number): ProblemDocument =>
  change(document, figure, (_, rows) => ({ rows: [...rows, ...Array.from({ length: count }, () => ({}))] }));

export const withoutRow = (document: ProblemDocument, figure: number, row: number): ProblemDocument =>
  change(document, figure, (_, rows) => ({ rows: rows.filter((_row, index) => index !== row) }));

export const withColumn = (document: ProblemDocument, figure: number, column: CaseColumn): ProblemDocument =>
  change(document, figure, (columns) => ({ columns: [...columns, column] }));

export const changeColumn = (
  document: ProblemDocument,
  figure: number,
  name: string,
  edit: Partial<CaseColumn>,
): ProblemDocument =>
  change(document, figure, (columns) => ({
    columns: columns.map((column) => (column.name === name ? { ...column, ...edit } : column)),
  }));

export const withoutColumn = (document: ProblemDocument, figure: number, name: string): ProblemDocument =>
  change(document, figure, (columns, rows) => ({
    columns: columns.filter((column) => column.name !== name),
    rows: rows.map((row) => Object.fromEntries(Object.entries(row).filter(([key]) => key !== name))),
  }));

/** The rows in the order of what was found in a column; what has no value there comes last. */
export function sorted(
  document: ProblemDocument,
  figure: number,
  column: string,
  worked: CaseRow[],
  way: 1 | -1,
): ProblemDocument {
  const numbers = worked.map((row) => row.cells[column]?.number ?? null);
  // Steps from row to row are written out first: in another order they would be other numbers.
  const stepped = ({ role, rule }: CaseColumn) => role === "given" && /^\s*from\b/i.test(rule ?? "");
  const written = (columns: CaseColumn[], row: Row, index: number): Row => ({
    ...row,
    ...Object.fromEntries(
      columns.filter(stepped).flatMap(({ name }) => {
        const cell = worked[index]?.cells[name];
        return row[name] === undefined && cell ? [[name, tidy(cell.number)]] : [];
      }),
    ),
  });
  return change(document, figure, (columns, rows) => ({
    columns: columns.map((each) => (stepped(each) ? { ...each, rule: undefined } : each)),
    rows: rows
      .map((row, index) => written(columns, row, index))
      .map((row, index) => ({ row, number: numbers[index] ?? null }))
      .sort((one, two) => {
        if (one.number === null || two.number === null)
          return Number(one.number === null) - Number(two.number === null);
        return way * (one.number - two.number);
      })
      .map(({ row }) => row),
  }));
}

/** The least and the greatest of every reckoned column, where they differ. */
export function endsOf(columns: CaseColumn[], worked: CaseRow[]): Record<string, [number, number]> {
  return Object.fromEntries(
    columns
      .filter((column) => column.role === "derived")
      .flatMap(({ name }) => {
        const numbers = worked.flatMap((row) => row.cells[name]?.number ?? []);
        const [least, greatest] = [Math.min(...numbers), Math.max(...numbers)];
        return greatest > least ? [[name, [least, greatest]]] : [];
      }),
  );
}

/** Whether a number is one of both ends. */
export const markOf = (ends: [number, number] | undefined, number: number | undefined): Mark =>
  ends && number !== undefined ? (number === ends[0] ? "least" : number === ends[1] ? "greatest" : null) : null;
export type Mark = "least" | "greatest" | null;

/** A table that was read joins this one: its columns are added or take its units, its rows follow (or take the place of empty ones). */
export function withTable(
  document: ProblemDocument,
  figure: number,
  read: { columns: CaseColumn[]; rows: Row[] },
): ProblemDocument {
  const before = figureAt("cases", document, figure)?.rows ?? [];
  const lengths = new Set(
    read.columns.flatMap((column) =>
      column.unit && !ANGLES.has(column.unit) ? [column.unit.replace(/\^?\d$/, "")] : [],
    ),
  );
  const [only] = lengths;
  const empty = before.every((row) => Object.keys(row).length === 0);
  // A table that is all in one unit is told in it.
  const settled =
    empty && only !== undefined && lengths.size === 1
      ? { ...document, settings: { ...document.settings, unit: only } }
      : document;
  return change(settled, figure, (columns, rows) => {
    const kept = rows.filter((row) => Object.keys(row).length > 0);
    const joined = columns.map((column) => {
      const same = read.columns.find((other) => other.name === column.name);
      return same?.unit && kept.length === 0 ? { ...column, unit: same.unit } : column;
    });
    const fresh = read.columns.filter((column) => !columns.some((other) => other.name === column.name));
    const notes = fresh.filter((column) => column.role === "note");
    return {
      columns: [...notes, ...joined, ...fresh.filter((column) => column.role !== "note")],
      rows: [...kept, ...read.rows],
    };
  });
}

/** Cells copied from anywhere: lines of texts with tabs between them. */
export const blockOf = (text: string): string[][] =>
  text
    .replace(/\r\n?/g, "\n")
    .replace(/\n$/, "")
    .split("\n")
    .map((line) => line.split("\t"));

export function freeName(name: string, columns: CaseColumn[]): string {
  const taken = columns.map((column) => column.name);
  if (!taken.includes(name)) return name;
  let number = 2;
  while (taken.includes(`${name}_${number}`)) number += 1;
  return `${name}_${number}`;
}
