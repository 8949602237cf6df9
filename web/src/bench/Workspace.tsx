import { useEffect } from "react";
import type { Complaint, Opened } from "../api/types";
import { CardWork } from "../cards/CardWork";
import { CasesWork } from "../cases/CasesWork";
import { Asks } from "../statement/Asks";
import { Statement } from "../statement/Statement";
import { Conflict } from "./Conflict";
import { Header } from "./Header";
import { PlaneWork } from "./PlaneWork";
import { remember, useBench, useBenchStore } from "../document/store";
import { useResults } from "../document/useResults";
import { useSaving } from "../document/useSaving";
import { useUndoKeys } from "./useUndoKeys";
import { resultsOf } from "../document/figures";

const NO_COMPLAINTS: Complaint[] = [];
const NO_WORDS: never[] = [];

/** Everything a person needs for one problem, on one page. */
export function Workspace({ opened }: { opened: Opened }) {
  const store = useBenchStore();
  const document_ = useBench((state) => state.document);
  const figure = useBench((state) => state.figure);
  const { saving, settle } = useSaving(opened, document_);
  const worked = useResults();
  const shown = document_.figures[figure];
  useUndoKeys();

  useEffect(() => {
    document.title = `${document_.title || "Untitled problem"} · Tilt Grid`;
  }, [document_.title]);
  useEffect(() => remember(opened.id, store), [opened.id, store, document_]);

  const fault = worked.fault ?? (saving.state === "failed" ? saving.says : null);
  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden">
      <Header opened={opened} saving={saving} />
      {saving.state === "conflict" ? <Conflict current={saving.current} settle={settle} /> : null}
      {fault ? (
        <p role="alert" className="bg-alarm-wash px-4 py-1.5 text-sm text-alarm">
          {fault}
        </p>
      ) : null}
      <section className="grid gap-x-6 border-b border-edge bg-sheet px-4 py-2 md:grid-cols-[3fr_2fr]" aria-label="Problem">
        <Statement words={worked.results?.words ?? NO_WORDS} />
        <Asks answers={worked.answers} complaints={complaints} />
      </section>
      {document_.figures.length > 1 ? <FigureTabs /> : null}
      {shown?.kind === "formula" ? (
        <CardWork key={shown.name} figure={figure} results={resultsOf("formula", worked.results?.figures[shown.name])} complaints={complaints} old={worked.late} />
      ) : shown?.kind === "cases" ? (
        <CasesWork key={shown.name} figure={figure} />
      ) : (
        <PlaneWork worked={worked} />
      )}
    </div>
  );
}

/** Which of a problem's figures is worked on. */
function FigureTabs() {
  const store = useBenchStore();
  const figures = useBench((state) => state.document.figures);
  const figure = useBench((state) => state.figure);
  return (
    <div role="tablist" aria-label="Figures" className="flex flex-wrap gap-1 border-b border-edge bg-sheet px-4 py-1 no-print">
      {figures.map((entry, index) => (
        <button
          key={entry.name}
          type="button"
          role="tab"
          aria-selected={index === figure}
          className={`rounded-md px-2.5 py-1 text-sm ${index === figure ? "bg-pine text-white" : "hover:bg-pine-wash"}`}
          onClick={() => store.getState().set({ figure: index, selected: null, lit: null, editing: null })}
        >
          {entry.name}
        </button>
      ))}
    </div>
  );
}
