import { useVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { CaseColumn, CaseRow, Complaint, ProblemDocument, SheetRow } from "../api/types";
import { Cell, CellEditor, type Place } from "./Cell";
import { ColumnHead } from "./ColumnHead";
import { endsOf, markOf, measureOf, sorted, withCell, withoutRow, type Row } from "./table";

interface Props {
  row: SheetRow;
  columns: CaseColumn[];
  rows: Row[];
  worked: CaseRow[];
  complaints: Complaint[];
  where: string;
  settings: ProblemDocument["settings"];
  figure: number;
  onEdit: (edit: (document: ProblemDocument) => ProblemDocument) => void;
  onPaste: (text: string, at: { row: number; column: number }) => void;
  onMore: () => void;
}

const SOLUTION = "solution";
const HEIGHT = 34;
const NUMBER = 56;
const WIDTH = 132;
const SAYS = 360;

/** The table itself: cells that are typed into, and cells that are found. Only the rows in sight are drawn. */
export function CasesTable({
  row,
  columns,
  rows,
  worked,
  complaints,
  where,
  settings,
  figure,
  onEdit,
  onPaste,
  onMore,
}: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState<Place>({ row: 0, column: 0 });
  const [editing, setEditing] = useState<string | null>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- the virtualizer re-renders by itself
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => HEIGHT,
    overscan: 12,
  });
  const template = `${NUMBER}px repeat(${columns.length}, ${WIDTH}px) minmax(${SAYS}px, 1fr)`;
  const width = NUMBER + columns.length * WIDTH + SAYS;

  const go = useCallback(
    (place: Place) => {
      const to = {
        row: Math.min(Math.max(0, place.row), rows.length - 1),
        column: Math.min(Math.max(0, place.column), columns.length - 1),
      };
      setActive(to);
      setEditing(null);
      scroller.current?.focus({ preventScroll: true });
    },
    [rows.length, columns.length],
  );
  useEffect(() => {
    virtual.scrollToIndex(active.row, { align: "auto" });
    const left = NUMBER + active.column * WIDTH;
    const box = scroller.current;
    if (box && left + WIDTH > box.scrollLeft + box.clientWidth) box.scrollLeft = left + WIDTH - box.clientWidth;
    if (box && left - NUMBER < box.scrollLeft) box.scrollLeft = left - NUMBER;
  }, [active, virtual]);
  const give = useCallback(
    (place: Place, text: string) => {
      const column = columns[place.column];
      if (column && (rows[place.row]?.[column.name] ?? "") !== text.trim())
        onEdit((document) => withCell(document, figure, place.row, column.name, text));
    },
    [columns, rows, onEdit, figure],
  );
  const commit = (text: string, next: Place) => {
    give(active, text);
    if (next.row < rows.length) go(next);
    else {
      onMore();
      setActive(next);
      setEditing(null);
      scroller.current?.focus({ preventScroll: true });
    }
  };

  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey || event.altKey) return;
    const moves: Record<string, Place> = {
      ArrowDown: { row: active.row + 1, column: active.column },
      ArrowUp: { row: active.row - 1, column: active.column },
      ArrowLeft: { row: active.row, column: active.column - 1 },
      ArrowRight: { row: active.row, column: active.column + 1 },
      PageDown: { row: active.row + 15, column: active.column },
      PageUp: { row: active.row - 15, column: active.column },
      Home: { row: active.row, column: 0 },
      End: { row: active.row, column: columns.length - 1 },
    };
    const move = moves[event.key];
    const typed = rows[active.row]?.[columns[active.column]?.name ?? ""] ?? "";
    if (move) go(move);
    else if (columns[active.column]?.role === "derived") return;
    else if (event.key === "Enter") setEditing(typed);
    else if (event.key === "Delete" || event.key === "Backspace") give(active, "");
    else if (event.key.length === 1) setEditing(event.key);
    else return;
    event.preventDefault();
  };

  const ends = useMemo(() => endsOf(columns, worked), [columns, worked]);
  const unsolved = worked.flatMap((told, index) => (told.says ? [index] : []));
  const next = unsolved.find((index) => index > active.row) ?? unsolved[0];
  const says = worked[active.row]?.says;
  return (
    <div className="flex min-h-0 min-w-0 flex-col">
      <div
        ref={scroller}
        role="grid"
        aria-label={`Cases of ${row.title}`}
        aria-rowcount={rows.length + 1}
        aria-activedescendant={`case-${active.row}-${active.column}`}
        tabIndex={0}
        className="min-h-60 grow overflow-auto border-b border-edge outline-offset-[-3px]"
        onKeyDown={press}
        onPaste={(event) => {
          if (event.target instanceof HTMLInputElement) return;
          event.preventDefault();
          onPaste(event.clipboardData.getData("text"), active);
        }}
      >
        <div style={{ width, minWidth: "100%" }}>
          <div
            role="row"
            className="sticky top-0 z-10 grid border-b-2 border-rule bg-sheet"
            style={{ gridTemplateColumns: template }}
          >
            <span role="columnheader" className="sticky left-0 bg-sheet p-1 text-right text-xs text-soft">
              case
            </span>
            {columns.map((column) => (
              <ColumnHead
                key={column.name}
                column={column}
                measure={row.measures.find((measure) => measure.name === measureOf(column))}
                complaints={complaints.filter(
                  (complaint) =>
                    complaint.where.startsWith(`${where}.${column.name}`) &&
                    /^($|\.)/.test(complaint.where.slice(where.length + 1 + column.name.length)),
                )}
                settings={settings}
                figure={figure}
                onSort={(way) => onEdit((document) => sorted(document, figure, column.name, worked, way))}
                onEdit={onEdit}
              />
            ))}
            <span role="columnheader" className="self-end p-1 text-xs text-soft">
              {rows.length} cases
            </span>
          </div>
          <div style={{ height: virtual.getTotalSize(), position: "relative" }}>
            {virtual.getVirtualItems().map((item) => (
              <div
                key={item.index}
                role="row"
                aria-rowindex={item.index + 2}
                className="absolute inset-x-0 grid border-b border-edge"
                style={{ gridTemplateColumns: template, height: HEIGHT, transform: `translateY(${item.start}px)` }}
              >
                <span
                  role="rowheader"
                  className="group sticky left-0 flex items-center justify-end gap-1 bg-sheet px-1.5 text-xs text-soft"
                >
                  <button
                    type="button"
                    tabIndex={-1}
                    aria-label={`Remove case ${item.index + 1}`}
                    className="hidden rounded px-1 group-hover:inline hover:bg-alarm-wash hover:text-alarm"
                    onClick={() => onEdit((document) => withoutRow(document, figure, item.index))}
                  >
                    ×
                  </button>
                  {item.index + 1}
                </span>
                {columns.map((column, index) => {
                  const here = active.row === item.index && active.column === index;
                  return here && editing !== null ? (
                    <CellEditor
                      key={column.name}
                      start={editing}
                      label={`${column.name}, case ${item.index + 1}`}
                      place={active}
                      columns={columns.length}
                      onCommit={commit}
                      onCancel={() => go(active)}
                      onLeave={(text) => (give(active, text), setEditing(null))}
                    />
                  ) : (
                    <Cell
                      key={column.name}
                      id={`case-${item.index}-${index}`}
                      column={column}
                      typed={rows[item.index]?.[column.name] ?? ""}
                      told={worked[item.index]}
                      mark={markOf(ends[column.name], worked[item.index]?.cells[column.name]?.number)}
                      active={here}
                      row={item.index}
                      index={index}
                      onGo={go}
                      onOpen={setEditing}
                    />
                  );
                })}
                <Says
                  told={worked[item.index]}
                  chosen={Number(rows[item.index]?.[SOLUTION] ?? "1")}
                  onChoose={(solution) =>
                    onEdit((document) => withCell(document, figure, item.index, SOLUTION, String(solution)))
                  }
                />
              </div>
            ))}
          </div>
        </div>
      </div>
      <p className="flex min-h-9 flex-wrap items-center gap-x-3 px-3 py-1 text-sm" role="status">
        {says ? (
          <span className="text-alarm">
            Case {active.row + 1}: {says}.
          </span>
        ) : null}
        <span className="grow" />
        {unsolved.length > 0 && next !== undefined ? (
          <span className="text-soft">
            {unsolved.length === 1 ? "One case is not solved" : `${unsolved.length} cases are not solved`}{" "}
            <button
              type="button"
              className="text-pine underline"
              onClick={() => go({ row: next, column: active.column })}
            >
              go to {next === active.row ? "it" : `case ${next + 1}`}
            </button>
          </span>
        ) : null}
      </p>
    </div>
  );
}

interface SaysProps {
  told: CaseRow | undefined;
  chosen: number;
  onChoose: (solution: number) => void;
}

/** What is wrong with a row; of one with several solutions, which is shown. */
function Says({ told, chosen, onChoose }: SaysProps) {
  if (told && told.solutions > 1 && !told.says)
    return (
      <span className="flex items-center gap-1 px-2 text-xs text-soft" data-says>
        {told.solutions} solutions, shown:
        {Array.from({ length: told.solutions }, (_, index) => (
          <button
            key={index}
            type="button"
            aria-pressed={chosen === index + 1}
            aria-label={`Solution ${index + 1}`}
            className={`min-w-6 rounded border px-1.5 ${chosen === index + 1 ? "border-pine bg-pine text-white" : "border-rule hover:bg-pine-wash"}`}
            onClick={() => onChoose(index + 1)}
          >
            {index + 1}
          </button>
        ))}
      </span>
    );
  return (
    <span
      className={`self-center truncate px-2 text-xs ${told?.says ? "text-alarm" : "text-soft"}`}
      title={told?.says ?? undefined}
      data-says
    >
      {told?.says}
    </span>
  );
}
