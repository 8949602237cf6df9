import type { ProblemDocument } from "../api/types";

/* Work that the server has not taken yet lies in the browser's storage, so that closing the window loses nothing. */

export interface Unsaved {
  /** The version of the stored problem that it was made from. */
  version: number;
  document: ProblemDocument;
}

const keyOf = (id: number) => `tilt-grid.unsaved.${id}`;

export function keepUnsaved(id: number, kept: Unsaved): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(kept));
  } catch {
    // a full or forbidden storage: the page itself still holds it
  }
}

export function unsavedOf(id: number): Unsaved | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(id)) ?? "null") as Unsaved | null;
  } catch {
    return null;
  }
}

export function forgetUnsaved(id: number): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // nothing was kept there either
  }
}

/** Whether two documents say the same, in whatever order their fields stand. */
export const sameDocument = (one: unknown, two: unknown): boolean => sorted(one) === sorted(two);

const sorted = (value: unknown): string =>
  JSON.stringify(value, (_, inner: unknown) =>
    inner !== null && typeof inner === "object" && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
