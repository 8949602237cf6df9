import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api } from "../api/client";
import { Button } from "../ui/Button";
import { bringAll, LARGEST, problemsIn, type Outcome } from "./archive";

const SHOWN = 8; // refusals

type State = { done: number; of: number } | { outcome: Outcome; stopped: boolean } | { says: string } | null;

/** Opens an archive of problems: how far it is, how to stop it, and what became of it. */
export function useArriving() {
  const queries = useQueryClient();
  const [state, setState] = useState<State>(null);
  const stop = useRef<AbortController | null>(null);
  const open = async (file: File) => {
    if (file.size > LARGEST) return setState({ says: "the archive is larger than 400 MB, the most that is opened" });
    stop.current = new AbortController();
    const { signal } = stop.current;
    try {
      const { found, refused } = await problemsIn(new Uint8Array(await file.arrayBuffer()));
      if (found.length + refused.length === 0) return setState({ says: "there is no problem in this archive" });
      const outcome = await bringAll(found, api.bring, signal, (done) => setState({ done, of: found.length }));
      setState({ outcome: { ...outcome, refused: [...refused, ...outcome.refused] }, stopped: signal.aborted });
    } catch (fault) {
      setState({ says: fault instanceof Error ? fault.message : "this file could not be opened" });
    }
    await queries.invalidateQueries({ queryKey: ["shelf"] });
  };
  return { state, open, stop: () => stop.current?.abort(), close: () => setState(null) };
}

const counted = (count: number) => (count === 1 ? "1 problem" : `${count} problems`);

/** What is said of an archive that is being opened, or was. */
export function Arriving({ state, stop, close }: Omit<ReturnType<typeof useArriving>, "open">) {
  if (!state) return null;
  if ("says" in state)
    return (
      <p role="alert" className="mb-4 rounded-md border border-alarm bg-alarm-wash px-3 py-2 text-alarm">
        {state.says}
      </p>
    );
  if ("done" in state)
    return (
      <p className="mb-4 flex items-center gap-3 rounded-md border border-edge bg-sheet px-3 py-2" role="status">
        <progress max={state.of} value={state.done} aria-label="Problems opened" />
        {state.done} of {counted(state.of)}
        <Button onClick={stop}>Stop</Button>
      </p>
    );
  const { opened, already, refused } = state.outcome;
  return (
    <div className="mb-4 rounded-md border border-edge bg-sheet px-3 py-2" role="status">
      <p className="flex items-center gap-3">
        <span>
          {state.stopped ? "Stopped: " : ""}
          {counted(opened)} opened
          {already > 0 ? `, ${already} ${already === 1 ? "was" : "were"} on the shelf already` : ""}
          {refused.length > 0 ? `, ${refused.length} could not be opened` : ""}.
        </span>
        <Button look="quiet" onClick={close}>
          Close
        </Button>
      </p>
      {refused.length > 0 ? (
        <ul className="says">
          {refused.slice(0, SHOWN).map(({ file, says }) => (
            <li key={file} className="break-words">
              {file}: {says}
            </li>
          ))}
          {refused.length > SHOWN ? <li>and {refused.length - SHOWN} more</li> : null}
        </ul>
      ) : null}
    </div>
  );
}
