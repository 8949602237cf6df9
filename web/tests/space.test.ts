import { describe, expect, it } from "vitest";
import type { SolidNet, SpaceDrawing } from "../src/api/types";
import { unfolded } from "../src/space/folding";
import { netSheet, pagesOf, scales, sheetFile } from "../src/space/netSheet";
import { liquid, LOOKS, projection, seen, type Look } from "../src/space/projecting";

/* A block of 4 by 2 by 3, by hand. */

type P3 = [number, number, number];
const [W, D, H] = [4, 2, 3];
const corner = (i: number): P3 => [i & 1 ? W : 0, i & 2 ? D : 0, i & 4 ? H : 0];
const RINGS: Record<string, number[]> = {
  bottom: [0, 2, 3, 1],
  top: [4, 5, 7, 6],
  front: [0, 1, 5, 4],
  right: [1, 3, 7, 5],
  back: [3, 2, 6, 7],
  left: [2, 0, 4, 6],
};
const EDGES: [number, number][] = [];
for (let i = 0; i < 8; i++) for (const bit of [1, 2, 4]) if (!(i & bit)) EDGES.push([i, i | bit]);
const block: SpaceDrawing = {
  faces: Object.entries(RINGS).map(([name, ring]) => ({
    entry: `surface.block.${name}`,
    piece: "block",
    smooth: false,
    facets: [{ rings: [ring.map(corner)] }],
  })),
  edges: EDGES.map(([a, b]) => [corner(a), corner(b)]),
  spans: [],
  helpers: [],
  bounds: [corner(0), corner(7)],
};

/** Whether a ray from a point towards the eye meets the inside of the block, in small steps. */
function behindTheBlock(point: P3, { turn, tilt }: Look): boolean {
  const [a, e] = [(turn * Math.PI) / 180, (tilt * Math.PI) / 180];
  const eye: P3 = [Math.sin(a) * Math.cos(e), -Math.cos(a) * Math.cos(e), Math.sin(e)];
  for (let t = 0.01; t < 8; t += 0.01) {
    const [x, y, z] = point.map((value, i) => value + t * (eye[i] ?? 0)) as P3;
    if (x > 0.005 && x < W - 0.005 && y > 0.005 && y < D - 0.005 && z > 0.005 && z < H - 0.005) return true;
  }
  return false;
}

describe("a solid as it is seen", () => {
  it("shows nine edges of a block and dashes three", () => {
    const { lines } = seen(block, LOOKS.usual);
    const length = (hidden: boolean) =>
      lines
        .filter((line) => line.hidden === hidden)
        .flatMap(({ points }) =>
          points.slice(1).map((p, i) => Math.hypot(p[0] - (points[i]?.[0] ?? 0), p[1] - (points[i]?.[1] ?? 0))),
        )
        .reduce((sum, each) => sum + each, 0);
    const to = projection(LOOKS.usual);
    const whole = (bit: number) => {
      const [p, q] = [to(corner(0)), to(corner(bit))];
      return Math.hypot(q[0] - p[0], q[1] - p[1]);
    };
    const once = whole(1) + whole(2) + whole(4);
    expect(length(true)).toBeCloseTo(once, 1);
    expect(length(false)).toBeCloseTo(3 * once, 1);
  });

  it("hides what a ray to the eye meets the block before, from anywhere", () => {
    for (const look of [LOOKS.usual, { turn: -70, tilt: 35 }, { turn: 200, tilt: 10 }, { turn: 123, tilt: 61 }]) {
      const { lines } = seen(block, look);
      const to = projection(look);
      for (const [a, b] of EDGES) {
        const [p, q] = [corner(a), corner(b)];
        const point = p.map((value, i) => value + 0.37 * ((q[i] ?? 0) - value)) as P3;
        const [x, y] = to(point);
        const near = lines.filter(({ points }) =>
          points.some(([u, v], i) => {
            const [s, t] = points[i + 1] ?? [u, v];
            const long = Math.hypot(s - u, t - v) || 1;
            const share = ((x - u) * (s - u) + (y - v) * (t - v)) / long ** 2;
            return share > -0.01 && share < 1.01 && Math.abs((x - u) * (t - v) - (y - v) * (s - u)) / long < 1e-6;
          }),
        );
        expect(near.some((line) => line.hidden === behindTheBlock(point, look))).toBe(true);
      }
    }
  });

  it("shows no hidden edge right behind a seen one", () => {
    expect(seen(block, LOOKS.above).lines.some((line) => line.hidden)).toBe(false);
    expect(seen(block, LOOKS.front).lines.some((line) => line.hidden)).toBe(false);
  });

  it("is cut level by what fills it", () => {
    const { surface } = liquid(block, LOOKS.above, 1);
    const [ring] = surface;
    const xs = ring?.map(([x]) => x) ?? [];
    const ys = ring?.map(([, y]) => y) ?? [];
    expect(surface).toHaveLength(1);
    expect([Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)]).toEqual([W, D]);
  });
});

