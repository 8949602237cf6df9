import type { SpaceDrawing } from "../api/types";
import { projection, type Look, type To } from "./projecting";

type Triangle = SpaceDrawing["helpers"][number];

interface Props {
  triangles: readonly Triangle[];
  look: Look;
  to: To;
}

/** Helping triangles inside the solid. */
export function Helpers({ triangles, look, to }: Props) {
  const project = projection(look);
  const put = (p: Triangle["corners"][number]) => {
    const [x, y] = project(p);
    return to(x, y);
  };
  return (
    <g data-testid="helpers" pointerEvents="none">
      {triangles.map(({ piece, measure, corners: [a, b, c] }) => {
        const near = (p: Triangle["corners"][number], share: number): Triangle["corners"][number] => [
          b[0] + (p[0] - b[0]) * share,
          b[1] + (p[1] - b[1]) * share,
          b[2] + (p[2] - b[2]) * share,
        ];
        const [u, v] = [near(a, 0.12), near(c, 0.12)];
        const w: Triangle["corners"][number] = [u[0] + v[0] - b[0], u[1] + v[1] - b[1], u[2] + v[2] - b[2]];
        return (
          <g key={`${piece} ${measure}`} fill="none" stroke="var(--color-apricot)" strokeWidth={1.6}>
            <path
              d={`M${put(a)}L${put(b)}L${put(c)}Z`}
              fill="var(--color-apricot)"
              fillOpacity={0.14}
              strokeLinejoin="round"
            />
            <path d={`M${put(u)}L${put(w)}L${put(v)}`} strokeWidth={1} />
          </g>
        );
      })}
    </g>
  );
}

const SIZE = { width: 190, height: 130, room: 34 };

/** The same triangles flat, to scale, with what their sides come to. */
export function FlatHelpers({ triangles }: { triangles: readonly Triangle[] }) {
  return (
    <div className="absolute top-2 left-2 flex max-h-full flex-col gap-1 overflow-y-auto" data-testid="flat-helpers">
      {triangles.slice(0, 3).map((triangle) => {
        const [level, upright] = triangle.sides;
        const scale = Math.min((SIZE.width - 2 * SIZE.room) / level, (SIZE.height - 1.5 * SIZE.room) / upright);
        const [x, y] = [SIZE.room, SIZE.height - SIZE.room * 0.75];
        const [w, h] = [level * scale, upright * scale];
        return (
          <figure
            key={`${triangle.piece} ${triangle.measure}`}
            className="rounded-md border border-rule bg-sheet/95 px-1 text-xs shadow-sm"
          >
            <svg
              width={SIZE.width}
              height={SIZE.height}
              role="img"
              aria-label={`${triangle.title} of ${triangle.piece}: ${triangle.longest}, over ${triangle.level} and ${triangle.upright}`}
            >
              <path
                d={`M${x} ${y}h${w}v${-h}Z`}
                fill="var(--color-apricot)"
                fillOpacity={0.14}
                stroke="var(--color-ink)"
                strokeWidth={1.6}
                strokeLinejoin="round"
              />
              <path d={`M${x + w - 8} ${y}v-8h8`} fill="none" stroke="var(--color-ink)" />
              <g fontSize={12} fill="var(--color-ink)">
                <text x={x + w / 2} y={y + 15} textAnchor="middle">
                  {triangle.level}
                </text>
                <text x={x + w + 5} y={y - h / 2 + 4}>
                  {triangle.upright}
                </text>
                <text x={x + w / 2 - 6} y={y - h / 2 - 6} textAnchor="end" fontWeight={600}>
                  {triangle.longest}
                </text>
              </g>
            </svg>
            <figcaption className="pb-1 text-center text-soft">
              {triangle.title} of {triangle.piece}
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}
