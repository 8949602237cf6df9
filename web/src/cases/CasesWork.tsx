import { useCallback, useMemo, useState } from "react";
import { api } from "../api/client";
import type { CaseColumn } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { useSheet } from "../api/queries";
import { CasesTable } from "./CasesTable";
import { Plot } from "./Plot";
import { blockOf, withCells, withRows, withTable, type Row } from "./table";
import { Tools } from "./Tools";
import { useCases } from "./useCases";
import { figureAt } from "../document/figures";

const NO_COLUMNS: CaseColumn[] = [];
const NO_ROWS: Row[] = [];

/** A card as a table: each row a case with unknowns of its own. */
export function CasesWork({ figure }: { figure: number }) {
  const store = useBenchStore();
  const document_ = useBench((state) => state.document);
  const declared = figureAt("cases", document_, figure);
  const sheet = useSheet();
  const row = sheet.data?.find((entry) => entry.name === declared?.figure);
  const worked = useCases(document_, figure);
  const [plot, setPlot] = useState(false);
  const [notes, setNotes] = useState<string[]>([]);
  const columns = declared?.columns ?? NO_COLUMNS;
  const rows = declared?.rows ?? NO_ROWS;
  const commit = useCallback(
    (edit: (document: typeof document_) => typeof document_) =>
      store.getState().commit(edit(store.getState().document)),
    [store],
  );

  const bring = async (text: string, at: { row: number; column: number } | null) => {
    try {
      const read = await api.readTable(declared?.figure ?? "", text);
      commit((d) => withTable(d, figure, read));
      setNotes([`${read.rows.length} rows were read`, ...read.says]);
    } catch (error) {
      const block = blockOf(text);
      if (!at) {
        setNotes([error instanceof Error ? error.message : String(error)]);
        return;
      }
      const names = columns.map((column) => column.name);
      const cells = block.flatMap((line, down) =>
        line.flatMap((cell, along) =>
          names[at.column + along] === undefined
            ? []
            : [{ row: at.row + down, column: names[at.column + along] ?? "", text: cell }],
        ),
      );
      commit((d) => withCells(d, figure, cells));
      setNotes([]);
    }
  };

  const whole = useMemo(
    () => worked.complaints.filter((complaint) => complaint.where === `figures.${declared?.name}.figure`),
    [worked.complaints, declared?.name],
  );
  if (!declared) return null;
  if (sheet.data && !row)
    return <p className="says p-4 text-base!">{whole[0]?.says ?? "This figure is not in the catalogue."}</p>;
  if (!row) return <p className="p-4 text-soft">One moment …</p>;

  return (
    <main className="flex min-h-0 grow flex-col bg-sheet">
      <Tools
        row={row}
        document={document_}
        figure={figure}
        columns={columns}
        count={rows.length}
        worked={worked}
        plot={plot}
        notes={notes}
        onNotes={setNotes}
        onPlot={() => setPlot(!plot)}
        onEdit={commit}
        onText={(text) => void bring(text, null)}
      />
      <div className={`grid min-h-0 grow ${plot ? "lg:grid-cols-[minmax(0,1fr)_26rem]" : ""}`}>
        <CasesTable
          row={row}
          columns={columns}
          rows={rows}
          worked={worked.rows}
          complaints={worked.complaints.filter((complaint) =>
            complaint.where.startsWith(`figures.${declared.name}.columns.`),
          )}
          where={`figures.${declared.name}.columns`}
          settings={document_.settings}
          figure={figure}
          onEdit={commit}
          onPaste={(text, at) => void bring(text, at)}
          onMore={() => commit((d) => withRows(d, figure, 1))}
        />
        {plot ? <Plot row={row} columns={columns} rows={worked.rows} settings={document_.settings} /> : null}
      </div>
    </main>
  );
}
