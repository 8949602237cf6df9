import type { PointerEvent } from "react";
import type { Spot } from "../api/types";

interface Props {
  at: Spot;
  title: string;
  onHold: (event: PointerEvent<SVGElement>) => void;
  /** Attributes by which it is found. */
  data?: Record<`data-${string}`, string | number>;
}

const SIZE = 14;

/** A small square that is taken hold of and dragged. */
export function Handle({ at: [x, y], title, onHold, data }: Props) {
  return (
    <g {...data} style={{ cursor: "move", touchAction: "none" }} onPointerDown={onHold}>
      <circle cx={x} cy={y} className="reach" />
      <rect
        x={x - SIZE / 2}
        y={y - SIZE / 2}
        width={SIZE}
        height={SIZE}
        rx={3}
        fill="white"
        stroke="var(--color-pine)"
        strokeWidth={2.5}
      />
      <title>{title}</title>
    </g>
  );
}
