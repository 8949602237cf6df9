import { useCallback } from "react";
import { api } from "../api/client";
import type { Typing } from "../api/types";
import { useBenchStore } from "./store";

/** What is seen of an expression while it is typed in a line, or among the measurements of a figure. */
export function useTyping(figure?: string): (text: string, caret: number) => Promise<Typing | null> {
  const store = useBenchStore();
  return useCallback(
    (text, caret) => api.typing(store.getState().document, text, caret, figure).catch(() => null),
    [store, figure],
  );
}
