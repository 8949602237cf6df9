import { describe, expect, it } from "vitest";
import type { CardMeasure, CardRow, ProblemDocument } from "../src/api/types";
import {
  askedOf,
  cardDocument,
  cleared,
  marked,
  plainNumber,
  sliderRange,
  valueToSlide,
  withGiven,
  withSolution,
} from "../src/cards/givens";
import { found } from "../src/cards/searching";
import {
  blockOf,
  freeName,
  freshTable,
  withCells,
  withColumn,
  withoutColumn,
  withoutRow,
  withTable,
} from "../src/cases/table";
import { figureAt } from "../src/document/figures";

const row = (name: string, title: string, synonyms: string[], family = "round"): CardRow => ({
  name,
  title,
  family,
  synonyms,
  plane: true,
  picture: {
    kind: "plane",
    path: [],
    lines: [],
    fills: [],
    spans: [],
    angles: [],
    rightAngles: [],
    ticks: [],
    arrows: [],
    bounds: [0, 0, 1, 1],
  },
});
const ROWS = [
  row("ring", "Ring", ["annulus", "washer"]),
  row("sector", "Sector", ["pie slice"]),
  row("regular-polygon", "Regular polygon", ["polygon"], "polygons"),
];
const names = (words: string) => found(ROWS, words).map((entry) => entry.row.name);
const measure = (name: string, kind: CardMeasure["kind"] = "length", further = false): CardMeasure => ({
  name,
  title: name,
  symbol: name,
  kind,
  further,
  signed: false,
  same: "",
  ofTurn: false,
});

describe("looking for a figure", () => {
  it("knows other words and tells by which one it was found", () => {
    expect(found(ROWS, "washer")).toEqual([{ row: ROWS[0], by: "washer" }]);
    expect(names("PIE")).toEqual(["sector"]);
    expect(names("slice pie")).toEqual(["sector"]);
    expect(names("regular")).toEqual(["regular-polygon"]);
    expect(names("rings")).toEqual(["ring"]);
  });
  it("shows all for nothing and nothing for nonsense", () => {
    expect(names("  ")).toHaveLength(3);
    expect(names("qq")).toEqual([]);
    expect(names("round")).toEqual(["ring", "sector"]);
  });
});

describe("what is typed on a card", () => {
  it.each([
    ["12", { value: 12, behind: "" }],
    [" 0.5 m", { value: 0.5, behind: "m" }],
    ["110°", { value: 110, behind: "°" }],
    ["3 cm²", { value: 3, behind: "cm²" }],
    ["2 pi", null],
    ["1/2", null],
    ["2 r + 1", null],
    ["-3", null],
  ])("reads %s as a plain number or as none", (text, number) => expect(plainNumber(text)).toEqual(number));

  it("marks a bare angle with its unit and nothing else", () => {
    expect(marked(" 30 ", "angle", "deg")).toBe("30°");
    expect(marked("0.5", "angle", "rad")).toBe("0.5 rad");
    expect(marked("0.5 rad", "angle", "deg")).toBe("0.5 rad");
    expect(marked("30", "length", "deg")).toBe("30");
  });

  it("slides a number to about twice of it and an angle within a turn", () => {
    expect(sliderRange(3, "", "length", "deg")).toEqual({ most: 6, step: 0.02 });
    expect(sliderRange(0.04, "m", "length", "deg").most).toBeCloseTo(0.08);
    expect(sliderRange(30, "°", "angle", "rad")).toEqual({ most: 360, step: 1 });
    expect(sliderRange(5, "", "count", "deg")).toEqual({ most: 12, step: 1 });
  });

  it("slides the value of what is no plain number, but no other figure's", () => {
    expect(valueToSlide("3/2", { decimal: "1.5" }, "length", "deg")).toEqual({ value: 1.5, behind: "" });
    expect(valueToSlide("π/6 rad", { decimal: "30" }, "angle", "deg")).toEqual({ value: 30, behind: "°" });
    expect(valueToSlide("ball.radius / 2", { decimal: "1" }, "length", "deg")).toBeNull();
  });

  it("gives, clears and chooses", () => {
    let card = cardDocument("Cone", "cone", { radius: "2" });
    card = withSolution(withGiven(card, 0, "height", "3"), 0, 2);
    expect(card.figures[0]).toMatchObject({ given: { radius: "2", height: "3" }, solution: 2 });
    card = withGiven(card, 0, "radius", null);
    expect(card.figures[0]?.given).toEqual({ height: "3" });
    expect(card.figures[0]?.solution).toBeUndefined();
    expect(cleared(card, 0).figures[0]?.given).toEqual({});
  });

  it("asks for what is not known", () => {
    const figure = figureAt("formula", cardDocument("Ring", "ring", { outer: "2" }), 0);
    const asks = figure
      ? askedOf(figure, [measure("outer"), measure("area", "area"), measure("far", "length", true)])
      : [];
    expect(asks).toEqual([{ label: "Area", expression: "ring.area" }]);
  });
});

