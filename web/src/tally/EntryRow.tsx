import { memo } from "react";
import type { Entry } from "../api/types";
import { speaksOf, useBench, useBenchStore } from "../document/store";
import { Maths } from "../ui/Maths";

interface Props {
  entry: Entry;
  onGiven: (part: string, given: string, at: DOMRect) => void;
}

const FACES = new Set<Entry["role"]>(["face", "hidden", "open"]);

/** One entry: sign, badge, name, formula with its numbers in place, value. */
export const EntryRow = memo(function EntryRow({ entry, onGiven }: Props) {
  const store = useBenchStore();
  const lit = useBench((state) => state.lit);
  const here =
    lit !== null && (lit.id ? lit.id === entry.id || entry.alike.includes(lit.id) : speaksOf(lit, entry.part));
  const ofItsOwn = entry.stretch !== null || FACES.has(entry.role);
  const light = (on: boolean) =>
    store
      .getState()
      .set({ lit: on ? { part: entry.part, id: ofItsOwn ? entry.id : undefined, alike: entry.alike } : null });
  const sign = { "+": "+", "-": "−", "": "" }[entry.sign];
  return (
    <li
      data-entry={entry.id}
      data-lit={here || undefined}
      className={`grid contain-content grid-cols-[1.1rem_2rem_1fr_auto] items-baseline gap-x-2 px-4 py-1.5 ${here ? "bg-apricot-wash" : ""} ${entry.counted ? "" : "text-soft"}`}
      onPointerEnter={() => light(true)}
      onPointerLeave={() => light(false)}
    >
      <span className="text-lg font-bold">
        <span aria-hidden>{sign}</span>
        <span className="sr-only">{{ "+": "plus", "-": "minus", "": "not counted" }[entry.sign]}</span>
      </span>
      <span
        className={`rounded-full border px-1.5 text-center text-xs font-bold ${entry.sign === "-" ? "border-dashed border-ink text-ink" : entry.counted ? "border-pine bg-pine text-white" : "border-dotted border-soft"}`}
      >
        {entry.badge}
      </span>
      <span className="min-w-0">
        <span className="font-semibold break-words">{entry.title}</span>
        {entry.note ? <span className="block text-xs text-soft">{entry.note}</span> : null}
      </span>
      <span
        className={`text-right text-base whitespace-nowrap ${entry.counted ? "font-semibold" : "line-through decoration-1"}`}
      >
        <Maths maths={entry.value.shown} />
      </span>
      {entry.counted ? (
        <span className="col-span-2 col-start-3 block min-w-0 text-base leading-relaxed">
          {entry.steps.map((step) => (
            <span key={step.quantity} className="block text-soft">
              {step.title ? <span className="mr-2 text-sm">{step.title}:</span> : null}
              {step.formula ? <Maths maths={step.formula} /> : null}
              {step.trial ? <br /> : " = "}
              {step.numbers ? <Maths maths={step.numbers} onGiven={onGiven} /> : null}
              {" = "}
              <Maths maths={step.value} />
            </span>
          ))}
          {entry.formula ? (
            <>
              <Maths maths={entry.formula} />
              {entry.numbers && entry.numbers.text !== entry.formula.text ? entry.trial ? <br /> : " = " : null}
            </>
          ) : null}
          {entry.numbers ? <Maths maths={entry.numbers} onGiven={onGiven} /> : null}
        </span>
      ) : null}
    </li>
  );
});
