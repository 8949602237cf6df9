import { memo } from "react";
import { tidy } from "../document/tidy";
import { squares as squaresAt, toFigure, toScreen, type Size, type View } from "./view";

interface Props {
  view: View;
  size: Size;
  /** How far down the tools reach, and how far in from the right what stands in the lower corner: no number is hidden. */
  above: number;
  beside: number;
}

const DIGIT = 7.2;
const GAP = 10;

function lines(from: number, to: number, step: number): number[] {
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  return Array.from({ length: Math.min(2000, Math.max(0, last - first + 1)) }, (_, i) => (first + i) * step);
}

/** The grid: whole squares strong and numbered, finer ones light. A picture of its own, so that dragging leaves it alone. */
export const Grid = memo(function Grid({ view, size, above, beside }: Props) {
  const squares = squaresAt(view.scale);
  const put = toScreen(view, size);
  const [left, bottom] = toFigure(view, size)([0, size.height]);
  const [right, top] = toFigure(view, size)([size.width, 0]);
  const path = (step: number) => {
    const upright = lines(left, right, step).map((x) => `M${put([x, 0])[0].toFixed(1)} 0V${size.height}`);
    const level = lines(bottom, top, step).map((y) => `M0 ${put([0, y])[1].toFixed(1)}H${size.width}`);
    return upright.join("") + level.join("");
  };
  const upright = lines(left, right, squares.strong);
  // Long numbers would run into one another: then only every second, fifth … line is numbered.
  const widest = Math.max(0, ...upright.map((x) => tidy(x).length)) * DIGIT + GAP;
  const every = [1, 2, 5, 10, 20, 50].find((count) => count * squares.strong * view.scale >= widest) ?? 100;
  const numbered = upright.filter((x) => Math.round(x / squares.strong) % every === 0);
  return (
    <svg aria-hidden width={size.width} height={size.height} className="pointer-events-none absolute inset-0">
      {squares.fine < squares.strong ? (
        <path d={path(squares.fine)} stroke="var(--color-edge)" strokeOpacity={0.6} strokeWidth={0.6} />
      ) : null}
      <path d={path(squares.strong)} stroke="var(--color-rule)" strokeWidth={1.2} />
      <g
        fontSize={13}
        fill="var(--color-soft)"
        style={{ paintOrder: "stroke" }}
        stroke="var(--color-paper)"
        strokeWidth={3}
      >
        {numbered.map((x) => {
          const [px] = put([x, 0]);
          return px > 34 && px < size.width - beside ? (
            <text key={x} x={px} y={size.height - 6} textAnchor="middle">
              {tidy(x).replace("-", "−")}
            </text>
          ) : null;
        })}
        {lines(bottom, top, squares.strong).map((y) => {
          const [, py] = put([0, y]);
          return py > above && py < size.height - 28 ? (
            <text key={y} x={6} y={py + 4}>
              {tidy(y).replace("-", "−")}
            </text>
          ) : null;
        })}
      </g>
    </svg>
  );
});
