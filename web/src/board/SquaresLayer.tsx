import type { Counted, Spot } from "../api/types";
import type { ToScreen } from "./path";

interface Props {
  counted: Counted;
  to: ToScreen;
  scale: number;
  onShade: (place: Spot) => void;
  /** Whether the edges are counted rather than the squares. */
  round: boolean;
}

const ROOM_FOR_NUMBERS = 20;

/** Unit squares counted one by one: whole ones numbered, halves marked ½, others with a ring; lattice points; shading. */
export function SquaresLayer({ counted, to, scale, onShade, round }: Props) {
  const numbers = scale >= ROOM_FOR_NUMBERS && !round;
  return (
    <g data-layer="squares">
      {counted.squares.map(({ at, kind, number, shaded }) => {
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
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => onShade(at)}
            onKeyDown={(event) => {
              if (event.key !== "Enter" && event.key !== " ") return;
              event.preventDefault();
              onShade(at);
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
          {counted.edges.map(([a, b], index) => {
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
                {index + 1}
              </text>
            );
          })}
        </g>
      ) : null}
      {counted.lattice ? (
        <g aria-hidden pointerEvents="none">
          {counted.lattice.inside.map((spot) => {
            const [x, y] = to(spot);
            return <circle key={spot.join(",")} cx={x} cy={y} r={3.6} fill="var(--color-pine-dark)" />;
          })}
          {counted.lattice.border.map((spot) => {
            const [x, y] = to(spot);
            return (
              <circle
                key={spot.join(",")}
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

/** Slanting strokes over a square, so that shading is not colour alone. */
function hatch(x: number, y: number, size: number): string {
  return [0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75]
    .map((share) => {
      const [a, b] = share <= 1 ? [0, share * size] : [(share - 1) * size, size];
      return `M${x + a} ${y + b}L${x + b} ${y + a}`;
    })
    .join("");
}
