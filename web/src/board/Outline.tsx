import type { DrawnPart, Drawing } from "../api/types";
import { pathOf, pointOf, type ToScreen } from "./path";

interface Props {
  drawing: Drawing;
  to: ToScreen;
  scale: number;
  /** Whether stretches can be pointed at: while the perimeter is shown. */
  walking: boolean;
  lit: string | null;
  onLight: (stretch: { part: string; id: string } | null) => void;
}

/** The figure's true outline; edges inside it dotted; in the perimeter every stretch by itself. */
export function Outline({ drawing, to, scale, walking, lit, onLight }: Props) {
  return (
    <g fill="none" strokeLinejoin="round" strokeLinecap="round">
      <path
        data-role="outline"
        d={drawing.outline.map((loop) => pathOf(loop, to, scale, true)).join("")}
        stroke="var(--color-ink)"
        strokeWidth={2.6}
        pointerEvents="none"
      />
      {drawing.stretches.map((stretch) => {
        const path = pathOf(stretch.path, to, scale, false);
        const counts = stretch.role === "outline";
        return (
          <g key={stretch.id}>
            {stretch.role === "shared" || stretch.role === "covered" ? (
              <path d={path} stroke="var(--color-ink)" strokeWidth={2} strokeDasharray="0.5 6" pointerEvents="none" />
            ) : null}
            {walking ? (
              <path
                d={path}
                stroke={lit === stretch.id ? "var(--color-apricot)" : counts ? "var(--color-pine)" : "transparent"}
                strokeWidth={lit === stretch.id ? 7 : 4.5}
                pointerEvents="none"
              />
            ) : null}
            {walking ? (
              <path
                d={path}
                stroke="transparent"
                strokeWidth={14}
                pointerEvents="stroke"
                onPointerEnter={() => onLight({ part: stretch.part, id: stretch.id })}
                onPointerLeave={() => onLight(null)}
              />
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

/** Right angles and equal sides, marked as textbooks mark them. */
export function Marks({
  parts,
  to,
}: {
  parts: Pick<DrawnPart, "name" | "rightAngles" | "ticks" | "arrows">[];
  to: ToScreen;
}) {
  const size = 11;
  return (
    <g aria-hidden pointerEvents="none" fill="none" stroke="var(--color-ink)" strokeWidth={1.3}>
      {parts.flatMap((part) =>
        part.rightAngles.map(([corner, first, second], index) => {
          const p = to(corner);
          const arms = [to(first), to(second)].map((arm) => {
            const length = Math.hypot(arm[0] - p[0], arm[1] - p[1]) || 1;
            return length < 5 * size
              ? null
              : ([((arm[0] - p[0]) / length) * size, ((arm[1] - p[1]) / length) * size] as const);
          });
          const [u, v] = arms;
          if (!u || !v) return null;
          return (
            <path
              key={`${part.name}${index}`}
              d={`M${p[0] + u[0]} ${p[1] + u[1]}L${p[0] + u[0] + v[0]} ${p[1] + u[1] + v[1]}L${p[0] + v[0]} ${p[1] + v[1]}`}
            />
          );
        }),
      )}
      {parts.flatMap((part) =>
        part.ticks.flatMap((group, mark) =>
          group.map((edge, index) => {
            const [x, y] = to(pointOf(edge, 0.5));
            const a = to(edge.start);
            const b = to(edge.end);
            const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
            if (length < 6 * size) return null;
            const n = [(-(b[1] - a[1]) / length) * 6, ((b[0] - a[0]) / length) * 6] as const;
            return (
              <line
                key={`${part.name}${mark}.${index}`}
                x1={x - n[0]}
                y1={y - n[1]}
                x2={x + n[0]}
                y2={y + n[1]}
                strokeWidth={1.8}
              />
            );
          }),
        ),
      )}
      {parts.flatMap((part) =>
        part.arrows.flatMap((group, mark) =>
          group.map((edge, index) => {
            const [x, y] = to(pointOf(edge, 0.42));
            const a = to(edge.start);
            const b = to(edge.end);
            const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
            if (length < 8 * size) return null;
            // Both point the same way along the parallels, whichever way each is walked.
            const way = b[0] - a[0] > 1e-6 || (Math.abs(b[0] - a[0]) <= 1e-6 && b[1] < a[1]) ? 1 : -1;
            const u = [((b[0] - a[0]) / length) * way, ((b[1] - a[1]) / length) * way] as const;
            return [...Array(mark + 1).keys()].map((step) => {
              const tip = [x + u[0] * (4 + step * 7), y + u[1] * (4 + step * 7)] as const;
              return (
                <path
                  key={`${part.name}${mark}.${index}.${step}`}
                  d={`M${tip[0] - u[0] * 8 - u[1] * 5} ${tip[1] - u[1] * 8 + u[0] * 5}L${tip[0]} ${tip[1]}L${tip[0] - u[0] * 8 + u[1] * 5} ${tip[1] - u[1] * 8 - u[0] * 5}`}
                  strokeWidth={1.6}
                />
              );
            });
          }),
        ),
      )}
    </g>
  );
}
