import { memo, useEffect, useMemo, useRef, useState, type PointerEvent, type ReactNode } from "react";
import type { SolidNet, SpaceDrawing } from "../api/types";
import { speaksOf, useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { UnitCubes, type Cell } from "./UnitCubes";
import { isTyping } from "../ui/typing";
import { middleOf, unfolded } from "./folding";
import { FlatHelpers, Helpers } from "./Helpers";
import { Measurements } from "./Measurements";
import { liquid, LOOKS, projection, seen, type Look, type To } from "./projecting";
import { useSize } from "../ui/useSize";

const AT_FIRST = { width: 760, height: 420 };

interface Props {
  drawing: SpaceDrawing | null;
  /** How it unfolds, in one or several ways; none where it can't, for which `noNet` says why. */
  nets: SolidNet[];
  noNet: string | null;
  /** What is told of each face on the flat net, by its entry. */
  labels: Record<string, string>;
  old: boolean;
  title: string;
  /** How high it is filled, as a height of the picture's own; null where it is not. */
  /** Unit cubes to be shown instead of the faces, and how many of them. */
  cubes?: { cells: readonly Cell[]; count: number } | null;
  level?: number | null;
  /** A measurement was picked on the picture. */
  onGiven: (piece: string, measure: string) => void;
  onDrag: (piece: string, measure: string, factor: number, done: boolean) => void;
  /** What stands beside the tilt handle. */
  /** What else stands below the picture, told the net that is shown. */
  controls?: (net: SolidNet | null) => ReactNode;
  /** What lies over the upper edge of the board. */
  children?: ReactNode;
  /** What stands where there is nothing to see yet. */
  empty: ReactNode;
}

const NONE: readonly string[] = [];
const SHADES = 12; // of faces, by how far they look towards the eye; told in styles.css
const LIT = "var(--color-apricot-wash)";
const MARGIN = 56;
const STEP = 5; // degrees, by an arrow key
const PER_PIXEL = 0.5; // degrees

const NAMED: { name: string; look: Look; key: string }[] = [
  { name: "Usual view", look: LOOKS.usual, key: "V" },
  { name: "From above", look: LOOKS.above, key: "1" },
  { name: "From the front", look: LOOKS.front, key: "2" },
  { name: "From the right", look: LOOKS.side, key: "3" },
];

/** A solid as a textbook draws it, turned by dragging, by keys and by the tilt handle. */
export const SpaceBoard = memo(function SpaceBoard({
  drawing: folded,
  nets,
  noNet,
  labels,
  old,
  title,
  cubes = null,
  level = null,
  onGiven,
  onDrag,
  controls,
  children,
  empty,
}: Props) {
  const store = useBenchStore();
  const lit = useBench((state) => state.lit);
  const selected = useBench((state) => state.selected);
  const [chosen, setLook] = useState<Look>(LOOKS.usual);
  const [open, setOpen] = useState(0);
  const [choice, setChoice] = useState(0);
  const [helping, setHelping] = useState(false);
  const net = nets[Math.min(choice, nets.length - 1)] ?? null;
  const share = net ? open : 0;
  // As it unfolds, one comes to look straight down on it: then the net is true to scale.
  const look = useMemo<Look>(
    () => ({ turn: chosen.turn * (1 - share), tilt: chosen.tilt + (90 - chosen.tilt) * share }),
    [chosen, share],
  );
  const drawing = useMemo(
    () => (folded && net && share > 0 ? unfolded(folded, net, share) : folded),
    [folded, net, share],
  );
  const [frame, size] = useSize(AT_FIRST, 160);
  const held = useRef<{ x: number; y: number; look: Look; moved: boolean } | null>(null);

  const picture = useMemo(() => (drawing ? seen(drawing, look, share > 0) : null), [drawing, look, share]);
  const flat = useMemo(
    () => (folded && net && share > 0 ? unfolded(folded, net, 1).bounds : null),
    [folded, net, share],
  );
  const to = useMemo(() => (drawing ? fitted(drawing.bounds, flat, look, size) : null), [drawing, flat, look, size]);

  const water = useMemo(
    () => (drawing && level !== null && share === 0 ? liquid(drawing, look, level) : null),
    [drawing, look, level, share],
  );

  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const named = NAMED.find(({ key }) => key === event.key.toUpperCase());
      if (named) setLook(named.look);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);

  const turnBy = (turn: number, tilt: number) =>
    setLook((now) => ({ turn: now.turn + turn, tilt: Math.max(0, Math.min(90, now.tilt + tilt)) }));
  const onKey = (event: React.KeyboardEvent) => {
    const turns: Record<string, [number, number]> = {
      ArrowLeft: [STEP, 0],
      ArrowRight: [-STEP, 0],
      ArrowUp: [0, STEP],
      ArrowDown: [0, -STEP],
    };
    const turn = turns[event.key];
    if (!turn) return;
    event.preventDefault();
    turnBy(...turn);
  };
  const onDown = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = { x: event.clientX, y: event.clientY, look: chosen, moved: false };
  };
  const onMove = (event: PointerEvent<SVGSVGElement>) => {
    const start = held.current;
    if (!start) return;
    const [dx, dy] = [event.clientX - start.x, event.clientY - start.y];
    start.moved ||= Math.hypot(dx, dy) > 3;
    if (start.moved)
      setLook({
        turn: start.look.turn - dx * PER_PIXEL,
        tilt: Math.max(0, Math.min(90, start.look.tilt + dy * PER_PIXEL)),
      });
  };
  const onUp = (event: PointerEvent<SVGSVGElement>) => {
    const start = held.current;
    held.current = null;
    if (!start || start.moved) return;
    const face = document.elementFromPoint(event.clientX, event.clientY)?.getAttribute("data-piece");
    store.getState().set({ selected: face ?? null });
  };

  return (
    <div className="relative flex min-h-72 grow flex-col bg-paper">
      <div ref={frame} className="relative min-h-0 grow overflow-hidden">
        {drawing && picture && to ? (
          <svg
            width={size.width}
            height={size.height}
            role="img"
            tabIndex={0}
            aria-label={`${title}, turned by ${Math.round(look.turn)}°, tilted by ${Math.round(look.tilt)}°. Arrow keys turn it.`}
            className={`absolute inset-0 cursor-grab touch-none select-none active:cursor-grabbing ${old ? "opacity-60 grayscale" : ""}`}
            onKeyDown={onKey}
            onPointerOver={(event) => {
              const at = event.target as Element;
              const [part, id] = [at.getAttribute("data-piece"), at.getAttribute("data-face")];
              if (part && id) store.getState().set({ lit: { part, id } });
              else if (store.getState().lit) store.getState().set({ lit: null });
            }}
            onPointerLeave={() => store.getState().set({ lit: null })}
            onPointerDown={onDown}
            onPointerMove={onMove}
            onPointerUp={onUp}
            onPointerCancel={() => (held.current = null)}
          >
            <Ground drawing={drawing} look={look} to={to} />
            {cubes ? <UnitCubes {...cubes} look={look} to={to} /> : null}
            {(cubes ? [] : picture.patches).map((patch, index) => {
              const face = drawing.faces[patch.face];
              const here =
                lit !== null &&
                (lit.id
                  ? lit.id === face?.entry || (lit.alike ?? NONE).includes(face?.entry ?? "")
                  : speaksOf(lit, face?.piece));
              return (
                <path
                  key={index}
                  data-piece={face?.piece}
                  data-face={face?.entry}
                  d={patch.rings.map((ring) => `${line(ring, to)}Z`).join("")}
                  className={`facing-${Math.round(patch.facing * SHADES)}${selected === face?.piece ? " of-chosen" : ""}`}
                  fill={here ? LIT : undefined}
                />
              );
            })}
            {water && to ? (
              <g fill="var(--color-pine)" pointerEvents="none" data-testid="liquid">
                {water.wet.map((ring, index) => (
                  <path key={index} d={`${line(ring, to)}Z`} fillOpacity={0.16} />
                ))}
                <path
                  d={water.surface.map((ring) => `${line(ring, to)}Z`).join("")}
                  fillOpacity={0.3}
                  fillRule="evenodd"
                  stroke="var(--color-pine)"
                  strokeWidth={1.2}
                />
              </g>
            ) : null}
            {(cubes ? [] : picture.lines).map(({ points, hidden }, index) => (
              <path
                key={index}
                d={line(points, to)}
                fill="none"
                stroke="var(--color-ink)"
                strokeWidth={hidden ? 1.1 : 2}
                strokeDasharray={hidden ? "5 4" : undefined}
                strokeLinejoin="round"
                strokeLinecap={hidden ? "butt" : "round"}
                pointerEvents="none"
                data-hidden={hidden || undefined}
              />
            ))}
            {share === 1 ? <Labels drawing={drawing} look={look} to={to} labels={labels} /> : null}
            {helping && share === 0 ? <Helpers triangles={drawing.helpers} look={look} to={to} /> : null}
            <Measurements drawing={drawing} look={look} to={to} onPick={onGiven} onDrag={onDrag} />
          </svg>
        ) : (
          empty
        )}
        {helping && drawing && share === 0 ? <FlatHelpers triangles={drawing.helpers} /> : null}
        {children}
      </div>
      {drawing ? (
        <div className="flex flex-wrap items-center gap-2 border-t border-edge bg-sheet px-3 py-1.5 text-sm no-print">
          <label className="flex items-center gap-2">
            Tilt
            <input
              type="range"
              className="w-32 accent-pine"
              min={0}
              max={90}
              step={1}
              value={Math.round(chosen.tilt)}
              aria-valuetext={`${Math.round(chosen.tilt)}°`}
              onChange={(event) => setLook({ ...chosen, tilt: Number(event.target.value) })}
            />
          </label>
          {NAMED.map(({ name, look: wanted, key }) => (
            <Button key={name} look="quiet" title={`${name} (${key})`} onClick={() => setLook(wanted)}>
              {name}
            </Button>
          ))}
          {net ? (
            <label className="flex items-center gap-2">
              Unfold
              <input
                type="range"
                className="w-32 accent-pine"
                min={0}
                max={1}
                step={0.02}
                value={share}
                aria-valuetext={share === 0 ? "folded" : share === 1 ? "flat" : `${Math.round(share * 100)} %`}
                onChange={(event) => setOpen(Number(event.target.value))}
              />
            </label>
          ) : null}
          {net && share > 0 && nets.length > 1 ? (
            <span className="inline-flex items-center gap-1">
              <Button
                look="quiet"
                aria-label="The net before"
                onClick={() => setChoice((choice + nets.length - 1) % nets.length)}
              >
                ‹
              </Button>
              <span data-testid="which-net">
                net {Math.min(choice, nets.length - 1) + 1} of {nets.length}
              </span>
              <Button look="quiet" aria-label="The next net" onClick={() => setChoice((choice + 1) % nets.length)}>
                ›
              </Button>
            </span>
          ) : null}
          {!net && noNet ? <span className="text-xs text-soft">No net: {noNet}.</span> : null}
          {folded && folded.helpers.length > 0 ? (
            <Button
              look={helping ? "plain" : "quiet"}
              aria-pressed={helping}
              className={helping ? "border-pine! bg-pine-wash!" : ""}
              title="The right triangles behind slant heights, edges and diagonals"
              onClick={() => setHelping(!helping)}
            >
              Triangles
            </Button>
          ) : null}
          {controls?.(net)}
        </div>
      ) : null}
    </div>
  );
});

