import { useMutation, useQueryClient } from "@tanstack/react-query";
import { AlertDialog, DropdownMenu } from "radix-ui";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../api/client";
import type { Listed } from "../api/types";
import { shelfPicture } from "../kinds";
import { Button } from "../ui/Button";
import { MENU_ITEM } from "../ui/menu";
import { Labels } from "./Labels";

export function ProblemCard({ problem, labels }: { problem: Listed; labels: string[] }) {
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [labelling, setLabelling] = useState(false);
  const refresh = () => queries.invalidateQueries({ queryKey: ["shelf"] });
  const copy = useMutation({ mutationFn: () => api.copy(problem.id ?? 0), onSuccess: refresh });
  const remove = useMutation({ mutationFn: () => api.remove(problem.id ?? 0), onSuccess: refresh });
  const title = problem.title || "Untitled problem";
  const { preview } = problem;

  return (
    <li className="group relative flex flex-col overflow-hidden rounded-md border border-edge bg-sheet transition-shadow hover:shadow-lg focus-within:shadow-lg">
      <Link to={`/problems/${problem.id}`} className="flex grow flex-col outline-offset-[-3px]">
        <div className="border-b border-edge bg-[linear-gradient(var(--color-edge)_1px,transparent_1px),linear-gradient(90deg,var(--color-edge)_1px,transparent_1px)] bg-[size:16px_16px] bg-center">
          {shelfPicture(preview, title) ?? (
            <p className="grid aspect-[248/150] place-items-center text-sm text-soft">no figure yet</p>
          )}
        </div>
        <div className="flex grow flex-col gap-1 p-3 pr-11">
          <h2 className="line-clamp-2 font-semibold break-words">{title}</h2>
          <dl className="text-sm text-soft">
            {preview.answers.map((answer) => (
              <div key={answer.label} className="flex gap-2">
                <dt className="truncate">{answer.label}</dt>
                <dd className="ml-auto whitespace-nowrap text-ink">{answer.text}</dd>
              </div>
            ))}
          </dl>
          {problem.labels.length > 0 ? (
            <ul className="mt-auto flex flex-wrap gap-1 pt-1 text-xs text-soft" aria-label="Labels">
              {problem.labels.map((name) => (
                <li key={name} className="max-w-full truncate rounded border border-edge px-1.5">
                  {name}
                </li>
              ))}
            </ul>
          ) : null}
          {preview.faults > 0 ? <p className="says">has something to mend</p> : null}
        </div>
      </Link>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          className="absolute right-2 bottom-2 grid size-8 place-items-center rounded-md hover:bg-pine-wash"
          aria-label={`More for ${title}`}
        >
          <svg viewBox="0 0 16 16" className="size-4 fill-ink" aria-hidden>
            <circle cx="8" cy="3" r="1.6" />
            <circle cx="8" cy="8" r="1.6" />
            <circle cx="8" cy="13" r="1.6" />
          </svg>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover p-1!" align="end">
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => copy.mutate()}>
              Duplicate
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} asChild>
              <a href={api.fileAddress(problem.id ?? 0)} download>
                Download as a file
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => setLabelling(true)}>
              Labels …
            </DropdownMenu.Item>
            <DropdownMenu.Item className={`${MENU_ITEM} text-alarm`} onSelect={() => setAsking(true)}>
              Remove …
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {labelling ? <Labels problem={problem} known={labels} onClose={() => setLabelling(false)} /> : null}
      <AlertDialog.Root open={asking} onOpenChange={setAsking}>
        <AlertDialog.Portal>
          <AlertDialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
          <AlertDialog.Content className="popover fixed top-1/3 left-1/2 w-[min(26rem,92vw)] -translate-x-1/2">
            <AlertDialog.Title className="text-lg font-semibold">Remove “{title}”?</AlertDialog.Title>
            <AlertDialog.Description className="my-3">
              It goes into the bin, from which it can be brought back for thirty days.
            </AlertDialog.Description>
            <div className="flex justify-end gap-2">
              <AlertDialog.Cancel asChild>
                <Button>Keep it</Button>
              </AlertDialog.Cancel>
              <AlertDialog.Action asChild>
                <Button look="alarm" onClick={() => remove.mutate()}>
                  Remove
                </Button>
              </AlertDialog.Action>
            </div>
          </AlertDialog.Content>
        </AlertDialog.Portal>
      </AlertDialog.Root>
    </li>
  );
}
