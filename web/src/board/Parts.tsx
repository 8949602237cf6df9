import type { PointerEvent } from "react";
import type { DrawnPart, Spot } from "../api/types";
import { speaksOf, type Lit } from "../document/store";
import { layOutBadges, type Box } from "./layOut";
import { Badge } from "./Badge";
import { pathOf, type ToScreen } from "./path";
import { TINTS } from "./tints";

interface Props {
  parts: DrawnPart[];
  to: ToScreen;
  scale: number;
  clip: string;
  selected: string | null;
  lit: Lit | null;
  /** Parts can't be taken hold of just now. */
  still: boolean;
  /** Without tints: something else is drawn over them. */
  bare: boolean;
  onHold: (part: DrawnPart, event: PointerEvent<SVGGElement>) => void;
  onLight: (part: string | null) => void;
  onChoose: (part: string) => void;
  onNudge: (part: DrawnPart, by: Spot) => void;
}

const JOINS = { add: "added", take: "taken away", common: "kept in common" };
const ARROWS: Record<string, Spot> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** Every part: an added one tinted, one taken away open with a broken outline, one in common double. */
export function Parts({
  parts,
  to,
  scale,
  clip,
  selected,
  lit,
  still,
  bare,
  onHold,
  onLight,
  onChoose,
  onNudge,
}: Props) {
  return (
    <g>
      {parts.map((part, index) => {
        const path = pathOf(part.path, to, scale, true);
        const chosen = part.name === selected;
        const sizes = part.spans.map((span) => `${span.measure} ${span.text}`).join(", ");
        return (
          <g
            key={part.name}
            data-part={part.name}
            data-lit={speaksOf(lit, part.name) || undefined}
            role="button"
            tabIndex={0}
            aria-pressed={chosen}
            aria-label={`${part.badge}, ${part.name}: ${part.title.toLowerCase()}, ${sizes}, ${JOINS[part.join]}`}
            className="group/part"
            style={{ cursor: still ? "crosshair" : "grab", touchAction: "none", outline: "none" }}
            pointerEvents={still ? "none" : undefined}
            onPointerDown={(event) => onHold(part, event)}
            onPointerEnter={() => onLight(part.name)}
            onPointerLeave={() => onLight(null)}
            onFocus={() => onLight(part.name)}
            onBlur={() => onLight(null)}
            onKeyDown={(event) => {
              if (event.key === "Enter" || event.key === " ") {
                event.preventDefault();
                onChoose(part.name);
              }
              const arrow = ARROWS[event.key];
              if (arrow) {
                event.preventDefault();
                onChoose(part.name);
                onNudge(part, event.shiftKey ? [arrow[0] * 1000, arrow[1] * 1000] : arrow);
              }
            }}
          >
            {part.join === "add" && !bare ? (
              <path
                d={path}
                fill={TINTS[index % TINTS.length]}
                clipPath={`url(#${clip})`}
                fillRule="evenodd"
                pointerEvents="none"
              />
            ) : null}
            <path
              d={path}
              fill={speaksOf(lit, part.name) || chosen ? "var(--color-apricot)" : "transparent"}
              fillOpacity={part.join === "take" ? 0.12 : 0.2}
              fillRule="evenodd"
              stroke="none"
            />
            {part.join === "common" ? (
              <g fill="none" pointerEvents="none">
                <path d={path} stroke="var(--color-pine-dark)" strokeWidth={5} />
                <path d={path} stroke="var(--color-paper)" strokeWidth={2} />
              </g>
            ) : (
              <path
                d={path}
                fill="none"
                stroke="var(--color-soft)"
                strokeOpacity={part.join === "take" ? 0.9 : 0.35}
                strokeWidth={part.join === "take" ? 1.6 : 1}
                strokeDasharray={part.join === "take" ? "7 5" : undefined}
                pointerEvents="none"
              />
            )}
            <path
              d={path}
              fill="none"
              strokeWidth={4}
              pointerEvents="none"
              className={chosen ? "stroke-apricot" : "stroke-transparent group-focus-visible/part:stroke-apricot"}
            />
          </g>
        );
      })}
    </g>
  );
}

/** The letter of each part; one taken away has a minus before it. */
export function Badges({ parts, to, avoid }: { parts: DrawnPart[]; to: ToScreen; avoid: Box[] }) {
  const badges = parts.map((part) => {
    const text = { add: "", take: "−", common: "∩ " }[part.join] + part.badge;
    return { name: part.name, at: to(part.label), text, width: 14 + text.length * 9, takes: part.join === "take" };
  });
  const places = layOutBadges(badges, avoid);
  return (
    <g aria-hidden pointerEvents="none">
      {badges.map(({ name, at, text, width, takes }) => (
        <Badge key={name} at={places.get(name) ?? at} text={text} width={width} round={12} takes={takes} />
      ))}
    </g>
  );
}
