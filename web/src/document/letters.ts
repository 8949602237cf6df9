import type { Letter, ProblemDocument, Settled } from "../api/types";

/* Pure changes of a document that have to do with its letters. */

/** A letter more, or another stand-in for one that is there. */
export function withLetter(document: ProblemDocument, name: string, stands: string): ProblemDocument {
  const letters = document.letters ?? [];
  const known = letters.some((letter) => letter.name === name);
  const changed = known
    ? letters.map((letter) => (letter.name === name ? { ...letter, stands } : letter))
    : [...letters, { name, stands }];
  return { ...document, letters: changed };
}

/** Other stand-ins for some letters; ``units`` are what they count. */
export function standing(
  document: ProblemDocument,
  values: Record<string, number>,
  units: Record<string, string>,
): ProblemDocument {
  return Object.entries(values).reduce(
    (now, [name, value]) => withLetter(now, name, `${tidyNumber(value)} ${units[name] ?? ""}`.trim()),
    document,
  );
}

/** Without a letter, and without what is varied, held or solved for by it. */
export function withoutLetter(document: ProblemDocument, name: string): ProblemDocument {
  const left = (document.vary?.letters ?? []).filter((each) => each.letter !== name);
  return {
    ...document,
    letters: (document.letters ?? []).filter((letter) => letter.name !== name),
    hold: (document.hold ?? []).filter((each) => each.gives !== name),
    solve: (document.solve ?? []).filter((each) => each.letter !== name),
    vary: document.vary && left.length > 0 ? { ...document.vary, letters: left } : null,
  };
}

/** “w = 5 m” as a letter and what it stands for; null where it can't be read so. */
export function readLetter(text: string): Letter | null {
  const found = /^\s*(\p{L}[\p{L}\p{N}_]*)\s*=\s*(.*\S)\s*$/u.exec(text);
  return found ? { name: found[1] ?? "", stands: found[2] ?? "" } : null;
}

const UNKNOWN = /^“(\p{L}[\p{L}\p{N}_]*)” is not a known name/u;

/** The name that a sentence says nothing bears; it could be a letter. */
export const nameWanted = (says: string | null | undefined): string | null => UNKNOWN.exec(says ?? "")?.[1] ?? null;

/** The figure with letters for what is missing, so that it can be moved. */
export function letMove(document: ProblemDocument, settled: Settled): ProblemDocument {
  const moved = structuredClone(document);
  for (const [path, text] of settled.changes) {
    const steps = [...path];
    const last = steps.pop() ?? "";
    let at = moved as unknown as Record<string, unknown>;
    for (const step of steps) at = at[step] as Record<string, unknown>;
    at[last] = text;
  }
  return settled.free.reduce((now, each) => withLetter(now, each.letter, each.stands), moved);
}

/** The first number of a text, for a slider to begin at. */
export function numberIn(text: string): number | null {
  const found = /-?\d+(?:[.,]\d+)?/.exec(text)?.[0];
  return found === undefined ? null : Number(found.replace(",", "."));
}

/** A number without the tail that binary arithmetic leaves. */
export const tidyNumber = (value: number): string => String(Number(value.toPrecision(12)));

/** Between which numbers a letter is slid: where it is varied there, else from a tenth to twice of what it stands for. */
export function slid(document: ProblemDocument, letter: Letter): { low: number; high: number; step: number } {
  const varied = document.vary?.letters.find((each) => each.letter === letter.name);
  const [low, high] = [varied ? numberIn(varied.low) : null, varied ? numberIn(varied.high) : null];
  const now = numberIn(letter.stands) ?? 1;
  const ends = low !== null && high !== null && high > low ? { low, high } : { low: now / 10, high: 2 * now };
  const step = 10 ** Math.floor(Math.log10((ends.high - ends.low) / 40));
  return { low: Math.ceil(ends.low / step) * step, high: ends.high, step };
}
