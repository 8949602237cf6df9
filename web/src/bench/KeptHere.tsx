import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import type { ProblemDocument } from "../api/types";
import { forgetUnsaved, unsavedOf } from "../document/unsaved";
import { Button } from "../ui/Button";

/** Puts a document on the shelf as a problem of its own. */
export function SaveAsNew({ id, document }: { id: number; document: () => ProblemDocument }) {
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: () => api.create(document()),
    onSuccess: (made) => {
      forgetUnsaved(id);
      void navigate(`/problems/${made.id}`);
    },
  });
  return (
    <>
      <Button look="solid" onClick={() => save.mutate()} disabled={save.isPending}>
        Save it as a new problem
      </Button>
      {save.error ? <span className="says">{save.error.message}</span> : null}
    </>
  );
}

/** Of a problem that can't be opened: what was typed here and never saved. */
export function KeptHere({ id }: { id: number }) {
  const left = unsavedOf(id);
  if (!left) return null;
  return (
    <p className="flex flex-wrap items-center gap-3" role="alert">
      What you typed last, “{left.document.title || "Untitled problem"}”, is kept here.
      <SaveAsNew id={id} document={() => left.document} />
    </p>
  );
}
