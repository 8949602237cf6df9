import { memo } from "react";
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import type { ProfileResults } from "../../api/types";
import { useBench, useBenchStore } from "../../document/store";
import { useSize } from "../../ui/useSize";

const AT_FIRST = { width: 760, height: 380 };

interface Props {
  drawing: ProfileResults["drawing"];
  old: boolean;
  unit: string;
  title: string;
}

const ROOM = { left: 52, right: 24, top: 44, bottom: 40 };

/** The strips under the readings or the curve: to scale, or heights stretched where they would be too flat to see. */
export const StripsBoard = memo(function StripsBoard({ drawing, old, unit, title }: Props) {
  const store = useBenchStore();
  const lit = useBench((state) => state.lit);
  const [frame, size] = useSize(AT_FIRST, 240);
  const spots = drawing ? [...drawing.line, ...drawing.lower, ...drawing.smooth, ...drawing.strips.flat()] : [];
  if (!drawing || spots.length === 0)
    return (
      <div ref={frame} className="grid min-h-56 grow place-items-center bg-paper p-6 text-center text-soft">
        Readings or a curve make strips: type or paste the readings below.
      </div>
    );
  const axis = drawing.axis;
  const xs = [...spots.map(([x]) => x), ...(axis?.[0] === "upright" ? [axis[1]] : [])];
  const ys = [0, ...spots.map(([, y]) => y), ...(axis?.[0] === "level" ? [axis[1]] : [])];
  const [left, right] = [least(xs), greatest(xs)];
  const [low, high] = [least(ys), greatest(ys)];
  const [wide, tall] = [size.width - ROOM.left - ROOM.right, size.height - ROOM.top - ROOM.bottom];
  const true_ = Math.min(wide / (right - left || 1), tall / (high - low || 1));
  const stretched = !drawing.flat || (high - low) * true_ < tall / 3 || (right - left) * true_ < wide / 3;
  const up = stretched ? (tall * 0.8) / (high - low || 1) : true_;
  const width = stretched ? wide : (right - left) * true_;
  const across = scaleLinear([left, right], [ROOM.left + (wide - width) / 2, ROOM.left + (wide + width) / 2]);
  const ground = size.height - ROOM.bottom - (tall - (high - low) * up) / 2;
  const height = (y: number) => ground - (y - low) * up;
  const path = line<readonly number[]>(
    ([x]) => across(x ?? 0),
    ([, y]) => height(y ?? 0),
  );
  const ticks = scaleLinear([low, high], [0, 1]).ticks(5);
  const dense = drawing.strips.length > 60;
  const ring = path([...drawing.line, ...[...drawing.lower].reverse()]) ?? "";
  return (
    <div ref={frame} className="relative min-h-56 grow overflow-hidden bg-paper">
      <svg
        width={size.width}
        height={size.height}
        role="img"
        aria-label={`${title}: ${drawing.strips.length} strips${stretched ? ", heights stretched" : ", to scale"}`}
        className={`absolute inset-0 ${old ? "opacity-60 grayscale" : ""}`}
        onPointerLeave={() => store.getState().set({ lit: null })}
      >
        {ticks.map((tick) => (
          <g key={tick} fontSize={11} textAnchor="end" fill="var(--color-soft)">
            <line
              x1={ROOM.left - 6}
              x2={size.width - ROOM.right}
              y1={height(tick)}
              y2={height(tick)}
              stroke="var(--color-edge)"
            />
            <text x={ROOM.left - 10} y={height(tick) + 4}>
              {tick}
            </text>
          </g>
        ))}
        {across.ticks(8).map((tick) => (
          <text key={tick} x={across(tick)} y={ground + 18} fontSize={11} textAnchor="middle" fill="var(--color-soft)">
            {tick}
          </text>
        ))}
        {drawing.filled !== null ? (
          <>
            <clipPath id="filled">
              <rect x={0} width={size.width} y={height(drawing.filled)} height={size.height} />
            </clipPath>
            <path
              d={`${ring}Z`}
              fill="var(--color-water, #3d7ea6)"
              fillOpacity={0.35}
              clipPath="url(#filled)"
              data-testid="filled"
            />
          </>
        ) : null}
        {drawing.strips.length === 0 ? <path d={`${ring}Z`} fill="var(--color-pine)" fillOpacity={0.16} /> : null}
        {dense
          ? [0, 1].map((odd) => (
              <path
                key={odd}
                data-strips={drawing.strips.length}
                d={drawing.strips
                  .filter((_, index) => index % 2 === odd)
                  .map((strip) => `${path(strip) ?? ""}Z`)
                  .join("")}
                fill="var(--color-pine)"
                fillOpacity={odd ? 0.24 : 0.16}
                stroke="var(--color-pine)"
                strokeWidth={0.4}
              />
            ))
          : drawing.strips.map((strip, index) => {
              const id = `area.strip ${index + 1}.part`;
              const here = lit !== null && (lit.id === id || lit.part === `strip ${index + 1}`);
              return (
                <path
                  key={index}
                  data-strip={index + 1}
                  data-lit={here || undefined}
                  d={`${path(strip) ?? ""}Z`}
                  fill={here ? "var(--color-apricot)" : "var(--color-pine)"}
                  fillOpacity={here ? 0.55 : index % 2 === 0 ? 0.16 : 0.24}
                  stroke="var(--color-pine)"
                  strokeWidth={1}
                  onPointerOver={() => store.getState().set({ lit: { part: `strip ${index + 1}`, id } })}
                />
              );
            })}
        <line
          x1={across(left)}
          x2={across(right)}
          y1={height(0)}
          y2={height(0)}
          stroke="var(--color-ink)"
          strokeWidth={1.4}
        />
        {axis ? (
          <line
            {...(axis[0] === "level"
              ? { x1: ROOM.left - 20, x2: size.width - 4, y1: height(axis[1]), y2: height(axis[1]) }
              : { x1: across(axis[1]), x2: across(axis[1]), y1: 4, y2: size.height - 4 })}
            stroke="var(--color-apricot)"
            strokeWidth={2}
            strokeDasharray="12 4 2 4"
            data-testid="axis"
          />
        ) : null}
        {drawing.smooth.length > 0 ? (
          <path
            d={path(drawing.smooth) ?? ""}
            fill="none"
            stroke="var(--color-apricot)"
            strokeWidth={1.4}
            strokeDasharray="4 3"
            data-testid="smooth"
          />
        ) : null}
        <path d={path(drawing.lower) ?? ""} fill="none" stroke="var(--color-ink)" strokeWidth={2} />
        <path d={path(drawing.line) ?? ""} fill="none" stroke="var(--color-ink)" strokeWidth={2} data-testid="line" />
        {drawing.strips.length > 0
          ? (hangs(drawing) ? drawing.lower : drawing.ordinates).map(([x, y], index) => (
              <circle key={index} cx={across(x)} cy={height(y)} r={dense ? 1.6 : 3.2} fill="var(--color-ink)" />
            ))
          : null}
        <text x={size.width - ROOM.right} y={size.height - 6} fontSize={12} textAnchor="end" fill="var(--color-soft)">
          {stretched ? "heights stretched" : "to scale"}
          {unit && drawing.flat ? ` · ${unit}` : ""}
        </text>
      </svg>
    </div>
  );
});

/** Whether readings hang down from their line. */
const hangs = (drawing: NonNullable<Props["drawing"]>) =>
  drawing.lower.length === drawing.ordinates.length && drawing.ordinates.every(([, y]) => y === 0);

const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b));
const greatest = (values: number[]) => values.reduce((a, b) => Math.max(a, b));
