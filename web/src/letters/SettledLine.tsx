import { api } from "../api/client";
import { useBench, useBenchStore } from "../document/store";
import type { Worked } from "../document/useResults";
import { Button } from "../ui/Button";
import { letMove } from "../document/letters";
import { useAsked } from "./useAsked";

/** What the givens of an unfinished figure settle though it is still free; it can be let move then. */
export function SettledLine({ worked }: { worked: Worked }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const name = useBench((state) => state.document.figures[state.figure]?.name ?? "");
  const figure = worked.results?.figures[name];
  const chosen = figure?.kind === "formula" ? Object.values(figure.card?.solutions[0]?.quantities ?? {}) : [];
  const open =
    chosen.some((quantity) => quantity.chosen) ||
    (worked.results?.complaints ?? []).some((c) => c.code === "too-little" && c.where.startsWith(`figures.${name}.`));
  const { answer } = useAsked(
    open ? `${name} ${JSON.stringify(document.figures)}` : null,
    () => api.settled(document, name),
    open,
  );
  if (!open || !answer || answer.figure !== name) return null;
  return (
    <p
      className="flex flex-wrap items-center gap-3 border-b border-edge bg-apricot-wash px-4 py-1 text-sm no-print"
      data-testid="settled"
    >
      <b>{answer.measures.map(({ measure, value }) => `${measure} = ${value.exactText ?? value.text}`).join(", ")}</b>
      <span>{answer.says}.</span>
      <Button onClick={() => store.getState().commit(letMove(store.getState().document, answer))}>Let it move</Button>
    </p>
  );
}
