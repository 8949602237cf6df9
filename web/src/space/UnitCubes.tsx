import { memo, useMemo } from "react";
import { projection, type Look, type To } from "./projecting";

export type Cell = readonly [number, number, number];

interface Props {
  cells: readonly Cell[];
  /** How many of them lie there already. */
  count: number;
  look: Look;
  to: To;
}

type P3 = readonly [number, number, number];

/** The corners of a unit square across each axis. */
const SQUARES = ([0, 1, 2] as const).map((axis) => ({
  axis,
  ring: (
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const
  ).map(([u, v]): P3 => (axis === 0 ? [0, u, v] : axis === 1 ? [v, 0, u] : [u, v, 0])),
}));
const SHADES = [90, 96, 100]; // percent

/** Unit cubes as a solid is filled with them, layer by layer; the last layer in another colour. */
export const UnitCubes = memo(function UnitCubes({ cells, count, look, to }: Props) {
  const shown = useMemo(() => {
    const project = projection(look);
    const near = (p: P3) => project(p)[2];
    const there = cells.slice(0, count);
    const taken = new Set(there.map((cell) => cell.join()));
    const layer = there.at(-1)?.[2];
    const moved = (p: P3, by: P3): P3 => [p[0] + by[0], p[1] + by[1], p[2] + by[2]];
    const sides = SQUARES.flatMap(({ axis, ring }) => {
      const along: P3 = axis === 0 ? [1, 0, 0] : axis === 1 ? [0, 1, 0] : [0, 0, 1];
      const lean = near(along);
      if (Math.abs(lean) < 1e-9) return [];
      const out: P3 = lean > 0 ? along : [-along[0], -along[1], -along[2]];
      return [{ axis, out, ring: lean > 0 ? ring.map((corner) => moved(corner, along)) : ring }];
    });
    return there
      .map((cell, index) => ({ cell, index, depth: near(cell) }))
      .sort((one, two) => one.depth - two.depth)
      .flatMap(({ cell, index }) =>
        sides
          .filter(({ out }) => !taken.has(moved(cell, out).join()))
          .map(({ axis, ring }) => ({
            key: `${index} ${axis}`,
            d: `${ring
              .map((corner) => project(moved(corner, cell)))
              .map(([x, y], i) => `${i ? "L" : "M"}${to(x, y)}`)
              .join("")}Z`,
            axis,
            last: cell[2] === layer,
          })),
      );
  }, [cells, count, look, to]);
  return (
    <g
      stroke="var(--color-ink)"
      strokeWidth={0.9}
      strokeLinejoin="round"
      data-testid="unit-cubes"
      data-count={count}
      pointerEvents="none"
    >
      {shown.map(({ key, d, axis, last }) => (
        <path
          key={key}
          d={d}
          fill={`color-mix(in oklab, var(${last ? "--color-apricot-wash" : "--color-pine-wash"}) ${SHADES[axis]}%, var(--color-pine))`}
        />
      ))}
    </g>
  );
});
