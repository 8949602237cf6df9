import type { Segment, Spot } from "../api/types";
import { pathOf } from "./path";

interface Props {
  loops: Segment[][];
  bounds: [number, number, number, number] | null | undefined;
  width: number;
  height: number;
  margin?: number;
  className?: string;
}

/** A small true-scale picture of an outline, for cards and pickers. */
export function Picture({ loops, bounds, width, height, margin = 10, className = "" }: Props) {
  if (!bounds || loops.length === 0)
    return <svg viewBox={`0 0 ${width} ${height}`} className={className} aria-hidden />;
  const [left, bottom, right, top] = bounds;
  const scale = Math.min((width - 2 * margin) / (right - left || 1), (height - 2 * margin) / (top - bottom || 1));
  const to = ([x, y]: Spot): Spot => [
    width / 2 + (x - (left + right) / 2) * scale,
    height / 2 - (y - (bottom + top) / 2) * scale,
  ];
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={className} aria-hidden>
      <path
        d={loops.map((loop) => pathOf(loop, to, scale, true)).join("")}
        fillRule="evenodd"
        className="fill-pine-wash stroke-pine-dark"
        strokeWidth={2}
        strokeLinejoin="round"
      />
    </svg>
  );
}
