import { useMemo } from "react";
import type { CardPicture as Drawn, Segment, Spot } from "../api/types";
import { AngleArc, layOutAngles } from "../board/Angles";
import { layOut, type LaidPart } from "../board/layOut";
import { Marks } from "../board/Outline";
import { pathOf, straight } from "../board/path";
import { DimensionLine } from "../board/Spans";

interface Props {
  picture: Drawn;
  width: number;
  height: number;
  title: string;
  /** The quantity that is pointed at: its line is drawn and stands out. */
  lit?: string | null;
  /** Room for dimension lines; without it nothing but the figure is drawn. */
  bare?: boolean;
  /** What is left free round a bare picture. */
  margin?: number;
  /** Width and height of the largest of several pictures that are drawn to one scale. */
  span?: [number, number];
  onPick?: (measure: string) => void;
  className?: string;
}

const ROOM = { x: 76, y: 48 };
const LETTER = 8;

/** A card's figure to scale: known measurements upright and dark, found ones slanted and lighter. */
export function CardPicture({
  picture,
  width,
  height,
  title,
  lit = null,
  bare = false,
  margin = 8,
  span,
  onPick,
  className = "",
}: Props) {
  const { to, scale } = useMemo(
    () => fitted(picture, width, height, bare ? margin : null, span),
    [picture, width, height, bare, margin, span],
  );
  const laid = useMemo(() => {
    if (bare) return null;
    const spans = picture.spans.filter((span) => span.shown || span.measure === lit);
    const angles = picture.angles.filter((angle) => angle.shown || angle.measure === lit);
    const path =
      picture.path.length > 0
        ? picture.path
        : picture.lines.filter((line) => !line.hidden).flatMap((line) => chords(line.points));
    const part: LaidPart = { name: "", label: null, path, spans };
    const marks = layOutAngles([{ name: "", path, angles }], to);
    const reserved = marks.map((mark) => ({ x: mark.text[0], y: mark.text[1], width: mark.width, height: 20 }));
    return { marks, spans: layOut([part], [part], to, { width, height }, new Map(), false, reserved) };
  }, [picture, bare, lit, to, width, height]);

  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={className}
      {...(bare ? { "aria-hidden": true } : { role: "img", "aria-label": `${title}, to scale` })}
    >
      {picture.fills.map((fill, index) => {
        const colour = `color-mix(in oklab, var(--color-pine-wash) ${Math.round(55 + 45 * fill.bright)}%, var(--color-pine) ${Math.round(16 * (1 - fill.bright))}%)`;
        return (
          <path
            key={index}
            d={fill.rings.map((ring) => polyline(ring, to) + "Z").join("")}
            fill={colour}
            stroke={colour}
            strokeWidth={0.7}
            fillRule="evenodd"
          />
        );
      })}
      {picture.lines.map((line, index) => (
        <path
          key={index}
          d={polyline(line.points, to)}
          fill="none"
          className="stroke-ink"
          strokeWidth={line.hidden ? (bare ? 1.1 : 1.4) : bare ? 1.8 : 2.2}
          strokeDasharray={line.hidden ? (bare ? "4 3" : "6 4.5") : undefined}
          strokeOpacity={line.hidden ? 0.7 : 1}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      ))}
      {picture.path.length > 0 ? (
        <path
          d={pathOf(picture.path, to, scale, true)}
          fillRule="evenodd"
          className="fill-pine-wash stroke-ink"
          strokeWidth={bare ? 1.8 : 2.4}
          strokeLinejoin="round"
        />
      ) : null}
      {laid ? (
        <>
          <Marks
            parts={[{ name: "", rightAngles: picture.rightAngles, ticks: picture.ticks, arrows: picture.arrows }]}
            to={to}
          />
          {laid.marks.map((mark) => (
            <AngleArc key={mark.angle.measure} mark={mark} />
          ))}
          {laid.spans.map((entry) => (
            <DimensionLine
              key={entry.key}
              laid={entry}
              colour={entry.span.measure === lit ? "var(--color-pine)" : undefined}
            />
          ))}
          {laid.marks.map(({ angle, text, width: wide }) => (
            <Label
              key={angle.measure}
              measure={angle.measure}
              text={angle.text}
              given={angle.given}
              lit={angle.measure === lit}
              at={text}
              width={wide}
              onPick={onPick}
            />
          ))}
          {laid.spans.map(({ key, span, text, box }) => (
            <Label
              key={key}
              measure={span.measure}
              text={span.text}
              given={span.given}
              lit={span.measure === lit}
              at={text}
              width={box.width}
              onPick={onPick}
            />
          ))}
        </>
      ) : null}
    </svg>
  );
}

interface LabelProps {
  measure: string;
  text: string;
  given: boolean;
  lit: boolean;
  at: Spot;
  width: number;
  onPick?: (measure: string) => void;
}

function Label({ measure, text, given, lit, at: [x, y], width, onPick }: LabelProps) {
  return (
    <g data-label={measure} onClick={() => onPick?.(measure)} style={{ cursor: onPick ? "pointer" : undefined }}>
      <rect
        x={x - width / 2}
        y={y - 11}
        width={width}
        height={22}
        rx={4}
        className={lit ? "fill-apricot-wash" : "fill-paper/90"}
      />
      <text
        x={x}
        y={y + 5}
        textAnchor="middle"
        fontSize={15.5}
        fontWeight={given ? 650 : 400}
        fontStyle={given ? undefined : "italic"}
        className={given ? "fill-ink" : "fill-soft"}
      >
        {text}
      </text>
    </g>
  );
}

function fitted(picture: Drawn, width: number, height: number, margin: number | null, span?: [number, number]) {
  const [left, bottom, right, top] = picture.bounds;
  const widest = Math.max(0, ...[...picture.spans, ...picture.angles].map((line) => line.text.length * LETTER));
  const x = margin ?? Math.min(Math.max(ROOM.x, widest + 30), width / 4);
  const y = margin ?? Math.min(ROOM.y, height / 5);
  const scale = Math.min(
    (width - 2 * x) / (span?.[0] ?? (right - left || 1)),
    (height - 2 * y) / (span?.[1] ?? (top - bottom || 1)),
  );
  const to = ([px, py]: Spot): Spot => [
    width / 2 + (px - (left + right) / 2) * scale,
    height / 2 - (py - (bottom + top) / 2) * scale,
  ];
  return { to, scale };
}

function polyline(points: Spot[], to: (spot: Spot) => Spot): string {
  return points
    .map(
      (spot, index) =>
        (index === 0 ? "M" : "L") +
        to(spot)
          .map((v) => v.toFixed(2))
          .join(" "),
    )
    .join("");
}

/** A drawn line as a few straight pieces, for keeping labels off it. */
function chords(points: Spot[]): Segment[] {
  const every = Math.max(1, Math.floor(points.length / 12));
  const kept = points.filter((_, index) => index % every === 0 || index === points.length - 1);
  return kept.slice(1).map((end, index) => straight(kept[index] ?? end, end));
}
