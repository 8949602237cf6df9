import { memo, useState } from "react";
import type { ProfileResults } from "../../api/types";
import { Maths } from "../../ui/Maths";

type Column = ProfileResults["column"];

/** The ordinates with their weights in a column, as people write them; while something is slid, as they were, pale. */
export const Weights = memo(function Weights({ column, brief, old }: { column: Column; brief: boolean; old: boolean }) {
  const [kept, setKept] = useState<Column>(column);
  if (!brief && kept !== column) setKept(column);
  const shown = brief ? kept : column;
  return shown ? <Rows column={shown} old={old || brief} /> : null;
});

const Rows = memo(function Rows({ column, old }: { column: NonNullable<Column>; old: boolean }) {
  return (
    <details className={`border-b border-edge px-4 py-1.5 text-sm ${old ? "opacity-60 grayscale" : ""}`} open>
      <summary className="cursor-pointer font-semibold">Ordinates with their weights</summary>
      <div className="max-h-60 overflow-auto">
        <table className="mt-1 w-full text-right tabular-nums">
          <thead className="text-xs text-soft">
            <tr>
              <th className="text-left font-normal">at</th>
              <th className="font-normal">height</th>
              <th className="font-normal">counts</th>
              <th className="font-normal">makes</th>
            </tr>
          </thead>
          <tbody>
            {column.rows.map((row, index) => (
              <tr key={index}>
                <td className="text-left">{row.position}</td>
                <td>{row.height}</td>
                <td>{row.weight} ×</td>
                <td>{row.product}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 border-t border-ink pt-1 text-right" data-testid="weighted">
        {column.says} × their sum = <Maths maths={column.factor.shown} /> × <Maths maths={column.sum.shown} /> ={" "}
        <Maths maths={column.area.shown} />
      </p>
    </details>
  );
});
