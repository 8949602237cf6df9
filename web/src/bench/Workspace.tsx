import { lazy, Suspense, useEffect } from "react";
import type { Complaint, Opened } from "../api/types";
import { Asks } from "../statement/Asks";
import { Statement } from "../statement/Statement";
import { Conflict } from "./Conflict";
import { SaveAsNew } from "./KeptHere";
import { Header } from "./Header";
import { remember, useBench, useBenchStore } from "../document/store";
import { TypedWithin } from "../document/TypedWithin";
import { useResults } from "../document/useResults";
import { useSaving } from "../document/useSaving";
import { useUndoKeys } from "../document/useUndoKeys";
import { kindOf } from "../kinds";
import { LettersBar } from "../letters/LettersBar";
import { SettledLine } from "../letters/SettledLine";
import { ErrorBoundary } from "../ui/ErrorBoundary";
import { FigureList } from "./FigureList";
import { Notice } from "./Notice";

const StepThrough = lazy(() => import("../projector/StepThrough"));
const LettersPage = lazy(() => import("../letters/LettersPage"));
const WorkedPage = lazy(() => import("../projector/WorkedPage"));
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
  const { Work } = kindOf(shown);
  const paging = useBench((state) => state.paging);
  const stepping = useBench((state) => state.stepping);
  const lettering = useBench((state) => state.lettering);
  useUndoKeys();

  useEffect(() => {
    document.title = `${document_.title || "Untitled problem"} · Tilt Grid`;
  }, [document_.title]);
  const version = saving.state === "saved" && saving.of === document_ ? saving.version : undefined;
  useEffect(() => remember(opened.id, store, version), [opened.id, store, document_, version]);

  const fault = worked.fault ?? (saving.state === "failed" ? saving.says : null);
  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden">
      <Header opened={opened} saving={saving} />
      <h1 className="hidden px-4 py-2 text-2xl font-semibold print:block">{document_.title}</h1>
      {saving.state === "gone" ? (
        <p role="alert" className="flex flex-wrap items-center gap-3 bg-alarm-wash px-4 py-1.5">
          <span className="mr-auto">
            <b>This problem was removed by somebody.</b> Your work is kept here.
          </span>
          <SaveAsNew id={opened.id} document={() => store.getState().document} />
        </p>
      ) : null}
      {saving.state === "conflict" ? <Conflict current={saving.current} settle={settle} /> : null}
      {fault ? (
        <p role="alert" className="bg-alarm-wash px-4 py-1.5 text-sm text-alarm">
          {fault}
        </p>
      ) : null}
      <section
        className="grid gap-x-6 border-b border-edge bg-sheet px-4 py-2 md:grid-cols-[3fr_2fr]"
        aria-label="Problem"
      >
        <Statement words={worked.results?.words ?? NO_WORDS} />
        <Asks answers={worked.answers} complaints={complaints} />
      </section>
      <FigureList />
      <LettersBar worked={worked} />
      <SettledLine worked={worked} />
      <ErrorBoundary what={shown ? `“${shown.name}”` : "The figure"} of={document_}>
        <Suspense fallback={<p className="p-4 text-soft">One moment …</p>}>
          {stepping || paging ? null : (
            <TypedWithin key={`${shown?.kind} ${shown?.name}`} figure={shown?.name ?? ""}>
              <Work figure={figure} worked={worked} />
            </TypedWithin>
          )}
        </Suspense>
      </ErrorBoundary>
      <Notice />
      {paging ? (
        <Suspense fallback={null}>
          <WorkedPage worked={worked} onClose={() => store.getState().set({ paging: false })} />
        </Suspense>
      ) : null}
      {lettering ? (
        <Suspense fallback={null}>
          <LettersPage worked={worked} onClose={() => store.getState().set({ lettering: false })} />
        </Suspense>
      ) : null}
      {stepping && worked.results ? (
        <Suspense fallback={null}>
          <StepThrough
            worked={worked}
            results={worked.results}
            onClose={() => store.getState().set({ stepping: false })}
          />
        </Suspense>
      ) : null}
    </div>
  );
}
