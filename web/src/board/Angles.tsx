import { memo } from "react";
import type { DrawnAngle, DrawnPart, Spot } from "../api/types";
import { useBenchStore } from "../bench/store";
import type { ToScreen } from "./path";

const NEAR = 20;
const FAR = 40;

/** Angles that are known, marked with an arc and their size; a given one can be clicked and typed over. */
export const Angles = memo(function Angles({ parts, to }: { parts: DrawnPart[]; to: ToScreen }) {
  return (
    <g>
      {parts.flatMap((part) => part.angles.map((angle) => <Mark key={`${part.name}.${angle.measure}`} part={part.name} angle={angle} to={to} />))}
    </g>
  );
});

function Mark({ part, angle, to }: { part: string; angle: DrawnAngle; to: ToScreen }) {
  const store = useBenchStore();
  const [x, y] = to(angle.at);
  const first = screenAngle([x, y], to(angle.one));
  const arm = Math.min(length([x, y], to(angle.one)), length([x, y], to(angle.two)));
  const radius = Math.max(12, Math.min(FAR, arm * 0.35));
  const sweep = (angle.degrees * Math.PI) / 180;
  const at = (turn: number, far = radius): Spot => [x + far * Math.cos(first - turn), y + far * Math.sin(first - turn)];
  const [sx, sy] = at(0);
  const [ex, ey] = at(sweep);
  const [tx, ty] = at(sweep / 2, radius + NEAR);
  const width = angle.text.length * 8 + 8;
  const open = (element: Element) => {
    const box = element.getBoundingClientRect();
    store.getState().set({ selected: part, editing: { part, given: angle.measure, at: { left: box.left, top: box.top, width: box.width, height: box.height } } });
  };
  return (
    <g>
      <path aria-hidden pointerEvents="none" d={`M${sx} ${sy}A${radius} ${radius} 0 ${sweep > Math.PI ? 1 : 0} 0 ${ex} ${ey}`} fill="none" stroke="var(--color-ink)" strokeWidth={1.3} />
      <g
        className="group/dim"
        role={angle.given ? "button" : undefined}
        tabIndex={angle.given ? 0 : undefined}
        aria-label={angle.given ? `${angle.measure} of ${part}: ${angle.text}. Change it` : undefined}
        style={{ cursor: angle.given ? "text" : "default", outline: "none" }}
        onPointerDown={(event) => event.stopPropagation()}
        onClick={(event) => angle.given && open(event.currentTarget)}
        onKeyDown={(event) => {
          if (!angle.given || (event.key !== "Enter" && event.key !== " ")) return;
          event.preventDefault();
          event.stopPropagation();
          open(event.currentTarget);
        }}
      >
        <rect x={tx - width / 2} y={ty - 11} width={width} height={22} rx={4} className="fill-paper/80 stroke-transparent group-hover/dim:stroke-pine group-focus-visible/dim:stroke-pine" strokeWidth={1.6} />
        <text x={tx} y={ty + 5} textAnchor="middle" fontSize={15} fontWeight={angle.given ? 600 : 400} className={angle.given ? "fill-ink" : "fill-soft"}>
          {angle.text}
        </text>
      </g>
    </g>
  );
}

const screenAngle = (from: Spot, to: Spot) => Math.atan2(to[1] - from[1], to[0] - from[0]);
const length = (from: Spot, to: Spot) => Math.hypot(to[0] - from[0], to[1] - from[1]);
