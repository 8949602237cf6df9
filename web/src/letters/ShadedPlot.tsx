import { scaleLinear } from "d3-scale";
import { useEffect, useRef } from "react";
import type { VariedAxis, WatchedLetters } from "../api/types";
import { counted, inUnits } from "../ui/units";

interface Props {
  axes: [VariedAxis, VariedAxis];
  watched: WatchedLetters;
  at: number;
  onAt: (at: number) => void;
}

const SIDE = 264;
const shade = scaleLinear<string>([0, 1], ["#e0ece3", "#154a38"]);

/** A watched quantity over two letters: the darker, the greater; the value is told where one points, taps or goes with arrow keys. */
export function ShadedPlot({ axes, watched, at, onAt }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [rows, columns] = [axes[0].values.length, axes[1].values.length];
  const known = watched.points.filter((y): y is number => y !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  useEffect(() => {
    const pen = canvas.current?.getContext("2d");
    if (!pen) return;
    pen.clearRect(0, 0, SIDE, SIDE);
    watched.points.forEach((y, index) => {
      if (y === null) return;
      const [row, column] = [Math.floor(index / columns), index % columns];
      pen.fillStyle = shade(high > low ? (y - low) / (high - low) : 0.5);
      const [x0, x1] = [(row / rows) * SIDE, ((row + 1) / rows) * SIDE];
      const [y0, y1] = [SIDE - ((column + 1) / columns) * SIDE, SIDE - (column / columns) * SIDE];
      pen.fillRect(x0, y0, Math.ceil(x1 - x0), Math.ceil(y1 - y0));
    });
    const [row, column] = [Math.floor(at / columns), at % columns];
    pen.strokeStyle = "#eb9a5f";
    pen.lineWidth = 3;
    pen.strokeRect(
      (row / rows) * SIDE,
      SIDE - ((column + 1) / columns) * SIDE,
      Math.max(SIDE / rows, 4),
      Math.max(SIDE / columns, 4),
    );
  }, [watched, rows, columns, low, high, at]);
  const go = (row: number, column: number) =>
    onAt(Math.min(rows - 1, Math.max(0, row)) * columns + Math.min(columns - 1, Math.max(0, column)));
  const point = (event: React.PointerEvent) => {
    const { offsetX, offsetY } = event.nativeEvent;
    go(Math.floor((offsetX / SIDE) * rows), Math.floor(((SIDE - offsetY) / SIDE) * columns));
  };
  const [row, column] = [Math.floor(at / columns), at % columns];
  const here = watched.points[at] ?? null;
  return (
    <figure className="flex flex-wrap items-end gap-3 p-2">
      <canvas
        ref={canvas}
        width={SIDE}
        height={SIDE}
        tabIndex={0}
        role="img"
        aria-label={`${watched.expression} over ${axes[0].letter} and ${axes[1].letter}: ${watched.says}`}
        className="touch-none border border-rule bg-paper"
        onPointerMove={point}
        onPointerDown={point}
        onKeyDown={(event) => {
          const step = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
          if (!step) return;
          event.preventDefault();
          go(row + (step[0] ?? 0), column + (step[1] ?? 0));
        }}
      />
      <figcaption className="text-sm">
        <p>
          across: <i>{axes[0].letter}</i> {inUnits(axes[0].unit)} from {axes[0].values[0]} to {axes[0].values.at(-1)}
        </p>
        <p>
          up: <i>{axes[1].letter}</i> {inUnits(axes[1].unit)} from {axes[1].values[0]} to {axes[1].values.at(-1)}
        </p>
        <p className="mt-2 flex items-center gap-1">
          {Number(low.toPrecision(4))}
          <span className="h-3 w-24 bg-[linear-gradient(90deg,#e0ece3,#154a38)]" />
          {counted(Number(high.toPrecision(4)), watched.unit)}
        </p>
        <p className="mt-2 font-semibold" data-testid="pointed">
          {axes[0].letter} = {Number((axes[0].values[row] ?? 0).toPrecision(6))}, {axes[1].letter} ={" "}
          {Number((axes[1].values[column] ?? 0).toPrecision(6))}:{" "}
          {here === null ? "no such figure" : counted(Number(here.toPrecision(6)), watched.unit)}
        </p>
      </figcaption>
    </figure>
  );
}
