import type { Spot } from "../api/types";

/** What the board shows: the figure's point in its middle, and pixels a unit. */
export interface View {
  x: number;
  y: number;
  scale: number;
}

export interface Size {
  width: number;
  height: number;
}

export type Bounds = [number, number, number, number];

/** Room round a fitted figure: for dimension lines, and above also for the fields of a chosen part. */
const ROOM = { side: 94, above: 98, below: 84 };
export const START: View = { x: 0, y: 0, scale: 60 };

export function fitted(bounds: Bounds, size: Size): View {
  const [left, bottom, right, top] = bounds;
  const side = Math.min(ROOM.side, size.width / 4.5);
  const above = Math.min(ROOM.above, size.height / 4);
  const below = Math.min(ROOM.below, size.height / 4.5);
  const scale = Math.min(
    (size.width - 2 * side) / (right - left || 1),
    (size.height - above - below) / (top - bottom || 1),
  );
  return { x: (left + right) / 2, y: (bottom + top) / 2 + (above - below) / 2 / scale, scale };
}

export function toScreen(view: View, size: Size) {
  return ([x, y]: Spot): Spot => [
    size.width / 2 + (x - view.x) * view.scale,
    size.height / 2 - (y - view.y) * view.scale,
  ];
}

export function toFigure(view: View, size: Size) {
  return ([px, py]: Spot): Spot => [
    view.x + (px - size.width / 2) / view.scale,
    view.y - (py - size.height / 2) / view.scale,
  ];
}

/** Closer or farther, with the point under the pointer staying where it is. */
export function zoomed(view: View, size: Size, factor: number, at: Spot): View {
  const scale = Math.min(1e9, Math.max(1e-9, view.scale * factor));
  const [x, y] = toFigure(view, size)(at);
  return { scale, x: x - (at[0] - size.width / 2) / scale, y: y + (at[1] - size.height / 2) / scale };
}

/** Whether the figure is out of sight (less than ``room`` pixels from the border, ``above`` from the upper one) or too small to
 * work on. */
export function lost(bounds: Bounds, view: View, size: Size, room = 4, above = room): boolean {
  const [left, bottom, right, top] = bounds;
  const [a, b] = toScreen(view, size)([left, top]);
  const [c, d] = toScreen(view, size)([right, bottom]);
  const outside =
    a < room || b < Math.min(above, size.height / 4 - 1) || c > size.width - room || d > size.height - room;
  return outside || Math.max((c - a) / size.width, (d - b) / size.height) < 0.2;
}

/** The squares of the grid: the strong ones (numbered, named in the legend) and their subdivision. */
export interface Squares {
  strong: number;
  fine: number;
}

const NEAR = 22;
const FAR = 300;
const FINE = 9;

/** Whole units where they can be seen well; otherwise the next power of ten, or half or a fifth of it. */
export function squares(scale: number): Squares {
  let strong = 1;
  if (scale < NEAR || scale > FAR) {
    const least = NEAR / scale;
    const power = 10 ** Math.floor(Math.log10(least) + 1e-9);
    strong = [1, 2, 5, 10].map((step) => step * power).find((step) => step >= least * (1 - 1e-9)) ?? 10 * power;
  }
  const parts = [10, 5, 2].find((count) => (strong * scale) / count >= FINE) ?? 1;
  return { strong, fine: strong / parts };
}

export function snapped(value: number, step: number): number {
  return Math.round(value / step) * step;
}

/** A length that one screen pixel can tell apart, for moving freely. */
export function freeStep(scale: number): number {
  return 10 ** Math.floor(Math.log10(1 / scale));
}
