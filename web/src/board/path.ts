import type { Segment, Spot } from "../api/types";

export type ToScreen = (spot: Spot) => Spot;

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
      pieces.push(...arcs(segment.start, segment.centre, segment.radius, segment.sweep, to, scale));
    }
    last = end;
  }
  return pieces.join("") + (closed ? "Z" : "");
}

/** An arc as SVG arcs of at most a third of a turn each, so that no flag is ever in doubt. */
function arcs(start: Spot, centre: Spot, radius: number, sweep: number, to: ToScreen, scale: number): string[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / 120));
  const first = Math.atan2(start[1] - centre[1], start[0] - centre[0]);
  const r = short(radius * scale);
  return Array.from({ length: count }, (_, index) => {
    const angle = first + ((sweep * Math.PI) / 180) * ((index + 1) / count);
    const [x, y] = to([centre[0] + radius * Math.cos(angle), centre[1] + radius * Math.sin(angle)]);
    return `A${r} ${r} 0 0 ${sweep > 0 ? 0 : 1} ${short(x)} ${short(y)}`;
  });
}

/** The middle point of a segment, in figure units. */
export function middleOf(segment: Segment): Spot {
  if (segment.kind === "line" || !segment.centre || !segment.radius || !segment.sweep) {
    return [(segment.start[0] + segment.end[0]) / 2, (segment.start[1] + segment.end[1]) / 2];
  }
  const angle =
    Math.atan2(segment.start[1] - segment.centre[1], segment.start[0] - segment.centre[0]) +
    (segment.sweep * Math.PI) / 360;
  return [segment.centre[0] + segment.radius * Math.cos(angle), segment.centre[1] + segment.radius * Math.sin(angle)];
}
