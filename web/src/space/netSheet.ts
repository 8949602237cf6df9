import type { SolidNet, SpaceDrawing } from "../api/types";
import { middleOf, unfolded } from "./folding";

/* A flat net as a drawing in millimetres, to be cut out: cut lines, fold lines, glue flaps, labels; over several sheets. */

type P3 = readonly [number, number, number];
type P2 = readonly [number, number];

export interface NetSheet {
  /** In millimetres. */
  width: number;
  height: number;
  cuts: [P2, P2][];
  folds: [P2, P2][];
  flaps: P2[][];
  labels: { at: P2; title: string; value: string }[];
}

export interface SheetOptions {
  /** Millimetres to one unit of the drawing. */
  scale: number;
  flaps: boolean;
  labels: Record<string, string>;
}

const MARGIN = 12;
const FLAP = 9; // millimetres deep, where there is room
const SHARE = 0.3; // of a short edge
const TAB = 4; // millimetres, on the short edges of a curve

const key = (p: P3) => p.map((value) => value.toFixed(5)).join(",");
const sideKey = (a: P3, b: P3) => [key(a), key(b)].sort().join("|");

/** The net as it is cut out. */
export function netSheet(drawing: SpaceDrawing, net: SolidNet, { scale, flaps, labels }: SheetOptions): NetSheet {
  const flat = unfolded(drawing, net, 1);
  const [low, high] = flat.bounds;
  const put = ([x, y]: readonly number[]): P2 => [
    MARGIN + ((x ?? 0) - low[0]) * scale,
    MARGIN + (high[1] - (y ?? 0)) * scale,
  ];
  const count = drawing.faces.map(() => 0);
  const hinges = new Set(net.bits.filter((bit) => bit.parent >= 0).map((bit) => sideKey(bit.hinge[0], bit.hinge[1])));
  const told = new Set<string>();
  const sheet: NetSheet = {
    width: (high[0] - low[0]) * scale + 2 * MARGIN,
    height: (high[1] - low[1]) * scale + 2 * MARGIN,
    cuts: [],
    folds: [],
    flaps: [],
    labels: [],
  };
  for (const bit of net.bits) {
    const index = count[bit.face] ?? 0;
    count[bit.face] = index + 1;
    const ring = flat.faces[bit.face]?.facets[index]?.rings[0] ?? [];
    const middle = mean(ring.map(put));
    const drawn = new Set(bit.lines.map(([a, b]) => sideKey(a, b)));
    bit.ring.forEach((a, i) => {
      const next = (i + 1) % bit.ring.length;
      const b = bit.ring[next];
      const [from, to] = [ring[i], ring[next]];
      if (!b || !from || !to) return;
      const side = sideKey(a, b);
      const ends: [P2, P2] = [put(from), put(to)];
      if (hinges.has(side) && joins(net, bit, side)) {
        if (drawn.has(side) && !told.has(`fold ${side}`)) sheet.folds.push(ends);
        told.add(`fold ${side}`);
        return;
      }
      sheet.cuts.push(ends);
      if (flaps && !told.has(side)) sheet.flaps.push(flap(ends, middle));
      told.add(side);
    });
  }
  for (const face of flat.faces) {
    const label = labels[face.entry];
    if (!label) continue;
    const [title = "", value = ""] = label.split("\n");
    sheet.labels.push({ at: put(middleOf(face)), title, value });
  }
  return sheet;
}

/** Whether a bit hangs together with another by a side: as its child, or as its parent. */
function joins(net: SolidNet, bit: SolidNet["bits"][number], side: string): boolean {
  if (bit.parent >= 0 && sideKey(bit.hinge[0], bit.hinge[1]) === side) return true;
  const own = net.bits.indexOf(bit);
  return net.bits.some((other) => other.parent === own && sideKey(other.hinge[0], other.hinge[1]) === side);
}

const mean = (points: P2[]): P2 => [
  points.reduce((sum, [x]) => sum + x, 0) / (points.length || 1),
  points.reduce((sum, [, y]) => sum + y, 0) / (points.length || 1),
];

