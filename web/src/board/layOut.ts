import type { Span, Spot } from "../api/types";
import type { ToScreen } from "./path";

/** A dimension line on the screen: where it runs, where it is measured from, and where its text stands. */
export interface LaidOut {
  key: string;
  part: string;
  span: Span;
  start: Spot;
  end: Spot;
  /** Feet of the extension lines on the figure; the same as the ends for a line on the figure itself. */
  feet: [Spot, Spot];
  text: Spot;
  box: { width: number; height: number };
}

const OFFSET = 26;
const STEP = 24;
const ALONG = [0.5, 0.32, 0.68, 0.2, 0.8];
const HEIGHT = 22;

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

const overlap = (a: Box, b: Box) =>
  Math.abs(a.x - b.x) * 2 < a.width + b.width && Math.abs(a.y - b.y) * 2 < a.height + b.height;

/** Put dimension lines where their texts do not run into one another or into the badges. */
export function layOut(spans: { part: string; span: Span }[], to: ToScreen, badges: Spot[]): LaidOut[] {
  const taken: Box[] = badges.map(([x, y]) => ({ x, y, width: 30, height: 30 }));
  return spans.map(({ part, span }) => {
    const a = to(span.start);
    const b = to(span.end);
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    // On the screen y points down, so the left of the direction is (dy, -dx).
    const normal: Spot = [((b[1] - a[1]) / length) * span.side, (-(b[0] - a[0]) / length) * span.side];
    const width = span.text.length * 8 + 12;
    const tries =
      span.side === 0
        ? ALONG.map((share) => ({ off: 0, share }))
        : [0, 1, 2, 3].map((step) => ({ off: OFFSET + step * STEP, share: 0.5 }));
    const places = tries.map(({ off, share }) => {
      const start: Spot = [a[0] + normal[0] * off, a[1] + normal[1] * off];
      const end: Spot = [b[0] + normal[0] * off, b[1] + normal[1] * off];
      const text: Spot = [start[0] + (end[0] - start[0]) * share, start[1] + (end[1] - start[1]) * share];
      return { start, end, text, box: { x: text[0], y: text[1], width, height: HEIGHT } };
    });
    const place = places.find((candidate) => !taken.some((box) => overlap(box, candidate.box))) ?? places[0];
    if (!place) throw new Error("a span has no place");
    taken.push(place.box);
    return {
      key: `${part}.${span.measure}`,
      part,
      span,
      start: place.start,
      end: place.end,
      feet: [a, b],
      text: place.text,
      box: { width, height: HEIGHT },
    };
  });
}
