import { ToggleGroup } from "radix-ui";
import { memo, useCallback, useState } from "react";
import type { Complaint, Counted, Segment, Tally, Way } from "../api/types";
import { hidesWorking, useBench, useBenchStore, type BenchStore, type MeasureName } from "../document/store";
import { Maths } from "../ui/Maths";
import type { Bounds } from "../board/view";
import { Button } from "../ui/Button";
import { goTo } from "../ui/fields";
import { beforeTyping } from "../ui/typing";
import { EntryRow } from "./EntryRow";
import { FormsButton } from "./FormsButton";
import { SquaresPanel } from "./SquaresPanel";
import { WaysPanel } from "./WaysPanel";

interface Props {
  tallies: Record<string, Tally>;
  /** The same with equal entries told together, where there are some. */
  grouped?: Record<string, Tally>;
  /** Second ways to the volume; null where nobody offers any. */
  second?: Tally[] | null;
  old: boolean;
  complaints: Complaint[];
  figure: string;
  measures?: Measure[];
  ways?: Way[];
  counted?: Counted | null;
  bounds?: Bounds | null;
  outline?: Segment[][];
}

interface Measure {
  name: MeasureName;
  title: string;
}

const OF_PLANE_FIGURES: Measure[] = [
  { name: "area", title: "Area" },
  { name: "perimeter", title: "Perimeter" },
];
const NONE: never[] = [];
const WAYS: Record<string, string> = {
  layers: "layer by layer",
  block: "surrounding block less what is missing",
  Pappus: "by Pappus",
};
const NO_TALLIES: Record<string, Tally> = {};

/** A new line of a measure times a height, which is typed over at once. */
async function timesHeight(store: BenchStore, figure: string, measure: string) {
  const { unit } = store.getState().document.settings;
  const height = unit === "unit" ? "1" : `1 ${unit}`;
  const expression = `${figure}.${measure} * ${height}`;
  const name = measure === "area" ? "content" : "walls";
  const done = await beforeTyping(store.getState().perform({ do: "add-line", line: { name, expression } }));
  if (done.says !== null) return;
  requestAnimationFrame(() => {
    goTo(`line ${store.getState().document.lines.length - 1}`);
    const field = document.activeElement;
    if (field instanceof HTMLInputElement)
      field.setSelectionRange(expression.length - height.length, expression.length);
  });
}

