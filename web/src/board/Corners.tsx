import type { PointerEvent } from "react";
import type { DrawnPart } from "../api/types";
import { Handle } from "./Handle";
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
      {(part.walk ?? []).map(({ corner }, index) => (
        <Handle
          key={index}
          data={{ "data-corner": index + 1 }}
          at={to(corner)}
          title={`Drag: corner ${index + 1}`}
          onHold={(event) => onHold(index, event)}
        />
      ))}
    </g>
  );
}
