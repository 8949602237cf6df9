interface Props {
  at: readonly [number, number];
  text: string;
  width: number;
  /** How round its corners are. */
  round: number;
  /** What is taken away stands in a dashed frame. */
  takes: boolean;
}

/** The letter of a part or a piece, on the board. */
export function Badge({ at: [x, y], text, width, round, takes }: Props) {
  const ink = takes ? "var(--color-ink)" : "white";
  return (
    <g>
      <rect
        x={x - width / 2}
        y={y - 12}
        width={width}
        height={24}
        rx={round}
        fill={takes ? "var(--color-paper)" : "var(--color-pine)"}
        stroke={takes ? "var(--color-ink)" : "none"}
        strokeWidth={1.4}
        strokeDasharray={takes ? "4 2.5" : undefined}
      />
      <text x={x} y={y + 5} textAnchor="middle" fontSize={14} fontWeight={700} fill={ink}>
        {text}
      </text>
    </g>
  );
}
