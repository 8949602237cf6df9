// @vitest-environment jsdom
import { act } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { CardMeasure, CardQuantity, CardStep, CaseColumn, CaseRow, SheetRow } from "../src/api/types";
import { PathOfWorking, pathTo, valueOf } from "../src/cards/PathOfWorking";
import { QuantityRow } from "../src/cards/QuantityRow";
import { Plot } from "../src/cases/Plot";
import { pad } from "./documents";

(globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

const maths = (text: string, tex = text) => ({ text, tex, marks: [] });

function quantity(text: string, exact: string | null = null, approximate = true): CardQuantity {
  return {
    exact,
    exactText: exact,
    tex: exact,
    unfolded: null,
    decimal: "1",
    unit: "m",
    rounded: text,
    text,
    shown: maths(exact ?? `${text}…`),
    roundedTex: text,
    approximate,
    rule: "to 2 decimal places",
    deciding: "",
    note: "",
    given: false,
    chosen: false,
    share: null,
  };
}

function step(name: string, path: number[], more: Partial<CardStep> = {}): CardStep {
  return {
    quantity: name,
    title: name,
    symbol: maths(name),
    source: "somewhere",
    familiar: null,
    formula: maths(`${name} = f`),
    numbers: maths("1 + 2"),
    trial: false,
    value: quantity("3.00 m", "3 m", false),
    path,
    ...more,
  };
}

let root: Root;
let place: HTMLElement;
beforeEach(() => {
  place = document.createElement("div");
  document.body.append(place);
  root = createRoot(place);
});
afterEach(() => {
  act(() => root.unmount());
  place.remove();
});
const show = (element: React.ReactNode) => act(() => root.render(element));

describe("the path of working", () => {
  const steps = [step("radius", [0]), step("area", [0, 1]), step("slant", [0, 2])];

  it("is that to one quantity, or the whole", () => {
    expect(pathTo(steps, "slant").map((each) => each.quantity)).toEqual(["radius", "slant"]);
    expect(pathTo(steps, null)).toHaveLength(3);
    expect(pathTo(steps, "nothing")).toHaveLength(3);
  });

  it("leaves out a step between two names of one quantity", () => {
    const same = step("base", [1], { formula: maths("base = c", "c = c") });
    expect(pathTo([steps[0]!, same], null)).toEqual([steps[0]]);
  });

  it("shows the exact value and the rounded one, but once where they are the same", () => {
    expect(valueOf(steps[0]!).text).toBe("3 m");
    expect(valueOf(step("root", [0], { value: quantity("1.41 m", "√2 m") })).text).toBe("√2 m ≈ 1.41 m");
    expect(valueOf(step("trial", [0], { value: quantity("2.46 m") })).text).toBe("2.46 m… ≈ 2.46 m");
  });

  it("numbers its steps and lights what is under the pointer", () => {
    const light = vi.fn();
    show(<PathOfWorking steps={steps} wanted="area" onLight={light} onPick={() => undefined} />);
    const items = [...place.querySelectorAll("li")];
    expect(items.map((item) => item.dataset.step)).toEqual(["radius", "area"]);
    expect(items[1]!.textContent).toContain("2.areasomewhere");
    act(() => void items[1]!.dispatchEvent(new MouseEvent("pointerover", { bubbles: true })));
    expect(light).toHaveBeenLastCalledWith("area");
  });

  it("keeps what only sets formulas out of the text", () => {
    const trial = steps.map((each) => ({ ...each, trial: true }));
    show(<PathOfWorking steps={trial} wanted="area" onLight={() => undefined} onPick={() => undefined} />);
    expect(place.textContent).not.toContain("\\");
  });

  it("says so where nothing had to be found", () => {
    show(<PathOfWorking steps={[]} wanted={null} onLight={() => undefined} onPick={() => undefined} />);
    expect(place.textContent).toBe("Nothing had to be found.");
  });
});

describe("a quantity's row", () => {
  const measure: CardMeasure = {
    name: "radius",
    title: "radius",
    symbol: "r",
    kind: "length",
    further: false,
    signed: false,
    same: "",
    ofTurn: false,
  };
  const acts = { onLight: vi.fn(), onGive: vi.fn(), onSlide: vi.fn(), onWant: vi.fn() };
  const row = (more: Partial<React.ComponentProps<typeof QuantityRow>>) =>
    show(
      <QuantityRow
        {...{
          measure,
          also: "",
          typed: undefined,
          quantity: undefined,
          complaints: [],
          unit: "m",
          angle: "deg",
          lit: false,
          wanted: false,
          ...acts,
          ...more,
        }}
      />,
    );
  beforeEach(() => vi.clearAllMocks());

  it("is unknown as long as nothing is known of it", () => {
    row({});
    expect(place.textContent).toContain("unknown");
    expect(place.querySelector("input[type=range]")).toBeNull();
  });

  it("offers the path to what was found", () => {
    row({ quantity: quantity("1.41 m", "√2 m") });
    const found = place.querySelector<HTMLButtonElement>("[data-found=radius]")!;
    expect(found.textContent).toBe("1.41 m√2 m");
    act(() => found.click());
    expect(acts.onWant).toHaveBeenCalledOnce();
  });

  it("leaves a long exact form to the path", () => {
    row({ quantity: quantity("1.41 m", "√(2 + √(3 + √(5 + √(7 + √11)))) m") });
    expect(place.querySelector("[data-found]")!.textContent).toBe("1.41 m");
  });

  it("shows the unit behind a bare number only, and clears it", () => {
    row({ typed: "3", quantity: { ...quantity("3.00 m"), given: true } });
    expect(place.querySelector("[aria-hidden].absolute")!.textContent).toBe("m");
    act(() => place.querySelector<HTMLButtonElement>("[aria-label='Clear radius']")!.click());
    expect(acts.onGive).toHaveBeenCalledWith(null);
    row({ typed: "3 cm", quantity: { ...quantity("0.03 m"), given: true } });
    expect(place.querySelector("[aria-hidden].absolute")).toBeNull();
  });

  it("slides a given and keeps its unit", () => {
    row({ typed: "3 cm", quantity: { ...quantity("0.03 m"), given: true } });
    const slider = place.querySelector<HTMLInputElement>("input[type=range]")!;
    act(() => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(slider, "3.02");
      slider.dispatchEvent(new Event("input", { bubbles: true }));
    });
    expect(acts.onSlide).toHaveBeenLastCalledWith("3.02 cm", false);
    act(() => void slider.dispatchEvent(new KeyboardEvent("keyup", { bubbles: true })));
    expect(acts.onSlide.mock.lastCall?.[1]).toBe(true);
  });

  it("has no slider for what names another figure", () => {
    row({ typed: "ball.radius / 2", quantity: { ...quantity("1.00 m"), given: true } });
    expect(place.querySelector("input[type=range]")).toBeNull();
    expect(place.textContent).toContain("1.00 m");
  });

  it("says what is wrong at its place and keeps what was typed", () => {
    row({
      typed: "3 +",
      complaints: [
        { where: "x", code: "syntax", says: "something is missing", level: "error", position: 3, sketch: null },
      ],
    });
    expect(place.querySelector(".says")!.textContent).toBe("something is missing");
    expect(place.querySelector<HTMLInputElement>("input")!.value).toBe("3 +");
    expect(place.querySelector("input")!.getAttribute("aria-invalid")).toBe("true");
  });
});

