import type { DrawnPart, PartDocument, ProblemDocument, Segment, Span, Spot } from "../src/api/types";
import { arcOf, straight } from "../src/board/path";

/** Small documents and drawings for the tests of the web app, in the world of the demo. */

export function part(name: string, shape: string, given: Record<string, string>): PartDocument {
  return { name, shape, given, at: ["0", "0"], turn: "0", flip: false, join: "add" };
}

export function pad(): ProblemDocument {
  const nose: PartDocument = {
    ...part("nose", "semicircle", { diameter: "slab.height" }),
    at: ["pad.slab.width", "slab.height / 2"],
    turn: "270",
  };
  return {
    format: "tilt-grid/problem",
    version: 1,
    title: "Pad",
    statement: "",
    settings: { unit: "m", angle: "deg", pi: "exact", exact: "decimal", rounding: { places: 2 }, try_first: false },
    figures: [{ name: "pad", kind: "plane", parts: [part("slab", "rectangle", { width: "6", height: "4" }), nose] }],
    lines: [{ name: "two_sides", expression: "pad.slab.width + pad.slab.height" }],
    asks: [{ label: "Both tops", expression: "2 pad.slab.area" }],
  };
}

export function line(start: Spot, end: Spot): Segment {
  return straight(start, end);
}

export function arc(centre: Spot, radius: number, from: number, sweep: number): Segment {
  const at = (degrees: number): Spot => [
    centre[0] + radius * Math.cos((degrees * Math.PI) / 180),
    centre[1] + radius * Math.sin((degrees * Math.PI) / 180),
  ];
  return arcOf(at(from), at(from + sweep), centre, radius, sweep);
}

function span(measure: string, start: Spot, end: Spot, other: [Spot, Spot] | null = null): Span {
  const text = `${Math.hypot(end[0] - start[0], end[1] - start[1])} m`;
  return { measure, start, end, other, side: -1, given: true, typed: "1", text, shown: true };
}

export function drawnRectangle(name: string, x: number, y: number, width: number, height: number): DrawnPart {
  const [a, b, c, d]: [Spot, Spot, Spot, Spot] = [[x, y], [x + width, y], [x + width, y + height], [x, y + height]]; // prettier-ignore
  return {
    name,
    badge: name.toUpperCase(),
    shape: "rectangle",
    title: "Rectangle",
    join: "add",
    anchor: a,
    shift: a,
    axes: [
      [1, 0],
      [0, 1],
    ],
    turn: 0,
    flip: false,
    path: [line(a, b), line(b, c), line(c, d), line(d, a)],
    label: [x + width / 2, y + height / 2],
    spans: [span("width", a, b, [c, d]), span("height", b, c, [d, a])],
    grips: [],
    rightAngles: [],
    angles: [],
    ticks: [],
    arrows: [],
    edges: [],
    walk: null,
  };
}
