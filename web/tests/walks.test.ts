import { describe, expect, it } from "vitest";
import type { PartDocument, WalkedSide } from "../src/api/types";
import { setMeasure, typedMeasure } from "../src/document/editing";
import { sideText, stepFor, stepsOf, walkThrough, withCorner, withSide } from "../src/document/walks";

function walked(walk: string): PartDocument {
  return { name: "deck", shape: "outline", given: {}, walk, at: ["0", "0"], turn: "0", flip: false, join: "add" };
}

const DECK = "R 9, U 7, L 5, D 3, L ?, D ?";
const sides = (vectors: [number, number][]): WalkedSide[] => vectors.map((vector) => ({ corner: [0, 0], vector, curved: false }));
const DECK_SIDES = sides([[9, 0], [0, 7], [-5, 0], [0, -3], [-4, 0], [0, -4]]); // prettier-ignore

describe("a walk as text", () => {
  it("is split at commas outside of brackets", () => {
    expect(stepsOf("R min(2, 3), U 4; L 2\nD 4,")).toEqual(["R min(2, 3)", "U 4", "L 2", "D 4"]);
  });

  it("says a vector as a step", () => {
    expect([[3, 0], [0, -2.5], [-3, 2], [0.1 + 0.2, 0]].map((v) => stepFor(v as [number, number]))).toEqual(["R 3", "D 2.5", "L 3 U 2", "R 0.3"]); // prettier-ignore
  });

  it("leaves the last level and the last upright side of a right-angled outline open", () => {
    expect(walkThrough([[0, 0], [9, 0], [9, 7], [4, 7], [4, 4], [0, 4]])).toBe(DECK); // prettier-ignore
  });

  it("leaves nothing open when a side slants", () => {
    expect(walkThrough([[0, 0], [4, 0], [2, 3]])).toBe("R 4, L 2 U 3, L 2 D 3"); // prettier-ignore
  });
});

describe("one side with another length", () => {
  it("changes that side only, the open ones follow", () => {
    expect(withSide(walked(DECK), "side1", "10").walk).toBe("R 10, U 7, L 5, D 3, L ?, D ?");
  });

  it("lets another side of its direction give way when it was open itself", () => {
    expect(withSide(walked(DECK), "side5", "3").walk).toBe("R 9, U 7, L ?, D 3, L 3, D ?");
  });

  it("opens a side when all were typed", () => {
    expect(withSide(walked("R 4, U 3, L 4, D 3"), "side1", "5").walk).toBe("R 5, U 3, L ?, D ?");
  });

  it("keeps directions and arcs as they are", () => {
    expect(withSide(walked("R 4, 5 at 30°, L 2, D 1"), "side2", "6").walk).toBe("R 4, 6 at 30°, L 2, D 1");
    expect(withSide(walked("R 4, U 2, L 4 arc 180° left, D 2"), "side3", "9").walk).toBe("R 4, U 2, L 4 arc 180° left, D 2");
  });

  it("turns corners given by numbers into a walk at the same place", () => {
    const points: PartDocument = { ...walked(""), walk: undefined, points: [["1", "2"], ["5", "2"], ["5", "4"], ["1", "4"]] }; // prettier-ignore
    const changed = withSide(points, "side1", "6");
    expect([changed.walk, changed.at, changed.points]).toEqual(["R 6, U 2, L ?, D ?", ["1", "2"], undefined]);
  });

  it("is what a measurement of an outline is typed as", () => {
    expect(typedMeasure(walked(DECK), "side4")).toBe("3");
    expect(setMeasure("side4", "2")(walked(DECK)).walk).toBe("R 9, U 7, L 5, D 2, L ?, D ?");
    expect(sideText(walked("R 4, 5 at 30°"), "side2")).toBe("5");
  });
});

describe("one corner somewhere else", () => {
  it("changes the two sides that meet there", () => {
    expect(withCorner(walked(DECK), DECK_SIDES, 2, [1, 0]).walk).toBe("R 9, R 1 U 7, L 6, D 3, L 4, D 4");
  });

  it("keeps the walk closed when the first corner moves", () => {
    expect(withCorner(walked("R 4, U 3, L 4, D 3"), sides([[4, 0], [0, 3], [-4, 0], [0, -3]]), 0, [1, 0]).walk).toBe("R 3, U 3, L 4, R 1 D 3"); // prettier-ignore
  });

  it("keeps what is said of arcs", () => {
    const arcs = sides([[4, 0], [0, 2], [-4, 0], [0, -2]]); // prettier-ignore
    expect(withCorner(walked("R 4, U 2, L 4 arc 180° left, D 2"), arcs, 2, [0, 1]).walk).toBe("R 4, U 3, L 4 D 1 arc 180° left, D 2");
  });
});
