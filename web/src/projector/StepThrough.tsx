import { Suspense, useEffect, useMemo, useRef, useState } from "react";
import type { Results } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import type { Worked } from "../document/useResults";
import { kindOf } from "../kinds";
import { Button } from "../ui/Button";
import { Maths, large } from "../ui/Maths";
import { isTyping } from "../ui/typing";
import { MarkLayer, type Strokes } from "./MarkLayer";
import { Predictions } from "./Predictions";
import { stepsOf, type Grain, type Order } from "./steps";

interface Props {
  worked: Worked;
  results: Results;
  onClose: () => void;
}

/** The working before a class: one key for the next step, one for the one before; what a step speaks of is lit. */
export default function StepThrough({ worked, results, onClose }: Props) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const [chosen, setChosen] = useState(0);
  const [grain, setGrain] = useState<Grain>("lines");
  const [order, setOrder] = useState<Order>("told");
  const [predict, setPredict] = useState(false);
  const [marking, setMarking] = useState(false);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const [shown, setShown] = useState(0);
  /** The step that is being predicted; it is shown with the next key. */
  const [paused, setPaused] = useState(false);
  const [predictions, setPredictions] = useState<Record<number, string[]>>({});
  const frame = useRef<HTMLDivElement>(null);
  const list = useRef<HTMLOListElement>(null);
  const ask = document.asks[chosen];
  const steps = useMemo(
    () => (ask ? stepsOf(ask.label, ask.expression, worked.answers[chosen], results, grain, order) : []),
    [ask, chosen, grain, order, results, worked.answers],
  );
  const here = shown > 0 ? steps[Math.min(shown, steps.length) - 1] : undefined;
  const spoken = paused ? steps[shown] : here;
  const at = document.figures.findIndex((figure) => figure.name === (spoken?.figure ?? steps[0]?.figure));
  const figure = at >= 0 ? at : Math.min(store.getState().figure, document.figures.length - 1);
  const { Stage } = kindOf(document.figures[figure]);

  useEffect(() => {
    const before = store.getState();
    store.setState({ selected: null, editing: null, lit: spoken?.lit ?? null });
    return () => before.set({ lit: null });
  }, [spoken, store]);
  useEffect(() => {
    frame.current?.focus();
  }, []);
  useEffect(() => {
    void list.current?.lastElementChild?.scrollIntoView({ block: "nearest" });
  }, [shown, paused]);

  const next = () => {
    if (shown >= steps.length) return;
    if (predict && !paused && steps[shown]?.value) return setPaused(true);
    setPaused(false);
    setShown(shown + 1);
  };
  const back = () => {
    if (paused) return setPaused(false);
    setShown(Math.max(0, shown - 1));
  };
  const begin = (which: number) => {
    setChosen(which);
    setShown(0);
    setPaused(false);
  };

  return (
    <div
      ref={frame}
      role="dialog"
      aria-modal
      aria-label="Step through"
      tabIndex={-1}
      className="fixed inset-0 z-40 flex flex-col bg-sheet outline-none"
      onKeyDown={(event) => {
        if (event.key === "Escape") return onClose();
        if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
        const onButton = (event.target as HTMLElement).closest("button, select");
        const keys: Record<string, () => void> = {
          ArrowRight: next,
          PageDown: next,
          ArrowLeft: back,
          PageUp: back,
          Backspace: back,
          m: () => setMarking(!marking),
          w: () => setStrokes([]),
          p: () => setPredict(!predict),
        };
        if (!onButton) Object.assign(keys, { " ": next, Enter: next });
        const action = keys[event.key];
        if (!action) return;
        event.preventDefault();
        action();
      }}
    >
      <header className="flex flex-wrap items-center gap-2 border-b border-edge px-4 py-1.5">
        <select
          className="field min-w-40 text-lg font-semibold"
          aria-label="What is worked"
          value={chosen}
          onChange={(event) => begin(Number(event.target.value))}
        >
          {document.asks.map((each, index) => (
            <option key={index} value={index}>
              {each.label}
            </option>
          ))}
        </select>
        <select
          className="field"
          aria-label="Grain of the steps"
          value={grain}
          onChange={(event) => {
            setGrain(event.target.value as Grain);
            begin(chosen);
          }}
        >
          <option value="lines">a line at a time</option>
          <option value="pieces">formula, numbers, value</option>
        </select>
        <select
          className="field"
          aria-label="Order of the steps"
          value={order}
          onChange={(event) => {
            setOrder(event.target.value as Order);
            begin(chosen);
          }}
        >
          <option value="told">in their order</option>
          <option value="largest">the largest first</option>
        </select>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-pine"
            checked={predict}
            onChange={(event) => setPredict(event.target.checked)}
          />
          predict first
        </label>
        <Button
          aria-pressed={marking}
          className={marking ? "border-pine! bg-pine-wash!" : ""}
          onClick={() => setMarking(!marking)}
        >
          Mark
        </Button>
        <Button disabled={strokes.length === 0} onClick={() => setStrokes([])}>
          Wipe
        </Button>
        <span className="ml-auto text-soft tabular-nums" role="status">
          {shown} of {steps.length}
        </span>
        <Button onClick={back} disabled={shown === 0 && !paused}>
          ← Back
        </Button>
        <Button look="solid" onClick={next} disabled={shown >= steps.length}>
          Next →
        </Button>
        <Button onClick={onClose} aria-label="Close" title="Close (Esc)">
          ×
        </Button>
      </header>
      {document.statement ? (
        <p className="border-b border-edge px-6 py-2 text-[1.45rem] leading-snug">{document.statement}</p>
      ) : null}
      <div className="grid min-h-0 grow grid-cols-2">
        <section className="relative flex min-h-0 min-w-0 flex-col border-r border-edge" aria-label="Picture">
          <div className={`flex min-h-0 grow flex-col ${spoken?.lit ? "dim-the-rest" : ""}`}>
            {Stage && document.figures[figure] ? (
              <Suspense fallback={null}>
                <Stage figure={figure} worked={worked} />
              </Suspense>
            ) : null}
          </div>
          {marking || strokes.length > 0 ? (
            <div className={marking ? "" : "pointer-events-none"}>
              <MarkLayer strokes={strokes} onStrokes={setStrokes} />
            </div>
          ) : null}
        </section>
        <section className="min-h-0 overflow-auto px-6 py-4" aria-label="Working" onClick={marking ? undefined : next}>
          {steps.length === 0 ? (
            <p className="text-xl text-soft">Nothing is asked that could be worked out yet.</p>
          ) : shown === 0 && !paused ? (
            <p className="text-xl text-soft">Press → or tap for the first step.</p>
          ) : null}
          <ol ref={list} className="flex flex-col gap-3 text-[1.6rem]" aria-live="polite">
            {steps.slice(0, shown).map((step, index) => (
              <li
                key={index}
                data-shown={index + 1}
                className={
                  index === shown - 1 && !paused ? "rounded-md bg-apricot-wash px-3 py-1" : "px-3 py-1 opacity-70"
                }
              >
                {step.title ? <span className="block text-lg font-semibold">{step.title}</span> : null}
                {step.maths ? <Maths maths={large(step.maths)} /> : step.text}
                <Predictions.Compared given={predictions[index] ?? []} value={step.value} />
              </li>
            ))}
            {paused ? (
              <li
                className="rounded-md border border-dashed border-pine px-3 py-2"
                onClick={(event) => event.stopPropagation()}
              >
                <span className="block text-lg font-semibold">
                  {steps[shown]?.title || "The answer"}: what will it be?
                </span>
                <Predictions.Field
                  given={predictions[shown] ?? []}
                  onGiven={(given) => setPredictions({ ...predictions, [shown]: given })}
                />
              </li>
            ) : null}
          </ol>
        </section>
      </div>
    </div>
  );
}
