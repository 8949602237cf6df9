import type { SpaceDrawing } from "../api/types";

/* A solid seen from somewhere: parallel projection to scale, and what of its edges is hidden. */

type P3 = readonly [number, number, number];
type P2 = readonly [number, number];

/** Where one looks from: turned to the right about the upright axis, and tilted from the ground (0°) to above (90°). */
export interface Look {
  turn: number;
  tilt: number;
}

/** A place of the picture on the screen, as a path writes it. */
export type To = (x: number, y: number) => string;

/** The usual look, and those straight from a side. */
export const LOOKS = {
  usual: { turn: 28, tilt: 22 },
  above: { turn: 0, tilt: 90 },
  front: { turn: 0, tilt: 0 },
  side: { turn: 90, tilt: 0 },
} satisfies Record<string, Look>;

/** A point as the picture shows it: to the right, upwards, and towards the eye. */
export type Seen = readonly [x: number, y: number, near: number];

export function projection({ turn, tilt }: Look): (p: P3) => Seen {
  const a = (turn * Math.PI) / 180;
  const e = (tilt * Math.PI) / 180;
  const [sa, ca, se, ce] = [Math.sin(a), Math.cos(a), Math.sin(e), Math.cos(e)];
  return ([x, y, z]) => [ca * x + sa * y, -sa * se * x + ca * se * y + ce * z, sa * ce * x - ca * ce * y + se * z];
}

/** A flat bit of the surface as it is seen. */
interface Sheet {
  face: number;
  rings: Seen[][];
  box: readonly [number, number, number, number];
  /** Nearness at a place: near = a x + b y + c. */
  plane: readonly [number, number, number];
  front: boolean;
  /** How far it looks towards the eye, from 0 to 1. */
  facing: number;
  depth: number;
}

export interface Patch {
  face: number;
  rings: P2[][];
  facing: number;
}

export interface Stretch {
  points: P2[];
  hidden: boolean;
}

export interface SolidPicture {
  patches: Patch[];
  lines: Stretch[];
}

const EDGE_ON = 1e-9;
const SAMPLE = 1 / 90; // of the picture: how finely an edge is looked along
const NEARLY = 2e-3; // of the picture: what counts as on the surface itself

/** All that is drawn of a solid from a look; of an `open` one the insides of faces are seen, too. */
export function seen(drawing: SpaceDrawing, look: Look, open = false): SolidPicture {
  const to = projection(look);
  const sheets: Sheet[] = [];
  const outlines: Seen[][] = [];
  drawing.faces.forEach((face, index) => {
    const along = new Map<string, { front: boolean; ends: [Seen, Seen] }>();
    for (const facet of face.facets) {
      const rings = facet.rings.map((ring) => ring.map(to));
      const sheet = sheetOf(index, rings);
      if (sheet) sheets.push(sheet);
      if (!face.smooth || open) continue;
      // Where a curved face turns away from the eye it has its outline.
      const [ring] = facet.rings;
      const [flat] = rings;
      if (!ring || !flat) continue;
      const front = sheet?.front ?? false;
      ring.forEach((p, k) => {
        const next = (k + 1) % ring.length;
        const [q, one, two] = [ring[next], flat[k], flat[next]];
        if (!q || !one || !two) return;
        const key = [p, q].map(String).sort().join(" ");
        const other = along.get(key);
        if (!other) along.set(key, { front, ends: [one, two] });
        else if (other.front !== front) outlines.push(other.ends);
      });
    }
  });
  const [low, high] = drawing.bounds;
  const size = Math.hypot(high[0] - low[0], high[1] - low[1], high[2] - low[2]);
  const grid = gridOf(sheets);
  const lines = [...drawing.edges.map((edge) => edge.map(to)), ...outlines].flatMap((points) =>
    stretches(points, grid, size),
  );
  const patches = sheets
    .filter((sheet) => sheet.front || open)
    .sort((a, b) => a.depth - b.depth)
    .map(({ face, rings, facing }) => ({
      face,
      facing,
      rings: rings.map((ring) => ring.map(([x, y]): P2 => [x, y])),
    }));
  return { patches, lines: chained(withoutDoubled(lines, size)) };
}

