import { useCallback, useEffect, useMemo, useState } from "react";
import type { Spot } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { tidy } from "../document/tidy";
import { snapped } from "./view";
import { changeFigure } from "../document/figures";

/** Corners set so far and where the next would be; what to do with the pointer and the keys. */
export interface Sketching {
  active: boolean;
  spots: Spot[];
  next: Spot | null;
  says: string;
  point: (spot: Spot | null) => void;
  set: (spot: Spot) => void;
}

const ARROWS: Record<string, Spot> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** Drawing an outline corner by corner, or cut lines end by end, on the points of the grid. */
export function useSketching(fine: number, strong: number, near: number, catches: Spot[]): Sketching {
  const store = useBenchStore();
  const mode = useBench((state) => state.mode);
  const [drawn, setDrawn] = useState<{ mode: string; spots: Spot[] }>({ mode, spots: [] });
  const [next, setNext] = useState<Spot | null>(null);
  const active = mode === "outline" || mode === "cuts";
  const spots = useMemo(() => (drawn.mode === mode ? drawn.spots : []), [drawn, mode]);
  const setSpots = useCallback((now: Spot[]) => setDrawn({ mode, spots: now }), [mode]);

  const caught = useCallback(
    (spot: Spot): Spot => {
      const close = (other: Spot) => Math.hypot(other[0] - spot[0], other[1] - spot[1]);
      const best = catches.toSorted((a, b) => close(a) - close(b))[0];
      return best && close(best) < near ? best : [snapped(spot[0], fine), snapped(spot[1], fine)];
    },
    [catches, near, fine],
  );

  const close = useCallback(() => {
    if (mode !== "outline" || spots.length < 3) return;
    const { document, figure, perform } = store.getState();
    const drawn = perform({ do: "add-outline", figure: document.figures[figure]?.name ?? "figure", corners: spots });
    void drawn.then((done) => done.says === null && store.getState().set({ selected: done.name, mode: "move" }));
    setSpots([]);
  }, [mode, spots, store, setSpots]);

  const set = useCallback(
    (where: Spot) => {
      const spot = caught(where);
      const [first] = spots;
      const last = spots.at(-1);
      const same = (a: Spot | undefined) => a !== undefined && Math.hypot(a[0] - spot[0], a[1] - spot[1]) < near / 4;
      if (mode === "outline") {
        if (same(first) && spots.length >= 3) close();
        else if (!same(last)) setSpots([...spots, spot]);
      } else if (!first) setSpots([spot]);
      else if (!same(first)) {
        const state = store.getState();
        const typed = ([x, y]: Spot): [string, string] => [tidy(x), tidy(y)];
        state.commit(
          changeFigure("plane", state.document, state.figure, (f) => ({
            ...f,
            way: "own",
            cuts: [...(f.cuts ?? []), [typed(first), typed(spot)]],
          })),
        );
        setSpots([]);
      }
    },
    [caught, spots, mode, close, setSpots, store, near],
  );

  useEffect(() => {
    if (!active) return;
    const press = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && ["INPUT", "TEXTAREA", "SELECT"].includes(event.target.tagName)) return;
      const arrow = ARROWS[event.key];
      const step = event.shiftKey ? strong : fine;
      if (arrow)
        setNext((now) => {
          const [x, y] = now ?? spots.at(-1) ?? [0, 0];
          return [snapped(x + arrow[0] * step, fine), snapped(y + arrow[1] * step, fine)];
        });
      else if (event.key === " ") set(next ?? spots.at(-1) ?? [0, 0]);
      else if (event.key === "Enter") close();
      else if (event.key === "Backspace") setSpots(spots.slice(0, -1));
      else if (event.key === "Escape") {
        setSpots([]);
        store.getState().set({ mode: "move" });
      } else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener("keydown", press, true);
    return () => window.removeEventListener("keydown", press, true);
  }, [active, spots, next, set, close, setSpots, store, fine, strong]);

  const shown = useMemo(() => (next ? caught(next) : null), [next, caught]);
  return { active, spots, next: shown, says: active ? hint(mode, spots, shown) : "", point: setNext, set };
}

function hint(mode: string, spots: Spot[], next: Spot | null): string {
  const [first] = spots;
  if (mode === "cuts")
    return first
      ? "Now the other end of the cut. It may go past the figure: only what lies inside counts."
      : "Click the two ends of a cut line. Arrows and Space do the same; Escape ends.";
  const last = spots.at(-1);
  if (!first || !last) return "Click the corners one after the other. Arrows and Space do the same; Escape ends.";
  const side = next ? stepFor([next[0] - last[0], next[1] - last[1]]) : "";
  const closing =
    spots.length >= 3
      ? ` · closed by ${stepFor([first[0] - last[0], first[1] - last[1]])} (Enter, or click the first corner)`
      : "";
  return `${spots.length - 1} ${spots.length === 2 ? "side" : "sides"} so far${side ? ` · next ${side}` : ""}${closing}`;
}

/** A way as a person would walk it: R 3 U 2. */
function stepFor([x, y]: Spot): string {
  const level = `${x < 0 ? "L" : "R"} ${tidy(Math.abs(x))}`;
  const upright = `${y < 0 ? "D" : "U"} ${tidy(Math.abs(y))}`;
  if (tidy(y) === "0") return level;
  return tidy(x) === "0" ? upright : `${level} ${upright}`;
}
