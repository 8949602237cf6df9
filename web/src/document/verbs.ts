import type { StoreApi } from "zustand";
import { api, Refused } from "../api/client";
import type { Edit, ProblemDocument } from "../api/types";

/* Changes that need to understand what was typed are verbs of the core; here they are asked for. */

/** What came of a verb: the name of what was made or renamed, or why it could not be done. */
export type Done = { says: string } | { says: null; name: string | null };

interface Holder {
  document: ProblemDocument;
  set: (change: { notice: string | null }) => void;
  commit: (document: ProblemDocument) => void;
  preview: (draft: ProblemDocument | null) => void;
}

/** The verbs on a store's document: done one after the other; tried out one at a time, always the newest next. */
export function verbsOn(store: Pick<StoreApi<Holder>, "getState">) {
  let last: Promise<unknown> = Promise.resolve();
  let newest: { edit: Edit; base: ProblemDocument } | null = null;
  let trying = false;

  const done = async (edit: Edit): Promise<Done> => {
    try {
      for (;;) {
        const before = store.getState().document;
        const { document, name } = await api.edit(before, edit);
        if (store.getState().document !== before) continue; // changed meanwhile: done again on what it is now
        store.getState().commit(document);
        if (edit.do.startsWith("rename-") && "name" in edit && name && name !== String(edit.name).trim())
          store.getState().set({ notice: `A name is one word: “${name}”.` });
        return { says: null, name: name ?? null };
      }
    } catch (error) {
      return { says: error instanceof Refused ? error.message : String(error) };
    }
  };

  return {
    /** Make a change. */
    perform: (edit: Edit): Promise<Done> => {
      newest = null;
      const turn = last.then(() => done(edit));
      last = turn;
      return turn;
    },
    /** Show what a change would make, without making it; what can't be done shows nothing new. */
    tryOut: async (edit: Edit | null): Promise<void> => {
      newest = edit && { edit, base: store.getState().document };
      if (trying) return;
      trying = true;
      while (newest) {
        const now: { edit: Edit; base: ProblemDocument } = newest;
        const tried = await api.edit(now.base, now.edit).catch(() => null);
        if (newest === now) newest = null;
        else if (!newest) break; // taken back meanwhile
        if (tried && store.getState().document === now.base) store.getState().preview(tried.document);
      }
      trying = false;
    },
  };
}
