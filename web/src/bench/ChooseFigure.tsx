import { Dialog } from "radix-ui";
import { useState } from "react";
import { useCards } from "../api/queries";
import { CardPicture } from "../cards/CardPicture";
import { found, type Found } from "../cards/searching";

interface Props {
  /** What is being added; null while nothing is. */
  title: string | null;
  onChoose: (figure: string) => void;
  onClose: () => void;
}

/** Choosing one figure of the catalogue. */
export function ChooseFigure({ title, onChoose, onClose }: Props) {
  const cards = useCards();
  const [words, setWords] = useState("");
  const named = ({ row }: Found) => row.title.toLowerCase() === words.trim().toLowerCase();
  const shown = found(cards.data ?? [], words).toSorted((a, b) => Number(named(b)) - Number(named(a)));
  return (
    <Dialog.Root open={title !== null} onOpenChange={(open) => (open ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Dialog.Content
          className="popover fixed top-[8vh] left-1/2 flex max-h-[84vh] w-[min(46rem,94vw)] -translate-x-1/2 flex-col"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-2 text-lg font-semibold">{title}: of which figure?</Dialog.Title>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              const [first] = shown;
              if (first) onChoose(first.row.name);
            }}
          >
            <input
              autoFocus
              type="search"
              className="field mb-2 w-full"
              aria-label="Find a figure"
              placeholder="trapezium, pipe, ball … Enter takes the first"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
          </form>
          <ul className="grid min-h-0 grid-cols-[repeat(auto-fill,minmax(7.5rem,1fr))] gap-2 overflow-y-auto">
            {shown.map(({ row, by }) => (
              <li key={row.name}>
                <button
                  type="button"
                  className="flex h-full w-full flex-col items-center gap-1 rounded-md border border-edge bg-sheet p-1.5 text-center text-sm hover:border-pine hover:bg-pine-wash"
                  onClick={() => onChoose(row.name)}
                >
                  <CardPicture
                    picture={row.picture}
                    width={110}
                    height={70}
                    title={row.title}
                    bare
                    className="h-16 w-full"
                  />
                  {row.title}
                  {by ? <span className="text-xs text-soft">{by}</span> : null}
                </button>
              </li>
            ))}
          </ul>
          {cards.data && shown.length === 0 ? <p className="py-4">No figure goes by “{words}”.</p> : null}
          {cards.error ? <p className="says">{cards.error.message}</p> : null}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
