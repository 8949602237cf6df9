import { replaceEqualDeep } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, Refused } from "../api/client";
import type { AskResults, FigureResults, ProblemDocument, Results } from "../api/types";
import { useBenchStore, type BenchState } from "./store";

export interface Worked {
  results: Results | null;
  /** The last results of each figure that were whole: what stays on the board while something is wrong. */
  good: Record<string, FigureResults>;
  /** When each figure that is not whole now was it for the last time, as a clock shows it. */
  since: Record<string, string>;
  /** The last answer of every ask. */
  answers: AskResults[];
  fault: string | null;
  /** Newer results have been awaited for longer than a moment. */
  late: boolean;
}

const MOMENT = 300;
const RETRY = 3000;

/**
 * The results of what is on the bench, as fast as the server gives them: one request at a time, and
 * always the newest document next, so that a drag shows every result it can. It listens to the store
 * by itself: a document that is only being dragged makes nothing be drawn until its results are there.
 */
export function useResults(): Worked {
  const store = useBenchStore();
  const [worked, setWorked] = useState<Worked>({
    results: null,
    good: {},
    since: {},
    answers: [],
    fault: null,
    late: false,
  });

  useEffect(() => {
    let busy = false;
    let ended = false;
    const newest = () => shownOf(store.getState());
    const also = () => alsoOf(store.getState());
    const work = async () => {
      if (busy) return;
      busy = true;
      for (let of = newest(), more = also(), done = false; !done && !ended; of = newest(), more = also()) {
        const late = setTimeout(() => setWorked((before) => ({ ...before, late: true })), MOMENT);
        const { change, again } = await evaluated(of, more);
        clearTimeout(late);
        if (!ended) setWorked(change);
        if (again && !ended) setTimeout(() => void work(), RETRY); // the server may be back by then
        done = newest() === of && also() === more;
      }
      busy = false;
    };
    void work();
    const stop = store.subscribe((now, before) => {
      if (shownOf(now) !== shownOf(before) || alsoOf(now) !== alsoOf(before)) void work();
    });
    return () => {
      ended = true;
      stop();
    };
  }, [store]);

  return worked;
}

const shownOf = (state: BenchState): ProblemDocument => state.draft ?? state.document;

/** What is only worked out while it is looked at. */
const alsoOf = (state: BenchState): string =>
  [
    state.ways ? "ways" : "",
    state.mode === "squares" ? "squares" : "",
    state.why ? "why" : "",
    state.plot ? "plot" : "",
    state.cubes ? "cubes" : "",
    ...alsoOfProfile(state),
  ]
    .filter(Boolean)
    .join(",");

/** Of a profile the tally that is looked at is told strip by strip, and a volume of revolution in several ways. */
function alsoOfProfile(state: BenchState): string[] {
  if (state.document.figures[state.figure]?.kind !== "profile") return [];
  if (state.draft) return ["slid", state.solid ? "solid" : ""];
  return [state.measure, state.solid ? "solid" : "", state.measure === "spun_volume" ? "ways" : ""];
}

interface Evaluated {
  change: (before: Worked) => Worked;
  /** Whether there may be an answer a little later. */
  again: boolean;
}

/** Ask for the results of a document; answers with the change that they make. */
async function evaluated(document: ProblemDocument, also: string): Promise<Evaluated> {
  try {
    const fresh = await api.evaluate(document, also);
    const change = (before: Worked): Worked => {
      // What is as it was keeps its identity, so that only what changed is drawn again.
      const results = replaceEqualDeep(before.results, fresh);
      const answers = results.asks.map((now, index) => (now.text === null ? (before.answers[index] ?? now) : now));
      return {
        results,
        good: lastGood(before.good, results),
        since: sinceWhen(before, results),
        answers: replaceEqualDeep(before.answers, answers),
        fault: null,
        late: false,
      };
    };
    return { change, again: false };
  } catch (error) {
    const refused = error instanceof Refused ? error : new Refused(String(error), 0);
    const again = refused.status === 0 || refused.status === 429 || refused.status === 502 || refused.status === 504;
    return { change: (before) => ({ ...before, fault: refused.message, late: false }), again };
  }
}

function lastGood(before: Worked["good"], results: Results): Worked["good"] {
  const names = Object.keys(results.figures);
  return Object.fromEntries(
    names.flatMap((name) => {
      const now = results.figures[name];
      const last = Object.keys(before[name]?.tallies ?? {}).length > 0 ? before[name] : undefined; // an empty board is no picture to go back to
      const kept = now && (isWhole(name, now, results) ? now : last ? together(now, last) : now);
      return kept ? [[name, kept]] : [];
    }),
  );
}

/** What was whole, with all of a plane figure's parts that can be drawn now; those that can't stay as they were. */
function together(now: FigureResults, last: FigureResults): FigureResults {
  if (now.kind !== "plane" || last.kind !== "plane" || !now.drawing || !last.drawing) return last;
  const here = new Set(now.drawing.parts.map((part) => part.name));
  const broken = last.drawing.parts.filter((part) => !here.has(part.name));
  const parts = [...now.drawing.parts, ...broken];
  return { ...last, parts: { ...last.parts, ...now.parts }, drawing: { ...last.drawing, parts } };
}

/** Figures that have just ceased to be whole have been so since now. */
function sinceWhen(before: Worked, results: Results): Worked["since"] {
  const clock = new Date().toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
  return Object.fromEntries(
    Object.entries(results.figures).flatMap(([name, now]) =>
      isWhole(name, now, results) || !before.good[name] ? [] : [[name, before.since[name] ?? clock]],
    ),
  );
}

/** Whether a figure could be worked out in full; one that has no parts yet is whole too. */
function isWhole(name: string, figure: FigureResults, results: Results): boolean {
  if (Object.keys(figure.tallies).length > 0) return true;
  return !results.complaints.some((c) => c.level === "error" && c.where.startsWith(`figures.${name}`));
}
