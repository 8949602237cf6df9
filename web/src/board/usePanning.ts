import { useRef, type PointerEvent } from "react";
import type { Spot } from "../api/types";
import { zoomed, type Size, type View } from "./view";

/** Moving the board by its paper, with one pointer; closer and farther with two. */
export function usePanning(setView: (change: (view: View) => View) => void, size: Size) {
  const pointers = useRef(new Map<number, Spot>());
  return {
    down: (event: PointerEvent<SVGSVGElement>) => {
      pointers.current.set(event.pointerId, [event.clientX, event.clientY]);
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    move: (event: PointerEvent<SVGSVGElement>) => {
      const held = pointers.current;
      const before = held.get(event.pointerId);
      if (!before) return false;
      const now: Spot = [event.clientX, event.clientY];
      const other = [...held].find(([id]) => id !== event.pointerId)?.[1];
      held.set(event.pointerId, now);
      if (other) {
        const spread = (spot: Spot) => Math.hypot(spot[0] - other[0], spot[1] - other[1]) || 1;
        const box = event.currentTarget.getBoundingClientRect();
        const at: Spot = [(now[0] + other[0]) / 2 - box.left, (now[1] + other[1]) / 2 - box.top];
        setView((view) => zoomed(view, size, spread(now) / spread(before), at));
      } else {
        setView((view) => ({
          ...view,
          x: view.x - (now[0] - before[0]) / view.scale,
          y: view.y + (now[1] - before[1]) / view.scale,
        }));
      }
      return true;
    },
    up: (event: PointerEvent<SVGSVGElement>) => void pointers.current.delete(event.pointerId),
  };
}
