import { memo } from "react";
import type { DrawnAngle, Segment, Spot } from "../api/types";
import { Measurement } from "./Measurement";
import { alongSegment, type ToScreen } from "./path";

const BEYOND = 20;
const FAR = 40;
const NEAR = 12;

export interface LaidAngle {
  angle: DrawnAngle;
  part: string;
  radius: number;
  first: number;
  sweep: number;
  at: Spot;
  text: Spot;
  width: number;
}

/** Where every angle's arc and text stand: the text where it runs into the fewest lines. */
export function layOutAngles(
  parts: { name: string; path: Segment[]; angles: DrawnAngle[] }[],
  to: ToScreen,
): LaidAngle[] {
  return parts.flatMap((part) => {
    const lines = part.path.flatMap((segment) => alongSegment(segment).map(to));
    return part.angles.map((angle) => {
      const at = to(angle.at);
      const arm = Math.min(length(at, to(angle.one)), length(at, to(angle.two)));
      const radius = Math.max(NEAR, Math.min(FAR, arm * 0.35));
      const first = Math.atan2(to(angle.one)[1] - at[1], to(angle.one)[0] - at[0]);
      const sweep = (angle.degrees * Math.PI) / 180;
      const width = angle.text.length * 8 + 8;
      const places = [0.5, 0.35, 0.65].flatMap((share) =>
        [radius + BEYOND, radius + 2 * BEYOND, radius - 14].map((far): Spot => [
          at[0] + far * Math.cos(first - sweep * share),
          at[1] + far * Math.sin(first - sweep * share),
        ]),
      );
      const crossed = (spot: Spot) => lines.filter((line) => near(line, spot, width / 2 + 3, 13)).length;
      const text = places.reduce((best, spot) => (crossed(spot) < crossed(best) ? spot : best));
      return { angle, part: part.name, radius, first, sweep, at, text, width };
    });
  });
}

const length = (from: Spot, to: Spot) => Math.hypot(to[0] - from[0], to[1] - from[1]);
const near = (one: Spot, two: Spot, across: number, up: number) =>
  Math.abs(one[0] - two[0]) < across && Math.abs(one[1] - two[1]) < up;

/** Angles that are known, marked with an arc and their size; a given one can be clicked and typed over. */
export const Angles = memo(function Angles({ laid }: { laid: LaidAngle[] }) {
  return (
    <g>
      {laid.map((mark) => (
        <Mark key={`${mark.part}.${mark.angle.measure}`} mark={mark} />
      ))}
    </g>
  );
});

/** The arc of an angle's mark. */
export function AngleArc({ mark }: { mark: LaidAngle }) {
  const { radius, first, sweep, at } = mark;
  const on = (turn: number): Spot => [at[0] + radius * Math.cos(first - turn), at[1] + radius * Math.sin(first - turn)];
  return (
    <path
      aria-hidden
      pointerEvents="none"
      d={`M${on(0).join(" ")}A${radius} ${radius} 0 ${sweep > Math.PI ? 1 : 0} 0 ${on(sweep).join(" ")}`}
      fill="none"
      stroke="var(--color-ink)"
      strokeWidth={1.3}
    />
  );
}

function Mark({ mark }: { mark: LaidAngle }) {
  const { angle, part, text, width } = mark;
  return (
    <g>
      <AngleArc mark={mark} />
      <Measurement
        part={part}
        measure={angle.measure}
        text={angle.text}
        given={angle.given}
        at={text}
        width={width}
        height={22}
      />
    </g>
  );
}
