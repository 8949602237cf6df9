import { useMutation } from "@tanstack/react-query";
import { Suspense, useEffect, useState } from "react";
import { NavLink, useNavigate, useParams } from "react-router";
import { api } from "../api/client";
import type { ProblemDocument, SheetRow } from "../api/types";
import { BenchContext, createBenchStore, keptHere, remember, useBench, useBenchStore } from "../document/store";
import { Shortcuts } from "../ui/Shortcuts";
import { UndoButtons } from "../document/UndoButtons";
import { useResults } from "../document/useResults";
import { useUndoKeys } from "../document/useUndoKeys";
import { NotHere } from "../ui/NotHere";
import { SettingsButton } from "../statement/SettingsButton";
import { Button } from "../ui/Button";
import { PageHeader } from "../ui/PageHeader";
import { useSheet } from "../api/queries";
import { askedOf, cardDocument, rememberSettings } from "../cards/givens";
import { UseOnBench } from "./UseOnBench";
import { figureAt } from "../document/figures";
import { KINDS } from "../kinds";

type Kind = "card" | "cases";
const WAY = ({ isActive }: { isActive: boolean }) =>
  `rounded-md px-2 py-1 text-sm ${isActive ? "bg-pine-wash font-semibold" : "hover:bg-pine-wash"}`;

/** One card of the gallery: kept in this browser, until it is put on the shelf. */
export default function CardPage({ as = "card" }: { as?: Kind }) {
  const name = useParams().name ?? "";
  const sheet = useSheet();
  const row = sheet.data?.find((entry) => entry.name === name);
  if (sheet.error) return <NotHere says={sheet.error.message} />;
  if (!sheet.data) return <p className="p-8 text-soft">Opening …</p>;
  if (!row) return <NotHere says="There is no such figure in the catalogue." />;
  return <Opened key={`${as}.${name}`} as={as} row={row} />;
}

function Opened({ as, row }: { as: Kind; row: SheetRow }) {
  const key = `${as}.${row.name}`;
  const [store] = useState(() =>
    createBenchStore(
      key,
      keptHere(key)?.document ?? (as === "card" ? cardDocument(row.title, row.name) : casesDocument(row)),
    ),
  );
  return (
    <BenchContext value={store}>
      <Card as={as} name={row.name} title={row.title} />
    </BenchContext>
  );
}

function casesDocument(row: SheetRow): ProblemDocument {
  const card = cardDocument(`${row.title}: cases`, row.name);
  return { ...card, figures: [KINDS.cases.blank(row)] };
}

function Card({ as, name, title }: { as: Kind; name: string; title: string }) {
  const store = useBenchStore();
  const navigate = useNavigate();
  const sheet = useSheet();
  const worked = useResults();
  const document_ = useBench((state) => state.document);
  const keep = useMutation({
    mutationFn: () => {
      const figure = figureAt("formula", document_, 0);
      const measures = sheet.data?.find((row) => row.name === name)?.measures ?? [];
      return api.create({
        ...document_,
        title: as === "card" ? title : `${title}: cases`,
        asks: figure && as === "card" ? askedOf(figure, measures) : [],
      });
    },
    onSuccess: (made) => void navigate(`/problems/${made.id}`),
  });
  useUndoKeys();
  useEffect(() => {
    document.title = `${title} · Cards · Tilt Grid`;
  }, [title]);
  useEffect(() => {
    remember(`${as}.${name}`, store);
    rememberSettings(document_.settings);
  }, [as, name, store, document_]);

  const { Work, shortcuts } = as === "card" ? KINDS.formula : KINDS.cases;
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden">
      <PageHeader>
        <h1 className="text-lg font-semibold">{title}</h1>
        <nav aria-label="This figure" className="mr-auto flex gap-1">
          <NavLink to={`/cards/${name}`} end className={WAY}>
            Card
          </NavLink>
          <NavLink to={`/cards/${name}/cases`} className={WAY}>
            Cases
          </NavLink>
        </nav>
        <UndoButtons />
        <SettingsButton />
        <Button onClick={() => window.print()}>Print</Button>
        <Button onClick={() => keep.mutate()} disabled={keep.isPending}>
          Keep on the shelf
        </Button>
        {as === "card" ? <UseOnBench /> : null}
        <Shortcuts of={shortcuts} />
      </PageHeader>
      <p className="hidden px-4 py-2 text-2xl font-semibold print:block">{title}</p>
      {(worked.fault ?? keep.error) ? (
        <p role="alert" className="bg-alarm-wash px-4 py-1.5 text-sm text-alarm">
          {worked.fault ?? keep.error?.message}
        </p>
      ) : null}
      <Suspense fallback={<p className="p-4 text-soft">One moment …</p>}>
        <Work figure={0} worked={worked} />
      </Suspense>
    </div>
  );
}
