import type { Segment, Span, Spot } from "../api/types";
import type { Size } from "./view";
import { alongSegment, type ToScreen } from "./path";

/** What the layout needs of a part: its lines, its dimension lines, and where its badge stands. */
export interface LaidPart {
  name: string;
  label: Spot | null;
  path: Segment[];
  spans: Span[];
}

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

const GAP = 9;
const STEP = 24;
const STEPS = 5;
const ALONG = [0.5, 0.32, 0.68, 0.2, 0.8];
const HEIGHT = 22;
const ROUNDS = 3;
const SMALL = 40;

/** What a place costs: running into another text or dimension line, leaving the board, lying on a line of the figure, crossing another part, being far. */
const COST = { text: 100, outside: 60, line: 40, stroke: 20, crossing: 15, away: 0.05, beyond: 4, other: 1 };

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Laid {
  box: Box;
  line: Box | null;
  laid: LaidOut;
}

interface Place {
  feet: [Spot, Spot];
  start: Spot;
  end: Spot;
  text: Spot;
  away: number;
}

const overlap = (a: Box, b: Box) =>
  Math.abs(a.x - b.x) * 2 < a.width + b.width && Math.abs(a.y - b.y) * 2 < a.height + b.height;
const holds = (box: Box, [x, y]: Spot, room = 0) =>
  Math.abs(box.x - x) < box.width / 2 + room && Math.abs(box.y - y) < box.height / 2 + room;

