import { DropdownMenu } from "radix-ui";
import { memo, useState } from "react";
import type { Edit, FigureDocument } from "../api/types";
import { useSheet } from "../api/queries";
import { useBench, useBenchStore } from "../document/store";
import { KINDS, kindOf } from "../kinds";
import { Button } from "../ui/Button";
import { goTo } from "../ui/fields";
import { MENU_ITEM } from "../ui/menu";
import { TextInPlace } from "../ui/TextInPlace";
import { ChooseFigure } from "./ChooseFigure";

type Kind = (typeof KINDS)[keyof typeof KINDS];

/** The figures of the problem: which one is worked on, and all that can be done with them as a list. */
export const FigureList = memo(function FigureList() {
  const store = useBenchStore();
  const figures = useBench((state) => state.document.figures);
  const figure = useBench((state) => state.figure);
  const [says, setSays] = useState<string | null>(null);
  const [renaming, setRenaming] = useState(false);
  const [choosing, setChoosing] = useState<Kind | null>(null);
  const sheet = useSheet();
  const show = (index: number) => {
    setRenaming(false);
    store.getState().set({ figure: index, selected: null, lit: null, editing: null, why: null, mode: "move" });
  };
  const perform = async (edit: Edit, shown: string | null = null) => {
    const done = await store.getState().perform(edit);
    if (edit.do !== "rename-figure") setSays(done.says); // a name that can't be is complained about at its field
    const name = done.says === null ? (done.name ?? shown) : null;
    const index = store.getState().document.figures.findIndex((entry) => entry.name === name);
    if (index >= 0) show(index);
    return done.says ?? undefined;
  };
  const add = (kind: Kind, name: string | null) => {
    setChoosing(null);
    const added = kind.blank(sheet.data?.find((row) => row.name === name) ?? null);
    void perform({ do: "add-figure", added });
  };
  const chosen = figures[figure];
  return (
    <div
      className="flex flex-wrap items-center gap-1 border-b border-edge bg-sheet px-4 py-1 text-sm no-print"
      data-testid="figures"
    >
      <div role="tablist" aria-label="Figures" className="flex flex-wrap gap-1">
        {figures.map((entry, index) =>
          renaming && index === figure ? (
            <TextInPlace
              key="renaming"
              value={entry.name}
              label="Name of the figure"
              place="figure name"
              className="w-32 font-semibold"
              onCommit={(name) => perform({ do: "rename-figure", figure: entry.name, name })}
              onDone={() => setRenaming(false)}
            />
          ) : (
            <button
              key={entry.name}
              type="button"
              role="tab"
              aria-selected={index === figure}
              title={kindOf(entry).title}
              className={`max-w-56 truncate rounded-md px-2.5 py-0.5 ${index === figure ? "bg-pine text-white" : "hover:bg-pine-wash"}`}
              onClick={() => show(index)}
            >
              {entry.name}
            </button>
          ),
        )}
      </div>
      {chosen ? (
        <More
          figures={figures}
          at={figure}
          onRename={() => setRenaming(true)}
          onDo={(edit, shown) => void perform(edit, shown)}
        />
      ) : null}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="rounded-md px-2 py-0.5 text-pine hover:bg-pine-wash">
          + Figure
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover p-1!" align="start">
            {Object.values(KINDS).map((kind) => (
              <DropdownMenu.Item
                key={kind.title}
                className={MENU_ITEM}
                onSelect={() => (kind.fromCatalogue ? setChoosing(kind) : add(kind, null))}
              >
                {kind.title}
                {kind.fromCatalogue ? " …" : ""}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Button
        look="quiet"
        className="ml-auto min-h-6 text-pine"
        title="Letters for measurements: formulas, what varies, greatest and least, variants"
        onClick={() => store.getState().set({ lettering: true })}
      >
        Letters …
      </Button>
      {says ? (
        <p role="alert" className="says">
          {says}
        </p>
      ) : null}
      <ChooseFigure
        title={choosing?.title ?? null}
        onChoose={(name) => choosing && add(choosing, name)}
        onClose={() => setChoosing(null)}
      />
    </div>
  );
});

interface MoreProps {
  figures: FigureDocument[];
  at: number;
  onRename: () => void;
  /** Do it, then show the figure of this name. */
  onDo: (edit: Edit, shown: string | null) => void;
}

/** What can be done with the figure that is shown. */
function More({ figures, at, onRename, onDo }: MoreProps) {
  const figure = figures[at]?.name ?? "";
  const next = figures[at + 1] ?? figures[at - 1];
  const [opening, setOpening] = useState(false);
  const items: [title: string, act: () => void, off?: boolean][] = [
    [
      "Rename",
      () => {
        setOpening(true);
        onRename();
      },
    ],
    ["Duplicate", () => onDo({ do: "duplicate-figure", figure }, null)],
    ["Move to the left", () => onDo({ do: "move-figure", figure, to: at - 1 }, figure), at === 0],
    ["Move to the right", () => onDo({ do: "move-figure", figure, to: at + 1 }, figure), at === figures.length - 1],
    ["Remove", () => onDo({ do: "remove-figure", figure }, next?.name ?? null)],
  ];
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="rounded-md px-1.5 text-soft hover:bg-pine-wash"
        aria-label={`More for the figure ${figure}`}
      >
        ⋮
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="popover p-1!"
          align="start"
          onCloseAutoFocus={(event) => {
            if (!opening) return;
            event.preventDefault();
            setOpening(false);
            goTo("figure name");
          }}
        >
          {items.map(([title, act, off]) => (
            <DropdownMenu.Item
              key={title}
              className={`${MENU_ITEM} data-disabled:opacity-40 ${title === "Remove" ? "text-alarm" : ""}`}
              disabled={off ?? false}
              onSelect={act}
            >
              {title}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
