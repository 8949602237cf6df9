import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import type { Opened } from "../api/types";
import { Button } from "../ui/Button";
import { useBenchStore } from "../document/store";

interface Props {
  current: Opened;
  settle: (current: Opened, keepMine: boolean) => void;
}

/** Two windows changed the same problem: nothing is stored until the person has chosen. */
export function Conflict({ current, settle }: Props) {
  const store = useBenchStore();
  const navigate = useNavigate();
  const takeTheOther = () => {
    store.getState().commit(current.document);
    settle({ ...current, document: store.getState().document }, false);
  };
  const copy = useMutation({
    mutationFn: () => {
      const mine = store.getState().document;
      return api.create({ ...mine, title: `${mine.title || "Untitled problem"} (my version)` });
    },
    onSuccess: (made) => {
      takeTheOther();
      void navigate(`/problems/${made.id}`);
    },
  });
  return (
    <div role="alert" className="flex flex-wrap items-center gap-2 border-b border-apricot bg-apricot-wash px-4 py-2">
      <p className="mr-auto">
        <b>This problem was changed in another window.</b> Your changes here are not saved yet. Which should stay?
      </p>
      <Button onClick={() => settle(current, true)}>Mine, over the other</Button>
      <Button onClick={takeTheOther}>The other</Button>
      <Button onClick={() => copy.mutate()} disabled={copy.isPending}>
        Both: mine as a new problem
      </Button>
    </div>
  );
}
