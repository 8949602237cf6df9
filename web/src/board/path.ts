import type { Segment, Spot } from "../api/types";

export type ToScreen = (spot: Spot) => Spot;

/** A straight segment. */
export const straight = (start: Spot, end: Spot): Segment => ({
  kind: "line",
  start,
  end,
  centre: null,
  radius: null,
  minor: null,
  lean: null,
  sweep: null,
});

/** An arc of a circle; ``sweep`` in degrees. */
export const arcOf = (start: Spot, end: Spot, centre: Spot, radius: number, sweep: number): Segment => ({
  kind: "arc",
  start,
  end,
  centre,
  radius,
  minor: null,
  lean: null,
  sweep,
});

const short = (value: number) => Number(value.toFixed(3));

/** SVG path data of a chain of segments. ``scale`` is pixels a unit; y points up in figures, down on screens. */
export function pathOf(segments: Segment[], to: ToScreen, scale: number, closed: boolean): string {
  const pieces: string[] = [];
  let last: Spot | null = null;
  for (const segment of segments) {
    const [x, y] = to(segment.start);
    if (!last || Math.hypot(last[0] - x, last[1] - y) > 0.01) pieces.push(`M${short(x)} ${short(y)}`);
    const end = to(segment.end);
    if (segment.kind === "line" || !segment.centre || !segment.radius || !segment.sweep) {
      pieces.push(`L${short(end[0])} ${short(end[1])}`);
    } else {
      pieces.push(...arcs(segment, to, scale));
    }
    last = end;
  }
  return pieces.join("") + (closed ? "Z" : "");
}

/** An arc as SVG arcs of at most a third of a turn each, so that no flag is ever in doubt. */
function arcs(segment: Segment, to: ToScreen, scale: number): string[] {
  const sweep = segment.sweep ?? 0;
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / 120));
  const r = short((segment.radius ?? 0) * scale);
  const minor = segment.minor ? short(segment.minor * scale) : r;
  return Array.from({ length: count }, (_, index) => {
    const [x, y] = to(pointOf(segment, (index + 1) / count));
    return `A${r} ${minor} ${short(-(segment.lean ?? 0))} 0 ${sweep > 0 ? 0 : 1} ${short(x)} ${short(y)}`;
  });
}

/** The point of a segment at a share of its way, in figure units. */
export function pointOf(segment: Segment, share: number): Spot {
  const { start, end, centre, radius, sweep } = segment;
  if (segment.kind === "line" || !centre || !radius || !sweep) {
    return [start[0] + (end[0] - start[0]) * share, start[1] + (end[1] - start[1]) * share];
  }
  const minor = segment.minor ?? radius;
  const lean = ((segment.lean ?? 0) * Math.PI) / 180;
  const [c, s] = [Math.cos(lean), Math.sin(lean)];
  const [dx, dy] = [start[0] - centre[0], start[1] - centre[1]];
  const first = Math.atan2((dy * c - dx * s) / minor, (dx * c + dy * s) / radius);
  const angle = first + ((sweep * Math.PI) / 180) * share;
  const [u, v] = [radius * Math.cos(angle), minor * Math.sin(angle)];
  return [centre[0] + u * c - v * s, centre[1] + u * s + v * c];
}

/** Points all along a segment, near enough to one another to notice what lies on it. */
export function alongSegment(segment: Segment): Spot[] {
  return Array.from({ length: 25 }, (_, index) => pointOf(segment, index / 24));
}
