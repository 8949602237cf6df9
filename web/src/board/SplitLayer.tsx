import type { Split } from "../api/types";
import { Badge } from "./Badge";
import { pathOf, type ToScreen } from "./path";
import { TINTS } from "./tints";

interface Props {
  split: Split;
  to: ToScreen;
  scale: number;
  lit: string | null;
  onLight: (piece: string | null) => void;
}

/** The pieces of one way of splitting: added ones tinted, those taken away broken and open, cut lines dashed. */
export function SplitLayer({ split, to, scale, lit, onLight }: Props) {
  const pieces = split.pieces.toSorted((a, b) => (a.sign === b.sign ? 0 : a.sign === "+" ? -1 : 1));
  return (
    <g data-layer="split">
      {pieces.map((piece) => {
        const path = pathOf(piece.path, to, scale, true);
        const takes = piece.sign === "-";
        const number = Number(piece.badge) - 1;
        return (
          <g
            key={piece.id}
            data-piece={piece.badge}
            onPointerEnter={() => onLight(piece.id)}
            onPointerLeave={() => onLight(null)}
          >
            <path
              d={path}
              fillRule="evenodd"
              fill={takes ? "var(--color-paper)" : (TINTS[number % TINTS.length] ?? "none")}
              fillOpacity={takes ? 0.55 : 0.85}
              stroke="var(--color-ink)"
              strokeOpacity={takes ? 0.9 : 0.5}
              strokeWidth={takes ? 1.6 : 1.1}
              strokeDasharray={takes ? "7 5" : undefined}
              pointerEvents="none"
            />
            {lit === piece.id ? (
              <path
                d={path}
                fill="var(--color-apricot)"
                fillOpacity={0.35}
                stroke="var(--color-apricot)"
                strokeWidth={3}
                fillRule="evenodd"
                pointerEvents="none"
              />
            ) : null}
          </g>
        );
      })}
      <g stroke="var(--color-pine-dark)" strokeWidth={2} strokeDasharray="9 5" pointerEvents="none">
        {split.cuts.map(([a, b], index) => {
          const [x1, y1] = to(a);
          const [x2, y2] = to(b);
          return <line key={index} x1={x1} y1={y1} x2={x2} y2={y2} />;
        })}
      </g>
      <g aria-hidden pointerEvents="none">
        {split.pieces.map((piece) => {
          const text = (piece.sign === "-" ? "−" : "") + piece.badge;
          const width = 16 + text.length * 9;
          return (
            <Badge key={piece.id} at={to(piece.label)} text={text} width={width} round={5} takes={piece.sign === "-"} />
          );
        })}
      </g>
    </g>
  );
}
