import { memo, useState } from "react";
import type { Letter } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import type { Worked } from "../document/useResults";
import { TextInPlace } from "../ui/TextInPlace";
import { LetItBe } from "../document/LetItBe";
import { InForms } from "./InForms";
import { nameWanted, readLetter, slid, standing, tidyNumber, withLetter, withoutLetter } from "../document/letters";

/** The letters of a problem, each with its slider, and the measure that is looked at, told in them. */
export const LettersBar = memo(function LettersBar({ worked }: { worked: Worked }) {
  const document = useBench((state) => state.document);
  const figure = useBench((state) => state.document.figures[state.figure]);
  const measure = useBench((state) => state.measure);
  const letters = document.letters ?? [];
  const offered = unknownName(worked);
  if (letters.length === 0 && !offered) return null;
  const told = worked.results?.inLetters ?? {};
  const shown = [
    `${figure?.name}.${measure}`,
    ...Object.keys(told).filter((name) => name.startsWith(`${figure?.name}.`)),
  ].find((name) => told[name]);
  const of = shown ? told[shown] : undefined;
  return (
    <section
      aria-label="Letters"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-edge bg-sheet px-4 py-1 text-sm no-print"
    >
      {letters.map((letter) => (
        <OneLetter key={letter.name} letter={letter} worked={worked} />
      ))}
      <AddLetter />
      {offered ? <LetItBe name={offered} /> : null}
      {shown && of ? (
        <span className="ml-auto inline-flex flex-wrap items-center gap-2">
          <span className="text-soft">{shown} =</span>
          <InForms key={shown} name={shown} told={of} />
        </span>
      ) : null}
    </section>
  );
});

/** The first name in the problem that nothing bears. */
function unknownName(worked: Worked): string | null {
  for (const { says } of worked.results?.complaints ?? []) {
    const name = nameWanted(says);
    if (name) return name;
  }
  return null;
}

function OneLetter({ letter, worked }: { letter: Letter; worked: Worked }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const results = worked.results?.letters[letter.name];
  const held = (document.hold ?? []).some((each) => each.gives === letter.name);
  const { low, high, step } = slid(document, letter);
  const unit = results?.unit ?? "";
  const [sliding, setSliding] = useState<number | null>(null);
  const slide = (value: number) => {
    setSliding(value);
    store.getState().preview(standing(store.getState().document, { [letter.name]: value }, { [letter.name]: unit }));
  };
  const keep = () => {
    const { draft, preview, commit } = store.getState();
    setSliding(null);
    if (!draft) return;
    preview(null);
    commit(draft);
  };
  const rename = async (text: string): Promise<string | undefined> => {
    const done = await store.getState().perform({ do: "rename-letter", letter: letter.name, name: text });
    return done.says ?? undefined;
  };
  const faults = (worked.results?.complaints ?? []).filter((c) => c.where.startsWith(`letters.${letter.name}`));
  return (
    <span className="inline-flex flex-wrap items-center gap-1.5">
      <TextInPlace
        value={letter.name}
        label={`Name of the letter ${letter.name}`}
        className="w-10 text-base font-semibold italic"
        onCommit={rename}
      />
      =
      {held ? (
        <span title="It gives way, as something is held fixed">
          {results?.formula?.text.replace(`${letter.name} = `, "") ?? "what is held"}{" "}
          <span className="text-soft">= {results?.stands.text}</span>
        </span>
      ) : (
        <>
          <TextInPlace
            value={sliding === null ? letter.stands : tidyNumber(sliding)}
            label={`What ${letter.name} stands for`}
            className="w-20"
            onCommit={(text) =>
              store.getState().commit(withLetter(store.getState().document, letter.name, text.trim()))
            }
          />
          <input
            type="range"
            aria-label={`Slide ${letter.name}`}
            className="w-28 accent-pine"
            min={low}
            max={high}
            step={step}
            value={sliding ?? Number.parseFloat(letter.stands.replace(",", ".")) ?? low}
            onChange={(event) => slide(Number(event.target.value))}
            onPointerUp={keep}
            onKeyUp={keep}
            onBlur={keep}
          />
        </>
      )}
      <button
        type="button"
        className="rounded px-1 text-soft hover:bg-alarm-wash"
        aria-label={`Remove the letter ${letter.name}`}
        onClick={() => store.getState().commit(withoutLetter(store.getState().document, letter.name))}
      >
        ×
      </button>
      {results?.says ? <span className="text-xs text-soft">{results.says}</span> : null}
      {faults[0] ? <span className="says">{faults[0].says}</span> : null}
    </span>
  );
}

/** “w = 5 m” makes a letter. */
export function AddLetter() {
  const store = useBenchStore();
  return (
    <TextInPlace
      value=""
      label="A letter more"
      placeholder="w = 5 m"
      className="w-28"
      onCommit={(text) => {
        if (!text.trim()) return;
        const read = readLetter(text);
        if (!read) return "Write a letter, = and what it stands for meanwhile: w = 5 m";
        store.getState().commit(withLetter(store.getState().document, read.name, read.stands));
      }}
    />
  );
}
