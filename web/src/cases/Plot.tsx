import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useState } from "react";
import type { CaseColumn, CaseRow, ProblemDocument, SheetRow } from "../api/types";
import { plainUnit } from "../ui/units";
import { unitOf } from "./ColumnHead";
import { measureOf } from "./table";

interface Props {
  row: SheetRow;
  columns: CaseColumn[];
  rows: CaseRow[];
  settings: ProblemDocument["settings"];
}

const SIZE = { width: 400, height: 320, left: 62, right: 16, top: 16, bottom: 48 };

/** Two columns against one another. */
export function Plot({ row, columns, rows, settings }: Props) {
  const choices = row.measures.filter((measure) => rows.some((told) => measure.name in told.cells));
  const [chosen, setChosen] = useState<{ x: string | null; y: string | null }>({ x: null, y: null });
  const given = columns.filter((column) => column.role === "given").map(measureOf);
  const x =
    choices.find((measure) => measure.name === chosen.x) ??
    choices.find((measure) => given.includes(measure.name) && rows.some((told) => told.cells[measure.name]?.given)) ??
    choices[0];
  const y =
    choices.find((measure) => measure.name === chosen.y) ?? [...choices].reverse().find((measure) => measure !== x);
  if (!x || !y)
    return <p className="p-4 text-sm text-soft">As soon as two columns have values, they can be plotted.</p>;
  const points = rows
    .flatMap((told, index) => {
      const [a, b] = [told.cells[x.name]?.number, told.cells[y.name]?.number];
      return a === undefined || b === undefined ? [] : [{ a, b, index }];
    })
    .sort((one, two) => one.a - two.a);
  const across = scaleLinear()
    .domain(spread(points.map((point) => point.a)))
    .nice()
    .range([SIZE.left, SIZE.width - SIZE.right]);
  const up = scaleLinear()
    .domain(spread(points.map((point) => point.b)))
    .nice()
    .range([SIZE.height - SIZE.bottom, SIZE.top]);
  const path = line<{ a: number; b: number }>(
    (point) => across(point.a),
    (point) => up(point.b),
  );
  const named = (measure: typeof x) => {
    const unit = plainUnit(
      unitOf(
        columns.find((column) => column.role === "given" && measureOf(column) === measure.name),
        measure.kind,
        settings,
      ),
    );
    return unit ? `${measure.title} (${unit})` : measure.title;
  };
  return (
    <section
      aria-label="Plot"
      className="flex min-w-0 flex-col gap-2 overflow-y-auto border-l border-edge bg-paper p-3"
    >
      <div className="flex gap-2 text-sm">
        {(["x", "y"] as const).map((axis) => (
          <label key={axis} className="grow">
            {axis === "x" ? "Along" : "Up"}
            <select
              className="field w-full"
              value={(axis === "x" ? x : y).name}
              onChange={(event) => setChosen({ ...chosen, [axis]: event.target.value })}
            >
              {choices.map((measure) => (
                <option key={measure.name} value={measure.name}>
                  {measure.title}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      <svg
        viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
        role="img"
        aria-label={`${named(y)} against ${named(x)}`}
        className="h-auto w-full"
      >
        {across.ticks(6).map((tick) => (
          <g key={tick} transform={`translate(${across(tick)} 0)`}>
            <line y1={SIZE.top} y2={SIZE.height - SIZE.bottom} stroke="var(--color-edge)" />
            <text y={SIZE.height - SIZE.bottom + 18} textAnchor="middle" fontSize={13} className="fill-soft">
              {across.tickFormat(6)(tick)}
            </text>
          </g>
        ))}
        {up.ticks(6).map((tick) => (
          <g key={tick} transform={`translate(0 ${up(tick)})`}>
            <line x1={SIZE.left} x2={SIZE.width - SIZE.right} stroke="var(--color-edge)" />
            <text x={SIZE.left - 8} y={4.5} textAnchor="end" fontSize={13} className="fill-soft">
              {up.tickFormat(6)(tick)}
            </text>
          </g>
        ))}
        <path
          d={`M${SIZE.left} ${SIZE.top}V${SIZE.height - SIZE.bottom}H${SIZE.width - SIZE.right}`}
          fill="none"
          stroke="var(--color-ink)"
          strokeWidth={1.4}
        />
        <path d={path(points) ?? ""} fill="none" stroke="var(--color-pine)" strokeWidth={2} />
        {points.length <= 200
          ? points.map((point) => (
              <circle
                key={point.index}
                cx={across(point.a)}
                cy={up(point.b)}
                r={3.4}
                className="fill-apricot stroke-ink"
                strokeWidth={1}
              >
                <title>{`case ${point.index + 1}`}</title>
              </circle>
            ))
          : null}
        <text
          x={(SIZE.left + SIZE.width - SIZE.right) / 2}
          y={SIZE.height - 8}
          textAnchor="middle"
          fontSize={14}
          className="fill-ink"
        >
          {named(x)}
        </text>
        <text
          transform={`translate(15 ${(SIZE.top + SIZE.height - SIZE.bottom) / 2}) rotate(-90)`}
          textAnchor="middle"
          fontSize={14}
          className="fill-ink"
        >
          {named(y)}
        </text>
      </svg>
      <p className="text-xs text-soft">{points.length} cases with both.</p>
    </section>
  );
}

function spread(values: number[]): [number, number] {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  if (values.length === 0) return [0, 1];
  return low === high ? [low - Math.abs(low || 1) / 2, high + Math.abs(high || 1) / 2] : [low, high];
}
