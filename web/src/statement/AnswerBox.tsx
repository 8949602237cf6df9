import { Popover } from "radix-ui";
import { useState } from "react";
import { api } from "../api/client";
import type { AskDocument, Verdict } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";

const MOST_TRIES = 100;

interface Props {
  ask: AskDocument;
  onChange: (ask: AskDocument) => void;
}

/** An answer of one's own to an ask: the verdict at once, the slip behind it, hints step by step, and what was tried before. */
export function AnswerBox({ ask, onChange }: Props) {
  const store = useBenchStore();
  const figures = useBench((state) => state.document.figures);
  const [text, setText] = useState("");
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [line, setLine] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [hints, setHints] = useState<string[] | null>(null);
  const [shown, setShown] = useState(0);
  const tries = ask.tries ?? [];
  const solved = tries.some((each) => each.right);

  const check = async () => {
    if (text.trim() === "") return;
    try {
      const found = await api.check(store.getState().document, ask.label, text);
      setVerdict(found.verdict);
      setLine(found.line === null ? null : found.says);
      setFault(null);
      const made = {
        answer: text.slice(0, 500),
        at: new Date().toISOString().replace(/\.\d+Z$/, "Z"),
        right: found.verdict.right,
      };
      onChange({ ...ask, tries: [...tries, made].slice(-MOST_TRIES) });
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
  };
  const hint = async () => {
    const known = hints ?? (await api.hints(store.getState().document, ask.label).catch(() => []));
    setHints(known);
    setShown((before) => Math.min(before + 1, known.length));
  };
  // The place on the board and in the tally that a slip is about is lit up.
  const point = (part: string) => {
    const at = figures.findIndex((each) => JSON.stringify(each).includes(`"name":"${part}"`));
    store.getState().set({ ...(at >= 0 ? { figure: at } : {}), lit: { part }, selected: null });
  };

  return (
    <Popover.Root
      onOpenChange={(open) => {
        if (open) setVerdict(null);
      }}
    >
      <Popover.Trigger asChild>
        <Button
          look={solved ? "quiet" : "plain"}
          className="min-h-8 px-2"
          aria-label={`Answer: ${ask.label}`}
          title={solved ? "Answered rightly; answer again" : "Give an answer of your own"}
        >
          {solved ? "✓" : "Answer"}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover flex w-80 flex-col gap-2 text-sm" align="end" sideOffset={6}>
          <form
            className="flex flex-col gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              void check();
            }}
          >
            <label>
              Your answer to “{ask.label}”, with its unit, or your working line by line
              <textarea
                className="field w-full resize-y"
                aria-label="Your answer"
                title="Enter checks it; Shift+Enter begins another line of working"
                rows={text.includes("\n") ? 4 : 1}
                value={text}
                maxLength={4000}
                spellCheck={false}
                autoFocus
                aria-invalid={verdict !== null && !verdict.right}
                onChange={(event) => setText(event.target.value)}
                onKeyDown={(event) => {
                  if (event.key !== "Enter" || event.shiftKey) return;
                  event.preventDefault();
                  void check();
                }}
              />
            </label>
            <div className="flex gap-2">
              <Button look="solid" type="submit">
                Check
              </Button>
              <Button onClick={() => void hint()} disabled={hints !== null && shown >= hints.length}>
                {shown === 0 ? "A hint" : "Another hint"}
              </Button>
            </div>
          </form>
          <div role="status" data-testid="verdict">
            {fault ? <p className="says">{fault}</p> : null}
            {line ? <p className="says">{line}</p> : null}
            {verdict?.right ? <p className="font-semibold text-pine">Right.</p> : null}
            {verdict && !verdict.right ? (
              verdict.slips.length > 0 ? (
                <>
                  <p className="font-semibold">Not yet. It may be {verdict.together ? "both of these:" : "that"}</p>
                  <ul className="list-disc pl-5">
                    {verdict.slips.map((slip) => (
                      <li key={slip.code + slip.part}>
                        {slip.part ? (
                          <button
                            type="button"
                            className="text-left underline decoration-dotted underline-offset-2"
                            title="Show where"
                            onClick={() => point(slip.part)}
                          >
                            {slip.says}
                          </button>
                        ) : (
                          slip.says
                        )}
                      </li>
                    ))}
                  </ul>
                </>
              ) : (
                <p className="font-semibold">{verdict.says}</p>
              )
            ) : null}
          </div>
          {hints && shown > 0 ? (
            <ol className="list-decimal border-t border-edge pt-1.5 pl-5" aria-label="Hints">
              {hints.slice(0, shown).map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ol>
          ) : null}
          {tries.length > 0 ? (
            <details className="border-t border-edge pt-1.5">
              <summary className="cursor-pointer text-soft">
                {tries.length} {tries.length === 1 ? "try" : "tries"}
              </summary>
              <ol className="max-h-32 overflow-auto">
                {tries.map((each, index) => (
                  <li key={index} className="flex justify-between gap-2">
                    <span>
                      {each.right ? "✓" : "–"} {each.answer}
                    </span>
                    <time className="text-soft" dateTime={each.at}>
                      {new Date(each.at).toLocaleString([], { dateStyle: "short", timeStyle: "short" })}
                    </time>
                  </li>
                ))}
              </ol>
            </details>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
