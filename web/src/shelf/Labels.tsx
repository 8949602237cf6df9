import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { api } from "../api/client";
import type { Listed } from "../api/types";
import { Button } from "../ui/Button";

const LONGEST = 40; // letters of a label
const MOST_TYPED = 200; // letters of all that are typed, with commas between

/** The labels of a problem: those of the shelf to tick, and a field for a new one. */
export function Labels({ problem, known, onClose }: { problem: Listed; known: string[]; onClose: () => void }) {
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<string[]>(problem.labels);
  const [typed, setTyped] = useState("");
  const put = useMutation({
    mutationFn: async (labels: string[]) => {
      const long = labels.find((name) => name.length > LONGEST);
      if (long) throw new Error(`“${long.slice(0, LONGEST)} …” is too long: a label has at most ${LONGEST} letters`);
      return api.label(problem.id ?? 0, labels);
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ["shelf"] });
      onClose();
    },
  });
  const all = [...new Set([...known, ...chosen])].sort((a, b) => a.localeCompare(b));
  const alike = (name: string) => all.find((other) => other.toLowerCase() === name.toLowerCase()) ?? name;
  const withTyped = () => {
    const names = typed.split(",").map((name) => alike(name.trim().replace(/\s+/g, " ")));
    return [...new Set([...chosen, ...names.filter(Boolean)])];
  };
  return (
    <Dialog.Root open onOpenChange={(open) => (open ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Dialog.Content className="popover fixed top-1/4 left-1/2 w-[min(26rem,92vw)] -translate-x-1/2">
          <Dialog.Title className="text-lg font-semibold break-words">
            Labels of “{problem.title || "Untitled problem"}”
          </Dialog.Title>
          <Dialog.Description className="mb-3 text-sm text-soft">
            A class, a topic, a week: problems with one label are found together.
          </Dialog.Description>
          <form
            className="flex flex-col gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              put.mutate(withTyped());
            }}
          >
            {all.length > 0 ? (
              <ul className="flex max-h-56 flex-col gap-1 overflow-y-auto">
                {all.map((name) => (
                  <li key={name}>
                    <label className="flex min-h-7 items-center gap-2 break-words">
                      <input
                        type="checkbox"
                        checked={chosen.includes(name)}
                        onChange={(event) =>
                          setChosen(event.target.checked ? [...chosen, name] : chosen.filter((each) => each !== name))
                        }
                      />
                      {name}
                    </label>
                  </li>
                ))}
              </ul>
            ) : null}
            <label className="flex flex-col gap-1 text-sm">
              Another one, or several with commas between
              <input
                className="field"
                value={typed}
                maxLength={MOST_TYPED}
                placeholder="Year 8, week 12"
                onChange={(event) => setTyped(event.target.value)}
              />
            </label>
            {put.error ? (
              <p role="alert" className="says">
                {put.error.message}
              </p>
            ) : null}
            <div className="flex justify-end gap-2">
              <Dialog.Close asChild>
                <Button>Leave them as they were</Button>
              </Dialog.Close>
              <Button look="solid" type="submit" disabled={put.isPending}>
                Done
              </Button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
