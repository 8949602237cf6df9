import { useEffect } from "react";
import { flipped, removePart, changePart, partNamed, setJoin, turnedBy } from "../document/editing";
import { useBenchStore } from "../document/store";
import { isTyping } from "../ui/typing";

export const FIT_EVENT = "tilt-grid:fit";
export const ZOOM_EVENT = "tilt-grid:zoom";
export const DUPLICATE_EVENT = "tilt-grid:duplicate";

/** The shortcuts that hold on the whole bench. Single letters only count while nothing is being typed. */
export function useShortcuts() {
  const store = useBenchStore();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const state = store.getState();
      const key = event.key.toLowerCase();
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const part = partNamed(state.document, state.figure, state.selected);
      const onPart = (change: Parameters<typeof changePart>[3]) => {
        if (part) state.commit(changePart(state.document, state.figure, part.name, change));
      };
      const actions: Record<string, () => void> = {
        a: () => state.set({ measure: "area" }),
        o: () => state.set({ mode: state.mode === "outline" ? "move" : "outline", selected: null, why: null }),
        c: () => state.set({ mode: state.mode === "cuts" ? "move" : "cuts", selected: null, why: null }),
        s: () => state.set({ mode: state.mode === "squares" ? "move" : "squares", selected: null, why: null }),
        x: () => state.set({ measure: "area", ways: state.ways ? null : { beside: null } }),
        h: () => document.querySelector<HTMLElement>("[data-hole]")?.click(),
        y: () => part && state.set({ why: part.name, selected: null }),
        p: () => state.set({ measure: "perimeter" }),
        w: () => document.getElementById("entry-line")?.focus(),
        n: () => document.getElementById("part-name")?.focus(),
        f: () => window.dispatchEvent(new Event(FIT_EVENT)),
        "+": () => window.dispatchEvent(new CustomEvent(ZOOM_EVENT, { detail: 1.25 })),
        "-": () => window.dispatchEvent(new CustomEvent(ZOOM_EVENT, { detail: 0.8 })),
        t: () => onPart(turnedBy(event.shiftKey ? -15 : 15)),
        m: () => onPart(flipped),
        j: () => onPart((p) => setJoin(p.join === "add" ? "take" : "add")(p)),
        d: () => part && window.dispatchEvent(new Event(DUPLICATE_EVENT)),
        delete: () => {
          if (!part) return;
          state.commit(removePart(state.document, state.figure, part.name));
          state.set({ selected: null });
        },
        escape: () => state.set({ selected: null, editing: null, mode: "move", why: null }),
      };
      actions.backspace = actions.delete as () => void;
      actions["="] = actions["+"] as () => void;
      const action = actions[key];
      if (action) {
        event.preventDefault();
        action();
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [store]);
}
