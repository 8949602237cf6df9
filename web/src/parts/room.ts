import type { Bounds } from "../board/view";

/** Where a new part has room: right of what is there, in a size (a power of ten) that suits it. */
export function roomFor(bounds: Bounds | null): { left: number; bottom: number; size: number } {
  if (!bounds) return { left: 0, bottom: 0, size: 1 };
  const extent = Math.max(bounds[2] - bounds[0], bounds[3] - bounds[1]);
  const size = 10 ** Math.floor(Math.log10(extent / 2));
  return { left: Math.ceil(bounds[2] / size + 0.5) * size, bottom: Math.floor(bounds[1] / size + 1e-9) * size, size };
}
