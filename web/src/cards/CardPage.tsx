import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api } from "../api/client";
import { BenchContext, createBenchStore, keptHere, remember, useBench, useBenchStore, useHistory } from "../bench/store";
import { useResults } from "../bench/useResults";
import { useUndoKeys } from "../bench/useUndoKeys";
import { NotHere } from "../shelf/NotHere";
import { SettingsButton } from "../statement/SettingsButton";
import { Button } from "../ui/Button";
import { PageHeader } from "../ui/PageHeader";
import { CardWork, useSheet } from "./CardWork";
import { askedOf, cardDocument, rememberSettings } from "./givens";
import { UseOnBench } from "./UseOnBench";

/** One card of the gallery: kept in this browser, until it is put on the shelf. */
export default function CardPage() {
  const name = useParams().name ?? "";
  const sheet = useSheet();
  const row = sheet.data?.find((entry) => entry.name === name);
  if (sheet.error) return <NotHere says={sheet.error.message} />;
  if (!sheet.data) return <p className="p-8 text-soft">Opening …</p>;
  if (!row) return <NotHere says="There is no such figure in the catalogue." />;
  return <Opened key={name} name={name} title={row.title} />;
}

function Opened({ name, title }: { name: string; title: string }) {
  const [store] = useState(() => {
    const key = `card.${name}`;
    return createBenchStore(key, keptHere(key)?.document ?? cardDocument(title, name));
  });
  return (
    <BenchContext value={store}>
      <Card name={name} title={title} />
    </BenchContext>
  );
}

function Card({ name, title }: { name: string; title: string }) {
  const store = useBenchStore();
  const navigate = useNavigate();
  const sheet = useSheet();
  const worked = useResults();
  const document_ = useBench((state) => state.document);
  const past = useHistory((history) => history.pastStates.length);
  const future = useHistory((history) => history.futureStates.length);
  const keep = useMutation({
    mutationFn: () => {
      const figure = document_.figures[0];
      const measures = sheet.data?.find((row) => row.name === name)?.measures ?? [];
      return api.create({ ...document_, title, asks: figure ? askedOf(figure, measures) : [] });
    },
    onSuccess: (made) => void navigate(`/problems/${made.id}`),
  });
  useUndoKeys();
  useEffect(() => {
    document.title = `${title} · Cards · Tilt Grid`;
  }, [title]);
  useEffect(() => {
    remember(`card.${name}`, store);
    rememberSettings(document_.settings);
  }, [name, store, document_]);

  const figure = document_.figures[0]?.name ?? "";
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden">
      <PageHeader>
        <h1 className="mr-auto text-lg font-semibold">{title}</h1>
        <Button look="quiet" onClick={() => store.temporal.getState().undo()} disabled={past === 0} title="Undo (Ctrl+Z)">
          Undo
        </Button>
        <Button look="quiet" onClick={() => store.temporal.getState().redo()} disabled={future === 0} title="Redo (Ctrl+Shift+Z)">
          Redo
        </Button>
        <SettingsButton />
        <Button onClick={() => window.print()}>Print</Button>
        <Button onClick={() => keep.mutate()} disabled={keep.isPending}>
          Keep on the shelf
        </Button>
        <UseOnBench />
      </PageHeader>
      {worked.fault ?? keep.error ? (
        <p role="alert" className="bg-alarm-wash px-4 py-1.5 text-sm text-alarm">
          {worked.fault ?? keep.error?.message}
        </p>
      ) : null}
      <CardWork figure={0} results={worked.results?.figures[figure]} complaints={worked.results?.complaints ?? []} old={worked.late} />
    </div>
  );
}
