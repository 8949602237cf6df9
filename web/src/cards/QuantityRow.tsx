import { useState } from "react";
import type { CardMeasure, CardQuantity, Complaint } from "../api/types";
import { Maths } from "../ui/Maths";
import { ShareOfTurn } from "../ui/Fraction";
import { MeasureField } from "../ui/MeasureField";
import { TextInPlace } from "../ui/TextInPlace";
import { marked, plainNumber, shortNumber, sliderRange, valueToSlide } from "./givens";

interface Props {
  measure: CardMeasure;
  /** Its second name, where it has one. */
  also: string;
  typed: string | undefined;
  quantity: CardQuantity | undefined;
  complaints: Complaint[];
  unit: string;
  angle: string;
  lit: boolean;
  wanted: boolean;
  onLight: (on: boolean) => void;
  onGive: (text: string | null) => void;
  onSlide: (text: string, done: boolean) => void;
  onWant: () => void;
}

/** An exact form that is longer is read in the path of working. */
const LONGEST = 26;
const POWER: Record<string, string> = { length: "", area: "²", volume: "³" };

/** One quantity of a card: a field for what is known of it, or the value that was found. */
export function QuantityRow({
  measure,
  also,
  typed,
  quantity,
  complaints,
  unit,
  angle,
  lit,
  wanted,
  onLight,
  onGive,
  onSlide,
  onWant,
}: Props) {
  const given = typed !== undefined;
  const number = given ? plainNumber(typed) : null;
  const slid = number ?? (given && quantity?.given ? valueToSlide(typed, quantity, measure.kind, angle) : null);
  const bare = number?.behind === "" && measure.kind in POWER;
  const shared = (text: string): string | undefined => {
    const by = text.trim();
    if (by !== "" && !/^[1-9]\d{0,5}$/.test(by)) return "Type a whole number, such as 15.";
    onGive(by === "" ? null : `360°/${by}`);
    return undefined;
  };
  return (
    <li
      data-quantity={measure.name}
      className={`grid grid-cols-[2.6rem_minmax(5rem,7.2rem)_minmax(6.5rem,8rem)_minmax(0,1fr)] items-center gap-x-2 gap-y-0.5 rounded px-1.5 py-[3px] ${lit ? "bg-pine-wash" : ""}`}
      onPointerEnter={() => onLight(true)}
      onPointerLeave={() => onLight(false)}
      onFocus={() => onLight(true)}
      onBlur={() => onLight(false)}
    >
      <Maths maths={{ tex: measure.symbol, text: "" }} className="text-center" />
      <span className="text-sm leading-tight">
        {measure.title}
        {also ? <span className="text-soft">, {also}</span> : null}
      </span>
      <span className="relative">
        <MeasureField
          value={typed ?? ""}
          label={measure.title}
          place={`quantity ${measure.name}`}
          placeholder="?"
          invalid={complaints.length > 0}
          className={`w-full ${given ? "border-ink/60! pr-11 font-semibold" : "border-dashed"}`}
          onCommit={(text) => onGive(text.trim() === "" ? null : marked(text, measure.kind, angle))}
        />
        {bare ? (
          <span aria-hidden className="pointer-events-none absolute top-1/2 right-6 -translate-y-1/2 text-xs text-soft">
            {unit}
            {POWER[measure.kind]}
          </span>
        ) : null}
        {given ? (
          <button
            type="button"
            aria-label={`Clear ${measure.title}`}
            title="Clear: make it an unknown"
            className="no-print absolute top-1/2 right-1 grid size-5 -translate-y-1/2 place-items-center rounded text-soft hover:bg-pine-wash hover:text-ink"
            onClick={() => onGive(null)}
          >
            ×
          </button>
        ) : null}
      </span>
      {given ? (
        slid && slid.value > 0 ? (
          <Slider key={measure.name} {...{ measure, angle, number: slid, onSlide }} />
        ) : (
          <span className="truncate text-sm text-soft">{quantity?.text}</span>
        )
      ) : quantity ? (
        <button
          type="button"
          data-found={measure.name}
          className={`min-w-0 rounded px-1 text-left text-sm hover:underline ${wanted ? "underline decoration-apricot decoration-2" : ""}`}
          title="Show the path to it"
          onClick={onWant}
        >
          <span className="text-[0.95rem] whitespace-nowrap italic">
            {quantity.approximate ? quantity.text : quantity.shown.text}
          </span>
          {quantity.exactText && quantity.exactText.length <= LONGEST && quantity.approximate ? (
            <span className="ml-2 text-soft">{quantity.exactText}</span>
          ) : null}
          {quantity.chosen ? <span className="ml-2 text-xs text-soft">usual choice</span> : null}
        </button>
      ) : (
        <span className="text-sm text-soft">unknown</span>
      )}
      {measure.ofTurn ? (
        <p className="col-span-4 flex flex-wrap items-center gap-x-3 pl-12 text-sm">
          {quantity?.share ? <ShareOfTurn ratio={quantity.share} /> : null}
          <label className="no-print inline-flex items-center gap-1 text-soft">
            shared by
            <TextInPlace
              value={/^1\/(\d+)$/.exec(quantity?.share?.lowest?.text ?? "")?.[1] ?? ""}
              label={`By how many the turn is shared`}
              className="w-12"
              onCommit={(text) => shared(text)}
            />
          </label>
        </p>
      ) : null}
      {complaints.map((complaint) => (
        <p key={complaint.says} className="says col-span-4 pl-12">
          {complaint.says}
        </p>
      ))}
    </li>
  );
}

interface SliderProps {
  measure: CardMeasure;
  angle: string;
  number: { value: number; behind: string };
  onSlide: Props["onSlide"];
}

/** Drags a given number; how far it goes stays the same while it is held. */
function Slider({ measure, angle, number, onSlide }: SliderProps) {
  const [held, setHeld] = useState<{ most: number; step: number } | null>(null);
  const range = held ?? sliderRange(number.value, number.behind, measure.kind, angle);
  const write = (text: string, done: boolean) =>
    onSlide(
      `${shortNumber(Number(text))}${number.behind === "°" || number.behind === "" ? number.behind : ` ${number.behind}`}`,
      done,
    );
  return (
    <input
      type="range"
      aria-label={`Slide ${measure.title}`}
      className="no-print w-full min-w-0 accent-pine"
      min={measure.kind === "count" ? 3 : range.step}
      max={range.most}
      step={range.step}
      value={number.value}
      onPointerDown={() => setHeld(range)}
      onPointerUp={(event) => {
        setHeld(null);
        write(event.currentTarget.value, true);
      }}
      onKeyUp={(event) => write(event.currentTarget.value, true)}
      onChange={(event) => write(event.target.value, false)}
    />
  );
}