describe("the plot of a table", () => {
  const measures: CardMeasure[] = ["radius", "area", "volume"].map((name) => ({
    name,
    title: name,
    symbol: name,
    kind: name === "radius" ? "length" : (name as "area"),
    further: false,
    signed: false,
    same: "",
    ofTurn: false,
  }));
  const row = { name: "sphere", title: "Sphere", measures } as SheetRow;
  const columns: CaseColumn[] = [{ name: "radius", role: "given", unit: "cm" }];
  const cell = (number: number, given = false) => ({ text: String(number), number, given });
  const rows: CaseRow[] = [3, 1, 2].map((r) => ({
    cells: { radius: cell(r, true), area: cell(4 * Math.PI * r * r), volume: cell((4 / 3) * Math.PI * r ** 3) },
    says: null,
    at: null,
    solutions: 1,
    agree: {},
  }));
  const broken: CaseRow = { cells: { radius: cell(9, true) }, says: "too little", at: null, solutions: 0, agree: {} };
  const plot = (some: CaseRow[]) => show(<Plot row={row} columns={columns} rows={some} settings={pad().settings} />);

  it("asks for values first", () => {
    plot([]);
    expect(place.textContent).toContain("As soon as two columns have values");
  });

  it("has a point for each case with both, in order along, and leaves out the others", () => {
    plot([...rows, broken]);
    const points = [...place.querySelectorAll("circle")].map((point) => [
      Number(point.getAttribute("cx")),
      Number(point.getAttribute("cy")),
    ]);
    expect(points).toHaveLength(3);
    const [x, y] = [points.map(([a]) => a!), points.map(([, b]) => b!)];
    expect(x).toEqual([...x].sort((a, b) => a - b));
    expect(y).toEqual([...y].sort((a, b) => b - a)); // larger is higher
    expect(place.textContent).toContain("3 cases with both.");
  });

  it("names its axes with their units and takes other columns", () => {
    plot(rows);
    expect(place.querySelector("svg[role=img]")!.getAttribute("aria-label")).toBe("volume (m³) against radius (cm)");
    const up = place.querySelectorAll("select")[1]!;
    act(() => {
      up.value = "area";
      up.dispatchEvent(new Event("change", { bubbles: true }));
    });
    expect(place.querySelector("svg[role=img]")!.getAttribute("aria-label")).toBe("area (m²) against radius (cm)");
  });

  it("stays on the sheet when all cases are the same", () => {
    plot([rows[0]!, rows[0]!]);
    for (const point of place.querySelectorAll("circle")) {
      const [x, y] = [Number(point.getAttribute("cx")), Number(point.getAttribute("cy"))];
      expect(x > 60 && x < 390 && y > 10 && y < 280).toBe(true);
    }
  });
});