function boxAround(spots: Spot[]): Box {
  const xs = spots.map(([x]) => x);
  const ys = spots.map(([, y]) => y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { x: (left + right) / 2, y: (top + bottom) / 2, width: right - left, height: bottom - top };
}

const inside = (box: Box, board: Size) =>
  box.x - box.width / 2 > 2 &&
  box.x + box.width / 2 < board.width - 2 &&
  box.y - HEIGHT / 2 > 2 &&
  box.y + HEIGHT / 2 < board.height - 2;
const widened = (box: Box): Box => ({ ...box, width: box.width + 12, height: box.height + 12 });
const within = (inner: Box, outer: Box) =>
  inner.width <= outer.width + 1 && inner.height <= outer.height + 1 && holds(outer, [inner.x, inner.y]);

/**
 * Put dimension lines where their texts do not run into one another, the badges or the figure's lines.
 * ``remembered`` holds which place each one took last; while ``steady`` (something is being dragged) they
 * keep it, so that they don't jump about.
 */
export function layOut(
  shown: LaidPart[],
  all: LaidPart[],
  to: ToScreen,
  board: Size,
  remembered: Map<string, number>,
  steady: boolean,
  reserved: Box[] = [],
): LaidOut[] {
  const badges = all.flatMap((part) => (part.label ? [{ ...boxOf(to(part.label)), width: 30, height: 28 }] : []));
  const fixed: Box[] = [...badges, ...reserved];
  const strokes = all.flatMap((part) =>
    part.path.map((segment) => {
      const spots = alongSegment(segment).map(to);
      return { part, spots, around: widened(boxAround(spots)) };
    }),
  );
  const boxes = all.map((part) => ({
    part,
    box: boxAround(strokes.flatMap((stroke) => (stroke.part === part ? stroke.spots : []))),
  }));
  // What stands on the figure itself has the least choice, so it chooses first.
  const spans = shown.flatMap((part) => part.spans.map((span) => ({ part, span })));
  // Of the others, shorter ones stand nearer to the figure.
  const lengthOf = (span: Span) => Math.hypot(span.end[0] - span.start[0], span.end[1] - span.start[1]);
  const rank = (span: Span) => (span.side === 0 ? -1 : lengthOf(span));
  spans.sort((one, two) => rank(one.span) - rank(two.span));
  const chosen: (Laid | undefined)[] = spans.map(() => undefined);
  const choose = (index: number, { part, span }: { part: LaidPart; span: Span }, anew: boolean): Laid => {
    const own = boxes.find((entry) => entry.part === part)?.box;
    const others = boxes
      .filter((entry) => entry.part !== part && own && !within(own, entry.box))
      .map((entry) => entry.box);
    const beside = chosen.filter((each, at): each is Laid => each !== undefined && at !== index);
    const taken = [...fixed, ...beside.map((each) => each.box)];
    const lines = beside.flatMap((each) => (each.line ? [each.line] : []));
    const width = span.text.length * 8 + 12;
    const cost = ({ start, end, text, away }: Place) => {
      const box = { x: text[0], y: text[1], width, height: HEIGHT };
      const line = [0.1, 0.3, 0.5, 0.7, 0.9].map((t): Spot => [
        start[0] + (end[0] - start[0]) * t,
        start[1] + (end[1] - start[1]) * t,
      ]);
      return (
        (taken.some((other) => overlap(other, box)) ? COST.text : 0) +
        (inside(box, board) ? 0 : COST.outside) +
        (lines.some((other) => overlap(other, box)) ? COST.stroke : 0) +
        (span.side !== 0 && lines.some((other) => overlap(other, widened(boxAround([start, end])))) ? COST.line : 0) +
        (strokes.some(({ spots, around }) => overlap(around, box) && spots.some((spot) => holds(box, spot, 2)))
          ? COST.stroke
          : 0) +
        (span.side !== 0 && others.some((other) => line.some((spot) => holds(other, spot))) ? COST.crossing : 0) +
        away * COST.away
      );
    };
    const places = placesOf(span, to(span.start), to(span.end), width);
    if (span.other) places.push(...placesOf(span, to(span.other[0]), to(span.other[1]), width, COST.other / COST.away));
    const key = `${part.name}.${span.measure}`;
    const kept = steady && !anew ? remembered.get(key) : undefined;
    const place = (kept === undefined ? undefined : places[kept]) ?? cheapest(places, cost);
    remembered.set(key, places.indexOf(place));
    return {
      box: { x: place.text[0], y: place.text[1], width, height: HEIGHT },
      line: span.side !== 0 ? boxAround([place.start, place.end]) : null,
      laid: {
        key,
        part: part.name,
        span,
        start: place.start,
        end: place.end,
        feet: place.feet,
        text: place.text,
        box: { width, height: HEIGHT },
      },
    };
  };
  spans.forEach((each, index) => (chosen[index] = choose(index, each, false)));
  // What stands on another one now that all are there chooses once more.
  for (let round = 0; round < ROUNDS && !steady; round++)
    spans.forEach((each, index) => {
      const own = chosen[index];
      const meets = (other: Laid | undefined) => other && own && other !== own && overlap(other.box, own.box);
      if (own && (chosen.some(meets) || fixed.some((box) => overlap(box, own.box))))
        chosen[index] = choose(index, each, true);
    });
  // In a steady order: an element that moves in the page would lose the focus.
  return chosen.flatMap((each) => (each ? [each.laid] : [])).sort((one, two) => (one.key < two.key ? -1 : 1));
}

function cheapest(places: [Place, ...Place[]], cost: (place: Place) => number): Place {
  let [best] = places;
  let least = cost(best);
  for (const place of places) {
    const here = cost(place);
    if (here < least - 1e-9) [best, least] = [place, here];
  }
  return best;
}

/** The parts that a badge would hide, since they are hardly larger. */
export function hidden(parts: LaidPart[], to: ToScreen): Box[] {
  return parts
    .map((part) => boxAround(part.path.flatMap((segment) => alongSegment(segment).map(to))))
    .filter((box) => Math.max(box.width, box.height) < SMALL);
}

/** How far a badge may go aside, and in how many directions. */
const ASIDE = [0, 26, 40, 56];
const WAYS = 8;

/** Where badges stand: as near to their places as they can without lying on a text or on one another. */
export function layOutBadges(parts: { name: string; at: Spot; width: number }[], texts: Box[]): Map<string, Spot> {
  const taken = [...texts];
  const found = new Map<string, Spot>();
  for (const { name, at, width } of parts) {
    const places = ASIDE.flatMap((far) =>
      Array.from({ length: far ? WAYS : 1 }, (_, way): Spot => {
        const angle = (way * 2 * Math.PI) / WAYS;
        return [at[0] + far * Math.cos(angle), at[1] - far * Math.sin(angle)];
      }),
    );
    const box = ([x, y]: Spot): Box => ({ x, y, width: width + 4, height: 26 });
    const place = places.find((spot) => !taken.some((other) => overlap(other, box(spot)))) ?? at;
    found.set(name, place);
    taken.push(box(place));
  }
  return found;
}

const boxOf = ([x, y]: Spot): Box => ({ x, y, width: 0, height: 0 });

function placesOf(span: Span, a: Spot, b: Spot, width: number, more = 0): [Place, ...Place[]] {
  const feet: [Spot, Spot] = [a, b];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const u: Spot = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const at = (share: number): Spot => [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
  const half = (Math.abs(u[0]) * width + Math.abs(u[1]) * HEIGHT) / 2 + GAP;
  if (span.side === 0) {
    const beyond = [1 + half / length, -half / length].map((share, i) => ({
      feet,
      start: a,
      end: b,
      text: at(share),
      away: (COST.beyond * (i + 1)) / COST.away,
    }));
    const aside = (Math.abs(u[1]) * width + Math.abs(u[0]) * HEIGHT) / 2 + 5;
    const beside = [1, -1].flatMap((way) =>
      [0.5, 0.3, 0.75].map((share) => {
        const [x, y] = at(share);
        return {
          feet,
          start: a,
          end: b,
          text: [x + u[1] * aside * way, y - u[0] * aside * way] as Spot,
          away: 3 / COST.away,
        };
      }),
    );
    return [
      ...ALONG.map((share, i) => ({ feet, start: a, end: b, text: at(share), away: i * 8 })),
      ...beside,
      ...beyond,
    ] as [Place, ...Place[]];
  }
  // On the screen y points down, so the left of the direction is (dy, -dx).
  const normal: Spot = [u[1] * span.side, -u[0] * span.side];
  const nearest = (Math.abs(normal[0]) * width + Math.abs(normal[1]) * HEIGHT) / 2 + GAP;
  return Array.from({ length: STEPS }, (_, step) => {
    const off = nearest + step * STEP;
    const move = ([x, y]: Spot): Spot => [x + normal[0] * off, y + normal[1] * off];
    return ALONG.slice(0, 3).map((share, i) => ({
      feet,
      start: move(a),
      end: move(b),
      text: move(at(share)),
      away: off + more + i * 40,
    }));
  }).flat() as [Place, ...Place[]];
}
