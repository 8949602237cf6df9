import { useMutation, useQuery } from "@tanstack/react-query";
import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import { useBench } from "../document/store";
import { Button } from "../ui/Button";
import { MENU_ITEM } from "../ui/menu";
import { figureAt } from "../document/figures";

const MOST = 8;

const figuresOf = (answers: string[]) => (answers.some(Boolean) ? `${answers.filter(Boolean).join(", ")} · ` : "");
const whenChanged = (at: string) =>
  new Date(at).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

/** Brings a card's figure to the bench: as a part of a plane figure, or (a solid) as a figure of its own. */
export function UseOnBench() {
  const document_ = useBench((state) => state.document);
  const navigate = useNavigate();
  const shelf = useQuery({ queryKey: ["shelf", "last"], queryFn: () => api.shelf({ count: MOST }) });
  const card = figureAt("formula", document_, 0);
  const bring = useMutation({
    mutationFn: async (to: number | null) => {
      if (!card) throw new Error("the card is not open yet");
      const { settings } = document_;
      const opened = to === null ? null : await api.open(to);
      const into = opened?.document ?? { ...document_, title: "", figures: [], asks: [] };
      const { document } = await api.edit(into, { do: "bring-card", card, settings });
      return opened ? api.save(opened.id, opened.version, document) : api.create(document);
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
          <Button
            look="solid"
            disabled={!given || bring.isPending}
            title={given ? undefined : "First say what is known"}
          >
            Use on the bench
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover max-h-[70vh] max-w-80 overflow-y-auto p-1!" align="end">
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => bring.mutate(null)}>
              In a new problem
            </DropdownMenu.Item>
            {(shelf.data?.problems ?? []).map((problem) => (
              <DropdownMenu.Item
                key={problem.id}
                className={`${MENU_ITEM} truncate`}
                onSelect={() => bring.mutate(problem.id ?? null)}
              >
                Add to “{problem.title || "Untitled problem"}”
                <span className="ml-2 text-xs text-soft">
                  {figuresOf(problem.preview.answers.map(({ text }) => text ?? ""))}
                  {whenChanged(problem.changed)}
                </span>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
