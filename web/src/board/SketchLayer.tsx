import type { Complaint } from "../api/types";
import { pathOf, type ToScreen } from "./path";
import type { Sketching } from "./useSketching";

/** What is being drawn: the corners set so far and the side to come. */
export function SketchLayer({ sketching, to }: { sketching: Sketching; to: ToScreen }) {
  const spots = sketching.spots.map(to);
  const next = sketching.next ? to(sketching.next) : null;
  const line = [...spots, ...(next ? [next] : [])].map((spot) => spot.join(" ")).join("L");
  return (
    <g data-layer="sketch" pointerEvents="none" stroke="var(--color-pine)" fill="none">
      {spots.length > 0 ? (
        <path d={`M${line}`} strokeWidth={2.4} strokeDasharray={undefined} strokeLinejoin="round" />
      ) : null}
      {spots.map(([x, y], index) => (
        <circle
          key={index}
          cx={x}
          cy={y}
          r={index === 0 ? 7 : 4.5}
          fill={index === 0 ? "var(--color-apricot)" : "var(--color-pine)"}
          strokeWidth={1.5}
        />
      ))}
      {next ? <path d={`M${next[0] - 9} ${next[1]}h18M${next[0]} ${next[1] - 9}v18`} strokeWidth={1.8} /> : null}
    </g>
  );
}

/** What a complaint shows of an outline that is none: its sides, and where they cross. */
export function FaultLayer({ complaints, to, scale }: { complaints: Complaint[]; to: ToScreen; scale: number }) {
  return (
    <g data-layer="fault" pointerEvents="none">
      {complaints.map((complaint) =>
        complaint.sketch ? (
          <g key={complaint.where} fill="none" stroke="var(--color-alarm)">
            <path d={pathOf(complaint.sketch.path, to, scale, true)} strokeWidth={2} strokeDasharray="6 4" />
            {complaint.sketch.spots.map((spot, index) => {
              const [x, y] = to(spot);
              return <circle key={index} cx={x} cy={y} r={9} strokeWidth={3} />;
            })}
          </g>
        ) : null,
      )}
    </g>
  );
}
