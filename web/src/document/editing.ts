import type { DrawnPart, Join, PartDocument, ProblemDocument } from "../api/types";
import { changeFigure, figureAt, isOf } from "./figures";
import { tidy } from "./tidy";
import { sideText, withSide } from "./walks";

/* Pure changes of a document. Each returns a new document and leaves the old one as it is. */

export function changePart(
  document: ProblemDocument,
  figure: number,
  name: string,
  change: (part: PartDocument) => PartDocument,
): ProblemDocument {
  return changeFigure("plane", document, figure, (f) => ({
    ...f,
    parts: f.parts.map((part) => (part.name === name ? change(part) : part)),
  }));
}

export function partNamed(document: ProblemDocument, figure: number, name: string | null): PartDocument | undefined {
  return figureAt("plane", document, figure)?.parts.find((part) => part.name === name);
}

export const setGiven = (given: string, text: string) => (part: PartDocument): PartDocument => ({
  ...part,
  given: { ...part.given, [given]: text },
});

/** What was typed for a measurement: a given, or one side of an outline. */
export function typedMeasure(part: PartDocument | undefined, measure: string): string {
  if (!part) return "";
  return part.shape === "outline" ? sideText(part, measure) : (part.given[measure] ?? "");
}

/** Another text for a measurement. */
export const setMeasure = (measure: string, text: string) => (part: PartDocument): PartDocument =>
  part.shape === "outline" ? withSide(part, measure, text) : setGiven(measure, text)(part);

/** A part that stood on another, where it stands, by itself. */
export const detached = (drawn: DrawnPart) => (part: PartDocument): PartDocument => {
  return { ...part, on: undefined, at: [tidy(drawn.anchor[0]), tidy(drawn.anchor[1])], turn: tidy(drawn.turn) };
};

/** One given in place of another, at the same place in the list. */
export const swapGiven = (from: string, to: string, text: string) => (part: PartDocument): PartDocument => ({
  ...part,
  given: Object.fromEntries(Object.entries(part.given).map(([key, value]) => (key === from ? [to, text] : [key, value]))),
});

/** A given more, or one less. */
export const dropGiven = (given: string) => (part: PartDocument): PartDocument => ({
  ...part,
  given: Object.fromEntries(Object.entries(part.given).filter(([key]) => key !== given)),
});

export const moveTo = (x: string, y: string) => (part: PartDocument): PartDocument => ({ ...part, at: [x, y] });
export const setJoin = (join: Join) => (part: PartDocument): PartDocument => ({ ...part, join });
export const flipped = (part: PartDocument): PartDocument => ({ ...part, flip: !part.flip });

/** Turned by some degrees more; a turn that is no plain number is left to be typed. */
export const turnedBy = (degrees: number) => (part: PartDocument): PartDocument => {
  const now = Number(part.turn);
  return Number.isFinite(now) ? { ...part, turn: tidy((((now + degrees) % 360) + 360) % 360) } : part;
};

export function addPart(document: ProblemDocument, figure: number, part: PartDocument): ProblemDocument {
  if (document.figures.length === 0) {
    return { ...document, figures: [{ name: "figure", kind: "plane", parts: [part] }] };
  }
  return changeFigure("plane", document, figure, (f) => ({ ...f, parts: [...f.parts, part] }));
}

export function removePart(document: ProblemDocument, figure: number, name: string): ProblemDocument {
  return changeFigure("plane", document, figure, (f) => ({ ...f, parts: f.parts.filter((part) => part.name !== name) }));
}

/** A name that nothing in the figure has yet. */
export function freeName(base: string, taken: string[]): string {
  const stem = base.replace(/\d+$/, "") || "part";
  if (!taken.includes(base)) return base;
  let count = 2;
  while (taken.includes(`${stem}${count}`)) count += 1;
  return `${stem}${count}`;
}

/** Rename a part, and every mention of it in measurements, lines and asks. */
export function renamePart(document: ProblemDocument, figure: number, from: string, to: string): ProblemDocument {
  const owner = document.figures[figure]?.name ?? "";
  const whole = mention(`${owner}.${from}`);
  const own = mention(from);
  const outside = (text: string) => text.replace(whole, `${owner}.${to}`);
  const inside = (text: string) => outside(text).replace(own, to);
  return {
    ...document,
    figures: document.figures.map((f, index) => !isOf("plane", f) ? f : ({
      ...f,
      ...(f.shaded && index === figure ? { shaded: { ...f.shaded, parts: f.shaded.parts.map((p) => (p === from ? to : p)) } } : {}),
      parts: f.parts.map((part) => {
        const put = index === figure ? inside : outside;
        return {
          ...part,
          name: index === figure && part.name === from ? to : part.name,
          given: Object.fromEntries(Object.entries(part.given).map(([key, text]) => [key, put(text)])),
          ...(part.walk != null ? { walk: put(part.walk) } : {}),
          ...(part.points ? { points: part.points.map(([x, y]): [string, string] => [put(x), put(y)]) } : {}),
          ...(part.on && index === figure && part.on.part === from ? { on: { ...part.on, part: to } } : {}),
          at: [put(part.at[0]), put(part.at[1])],
          turn: put(part.turn),
        };
      }),
    })),
    lines: document.lines.map((line) => ({ ...line, expression: outside(line.expression) })),
    asks: document.asks.map((ask) => ({ ...ask, expression: outside(ask.expression) })),
  };
}

/** Matches a dotted name where it begins a path and is followed by a dot. */
function mention(name: string): RegExp {
  const escaped = name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  return new RegExp(`(?<![\\p{L}\\p{N}_.])${escaped}(?=\\.)`, "gu");
}
