import { describe, expect, it } from "vitest";
import { addPart, changePart, flipped, moveTo, setGiven, setJoin, swapGiven, turnedBy } from "../src/document/editing";
import { tidy } from "../src/document/tidy";
import { part, pad } from "./documents";
import { figureAt } from "../src/document/figures";

describe("changing a document", () => {
  it("leaves the old document as it was", () => {
    const before = pad();
    const kept = structuredClone(before);
    changePart(before, 0, "slab", setGiven("width", "9"));
    addPart(before, 0, part("hole", "circle", { radius: "1" }));
    expect(before).toEqual(kept);
  });

  it("changes one given, place, join or mirroring of the part that is meant", () => {
    let document = changePart(pad(), 0, "slab", setGiven("width", "9"));
    document = changePart(document, 0, "nose", moveTo("1", "2"));
    document = changePart(document, 0, "nose", setJoin("take"));
    document = changePart(document, 0, "nose", flipped);
    const [slab, nose] = figureAt("plane", document, 0)!.parts;
    expect(slab).toMatchObject({ given: { width: "9", height: "4" }, at: ["0", "0"], join: "add" });
    expect(nose).toMatchObject({ at: ["1", "2"], join: "take", flip: true });
  });

  it("puts another measurement in the place of a given", () => {
    const swapped = swapGiven("width", "area", "24")(figureAt("plane", pad(), 0)!.parts[0]!);
    expect(Object.entries(swapped.given)).toEqual([
      ["area", "24"],
      ["height", "4"],
    ]);
  });

  it("turns a part within one turn, and leaves a typed expression alone", () => {
    const turned = (turn: string, by: number) => turnedBy(by)({ ...part("p", "square", { side: "1" }), turn }).turn;
    expect(turned("350", 15)).toBe("5");
    expect(turned("0", -15)).toBe("345");
    expect(turned("22.5", 90)).toBe("112.5");
    expect(turned("1/6 turn", 15)).toBe("1/6 turn");
  });

  it("makes a figure for the first part of a problem without one", () => {
    const document = addPart({ ...pad(), figures: [] }, 0, part("a", "square", { side: "1" }));
    expect(document.figures).toMatchObject([{ name: "figure", kind: "plane", parts: [{ name: "a" }] }]);
  });
});

describe("numbers", () => {
  it.each([
    [2, "2"],
    [2.5, "2.5"],
    [0.1 + 0.2, "0.3"],
    [-0, "0"],
    [-1e-12, "0"],
    [1200, "1200"],
    [-3.25, "-3.25"],
  ])("writes %d as a person would", (value, text) => expect(tidy(value)).toBe(text));
});
