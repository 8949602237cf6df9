import { replaceEqualDeep } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, Refused } from "../api/client";
import type { AskResults, FigureResults, ProblemDocument, Results } from "../api/types";

export interface Worked {
  results: Results | null;
  /** The last results of each figure that were whole: what stays on the board while something is wrong. */
  good: Record<string, FigureResults>;
  /** The last answer of every ask. */
  answers: AskResults[];
  fault: string | null;
  /** Newer results have been awaited for longer than a moment. */
  late: boolean;
}

const MOMENT = 300;

/**
 * The results of a document, as fast as the server gives them: one request at a time, and always the
 * newest document next, so that a drag shows every result it can.
 */
export function useResults(document: ProblemDocument): Worked {
  const [worked, setWorked] = useState<Worked>({ results: null, good: {}, answers: [], fault: null, late: false });
  const newest = useRef(document);
  const busy = useRef(false);

  useEffect(() => {
    newest.current = document;
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      for (;;) {
        const of = newest.current;
        const late = setTimeout(() => setWorked((before) => ({ ...before, late: true })), MOMENT);
        try {
          const fresh = await api.evaluate(of);
          setWorked((before) => {
            // What is as it was keeps its identity, so that only what changed is drawn again.
            const results = replaceEqualDeep(before.results, fresh);
            return {
              results,
              good: replaceEqualDeep(before.good, lastGood(before.good, results)),
              answers: replaceEqualDeep(
                before.answers,
                results.asks.map((now, index) => (now.text === null ? (before.answers[index] ?? now) : now)),
              ),
              fault: null,
              late: false,
            };
          });
        } catch (error) {
          const fault = error instanceof Refused ? error.message : String(error);
          setWorked((before) => ({ ...before, fault, late: false }));
        }
        clearTimeout(late);
        if (newest.current === of) break;
      }
      busy.current = false;
    })();
  }, [document]);

  return worked;
}

function lastGood(before: Worked["good"], results: Results): Worked["good"] {
  const names = Object.keys(results.figures);
  return Object.fromEntries(
    names.flatMap((name) => {
      const now = results.figures[name];
      const kept = now && (isWhole(name, now, results) ? now : (before[name] ?? now));
      return kept ? [[name, kept]] : [];
    }),
  );
}

/** Whether a figure could be worked out in full; one that has no parts yet is whole too. */
function isWhole(name: string, figure: FigureResults, results: Results): boolean {
  if (figure.tallies.area) return true;
  return !results.complaints.some((c) => c.level === "error" && c.where.startsWith(`figures.${name}`));
}
