import type { DrawnPart } from "../api/types";
import { alongSegment } from "../board/path";
import type { Bounds } from "../board/view";
import { tidy } from "../document/tidy";

/** Where a new part has room: right of what is there, in a size (a power of ten) that suits it. */
export function roomFor(bounds: Bounds | null): { left: number; bottom: number; size: number } {
  if (!bounds) return { left: 0, bottom: 0, size: 1 };
  const extent = Math.max(bounds[2] - bounds[0], bounds[3] - bounds[1]);
  const size = 10 ** Math.floor(Math.log10(extent / 2));
  return { left: Math.ceil(bounds[2] / size + 0.5) * size, bottom: Math.floor(bounds[1] / size + 1e-9) * size, size };
}

/** Where a part that was drawn at the origin stands beside the others, at a plain place; null where there are none. */
export function beside(drawn: DrawnPart[], name: string): [string, string] | null {
  const part = drawn.find((each) => each.name === name);
  const others = drawn.filter((each) => each !== part);
  if (!part || others.length === 0) return null;
  const { left, bottom, size } = roomFor(boundsOf(others));
  const [x, y] = boundsOf([part]);
  const plain = (place: number) => tidy(Math.ceil((place / size) * 10 - 1e-6) * (size / 10));
  return [plain(left - x), plain(bottom - y)];
}

function boundsOf(parts: DrawnPart[]): Bounds {
  const spots = parts.flatMap((part) => part.path.flatMap(alongSegment));
  const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