/** A flap on a side, away from the middle of its bit. */
function flap([a, b]: [P2, P2], middle: P2): P2[] {
  const [x, y] = [b[0] - a[0], b[1] - a[1]];
  const long = Math.hypot(x, y) || 1;
  const deep = Math.min(FLAP, Math.max(long * SHARE, Math.min(TAB, long * 1.2)));
  const inner = (middle[0] - a[0]) * -y + (middle[1] - a[1]) * x > 0 ? -1 : 1;
  const [nx, ny] = [(-y / long) * deep * inner, (x / long) * deep * inner];
  const inset = Math.min(deep, long * 0.4);
  const [sx, sy] = [(x / long) * inset, (y / long) * inset];
  return [a, [a[0] + nx + sx, a[1] + ny + sy], [b[0] + nx - sx, b[1] + ny - sy], b];
}

const mm = (value: number) => String(Math.round(value * 1000) / 1000);
const line = (points: readonly P2[]) => points.map(([x, y], i) => `${i ? "L" : "M"}${mm(x)} ${mm(y)}`).join("");
const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** What is drawn of a sheet, as SVG elements in millimetres. */
export function drawnSheet(sheet: NetSheet): string {
  const size = Math.max(2.2, Math.min(4.5, sheet.width / 45));
  return [
    `<g fill="#dfe9e0" stroke="#8aa396" stroke-width="0.25">${sheet.flaps.map((ring) => `<path d="${line(ring)}Z"/>`).join("")}</g>`,
    `<path d="${sheet.folds.map(line).join("")}" fill="none" stroke="#1f2d2a" stroke-width="0.3" stroke-dasharray="2 1.4"/>`,
    `<path d="${sheet.cuts.map(line).join("")}" fill="none" stroke="#1f2d2a" stroke-width="0.5" stroke-linecap="round"/>`,
    `<g font-family="sans-serif" text-anchor="middle" fill="#1f2d2a">${sheet.labels
      .map(
        ({ at, title, value }) =>
          `<text x="${mm(at[0])}" y="${mm(at[1])}" font-size="${mm(size)}">${escaped(title)}<tspan x="${mm(at[0])}" dy="1.25em" font-weight="bold">${escaped(value)}</tspan></text>`,
      )
      .join("")}</g>`,
  ].join("");
}

/** A sheet as a file. */
export function sheetFile(sheet: NetSheet, title: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(sheet.width)}mm" height="${mm(sheet.height)}mm" viewBox="0 0 ${mm(sheet.width)} ${mm(sheet.height)}"><title>${escaped(title)}</title>${drawnSheet(sheet)}</svg>`;
}

export const PAPER = { width: 190, height: 277 }; // of A4, what a printer reaches

/** The pages over which a sheet is printed at true scale, each as a window onto it; turned where that takes fewer. */
export function pagesOf(sheet: NetSheet): { x: number; y: number; width: number; height: number }[] {
  const counted = (wide: number, high: number) => Math.ceil(sheet.width / wide) * Math.ceil(sheet.height / high);
  const turned = counted(PAPER.height, PAPER.width) < counted(PAPER.width, PAPER.height);
  const [wide, high] = turned ? [PAPER.height, PAPER.width] : [PAPER.width, PAPER.height];
  const pages = [];
  for (let y = 0; y < sheet.height; y += high)
    for (let x = 0; x < sheet.width; x += wide) pages.push({ x, y, width: wide, height: high });
  return pages;
}

const STEPS = [1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000];

/** The scales to choose from, and the largest at which a net of this size in millimetres goes on one sheet of paper. */
export function scales(width: number, height: number): { all: number[]; fits: number } {
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  const room = (n: number) => long / n + 2 * MARGIN <= PAPER.height && short / n + 2 * MARGIN <= PAPER.width;
  return { all: STEPS, fits: STEPS.find(room) ?? 1000 };
}
