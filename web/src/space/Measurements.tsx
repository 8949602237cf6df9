import { useRef } from "react";
import type { SpaceDrawing } from "../api/types";
import { projection, type Look, type To } from "./projecting";

interface Props {
  drawing: SpaceDrawing;
  look: Look;
  to: To;
  onPick: (piece: string, measure: string) => void;
  /** A measurement drawn out to so many times its size; at the end of the drag, `done`. */
  onDrag: (piece: string, measure: string, factor: number, done: boolean) => void;
}

const OFF = 20; // pixels from the solid
const SHORT = 26; // pixels: what is shorter is not told on the picture
const LETTER = 8;

/** Dimension lines on a solid: beside it, or within it for heights and radii; their numbers can be picked. */
export function Measurements({ drawing, look, to, onPick, onDrag }: Props) {
  const held = useRef<{ x: number; y: number; along: [number, number]; long: number; factor: number } | null>(null);
  const project = projection(look);
  const [low, high] = drawing.bounds;
  const put = (p: readonly [number, number, number]): [number, number] => {
    const [x, y] = project(p);
    const [u = 0, v = 0] = to(x, y).split(" ").map(Number);
    return [u, v];
  };
  const centre = put([(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2]);
  const taken: { x: number; y: number; width: number }[] = [];
  return (
    <g>
      {drawing.spans.map((span) => {
        const [a, b] = [put(span.start), put(span.end)];
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
        if (long < SHORT) return null;
        const across: [number, number] = [-(b[1] - a[1]) / long, (b[0] - a[0]) / long];
        const middle: [number, number] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
        const away = across[0] * (middle[0] - centre[0]) + across[1] * (middle[1] - centre[1]) < 0 ? -1 : 1;
        const by = span.beside ? OFF * away : 0;
        const [p, q] = [a, b].map(([x, y]): [number, number] => [x + across[0] * by, y + across[1] * by]);
        if (!p || !q) return null;
        const width = span.text.length * LETTER + 10;
        const text: [number, number] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
        while (taken.some((t) => Math.abs(t.x - text[0]) < (t.width + width) / 2 && Math.abs(t.y - text[1]) < 20))
          text[1] += 20;
        taken.push({ x: text[0], y: text[1], width });
        return (
          <g key={`${span.piece} ${span.measure}`} stroke="var(--color-soft)" strokeWidth={1} fill="none">
            {span.beside ? (
              <path d={`M${a.join(" ")}L${p.join(" ")}M${b.join(" ")}L${q.join(" ")}`} strokeWidth={0.7} />
            ) : null}
            <path d={`M${p.join(" ")}L${q.join(" ")}`} strokeDasharray={span.beside ? undefined : "6 3"} />
            <path d={arrow(p, q) + arrow(q, p)} fill="var(--color-soft)" stroke="none" />
            <g
              role="button"
              tabIndex={0}
              aria-label={`${span.measure} of ${span.piece}: ${span.text}. Change it`}
              data-span={`${span.piece} ${span.measure}`}
              className="cursor-text touch-none"
              onPointerDown={(event) => {
                event.stopPropagation();
                event.currentTarget.setPointerCapture(event.pointerId);
                const along: [number, number] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
                held.current = { x: event.clientX, y: event.clientY, along, long, factor: 1 };
              }}
              onPointerMove={(event) => {
                const start = held.current;
                if (!start) return;
                const [dx, dy] = [event.clientX - start.x, event.clientY - start.y];
                if (start.factor === 1 && Math.hypot(dx, dy) < 4) return;
                const moved = dx * start.along[0] + dy * start.along[1];
                start.factor = Math.max(0.05, 1 + moved / start.long);
                onDrag(span.piece, span.measure, start.factor, false);
              }}
              onPointerUp={() => {
                const factor = held.current?.factor ?? 1;
                held.current = null;
                if (factor === 1) onPick(span.piece, span.measure);
                else onDrag(span.piece, span.measure, factor, true);
              }}
              onPointerCancel={() => (held.current = null)}
              onKeyDown={(event) => {
                if (event.key !== "Enter") return;
                event.preventDefault();
                onPick(span.piece, span.measure);
              }}
            >
              <rect
                x={text[0] - width / 2}
                y={text[1] - 11}
                width={width}
                height={22}
                rx={4}
                fill="var(--color-paper)"
                fillOpacity={0.92}
                stroke="none"
              />
              <text
                x={text[0]}
                y={text[1] + 5}
                textAnchor="middle"
                fill="var(--color-ink)"
                stroke="none"
                className="text-[0.9rem] font-semibold"
              >
                {span.text}
              </text>
            </g>
          </g>
        );
      })}
    </g>
  );
}

/** The head of an arrow at one end of a line. */
function arrow([x, y]: [number, number], [u, v]: [number, number]): string {
  const long = Math.hypot(u - x, v - y) || 1;
  const [dx, dy] = [(u - x) / long, (v - y) / long];
  return `M${x} ${y}L${x + 8 * dx - 2.6 * dy} ${y + 8 * dy + 2.6 * dx}L${x + 8 * dx + 2.6 * dy} ${y + 8 * dy - 2.6 * dx}Z`;
}
