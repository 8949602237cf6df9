import { useEffect, useRef, useState } from "react";
import type { DrawnPart, Join, ProblemDocument, Shape, StraightEdge } from "../api/types";
import { Picture } from "../board/Picture";
import { addFresh } from "../document/editing";
import { tidy } from "../document/tidy";
import { useBenchStore } from "../document/store";
import { ToggleRow } from "../ui/ToggleRow";
import { useReference } from "../api/queries";

/** Where the menu stands, and what for: an edge of a part, or (no edge) a hole in its middle. */
export interface Fitting {
  part: string;
  edge: StraightEdge | null;
  at: { left: number; top: number };
  /** The problem as it was when the menu was asked for: what is changed then makes it go. */
  of: ProblemDocument;
}

const WIDTH = 330;

/** The shapes that fit on an edge, sized to it; or holes for the middle of a part. */
export function FitMenu({ part, fitting, onDone }: { part: DrawnPart; fitting: Fitting; onDone: () => void }) {
  const store = useBenchStore();
  const { edge } = fitting;
  const reference = useReference();
  const [side, setSide] = useState<"out" | "in">(edge ? "out" : "in");
  const [join, setJoin] = useState<Join>(edge ? "add" : "take");
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>("[data-shape]")?.focus();
  }, []);

  const add = (shape: Shape) => {
    const given = edge ? fittedTo(shape, edge) : sized(shape, roomIn(part) / 3);
    const on = edge
      ? { part: part.name, edge: edge.name, side, along: "middle" as const }
      : { part: part.name, side: "out" as const, along: "middle" as const };
    void addFresh(store, {
      name: shape.name,
      shape: shape.name,
      given,
      on,
      at: ["0", "0"],
      turn: "0",
      flip: false,
      join,
    });
    onDone();
  };
  const shapes = (reference.data?.shapes ?? []).filter((shape) => !edge || shape.seat !== null);
  const left = Math.max(8, Math.min(fitting.at.left, window.innerWidth - WIDTH - 8));
  return (
    <>
      <div className="fixed inset-0 z-30" onPointerDown={onDone} />
      <div
        ref={box}
        role="dialog"
        aria-label={edge ? `On the ${edge.name} of ${part.name}` : `A hole in ${part.name}`}
        className="popover fixed z-40 p-2.5!"
        style={{ left, top: Math.max(8, Math.min(fitting.at.top, window.innerHeight - 290)), width: WIDTH }}
        onKeyDown={(event) => {
          if (event.key === "Escape") {
            event.stopPropagation();
            onDone();
          }
        }}
      >
        <p className="mb-1.5 text-sm">
          {edge ? (
            <>
              On the <b>{edge.name}</b> of <b>{part.name}</b>, sized to it:
            </>
          ) : (
            <>
              In the middle of <b>{part.name}</b>:
            </>
          )}
        </p>
        <div className="mb-2 flex gap-3">
          {edge ? (
            <ToggleRow
              label="Which side"
              value={side}
              options={{ out: "outside", in: "inside" }}
              onChange={(now) => {
                setSide(now);
                setJoin(now === "out" ? "add" : "take");
              }}
            />
          ) : null}
          <ToggleRow
            label="How it joins"
            value={join}
            options={{ add: "+ add", take: "− take away" }}
            onChange={setJoin}
          />
        </div>
        <div className="grid grid-cols-6 gap-1">
          {shapes.map((shape) => (
            <button
              key={shape.name}
              type="button"
              data-shape={shape.name}
              title={shape.title}
              aria-label={shape.title}
              className="grid place-items-center rounded-md border border-edge bg-paper p-1 hover:border-pine hover:bg-pine-wash"
              onClick={() => add(shape)}
            >
              <Picture
                loops={[shape.path]}
                bounds={shape.bounds}
                width={44}
                height={30}
                margin={3}
                className="h-7.5 w-11"
              />
            </button>
          ))}
        </div>
      </div>
    </>
  );
}

/** The seat as long as the edge, by name, so that it follows; the other lengths in the usual proportions. */
function fittedTo(shape: Shape, edge: StraightEdge): Record<string, string> {
  const seat = shape.seat ?? "";
  const share = edge.size / Number(shape.standing[seat] ?? 1);
  return Object.fromEntries(
    Object.entries(shape.standing).map(([name, text]) => [
      name,
      name === seat ? edge.length : shape.scales.includes(name) ? rounded(Number(text) * share) : text,
    ]),
  );
}

/** The usual measurements, the largest of them as long as ``size``. */
export function sized(shape: Shape, size: number): Record<string, string> {
  const largest = Math.max(...shape.scales.map((name) => Number(shape.starting[name])));
  return Object.fromEntries(
    Object.entries(shape.starting).map(([name, text]) => [
      name,
      shape.scales.includes(name) ? rounded((Number(text) / largest) * size) : text,
    ]),
  );
}

function roomIn(part: DrawnPart): number {
  const xs = part.path.flatMap((segment) => [
    segment.start[0],
    segment.end[0],
    ...(segment.centre ? [segment.centre[0] + (segment.radius ?? 0), segment.centre[0] - (segment.radius ?? 0)] : []),
  ]);
  const ys = part.path.flatMap((segment) => [
    segment.start[1],
    segment.end[1],
    ...(segment.centre ? [segment.centre[1] + (segment.radius ?? 0), segment.centre[1] - (segment.radius ?? 0)] : []),
  ]);
  return Math.min(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
}

/** Two significant figures: a measurement that one would choose oneself. */
function rounded(value: number): string {
  return tidy(Number(value.toPrecision(2)));
}
