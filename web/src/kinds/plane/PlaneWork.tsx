import { useCallback, useMemo, useState } from "react";
import type { Complaint, DrawnPart, Spot, StraightEdge } from "../../api/types";
import { Board } from "../../board/Board";
import { WhyBar } from "../../board/WhyBar";
import { EntryLine } from "../../parts/EntryLine";
import { FitMenu, type Fitting } from "../../parts/FitMenu";
import { PartBar } from "../../parts/PartBar";
import { Picker } from "../../parts/Picker";
import { Lines } from "../../tally/Lines";
import { TallyPanel } from "../../tally/TallyPanel";
import { GivenEditor } from "./GivenEditor";
import { changeFigure, resultsOf } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";
import type { WorkProps } from "../kind";
import { useShortcuts } from "./useShortcuts";

const NO_COMPLAINTS: Complaint[] = [];
const NOTHING = {};
const NO_WORDS: never[] = [];
const NO_PARTS: DrawnPart[] = [];
const START_OF_SHOWING = { of: "", chosen: 0, share: 0, sectors: 16 };

/** Since when, and why, a figure's picture and tally are as they were. */
function asItWas(since: string | undefined, figure: string, complaints: Complaint[]): string | null {
  const where = `figures.${figure}`;
  const fault = complaints.find(
    (each) => each.level === "error" && (each.where === where || each.where.startsWith(`${where}.`)),
  );
  const part = fault && /\.parts\.([^.]+)/.exec(fault.where)?.[1];
  return fault ? `As it was ${since ? `at ${since}` : "before"}: ${part ? `${part}: ` : ""}${fault.says}` : null;
}

/** A plane figure: the board, the ways to add parts, the tally. */
export default function PlaneWork({ figure, worked }: WorkProps) {
  const store = useBenchStore();
  const name = useBench((state) => state.document.figures[figure]?.name ?? "");
  const good = resultsOf("plane", worked.good[name]);
  const old = worked.late || (good !== undefined && good !== worked.results?.figures[name]);
  useShortcuts();

  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  const parts = resultsOf("plane", worked.results?.figures[name])?.parts ?? NOTHING;
  const shares = resultsOf("plane", worked.results?.figures[name])?.shares ?? NOTHING;
  const drawn = good?.drawing?.parts;
  const selected = useBench((state) => state.selected);
  const chosen = drawn?.find((part) => part.name === selected);
  const [fitting, setFitting] = useState<Fitting | null>(null);
  const fit = useCallback(
    (edge: StraightEdge | null, at: DOMRect) => {
      const { selected: part, document: of } = store.getState();
      if (part !== null) setFitting({ part, edge, at: { left: at.left, top: at.bottom + 6 }, of });
    },
    [store, setFitting],
  );
  const onEdge = useCallback((edge: StraightEdge, at: DOMRect) => fit(edge, at), [fit]);
  const onHole = useCallback((at: DOMRect) => fit(null, at), [fit]);
  const standing = useBench((state) => state.document) === fitting?.of;
  const fitted = standing ? drawn?.find((part) => part.name === fitting.part) : undefined; // it may be drawn in a moment
  const shade = useCallback(
    (places: Spot[], on: boolean) => {
      const state = store.getState();
      state.commit(
        changeFigure("plane", state.document, figure, (f) => {
          const others = (f.shaded?.squares ?? []).filter(([i, j]) => !places.some(([k, l]) => i === k && j === l));
          const squares = on ? [...others, ...places] : others;
          return { ...f, shaded: squares.length > 0 ? { squares, parts: [] } : undefined };
        }),
      );
    },
    [store, figure],
  );
  const why = useBench((state) => state.why);
  const [played, setPlayed] = useState(START_OF_SHOWING);
  const now = played.of === why ? played : { ...START_OF_SHOWING, of: why ?? "" };
  const showings = (why && good?.why?.[why]) || [];
  const showing = showings[now.chosen];
  const counting = useBench((state) => state.mode === "squares");
  const bar = useMemo(
    () => <PartBar complaints={complaints} parts={parts} shares={shares} drawn={chosen} onHole={onHole} />,
    [complaints, parts, shares, chosen, onHole],
  );
  return (
    <>
      <main className="grid min-h-0 grow md:grid-cols-[3fr_2fr]">
        <section className="flex min-h-0 min-w-0 flex-col border-edge md:border-r" aria-label="Figure">
          <Board
            drawing={good?.drawing ?? null}
            old={old}
            figure={name}
            split={good?.tallies.area?.split ?? null}
            counted={counting ? (good?.squares ?? null) : null}
            showing={showing ? { showing, share: now.share, sectors: now.sectors } : null}
            complaints={complaints}
            note={old && !worked.late ? asItWas(worked.since[name], name, complaints) : null}
            onEdge={onEdge}
            onShade={shade}
          >
            {bar}
            {why && showing ? (
              <WhyBar part={why} showings={showings} {...now} onChange={(change) => setPlayed({ ...now, ...change })} />
            ) : null}
          </Board>
          <div className="flex flex-col gap-1.5 border-t border-edge bg-sheet px-3 py-2 no-print">
            <EntryLine />
            <Picker bounds={good?.drawing?.bounds ?? null} ready={worked.results !== null || worked.fault !== null} />
          </div>
        </section>
        <section className="flex min-h-0 min-w-0 flex-col bg-sheet" aria-label="Working">
          <TallyPanel
            tallies={good?.tallies ?? NOTHING}
            old={old}
            complaints={complaints}
            figure={name}
            ways={good?.ways ?? NO_WORDS}
            counted={good?.squares ?? null}
            bounds={good?.drawing?.bounds ?? null}
            outline={good?.drawing?.outline ?? NO_WORDS}
          />
          <Lines results={worked.results?.lines ?? NOTHING} complaints={complaints} />
        </section>
      </main>
      {fitting && fitted ? <FitMenu part={fitted} fitting={fitting} onDone={() => setFitting(null)} /> : null}
      <GivenEditor complaints={complaints} figure={name} drawn={drawn ?? NO_PARTS} />
    </>
  );
}
