import type { DrawnPart, Join, PartDocument, ProblemDocument } from "../api/types";
import { changeFigure, figureAt } from "./figures";
import type { BenchStore } from "./store";
import { tidy } from "./tidy";

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

export const setGiven =
  (given: string, text: string) =>
  (part: PartDocument): PartDocument => ({
    ...part,
    given: { ...part.given, [given]: text },
  });

/** A part that stood on another, where it stands, by itself. */
export const detached =
  (drawn: DrawnPart) =>
  (part: PartDocument): PartDocument => {
    return { ...part, on: undefined, at: [tidy(drawn.anchor[0]), tidy(drawn.anchor[1])], turn: tidy(drawn.turn) };
  };

/** One given in place of another, at the same place in the list. */
export const swapGiven =
  (from: string, to: string, text: string) =>
  (part: PartDocument): PartDocument => ({
    ...part,
    given: Object.fromEntries(
      Object.entries(part.given).map(([key, value]) => (key === from ? [to, text] : [key, value])),
    ),
  });

/** A given more, or one less. */
export const dropGiven =
  (given: string) =>
  (part: PartDocument): PartDocument => ({
    ...part,
    given: Object.fromEntries(Object.entries(part.given).filter(([key]) => key !== given)),
  });

export const moveTo =
  (x: string, y: string) =>
  (part: PartDocument): PartDocument => ({ ...part, at: [x, y] });
export const setJoin =
  (join: Join) =>
  (part: PartDocument): PartDocument => ({ ...part, join });
export const flipped = (part: PartDocument): PartDocument => ({ ...part, flip: !part.flip });

/** Turned by some degrees more; a turn that is no plain number is left to be typed. */
export const turnedBy =
  (degrees: number) =>
  (part: PartDocument): PartDocument => {
    const now = Number(part.turn);
    return Number.isFinite(now) ? { ...part, turn: tidy((((now + degrees) % 360) + 360) % 360) } : part;
  };

export function addPart(document: ProblemDocument, figure: number, part: PartDocument): ProblemDocument {
  if (document.figures.length === 0) {
    return { ...document, figures: [{ name: "figure", kind: "plane", parts: [part] }] };
  }
  return changeFigure("plane", document, figure, (f) => ({ ...f, parts: [...f.parts, part] }));
}

/** Without the chosen part; what stood on it stays where it is. */
export async function removeChosen(store: BenchStore): Promise<void> {
  const { document, figure, selected, perform } = store.getState();
  if (!partNamed(document, figure, selected)) return;
  store.getState().set({ selected: null });
  await perform({ do: "remove-part", figure: document.figures[figure]?.name ?? "", part: selected ?? "" });
}

/** Another part like the chosen one, which is chosen then. */
export async function duplicate(store: BenchStore): Promise<void> {
  const { document, figure, selected, perform } = store.getState();
  if (!partNamed(document, figure, selected)) return;
  const done = await perform({
    do: "duplicate-part",
    figure: document.figures[figure]?.name ?? "",
    part: selected ?? "",
  });
  if (done.says === null) store.getState().set({ selected: done.name });
}

/** One part more, under a name of its own; it is chosen then. */
export async function addFresh(store: BenchStore, part: PartDocument): Promise<void> {
  const { document, figure, perform } = store.getState();
  const done = await perform({ do: "add-part", figure: document.figures[figure]?.name ?? "figure", part });
  if (done.says === null) store.getState().set({ selected: done.name });
}
