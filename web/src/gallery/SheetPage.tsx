import { useEffect } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../ui/Button";
import { PageHeader } from "../ui/PageHeader";
import { CardPicture } from "../cards/CardPicture";
import { useSheet } from "../api/queries";
import { Formulas } from "../cards/Formulas";

/** The chosen figures with all their formulas, to be printed. */
export default function SheetPage() {
  const sheet = useSheet();
  const [search] = useSearchParams();
  const names = (search.get("figures") ?? "").split(",").filter(Boolean);
  const rows = (sheet.data ?? []).filter((row) => names.length === 0 || names.includes(row.name));
  useEffect(() => {
    document.title = "Formula sheet · Tilt Grid";
  }, []);
  return (
    <div className="min-h-screen bg-sheet">
      <PageHeader>
        <h1 className="text-lg font-semibold">Formula sheet</h1>
        <span className="text-sm text-soft">{rows.length} figures</span>
        <span className="grow" />
        <Link to="/cards" className="rounded-md px-2.5 py-1 text-sm hover:bg-pine-wash">
          Choose others
        </Link>
        <Button look="solid" onClick={() => window.print()}>
          Print
        </Button>
      </PageHeader>
      <main className="mx-auto max-w-5xl px-6 py-4">
        {sheet.data && rows.length === 0 ? <p>None of these figures is in the catalogue.</p> : null}
        {rows.map((row) => (
          <section
            key={row.name}
            aria-label={row.title}
            className="grid break-inside-avoid grid-cols-[13rem_1fr] gap-5 border-b border-edge py-3"
          >
            <div>
              <h2 className="font-semibold">{row.title}</h2>
              <CardPicture picture={row.picture} width={220} height={170} title={row.title} className="h-auto w-full" />
              <p className="text-xs text-soft">{row.measures.map((measure) => measure.title).join(", ")}</p>
            </div>
            <Formulas row={row} dense />
          </section>
        ))}
      </main>
    </div>
  );
}
