import { Tabs } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { useSheet } from "../api/queries";
import { goTo } from "../ui/fields";
import type { CardMeasure, CardPartial, CardSolution, Complaint, FormulaResults, SheetRow } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { AgreementPanel } from "./AgreementPanel";
import { CardPicture } from "./CardPicture";
import { CopyMenu } from "./CopyMenu";
import { Formulas } from "./Formulas";
import { cleared, withGiven, withSolution } from "./givens";
import { PathOfWorking, pathTo } from "./PathOfWorking";
import { QuantityRow } from "./QuantityRow";
import { figureAt } from "../document/figures";

interface Props {
  figure: number;
  results: FormulaResults | undefined;
  complaints: Complaint[];
  old: boolean;
}

const NONE: Record<string, string> = {};
const PICTURE = { width: 700, height: 380 };

/** One figure of the catalogue, solved from any side: picture, quantities, path of working, formulas. */
export function CardWork({ figure, results, complaints, old }: Props) {
  const document_ = useBench((state) => state.draft ?? state.document);
  const declared = figureAt("formula", document_, figure);
  const sheet = useSheet();
  const row = sheet.data?.find((entry) => entry.name === declared?.figure);
  const kept = useLastPicture(results, row);
  const [lit, setLit] = useState<string | null>(null);
  const [wanted, setWanted] = useState<string | null>(null);
  if (!declared) return null;
  const where = `figures.${declared.name}`;
  const own = complaints.filter((complaint) => complaint.where === where || complaint.where.startsWith(`${where}.`));
  if (sheet.data && !row)
    return <p className="says p-4 text-base!">{own[0]?.says ?? "This figure is not in the catalogue."}</p>;
  if (!row) return <p className="p-4 text-soft">One moment …</p>;
  const card = results?.card ?? null;
  const number = Math.min(declared.solution ?? 1, card?.solutions.length ?? 1);
  const chosen: CardSolution | undefined = card?.solutions[number - 1];
  const told: CardPartial | null = chosen ?? card?.partial ?? null;
  const shownWanted = told?.steps.some((step) => step.quantity === wanted) ? wanted : null;

  return (
    <main className="grid min-h-0 grow lg:grid-cols-[3fr_2fr] lg:grid-rows-[auto_minmax(0,1fr)]">
      <section className="min-w-0 border-edge lg:border-r" aria-label="Figure">
        <Pictures
          title={row.title}
          solutions={card?.solutions ?? []}
          chosen={number}
          kept={kept}
          old={old}
          lit={lit}
          figure={figure}
        />
      </section>
      <Quantities
        row={row}
        figure={figure}
        told={told}
        complaints={own}
        where={where}
        old={old}
        lit={lit}
        wanted={shownWanted}
        onLight={setLit}
        onWant={setWanted}
      />
      <section
        className="flex min-h-0 min-w-0 flex-col border-t border-edge bg-sheet lg:col-start-1 lg:row-start-2 lg:border-r"
        aria-label="Working"
      >
        <Tabs.Root defaultValue="working" className="flex min-h-0 grow flex-col">
          <div className="flex flex-wrap items-center gap-2 border-b border-edge px-3 py-1 no-print">
            <Tabs.List className="flex gap-1" aria-label="What is told">
              <Tab value="working">Path of working</Tab>
              <Tab value="formulas">Formulas</Tab>
              {card && card.agreements.length > 0 ? <Tab value="agreement">Agreement</Tab> : null}
            </Tabs.List>
            <span className="grow" />
            {shownWanted ? (
              <Button look="quiet" onClick={() => setWanted(null)}>
                Show every step
              </Button>
            ) : null}
            <CopyMenu
              card={declared.name}
              wanted={shownWanted}
              disabled={pathTo(told?.steps ?? [], shownWanted).length === 0}
            />
          </div>
          <Tabs.Content value="working" className="min-h-40 grow overflow-y-auto px-3 py-2">
            {told && told.steps.length > 0 ? (
              <PathOfWorking steps={told.steps} wanted={shownWanted} onLight={setLit} onPick={pickField} />
            ) : (
              <p className="p-2 text-sm text-soft">The steps appear here as soon as something can be found.</p>
            )}
          </Tabs.Content>
          <Tabs.Content value="formulas" className="min-h-40 grow overflow-y-auto px-3 py-2">
            <Formulas row={row} />
          </Tabs.Content>
          {card && card.agreements.length > 0 ? (
            <Tabs.Content value="agreement" className="min-h-40 grow overflow-y-auto px-3 py-2">
              <AgreementPanel agreements={card.agreements} />
            </Tabs.Content>
          ) : null}
        </Tabs.Root>
      </section>
    </main>
  );
}

