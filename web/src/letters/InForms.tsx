import { useState } from "react";
import type { InLetters } from "../api/types";
import { Button } from "../ui/Button";
import { large, Maths } from "../ui/Maths";
import { plainUnit } from "../ui/units";

/** A measure in letters: its forms one after the other, forwards and back, each with the step that leads to it. */
export function InForms({ name, told }: { name: string; told: InLetters }) {
  const forms = [...told.before, ...told.forms];
  const [at, setAt] = useState(0); // from the first of the forms proper
  const count = forms.length;
  const here = Math.max(0, Math.min(at + told.before.length, count - 1));
  const form = forms[here];
  if (!form || told.forms.length === 0)
    return <span className="text-sm text-soft">{told.says ?? "no form in letters"}</span>;
  const go = (place: number) => setAt(place - told.before.length);
  return (
    <span className="inline-flex flex-wrap items-center gap-x-2" data-testid={`letters of ${name}`}>
      <Maths maths={large(form)} className="text-base" />
      <span className="text-sm text-soft">{plainUnit(told.unit)}</span>
      {count > 1 ? (
        <span className="inline-flex items-center gap-1 text-xs text-soft">
          <Button
            look="quiet"
            className="min-h-6 px-1.5"
            aria-label={`Step back: ${name}`}
            disabled={here === 0}
            onClick={() => go(here - 1)}
          >
            ‹
          </Button>
          {form.how}
          <Button
            look="quiet"
            className="min-h-6 px-1.5"
            aria-label={`Next step: ${name}`}
            disabled={here === count - 1}
            onClick={() => go(here + 1)}
          >
            ›
          </Button>
        </span>
      ) : null}
      {told.without.length > 0 ? (
        <span className="rounded bg-apricot-wash px-1.5 text-xs">whatever {told.without.join(" and ")} is</span>
      ) : null}
    </span>
  );
}
