import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { Button } from "../ui/Button";

const day = (time: string) => new Date(time).toLocaleDateString("en-GB", { day: "numeric", month: "long" });

/** What was removed in the last thirty days, to be brought back. */
export function Bin() {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const removed = useQuery({ queryKey: ["shelf", "bin"], queryFn: api.bin, refetchOnMount: "always" });
  const back = useMutation({
    mutationFn: api.bringBack,
    onSuccess: () => queries.invalidateQueries({ queryKey: ["shelf"] }),
  });
  const count = removed.data?.length ?? 0;
  if (count === 0) return null;
  return (
    <section className="grow" aria-label="Bin">
      <Button look="quiet" className="text-soft!" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "▾" : "▸"} Bin: {count} removed
      </Button>
      {back.error ? <p className="says">{back.error.message}</p> : null}
      {open ? (
        <ul className="mt-1 max-w-2xl divide-y divide-edge rounded-md border border-edge bg-sheet">
          {removed.data?.map((problem) => (
            <li key={problem.id} className="flex items-center gap-3 px-3 py-1.5">
              <span className="grow break-words">{problem.title || "Untitled problem"}</span>
              <span className="text-sm text-soft">removed on {day(problem.removed)}</span>
              <Button onClick={() => back.mutate(problem.id)} disabled={back.isPending}>
                Bring back
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
