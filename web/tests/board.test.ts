import { describe, expect, it } from "vitest";
import type { DrawnPart, Spot } from "../src/api/types";
import { layOut, type LaidOut } from "../src/board/layOut";
import { alongSegment, pathOf, pointOf } from "../src/board/path";
import { fitted, freeStep, lost, snapped, squares, toFigure, toScreen, zoomed, type Bounds } from "../src/board/view";
import { roomFor } from "../src/parts/room";
import { arc, drawnRectangle, line } from "./documents";

const BOARD = { width: 768, height: 560 };
const identity = (spot: Spot) => spot;

describe("the view", () => {
  const figures: Bounds[] = [
    [0, 0, 2.4, 1.2],
    [-3, -3, 6, 3],
    [0, 0, 0.002, 0.001],
    [0, 0, 1e6, 10],
    [5, 5, 5.001, 900],
  ];

  it.each(figures)("fits a figure into the board with room round it", (...bounds) => {
    const view = fitted(bounds, BOARD);
    const to = toScreen(view, BOARD);
    const [left, top] = to([bounds[0], bounds[3]]);
    const [right, bottom] = to([bounds[2], bounds[1]]);
    expect(left).toBeGreaterThan(60);
    expect(right).toBeLessThan(BOARD.width - 60);
    expect(top).toBeGreaterThan(60);
    expect(bottom).toBeLessThan(BOARD.height - 60);
    expect((right - left) / (bottom - top)).toBeCloseTo((bounds[2] - bounds[0]) / (bounds[3] - bounds[1]), 6);
    expect(lost(bounds, view, BOARD)).toBe(false);
  });

  it("notices a figure that is out of sight or has become tiny", () => {
    const view = fitted([0, 0, 4, 3], BOARD);
    expect(lost([0, 0, 400, 3], view, BOARD)).toBe(true);
    expect(lost([0, 0, 0.1, 0.1], view, BOARD)).toBe(true);
  });

  it("goes from the figure to the screen and back, up being up", () => {
    const view = { x: 2, y: 1, scale: 50 };
    const spot: Spot = [3.25, -0.5];
    const back = toFigure(view, BOARD)(toScreen(view, BOARD)(spot));
    expect(back[0]).toBeCloseTo(spot[0], 12);
    expect(back[1]).toBeCloseTo(spot[1], 12);
    expect(toScreen(view, BOARD)([0, 5])[1]).toBeLessThan(toScreen(view, BOARD)([0, 1])[1]);
  });

  it("keeps the point under the pointer while zooming", () => {
    const view = { x: 2, y: 1, scale: 50 };
    const at: Spot = [120, 430];
    const closer = zoomed(view, BOARD, 1.7, at);
    expect(closer.scale).toBeCloseTo(85);
    toFigure(closer, BOARD)(at).forEach((value, i) => expect(value).toBeCloseTo(toFigure(view, BOARD)(at)[i]!, 9));
  });
});

describe("the squares", () => {
  it("are whole units wherever those can be seen and counted", () => {
    for (const scale of [22, 50, 120, 300]) expect(squares(scale).strong).toBe(1);
  });

  it("are 1, 2 or 5 times a power of ten, never crowded, and divided into ten, five or two", () => {
    for (let exponent = -6; exponent < 7; exponent += 0.05) {
      const scale = 10 ** exponent;
      const { strong, fine } = squares(scale);
      const digit = strong / 10 ** Math.floor(Math.log10(strong) + 1e-9);
      expect([1, 2, 5].some((d) => Math.abs(digit - d) < 1e-6)).toBe(true);
      expect(strong * scale).toBeGreaterThan(21.9);
      expect(strong * scale).toBeLessThan(301);
      expect([1, 2, 5, 10]).toContain(Math.round(strong / fine));
      expect(fine * scale).toBeGreaterThanOrEqual(Math.min(9, strong * scale) - 1e-9);
    }
  });

  it("are what things snap to, unless they are moved freely", () => {
    expect(snapped(1.26, 0.1)).toBeCloseTo(1.3, 12);
    expect(snapped(-0.26, 0.5)).toBeCloseTo(-0.5, 12);
    expect(freeStep(250)).toBeCloseTo(0.001, 12);
    expect(freeStep(250) * 250).toBeLessThanOrEqual(1);
  });
});

describe("paths", () => {
  it("close a chain of lines", () => {
    const path = pathOf([line([0, 0], [4, 0]), line([4, 0], [4, 3]), line([4, 3], [0, 0])], identity, 1, true);
    expect(path).toBe("M0 0L4 0L4 3L0 0Z");
  });

  it("begin anew where a chain is broken", () => {
    expect(pathOf([line([0, 0], [1, 0]), line([5, 5], [6, 5])], identity, 1, false)).toBe("M0 0L1 0M5 5L6 5");
  });

  it("draw a whole turn as arcs short enough for no flag to be in doubt", () => {
    const path = pathOf([arc([0, 0], 2, 0, 360)], ([x, y]) => [x * 10, -y * 10], 10, true);
    expect(path.match(/A/g)).toHaveLength(3);
    expect(path).toMatch(/^M20 0A20 20 0 0 0 /); // anticlockwise on paper, with y turned over
    expect(path).toMatch(/20 (-?0)Z$/);
    expect(pathOf([arc([0, 0], 2, 0, -90)], identity, 1, false)).toBe("M2 0A2 2 0 0 1 0 -2");
  });

  it("know the points along them", () => {
    const quarter = arc([1, 1], 2, 0, 90);
    expect(pointOf(quarter, 1).map((v) => Number(v.toFixed(9)))).toEqual([1, 3]);
    for (const [x, y] of alongSegment(quarter)) expect(Math.hypot(x - 1, y - 1)).toBeCloseTo(2, 12);
    expect(pointOf(line([0, 0], [4, 2]), 0.25)).toEqual([1, 0.5]);
  });
});

