import { api } from "../api/client";
import { useBench } from "../document/store";
import type { Worked } from "../document/useResults";
import { large, Maths } from "../ui/Maths";
import { InForms } from "./InForms";
import { useAsked } from "./useAsked";

/** Every measure in letters: its working, its forms, and between which values of the letters it holds. */
export function FormulasTab({ worked }: { worked: Worked }) {
  const document = useBench((state) => state.document);
  const { answer, busy } = useAsked(document, () => api.evaluate(document, "ranges"));
  const letters = document.letters?.length ?? 0;
  const asked = new Set(document.asks.map((ask) => ask.expression));
  const told = Object.entries((answer ?? worked.results)?.inLetters ?? {}).filter(
    ([name, measure]) => measure.forms.length > 0 || asked.has(name),
  );
  return (
    <ul className="mx-auto flex w-full max-w-5xl flex-col gap-3 p-4">
      {told.map(([name, measure]) => (
        <li key={name} className="rounded-md border border-edge bg-sheet p-3">
          <div className="flex flex-wrap items-baseline gap-3">
            <b>{name}</b> = <InForms name={name} told={measure} />
            <span className="ml-auto text-sm text-soft" data-testid={`range of ${name}`}>
              {measure.holds.length > 0
                ? `holds for ${measure.holds.join(", ")}${letters > 1 ? ", the others as they stand" : ""}`
                : busy
                  ? "looking where it holds …"
                  : measure.forms.length > 0
                    ? "no end was found where it holds"
                    : ""}
            </span>
          </div>
          {measure.steps.length > 1 ? (
            <details className="mt-1">
              <summary className="text-sm text-pine">Working</summary>
              {measure.steps.map((step, at) => (
                <p key={at} className="my-1 overflow-x-auto">
                  <Maths maths={large(step)} />
                </p>
              ))}
            </details>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