/** Without what is hidden right behind a line that is seen. */
function withoutDoubled(lines: Stretch[], size: number): Stretch[] {
  const shown = lines.filter((line) => !line.hidden).flatMap(({ points }) => pairs(points));
  const near = NEARLY * size;
  const covered = (p: P2, q: P2) => shown.some(([a, b]) => distance(p, a, b) < near && distance(q, a, b) < near);
  return lines.flatMap((line) => {
    if (!line.hidden) return [line];
    const kept: Stretch[] = [];
    let open: Stretch | null = null;
    for (const [a, b] of pairs(line.points)) {
      if (covered(a, b)) open = null;
      else if (open) open.points.push(b);
      else kept.push((open = { hidden: true, points: [a, b] }));
    }
    return kept;
  });
}

const pairs = (points: P2[]): [P2, P2][] =>
  points.slice(1).flatMap((b, i): [P2, P2][] => {
    const a = points[i];
    return a ? [[a, b]] : [];
  });

function distance([x, y]: P2, a: P2, b: P2): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const long = dx * dx + dy * dy;
  const t = long > 0 ? Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / long)) : 0;
  return Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy);
}

function sheetOf(face: number, rings: Seen[][]): Sheet | null {
  const [outer] = rings;
  if (!outer) return null;
  let [nx, ny, nz] = [0, 0, 0];
  outer.forEach((a, i) => {
    const b = outer[(i + 1) % outer.length] ?? a;
    nx += (a[1] - b[1]) * (a[2] + b[2]);
    ny += (a[2] - b[2]) * (a[0] + b[0]);
    nz += (a[0] - b[0]) * (a[1] + b[1]);
  });
  const length = Math.hypot(nx, ny, nz);
  if (Math.abs(nz) <= EDGE_ON * length) return null; // seen edge-on: it covers nothing
  const mean = outer.reduce((sum, p) => [sum[0] + p[0], sum[1] + p[1], sum[2] + p[2]] as const, [0, 0, 0] as const);
  const [mx, my, mz] = [mean[0] / outer.length, mean[1] / outer.length, mean[2] / outer.length];
  const [a, b] = [-nx / nz, -ny / nz];
  const xs = outer.map(([x]) => x);
  const ys = outer.map(([, y]) => y);
  return {
    face,
    rings,
    box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
    plane: [a, b, mz - a * mx - b * my],
    front: nz > 0,
    facing: Math.abs(nz) / length,
    depth: mz,
  };
}

/** The sheets by the cells of a grid that they reach into, so that only near ones are asked. */
interface Grid {
  at: (x: number, y: number) => Sheet[];
}

function gridOf(sheets: Sheet[]): Grid {
  const left = Math.min(...sheets.map((s) => s.box[0]));
  const bottom = Math.min(...sheets.map((s) => s.box[1]));
  const right = Math.max(...sheets.map((s) => s.box[2]));
  const top = Math.max(...sheets.map((s) => s.box[3]));
  const count = 24;
  const cell = Math.max(right - left, top - bottom, 1e-12) / count;
  const cells = new Map<number, Sheet[]>();
  const column = (x: number) => Math.max(0, Math.min(count, Math.floor((x - left) / cell)));
  const row = (y: number) => Math.max(0, Math.min(count, Math.floor((y - bottom) / cell)));
  for (const sheet of sheets) {
    for (let i = column(sheet.box[0]); i <= column(sheet.box[2]); i++)
      for (let j = row(sheet.box[1]); j <= row(sheet.box[3]); j++) {
        const key = i * 64 + j;
        const there = cells.get(key);
        if (there) there.push(sheet);
        else cells.set(key, [sheet]);
      }
  }
  return { at: (x, y) => cells.get(column(x) * 64 + row(y)) ?? [] };
}

function isHidden([x, y, near]: Seen, grid: Grid, size: number): boolean {
  return grid.at(x, y).some((sheet) => {
    const [a, b, c] = sheet.plane;
    if (a * x + b * y + c - near <= NEARLY * size) return false;
    return (
      x >= sheet.box[0] && x <= sheet.box[2] && y >= sheet.box[1] && y <= sheet.box[3] && inside(sheet.rings, x, y)
    );
  });
}

function inside(rings: Seen[][], x: number, y: number): boolean {
  let odd = false;
  for (const ring of rings)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[i], ring[j]];
      if (!a || !b) continue;
      if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) odd = !odd;
    }
  return odd;
}

