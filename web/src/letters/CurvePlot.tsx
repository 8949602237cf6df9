import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import type { VariedAxis, WatchedLetters } from "../api/types";
import { useSize } from "../ui/useSize";
import { inUnits } from "../ui/units";

interface Props {
  axis: VariedAxis;
  watched: WatchedLetters;
  /** The case that is looked at. */
  at: number;
  onAt: (at: number) => void;
}

const ROOM = { left: 62, right: 18, top: 28, bottom: 34 };
const AT_FIRST = { width: 560, height: 190 };

/** A watched quantity against its letter; the greatest and least are marked. */
export function CurvePlot({ axis, watched, at, onAt }: Props) {
  const [frame, size] = useSize(AT_FIRST, 160);
  const points = watched.points.flatMap((y, index) => (y === null ? [] : [[axis.values[index] ?? 0, y] as const]));
  const [first, last] = [axis.values[0] ?? 0, axis.values.at(-1) ?? 1];
  const across = scaleLinear([first, last === first ? first + 1 : last], [ROOM.left, size.width - ROOM.right]);
  const heights = points.map(([, y]) => y);
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const spread = high - low || Math.abs(high) || 1;
  const up = scaleLinear([low - spread * 0.08, high + spread * 0.08], [size.height - ROOM.bottom, ROOM.top]).nice();
  const curve = line<number | null>(
    (_, index) => across(axis.values[index] ?? 0),
    (y) => up(y ?? 0),
  ).defined((y) => y !== null)(watched.points);
  const nearest = (x: number) => {
    const value = across.invert(x);
    let best = 0;
    axis.values.forEach((each, index) => {
      if (Math.abs(each - value) < Math.abs((axis.values[best] ?? 0) - value)) best = index;
    });
    return best;
  };
  const here = watched.points[at];
  const marks = (watched.constant ? [] : [watched.greatest, watched.least]).flatMap((extreme) =>
    extreme ? extreme.at.slice(0, 40).map((place) => [place[0] ?? 0, Number(extreme.value.decimal)] as const) : [],
  );
  return (
    <div ref={frame} className="relative h-48 overflow-hidden">
      <svg
        width={size.width}
        height={size.height}
        role="img"
        aria-label={`${watched.expression} against ${axis.letter}: ${watched.says}`}
        className="absolute inset-0 touch-none"
        onPointerMove={(event) => onAt(nearest(event.nativeEvent.offsetX))}
        onPointerDown={(event) => onAt(nearest(event.nativeEvent.offsetX))}
      >
        {up.ticks(4).map((tick) => (
          <g key={tick} fontSize={11} textAnchor="end" fill="var(--color-soft)">
            <line x1={ROOM.left} x2={size.width - ROOM.right} y1={up(tick)} y2={up(tick)} stroke="var(--color-edge)" />
            <text x={ROOM.left - 6} y={up(tick) + 4}>
              {Number(tick.toPrecision(6))}
            </text>
          </g>
        ))}
        {across.ticks(8).map((tick) => (
          <text
            key={tick}
            x={across(tick)}
            y={size.height - ROOM.bottom + 15}
            fontSize={11}
            textAnchor="middle"
            fill="var(--color-soft)"
          >
            {tick}
          </text>
        ))}
        <text x={size.width - ROOM.right} y={size.height - 4} fontSize={12} textAnchor="end" fontStyle="italic">
          {axis.letter} {inUnits(axis.unit)}
        </text>
        <text x={6} y={12} fontSize={12}>
          {watched.expression} {inUnits(watched.unit)}
        </text>
        {axis.continuous ? (
          <path d={curve ?? ""} fill="none" stroke="var(--color-pine)" strokeWidth={2.2} />
        ) : (
          points.map(([x, y]) => (
            <circle key={x} cx={across(x)} cy={up(y)} r={points.length > 80 ? 2 : 3.5} fill="var(--color-pine)" />
          ))
        )}
        {marks.map(([x, y]) => (
          <circle
            key={`${x} ${y}`}
            cx={across(x)}
            cy={up(y)}
            r={6}
            fill="none"
            stroke="var(--color-ember)"
            strokeWidth={2}
          />
        ))}
        {here === null || here === undefined ? null : (
          <g pointerEvents="none">
            <line
              x1={across(axis.values[at] ?? 0)}
              x2={across(axis.values[at] ?? 0)}
              y1={ROOM.top}
              y2={size.height - ROOM.bottom}
              stroke="var(--color-apricot)"
            />
            <circle
              cx={across(axis.values[at] ?? 0)}
              cy={up(here)}
              r={5}
              fill="var(--color-apricot)"
              stroke="var(--color-ink)"
            />
          </g>
        )}
      </svg>
    </div>
  );
}