const line = (points: readonly (readonly [number, number])[], to: To): string =>
  points.map(([x, y], i) => `${i ? "L" : "M"}${to(x, y)}`).join("");

type Bounds = SpaceDrawing["bounds"];

/** Room on the screen for a solid from any side, so that turning does not change its size; on the way to a flat net, for
 * that as well. */
function fitted(bounds: Bounds, flat: Bounds | null, look: Look, size: { width: number; height: number }): To {
  const [low, high] = bounds;
  const across = Math.hypot(high[0] - low[0], high[1] - low[1]);
  const tall = Math.hypot(across * 0.6, high[2] - low[2]);
  const wide = flat ? Math.max(across * 0.7, flat[1][0] - flat[0][0]) : across;
  const high_ = flat ? Math.max(tall * 0.7, flat[1][1] - flat[0][1]) : tall;
  const scale = Math.min((size.width - 2 * MARGIN) / wide, (size.height - 2 * MARGIN) / high_);
  const [cx, cy] = projection(look)([(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2]);
  const round = (value: number) => String(Math.round(value * 100) / 100);
  return (x, y) => `${round(size.width / 2 + (x - cx) * scale)} ${round(size.height / 2 - (y - cy) * scale)}`;
}

/** What each face of a flat net is called and comes to. */
function Labels({ drawing, look, to, labels }: { drawing: SpaceDrawing; look: Look; to: To; labels: Props["labels"] }) {
  const project = projection(look);
  return (
    <g data-testid="net-labels">
      {drawing.faces.map((face, index) => {
        const label = labels[face.entry];
        if (!label) return null;
        const [x, y] = project(middleOf(face));
        const [u = 0, v = 0] = to(x, y).split(" ").map(Number);
        const [title = "", value = ""] = label.split("\n");
        return (
          <text
            key={index}
            x={u}
            y={v}
            textAnchor="middle"
            fill="var(--color-ink)"
            className="text-[0.85rem]"
            pointerEvents="none"
          >
            <tspan x={u} dy="-0.1em">
              {title}
            </tspan>
            <tspan x={u} dy="1.2em" className="font-semibold">
              {value}
            </tspan>
          </text>
        );
      })}
    </g>
  );
}

/** The squares of the board on which the solid stands, leaning with it. */
function Ground({ drawing, look, to }: { drawing: SpaceDrawing; look: Look; to: To }) {
  const [low, high] = drawing.bounds;
  const wide = Math.max(high[0] - low[0], high[1] - low[1]);
  const power = 10 ** Math.floor(Math.log10(wide / 2));
  const step = wide / power > 12 ? 5 * power : wide / power > 5 ? 2 * power : power;
  const project = projection(look);
  const put = (x: number, y: number): [number, number] => {
    const [u, v] = project([x, y, low[2]]);
    return [u, v];
  };
  const [left, right] = [Math.floor(low[0] / step - 1) * step, Math.ceil(high[0] / step + 1) * step];
  const [front, back] = [Math.floor(low[1] / step - 1) * step, Math.ceil(high[1] / step + 1) * step];
  const lines: [number, number][][] = [];
  for (let x = left; x <= right + step / 2; x += step) lines.push([put(x, front), put(x, back)]);
  for (let y = front; y <= back + step / 2; y += step) lines.push([put(left, y), put(right, y)]);
  return (
    <path d={lines.map((ends) => line(ends, to)).join("")} stroke="var(--color-rule)" strokeWidth={0.7} fill="none" />
  );
}
