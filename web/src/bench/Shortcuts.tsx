import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { Button } from "../ui/Button";
import { useBench } from "../document/store";

type List = [keys: string, does: string][];

const EVERYWHERE: List = [
  ["Ctrl+Z / Ctrl+Shift+Z", "undo / redo"],
  ["?", "this list"],
];
const BOARD: List = [
  ["Tab", "go from part to part on the board"],
  ["Arrow keys", "move the chosen part by one fine square (Shift: by one whole square)"],
  ["T / Shift+T", "turn the chosen part by 15° (backwards)"],
  ["M", "mirror the chosen part"],
  ["J", "change how it joins: add, take away"],
  ["D", "duplicate the chosen part"],
  ["N", "name the chosen part"],
  ["Delete", "remove the chosen part"],
  ["Enter", "on a part: choose it; on a number: change it"],
  ["Escape", "let go"],
  ["A / P", "show the area / the perimeter"],
  ["W", "write a part in words"],
  ["O / C / S", "draw an outline / draw cut lines / count on squares, and back"],
  ["Space, Enter", "while drawing: set a corner, close the outline (arrows move)"],
  ["X", "other ways to split the figure"],
  ["H", "cut a hole in the chosen part"],
  ["Y", "why the formula of the chosen part holds"],
  ["F", "fit the figure into the board"],
  ["+ / −", "closer / farther"],
];
const CARD: List = [
  ["Tab", "go from quantity to quantity"],
  ["Enter", "keep what was typed; on a found value: show the path to it; on a number in the working: go to its field"],
  ["Escape", "drop what was typed"],
  ["Arrow keys", "on a slider: a little more or less; on the solutions: choose another"],
];
const CASES: List = [
  ["Arrow keys", "go from cell to cell (Page up and down: by 15 rows; Home, End: first, last column)"],
  ["Letters, numbers", "write over the cell"],
  ["Enter", "change what the cell holds; while typing: keep it and go down"],
  ["Tab", "while typing: keep it and go right"],
  ["Escape", "drop what was typed"],
  ["Delete", "empty the cell"],
  ["Ctrl+V", "paste a table from here on"],
];
const LISTS: Record<string, List> = { formula: CARD, cases: CASES };

/** The list of shortcuts of what is worked on, on ``?``. */
export function Shortcuts() {
  const kind = useBench((state) => state.document.figures[state.figure]?.kind ?? "plane");
  const shortcuts = [...(LISTS[kind] ?? BOARD), ...EVERYWHERE];
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.key === "?" && !event.defaultPrevented && !["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName)) setOpen(true);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button look="quiet" aria-label="Keyboard shortcuts">
          ?
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Dialog.Content className="popover fixed top-[10vh] left-1/2 max-h-[80vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-auto" aria-describedby={undefined}>
          <Dialog.Title className="mb-2 text-lg font-semibold">Keyboard shortcuts</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5 text-sm">
            {shortcuts.map(([keys, does]) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button className="mt-3">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
