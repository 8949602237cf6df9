import type { Spot } from "../api/types";
import { useBenchStore } from "../document/store";

interface Props {
  part: string;
  measure: string;
  text: string;
  /** A given one can be clicked and typed over. */
  given: boolean;
  at: Spot;
  width: number;
  height: number;
}

/** The text of a measurement on the board. */
export function Measurement({ part, measure, text, given, at: [x, y], width, height }: Props) {
  const store = useBenchStore();
  const open = (element: Element) => {
    const { left, top, width, height } = element.getBoundingClientRect();
    store.getState().set({ selected: part, editing: { part, given: measure, at: { left, top, width, height } } });
  };
  return (
    <g
      className="group/dim"
      role={given ? "button" : undefined}
      tabIndex={given ? 0 : undefined}
      aria-label={given ? `${measure} of ${part}: ${text}. Change it` : undefined}
      style={{ cursor: given ? "text" : "default", outline: "none" }}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => given && open(event.currentTarget)}
      onKeyDown={(event) => {
        if (!given || (event.key !== "Enter" && event.key !== " ")) return;
        event.preventDefault();
        event.stopPropagation();
        open(event.currentTarget);
      }}
    >
      {given ? <rect x={x - width / 2} y={y - 12} width={width} height={24} fill="transparent" /> : null}
      <rect
        x={x - width / 2}
        y={y - height / 2}
        width={width}
        height={height}
        rx={4}
        className={
          given
            ? "fill-paper/90 stroke-transparent group-hover/dim:stroke-pine group-focus-visible/dim:stroke-pine"
            : "fill-paper/90"
        }
        strokeWidth={1.6}
      />
      <text
        x={x}
        y={y + 5}
        textAnchor="middle"
        fontSize={15.5}
        fontWeight={given ? 600 : 400}
        fontStyle={given ? undefined : "italic"}
        className={given ? "fill-ink" : "fill-soft"}
      >
        {text}
      </text>
    </g>
  );
}
