import type { PointerEvent } from "react";
import type { DrawnPart } from "../api/types";
import type { ToScreen } from "./path";

interface Props {
  part: DrawnPart;
  to: ToScreen;
  onHold: (index: number, event: PointerEvent<SVGElement>) => void;
}

/** The corners of a chosen outline, to be dragged. */
export function Corners({ part, to, onHold }: Props) {
  return (
    <g>
      {(part.walk ?? []).map(({ corner }, index) => {
        const [x, y] = to(corner);
        return (
          <rect
            key={index}
            data-corner={index + 1}
            x={x - 6.5}
            y={y - 6.5}
            width={13}
            height={13}
            rx={3}
            fill="white"
            stroke="var(--color-pine)"
            strokeWidth={2.5}
            style={{ cursor: "move", touchAction: "none" }}
            onPointerDown={(event) => onHold(index, event)}
          >
            <title>Drag: corner {index + 1}</title>
          </rect>
        );
      })}
    </g>
  );
}
