import { useRef, type PointerEvent } from "react";
import type { DrawnPart, Edit, Grip, PartDocument, ProblemDocument, Spot } from "../api/types";
import { changePart, moveTo, partNamed, setGiven } from "../document/editing";
import { tidy } from "../document/tidy";
import { useBenchStore } from "../document/store";
import { freeStep, snapped } from "./view";

interface Drag {
  pointer: number;
  from: Spot;
  moved: boolean;
  change: (by: Spot, step: number) => ((part: PartDocument) => PartDocument) | Edit | null;
  /** The last change, where the core makes it. */
  edit: Edit | null;
  part: string;
  base: ProblemDocument;
}

const DEAD_ZONE = 3;

/** Where ``at`` gets to when the part moves by a vector of the board: along its own axes where it stands on an edge. */
function shifted(part: DrawnPart, by: Spot): Spot {
  const [[ax, ay], [bx, by_]] = part.axes;
  return [part.shift[0] + by[0] * ax + by[1] * ay, part.shift[1] + by[0] * bx + by[1] * by_];
}

const TURN_STEP = 5;

/** By how many degrees an arm has turned from the part's own x direction, in steps; more than 0 and less than 360. */
function turned(part: DrawnPart, arm: Spot): number {
  const [x, y] = ownAxes(part, arm);
  const degrees = ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360;
  return Math.min(360 - TURN_STEP, Math.max(TURN_STEP, snapped(degrees, TURN_STEP)));
}

/** A vector of the board in the part's own directions, before its turn and its mirroring. */
function ownAxes(part: DrawnPart, [x, y]: Spot): Spot {
  const angle = (-part.turn * Math.PI) / 180;
  const across = x * Math.cos(angle) - y * Math.sin(angle);
  return [part.flip ? -across : across, x * Math.sin(angle) + y * Math.cos(angle)];
}

/**
 * Dragging of parts and grips. While it lasts the changed document is only previewed; letting go makes
 * one step of the history. Alt moves freely, otherwise everything snaps to the fine squares.
 */
export function useDragging(scale: number, fine: number) {
  const store = useBenchStore();
  const drag = useRef<Drag | null>(null);

  const begin = (part: string, event: PointerEvent<SVGElement>, change: Drag["change"]) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    store.getState().set({ selected: part, editing: null });
    drag.current = {
      pointer: event.pointerId,
      from: [event.clientX, event.clientY],
      moved: false,
      change,
      edit: null,
      part,
      base: store.getState().document,
    };
    event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
  };

  const holdPart = (part: DrawnPart, event: PointerEvent<SVGElement>) =>
    begin(part.name, event, (by, step) => {
      const [x, y] = shifted(part, by);
      return moveTo(tidy(snapped(x, step)), tidy(snapped(y, step)));
    });

  const holdCorner = (part: DrawnPart, index: number, event: PointerEvent<SVGElement>) =>
    begin(part.name, event, (by, step) => {
      const corner = part.walk?.[index]?.corner;
      if (!corner || !part.walk) return null;
      const to: Spot = [snapped(corner[0] + by[0], step), snapped(corner[1] + by[1], step)];
      const moved: Spot = [to[0] - corner[0], to[1] - corner[1]];
      return {
        do: "move-corner",
        figure: store.getState().document.figures[store.getState().figure]?.name ?? "",
        part: part.name,
        corner: index,
        by: ownAxes(part, moved),
        sides: part.walk.map((side) => side.vector),
        at: index === 0 ? [tidy(part.shift[0] + moved[0]), tidy(part.shift[1] + moved[1])] : null,
      };
    });

  const holdGrip = (part: DrawnPart, grip: Grip, event: PointerEvent<SVGElement>) =>
    begin(part.name, event, (by, step) => {
      const arm: Spot = [grip.at[0] + by[0] - part.anchor[0], grip.at[1] + by[1] - part.anchor[1]];
      return (document) =>
        grip.drives.reduce((changed, drive) => {
          if (drive.axis === "turn") return setGiven(drive.given, `${turned(part, arm)}°`)(changed);
          const along = drive.along ? arm[0] * drive.along[0] + arm[1] * drive.along[1] : Math.hypot(...arm);
          const value = snapped(along * drive.factor - drive.less, step);
          return setGiven(drive.given, tidy(drive.signed ? value : Math.max(step, value)))(changed);
        }, document);
    });

  const move = (event: PointerEvent<SVGElement>): boolean => {
    const now = drag.current;
    if (now?.pointer !== event.pointerId) return false;
    const by: Spot = [event.clientX - now.from[0], event.clientY - now.from[1]];
    if (!now.moved && Math.hypot(...by) < DEAD_ZONE) return true;
    now.moved = true;
    const step = event.altKey ? freeStep(scale) : fine;
    const change = now.change([by[0] / scale, -by[1] / scale], step);
    const state = store.getState();
    if (typeof change === "function") state.preview(changePart(now.base, state.figure, now.part, change));
    else if (change) void state.tryOut((now.edit = change));
    return true;
  };

  const release = (event: PointerEvent<SVGElement>): boolean => {
    const now = drag.current;
    if (now?.pointer !== event.pointerId) return false;
    drag.current = null;
    const state = store.getState();
    const kept = now.moved && event.type === "pointerup";
    if (kept && now.edit)
      void state.perform(now.edit).then((done) => done.says !== null && store.getState().preview(null));
    else if (kept && state.draft) state.commit(state.draft);
    else {
      void state.tryOut(null);
      state.preview(null);
    }
    return true;
  };

  const nudge = (part: DrawnPart, by: Spot) => {
    const state = store.getState();
    // From the document rather than from the drawing, which may still be on its way after the last key.
    const typed = partNamed(state.document, state.figure, part.name)?.at;
    const at = (index: 0 | 1) => {
      const now = Number(typed?.[index]);
      return tidy((Number.isFinite(now) ? now : part.shift[index]) + by[index]);
    };
    state.commit(changePart(state.document, state.figure, part.name, moveTo(at(0), at(1))));
  };

  return { holdPart, holdGrip, holdCorner, move, release, nudge, dragging: () => drag.current?.moved ?? false };
}
