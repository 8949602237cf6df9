import { memo, useCallback, useEffect, useId, useLayoutEffect, useMemo, useRef, useState, type PointerEvent, type ReactNode } from "react";
import type { Drawing, Spot } from "../api/types";
import { FIT_EVENT, ZOOM_EVENT } from "../bench/useShortcuts";
import { tidy } from "../bench/editing";
import { useBench, useBenchStore } from "../bench/store";
import { Button } from "../ui/Button";
import { Grid } from "./Grid";
import { layOut } from "./layOut";
import { Marks, Outline } from "./Outline";
import { Badges, Parts } from "./Parts";
import { pathOf } from "./path";
import { Spans } from "./Spans";
import { useDragging } from "./useDragging";
import { fitted, lost, squares as squaresAt, START, toScreen, zoomed, type Size, type View } from "./view";

interface Props {
  drawing: Drawing | null;
  old: boolean;
  figure: string;
  /** What lies over the upper edge of the board. */
  children?: ReactNode;
}

const FEW_PARTS = 8;

/** The true-scale picture, on squares that always say how large they are. */
export const Board = memo(function Board({ drawing, old, figure, children }: Props) {
  const store = useBenchStore();
  const unit = useBench((state) => state.document.settings.unit);
  const selected = useBench((state) => state.selected);
  const lit = useBench((state) => state.lit);
  const measure = useBench((state) => state.measure);
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const [size, setSize] = useState<Size>({ width: 760, height: 420 });
  const [view, setView] = useState<View>(START);
  const clip = useId();

  useLayoutEffect(() => {
    if (!frame.current) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: Math.max(120, entry.contentRect.width), height: Math.max(120, entry.contentRect.height) });
    });
    watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);

  const grid = squaresAt(view.scale);
  const drag = useDragging(view.scale, grid.fine);
  const bounds = drawing?.bounds;
  const fit = useCallback(() => setView(bounds ? fitted(bounds, size) : START), [bounds, size]);

  // The figure is brought into view when it is first there, and when a change has moved it out of sight.
  const seen = useRef<string | null>(null);
  useEffect(() => {
    if (!bounds || drag.dragging()) return;
    const here = `${figure} ${unit}`;
    if (seen.current !== here || lost(bounds, view, size)) setView(fitted(bounds, size));
    seen.current = here;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- panning away by hand is not a reason to come back
  }, [bounds, figure, unit, size]);

  useEffect(() => {
    const zoom = (event: Event) => {
      const factor = (event as CustomEvent<number>).detail;
      setView((now) => zoomed(now, size, factor, [size.width / 2, size.height / 2]));
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = svg.current?.getBoundingClientRect();
      if (box) setView((now) => zoomed(now, size, Math.exp(-event.deltaY / 400), [event.clientX - box.left, event.clientY - box.top]));
    };
    const element = svg.current;
    element?.addEventListener("wheel", wheel, { passive: false });
    window.addEventListener(ZOOM_EVENT, zoom);
    window.addEventListener(FIT_EVENT, fit);
    return () => {
      element?.removeEventListener("wheel", wheel);
      window.removeEventListener(ZOOM_EVENT, zoom);
      window.removeEventListener(FIT_EVENT, fit);
    };
  }, [fit, size]);

  const panning = usePanning(setView, size);
  const to = useMemo(() => toScreen(view, size), [view, size]);
  const parts = useMemo(() => drawing?.parts ?? [], [drawing]);
  const changing = useBench((state) => state.draft !== null);
  const [places] = useState(() => new Map<string, number>());
  const spans = useMemo(() => {
    const shown = parts.length <= FEW_PARTS ? parts : parts.filter((part) => part.name === selected || part.name === lit?.part);
    return layOut(shown, parts, to, size, places, changing);
  }, [parts, to, size, selected, lit?.part, places, changing]);
  const chosen = parts.find((part) => part.name === selected);
  const legend = `1 square = ${tidy(grid.strong)} ${unit}`.replace("unit", grid.strong === 1 ? "unit" : "units");

  return (
    <div ref={frame} className="relative min-h-80 min-w-0 grow overflow-hidden bg-paper contain-strict" data-old={old || undefined}>
      <Grid view={view} size={size} />
      <svg
        ref={svg}
        width={size.width}
        height={size.height}
        className={`absolute inset-0 select-none ${old ? "opacity-60 grayscale" : ""}`}
        style={{ touchAction: "none" }}
        role="group"
        aria-label={`Board: ${figure || "figure"}, drawn to scale, ${legend}. The tally says the same in words.`}
        onPointerDown={(event) => {
          store.getState().set({ selected: null, editing: null });
          panning.down(event);
        }}
        onPointerMove={(event) => drag.move(event) || panning.move(event)}
        onPointerUp={(event) => drag.release(event) || panning.up(event)}
        onPointerCancel={(event) => drag.release(event) || panning.up(event)}
      >
        {drawing ? (
          <>
            <clipPath id={clip}>
              <path d={drawing.outline.map((loop) => pathOf(loop, to, view.scale, true)).join("")} clipRule="evenodd" />
            </clipPath>
            <Parts
              parts={parts}
              to={to}
              scale={view.scale}
              clip={clip}
              selected={selected}
              lit={measure === "area" || !lit?.id ? (lit?.part ?? null) : null}
              onHold={drag.holdPart}
              onLight={(part) => store.getState().set({ lit: part ? { part } : null })}
              onChoose={(part) => store.getState().set({ selected: part })}
              onNudge={(part, [x, y]) => {
                const by = (way: number) => (Math.abs(way) > 1 ? Math.sign(way) * grid.strong : way * grid.fine);
                drag.nudge(part, [by(x), by(y)]);
              }}
            />
            <Outline
              drawing={drawing}
              to={to}
              scale={view.scale}
              walking={measure === "perimeter"}
              lit={lit?.id ?? null}
              onLight={(stretch) => store.getState().set({ lit: stretch })}
            />
            <Marks drawing={drawing} to={to} />
            <Spans spans={spans} />
            <Badges parts={parts} to={to} />
            {chosen?.grips.map((grip, index) => {
              const [x, y] = to(grip.at);
              const names = grip.drives.map((drive) => drive.given).join(" and ");
              return (
                <rect
                  key={index}
                  data-grip={names}
                  x={x - 7}
                  y={y - 7}
                  width={14}
                  height={14}
                  rx={3}
                  fill="white"
                  stroke="var(--color-pine)"
                  strokeWidth={2.5}
                  style={{ cursor: "move", touchAction: "none" }}
                  onPointerDown={(event) => drag.holdGrip(chosen, grip, event)}
                >
                  <title>Drag: {names}</title>
                </rect>
              );
            })}
          </>
        ) : null}
      </svg>
      {parts.length === 0 && !old ? <EmptyBoard /> : null}
      {children}
      <div className="absolute right-2 bottom-2 flex items-center gap-1">
        <Button className="size-8 p-0!" aria-label="Closer" onClick={() => window.dispatchEvent(new CustomEvent(ZOOM_EVENT, { detail: 1.25 }))}>
          +
        </Button>
        <Button className="size-8 p-0!" aria-label="Farther" onClick={() => window.dispatchEvent(new CustomEvent(ZOOM_EVENT, { detail: 0.8 }))}>
          −
        </Button>
        <Button onClick={fit}>Fit</Button>
        <p className="rounded-md border border-edge bg-sheet/95 px-2 py-1 text-sm" data-testid="legend">
          {legend}
        </p>
      </div>
    </div>
  );
});

