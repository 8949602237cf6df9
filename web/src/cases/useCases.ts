import { useCallback, useEffect, useRef, useState } from "react";
import { api, Refused } from "../api/client";
import type { CaseRow, Complaint, ProblemDocument } from "../api/types";
import { changeFigure, figureAt, resultsOf } from "../document/figures";

export interface Worked {
  rows: CaseRow[];
  complaints: Complaint[];
  /** How many rows are done, while it takes longer than a moment. */
  progress: number | null;
  fault: string | null;
  stopped: boolean;
}

const CHUNK = 400;
const NOTHING: Worked = { rows: [], complaints: [], progress: null, fault: null, stopped: false };

/** The rows of a table, worked out some hundreds at a time; ``stop`` ends a long work. */
export function useCases(document: ProblemDocument, figure: number): Worked & { stop: () => void; again: () => void } {
  const [worked, setWorked] = useState<Worked>(NOTHING);
  const [round, setRound] = useState(0);
  const ended = useRef<() => void>(() => undefined);

  useEffect(() => {
    let over = false;
    ended.current = () => {
      over = true;
      setWorked((before) => ({ ...before, progress: null, stopped: true }));
    };
    const rows = figureAt("cases", document, figure)?.rows ?? [];
    const work = async () => {
      const found: CaseRow[] = [];
      const complaints: Complaint[] = [];
      for (let first = 0; first === 0 || first < rows.length; first += CHUNK) {
        const results = await api.evaluate(chunkOf(document, figure, first), "cases");
        if (over) return;
        found.push(...(resultsOf("cases", results.figures[document.figures[figure]?.name ?? ""])?.cases?.rows ?? []));
        for (const complaint of results.complaints)
          if (!complaints.some((other) => other.where === complaint.where && other.says === complaint.says))
            complaints.push(complaint);
        const done = first + CHUNK >= rows.length;
        setWorked((before) => ({
          rows: done ? found : [...found, ...before.rows.slice(found.length)],
          complaints,
          progress: done ? null : found.length,
          fault: null,
          stopped: false,
        }));
      }
    };
    work().catch((error: unknown) => {
      if (!over)
        setWorked((before) => ({
          ...before,
          progress: null,
          fault: error instanceof Refused ? error.message : String(error),
        }));
    });
    return () => {
      over = true;
    };
  }, [document, figure, round]);

  const stop = useCallback(() => ended.current(), []);
  const again = useCallback(() => setRound((before) => before + 1), []);
  return { ...worked, stop, again };
}

/** The document with only some of the table's rows, and nothing else that would have to be worked out. */
function chunkOf(document: ProblemDocument, figure: number, first: number): ProblemDocument {
  return {
    ...changeFigure("cases", document, figure, (f) => ({
      ...f,
      rows: (f.rows ?? []).slice(first, first + CHUNK),
      first: first + 1,
    })),
    asks: [],
  };
}
