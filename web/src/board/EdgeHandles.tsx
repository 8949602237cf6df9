import type { DrawnPart, StraightEdge } from "../api/types";
import { pointOf, type ToScreen } from "./path";

interface Props {
  part: DrawnPart;
  to: ToScreen;
  onPick: (edge: StraightEdge, at: DOMRect) => void;
}

const SHORTEST = 96; // on shorter edges it would be in the way of dragging
const OFF = 15;

/** A plus on every straight edge of the chosen part: what fits there can be put on it. */
export function EdgeHandles({ part, to, onPick }: Props) {
  const [mx, my] = middle(part, to);
  return (
    <g>
      {part.edges.map((edge) => {
        const a = to(edge.path.start);
        const b = to(edge.path.end);
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        if (length < SHORTEST) return null;
        const [x, y] = to(pointOf(edge.path, 0.3));
        // Just inside of the part: outside stand the dimension lines.
        const inward = Math.sign((b[0] - a[0]) * (my - y) - (b[1] - a[1]) * (mx - x)) || 1;
        const n = [(-(b[1] - a[1]) / length) * inward, ((b[0] - a[0]) / length) * inward] as const;
        const at = [x + n[0] * OFF, y + n[1] * OFF] as const;
        return (
          <g
            key={edge.name}
            role="button"
            tabIndex={0}
            data-edge={edge.name}
            aria-label={`Put a shape on the ${edge.name} of ${part.name}`}
            className="group/edge"
            style={{ cursor: "pointer", outline: "none" }}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={(event) => onPick(edge, event.currentTarget.getBoundingClientRect())}
            onKeyDown={(event) => {
              if (event.key !== "Enter" && event.key !== " ") return;
              event.preventDefault();
              event.stopPropagation();
              onPick(edge, event.currentTarget.getBoundingClientRect());
            }}
          >
            <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} strokeWidth={9} stroke="transparent" pointerEvents="stroke" />
            <line
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              strokeWidth={5}
              strokeLinecap="round"
              className="stroke-transparent group-hover/edge:stroke-apricot group-focus-visible/edge:stroke-apricot"
              pointerEvents="none"
            />
            <circle cx={at[0]} cy={at[1]} className="reach" />
            <circle
              cx={at[0]}
              cy={at[1]}
              r={9}
              className="fill-sheet stroke-pine group-hover/edge:fill-pine-wash group-focus-visible/edge:stroke-apricot"
              strokeWidth={1.6}
            />
            <path
              d={`M${at[0] - 4.5} ${at[1]}h9M${at[0]} ${at[1] - 4.5}v9`}
              stroke="var(--color-pine)"
              strokeWidth={1.8}
            />
            <title>Put a shape on this edge</title>
          </g>
        );
      })}
    </g>
  );
}

function middle(part: DrawnPart, to: ToScreen) {
  const spots = part.path.map((segment) => to(segment.start));
  return [0, 1].map((axis) => spots.reduce((sum, spot) => sum + (spot[axis] ?? 0), 0) / (spots.length || 1)) as [
    number,
    number,
  ];
}
