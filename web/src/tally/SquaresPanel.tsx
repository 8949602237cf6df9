import { useState } from "react";
import type { Counted } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { Fraction } from "../ui/Fraction";
import { Maths } from "../ui/Maths";
import { changeFigure, figureAt } from "../document/figures";

/** What is counted on unit squares, the lattice formula as a check, and the shaded share. */
export function SquaresPanel({ counted }: { counted: Counted | null }) {
  const store = useBenchStore();
  const figure = useBench((state) => state.figure);
  const parts = useBench((state) => figureAt("plane", state.document, state.figure)?.parts);
  const shaded = useBench((state) => figureAt("plane", state.document, state.figure)?.shaded);
  const put = (squares: [number, number][], names: string[]) => {
    const state = store.getState();
    const none = squares.length === 0 && names.length === 0;
    state.commit(
      changeFigure("plane", state.document, figure, (f) => ({
        ...f,
        shaded: none ? undefined : { squares, parts: names },
      })),
    );
  };
  if (!counted) return <p className="p-4 text-soft">Counting …</p>;
  if (counted.tooMany)
    return (
      <p className="p-4">
        This figure covers more unit squares than a person would count. Choose a larger unit, or split it instead.
      </p>
    );
  return (
    <div className="flex flex-col gap-3 px-4 py-2 text-base" data-testid="squares">
      {counted.shapes.map((shape, index) => (
        <Shape key={index} shape={shape} title={counted.shapes.length > 1 ? `Shape ${index + 1}` : null} />
      ))}
      {counted.together.length > 0 ? (
        <section aria-label="Together">
          {counted.shapes.length > 1 ? <h3 className="font-semibold">Together</h3> : null}
          <Said lines={counted.together} />
        </section>
      ) : null}
      <section aria-label="Shaded">
        <h3 className="font-semibold">Shaded share</h3>
        {counted.shaded ? (
          <Share shaded={counted.shaded} />
        ) : (
          <p className="text-sm text-soft">
            Click squares on the board to shade them (Tab and Space do the same), or shade a part:
          </p>
        )}
        <div className="mt-1 flex flex-wrap items-center gap-3 text-sm">
          {(parts ?? []).map((part) => (
            <label key={part.name} className="inline-flex items-center gap-1">
              <input
                type="checkbox"
                checked={shaded?.parts.includes(part.name) ?? false}
                onChange={(event) => {
                  const names = (shaded?.parts ?? []).filter((name) => name !== part.name);
                  put([], event.target.checked ? [...names, part.name] : names);
                }}
              />
              {part.name}
            </label>
          ))}
          {shaded ? (
            <Button look="quiet" onClick={() => put([], [])}>
              Shade nothing
            </Button>
          ) : null}
        </div>
      </section>
    </div>
  );
}

/** What is counted of one shape, and the lattice formula as a check. */
function Shape({ shape, title }: { shape: Counted["shapes"][number]; title: string | null }) {
  const { lattice } = shape;
  return (
    <section aria-label={title ?? "Counted"}>
      <h3 className="font-semibold">{title ?? "Counted square by square"}</h3>
      <Said lines={shape.lines} />
      {lattice ? (
        <div aria-label="Lattice points" role="group" className="mt-2">
          <h4 className="font-semibold">Lattice points, as a check</h4>
          <p>{lattice.says}</p>
          <p>
            <Maths maths={lattice.formula} /> {" = "} <Maths maths={lattice.numbers} />{" "}
            {lattice.agrees ? <b className="text-pine-dark">✓ the same</b> : null}
          </p>
        </div>
      ) : (
        <p className="text-sm text-soft">The lattice formula needs all corners on grid points and straight sides.</p>
      )}
    </section>
  );
}

function Said({ lines }: { lines: Counted["together"] }) {
  return (
    <ul className="list-inside list-disc">
      {lines.map((line) => (
        <li key={line.text}>{line.text}</li>
      ))}
    </ul>
  );
}

function Share({ shaded }: { shaded: NonNullable<Counted["shaded"]> }) {
  const [open, setOpen] = useState(false);
  const { ratio } = shaded;
  if (!ratio) return <p className="says">{shaded.says}</p>;
  return (
    <div data-testid="share">
      <p>
        <Fraction ratio={ratio} />
      </p>
      <p className="text-xl font-semibold text-pine-dark">
        {ratio.exactly ? "" : "≈ "}
        {ratio.decimal} = {ratio.percent} %
      </p>
      {ratio.equivalents.length > 0 ? (
        <p className="text-sm">
          <button
            type="button"
            className="text-pine underline-offset-2 hover:underline"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            Equivalent fractions
          </button>
          {open ? `: ${[ratio.lowest?.text, ...ratio.equivalents].join(" = ")}` : null}
        </p>
      ) : null}
    </div>
  );
}
