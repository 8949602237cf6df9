import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { Button } from "./Button";

export type ShortcutList = [keys: string, does: string][];

const EVERYWHERE: ShortcutList = [
  ["Ctrl+Z / Ctrl+Shift+Z", "undo / redo"],
  ["?", "this list"],
];

/** The list of shortcuts of what is worked on, on ``?``. */
export function Shortcuts({ of }: { of: ShortcutList }) {
  const shortcuts = [...of, ...EVERYWHERE];
  const [open, setOpen] = useState(false);
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
        >
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
