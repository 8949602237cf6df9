import { Popover } from "radix-ui";
import { useState, type ReactNode } from "react";
import type { AskDocument, AskResults, Complaint } from "../api/types";
import { useTyping } from "../document/useTyping";
import { ExpressionField } from "../ui/ExpressionField";
import { hidesWorking, useBench } from "../document/store";
import { FormsButton } from "../tally/FormsButton";
import { Button } from "../ui/Button";
import { RoundingFields } from "./RoundingFields";
import { useSheet } from "../api/queries";
import { measuresOf } from "../kinds";

interface Props {
  ask: AskDocument;
  faults: Complaint[];
  answer?: AskResults | undefined;
  create?: boolean;
  children: ReactNode;
  onChange: (ask: AskDocument) => void;
  onRemove?: () => void;
}

/** One ask as a button that opens its fields beside it. */
export function AskEditor({ ask, faults, answer, create = false, children, onChange, onRemove }: Props) {
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState(ask);
  const document = useBench((state) => state.document);
  const hidden = useBench(hidesWorking);
  const known = measuresOf(document.figures, useSheet().data ?? []);
  const typing = useTyping();
  return (
    <Popover.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        // Left without its button, what was changed is kept: of an ask in the problem, of a new one for the next time.
        if (!now && !create && draft.expression.trim() && JSON.stringify(draft) !== JSON.stringify(ask))
          onChange(draft);
        else if (now && !create) setDraft(ask);
        else if (now && draft.expression === "") setDraft({ label: "", expression: known[0] ?? "" });
      }}
    >
      <Popover.Trigger
        data-keeps={create ? undefined : true}
        className="rounded-md border border-edge bg-paper px-2.5 py-0.5 text-left hover:border-pine"
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover w-80" align="end" sideOffset={6} collisionPadding={8}>
          <form
            className="flex flex-col gap-2 text-sm"
            onSubmit={(event) => {
              event.preventDefault();
              const rates = draft.rates?.map((rate) => rate.trim()).filter(Boolean);
              onChange({
                ...draft,
                label: draft.label.trim() || draft.expression,
                rates: rates && rates.length > 0 ? rates : undefined,
              });
              setOpen(false);
              if (create) setDraft({ label: "", expression: "" });
            }}
          >
            <label>
              What is asked
              <input
                className="field w-full"
                value={draft.label}
                placeholder="Edge tape"
                maxLength={200}
                onChange={(event) => setDraft({ ...draft, label: event.target.value })}
              />
            </label>
            <div>
              Quantity or expression
              <ExpressionField
                value={draft.expression}
                label="Quantity or expression"
                required
                className="w-full"
                invalid={faults.length > 0}
                ask={typing}
                onTyped={(expression) => setDraft((now) => ({ ...now, expression }))}
                onCommit={() => undefined}
              />
            </div>
            <label>
              Unit of the answer
              <input
                className="field w-full"
                value={draft.unit ?? ""}
                placeholder={`the problem's own (${document.settings.unit})`}
                onChange={(event) => setDraft({ ...draft, unit: event.target.value.trim() || undefined })}
              />
            </label>
            <RoundingFields
              rule={draft.rounding ?? null}
              inherit
              onChange={(rounding) => setDraft({ ...draft, rounding: rounding ?? undefined })}
            />
            <label>
              What it costs or takes, one rate a line
              <textarea
                className="field w-full"
                rows={3}
                spellCheck={false}
                value={(draft.rates ?? []).join("\n")}
                placeholder={"12 % waste\n1 L covers 8 m²\ntins of 2.5 L\n€19 per tin"}
                onChange={(event) => {
                  const rates = event.target.value.split("\n").slice(0, 10);
                  setDraft({ ...draft, rates: event.target.value ? rates : undefined });
                }}
              />
            </label>
            {answer?.text && !hidden ? (
              <p>
                It comes to{" "}
                <FormsButton title={ask.label || "The answer"} of={{ ask: ask.label }} className="font-semibold">
                  {answer.text}
                </FormsButton>
              </p>
            ) : null}
            {answer && answer.rates.length > 0 ? (
              <ol className="text-sm" aria-label="Costs and counts">
                {answer.rates.map((line) => (
                  <li key={line.typed} className={line.says ? "says" : ""}>
                    {line.says ? `${line.typed}: ${line.says}` : `${line.text} = ${line.value}`}
                  </li>
                ))}
              </ol>
            ) : null}
            {faults
              .filter((fault) => fault.code !== "rate")
              .map((fault) => (
                <p key={fault.says} className="says">
                  {fault.says}
                </p>
              ))}
            <div className="flex gap-2">
              <Button look="solid" type="submit">
                {create ? "Add" : "Done"}
              </Button>
              {onRemove ? (
                <Button
                  look="alarm"
                  onClick={() => {
                    setOpen(false);
                    onRemove();
                  }}
                >
                  Remove
                </Button>
              ) : null}
            </div>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
