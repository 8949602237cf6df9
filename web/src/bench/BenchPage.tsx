import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { api, Refused } from "../api/client";
import type { Opened } from "../api/types";
import { fetchMaths } from "../ui/Maths";
import { NotHere } from "../ui/NotHere";
import { BenchContext, createBenchStore } from "../document/store";
import { forgetUnsaved, sameDocument, unsavedOf } from "../document/unsaved";
import { KINDS, kindOf } from "../kinds";
import { KeptHere } from "./KeptHere";
import { Workspace } from "./Workspace";

/** The page where one problem is worked. */
export default function BenchPage() {
  const id = Number(useParams().id);
  const opened = useQuery({
    queryKey: ["problem", id],
    queryFn: () => opening(id),
    enabled: Number.isInteger(id),
    gcTime: 0,
    staleTime: Infinity,
    retry: (count, error) => count < 2 && !(error instanceof Refused && error.status === 404),
  });
  if (!Number.isInteger(id)) return <NotHere />;
  if (opened.error) return <NotHere says={opened.error.message}>{<KeptHere id={id} />}</NotHere>;
  if (!opened.data) return <p className="p-8 text-soft">Opening …</p>;
  return <Opened key={opened.data.id} opened={opened.data} />;
}

/** A problem, and the code of the pages that its figures are worked on. */
async function opening(id: number): Promise<Opened> {
  void fetchMaths();
  const [opened] = await Promise.all([api.open(id), KINDS.plane.Work.fetch()]);
  await Promise.all(opened.document.figures.map((figure) => kindOf(figure).Work.fetch()));
  return opened;
}

function Opened({ opened }: { opened: Opened }) {
  const [store] = useState(() => {
    const made = createBenchStore(opened.id, opened.document, opened.version);
    const left = unsavedOf(opened.id);
    if (left && sameDocument(left.document, opened.document)) forgetUnsaved(opened.id);
    else if (left) {
      made.getState().commit(left.document);
      made.getState().set({ notice: "What was not saved when this was left is here again." });
    }
    return made;
  });
  return (
    <BenchContext value={store}>
      <Workspace opened={opened} />
    </BenchContext>
  );
}