/** The itemised receipt: every entry with its sign, formula and numbers; a double rule; the total. */
export const TallyPanel = memo(function TallyPanel({
  tallies,
  grouped = NO_TALLIES,
  second = null,
  old,
  complaints,
  figure,
  measures = OF_PLANE_FIGURES,
  ways = NONE,
  counted = null,
  bounds = null,
  outline = NONE,
}: Props) {
  const store = useBenchStore();
  const wanted = useBench((state) => state.measure);
  const measure = measures.some(({ name }) => name === wanted) ? wanted : (measures[0]?.name ?? "");
  const [together, setTogether] = useState(false);
  const equal = grouped[measure];
  const looked = useBench((state) => state.ways !== null) && measure === "volume";
  const [way, setWay] = useState("");
  const other = looked ? second?.find((each) => each.way === way) : undefined;
  const tally = other ?? (together ? equal : undefined) ?? tallies[measure];
  const splits = measures === OF_PLANE_FIGURES && measure === "area";
  const waysOpen = useBench((state) => state.ways !== null);
  const beside = useBench((state) => state.ways !== null && state.ways.beside !== null) && splits;
  const counting = useBench((state) => state.mode === "squares");
  const openGiven = useCallback(
    (part: string, given: string, at: DOMRect) =>
      store.getState().set({
        selected: part,
        editing: { part, given, at: { left: at.left, top: at.top, width: at.width, height: at.height } },
      }),
    [store],
  );
  const hidden = useBench(hidesWorking);
  const all = complaints.filter((c) => c.where.startsWith(`figures.${figure}`) || c.where.startsWith("settings"));
  const causes = all.filter((c) => c.code !== "needs-other");
  const faults = causes.length > 0 ? causes : all;
  return (
    <div className="flex min-h-56 grow flex-col overflow-hidden">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-edge px-4 py-1.5">
        <ToggleGroup.Root
          type="single"
          value={measure}
          aria-label="Measure"
          className="flex gap-1.5 pl-1"
          onValueChange={(value) => value && store.getState().set({ measure: value, lit: null })}
        >
          {measures.map(({ name, title }) => (
            <ToggleGroup.Item
              key={name}
              value={name}
              className="min-h-8 rounded-sm border border-rule px-4 text-sm data-[state=on]:slant data-[state=on]:border-pine data-[state=on]:bg-pine data-[state=on]:font-semibold data-[state=on]:text-white [&[data-state=on]>span]:unslant"
            >
              <span className="inline-block">{title}</span>
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <h2 className="ml-auto truncate text-sm text-soft">
          {tally?.split ? tally.split.title : figure ? `${figure}.${measure}` : "Tally"}
        </h2>
        {measures === OF_PLANE_FIGURES && tally ? (
          <Button
            title={
              measure === "area" ? "A line with the area times a height" : "A line with the perimeter times a height"
            }
            onClick={() => void timesHeight(store, figure, measure)}
          >
            × height
          </Button>
        ) : null}
        {equal ? (
          <Button
            aria-pressed={together}
            className={together ? "border-pine! bg-pine-wash!" : ""}
            title="Tell equal faces together, or one by one"
            onClick={() => setTogether(!together)}
          >
            2 ×
          </Button>
        ) : null}
        {measure === "volume" && second ? (
          looked ? (
            <select
              className="field w-34"
              aria-label="The way to the volume"
              value={other ? way : ""}
              onChange={(event) => setWay(event.target.value)}
            >
              <option value="">piece by piece</option>
              {second.map((each) => (
                <option key={each.way} value={each.way}>
                  {WAYS[each.way] ?? each.way}
                </option>
              ))}
            </select>
          ) : (
            <Button title="Second ways to the volume" onClick={() => store.getState().set({ ways: { beside: null } })}>
              Ways …
            </Button>
          )
        ) : null}
        {splits && tally ? (
          <Button
            aria-expanded={waysOpen}
            title="Other ways to split the figure (X)"
            onClick={() => store.getState().set({ ways: waysOpen ? null : { beside: null } })}
          >
            Split …
          </Button>
        ) : null}
      </div>
      {faults.length > 0 ? (
        <ul className="border-b border-edge bg-alarm-wash/50 px-4 py-1.5" aria-label="What to mend">
          {faults.map((fault) => (
            <li key={fault.where + fault.says} className={fault.level === "error" ? "says" : "text-xs text-ink"}>
              <button
                type="button"
                className="text-left underline-offset-2 hover:underline"
                onClick={() =>
                  store.getState().set({ selected: /(?:parts|pieces)\.([^.]+)/.exec(fault.where)?.[1] ?? null })
                }
              >
                {fault.says}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      {waysOpen && splits ? (
        <WaysPanel ways={ways} shown={tally?.way ?? "parts"} bounds={bounds} outline={outline} />
      ) : null}
      <div
        hidden={beside && !counting}
        className={`min-h-0 grow overflow-auto ${old ? "opacity-90 grayscale" : ""}`}
        tabIndex={0}
        role="region"
        aria-label={`Tally of the ${measure}`}
      >
        {counting ? (
          <SquaresPanel counted={counted} />
        ) : hidden ? (
          <div className="flex flex-col items-start gap-2 p-4 text-soft">
            <p>Try it first: give your answer above. The working is here when you want it.</p>
            <Button onClick={() => store.getState().set({ revealed: true })}>Show the working</Button>
          </div>
        ) : tally ? (
          <ol className="divide-y divide-edge">
            {tally.entries.map((entry) => (
              <EntryRow key={entry.id} entry={entry} onGiven={openGiven} />
            ))}
          </ol>
        ) : (
          <p className="p-4 text-soft">
            The tally lists every part of the measure, with its formula and its numbers. It fills as the figure grows.
          </p>
        )}
      </div>
      {tally && !hidden ? (
        <div
          className={`mx-4 border-t-[3px] border-double border-ink py-2 ${old ? "opacity-90 grayscale" : ""}`}
          data-testid="total"
        >
          <div className="flex flex-wrap items-baseline justify-end gap-x-3">
            {tally.total.tex && tally.total.approximate ? (
              <span className="mr-auto text-base">
                <Maths maths={{ tex: tally.total.tex, text: tally.total.exactText ?? "" }} />
              </span>
            ) : null}
            <output className="text-2xl font-bold text-pine-dark" aria-live="polite" aria-label={`Total ${measure}`}>
              {figure && tally === tallies[measure] ? (
                <FormsButton title={`${figure}.${measure}`} of={{ expression: `${figure}.${measure}` }}>
                  {tally.total.approximate ? "≈ " : ""}
                  {tally.total.text}
                </FormsButton>
              ) : (
                `${tally.total.approximate ? "≈ " : ""}${tally.total.text}`
              )}
            </output>
          </div>
          <p className="text-right text-xs text-soft">
            {old ? "as it was before · " : ""}
            {tally.total.unfolded ? <Unfolded tex={tally.total.unfolded.tex} text={tally.total.unfolded.text} /> : null}
            {tally.note ||
              (tally.total.approximate
                ? `${tally.total.decimal.slice(0, 14)}…, rounded once, ${tally.total.rule}${tally.total.deciding ? `: ${tally.total.deciding}` : ""}`
                : "exact")}
          </p>
        </div>
      ) : null}
    </div>
  );
});

/** An exact form that is longer than a line, folded until it is wanted. */
function Unfolded({ tex, text }: { tex: string; text: string }) {
  return (
    <details className="mb-1 text-left">
      <summary className="text-right">show the long exact form</summary>
      <span className="block overflow-x-auto text-base text-ink">
        <Maths maths={{ tex, text }} />
      </span>
    </details>
  );
}
