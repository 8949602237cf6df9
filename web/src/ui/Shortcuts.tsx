import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { useReference } from "../api/queries";
import { Button } from "./Button";
import { typeInto } from "./fields";

export type ShortcutList = [keys: string, does: string][];

const EVERYWHERE: ShortcutList = [
  ["Ctrl+Z / Ctrl+Shift+Z", "undo / redo"],
  ["?", "this list"],
];

/** Phrases that can be tried, and what an expression can have. */
function Typed({ phrases, onTry }: { phrases: string[]; onTry: (phrase: string) => void }) {
  const reference = useReference().data;
  return (
    <section className="mb-3 flex flex-col gap-2 border-b border-edge pb-3 text-sm" aria-label="What can be typed">
      <h3 className="font-semibold">Phrases</h3>
      <ul className="flex flex-col gap-1">
        {phrases.map((phrase) => (
          <li key={phrase} className="flex items-center gap-2">
            <code className="grow">{phrase}</code>
            <Button aria-label={`Try: ${phrase}`} onClick={() => onTry(phrase)}>
              Try
            </Button>
          </li>
        ))}
      </ul>
      <h3 className="font-semibold">In lines and measurements</h3>
      <p>
        Names of parts and lines (<code>slab.width</code>, <code>deck.area</code>, <code>tape</code>), numbers with
        their unit (<code>2.5 m</code>), <code>π</code>, and <code>as ft^2</code> or <code>as %</code> behind a line.
      </p>
      <p>Functions: {reference?.functions.join(", ")}</p>
      <p>
        Units: {[...(reference?.units.map(({ symbol }) => symbol) ?? []), ...(reference?.further ?? [])].join(", ")}
      </p>
      <h3 className="font-semibold">Keys</h3>
    </section>
  );
}

/** The list of shortcuts of what is worked on, on ``?``. */
export function Shortcuts({ of, phrases = [] }: { of: ShortcutList; phrases?: string[] }) {
  const shortcuts = [...of, ...EVERYWHERE];
  const [open, setOpen] = useState(false);
  const tried = useRef<string | null>(null);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.key === "?" && !event.defaultPrevented && !["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
        setOpen(true);
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
        <Dialog.Content
          className="popover fixed top-[10vh] left-1/2 max-h-[80vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-auto"
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            if (tried.current === null) return;
            event.preventDefault(); // the focus goes to what was tried
            typeInto("entry line", tried.current);
            tried.current = null;
          }}
        >
          <Dialog.Title className="mb-2 text-lg font-semibold">
            {phrases.length > 0 ? "What can be typed, and keyboard shortcuts" : "Keyboard shortcuts"}
          </Dialog.Title>
          {phrases.length > 0 ? (
            <Typed
              phrases={phrases}
              onTry={(phrase) => {
                tried.current = phrase;
                setOpen(false);
              }}
            />
          ) : null}
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
