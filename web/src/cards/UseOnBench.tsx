import { useMutation, useQuery } from "@tanstack/react-query";
import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import type { FigureDocument, FormulaDocument, PartDocument, ProblemDocument } from "../api/types";
import { useBench } from "../document/store";
import { Button } from "../ui/Button";
import { MENU_ITEM } from "../ui/menu";
import { useSheet } from "./CardWork";
import { askedOf, nameFor } from "./givens";
import { changeFigure, figureAt } from "../document/figures";

const MOST = 8;

/** Brings a card's figure to the bench: as a part of a plane figure, or (a solid) as a figure of its own. */
export function UseOnBench() {
  const document_ = useBench((state) => state.document);
  const sheet = useSheet();
  const navigate = useNavigate();
  const shelf = useQuery({ queryKey: ["shelf"], queryFn: api.shelf });
  const card = figureAt("formula", document_, 0);
  const row = sheet.data?.find((entry) => entry.name === card?.figure);
  const bring = useMutation({
    mutationFn: async (to: number | null) => {
      if (!card || !row) throw new Error("the card is not open yet");
      if (to === null) return api.create(fresh(document_, card, row.title, row.plane, askedOf(card, row.measures)));
      const opened = await api.open(to);
      return api.save(to, opened.version, added(opened.document, card, row.plane));
    },
    onSuccess: (made) => void navigate(`/problems/${made.id}`),
  });
  const given = Object.keys(card?.given ?? {}).length > 0;
  return (
    <>
      {bring.error ? (
        <span role="alert" className="says">
          {bring.error.message}
        </span>
      ) : null}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button look="solid" disabled={!given || bring.isPending} title={given ? undefined : "First say what is known"}>
            Use on the bench
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover max-h-[70vh] max-w-80 overflow-y-auto p-1!" align="end">
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => bring.mutate(null)}>
              In a new problem
            </DropdownMenu.Item>
            {(shelf.data ?? []).slice(0, MOST).map((problem) => (
              <DropdownMenu.Item key={problem.id} className={`${MENU_ITEM} truncate`} onSelect={() => bring.mutate(problem.id ?? null)}>
                Add to “{problem.title || "Untitled problem"}”
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}

function partOf(card: FormulaDocument, taken: string[]): PartDocument {
  return { name: free(nameFor(card.figure ?? "part"), taken), shape: card.figure ?? "", given: card.given ?? {}, at: ["0", "0"], turn: "0", flip: false, join: "add" };
}

function free(name: string, taken: string[]): string {
  if (!taken.includes(name)) return name;
  let number = 2;
  while (taken.includes(`${name}${number}`)) number += 1;
  return `${name}${number}`;
}

function fresh(document_: ProblemDocument, card: FormulaDocument, title: string, plane: boolean, asks: ProblemDocument["asks"]): ProblemDocument {
  const figures: FigureDocument[] = plane ? [{ name: "figure", kind: "plane", parts: [partOf(card, [])] }] : [card];
  const plain = [
    { label: "Perimeter", expression: "figure.perimeter" },
    { label: "Area", expression: "figure.area" },
  ];
  return { ...document_, title, figures, asks: plane ? plain : asks };
}

/** The document with the card's figure: as a part of its first plane figure, else as one more figure. */
function added(document_: ProblemDocument, card: FormulaDocument, plane: boolean): ProblemDocument {
  const at = document_.figures.findIndex((figure) => figure.kind === "plane");
  if (plane && at >= 0) {
    return changeFigure("plane", document_, at, (figure) => ({ ...figure, parts: [...figure.parts, partOf(card, figure.parts.map((part) => part.name))] }));
  }
  const taken = [...document_.figures.map((figure) => figure.name), ...document_.lines.map((line) => line.name)];
  return { ...document_, figures: [...document_.figures, { ...card, name: free(card.name, taken) }] };
}
