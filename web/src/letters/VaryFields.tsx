import { useState } from "react";
import type { HoldDocument, ProblemDocument, VariedDocument, VaryDocument } from "../api/types";
import { slid, tidyNumber } from "../document/letters";
import { useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { TextInPlace } from "../ui/TextInPlace";

const ALL = "all";
const MOST_WATCHED = 12;

/** A range for a letter, about what it stands for. */
export function ranged(document: ProblemDocument, name: string): VariedDocument {
  const letter = (document.letters ?? []).find((each) => each.name === name) ?? { name, stands: "1" };
  const { low, high } = slid({ ...document, vary: null }, letter);
  return { letter: name, low: tidyNumber(low), high: tidyNumber(high), step: ALL };
}

/** Which letters vary, each between its ends. */
export function Ranges({
  document,
  vary,
  onChange,
}: {
  document: ProblemDocument;
  vary: VaryDocument;
  onChange: (vary: VaryDocument) => void;
}) {
  const given = new Set((document.hold ?? []).map((each) => each.gives));
  const free = (document.letters ?? []).map((each) => each.name).filter((name) => !given.has(name));
  const change = (at: number, changed: Partial<VariedDocument>) =>
    onChange({ ...vary, letters: vary.letters.map((each, index) => (index === at ? { ...each, ...changed } : each)) });
  const others = free.filter((name) => !vary.letters.some((each) => each.letter === name));
  return (
    <section aria-label="What varies" className="flex flex-col gap-1.5 rounded-md border border-edge bg-sheet p-3">
      {vary.letters.map((each, at) => (
        <p key={at} className="flex flex-wrap items-center gap-1.5 text-sm">
          <select
            className="field"
            aria-label={`Letter ${at + 1} that varies`}
            value={each.letter}
            onChange={(event) => change(at, ranged(document, event.target.value))}
          >
            {[each.letter, ...others].map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          from
          <TextInPlace
            value={each.low}
            label={`${each.letter} from`}
            className="w-14"
            onCommit={(low) => change(at, { low })}
          />
          to
          <TextInPlace
            value={each.high}
            label={`${each.letter} to`}
            className="w-14"
            onCommit={(high) => change(at, { high })}
          />
          <label className="inline-flex items-center gap-1">
            <input
              type="checkbox"
              checked={each.step === ALL}
              onChange={(event) => change(at, { step: event.target.checked ? ALL : "1" })}
            />
            all values
          </label>
          {each.step === ALL ? null : (
            <>
              in steps of
              <TextInPlace
                value={each.step ?? "1"}
                label={`${each.letter} in steps of`}
                className="w-12"
                onCommit={(step) => change(at, { step })}
              />
            </>
          )}
          {vary.letters.length > 1 ? (
            <Button
              look="quiet"
              aria-label={`${each.letter} stands still`}
              onClick={() => onChange({ ...vary, letters: vary.letters.filter((_, index) => index !== at) })}
            >
              ×
            </Button>
          ) : null}
        </p>
      ))}
      {vary.letters.length === 1 && others[0] ? (
        <Button
          look="quiet"
          className="self-start text-pine"
          onClick={() => onChange({ ...vary, letters: [...vary.letters, ranged(document, others[0] ?? "")] })}
        >
          + a second letter
        </Button>
      ) : null}
    </section>
  );
}

/** The quantities that are watched. */
export function Watch({ vary, onChange }: { vary: VaryDocument; onChange: (vary: VaryDocument) => void }) {
  return (
    <section
      aria-label="What is watched"
      className="flex flex-col gap-1.5 rounded-md border border-edge bg-sheet p-3 text-sm"
    >
      <h2 className="font-semibold">Watch</h2>
      {vary.watch.map((expression, at) => (
        <p key={at} className="flex items-center gap-1">
          <TextInPlace
            value={expression}
            label={`Watched ${at + 1}`}
            className="grow"
            onCommit={(text) => {
              if (!text.trim()) return "Write what is watched, or take it off with ×";
              onChange({ ...vary, watch: vary.watch.map((each, index) => (index === at ? text.trim() : each)) });
            }}
          />
          {vary.watch.length > 1 ? (
            <Button
              look="quiet"
              aria-label={`Watch ${expression} no more`}
              onClick={() => onChange({ ...vary, watch: vary.watch.filter((_, index) => index !== at) })}
            >
              ×
            </Button>
          ) : null}
        </p>
      ))}
      {vary.watch.length < MOST_WATCHED ? (
        <TextInPlace
          key={vary.watch.length}
          value=""
          label="Watch something more"
          placeholder="bed.perimeter / bed.area"
          onCommit={(text) => {
            if (text.trim()) onChange({ ...vary, watch: [...vary.watch, text.trim()] });
          }}
        />
      ) : null}
    </section>
  );
}

/** What is held fixed, and which letter gives way. */
export function Held({ document }: { document: ProblemDocument }) {
  const store = useBenchStore();
  const holds = document.hold ?? [];
  const letters = (document.letters ?? []).map((each) => each.name);
  const put = (hold: HoldDocument[]) => {
    const state = store.getState();
    const gives = new Set(hold.map((each) => each.gives));
    const vary = state.document.vary ?? null;
    const left = vary?.letters.filter((each) => !gives.has(each.letter)) ?? [];
    const other = letters.find((name) => !gives.has(name));
    const kept = left.length > 0 ? left : other ? [ranged({ ...state.document, vary: null }, other)] : [];
    state.commit({ ...state.document, hold, vary: vary && kept.length > 0 ? { ...vary, letters: kept } : vary });
  };
  const [wish, setWish] = useState<HoldDocument>({ expression: "", at: "", gives: letters.at(-1) ?? "" });
  return (
    <section
      aria-label="What is held fixed"
      className="flex flex-col gap-1.5 rounded-md border border-edge bg-sheet p-3 text-sm"
    >
      <h2 className="font-semibold">Hold fixed</h2>
      {holds.map((each, at) => (
        <p key={at} className="flex flex-wrap items-center gap-1.5">
          {each.expression} = {each.at}; <i>{each.gives}</i> gives way
          <Button
            look="quiet"
            aria-label={`Hold ${each.expression} no more`}
            onClick={() => put(holds.filter((_, index) => index !== at))}
          >
            ×
          </Button>
        </p>
      ))}
      {letters.length > 1 && holds.length < letters.length - 1 ? (
        <form
          className="flex flex-wrap items-center gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            if (wish.expression.trim() && wish.at.trim()) put([...holds, wish]);
          }}
        >
          <input
            className="field w-32"
            aria-label="What is held"
            placeholder="bed.perimeter"
            value={wish.expression}
            onChange={(event) => setWish({ ...wish, expression: event.target.value })}
          />
          =
          <input
            className="field w-16"
            aria-label="Held at"
            placeholder="40 m"
            value={wish.at}
            onChange={(event) => setWish({ ...wish, at: event.target.value })}
          />
          <select
            className="field"
            aria-label="The letter that gives way"
            value={wish.gives}
            onChange={(event) => setWish({ ...wish, gives: event.target.value })}
          >
            {letters.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          gives way
          <Button type="submit">Hold</Button>
        </form>
      ) : letters.length < 2 ? (
        <p className="text-soft">Another letter is wanted that can give way.</p>
      ) : null}
    </section>
  );
}
