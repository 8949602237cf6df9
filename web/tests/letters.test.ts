import { expect, test } from "vitest";
import type { ProblemDocument, Settled } from "../src/api/types";
import { letMove, numberIn, readLetter, slid, standing, withLetter, withoutLetter } from "../src/document/letters";
import { pad } from "./documents";

const lettered = (): ProblemDocument => ({
  ...pad(),
  letters: [
    { name: "w", stands: "5 m" },
    { name: "h", stands: "2" },
  ],
  hold: [{ expression: "pad.perimeter", at: "20", gives: "h" }],
  vary: { letters: [{ letter: "w", low: "1", high: "9", step: "all" }], watch: ["pad.area"] },
  solve: [{ expression: "pad.area", at: "24", letter: "w" }],
});

test("a letter is read from what one writes", () => {
  expect(readLetter(" w = 5 m ")).toEqual({ name: "w", stands: "5 m" });
  expect(readLetter("half_width=2 r")).toEqual({ name: "half_width", stands: "2 r" });
  for (const wrong of ["", "w", "= 5", "2w = 5", "w ="]) expect(readLetter(wrong)).toBeNull();
});

test("a letter is added, or stands for something else, and the document before stays as it was", () => {
  const before = lettered();
  expect(withLetter(before, "x", "3").letters?.map((each) => each.name)).toEqual(["w", "h", "x"]);
  expect(withLetter(before, "w", "7 m").letters?.[0]).toEqual({ name: "w", stands: "7 m" });
  expect(before).toEqual(lettered());
});

test("numbers put in have the unit that the letter counts, and no binary tail", () => {
  const moved = standing(lettered(), { w: 0.1 + 0.2, h: 3 }, { w: "m", h: "" });
  expect(moved.letters?.map((each) => each.stands)).toEqual(["0.3 m", "3"]);
});

test("with a letter goes what hangs on it", () => {
  const left = withoutLetter(lettered(), "w");
  expect([left.letters?.length, left.vary, left.solve, left.hold?.length]).toEqual([1, null, [], 1]);
  expect(withoutLetter(lettered(), "h").hold).toEqual([]);
});

test("a slider goes where the letter is varied, else about what it stands for", () => {
  expect(slid(lettered(), { name: "w", stands: "5 m" })).toMatchObject({ low: 1, high: 9 });
  const { low, high, step } = slid(lettered(), { name: "h", stands: "2" });
  expect([low, high, step]).toEqual([0.2, 4, 0.01]);
  expect([numberIn("2,5 cm"), numberIn("√2"), numberIn("x")]).toEqual([2.5, 2, null]);
});

test("a free figure is let move by letters for what is missing", () => {
  const settled = {
    figure: "pad",
    says: "",
    measures: [],
    free: [{ letter: "t", stands: "1.5", called: "width" }],
    changes: [[["figures", "0", "parts", "0", "given", "width"], "t"]],
  } as unknown as Settled;
  const before = pad();
  const moved = letMove(before, settled);
  expect(JSON.stringify(moved.figures[0])).toContain('"width":"t"');
  expect(moved.letters).toEqual([{ name: "t", stands: "1.5" }]);
  expect(before).toEqual(pad());
});
