import type { CardStep, Mathematics } from "../api/types";
import { large, Maths } from "../ui/Maths";

interface Props {
  steps: CardStep[];
  /** Only the path to this quantity is shown. */
  wanted: string | null;
  onLight: (measure: string | null) => void;
  onPick: (measure: string) => void;
}

/** What stands before a formula: set, and as text. */
const APART = ["\\quad ", " "] as const;
const EQUAL = ["= ", "= "] as const;

/** The steps from what is given to what was found. */
export function PathOfWorking({ steps, wanted, onLight, onPick }: Props) {
  const shown = pathTo(steps, wanted);
  if (shown.length === 0) return <p className="p-2 text-sm text-soft">Nothing had to be found.</p>;
  return (
    <ol className="flex flex-col gap-2.5 p-1" aria-label="Path of working">
      {shown.map((step, index) => (
        <li
          key={step.quantity}
          data-step={step.quantity}
          className="border-l-2 border-rule pl-3"
          onPointerEnter={() => onLight(step.quantity)}
          onPointerLeave={() => onLight(null)}
        >
          <p className="text-sm">
            <span className="mr-1.5 text-soft">{index + 1}.</span>
            <strong className="font-semibold">{step.title}</strong>
            <span className="ml-2 text-xs text-soft">{step.source}</span>
          </p>
          <div className="flex flex-wrap items-center gap-x-2 gap-y-1.5 overflow-x-auto py-0.5">
            {step.familiar ? (
              <span className="mr-4 text-soft">
                <Maths maths={large(step.familiar)} />
                <span className="ml-2 text-xs">rearranged:</span>
              </span>
            ) : null}
            <Maths maths={large(step.formula)} />
            <Maths maths={large(step.numbers, ...(step.trial ? APART : EQUAL))} onGiven={(_, given) => onPick(given)} />
            {step.trial ? (
              <Maths maths={large(equal(step.symbol, valueOf(step)), ...APART)} />
            ) : (
              <Maths maths={large(valueOf(step), ...EQUAL)} />
            )}
          </div>
        </li>
      ))}
    </ol>
  );
}

export function pathTo(steps: CardStep[], wanted: string | null): CardStep[] {
  const last = steps.find((step) => step.quantity === wanted);
  const path = last ? last.path.flatMap((index) => steps[index] ?? []) : steps;
  return path.filter((step) => !/^(.+) = \1$/.test(step.formula.tex)); // two names for one quantity are no step
}

/** One side and the other. */
export function equal(left: Mathematics, right: Mathematics): Mathematics {
  return { tex: `${left.tex} = ${right.tex}`, text: `${left.text} = ${right.text}` };
}

/** The exact value where there is one, and the rounded one. */
export function valueOf(step: CardStep): Mathematics {
  const { value } = step;
  const exact =
    value.tex === null || value.exactText === null ? value.shown : { tex: value.tex, text: value.exactText ?? "" };
  if (!value.approximate) return exact;
  return { tex: `${exact.tex} \\approx ${value.roundedTex}`, text: `${exact.text} ≈ ${value.text}` };
}
