import { useEffect } from "react";
import { isTyping } from "../ui/typing";
import { useBenchStore } from "./store";

/** Undo and redo by the keys that everyone knows, while nothing is being typed. */
export function useUndoKeys() {
  const store = useBenchStore();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      const { undo, redo } = store.temporal.getState();
      if (key !== "z" && key !== "y") return;
      event.preventDefault();
      if (key === "y" || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [store]);
}
