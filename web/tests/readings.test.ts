import { describe, expect, it } from "vitest";
import { pasted } from "../src/kinds/profile/readings";

describe("pasted readings", () => {
  it.each([
    ["0 0.5 1.25", [], ["0", "0.5", "1.25"]],
    ["0\n0.5\n1.25\n", [], ["0", "0.5", "1.25"]],
    ["0,1,2", [], ["0", "1", "2"]],
    ["0, 1.5, 2", [], ["0", "1.5", "2"]],
    ["0,5\n1,5\n", ["0", "1"], ["5", "5"]],
    ["0;0,5\n1;1,5", ["0", "1"], ["0.5", "1.5"]],
    ["x\ty\n0\t1\n1\t2.5", ["0", "1"], ["1", "2.5"]],
    ["-1 2 −3", [], ["-1", "2", "−3"]],
    ["1.2 m\n1.4 m", [], ["1.2 m", "1.4 m"]],
  ])("%j", (text, x, y) => {
    expect(pasted(text)).toEqual({ x, y, doubtful: text === "0,5\n1,5\n" });
  });
  it.each(["", "hello", "3", "a b c"])("%j is left to the field", (text) => {
    expect(pasted(text)).toBeNull();
  });
});
