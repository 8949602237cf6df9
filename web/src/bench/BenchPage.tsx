import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { api, Refused } from "../api/client";
import type { Opened } from "../api/types";
import { NotHere } from "../ui/NotHere";
import { BenchContext, createBenchStore } from "../document/store";
import { Workspace } from "./Workspace";

/** The page where one problem is worked. */
export default function BenchPage() {
  const id = Number(useParams().id);
  const opened = useQuery({
    queryKey: ["problem", id],
    queryFn: () => api.open(id),
    enabled: Number.isInteger(id),
    gcTime: 0,
    staleTime: Infinity,
    retry: (count, error) => count < 2 && !(error instanceof Refused && error.status === 404),
  });
  if (!Number.isInteger(id)) return <NotHere />;
  if (opened.error) return <NotHere says={opened.error.message} />;
  if (!opened.data) return <p className="p-8 text-soft">Opening …</p>;
  return <Opened key={opened.data.id} opened={opened.data} />;
}

function Opened({ opened }: { opened: Opened }) {
  const [store] = useState(() => createBenchStore(opened.id, opened.document));
  return (
    <BenchContext value={store}>
      <Workspace opened={opened} />
    </BenchContext>
  );
}
