import { useCallback, useEffect, useRef, useState } from "react";
import { api, Refused } from "../api/client";
import type { Opened, ProblemDocument } from "../api/types";
import { forgetUnsaved, keepUnsaved, unsavedOf } from "./unsaved";

export type Saving =
  | { state: "saved"; of: ProblemDocument; version: number }
  | { state: "saving" }
  | { state: "failed"; says: string; again: boolean; of: ProblemDocument }
  | { state: "gone" }
  | { state: "conflict"; current: Opened };

const PAUSE = 400;
const RETRY = 3000;
const OUTLIVES = 60_000; // bytes that a request may have which goes on after its page

/** Saves a document by itself, a moment after each change; stops at a conflict until it is settled. */
export function useSaving(opened: Opened, document: ProblemDocument) {
  const [saving, setSaving] = useState<Saving>({ state: "saved", of: opened.document, version: opened.version });
  // What lay here unsaved is a change to the version that it was made from, whatever has been stored since.
  const version = useRef(unsavedOf(opened.id)?.version ?? opened.version);
  const stored = useRef(opened.document);
  const newest = useRef(document);
  const running = useRef(false);
  const held = useRef(false);

  const push = useCallback(async () => {
    if (running.current || held.current || stored.current === newest.current) return;
    running.current = true;
    const sent = newest.current;
    setSaving({ state: "saving" });
    try {
      const saved = await api.save(opened.id, version.current, sent);
      version.current = saved.version;
      stored.current = sent;
      if (newest.current === sent) forgetUnsaved(opened.id);
      else keepUnsaved(opened.id, { version: saved.version, document: newest.current });
      setSaving({ state: "saved", of: sent, version: saved.version });
    } catch (error) {
      const refused = error instanceof Refused ? error : new Refused(String(error), 0);
      if (refused.status === 409 && refused.current) {
        held.current = true;
        setSaving({ state: "conflict", current: refused.current });
      } else if (refused.status === 404) {
        held.current = true;
        setSaving({ state: "gone" });
      } else {
        const again = refused.status === 0 || refused.status === 429 || refused.status >= 500; // the others answer the same each time
        setSaving({ state: "failed", says: refused.message, again, of: sent });
      }
    }
    running.current = false;
  }, [opened.id]);

  // One timer: a pause after the last change, a longer one after a failure; none for what was refused.
  useEffect(() => {
    newest.current = document;
    if (document !== stored.current) keepUnsaved(opened.id, { version: version.current, document });
    if (held.current || saving.state === "saving") return;
    if (document === stored.current) {
      if (saving.state !== "failed") return; // else the change that was refused has been taken back
      const timer = setTimeout(() => setSaving({ state: "saved", of: document, version: version.current }));
      return () => clearTimeout(timer);
    }
    const failed = saving.state === "failed" && saving.of === document;
    if (failed && !saving.again) return;
    const timer = setTimeout(() => void push(), failed ? RETRY : PAUSE);
    return () => clearTimeout(timer);
  }, [document, saving, push, opened.id]);

  // When the page goes away: a last save that outlives it, made to the version that a running save will leave.
  useEffect(() => {
    const leave = () => {
      if (stored.current === newest.current || held.current) return;
      const [sent, next] = [newest.current, version.current + (running.current ? 1 : 0)];
      stored.current = sent;
      const small = JSON.stringify(sent).length < OUTLIVES; // a larger one lies in the browser's storage, for the next visit
      void api.save(opened.id, next, sent, small).then(
        () => (newest.current === sent ? forgetUnsaved(opened.id) : undefined),
        () => undefined,
      );
    };
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [opened.id]);

  /** Settle a conflict: keep this window's work over the other's, or take the other's. */
  const settle = useCallback(
    (current: Opened, keepMine: boolean) => {
      version.current = current.version;
      held.current = false;
      if (keepMine) void push();
      else {
        stored.current = current.document;
        newest.current = current.document;
        forgetUnsaved(opened.id);
        setSaving({ state: "saved", of: current.document, version: current.version });
      }
    },
    [push, opened.id],
  );

  return { saving, settle };
}
