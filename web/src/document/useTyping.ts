import { useCallback } from "react";
import { api } from "../api/client";
import type { AskTyping } from "../ui/MeasureField";
import { useBenchStore } from "./store";

/** What is seen of an expression while it is typed in the line ``within``, or among the measurements of a figure, or of what
 * is ``within`` it. */
export function useTyping(figure?: string, within?: string): AskTyping {
  const store = useBenchStore();
  return useCallback(
    (text, caret) => api.typing(store.getState().document, text, caret, figure, within).catch(() => null),
    [store, figure, within],
  );
}
