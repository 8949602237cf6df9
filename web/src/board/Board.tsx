import {
  memo,
  useCallback,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
  type PointerEvent,
  type ReactNode,
} from "react";
import type { Complaint, Counted, Drawing, Showing, Split, Spot } from "../api/types";
import { tidy } from "../document/tidy";
import { speaksOf, useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { Angles, layOutAngles } from "./Angles";
import { Corners } from "./Corners";
import { EdgeHandles } from "./EdgeHandles";
import { Grid } from "./Grid";
import { Handle } from "./Handle";
import { hidden, layOut } from "./layOut";
import { Marks, Outline } from "./Outline";
import { Badges, Parts } from "./Parts";
import { alongSegment, pathOf } from "./path";
import { EmptyBoard } from "./EmptyBoard";
import { FaultLayer, SketchLayer } from "./SketchLayer";
import { Spans } from "./Spans";
import { SplitLayer } from "./SplitLayer";
import { SquaresLayer } from "./SquaresLayer";
import { useSketching } from "./useSketching";
import { useDragging } from "./useDragging";
import { usePanning } from "./usePanning";
import {
  fitted,
  lost,
  squares as squaresAt,
  START,
  toFigure,
  toScreen,
  zoomed,
  type Bounds,
  type Size,
  type View,
} from "./view";
import { WhyLayer } from "./WhyLayer";
import { useSize } from "../ui/useSize";

const AT_FIRST = { width: 760, height: 420 };

interface Props {
  drawing: Drawing | null;
  old: boolean;
  figure: string;
  /** The pieces in which the area is told; none when it is told part by part. */
  split: Split | null;
  counted: Counted | null;
  showing: { showing: Showing; share: number; sectors: number } | null;
  complaints: Complaint[];
  /** Since when and why the picture is as it was. */
  note?: string | null;
  onEdge: EdgeHandlesProps["onPick"];
  onShade: (places: Spot[], shaded: boolean) => void;
  /** What lies over the upper edge of the board. */
  children?: ReactNode;
}

type EdgeHandlesProps = Parameters<typeof EdgeHandles>[0];

const FEW_PARTS = 8;
const ROOM_FOR_LINES = [38, 92] as const; // above also for the fields of a chosen part
const TOOLS = 52; // so high are the tools, and with the chosen part's fields
const TOOLS_AND_FIELDS = 96;

/** The true-scale picture, on squares that always say how large they are. */
export const Board = memo(function Board({
  drawing,
  old,
  figure,
  split,
  counted,
  showing,
  complaints,
  note,
  onEdge,
  onShade,
  children,
}: Props) {
  const store = useBenchStore();
  const unit = useBench((state) => state.document.settings.unit);
  const selected = useBench((state) => state.selected);
  const lit = useBench((state) => state.lit);
  const measure = useBench((state) => state.measure);
  const svg = useRef<SVGSVGElement>(null);
  const [frame, size] = useSize(AT_FIRST, 120);
  const [view, setView] = useState<View>(START);
  const clip = useId();

  const grid = squaresAt(view.scale);
  const drag = useDragging(view.scale, grid.fine);
  const bounds = useMemo(() => roomy(drawing?.bounds, showing?.showing), [drawing?.bounds, showing?.showing]);
  const byHand = useRef(false);
  const fit = useCallback(() => {
    byHand.current = false;
    setView(bounds ? fitted(bounds, size) : START);
  }, [bounds, size]);

  // The figure is brought into view when it is first there, and when a change has moved it out of sight.
  const seen = useRef<{ of: string; size: Size } | null>(null);
  useEffect(() => {
    if (!bounds || drag.dragging()) return;
    const of = `${figure} ${unit} ${showing?.showing.title ?? ""}`;
    const resized = seen.current?.size !== size && !byHand.current;
    if (seen.current?.of !== of || resized || lost(bounds, view, size, ...(byHand.current ? [] : ROOM_FOR_LINES))) {
      byHand.current = false;
      setView(fitted(bounds, size));
    }
    seen.current = { of, size };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- panning away by hand is not a reason to come back
  }, [bounds, figure, unit, size, showing?.showing.title]);

  useEffect(() => {
    const zoom = (factor: number) => {
      byHand.current = true;
      setView((now) => zoomed(now, size, factor, [size.width / 2, size.height / 2]));
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      byHand.current = true;
      const box = svg.current?.getBoundingClientRect();
      if (box)
        setView((now) =>
          zoomed(now, size, Math.exp(-event.deltaY / 400), [event.clientX - box.left, event.clientY - box.top]),
        );
    };
    const element = svg.current;
    element?.addEventListener("wheel", wheel, { passive: false });
    store.getState().set({ board: { fit, zoom } });
    return () => {
      element?.removeEventListener("wheel", wheel);
      store.getState().set({ board: null });
    };
  }, [fit, size, store]);

  const panning = usePanning(setView, size);
  const to = useMemo(() => toScreen(view, size), [view, size]);
  const parts = useMemo(() => drawing?.parts ?? [], [drawing]);
  const changing = useBench((state) => state.draft !== null);
  const [places] = useState(() => new Map<string, number>());
  const angles = useMemo(() => layOutAngles(parts, to), [parts, to]);
  const spans = useMemo(() => {
    const shown =
      parts.length <= FEW_PARTS ? parts : parts.filter((part) => part.name === selected || speaksOf(lit, part.name));
    return layOut(shown, parts, to, size, places, changing, boxesOf(angles));
  }, [parts, to, size, selected, lit, places, changing, angles]);
  const chosen = parts.find((part) => part.name === selected);
  const texts = useMemo(
    () => [...boxesOf(angles), ...spans.map(({ text: [x, y], box }) => ({ x, y, ...box })), ...hidden(parts, to)],
    [angles, spans, parts, to],
  );
  const catches = useMemo(
    () => drawing?.outline.flatMap((loop) => loop.map((segment) => segment.start)) ?? [],
    [drawing],
  );
  const sketching = useSketching(grid.fine, grid.strong, 12 / view.scale, catches);
  const pieces = measure === "area" ? split : null;
  const mode = useBench((state) => state.mode);
  const faults = complaints.filter((complaint) => complaint.sketch);
  const whereIs = (event: PointerEvent<SVGSVGElement>): Spot => {
    const box = event.currentTarget.getBoundingClientRect();
    return toFigure(view, size)([event.clientX - box.left, event.clientY - box.top]);
  };
  const legend = `1 square = ${tidy(grid.strong)} ${unit}`.replace("unit", grid.strong === 1 ? "unit" : "units");

  return (
    <div
      ref={frame}
      className="relative min-h-80 min-w-0 grow overflow-hidden bg-paper contain-strict"
      data-old={old || undefined}
    >
      <Grid view={view} size={size} above={chosen ? TOOLS_AND_FIELDS : TOOLS} beside={150 + legend.length * 7.5} />
      <svg
        ref={svg}
        width={size.width}
        height={size.height}
        className={`absolute inset-0 select-none ${old ? "opacity-60 grayscale" : ""}`}
        style={{ touchAction: "none" }}
        role="group"
        aria-label={`Board: ${figure || "figure"}, drawn to scale, ${legend}. The tally says the same in words.`}
        onPointerDown={(event) => {
          if (sketching.active && event.button === 0) return sketching.set(whereIs(event));
          store.getState().set({ selected: null, editing: null });
          panning.down(event);
        }}
        onPointerMove={(event) => {
          if (sketching.active) sketching.point(whereIs(event));
          if (!drag.move(event) && panning.move(event)) byHand.current = true;
        }}
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
              lit={measure === "area" || !lit?.id ? lit : null}
              still={sketching.active || mode === "squares"}
              bare={pieces !== null || showing !== null}
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
            {pieces && !showing && !counted ? (
              <SplitLayer
                split={pieces}
                to={to}
                scale={view.scale}
                lit={lit?.id ?? null}
                onLight={(id) => store.getState().set({ lit: id ? { part: "", id } : null })}
              />
            ) : null}
            {counted ? (
              <SquaresLayer
                counted={counted}
                to={to}
                scale={view.scale}
                onShade={onShade}
                round={measure === "perimeter"}
              />
            ) : null}
            {showing ? <WhyLayer {...showing} to={to} scale={view.scale} /> : null}
            {counted ? null : <Marks parts={drawing.parts} to={to} />}
            {counted ? null : <Angles laid={angles} />}
            {counted ? null : <Spans spans={spans} />}
            {counted || pieces || showing ? null : <Badges parts={parts} to={to} avoid={texts} />}
            {chosen && mode === "move" && !showing ? <EdgeHandles part={chosen} to={to} onPick={onEdge} /> : null}
            {chosen && mode === "move" && !showing ? (
              <Corners part={chosen} to={to} onHold={(index, event) => drag.holdCorner(chosen, index, event)} />
            ) : null}
            {chosen?.grips.map((grip, index) => {
              const names = grip.drives.map((drive) => drive.given).join(" and ");
              return (
                <Handle
                  key={index}
                  data={{ "data-grip": names }}
                  at={to(grip.at)}
                  title={`Drag: ${names}`}
                  onHold={(event) => drag.holdGrip(chosen, grip, event)}
                />
              );
            })}
          </>
        ) : null}
        <FaultLayer complaints={faults} to={to} scale={view.scale} />
        {sketching.active ? <SketchLayer sketching={sketching} to={to} /> : null}
      </svg>
      {parts.length === 0 && !old && !sketching.active && faults.length === 0 ? <EmptyBoard /> : null}
      {children}
      {note && !sketching.says ? (
        <p
          role="status"
          className="pointer-events-none absolute inset-x-0 bottom-14 mx-3 w-fit rounded-md border border-edge bg-sheet/95 px-2 py-0.5 text-sm"
          data-testid="as-it-was"
        >
          {note}
        </p>
      ) : null}
      {sketching.says ? (
        <p
          role="status"
          className="pointer-events-none absolute inset-x-0 bottom-14 mx-3 w-fit rounded-md border border-edge bg-sheet/95 px-2 py-0.5 text-sm"
          data-testid="hint"
        >
          {sketching.says}
        </p>
      ) : null}
      <div className="absolute right-2 bottom-2 flex items-center gap-1 no-print">
        <Button className="size-8 p-0!" aria-label="Closer" onClick={() => store.getState().board?.zoom(1.25)}>
          +
        </Button>
        <Button className="size-8 p-0!" aria-label="Farther" onClick={() => store.getState().board?.zoom(0.8)}>
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

const boxesOf = (angles: { text: Spot; width: number }[]) =>
  angles.map(({ text: [x, y], width }) => ({ x, y, width, height: 22 }));

/** Of a showing: its own part, room for what is laid beside it, and below for its handle. */
function roomy(bounds: Bounds | undefined, showing: Showing | undefined): Bounds | undefined {
  if (!bounds || !showing) return bounds;
  const spots = showing.path.flatMap(alongSegment);
  const xs = spots.map(([x]) => x);
  const ys = spots.map(([, y]) => y);
  let [left, bottom, right, top] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
  const [px, py] = showing.pivot;
  if (showing.kind === "sectors")
    right = Math.max(right, px + (showing.radius ?? 0) * 1.25 + (showing.width ?? 0) * 1.1);
  if (showing.kind === "double") {
    const far = Math.max(...spots.map(([x, y]) => Math.hypot(x - px, y - py))); // so far the copy swings round
    [left, bottom, right, top] = [px - far, py - far, px + far, py + far];
  }
  return [left, bottom - (top - bottom) * 0.4, right, top];
}
