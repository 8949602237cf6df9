import { Tabs } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { useSheet } from "../api/queries";
import type { CardPartial, CardSolution, Complaint, FormulaResults, SheetRow } from "../api/types";
import { useBench } from "../document/store";
import { Button } from "../ui/Button";
import { AgreementPanel } from "./AgreementPanel";
import { CopyMenu } from "./CopyMenu";
import { Formulas } from "./Formulas";
import { PathOfWorking, pathTo } from "./PathOfWorking";
import { pickField } from "./pickField";
import { Pictures } from "./Pictures";
import { Quantities } from "./Quantities";
import { figureAt } from "../document/figures";

interface Props {
  figure: number;
  results: FormulaResults | undefined;
  complaints: Complaint[];
  old: boolean;
}

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
        className="min-w-0 border-edge max-lg:order-first lg:col-start-1 lg:row-start-1 lg:border-r"
        aria-label="Figure"
      >
        <Pictures
          title={row.title}
          solutions={card?.solutions ?? []}
          moving={card?.moving ?? null}
          chosen={number}
          kept={kept}
          old={old}
          lit={lit}
          figure={figure}
        />
      </section>
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

/** The last picture that was whole, or the catalogue's own. */
function useLastPicture(results: FormulaResults | undefined, row: SheetRow | undefined) {
  const last = useRef<CardSolution["drawing"] | null>(null);
  const now = results?.card?.solutions[(results.card.solution ?? 1) - 1]?.drawing;
  useEffect(() => {
    if (now) last.current = now;
  }, [now]);
  return now ?? row?.picture ?? null;
}
