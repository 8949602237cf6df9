import { memo } from "react";
import type { LaidOut } from "./layOut";
import { Measurement } from "./Measurement";

const ARROW = 9;

/** Dimension lines with arrowheads and their measurement; a given one can be clicked and typed over. */
export const Spans = memo(function Spans({ spans }: { spans: LaidOut[] }) {
  return (
    <g>
      {spans.map((laid) => (
        <Dimension key={laid.key} laid={laid} />
      ))}
    </g>
  );
});

function Dimension({ laid }: { laid: LaidOut }) {
  const { text, span, part, box } = laid;
  return (
    <g>
      <DimensionLine laid={laid} />
      <Measurement
        part={part}
        measure={span.measure}
        text={span.text}
        given={span.given}
        at={text}
        width={box.width}
        height={box.height}
      />
    </g>
  );
}

/** The line itself, its arrowheads and the lines that lead to it from the figure. */
export function DimensionLine({ laid, colour = "var(--color-soft)" }: { laid: LaidOut; colour?: string }) {
  const { start, end, feet, span } = laid;
  const length = Math.hypot(end[0] - start[0], end[1] - start[1]) || 1;
  const u = [(end[0] - start[0]) / length, (end[1] - start[1]) / length] as const;
  const head = (at: readonly [number, number], way: number) => {
    const back = [at[0] - u[0] * ARROW * way, at[1] - u[1] * ARROW * way] as const;
    const side = [-u[1] * 3, u[0] * 3] as const;
    return `M${at[0]} ${at[1]}L${back[0] + side[0]} ${back[1] + side[1]}L${back[0] - side[0]} ${back[1] - side[1]}Z`;
  };
  const radial = span.measure === "radius";
  return (
    <g aria-hidden pointerEvents="none" stroke={colour} strokeWidth={1}>
      {[0, 1].map((i) => {
        const foot = feet[i as 0 | 1];
        const tip = i === 0 ? start : end;
        return Math.hypot(foot[0] - tip[0], foot[1] - tip[1]) > 4 ? (
          <line
            key={i}
            x1={foot[0]}
            y1={foot[1]}
            x2={tip[0] + (tip[0] - foot[0]) * 0.15}
            y2={tip[1] + (tip[1] - foot[1]) * 0.15}
            strokeOpacity={0.6}
          />
        ) : null;
      })}
      <line
        x1={start[0]}
        y1={start[1]}
        x2={end[0]}
        y2={end[1]}
        strokeDasharray={span.side === 0 && !radial ? "5 4" : undefined}
      />
      {length > 3 * ARROW ? (
        <path d={(radial && span.side === 0 ? "" : head(start, -1)) + head(end, 1)} fill={colour} stroke="none" />
      ) : null}
      {radial && span.side === 0 ? <circle cx={start[0]} cy={start[1]} r={2.5} fill={colour} stroke="none" /> : null}
    </g>
  );
}