/** A line cut where it goes behind something or comes out again. */
function stretches(points: Seen[], grid: Grid, size: number): Stretch[] {
  const found: Stretch[] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    if (!a || !b) continue;
    const at = (t: number): Seen => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const count = Math.max(1, Math.ceil(long / (SAMPLE * size)));
    for (let k = 0; k < count; k++) {
      const [from, until] = [at(k / count), at((k + 1) / count)];
      const hidden = isHidden(at((k + 0.5) / count), grid, size);
      const open = found.at(-1);
      if (open?.hidden === hidden) open.points.push([until[0], until[1]]);
      else
        found.push({
          hidden,
          points: [
            [from[0], from[1]],
            [until[0], until[1]],
          ],
        });
    }
  }
  return found;
}

/** Short lines strung together where they meet, so that dashes run on. */
function chained(lines: Stretch[]): Stretch[] {
  const key = (p: P2 | undefined) => (p ? `${p[0].toFixed(6)} ${p[1].toFixed(6)}` : "");
  const kept: Stretch[] = [];
  for (const hidden of [true, false]) {
    const waiting = new Set(lines.filter((line) => line.hidden === hidden));
    const ends = new Map<string, Stretch[]>();
    for (const line of waiting)
      for (const end of [line.points[0], line.points.at(-1)]) {
        const at = key(end);
        ends.set(at, [...(ends.get(at) ?? []), line]);
      }
    for (const line of waiting) {
      waiting.delete(line);
      const points = [...line.points];
      for (;;) {
        const here = key(points.at(-1));
        const onward = (ends.get(here) ?? []).filter((other) => waiting.has(other));
        const [next] = onward;
        if (onward.length !== 1 || !next || (ends.get(here)?.length ?? 0) > 2) break;
        waiting.delete(next);
        const more = key(next.points[0]) === here ? next.points : next.points.toReversed();
        points.push(...more.slice(1));
      }
      kept.push({ hidden, points });
    }
  }
  return kept;
}

/** What of a solid lies below a level: the surface of the liquid, and what is wet of the faces that are seen. */
export function liquid(drawing: SpaceDrawing, look: Look, level: number): { surface: P2[][]; wet: P2[][] } {
  const to = projection(look);
  const flat = (points: P3[]): P2[] =>
    points.map((p) => {
      const [x, y] = to(p);
      return [x, y];
    });
  const ends: [P3, P3][] = [];
  const wet: P2[][] = [];
  for (const face of drawing.faces)
    for (const facet of face.facets)
      facet.rings.forEach((ring, index) => {
        const { below, cut } = cutAt(ring, level);
        ends.push(...cut);
        const sheet = index === 0 ? sheetOf(0, [ring.map(to)]) : null;
        if (sheet?.front && below.length > 2) wet.push(flat(below));
      });
  return { surface: loopsOf(ends).map(flat), wet };
}

/** The part of a ring below a level, and the pieces of line in which it is cut there. */
function cutAt(ring: P3[], level: number): { below: P3[]; cut: [P3, P3][] } {
  const below: P3[] = [];
  const crossings: P3[] = [];
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length] ?? a;
    if (a[2] <= level) below.push(a);
    if (a[2] <= level !== b[2] <= level) {
      const t = (level - a[2]) / (b[2] - a[2]);
      const p: P3 = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, level];
      below.push(p);
      crossings.push(p);
    }
  });
  const cut: [P3, P3][] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2) {
    const [a, b] = [crossings[i], crossings[i + 1]];
    if (a && b) cut.push([a, b]);
  }
  return { below, cut };
}

/** Pieces of line strung together to closed loops. */
function loopsOf(ends: [P3, P3][]): P3[][] {
  const key = (p: P3) => p.map((value) => value.toFixed(5)).join(" ");
  const at = new Map<string, [P3, P3][]>();
  for (const pair of ends) for (const end of pair) at.set(key(end), [...(at.get(key(end)) ?? []), pair]);
  const waiting = new Set(ends);
  const loops: P3[][] = [];
  for (const first of waiting) {
    waiting.delete(first);
    const loop: P3[] = [...first];
    for (;;) {
      const here = loop.at(-1);
      const next = here && (at.get(key(here)) ?? []).find((pair) => waiting.has(pair));
      if (!here || !next) break;
      waiting.delete(next);
      loop.push(key(next[0]) === key(here) ? next[1] : next[0]);
    }
    loops.push(loop);
  }
  return loops;
}
