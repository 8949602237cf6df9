import { useState } from "react";
import { api, Refused } from "../api/client";
import type { Solved, SolveDocument } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import type { Worked } from "../document/useResults";
import { Button } from "../ui/Button";
import { TextInPlace } from "../ui/TextInPlace";
import { standing, withLetter } from "../document/letters";

/** “The area is 24 m²: x = ?” with every solution, those that no figure can have struck out. */
export function SolveTab({ worked }: { worked: Worked }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const letters = (document.letters ?? []).map((letter) => letter.name);
  const measures = Object.keys(worked.results?.inLetters ?? {});
  const kept = document.solve?.[0];
  const [wish, setWish] = useState<SolveDocument>(
    kept ?? { expression: measures[0] ?? "", at: "", letter: letters[0] ?? "" },
  );
  const [solved, setSolved] = useState<Solved | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const solve = async () => {
    setSays(null);
    try {
      setSolved(await api.solve({ document, ...wish }));
      const state = store.getState();
      state.commit({ ...state.document, solve: [wish] });
    } catch (error) {
      setSolved(null);
      setSays(error instanceof Refused ? error.message : String(error));
    }
  };
  const put = (at: number) => {
    const unit = worked.results?.letters[wish.letter]?.unit ?? "";
    const state = store.getState();
    const found = solved?.solutions[at];
    if (!found) return;
    const exact = found.value.exact;
    const whole = exact !== null && /^[\d/.]+$/.test(exact);
    state.commit(
      whole
        ? withLetter(state.document, wish.letter, `${exact} ${unit}`.trim())
        : standing(state.document, { [wish.letter]: found.at }, { [wish.letter]: unit }),
    );
  };
  return (
    <form
      className="mx-auto flex w-full max-w-3xl flex-col gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        void solve();
      }}
    >
      <p className="flex flex-wrap items-center gap-2">
        <TextInPlace
          value={wish.expression}
          label="What is known"
          className="w-56"
          onCommit={(expression) => setWish((before) => ({ ...before, expression }))}
        />
        is
        <TextInPlace
          value={wish.at}
          label="What it comes to"
          placeholder="24 m^2"
          className="w-28"
          onCommit={(at) => setWish((before) => ({ ...before, at }))}
        />
        :
        <select
          className="field"
          aria-label="The letter that is looked for"
          value={wish.letter}
          onChange={(event) => setWish((before) => ({ ...before, letter: event.target.value }))}
        >
          {letters.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
        = ?
        <Button look="solid" type="submit">
          Solve
        </Button>
      </p>
      {says ? (
        <p className="says" role="alert">
          {says}
        </p>
      ) : null}
      {solved ? (
        <div className="rounded-md border border-edge bg-sheet p-3" data-testid="solutions">
          {solved.equations.map((equation) => (
            <p key={equation} className="text-lg">
              {equation}
            </p>
          ))}
          <ul className="mt-2 flex flex-col gap-1.5">
            {solved.solutions.map((each, at) => (
              <li key={at} className="flex flex-wrap items-center gap-3">
                <span className={`text-lg ${each.says ? "text-soft line-through" : "font-semibold text-pine-dark"}`}>
                  {solved.letter} = {each.value.exactText ?? each.value.text}
                  {each.value.approximate && each.value.exactText ? ` ≈ ${each.value.text}` : ""}
                </span>
                {each.says ? (
                  <span className="text-sm text-soft">{each.says}</span>
                ) : (
                  <Button onClick={() => put(at)}>Draw it so</Button>
                )}
              </li>
            ))}
            {solved.solutions.length === 0 ? <li>No value of {solved.letter} gives that.</li> : null}
          </ul>
          {solved.certain ? null : <p className="text-sm text-soft">There may be others that were not found.</p>}
        </div>
      ) : null}
    </form>
  );
}
