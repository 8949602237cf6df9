import type { PartDocument, Spot, WalkedSide } from "../api/types";
import { tidy } from "./tidy";

/* The walk of an outline as text: "R 9, U 7, L 5, D 3, L ?, D ?". The core reads it; here it is only rewritten. */

const AXIS: Record<string, 0 | 1> = { R: 0, L: 0, U: 1, D: 1 };
const PLAIN = /^\s*([RULD])\s+(.+?)\s*$/i;
const ARC = /\s+arc\s.*$/i;

/** The steps of a walk, split at the commas outside of brackets. */
export function stepsOf(walk: string): string[] {
  const steps: string[] = [];
  let depth = 0;
  let here = "";
  for (const letter of walk) {
    depth += letter === "(" ? 1 : letter === ")" ? -1 : 0;
    if (depth <= 0 && (letter === "," || letter === ";" || letter === "\n")) {
      steps.push(here.trim());
      here = "";
    } else here += letter;
  }
  return [...steps, here.trim()].filter(Boolean);
}

/** A step that goes by this vector. */
export function stepFor([x, y]: Spot): string {
  const level = `${x < 0 ? "L" : "R"} ${tidy(Math.abs(x))}`;
  const upright = `${y < 0 ? "D" : "U"} ${tidy(Math.abs(y))}`;
  if (tidy(y) === "0") return level;
  return tidy(x) === "0" ? upright : `${level} ${upright}`;
}

/** The walk through these corners and back; of a right-angled one the last two sides are left to be found. */
export function walkThrough(corners: Spot[]): string {
  const steps = corners.map((corner, index) => {
    const next = corners[(index + 1) % corners.length] ?? corner;
    return stepFor([next[0] - corner[0], next[1] - corner[1]]);
  });
  return leaveOpen(steps).join(", ");
}

/** With one level and one upright side left open, so that they follow when another side changes. */
function leaveOpen(steps: string[], except = -1): string[] {
  if (!steps.every((step) => PLAIN.test(step) && axisOf(step) !== null)) return steps;
  let open = steps;
  for (const axis of [0, 1] as const) {
    if (open.some((step) => axisOf(step) === axis && isOpen(step))) continue;
    const last = open.findLastIndex((step, index) => index !== except && axisOf(step) === axis);
    open = open.map((step, index) => (index === last ? `${step.trim()[0] ?? ""} ?` : step));
  }
  return open;
}

function axisOf(step: string): 0 | 1 | null {
  const letter = PLAIN.exec(step)?.[1]?.toUpperCase();
  const amount = PLAIN.exec(step)?.[2] ?? "";
  return letter === undefined || /(^|\s)[RULD]\s/i.test(amount) || ARC.test(step) ? null : (AXIS[letter] ?? null);
}

const isOpen = (step: string) => /\?\s*$/.test(step);

/** What was typed for one side ("side3"), or nothing when it is not a single length. */
export function sideText(part: PartDocument, measure: string): string {
  const step = stepsOf(part.walk ?? "")[sideIndex(measure)] ?? "";
  return axisOf(step) === null ? (/^(.*?)\s+(?:at|bearing)\s/i.exec(step)?.[1] ?? "") : (PLAIN.exec(step)?.[2] ?? "");
}

export const sideIndex = (measure: string) => Number(measure.replace("side", "")) - 1;

/** One side with another length; of a right-angled walk one other side in its direction gives way. */
export function withSide(part: PartDocument, measure: string, text: string): PartDocument {
  const index = sideIndex(measure);
  const steps = stepsOf(part.walk ?? numbered(part));
  const step = steps[index];
  if (step === undefined) return part;
  const axis = axisOf(step);
  const polar = /^(.*?)(\s+(?:at|bearing)\s.*)$/i.exec(step);
  const changed = axis === null ? (polar ? `${text}${polar[2] ?? ""}` : step) : `${step.trim()[0] ?? ""} ${text}`;
  const put = steps.map((s, i) => (i === index ? changed : s));
  return asWalk(part, (axis === null ? put : leaveOpen(put, index)).join(", "));
}

/** One corner somewhere else: the two sides that meet there follow. ``to`` is its vector from where it was. */
export function withCorner(part: PartDocument, sides: WalkedSide[], index: number, by: Spot): PartDocument {
  const count = sides.length;
  const before = (index + count - 1) % count;
  const steps = stepsOf(part.walk ?? numbered(part));
  const vectors = sides.map((side): Spot => side.vector);
  const changed = Array.from({ length: count }, (_, i) => {
    const [x, y] = vectors[i] ?? [0, 0];
    const bend = ARC.exec(steps[i] ?? "")?.[0] ?? "";
    if (i === before) return stepFor([x + by[0], y + by[1]]) + bend;
    if (i === index) return stepFor([x - by[0], y - by[1]]) + bend;
    return steps[i] === undefined || isOpen(steps[i]) ? stepFor([x, y]) + bend : steps[i];
  });
  return asWalk(part, changed.join(", "));
}

/** A part given by points as one that is walked, at the same place. */
function asWalk(part: PartDocument, walk: string): PartDocument {
  if (part.walk != null) return { ...part, walk };
  const [x, y] = part.points?.[0] ?? ["0", "0"];
  return { ...part, points: undefined, walk, at: [tidy(Number(part.at[0]) + Number(x)), tidy(Number(part.at[1]) + Number(y))] };
}

/** The walk along points that are plain numbers. */
function numbered(part: PartDocument): string {
  const corners = (part.points ?? []).map(([x, y]): Spot => [Number(x), Number(y)]);
  return corners.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)) ? walkThrough(corners) : "";
}
