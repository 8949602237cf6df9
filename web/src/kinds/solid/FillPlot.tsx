import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import type { SolidResults } from "../../api/types";

interface Props {
  liquid: NonNullable<SolidResults["liquid"]>;
  unit: string;
}

const SIZE = { width: 300, height: 220, left: 48, right: 14, top: 12, bottom: 38 };

/** The content of a solid against the depth, with the level that it is filled to. */
export function FillPlot({ liquid, unit }: Props) {
  const points = liquid.curve;
  const last = points.at(-1);
  if (!last) return null;
  const across = scaleLinear([0, last[0]], [SIZE.left, SIZE.width - SIZE.right]);
  const up = scaleLinear([0, last[1]], [SIZE.height - SIZE.bottom, SIZE.top]).nice();
  const path = line<readonly [number, number]>(
    (point) => across(point[0]),
    (point) => up(point[1]),
  );
  const here = { x: across(liquid.at), y: up(between(points, liquid.at)) };
  return (
    <figure
      className="absolute right-2 bottom-2 rounded-md border border-rule bg-sheet/95 shadow-sm"
      aria-label="Content against depth"
    >
      <svg
        width={SIZE.width}
        height={SIZE.height}
        role="img"
        aria-label={`${liquid.content.text} at ${liquid.depth.text}`}
      >
        {across.ticks(5).map((tick) => (
          <g key={tick} fontSize={11} textAnchor="middle">
            <line
              x1={across(tick)}
              x2={across(tick)}
              y1={SIZE.top}
              y2={SIZE.height - SIZE.bottom}
              stroke="var(--color-edge)"
            />
            <text x={across(tick)} y={SIZE.height - SIZE.bottom + 14}>
              {tick}
            </text>
          </g>
        ))}
        {up.ticks(4).map((tick) => (
          <g key={tick} fontSize={11} textAnchor="end">
            <line x1={SIZE.left} x2={SIZE.width - SIZE.right} y1={up(tick)} y2={up(tick)} stroke="var(--color-edge)" />
            <text x={SIZE.left - 5} y={up(tick) + 4}>
              {tick}
            </text>
          </g>
        ))}
        <path
          d={path(points as [number, number][]) ?? ""}
          fill="none"
          stroke="var(--color-pine)"
          strokeWidth={2}
          data-testid="curve"
        />
        <path
          d={`M${SIZE.left} ${here.y}H${here.x}V${SIZE.height - SIZE.bottom}`}
          fill="none"
          stroke="var(--color-apricot)"
          strokeDasharray="4 3"
        />
        <circle cx={here.x} cy={here.y} r={4} fill="var(--color-apricot)" />
        <text x={SIZE.width - SIZE.right} y={SIZE.height - 8} fontSize={12} textAnchor="end">
          depth{unit ? ` (${unit})` : ""}
        </text>
        <text x={4} y={SIZE.top} fontSize={12} dominantBaseline="hanging">
          {unit ? `${unit}³` : ""}
        </text>
      </svg>
    </figure>
  );
}

/** The content at a depth between two points of the curve. */
function between(points: readonly (readonly [number, number])[], depth: number): number {
  const found = points.findIndex((point) => point[0] >= depth);
  const [a, b] = points.slice(Math.max(0, found - 1));
  if (!a || !b) return points.at(-1)?.[1] ?? 0;
  return a[1] + ((b[1] - a[1]) * (depth - a[0])) / (b[0] - a[0]);
}