describe("a net", () => {
  const hinges: [face: number, parent: number, a: number, b: number, angle: number][] = [
    [0, -1, 0, 1, 0],
    [2, 0, 0, 1, Math.PI / 2],
    [4, 0, 3, 2, Math.PI / 2],
  ];
  const net: SolidNet = {
    bits: hinges.map(([face, parent, a, b, angle]) => {
      const ring = (Object.values(RINGS)[face] ?? []).map(corner);
      return { face, parent, ring, hinge: [corner(a), corner(b)], angle, lines: [] };
    }),
  };

  it("is the solid while it is folded, and flat at the end", () => {
    expect(unfolded(block, net, 0).faces[2]?.facets[0]?.rings[0]).toEqual((RINGS.front ?? []).map(corner));
    const flat = unfolded(block, net, 1);
    const points = flat.faces.flatMap((face) => face.facets.flatMap((facet) => facet.rings.flat()));
    expect(Math.max(...points.map((p) => Math.abs(p[2])))).toBeLessThan(1e-9);
    const [low, high] = flat.bounds;
    expect(high[1] - low[1]).toBeCloseTo(D + 2 * H, 9); // front and back lie beside the bottom
  });

  const long = ([a, b]: readonly [readonly [number, number], readonly [number, number]]) =>
    Math.hypot(b[0] - a[0], b[1] - a[1]);
  const options = { scale: 10, flaps: true, labels: { "surface.block.front": "front <b>\n12 m²" } };

  it("is cut out at true lengths, folded along its hinges, with one flap to two edges that meet", () => {
    const whole: SolidNet = { bits: net.bits.map((bit) => ({ ...bit, lines: sides(bit.ring) })) };
    const sheet = netSheet(block, whole, options);
    expect(sheet.folds.map(long)).toEqual([W * 10, W * 10]);
    expect(sheet.cuts).toHaveLength(3 * 4 - 2 * 2);
    expect(sheet.cuts.map(long).reduce((sum, each) => sum + each, 0)).toBeCloseTo(10 * (4 * H + 2 * W + 2 * D));
    expect(sheet.flaps).toHaveLength(8); // no two of these eight meet when three faces are folded
    expect(netSheet(block, whole, { ...options, flaps: false }).flaps).toEqual([]);
    const file = sheetFile(sheet, "block");
    expect(file).toContain("front &#60;b&#62;");
    expect(file).not.toContain("<b>");
  });

  it("goes over as many sheets of paper as it needs", () => {
    const size = { cuts: [], folds: [], flaps: [], labels: [] };
    expect(pagesOf({ ...size, width: 180, height: 260 })).toHaveLength(1);
    expect(pagesOf({ ...size, width: 260, height: 180 })).toHaveLength(1);
    expect(pagesOf({ ...size, width: 400, height: 400 })).toHaveLength(6);
    expect(scales(1000, 400).fits).toBe(5);
  });
});

const sides = (ring: P3[]): [P3, P3][] => ring.map((a, i) => [a, ring[(i + 1) % ring.length] ?? a]);
