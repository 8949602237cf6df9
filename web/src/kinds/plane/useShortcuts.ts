import { useEffect } from "react";
import { duplicate, flipped, removeChosen, changePart, partNamed, setJoin, turnedBy } from "../../document/editing";
import { useBenchStore } from "../../document/store";
import { awaitsTyping, isTyping } from "../../ui/typing";
import { goTo, press } from "../../ui/fields";
import { toggleTool } from "../../board/Tools";

/** The shortcuts that hold on the whole bench. Single letters only count while nothing is being typed. */
export function useShortcuts() {
  const store = useBenchStore();
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const state = store.getState();
      const key = event.key.toLowerCase();
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || awaitsTyping()) return;
      const part = partNamed(state.document, state.figure, state.selected);
      const onPart = (change: Parameters<typeof changePart>[3]) => {
        if (part) state.commit(changePart(state.document, state.figure, part.name, change));
      };
      const actions: Record<string, () => void> = {
        a: () => state.set({ measure: "area" }),
        o: () => toggleTool(store, "outline"),
        c: () => toggleTool(store, "cuts"),
        s: () => toggleTool(store, "squares"),
        x: () => state.set({ measure: "area", ways: state.ways ? null : { beside: null } }),
        h: () => press("hole"),
        y: () => part && state.set({ why: part.name, selected: null }),
        p: () => state.set({ measure: "perimeter" }),
        w: () => goTo("entry line"),
        n: () => goTo("part name"),
        f: () => state.board?.fit(),
        "+": () => state.board?.zoom(1.25),
        "-": () => state.board?.zoom(0.8),
        t: () => onPart(turnedBy(event.shiftKey ? -15 : 15)),
        m: () => onPart(flipped),
        j: () => onPart((p) => setJoin(p.join === "add" ? "take" : "add")(p)),
        d: () => part && void duplicate(store),
        delete: () => part && void removeChosen(store),
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
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [store]);
}
