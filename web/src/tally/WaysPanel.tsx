import type { Entry, Segment, Split, Tally, Way } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Picture } from "../board/Picture";
import { pathOf } from "../board/path";
import { TINTS } from "../board/tints";
import type { Bounds } from "../board/view";
import { Button } from "../ui/Button";
import { Maths } from "../ui/Maths";
import { changeFigure, figureAt } from "../document/figures";

interface Props {
  ways: Way[];
  shown: string;
  bounds: Bounds | null;
  outline: Segment[][];
}

/** Every way to split the figure as a small picture; two of them side by side, seen to agree. */
export function WaysPanel({ ways, shown, bounds, outline }: Props) {
  const store = useBenchStore();
  const figure = useBench((state) => state.figure);
  const beside = useBench((state) => state.ways?.beside ?? null);
  const cuts = useBench((state) => figureAt("plane", state.document, state.figure)?.cuts?.length ?? 0);
  const choose = (name: string) => {
    const state = store.getState();
    state.commit(changeFigure("plane", state.document, figure, (f) => ({ ...f, way: name })));
    state.set({ ways: { beside: state.ways?.beside === name ? null : (state.ways?.beside ?? null) } });
  };
  const first = ways.find((way) => way.name === shown);
  const second = ways.find((way) => way.name === beside && way.name !== shown);
  return (
    <section
      aria-label="Ways to split"
      className={`flex min-h-0 flex-col border-b border-edge bg-paper px-3 py-2 ${second ? "grow" : "shrink-0"}`}
    >
      <div className="mb-1.5 flex items-center gap-2">
        <h3 className="text-sm font-semibold">Ways to split it</h3>
        <span className="text-xs text-soft">{ways.length === 0 ? "…" : `${ways.length} ways, one total`}</span>
        {cuts > 0 ? (
          <Button
            look="quiet"
            className="ml-auto text-xs"
            onClick={() => {
              const state = store.getState();
              state.commit(
                changeFigure("plane", state.document, figure, (f) => ({
                  ...f,
                  cuts: undefined,
                  way: f.way === "own" ? undefined : f.way,
                })),
              );
            }}
          >
            Remove my {cuts === 1 ? "cut line" : `${cuts} cut lines`}
          </Button>
        ) : null}
        <Button look="quiet" className={cuts > 0 ? "" : "ml-auto"} onClick={() => store.getState().set({ ways: null })}>
          Close
        </Button>
      </div>
      <ul className="grid grid-cols-4 gap-1.5 overflow-auto" style={{ maxHeight: "15rem" }}>
        {ways.map((way) => (
          <li
            key={way.name}
            className={`relative rounded-md border ${way.name === shown ? "border-pine bg-pine-wash" : way.name === second?.name ? "border-apricot bg-apricot-wash" : "border-edge bg-sheet"}`}
          >
            <button
              type="button"
              aria-pressed={way.name === shown}
              title={way.about}
              className="flex w-full flex-col items-center px-1 pt-1 text-center text-xs leading-tight"
              onClick={() => choose(way.name)}
            >
              {way.tally.split ? (
                <SplitPicture split={way.tally.split} bounds={bounds} />
              ) : (
                <Picture loops={outline} bounds={bounds} width={84} height={50} margin={4} className="h-12 w-20" />
              )}
              {way.title}
            </button>
            {way.name === shown ? (
              <span className="block pb-1 text-center text-xs text-soft">shown</span>
            ) : (
              <button
                type="button"
                className="block w-full pb-1 text-center text-xs text-pine underline-offset-2 hover:underline"
                aria-pressed={way.name === beside}
                aria-label={`Beside: ${way.title}`}
                onClick={() => store.getState().set({ ways: { beside: way.name === beside ? null : way.name } })}
              >
                {way.name === beside ? "take away" : "put beside"}
              </button>
            )}
          </li>
        ))}
      </ul>
      {first && second ? <SideBySide one={first} two={second} /> : null}
    </section>
  );
}

function SideBySide({ one, two }: { one: Way; two: Way }) {
  const agree = one.tally.total.decimal === two.tally.total.decimal;
  return (
    <div className="mt-2 min-h-0 overflow-auto" data-testid="side-by-side">
      <div className="grid grid-cols-2 gap-3">
        {[one, two].map((way) => (
          <div key={way.name}>
            <h4 className="text-sm font-semibold">{way.title}</h4>
            <ul>
              {way.tally.entries.map((entry) => (
                <Compact key={entry.id} entry={entry} />
              ))}
            </ul>
            <Total tally={way.tally} />
          </div>
        ))}
      </div>
      <p className="mt-1 text-center text-sm font-semibold text-pine-dark" role="status">
        {agree ? `Both come to ${one.tally.total.text}` : "These totals differ: please tell us"}
      </p>
    </div>
  );
}

function Compact({ entry }: { entry: Entry }) {
  return (
    <li className="flex items-baseline gap-1.5 text-sm">
      <span className="w-3 font-bold">{entry.sign === "-" ? "−" : entry.sign}</span>
      <span className="w-5 rounded border border-pine text-center text-xs font-bold">{entry.badge}</span>
      <span className="min-w-0 grow truncate" title={entry.title}>
        {entry.title}
      </span>
      <Maths maths={entry.value.shown} />
    </li>
  );
}

function Total({ tally }: { tally: Tally }) {
  const signs = tally.entries
    .map((entry) => (entry.sign === "-" ? -1 : 1) * Number(entry.value.decimal))
    .reduce((a, b) => a + b, 0);
  return (
    <p
      className="mt-0.5 border-t-[3px] border-double border-ink text-right text-base font-semibold"
      data-sum={signs.toFixed(6)}
    >
      {tally.total.approximate ? "≈ " : ""}
      {tally.total.text}
    </p>
  );
}

/** A small picture of the pieces. */
function SplitPicture({ split, bounds }: { split: Split | null | undefined; bounds: Bounds | null }) {
  const [width, height] = [84, 50];
  if (!bounds || !split) return <svg viewBox={`0 0 ${width} ${height}`} className="h-12 w-20" aria-hidden />;
  const [left, bottom, right, top] = bounds;
  const scale = Math.min((width - 8) / (right - left || 1), (height - 8) / (top - bottom || 1));
  const to = ([x, y]: [number, number]): [number, number] => [
    width / 2 + (x - (left + right) / 2) * scale,
    height / 2 - (y - (bottom + top) / 2) * scale,
  ];
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="h-12 w-20" aria-hidden>
      {split.pieces.map((piece, index) => (
        <path
          key={piece.id}
          d={pathOf(piece.path, to, scale, true)}
          fill={piece.sign === "-" ? "var(--color-paper)" : TINTS[index % TINTS.length]}
          fillOpacity={piece.sign === "-" ? 0.7 : 0.9}
          stroke="var(--color-ink)"
          strokeWidth={1}
          strokeDasharray={piece.sign === "-" ? "3 2" : undefined}
          strokeLinejoin="round"
        />
      ))}
    </svg>
  );
}
