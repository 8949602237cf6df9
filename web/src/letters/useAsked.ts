import { useEffect, useState } from "react";
import { Refused } from "../api/client";

export interface Asked<T> {
  answer: T | null;
  fault: string | null;
  busy: boolean;
}

const PAUSE = 150;

/** What the server answers to the newest question, a moment after it has settled; the last answer stays meanwhile. */
export function useAsked<T>(question: unknown, ask: () => Promise<T>, on = true, pause = PAUSE): Asked<T> {
  const [asked, setAsked] = useState<Asked<T>>({ answer: null, fault: null, busy: false });
  useEffect(() => {
    if (!on) return;
    let late = false;
    const wait = setTimeout(() => {
      setAsked((before) => ({ ...before, busy: true }));
      ask()
        .then((answer) => late || setAsked({ answer, fault: null, busy: false }))
        .catch(
          (error: unknown) =>
            late ||
            setAsked((before) => ({
              ...before,
              fault: error instanceof Refused ? error.message : String(error),
              busy: false,
            })),
        );
    }, pause);
    return () => {
      late = true;
      clearTimeout(wait);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked again for another question only
  }, [question, on, pause]);
  return asked;
}
