import type { FigureResults, Spot } from "../api/types";
import { layOut, type LaidPart } from "../board/layOut";
import { pathOf } from "../board/path";
import { fitted, toScreen } from "../board/view";
import { DimensionLine } from "../board/Spans";
import { CardPicture } from "../cards/CardPicture";
import { shapeOf } from "./shapes";

const SIZE = { width: 420, height: 260 };

const COLOURS = ["pine-wash", "pine", "pine-dark", "ink", "soft", "paper", "edge", "apricot-wash"].map(
  (name) => `--color-${name}`,
);
const CLASSES = [
  ".fill-pine-wash{fill:var(--color-pine-wash)}.fill-ink{fill:var(--color-ink)}.fill-soft{fill:var(--color-soft)}",
  ".stroke-ink{stroke:var(--color-ink)}.stroke-pine-dark{stroke:var(--color-pine-dark)}.stroke-soft{stroke:var(--color-soft)}",
  ".fill-paper\\/90{fill:#fff}.fill-none{fill:none}",
  "figure svg{width:420px}svg text{font-family:sans-serif}",
].join("");

/** What the colours and classes in these pictures mean where there is no stylesheet of the application. */
export function sheetStyle(): string {
  const styles = getComputedStyle(document.documentElement);
  return `:root{${COLOURS.map((name) => `${name}:${styles.getPropertyValue(name)}`).join(";")}}${CLASSES}`;
}

/** A figure for a printed sheet, with its measurements; nothing of what is asked for is told. */
export function SheetPicture({ results }: { results: FigureResults }) {
  if (results.kind === "formula") {
    const picture = results.card?.solutions[0]?.drawing;
    if (!picture) return null;
    const spans = picture.spans.filter((span) => span.given);
    const angles = picture.angles.filter((angle) => angle.given);
    return <CardPicture picture={{ ...picture, spans, angles }} width={SIZE.width} height={SIZE.height} title="" />;
  }
  if (results.kind !== "plane") {
    const shape = shapeOf(results);
    if (!shape) return null;
    const view = fitted(shape.bounds, SIZE);
    const to = toScreen(view, SIZE) as (spot: Spot) => Spot;
    const lines = shape.outlines.map((line) => pathOf(line, to, view.scale, false)).join("");
    return (
      <svg width={SIZE.width} height={SIZE.height} viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}>
        <path d={lines} fill="none" stroke="#20302b" strokeWidth={2} />
      </svg>
    );
  }
  if (!results.drawing) return null;
  const { outline, bounds, parts } = results.drawing;
  const view = fitted(bounds, { width: SIZE.width - 60, height: SIZE.height - 50 });
  const to = toScreen(view, SIZE) as (spot: Spot) => Spot;
  const laid: LaidPart[] = parts.map((part) => ({
    name: part.name,
    label: null,
    path: part.path,
    spans: part.spans.filter((span) => span.given),
  }));
  const spans = layOut(laid, laid, to, SIZE, new Map(), false, []);
  return (
    <svg width={SIZE.width} height={SIZE.height} viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}>
      <path
        d={outline.map((loop) => pathOf(loop, to, view.scale, true)).join("")}
        fill="#e0ece3"
        fillRule="evenodd"
        stroke="#20302b"
        strokeWidth={2}
      />
      {spans.map((each) => (
        <g key={each.key}>
          <DimensionLine laid={each} colour="#56635d" />
          <rect
            x={each.text[0] - each.box.width / 2}
            y={each.text[1] - each.box.height / 2}
            width={each.box.width}
            height={each.box.height}
            fill="#fff"
            fillOpacity={0.85}
          />
          <text x={each.text[0]} y={each.text[1] + 5} fontSize={14} textAnchor="middle" fill="#20302b">
            {each.span.text}
          </text>
        </g>
      ))}
    </svg>
  );
}