describe("a table of cases", () => {
  const table = (): ProblemDocument => {
    const card = cardDocument("Cases", "ring");
    return {
      ...card,
      figures: [
        {
          name: "ring",
          kind: "cases",
          figure: "ring",
          ...freshTable([measure("outer"), measure("inner"), measure("far", "length", true)]),
        },
      ],
    };
  };
  const rows = (document: ProblemDocument) => figureAt("cases", document, 0)?.rows ?? [];

  it("starts with the main quantities and takes cells, adding rows as they are needed", () => {
    expect(figureAt("cases", table(), 0)?.columns?.map((column) => column.name)).toEqual(["outer", "inner"]);
    const filled = withCells(table(), 0, [
      { row: 7, column: "outer", text: " 3 " },
      { row: 0, column: "inner", text: "1" },
    ]);
    expect(rows(filled)).toHaveLength(8);
    expect(rows(filled)[7]).toEqual({ outer: "3" });
    expect(rows(withCells(filled, 0, [{ row: 7, column: "outer", text: "" }]))[7]).toEqual({});
    expect(rows(withoutRow(filled, 0, 0))).toHaveLength(7);
  });

  it("loses a column with its cells", () => {
    const filled = withCells(withColumn(table(), 0, { name: "note", role: "note" }), 0, [
      { row: 0, column: "note", text: "S" },
    ]);
    const without = withoutColumn(filled, 0, "note");
    expect(rows(without)[0]).toEqual({});
    expect(freeName("note", figureAt("cases", filled, 0)?.columns ?? [])).toBe("note_2");
  });

  it("takes a table that was read, its unit too while it is empty", () => {
    const read = {
      columns: [
        { name: "size", role: "note" as const },
        { name: "outer", role: "given" as const, unit: "mm" },
      ],
      rows: [{ size: "S", outer: "4" }],
    };
    const joined = withTable(table(), 0, read);
    expect(joined.settings.unit).toBe("mm");
    expect(joined.figures[0]?.columns).toEqual([
      { name: "size", role: "note" },
      { name: "outer", role: "given", unit: "mm" },
      { name: "inner", role: "given" },
    ]);
    expect(rows(joined)).toEqual([{ size: "S", outer: "4" }]);
    const twice = withTable(joined, 0, {
      columns: [{ name: "inner", role: "given", unit: "cm" }],
      rows: [{ inner: "1" }],
    });
    expect(twice.settings.unit).toBe("mm");
    expect(rows(twice)).toEqual([{ size: "S", outer: "4" }, { inner: "1" }]);
  });

  it("parts what is on the clipboard into lines and cells", () => {
    expect(blockOf("1\t2\r\n3\t4\n")).toEqual([
      ["1", "2"],
      ["3", "4"],
    ]);
  });
});
