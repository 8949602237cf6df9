import type { SolidNet, SpaceDrawing } from "../api/types";

/* A net on the way from the solid to the flat: every bit turned about its hinge by a share of its angle. */

type P3 = [number, number, number];
/** A motion of space: three rows of a rotation, each with its shift. */
type Motion = [number, number, number, number][];

const STILL: Motion = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
];

const moved = (motion: Motion, [x, y, z]: readonly [number, number, number]): P3 => {
  const [u, v, w] = motion.map(([a, b, c, d]) => a * x + b * y + c * z + d);
  return [u ?? 0, v ?? 0, w ?? 0];
};

const after = (first: Motion, then: Motion): Motion =>
  then.map(([a, b, c, d]) => {
    const [p, q, r] = first;
    if (!p || !q || !r) return [0, 0, 0, 0];
    const at = (i: 0 | 1 | 2 | 3) => a * p[i] + b * q[i] + c * r[i];
    return [at(0), at(1), at(2), at(3) + d];
  });

/** A turn about the line through two points (Rodrigues). */
function turned([one, two]: [P3, P3], angle: number): Motion {
  const axis: P3 = [two[0] - one[0], two[1] - one[1], two[2] - one[2]];
  const long = Math.hypot(...axis) || 1;
  const [x, y, z] = axis.map((value) => value / long) as P3;
  const [s, c] = [Math.sin(angle), Math.cos(angle)];
  const t = 1 - c;
  const rows: P3[] = [
    [c + x * x * t, x * y * t - z * s, x * z * t + y * s],
    [y * x * t + z * s, c + y * y * t, y * z * t - x * s],
    [z * x * t - y * s, z * y * t + x * s, c + z * z * t],
  ];
  return rows.map(([a, b, c2], i) => [a, b, c2, (one[i] ?? 0) - (a * one[0] + b * one[1] + c2 * one[2])]);
}

/** The solid unfolded by a share, from 0 (folded) to 1 (flat). */
export function unfolded(drawing: SpaceDrawing, net: SolidNet, share: number): SpaceDrawing {
  const motions: Motion[] = [];
  const facets: SpaceDrawing["faces"][number]["facets"][] = drawing.faces.map(() => []);
  const edges: SpaceDrawing["edges"] = [];
  for (const bit of net.bits) {
    const own = turned(bit.hinge, bit.angle * share);
    const motion = after(own, motions[bit.parent] ?? STILL);
    motions.push(motion);
    facets[bit.face]?.push({ rings: [bit.ring.map((point) => moved(motion, point))] });
    for (const [a, b] of bit.lines) edges.push([moved(motion, a), moved(motion, b)]);
  }
  const faces = drawing.faces.map((face, index) => ({ ...face, facets: facets[index] ?? [] }));
  return { faces, edges, spans: [], helpers: [], bounds: boundsOf(faces) };
}

function boundsOf(faces: SpaceDrawing["faces"]): SpaceDrawing["bounds"] {
  const points = faces.flatMap((face) => face.facets.flatMap((facet) => facet.rings.flat()));
  const all = (axis: 0 | 1 | 2, pick: (...values: number[]) => number) => pick(...points.map((point) => point[axis]));
  return [
    [all(0, Math.min), all(1, Math.min), all(2, Math.min)],
    [all(0, Math.max), all(1, Math.max), all(2, Math.max)],
  ];
}

/** Where a face's label stands: the middle of its points. */
export function middleOf(face: SpaceDrawing["faces"][number]): P3 {
  const points = face.facets.flatMap((facet) => facet.rings[0] ?? []);
  const mean = (axis: 0 | 1 | 2) => points.reduce((sum, point) => sum + point[axis], 0) / (points.length || 1);
  return [mean(0), mean(1), mean(2)];
}
