import type { Showing, Spot } from "../api/types";
import { alongSegment, arcOf, pathOf, type ToScreen } from "./path";

interface Props {
  showing: Showing;
  /** How far the movement has gone, from 0 to 1. */
  share: number;
  /** Into how many sectors a disc is cut. */
  sectors: number;
  to: ToScreen;
  scale: number;
}

/** Why a formula holds, played on the person's own figure. */
export function WhyLayer({ showing, share, sectors, to, scale }: Props) {
  const own = pathOf(showing.path, to, scale, true);
  return (
    <g data-layer="why" pointerEvents="none" strokeLinejoin="round">
      <path d={own} fill="var(--color-pine-wash)" stroke="var(--color-ink)" strokeWidth={2} />
      {showing.kind === "double" ? <Copy showing={showing} share={share} to={to} scale={scale} /> : null}
      {showing.kind === "shear" ? <Sheared showing={showing} share={share} to={to} /> : null}
      {showing.kind === "sectors" ? <Row showing={showing} share={share} sectors={sectors} to={to} /> : null}
    </g>
  );
}

function Copy({ showing, share, to, scale }: Pick<Props, "showing" | "share" | "to" | "scale">) {
  const turn = share * Math.PI;
  const [px, py] = to(showing.pivot);
  const path = pathOf(showing.path, to, scale, true);
  return (
    <g>
      <path
        d={path}
        transform={`rotate(${(-turn * 180) / Math.PI} ${px} ${py})`}
        fill="var(--color-apricot)"
        fillOpacity={0.5}
        stroke="var(--color-ink)"
        strokeWidth={2}
        strokeDasharray="7 5"
      />
      <circle cx={px} cy={py} r={5} fill="var(--color-ink)" />
    </g>
  );
}

function Sheared({ showing, share, to }: Pick<Props, "showing" | "share" | "to">) {
  const [ux, uy] = showing.up ?? [0, 1];
  const [sx, sy] = showing.slide ?? [0, 0];
  const slid = ([x, y]: Spot): Spot => {
    const above = (x - showing.pivot[0]) * ux + (y - showing.pivot[1]) * uy;
    return [x + sx * above * share, y + sy * above * share];
  };
  const corners = showing.path.map((segment) => to(slid(segment.start)));
  return (
    <path
      d={`M${corners.map((spot) => spot.join(" ")).join("L")}Z`}
      fill="var(--color-apricot)"
      fillOpacity={0.5}
      stroke="var(--color-ink)"
      strokeWidth={2}
      strokeDasharray="7 5"
    />
  );
}

/** The disc's sectors, sliding out into a row with tips up and down by turns. */
function Row({ showing, share, sectors, to }: Pick<Props, "showing" | "share" | "sectors" | "to">) {
  const radius = showing.radius ?? 0;
  const step = (2 * Math.PI) / sectors;
  const chord = 2 * radius * Math.sin(step / 2);
  const height = radius * Math.cos(step / 2);
  const [cx, cy] = showing.pivot;
  const left = cx + radius * 1.25;
  return (
    <g>
      {Array.from({ length: sectors }, (_, index) => {
        const up = index % 2 === 0;
        const rowTip: Spot = [left + (chord / 2) * (index + 1), up ? cy + height / 2 : cy - height / 2];
        const tip: Spot = [cx + (rowTip[0] - cx) * share, cy + (rowTip[1] - cy) * share];
        // A sector with its tip up hangs from it: its middle points straight down.
        const there = up ? -Math.PI / 2 : Math.PI / 2;
        const here = index * step + step / 2;
        const middle = here + turnTo(here, there) * share;
        return (
          <path
            key={index}
            d={sectorPath(tip, radius, middle - step / 2, step, to)}
            fill={up ? "var(--color-apricot)" : "var(--color-pine-wash)"}
            fillOpacity={0.75}
            stroke="var(--color-ink)"
            strokeWidth={sectors > 40 ? 0.6 : 1.1}
          />
        );
      })}
    </g>
  );
}

function turnTo(from: number, to: number): number {
  const turn = (to - from) % (2 * Math.PI);
  return turn > Math.PI ? turn - 2 * Math.PI : turn < -Math.PI ? turn + 2 * Math.PI : turn;
}

function sectorPath(tip: Spot, radius: number, from: number, sweep: number, to: ToScreen): string {
  const start: Spot = [tip[0] + radius * Math.cos(from), tip[1] + radius * Math.sin(from)];
  const arc = arcOf(start, start, tip, radius, (sweep * 180) / Math.PI);
  return `M${to(tip).join(" ")}L${alongSegment(arc)
    .map((spot) =>
      to(spot)
        .map((v) => v.toFixed(2))
        .join(" "),
    )
    .join("L")}Z`;
}
