import { createContext, useContext } from "react";
import { createStore, useStore, type StoreApi } from "zustand";
import { temporal, type TemporalState } from "zundo";
import type { Edit, ProblemDocument } from "../api/types";
import { sameDocument } from "./unsaved";
import { verbsOn, type Done } from "./verbs";

/** The measure whose tally is shown; a figure that has none of this name shows its first. */
export type MeasureName = string;

/** What the pointer or the keyboard is on: a part, and perhaps one entry of a tally. */
export interface Lit {
  part: string;
  id?: string;
  /** What else is told in the same entry. */
  alike?: readonly string[];
  /** Other parts that are spoken of with it. */
  others?: readonly string[];
}

/** Whether a part is spoken of. */
export const speaksOf = (lit: Lit | null, part: string | undefined): boolean =>
  lit !== null && part !== undefined && (lit.part === part || (lit.others ?? []).includes(part));

/** An open editor for one given of one part, standing at a place on the screen. */
export interface Editing {
  part: string;
  given: string;
  at: { left: number; top: number; width: number; height: number };
}

/** What the pointer does on the board: choose and move, draw an outline, draw cut lines, shade squares. */
export type Mode = "move" | "outline" | "cuts" | "squares";

/** What can be asked of the board from elsewhere. */
export interface BoardView {
  fit: () => void;
  zoom: (factor: number) => void;
}

export interface BenchState {
  document: ProblemDocument;
  /** The document while something is being dragged or typed; not yet part of the history. */
  draft: ProblemDocument | null;
  figure: number;
  selected: string | null;
  lit: Lit | null;
  measure: MeasureName;
  editing: Editing | null;
  mode: Mode;
  /** The ways of splitting are laid out; the name of a second one that stands beside the first. */
  ways: { beside: string | null } | null;
  /** The part of which it is shown why its formula holds. */
  why: string | null;
  /** Whether a solid's content is plotted against the depth. */
  plot: boolean;
  /** Whether a solid is shown as the unit cubes that it is made of. */
  cubes: boolean;
  /** Whether the solid is shown that a profile makes. */
  solid: boolean;
  /** Whether the page to hand out is shown. */
  paging: boolean;
  /** Whether the working is stepped through before a class. */
  stepping: boolean;
  /** Whether it is shown what letters are good for. */
  lettering: boolean;
  /** Whether the working is shown though a problem is to be tried first. */
  revealed: boolean;
  /** What is said for a moment about what was just done. */
  notice: string | null;
  /** The board on the screen, while there is one. */
  board: BoardView | null;
  commit: (document: ProblemDocument) => void;
  preview: (draft: ProblemDocument | null) => void;
  /** Make a change that the core makes. */
  perform: (edit: Edit) => Promise<Done>;
  /** Preview such a change; with null nothing more. */
  tryOut: (edit: Edit | null) => Promise<void>;
  set: (
    change: Partial<
      Pick<
        BenchState,
        | "figure"
        | "selected"
        | "lit"
        | "measure"
        | "editing"
        | "mode"
        | "ways"
        | "why"
        | "plot"
        | "cubes"
        | "solid"
        | "paging"
        | "stepping"
        | "lettering"
        | "revealed"
        | "board"
        | "notice"
      >
    >,
  ) => void;
}

type Tracked = Pick<BenchState, "document">;
export type BenchStore = StoreApi<BenchState> & { temporal: StoreApi<TemporalState<Tracked>> };

const HISTORY_LIMIT = 200;
const HISTORY_CHARACTERS = 2_000_000;
const historyKey = (of: number | string) => `tilt-grid.history.${of}`;

interface Remembered {
  document: ProblemDocument;
  /** The version under which the server has this document; not there while it has not. */
  version?: number | undefined;
  past: Tracked[];
  future: Tracked[];
}

/** What was kept in this browser under a problem's number or a card's name. */
export function keptHere(of: number | string): Remembered | null {
  try {
    return JSON.parse(localStorage.getItem(historyKey(of)) ?? "null") as Remembered | null;
  } catch {
    return null;
  }
}

/** The history kept in this browser, if it belongs to the document as it was opened. */
function remembered(of: number | string, document: ProblemDocument, version?: number): Remembered | null {
  const kept = keptHere(of);
  const own = (version !== undefined && kept?.version === version) || sameDocument(kept?.document, document);
  return own ? kept : null;
}

/** Keep the history for after a reload; the oldest steps go when it grows too large. */
export function remember(of: number | string, store: BenchStore, version?: number) {
  const { pastStates, futureStates } = store.temporal.getState();
  const kept: Remembered = {
    document: store.getState().document,
    version,
    past: pastStates as Tracked[],
    future: futureStates as Tracked[],
  };
  let text = JSON.stringify(kept);
  while (text.length > HISTORY_CHARACTERS && kept.past.length > 0) {
    kept.past = kept.past.slice(Math.ceil(kept.past.length / 2));
    text = JSON.stringify(kept);
  }
  try {
    localStorage.setItem(historyKey(of), text);
  } catch {
    localStorage.removeItem(historyKey(of));
  }
}

export function createBenchStore(of: number | string, document: ProblemDocument, version?: number): BenchStore {
  const kept = remembered(of, document, version);
  const store = createStore<BenchState>()(
    temporal(
      (set, get, api) => ({
        document,
        draft: null,
        figure: 0,
        selected: null,
        lit: null,
        measure: "area",
        editing: null,
        mode: "move",
        ways: null,
        why: null,
        plot: false,
        cubes: false,
        solid: false,
        paging: false,
        stepping: false,
        lettering: false,
        revealed: false,
        notice: null,
        board: null,
        ...verbsOn(api),
        commit: (changed) => {
          if (JSON.stringify(changed) === JSON.stringify(get().document)) set({ draft: null });
          else set({ document: changed, draft: null });
        },
        preview: (draft) => set({ draft }),
        set: (change) => set(change),
      }),
      {
        partialize: (state): Tracked => ({ document: state.document }),
        equality: (a, b) => a.document === b.document,
        limit: HISTORY_LIMIT,
        pastStates: kept?.past ?? [],
        futureStates: kept?.future ?? [],
      },
    ),
  );
  // The list of figures may have become shorter (undo, another window's work): then the last one is shown.
  store.subscribe(({ document: { figures }, figure, set }) => {
    if (figure > 0 && figure >= figures.length)
      set({ figure: Math.max(0, figures.length - 1), selected: null, editing: null });
  });
  return store;
}

export const BenchContext = createContext<BenchStore | null>(null);

export function useBenchStore(): BenchStore {
  const store = useContext(BenchContext);
  if (!store) throw new Error("used outside of the bench");
  return store;
}

export function useBench<T>(select: (state: BenchState) => T): T {
  return useStore(useBenchStore(), select);
}

/** Whether the working is kept back until it is asked for: the problem wants a try first. */
export const hidesWorking = (state: BenchState): boolean =>
  (state.document.settings.try_first ?? false) && !state.revealed;

export function useHistory<T>(select: (state: TemporalState<Tracked>) => T): T {
  return useStore(useBenchStore().temporal, select);
}
