import { memo } from "react";
import { DropdownMenu } from "radix-ui";
import type { FigureDocument } from "../../api/types";
import { useBenchStore } from "../../document/store";
import { Button } from "../../ui/Button";
import { MENU_ITEM } from "../../ui/menu";

/** What lies under a profile, used in another figure: as a part, raised or led round. */
export const UseIt = memo(function UseIt({ name }: { name: string }) {
  const store = useBenchStore();
  const add = async (added: FigureDocument) => {
    const done = await store.getState().perform({ do: "add-figure", added });
    if (done.says !== null) return;
    const { document, set } = store.getState();
    const index = document.figures.findIndex((entry) => entry.name === done.name);
    if (index >= 0) set({ figure: index, selected: null, lit: null });
  };
  const part = { name, shape: "profile", of: name, given: {} };
  const piece = (shape: string, given: Record<string, string>) => ({ name, shape, base: name, given });
  const ways: { title: string; added: FigureDocument }[] = [
    { title: "as a part of a new figure", added: { name: "figure", kind: "plane", parts: [part] } as FigureDocument },
    {
      title: "raised, as a new solid",
      added: { name: "solid", kind: "solid", pieces: [piece("prism", { height: "1" })] } as FigureDocument,
    },
  ];
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button title="What lies under it, straight from ordinate to ordinate, in another figure">Use it…</Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="popover p-1!">
          {ways.map(({ title, added }) => (
            <DropdownMenu.Item key={title} className={MENU_ITEM} onSelect={() => void add(added)}>
              {title}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
});
