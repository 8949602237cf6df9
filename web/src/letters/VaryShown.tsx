import { useEffect, useState } from "react";
import type { ProblemDocument, Varied, WatchedLetters } from "../api/types";
import { standing } from "../document/letters";
import { Button } from "../ui/Button";
import { large, Maths } from "../ui/Maths";
import { CaseTable } from "./CaseTable";
import { CurvePlot } from "./CurvePlot";
import { Moving } from "./Moving";
import { ShadedPlot } from "./ShadedPlot";
import { counted } from "../ui/units";

const BEAT = 350; // milliseconds from one case to the next

/** What came of it: the figure moving, plots, findings, every case. */
export function Shown({
  varied,
  rough,
  document,
  figure,
}: {
  varied: Varied;
  /** Only a few cases are known yet. */
  rough: boolean;
  document: ProblemDocument;
  figure: number;
}) {
  const columns = varied.axes[1]?.values.length ?? 1;
  const [chosen, setAt] = useState(Math.floor(varied.count / 2));
  const [playing, setPlaying] = useState(false);
  const at = Math.min(chosen, varied.count - 1);
  const places = [Math.floor(at / columns), at % columns];
  const values = Object.fromEntries(
    varied.axes.map((axis, index) => [axis.letter, axis.values[places[index] ?? 0] ?? 0]),
  );
  const units = Object.fromEntries(varied.axes.map((axis) => [axis.letter, axis.unit]));
  const moved = useMoved(document, values, units);
  const told = varied.axes
    .map((axis) => `${axis.letter} = ${counted(Number((values[axis.letter] ?? 0).toPrecision(6)), axis.unit)}`)
    .join(", ");

  useEffect(() => {
    if (!playing) return;
    const stride = Math.max(1, Math.round((varied.axes[0]?.values.length ?? 1) / 60)) * columns;
    const beat = setInterval(() => {
      setAt((before) => {
        const next = before + stride;
        if (next < varied.count) return next;
        setPlaying(false);
        return varied.count - columns + (before % columns);
      });
    }, BEAT);
    return () => clearInterval(beat);
  }, [playing, varied, columns]);

  return (
    <div className="flex min-w-0 flex-col gap-3">
      <div className="flex min-h-72 flex-col rounded-md border border-edge bg-sheet">
        <Moving document={moved} figure={figure} values={told} />
        <div className="flex flex-wrap items-center gap-3 border-t border-edge px-3 py-1.5 text-sm">
          <Button
            onClick={() => {
              if (!playing && at + columns >= varied.count) setAt(at % columns);
              setPlaying(!playing);
            }}
          >
            {playing ? "Pause" : "Play"}
          </Button>
          {varied.axes.map((axis, index) => (
            <label key={axis.letter} className="inline-flex items-center gap-2">
              <i>{axis.letter}</i>
              <input
                type="range"
                className="w-48 accent-pine"
                aria-label={`Through the values of ${axis.letter}`}
                min={0}
                max={axis.values.length - 1}
                value={places[index]}
                onChange={(event) => {
                  const place = Number(event.target.value);
                  setAt(
                    varied.axes.length === 1
                      ? place
                      : index === 0
                        ? place * columns + (places[1] ?? 0)
                        : (places[0] ?? 0) * columns + place,
                  );
                }}
              />
            </label>
          ))}
          <output className="font-semibold">{told}</output>
        </div>
      </div>
      {varied.held.map((held) => (
        <p key={held.gives} className="text-sm">
          {held.expression} stays {held.at}, as{" "}
          {held.formula ? (
            <b>
              {held.gives} = {held.formula}
            </b>
          ) : (
            `${held.gives} gives way`
          )}
        </p>
      ))}
      {varied.watched.map((watched, index) => (
        <section key={index} aria-label={watched.expression} className="rounded-md border border-edge bg-sheet p-3">
          {rough ? null : <Findings watched={watched} varied={varied} onAt={setAt} />}
          {watched.greatest === null ? null : varied.axes[1] && varied.axes[0] ? (
            <ShadedPlot axes={[varied.axes[0], varied.axes[1]]} watched={watched} at={at} onAt={setAt} />
          ) : varied.axes[0] ? (
            <CurvePlot axis={varied.axes[0]} watched={watched} at={at} onAt={setAt} />
          ) : null}
        </section>
      ))}
      {rough ? null : <CaseTable varied={varied} at={at} onAt={setAt} />}
    </div>
  );
}

/** The document with other values for its letters, the same object while they are the same. */
function useMoved(
  document: ProblemDocument,
  values: Record<string, number>,
  units: Record<string, string>,
): ProblemDocument {
  const key = JSON.stringify(values);
  const [moved, setMoved] = useState({ key: "", of: document, document });
  if (moved.key !== key || moved.of !== document) {
    const next = { key, of: document, document: standing(document, values, units) };
    setMoved(next);
    return next.document;
  }
  return moved.document;
}

/** In words: the form in letters, greatest and least, what is special there, and why. */
function Findings({ watched, varied, onAt }: { watched: WatchedLetters; varied: Varied; onAt: (at: number) => void }) {
  const columns = varied.axes[1]?.values.length ?? 1;
  const go = (place: number[]) => {
    const nearest = varied.axes.map((axis, index) =>
      axis.values.reduce(
        (best, value, here) =>
          Math.abs(value - (place[index] ?? 0)) < Math.abs((axis.values[best] ?? 0) - (place[index] ?? 0))
            ? here
            : best,
        0,
      ),
    );
    onAt((nearest[0] ?? 0) * columns + (nearest[1] ?? 0));
  };
  return (
    <div className="flex flex-col gap-1 text-sm">
      {watched.inLetters.map((law, index) => (
        <p key={index}>
          <b>{watched.expression}</b> ={" "}
          {law.forms.map((form, at) => (
            <span key={form.how}>
              {at > 0 ? " = " : ""}
              <Maths maths={large(form)} className="text-base" />
            </span>
          ))}{" "}
          <span className="text-soft">{law.holds < law.of ? `in ${law.holds} of ${law.of} cases` : ""}</span>
        </p>
      ))}
      {watched.constant || !watched.greatest || !watched.least ? (
        <p className="font-semibold">
          {watched.inLetters.length > 0 ? "It" : watched.expression} {watched.says}
        </p>
      ) : (
        [["Greatest", watched.greatest] as const, ["Least", watched.least] as const].map(([called, extreme]) => (
          <p key={called}>
            <button type="button" className="text-pine underline" onClick={() => extreme.at[0] && go(extreme.at[0])}>
              {called}
            </button>
            : {extreme.reached ? "" : "comes near to "}
            <b>{extreme.value.text}</b>
            {extreme.value.approximate && extreme.value.exactText ? ` = ${extreme.value.exactText}` : ""} at{" "}
            {extreme.places
              .map((place) => place.map((value, index) => `${varied.axes[index]?.letter} = ${value}`).join(", "))
              .join(" and at ")}
            {extreme.ties > extreme.places.length ? ` and in ${extreme.ties - extreme.places.length} more cases` : ""},{" "}
            {extreme.reached
              ? extreme.atEnd
                ? "at an end of the range"
                : "inside the range"
              : "where the figure can be no more"}
            {extreme.proven ? "" : " (found by steps)"}
            {extreme.special.length > 0 ? <b className="text-ember"> — {extreme.special.join(", ")}</b> : null}
          </p>
        ))
      )}
      {watched.why ? <p className="text-soft">Why: {watched.why}.</p> : null}
    </div>
  );
}