function EmptyBoard() {
  return (
    <div className="pointer-events-none absolute inset-0 grid place-items-center p-6">
      <p className="max-w-sm rounded-md border border-dashed border-rule bg-sheet/95 p-4 text-center">
        Nothing is drawn yet. Click a shape below, or type one in words:
        <br />
        <b>rectangle width 2.4 height 1.2</b>
      </p>
    </div>
  );
}

/** Moving the board by its paper, with one pointer; closer and farther with two. */
function usePanning(setView: (change: (view: View) => View) => void, size: Size) {
  const pointers = useRef(new Map<number, Spot>());
  return {
    down: (event: PointerEvent<SVGSVGElement>) => {
      pointers.current.set(event.pointerId, [event.clientX, event.clientY]);
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    move: (event: PointerEvent<SVGSVGElement>) => {
      const held = pointers.current;
      const before = held.get(event.pointerId);
      if (!before) return;
      const now: Spot = [event.clientX, event.clientY];
      const other = [...held].find(([id]) => id !== event.pointerId)?.[1];
      held.set(event.pointerId, now);
      if (other) {
        const spread = (spot: Spot) => Math.hypot(spot[0] - other[0], spot[1] - other[1]) || 1;
        const box = event.currentTarget.getBoundingClientRect();
        const at: Spot = [(now[0] + other[0]) / 2 - box.left, (now[1] + other[1]) / 2 - box.top];
        setView((view) => zoomed(view, size, spread(now) / spread(before), at));
      } else {
        setView((view) => ({ ...view, x: view.x - (now[0] - before[0]) / view.scale, y: view.y + (now[1] - before[1]) / view.scale }));
      }
    },
    up: (event: PointerEvent<SVGSVGElement>) => void pointers.current.delete(event.pointerId),
  };
}