describe("dimension lines", () => {
  const lay = (parts: DrawnPart[], places = new Map<string, number>(), steady = false) => {
    const xs = parts.flatMap((p) => p.path.flatMap((s) => [s.start, s.end]));
    const bounds: Bounds = [
      Math.min(...xs.map((s) => s[0])),
      Math.min(...xs.map((s) => s[1])),
      Math.max(...xs.map((s) => s[0])),
      Math.max(...xs.map((s) => s[1])),
    ];
    return layOut(parts, parts, toScreen(fitted(bounds, BOARD), BOARD), BOARD, places, steady);
  };
  const apart = (a: LaidOut, b: LaidOut) =>
    Math.abs(a.text[0] - b.text[0]) * 2 >= a.box.width + b.box.width ||
    Math.abs(a.text[1] - b.text[1]) * 2 >= a.box.height + b.box.height;

  it("stand outside of their rectangle, parallel to what they measure", () => {
    const laid = lay([drawnRectangle("a", 0, 0, 4, 3)]);
    const width = laid.find((l) => l.span.measure === "width")!;
    expect(width.start[1]).toBe(width.end[1]);
    expect(width.start[1]).toBeGreaterThan(width.feet[0][1]); // below, on the screen
    const height = laid.find((l) => l.span.measure === "height")!;
    expect(height.start[0]).toBeGreaterThan(height.feet[0][0]);
  });

  it("never put one text on another, and stay on the board", () => {
    const crowd = [0, 1, 2, 3].flatMap((i) => [
      drawnRectangle(`a${i}`, 2 * i, 0, 2, 2),
      drawnRectangle(`b${i}`, 2 * i, 2, 2, 1.5),
    ]);
    for (const parts of [crowd.slice(0, 4), [drawnRectangle("a", 0, 0, 9, 4), drawnRectangle("b", 4, 4, 5, 3)]]) {
      const laid = lay(parts);
      laid.forEach((one, i) =>
        laid.slice(0, i).forEach((two) => expect(apart(one, two), `${one.key} on ${two.key}`).toBe(true)),
      );
      for (const { text, box } of laid) {
        expect(text[0] - box.width / 2).toBeGreaterThanOrEqual(0);
        expect(text[0] + box.width / 2).toBeLessThanOrEqual(BOARD.width);
      }
    }
  });

  it("go to the opposite edge when another part stands in the way", () => {
    const alone = lay([drawnRectangle("a", 0, 0, 4, 3)]).find((l) => l.key === "a.height")!;
    const beside = lay([drawnRectangle("a", 0, 0, 4, 3), drawnRectangle("b", 4, 0.5, 3, 2)]).find(
      (l) => l.key === "a.height",
    )!;
    expect(alone.feet[0][0]).toBeGreaterThan(BOARD.width / 2);
    expect(beside.text[0]).toBeLessThan(beside.feet[0][0]);
  });

  it("keep their places while something is dragged, and their order always", () => {
    const places = new Map<string, number>();
    const first = lay([drawnRectangle("a", 0, 0, 4, 3), drawnRectangle("b", 4, 0.5, 3, 2)], places);
    const kept = new Map(places);
    const dragged = lay([drawnRectangle("a", 0, 0, 4, 3), drawnRectangle("b", 9, 0.5, 3, 2)], places, true);
    expect(places).toEqual(kept);
    expect(dragged.map((l) => l.key)).toEqual(first.map((l) => l.key));
    lay([drawnRectangle("a", 0, 0, 4, 3), drawnRectangle("b", 9, 0.5, 3, 2)], places);
    expect(places.get("a.height")).not.toBe(kept.get("a.height"));
  });
});

describe("room for a new part", () => {
  it("is at the origin of an empty board", () => expect(roomFor(null)).toEqual({ left: 0, bottom: 0, size: 1 }));

  it.each([
    [[0, 0, 6, 4] as Bounds, { left: 7, bottom: 0, size: 1 }],
    [[-20, -13, 40, 20] as Bounds, { left: 50, bottom: -20, size: 10 }],
    [[0, 0, 0.04, 0.03] as Bounds, { left: 0.05, bottom: 0, size: 0.01 }],
  ])("is right of what is there, in a size that suits it", (bounds, room) => {
    const found = roomFor(bounds);
    for (const key of ["left", "bottom", "size"] as const) expect(found[key]).toBeCloseTo(room[key], 9);
    expect(found.left).toBeGreaterThan(bounds[2]);
  });
});
