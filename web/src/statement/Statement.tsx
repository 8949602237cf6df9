import { Popover } from "radix-ui";
import { memo, useState } from "react";
import type { Word } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { useSheet } from "../api/queries";
import { measuresOf } from "../kinds";

/** The statement of the problem, with the words that mean a quantity tagged; a click or Enter opens it for writing. */
export const Statement = memo(function Statement({ words }: { words: Word[] }) {
  const store = useBenchStore();
  const statement = useBench((state) => state.document.statement);
  const [writing, setWriting] = useState(false);
  const commit = (text: string) => {
    setWriting(false);
    const state = store.getState();
    state.commit({ ...state.document, statement: text });
  };
  if (writing) {
    return (
      <textarea
        autoFocus
        aria-label="Statement"
        className="field min-h-16 w-full resize-y text-base!"
        rows={3}
        maxLength={20000}
        defaultValue={statement}
        onBlur={(event) => commit(event.target.value)}
        onKeyDown={(event) => {
          // Escape leaves the field and keeps what was written, which can be undone.
          const done = event.key === "Escape" || (event.key === "Enter" && (event.ctrlKey || event.metaKey));
          if (done) event.currentTarget.blur();
        }}
      />
    );
  }
  // While the newest words are on their way, the statement stands there without tags.
  const current = words.map((word) => word.text).join("") === statement ? words : [];
  return (
    <div className="flex items-start gap-1 self-start">
      <div
        className="max-h-24 grow cursor-text overflow-auto rounded-md text-base leading-snug whitespace-pre-wrap hover:bg-paper"
        data-testid="statement"
        onClick={(event) => {
          if (!(event.target as HTMLElement).closest("button")) setWriting(true);
        }}
      >
        {current.length > 0
          ? current.map((word, index) =>
              word.everyday ? <Tagged key={index} word={word} /> : <span key={index}>{word.text}</span>,
            )
          : statement || (
              <span className="text-soft">Write here what is asked: “How much edge tape goes round the panel?”</span>
            )}
      </div>
      <Button
        look="quiet"
        className="shrink-0 text-pine!"
        aria-label="Write the statement"
        onClick={() => setWriting(true)}
      >
        Write
      </Button>
    </div>
  );
});

const MEANINGS = ["perimeter", "area", "surface area", "volume", "nothing"] as const;
type Meaning = (typeof MEANINGS)[number];

/** A word that can mean a quantity, with its tag: it can be put right or taken off, and make the ask. */
function Tagged({ word }: { word: Word }) {
  const store = useBenchStore();
  const [open, setOpen] = useState(false);
  const document = useBench((state) => state.document);
  const figure = useBench((state) => state.document.figures[state.figure]);
  const known = measuresOf(figure ? [figure] : [], useSheet().data ?? []);
  const unit = document.settings.unit;
  const counted =
    { perimeter: unit, area: `${unit}²`, "surface area": `${unit}²`, volume: `${unit}³` }[word.quantity ?? ""] ?? "";
  const expression = `${figure?.name ?? "figure"}.${word.expression ?? ""}`;
  const has = known.includes(expression);
  const asked = document.asks.some((ask) => ask.expression === expression);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      {word.quantity ? (
        <>
          <span className="underline decoration-pine decoration-2 underline-offset-2">{word.text}</span>
          <Popover.Trigger
            className="mx-0.5 rounded-sm border border-pine/40 bg-pine-wash px-1 align-text-top text-xs leading-tight text-pine-dark hover:border-pine"
            aria-label={`“${word.text}” means ${word.quantity}`}
          >
            {word.quantity} {counted}
          </Popover.Trigger>
        </>
      ) : (
        <Popover.Trigger
          className="cursor-pointer underline-offset-2 hover:underline focus-visible:underline"
          data-keeps
          aria-label={`“${word.text}” means no quantity here`}
        >
          {word.text}
        </Popover.Trigger>
      )}
      <Popover.Portal>
        <Popover.Content className="popover w-72 text-sm" sideOffset={6} collisionPadding={8}>
          <label className="flex items-center gap-2">
            “{word.text}” means
            <select
              className="field"
              aria-label={`What “${word.text}” means`}
              value={word.quantity ?? "nothing"}
              onChange={(event) => {
                const state = store.getState();
                const meaning = event.target.value as Meaning;
                const words = { ...state.document.words, [word.text.toLowerCase()]: meaning };
                state.commit({ ...state.document, words });
              }}
            >
              {MEANINGS.map((meaning) => (
                <option key={meaning} value={meaning}>
                  {meaning === "nothing" ? "no quantity" : meaning}
                </option>
              ))}
            </select>
          </label>
          {word.quantity ? (
            <p className="mt-1">
              It is {word.counted === "a length" ? "a length" : `counted in ${word.counted ?? ""}`}, in {counted}.
            </p>
          ) : null}
          {!word.quantity ? null : has ? (
            <Button
              look="solid"
              className="mt-2"
              disabled={asked}
              onClick={() => {
                const state = store.getState();
                const label = word.text.charAt(0).toUpperCase() + word.text.slice(1);
                state.commit({ ...state.document, asks: [...state.document.asks, { label, expression }] });
                setOpen(false);
              }}
            >
              {asked ? "Asked already" : "Ask for it"}
            </Button>
          ) : (
            <p className="mt-1 text-soft">
              {figure?.kind === "plane"
                ? `A flat figure has an area and a perimeter; ${word.quantity} belongs to a solid.`
                : `This figure has no ${word.quantity} to ask for.`}
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
