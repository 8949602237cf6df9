import { memo } from "react";
import { scaleLog } from "d3-scale";
import { line } from "d3-shape";
import type { ProfileResults } from "../../api/types";
import { useSize } from "../../ui/useSize";
import { RULES, type Rule } from "./change";

const ROOM = { left: 64, right: 150, top: 52, bottom: 44 };
const COLOURS = [
  "var(--color-pine)",
  "var(--color-apricot)",
  "var(--color-ink)",
  "var(--color-soft)",
  "var(--color-alarm)",
];
const DASHES = ["", "7 4", "2 3", "9 3 2 3", "1 4"];
const AT_FIRST = { width: 760, height: 380 };

/** By how much each rule is off for how many strips, both by powers of ten: a straight line falls as steeply as its order. */
export const ErrorPlot = memo(function ErrorPlot({ errors }: { errors: ProfileResults["errors"] }) {
  const [frame, size] = useSize(AT_FIRST, 240);
  const shown = errors.filter((each) => each.points.length > 1);
  const all = shown.flatMap((each) => each.points);
  return (
    <div ref={frame} className="relative min-h-56 grow overflow-hidden bg-paper">
      {all.length === 0 ? (
        <p className="grid h-full place-items-center p-6 text-center text-soft">
          There is nothing to plot: a curve is wanted whose area is known, and rules that are off by something.
        </p>
      ) : (
        <Plot shown={shown} size={size} />
      )}
    </div>
  );
});

function Plot({ shown, size }: { shown: ProfileResults["errors"]; size: { width: number; height: number } }) {
  const all = shown.flatMap((each) => each.points);
  const counts = all.map(([n]) => n);
  const sizes = all.map(([, error]) => error);
  const across = scaleLog(
    [Math.max(1, Math.min(...counts)), Math.max(...counts)],
    [ROOM.left, size.width - ROOM.right],
  );
  const up = scaleLog([Math.min(...sizes), Math.max(...sizes)], [size.height - ROOM.bottom, ROOM.top]).nice();
  const path = line<readonly number[]>(
    ([n]) => across(n ?? 1),
    ([, error]) => up(error ?? 1),
  );
  const tens = up.ticks().filter((tick) => Number.isInteger(Math.log10(tick)));
  const step = Math.max(1, Math.ceil(tens.length / 8));
  return (
    <svg
      width={size.width}
      height={size.height}
      role="img"
      aria-label={`Error against the number of strips: ${shown.map((each) => `${RULES[each.rule as Rule]} of order ${each.order || "unclear"}`).join(", ")}`}
      className="absolute inset-0"
    >
      {tens
        .filter((_, index) => index % step === 0)
        .map((tick) => (
          <g key={tick} fontSize={11} textAnchor="end" fill="var(--color-soft)">
            <line x1={ROOM.left} x2={size.width - ROOM.right} y1={up(tick)} y2={up(tick)} stroke="var(--color-edge)" />
            <text x={ROOM.left - 6} y={up(tick) + 4}>
              10
              <tspan dy={-5} fontSize={9}>
                {Math.round(Math.log10(tick))}
              </tspan>
            </text>
          </g>
        ))}
      {[1, 4, 16, 64, 256, 1024].map((n) => (
        <text
          key={n}
          x={across(n)}
          y={size.height - ROOM.bottom + 16}
          fontSize={11}
          textAnchor="middle"
          fill="var(--color-soft)"
        >
          {n}
        </text>
      ))}
      {shown.map((each, index) => {
        const last = each.points.at(-1) ?? [1, 1];
        return (
          <g key={each.rule}>
            <path
              d={path(each.points) ?? ""}
              fill="none"
              stroke={COLOURS[index]}
              strokeWidth={2}
              strokeDasharray={DASHES[index]}
            />
            {each.points.map(([n, error]) => (
              <circle key={n} cx={across(n)} cy={up(error)} r={2.5} fill={COLOURS[index]} />
            ))}
            <text
              x={across(last[0]) + 8}
              y={up(last[1]) + 4 + (each.rule === "right" || each.rule === "midpoint" ? 13 : 0)}
              fontSize={12}
              fill={COLOURS[index]}
            >
              {RULES[each.rule as Rule]}
              {each.order ? `, order ${each.order}` : ""}
            </text>
          </g>
        );
      })}
      <text x={size.width - ROOM.right} y={size.height - 8} fontSize={12} textAnchor="end" fill="var(--color-soft)">
        number of strips
      </text>
      <text x={8} y={46} fontSize={12} fill="var(--color-soft)">
        off by
      </text>
    </svg>
  );
}