function Tab({ value, children }: { value: string; children: string }) {
  return (
    <Tabs.Trigger
      value={value}
      className="rounded-md px-2.5 py-1 text-sm hover:bg-pine-wash data-[state=active]:bg-pine data-[state=active]:text-white"
    >
      {children}
    </Tabs.Trigger>
  );
}

const pickField = (measure: string) => goTo(`quantity ${measure}`);

/** The last picture that was whole, or the catalogue's own. */
function useLastPicture(results: FormulaResults | undefined, row: SheetRow | undefined) {
  const last = useRef<CardSolution["drawing"] | null>(null);
  const now = results?.card?.solutions[(results.card.solution ?? 1) - 1]?.drawing;
  useEffect(() => {
    if (now) last.current = now;
  }, [now]);
  return now ?? row?.picture ?? null;
}

interface PicturesProps {
  title: string;
  solutions: CardSolution[];
  chosen: number;
  kept: CardSolution["drawing"] | null;
  old: boolean;
  lit: string | null;
  figure: number;
}

/** The picture, or both side by side where there are two solutions, one of them chosen. */
function Pictures({ title, solutions, chosen, kept, old, lit, figure }: PicturesProps) {
  const store = useBenchStore();
  if (solutions.length < 2) {
    return (
      <div className={`grid place-items-center bg-paper ${old ? "opacity-50" : ""}`}>
        {kept ? (
          <CardPicture
            picture={kept}
            {...PICTURE}
            title={title}
            lit={lit}
            onPick={pickField}
            className="h-auto max-h-[46vh] w-full"
          />
        ) : null}
      </div>
    );
  }
  const sizes = solutions.map(({ drawing: { bounds } }) => [bounds[2] - bounds[0], bounds[3] - bounds[1]] as const);
  const span: [number, number] = [Math.max(...sizes.map(([wide]) => wide)), Math.max(...sizes.map(([, high]) => high))];
  return (
    <div
      role="radiogroup"
      aria-label={`${solutions.length} solutions`}
      className={`grid bg-paper grid-cols-2 ${old ? "opacity-50" : ""}`}
    >
      {solutions.map((solution, index) => {
        const own = index + 1 === chosen;
        return (
          <label
            key={index}
            className={`flex cursor-pointer flex-col border-edge p-1 not-first:border-l ${own ? "" : "opacity-70"}`}
          >
            <span className="flex items-center gap-2 px-2 pt-1 text-sm">
              <input
                type="radio"
                name={`solution-${figure}`}
                className="accent-pine"
                checked={own}
                onChange={() => store.getState().commit(withSolution(store.getState().document, figure, index + 1))}
              />
              Solution {index + 1} of {solutions.length}
              {own ? <strong className="text-pine">chosen</strong> : null}
            </span>
            <CardPicture
              picture={solution.drawing}
              width={360}
              height={300}
              span={span}
              title={`${title}, solution ${index + 1}`}
              lit={lit}
              className="h-auto max-h-[42vh] w-full"
            />
          </label>
        );
      })}
    </div>
  );
}

