import { useRef, useState, type PointerEvent } from "react";
import type { Counted, Spot } from "../api/types";
import type { ToScreen } from "./path";

interface Props {
  counted: Counted;
  to: ToScreen;
  scale: number;
  /** Squares are shaded, or no longer. */
  onShade: (places: Spot[], shaded: boolean) => void;
  /** Whether the edges are counted rather than the squares. */
  round: boolean;
}

const ROOM_FOR_NUMBERS = 20;

/** Unit squares counted one by one: whole ones numbered, halves marked ½, others with a ring; lattice points; shading. */
export function SquaresLayer({ counted, to, scale, onShade, round }: Props) {
  const numbers = scale >= ROOM_FOR_NUMBERS && !round;
  const lattices = counted.shapes.flatMap(({ lattice }) => (lattice ? [lattice] : []));
  const [painted, setPainted] = useState<{ places: Map<string, Spot>; shaded: boolean } | null>(null);
  const painting = useRef(false);

  /** The squares over which the pointer is drawn are shaded like the first, in one step. */
  const over = (event: PointerEvent) => {
    if (!painting.current) return;
    const under = document.elementFromPoint(event.clientX, event.clientY)?.closest("[data-square]");
    const key = under?.getAttribute("data-square");
    if (!key) return;
    const [i = 0, j = 0] = key.split(",").map(Number);
    setPainted((now) =>
      now && !now.places.has(key) ? { ...now, places: new Map([...now.places, [key, [i, j]]]) } : now,
    );
  };
  const done = () => {
    if (painting.current && painted) onShade([...painted.places.values()], painted.shaded);
    painting.current = false;
    setPainted(null);
  };
  return (
    <g
      data-layer="squares"
      onPointerMove={over}
      onPointerUp={done}
      onPointerCancel={() => {
        painting.current = false;
        setPainted(null);
      }}
    >
      {counted.squares.map(({ at, kind, number, shaded: before }) => {
        const shaded = painted?.places.has(at.join(",")) ? painted.shaded : before;
        const [x, y] = to([at[0], at[1] + 1]);
        const [cx, cy] = [x + scale / 2, y + scale / 2];
        const size = Math.min(15, scale * 0.42);
        const says = {
          whole: `whole square ${number}`,
          half: `half square ${number}`,
          part: `square in part ${number}`,
        }[kind];
        return (
          <g
            key={at.join(",")}
            role="checkbox"
            tabIndex={0}
            aria-checked={shaded}
            aria-label={`${says}, column ${at[0] + 1}, row ${at[1] + 1}`}
            data-square={at.join(",")}
            className="group/sq"
            style={{ cursor: "pointer", outline: "none" }}
            onPointerDown={(event) => {
              event.stopPropagation();
              if (event.button !== 0) return;
              event.currentTarget.parentElement?.setPointerCapture(event.pointerId); // also where the layer has gaps
              painting.current = true;
              setPainted({ places: new Map([[at.join(","), at]]), shaded: !before });
            }}
            onKeyDown={(event) => {
              if (event.key !== "Enter" && event.key !== " ") return;
              event.preventDefault();
              onShade([at], !before);
            }}
          >
            <rect
              x={x}
              y={y}
              width={scale}
              height={scale}
              className="group-focus-visible/sq:stroke-apricot"
              fill={shaded ? "var(--color-apricot)" : "white"}
              fillOpacity={shaded ? 0.65 : 0.01}
              stroke="var(--color-pine)"
              strokeOpacity={0.65}
              strokeWidth={1.2}
            />
            {shaded ? (
              <path
                d={hatch(x, y, scale)}
                stroke="var(--color-ink)"
                strokeOpacity={0.35}
                strokeWidth={1}
                fill="none"
                pointerEvents="none"
              />
            ) : null}
            {numbers && kind !== "part" ? (
              <text
                x={cx}
                y={cy + size * 0.35}
                textAnchor="middle"
                fontSize={size}
                fontWeight={600}
                fill="var(--color-ink)"
                stroke="var(--color-paper)"
                strokeWidth={3}
                paintOrder="stroke"
                pointerEvents="none"
              >
                {kind === "half" ? "½" : number}
              </text>
            ) : null}
            {kind === "part" ? (
              <circle
                cx={cx}
                cy={cy}
                r={Math.max(2, Math.min(6, scale * 0.14))}
                fill="none"
                stroke="var(--color-ink)"
                strokeWidth={1.4}
                strokeDasharray="2.5 2"
                pointerEvents="none"
              />
            ) : null}
          </g>
        );
      })}
      {round ? (
        <g aria-hidden pointerEvents="none" fontSize={13} fontWeight={600} textAnchor="middle" data-layer="edges">
          {numbered(counted).map(({ ends: [a, b], number }, index) => {
            const [p, q] = [to(a), to(b)];
            // The figure lies on the left of the walk, so the numbers stand on the right, outside.
            const [dx, dy] = [(q[0] - p[0]) / scale, (q[1] - p[1]) / scale];
            return (
              <text
                key={index}
                x={(p[0] + q[0]) / 2 - dy * 12}
                y={(p[1] + q[1]) / 2 + dx * 12 + 4.5}
                fill="var(--color-pine-dark)"
              >
                {number}
              </text>
            );
          })}
        </g>
      ) : null}
      {lattices.length > 0 ? (
        <g aria-hidden pointerEvents="none">
          {lattices
            .flatMap((lattice) => lattice.inside)
            .map((spot) => {
              const [x, y] = to(spot);
              return <circle key={spot.join(",")} cx={x} cy={y} r={3.6} fill="var(--color-pine-dark)" />;
            })}
          {lattices
            .flatMap((lattice) => lattice.border)
            .map((spot, index) => {
              const [x, y] = to(spot);
              return (
                <circle
                  key={index}
                  cx={x}
                  cy={y}
                  r={4.2}
                  fill="var(--color-paper)"
                  stroke="var(--color-pine-dark)"
                  strokeWidth={2}
                />
              );
            })}
        </g>
      ) : null}
    </g>
  );
}

/** The unit edges of every shape, each counted from 1. */
function numbered(counted: Counted) {
  return counted.shapes.flatMap(({ edges }) => edges.map((ends, index) => ({ ends, number: index + 1 })));
}

/** Slanting strokes over a square, so that shading is not colour alone. */
function hatch(x: number, y: number, size: number): string {
  return [0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75]
    .map((share) => {
      const [a, b] = share <= 1 ? [0, share * size] : [(share - 1) * size, size];
      return `M${x + a} ${y + b}L${x + b} ${y + a}`;
    })
    .join("");
}
