import { memo, useEffect, useState } from "react";
import type { Complaint, LineDocument, Results, Typing } from "../api/types";
import { hidesWorking, useBench, useBenchStore } from "../document/store";
import { useTyping } from "../document/useTyping";
import { Button } from "../ui/Button";
import { ExpressionField } from "../ui/ExpressionField";
import { goTo } from "../ui/fields";
import { beforeTyping } from "../ui/typing";
import { Maths } from "../ui/Maths";
import { FormsButton } from "./FormsButton";
import { isBare, TextInPlace } from "../ui/TextInPlace";

interface Props {
  results: Results["lines"];
  complaints: Complaint[];
}

/** Letters of an exact form that stands beside its line. */
const SHORT = 24;
/** The key by which a line goes up or down among the others, with Alt. */
const STEPS: Record<string, number> = { ArrowUp: -1, ArrowDown: 1 };

/** The working lines: named expressions with units, each with its value and, while one is in it, set as mathematics. */
export const Lines = memo(function Lines({ results, complaints }: Props) {
  const store = useBenchStore();
  const lines = useBench((state) => state.document.lines);
  const hidden = useBench(hidesWorking);
  const unit = useBench((state) => state.document.settings.unit);
  const first = useBench((state) => state.document.figures[0]);
  const figure = first?.name ?? "figure";
  const hints: Record<string, string> = {
    solid: `litres = ${figure}.volume / 1 L`,
    profile: `turf = ${figure}.area + 2 m^2`,
  };
  const hint = `name a step: ${hints[first?.kind ?? "plane"] ?? `tape = ${figure}.perimeter + 0.2 m`}`;
  const put = (changed: LineDocument[]) => {
    const state = store.getState();
    state.commit({ ...state.document, lines: changed });
  };
  const change = (index: number, line: Partial<LineDocument>) =>
    put(lines.map((l, i) => (i === index ? { ...l, ...line } : l)));
  const [entered, setEntered] = useState<string | null>(null);
  const ask = useTyping(undefined, entered ?? undefined);
  const [typed, setTyped] = useState<{ line: string; seen: Typing } | null>(null);
  /** The parts that a line names are lit, where their figure is on the board. */
  const [spoken, light] = useState<string | null>(null);
  useEffect(() => {
    if (spoken === null) return;
    const { document, figure: shown, set } = store.getState();
    const [part, ...others] = (results[spoken]?.parts ?? [])
      .filter(([of]) => of === document.figures[shown]?.name)
      .map(([, part]) => part);
    if (part === undefined) return;
    set({ lit: { part, others } });
    return () => set({ lit: null });
  }, [spoken, results, store]);
  const move = (index: number, by: number) => {
    const now = store.getState().document.lines;
    const [from, to] = [now[index], now[index + by]];
    if (from && to) put(now.map((line, i) => (i === index ? to : i === index + by ? from : line)));
    requestAnimationFrame(() => goTo(`line ${from && to ? index + by : index}`));
  };
  /** A new name goes wherever the line is named; of two lines of one name only this one's changes. */
  const rename = async (index: number, name: string): Promise<string | undefined> => {
    const old = lines[index]?.name ?? "";
    if (lines.findIndex((line) => line.name === old) !== index) return void change(index, { name });
    return (await store.getState().perform({ do: "rename-line", line: old, name })).says ?? undefined;
  };
  /** A line is typed with its name before it, or without. */
  const write = async (index: number, text: string): Promise<string | undefined> => {
    const { name } = lines[index] ?? { name: "" };
    if (!text.includes("=") || lines.findIndex((line) => line.name === name) !== index)
      return void change(index, { expression: text });
    const done = await store.getState().perform({ do: "write-line", line: name, text });
    if (done.says === null) setEntered(done.name ?? name);
    return done.says ?? undefined;
  };
  /** The new line's field is gone to, and what stands in it is typed over. */
  const add = async () => {
    await beforeTyping(
      store.getState().perform({
        do: "add-line",
        line: { name: "line", expression: `${figure}.${first?.kind === "solid" ? "volume" : "area"}` },
      }),
    );
    requestAnimationFrame(() => {
      goTo(`line ${store.getState().document.lines.length - 1}`);
      if (document.activeElement instanceof HTMLInputElement) document.activeElement.select();
    });
  };
  return (
    <section
      className="max-h-48 shrink-0 overflow-auto border-t border-edge bg-paper px-4 py-2"
      aria-label="Working lines"
    >
      <div className="flex items-center gap-2">
        <h2 className="text-sm font-semibold">Lines</h2>
        <Button look="quiet" className="text-pine!" onClick={() => void add()}>
          + Line
        </Button>
        {lines.length === 0 ? <span className="text-xs text-soft">{hint}</span> : null}
      </div>
      <ul className="flex flex-col gap-1">
        {lines.map((line, index) => {
          const faults = complaints.filter(
            (c) => c.where === `lines.${line.name}.expression` || c.where === `lines.${line.name}`,
          );
          const worked = hidden ? undefined : results[line.name];
          return (
            <li
              key={index}
              className="flex flex-wrap items-center gap-x-1.5"
              onPointerEnter={() => light(line.name)}
              onPointerLeave={() => light(null)}
              onFocus={(event) => {
                light(line.name);
                // What is set beneath stays when the line is left: nothing may move away from under a click.
                if (event.target instanceof HTMLInputElement && event.currentTarget.contains(event.target))
                  setEntered(line.name);
              }}
              onBlur={() => light(null)}
            >
              <TextInPlace
                value={line.name}
                label="Name of the line"
                className="w-24 font-semibold"
                invalid={faults.some((f) => !f.where.endsWith("expression"))}
                onCommit={(name) => rename(index, name.trim())}
              />
              =
              <span
                className="contents"
                onKeyDown={(event) => {
                  const by = event.altKey ? STEPS[event.key] : undefined;
                  if (by === undefined) return;
                  event.preventDefault();
                  // What was being typed is taken before the line goes.
                  if (event.target instanceof HTMLElement) event.target.blur();
                  move(index, by);
                }}
              >
                <ExpressionField
                  value={line.expression}
                  label={`Expression of ${line.name}`}
                  place={`line ${index}`}
                  className="min-w-24 grow basis-0"
                  invalid={faults.length > 0}
                  ask={ask}
                  onSeen={(seen) => setTyped(seen ? { line: line.name, seen } : null)}
                  onCommit={(text) => write(index, text)}
                />
              </span>
              {isBare(line.expression) ? (
                <span className="text-xs text-soft">
                  a plain number{unit === "unit" ? "" : `: ${line.expression.trim()} ${unit} is a length`}
                </span>
              ) : null}
              <output className="min-w-20 text-right text-base font-semibold" aria-live="polite">
                {worked ? (
                  <>
                    <FormsButton title={line.name} of={{ expression: line.expression }}>
                      {worked.text}
                    </FormsButton>
                    {worked.approximate && !worked.shown.text.includes("…") && worked.shown.text.length <= SHORT ? (
                      <span className="block text-sm font-normal text-soft" data-testid={`exactly ${line.name}`}>
                        <Maths maths={worked.shown} />
                      </span>
                    ) : null}
                  </>
                ) : hidden && results[line.name] ? (
                  "?"
                ) : null}
              </output>
              <span className="flex shrink-0">
                {lines.length > 1 ? (
                  <Button
                    look="quiet"
                    aria-label={`Move the line ${line.name} ${index > 0 ? "up" : "down"}`}
                    title="Alt + ↑ and Alt + ↓ move a line too"
                    onClick={() => move(index, index > 0 ? -1 : 1)}
                  >
                    {index > 0 ? "↑" : "↓"}
                  </Button>
                ) : null}
                <Button
                  look="quiet"
                  aria-label={`Remove the line ${line.name}`}
                  onClick={() => put(lines.filter((_, i) => i !== index))}
                >
                  ×
                </Button>
              </span>
              {typed?.line === line.name ? (
                <div className="basis-full overflow-x-auto py-2 pl-26 text-soft" data-testid={`typed ${line.name}`}>
                  {typed.seen.shown ? <Maths maths={typed.seen.shown} /> : null}
                  {typed.seen.brackets.some((bracket) => bracket.other === null) ? (
                    <span className="ml-3 text-sm text-alarm">{typed.seen.says}</span>
                  ) : null}
                </div>
              ) : worked && entered === line.name ? (
                <div className="basis-full overflow-x-auto py-2 pl-26 text-soft" data-testid={`set ${line.name}`}>
                  {worked.steps.map((step) => (
                    <p key={step.text}>
                      <Maths maths={step} />
                    </p>
                  ))}
                </div>
              ) : null}
              {faults.map((fault) => (
                <p key={fault.says} className="says basis-full">
                  {fault.says}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
});