interface QuantitiesProps {
  row: SheetRow;
  figure: number;
  told: CardPartial | null;
  complaints: Complaint[];
  where: string;
  old: boolean;
  lit: string | null;
  wanted: string | null;
  onLight: (measure: string | null) => void;
  onWant: (measure: string) => void;
}

function Quantities({ row, figure, told, complaints, where, old, lit, wanted, onLight, onWant }: QuantitiesProps) {
  const store = useBenchStore();
  const given = useBench((state) => figureAt("formula", state.draft ?? state.document, figure)?.given) ?? NONE;
  const settings = useBench((state) => state.document.settings);
  const change = (measure: string, text: string | null) =>
    store.getState().commit(withGiven(store.getState().document, figure, measure, text));
  const slide = (measure: string, text: string, done: boolean) => {
    const state = store.getState();
    const changed = withGiven(state.document, figure, measure, text);
    if (done) state.commit(changed);
    else state.preview(changed);
  };
  const start = () => {
    const state = store.getState();
    state.commit(
      Object.entries(row.starting).reduce(
        (document_, [measure, text]) => withGiven(document_, figure, measure, text),
        cleared(state.document, figure),
      ),
    );
  };
  const whole = complaints.filter(
    (complaint) =>
      !complaint.where.startsWith(`${where}.given.`) ||
      !row.measures.some((m) => complaint.where === `${where}.given.${m.name}`),
  );
  const empty = Object.keys(given).length === 0;
  const renderRow = (measure: CardMeasure) => (
    <QuantityRow
      key={measure.name}
      measure={measure}
      typed={given[measure.name]}
      quantity={told?.quantities[measure.name]}
      complaints={complaints.filter((complaint) => complaint.where === `${where}.given.${measure.name}`)}
      unit={settings.unit === "unit" ? "" : settings.unit}
      angle={settings.angle}
      lit={lit === measure.name}
      wanted={wanted === measure.name}
      onLight={(on) => onLight(on ? measure.name : null)}
      onGive={(text) => change(measure.name, text)}
      onSlide={(text, done) => slide(measure.name, text, done)}
      onWant={() => onWant(measure.name)}
    />
  );
  const further = row.measures.filter((measure) => measure.further);
  return (
    <section
      className="flex min-h-0 min-w-0 flex-col bg-sheet lg:col-start-2 lg:row-span-2 lg:row-start-1"
      aria-label="Quantities"
    >
      <div className="flex flex-wrap items-center gap-2 border-b border-edge px-3 py-1.5">
        <h2 className="font-semibold">Quantities</h2>
        <span className="text-xs text-soft">type what is known, leave blank what is not</span>
        <span className="grow" />
        <Button
          look="quiet"
          className="no-print"
          disabled={empty}
          onClick={() => store.getState().commit(cleared(store.getState().document, figure))}
        >
          Clear all
        </Button>
      </div>
      <div className="border-b border-edge px-3 py-1.5 empty:hidden" role="status">
        {empty ? (
          <p className="text-sm">
            Nothing is known yet. Type into any field below, or{" "}
            <button type="button" className="font-semibold text-pine underline" onClick={start}>
              try an example
            </button>
            .
          </p>
        ) : (
          whole.map((complaint) => (
            <p key={complaint.says} className={complaint.code === "too-little" ? "text-sm" : "says text-sm!"}>
              {complaint.says.charAt(0).toUpperCase() + complaint.says.slice(1)}.
            </p>
          ))
        )}
      </div>
      <div className="min-h-0 grow overflow-y-auto px-1.5 py-1.5">
        <ul className={`flex flex-col ${old ? "opacity-60" : ""}`}>
          {row.measures.filter((measure) => !measure.further).map(renderRow)}
          {further.length > 0 ? (
            <li className="mt-1 border-t border-edge px-2 pt-1 text-xs text-soft">further quantities</li>
          ) : null}
          {further.map(renderRow)}
        </ul>
      </div>
    </section>
  );
}
