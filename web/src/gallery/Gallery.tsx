import { useEffect, useMemo, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { CardRow } from "../api/types";
import { Button } from "../ui/Button";
import { PageHeader } from "../ui/PageHeader";
import { CardPicture } from "../cards/CardPicture";
import { found } from "../cards/searching";
import { useCards } from "../api/queries";

/** Every figure of the trade, family by family, with a search that knows other words for them. */
export default function Gallery() {
  const cards = useCards();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [chosen, setChosen] = useState<ReadonlySet<string> | null>(null);
  const [words, setWords] = useState(search.get("find") ?? ""); // the address follows a moment later
  const shown = useMemo(() => found(cards.data ?? [], words), [cards.data, words]);
  const families = [...new Set(shown.map(({ row }) => row.family))];
  useEffect(() => {
    document.title = "Cards · Tilt Grid";
  }, []);
  const [opening, setOpening] = useState(false); // the only match is wanted, perhaps before the figures are there
  const only = opening && shown.length === 1 && chosen === null ? shown[0] : undefined;
  useEffect(() => {
    if (only) void navigate(`/cards/${only.row.name}`);
  }, [only, navigate]);
  const toggle = (names: string[], on: boolean) => {
    const now = new Set(chosen);
    for (const name of names) {
      if (on) now.add(name);
      else now.delete(name);
    }
    setChosen(now);
  };

  return (
    <div className="min-h-screen">
      <PageHeader>
        <h1 className="text-lg font-semibold">Every figure, solved from any side</h1>
        <span className="grow" />
        <form
          role="search"
          onSubmit={(event) => {
            event.preventDefault();
            setOpening(true);
          }}
        >
          <input
            type="search"
            className="field w-64"
            aria-label="Find a figure"
            placeholder="Find: trapezium, pipe, ball …"
            value={words}
            onChange={(event) => {
              setWords(event.target.value);
              setOpening(false);
              setSearch(event.target.value ? { find: event.target.value } : {}, { replace: true });
            }}
          />
        </form>
        {chosen === null ? (
          <Button onClick={() => setChosen(new Set())}>Formula sheet …</Button>
        ) : (
          <>
            <Button look="quiet" onClick={() => setChosen(null)}>
              Cancel
            </Button>
            <Link
              to={`/cards/sheet?figures=${[...chosen].join(",")}`}
              aria-disabled={chosen.size === 0}
              className={`inline-flex min-h-8 items-center rounded-md border border-pine bg-pine px-2.5 py-1 text-sm text-white hover:bg-pine-dark ${chosen.size === 0 ? "pointer-events-none opacity-40" : ""}`}
            >
              Sheet of {chosen.size} figures
            </Link>
          </>
        )}
      </PageHeader>
      <main className="mx-auto max-w-7xl px-6 py-4">
        {chosen === null ? null : <p className="mb-2 text-sm text-soft">Choose the figures that go on the sheet.</p>}
        {cards.error ? (
          <p role="alert" className="says">
            {cards.error.message}
          </p>
        ) : null}
        {cards.data && shown.length === 0 ? (
          <p className="py-6">
            No figure goes by “{words}”. Try another word for it, such as <em>box</em>, <em>ring</em> or <em>dome</em>.
          </p>
        ) : null}
        {families.map((family) => {
          const rows = shown.filter(({ row }) => row.family === family);
          return (
            <section key={family} aria-label={family} className="mb-5">
              <h2 className="mb-2 flex items-center gap-3 border-b border-edge pb-1 font-semibold">
                {family.charAt(0).toUpperCase() + family.slice(1)}
                {chosen === null ? null : (
                  <button
                    type="button"
                    className="text-sm font-normal text-pine underline"
                    onClick={() =>
                      toggle(
                        rows.map(({ row }) => row.name),
                        !rows.every(({ row }) => chosen.has(row.name)),
                      )
                    }
                  >
                    {rows.every(({ row }) => chosen.has(row.name)) ? "none of these" : "all of these"}
                  </button>
                )}
              </h2>
              <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-3">
                {rows.map(({ row, by }) => (
                  <li key={row.name}>
                    {chosen === null ? (
                      <Tile row={row} by={by} />
                    ) : (
                      <Choice row={row} on={chosen.has(row.name)} onToggle={(on) => toggle([row.name], on)} />
                    )}
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </main>
    </div>
  );
}

const TILE =
  "flex h-full flex-col items-center gap-1 rounded-md border border-edge bg-sheet p-2 text-center text-sm hover:border-pine hover:shadow";

function Tile({ row, by }: { row: CardRow; by: string | null }) {
  return (
    <Link to={`/cards/${row.name}`} className={TILE}>
      <Small row={row} />
      <span className="font-semibold">{row.title}</span>
      {by ? <span className="text-xs text-soft">{by}</span> : null}
    </Link>
  );
}

function Choice({ row, on, onToggle }: { row: CardRow; on: boolean; onToggle: (on: boolean) => void }) {
  return (
    <label className={`${TILE} cursor-pointer ${on ? "border-pine! bg-pine-wash!" : ""}`}>
      <Small row={row} />
      <span className="flex items-center gap-2 font-semibold">
        <input
          type="checkbox"
          className="accent-pine"
          checked={on}
          onChange={(event) => onToggle(event.target.checked)}
        />
        {row.title}
      </span>
    </label>
  );
}

function Small({ row }: { row: CardRow }) {
  return <CardPicture picture={row.picture} width={132} height={96} title={row.title} bare className="h-24 w-full" />;
}
