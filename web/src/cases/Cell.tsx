import { memo, useContext, useRef, useState } from "react";
import type { CaseColumn, CaseRow } from "../api/types";
import { ExpressionField } from "../ui/ExpressionField";
import { TypedHere } from "../ui/MeasureField";

import type { Mark } from "./table";

export interface Place {
  row: number;
  column: number;
}

interface EditorProps {
  start: string;
  label: string;
  place: Place;
  columns: number;
  onCommit: (text: string, next: Place) => void;
  onCancel: () => void;
  onLeave: (text: string) => void;
}

/** A cell that is being typed. */
export function CellEditor({ start, label, place, columns, onCommit, onCancel, onLeave }: EditorProps) {
  const [text, setText] = useState(start);
  const done = useRef(false);
  const finish = (next: Place) => {
    done.current = true;
    onCommit(text, next);
  };
  const ask = useContext(TypedHere);
  return (
    <span
      className="contents"
      onBlur={() => {
        if (!done.current) onLeave(text);
      }}
      onKeyDown={(event) => {
        if (event.defaultPrevented) return; // a way to go on was chosen
        if (event.key === "Enter") finish({ row: place.row + (event.shiftKey ? -1 : 1), column: place.column });
        else if (event.key === "Tab")
          finish(
            event.shiftKey
              ? { row: place.row, column: place.column - 1 }
              : place.column + 1 < columns
                ? { row: place.row, column: place.column + 1 }
                : { row: place.row + 1, column: 0 },
          );
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      <ExpressionField
        value={start}
        label={label}
        atOnce="end"
        className="m-px text-[0.95rem] *:rounded-none! *:border-2! *:border-pine!"
        ask={ask ?? (() => Promise.resolve(null))}
        onTyped={setText}
        onBack={() => {
          done.current = true;
          onCancel();
        }}
        onCommit={() => undefined}
      />
    </span>
  );
}

interface CellProps {
  id: string;
  column: CaseColumn;
  typed: string;
  told: CaseRow | undefined;
  /** Whether it is the least or the greatest of its column. */
  mark: Mark;
  active: boolean;
  row: number;
  index: number;
  onGo: (place: Place) => void;
  onOpen: (text: string) => void;
}

/** A typed cell dark and upright, a found one slanted and lighter; an expected one says whether it agrees. */
export const Cell = memo(function Cell({ id, column, typed, told, mark, active, row, index, onGo, onOpen }: CellProps) {
  const cell = told?.cells[column.name];
  const agrees = told?.agree[column.name];
  const ruled = typed === "" && cell?.given === true;
  const faulty = told?.at === column.name;
  const reckoned = column.role === "derived";
  const text = column.role === "note" ? typed : typed !== "" && !reckoned ? typed : (cell?.text ?? "");
  return (
    <span
      id={id}
      role="gridcell"
      aria-selected={active}
      data-column={column.name}
      title={faulty ? (told?.says ?? undefined) : text}
      className={`flex cursor-text items-center justify-end gap-1 truncate border-l border-edge px-2 text-[0.95rem] ${typed !== "" && column.role !== "note" ? "font-semibold" : ruled ? "" : "text-soft italic"} ${
        faulty ? "bg-alarm-wash" : active ? "bg-pine-wash outline-2 -outline-offset-2 outline-pine" : ""
      } ${column.role === "note" ? "justify-start! text-ink! not-italic!" : ""}`}
      onClick={() => (active && !reckoned ? onOpen(typed) : onGo({ row, column: index }))}
      onDoubleClick={() => (reckoned ? undefined : onOpen(typed))}
    >
      {agrees === undefined ? null : (
        <span className={agrees ? "text-pine" : "text-alarm"}>{agrees ? "✓ agrees" : "✗ differs"}</span>
      )}
      {mark ? <span className="text-xs text-pine not-italic">{mark}</span> : null}
      <span className="truncate">{text}</span>
    </span>
  );
});
