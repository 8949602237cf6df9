import { useEffect, useMemo } from "react";
import type { Complaint, Opened } from "../api/types";
import { Board } from "../board/Board";
import { EntryLine } from "../parts/EntryLine";
import { PartBar } from "../parts/PartBar";
import { Picker } from "../parts/Picker";
import { Asks } from "../statement/Asks";
import { Statement } from "../statement/Statement";
import { Lines } from "../tally/Lines";
import { TallyPanel } from "../tally/TallyPanel";
import { Conflict } from "./Conflict";
import { GivenEditor } from "./GivenEditor";
import { Header } from "./Header";
import { remember, useBench, useBenchStore } from "./store";
import { useResults } from "./useResults";
import { useSaving } from "./useSaving";
import { useShortcuts } from "./useShortcuts";

const NO_COMPLAINTS: Complaint[] = [];
const NOTHING = {};

/** Everything a person needs for one problem, on one page. */
export function Workspace({ opened }: { opened: Opened }) {
  const store = useBenchStore();
  const document_ = useBench((state) => state.document);
  const figure = useBench((state) => state.figure);
  const { saving, settle } = useSaving(opened, document_);
  const worked = useResults();
  const name = document_.figures[figure]?.name ?? "";
  const good = worked.good[name];
  const old = worked.late || (good !== undefined && good !== worked.results?.figures[name]);
  useShortcuts();

  useEffect(() => {
    document.title = `${document_.title || "Untitled problem"} · Tilt Grid`;
  }, [document_.title]);
  useEffect(() => remember(opened.id, store), [opened.id, store, document_]);

  const fault = worked.fault ?? (saving.state === "failed" ? saving.says : null);
  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  const parts = worked.results?.figures[name]?.parts ?? NOTHING;
  const bar = useMemo(() => <PartBar complaints={complaints} parts={parts} />, [complaints, parts]);
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
        <Statement />
        <Asks answers={worked.answers} complaints={complaints} />
      </section>
      <main className="grid min-h-0 grow md:grid-cols-[3fr_2fr]">
        <section className="flex min-h-0 min-w-0 flex-col border-edge md:border-r" aria-label="Figure">
          <Board drawing={good?.drawing ?? null} old={old} figure={name}>
            {bar}
          </Board>
          <div className="flex flex-col gap-1.5 border-t border-edge bg-sheet px-3 py-2">
            <EntryLine />
            <Picker bounds={good?.drawing?.bounds ?? null} />
          </div>
        </section>
        <section className="flex min-h-0 min-w-0 flex-col bg-sheet" aria-label="Working">
          <TallyPanel tallies={good?.tallies ?? NOTHING} old={old} complaints={complaints} figure={name} />
          <Lines results={worked.results?.lines ?? NOTHING} complaints={complaints} />
        </section>
      </main>
      <GivenEditor complaints={complaints} figure={name} />
    </div>
  );
}
