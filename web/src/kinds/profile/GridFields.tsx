import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";
import { NO_GRID, type FieldsProps, type Grid } from "./change";
import { Named } from "./Named";

interface Props extends Pick<FieldsProps, "put" | "faultAt"> {
  grid: Grid;
  /** What the rule makes of each row. */
  sections: string[];
}

/** Depths on a two-way grid, with the cross-section of every row beside it. */
export function GridFields({ grid, sections, put, faultAt }: Props) {
  const rows = grid.depths ?? [];
  const wide = rows[0]?.length ?? 0;
  const set = (change: Partial<Grid>) => put((now) => ({ grid: { ...(now.grid ?? NO_GRID), ...change } }));
  return (
    <div
      className="flex flex-col gap-1.5"
      onPaste={(event) => {
        const pasted = event.clipboardData
          .getData("text")
          .trim()
          .split(/\r?\n/)
          .map((line) => line.trim().split(/[\t;]|\s+/));
        if (pasted.length < 2 || (pasted[0]?.length ?? 0) < 2) return;
        event.preventDefault();
        set({ depths: pasted.map((row) => row.map((cell) => cell.replace(/^(-?\d+),(\d+)$/, "$1.$2"))) });
      }}
    >
      <div className="flex flex-wrap items-center gap-3">
        <Named before="along a row every">
          <MeasureField
            value={grid.along ?? "1"}
            label="Spacing along a row"
            className="w-16"
            invalid={faultAt("grid.along")}
            onCommit={(along) => set({ along })}
          />
        </Named>
        <Named before="a row every">
          <MeasureField
            value={grid.across ?? "1"}
            label="Spacing of the rows"
            className="w-16"
            invalid={faultAt("grid.across")}
            onCommit={(across) => set({ across })}
          />
        </Named>
        <Button onClick={() => set({ depths: [...rows, Array<string>(Math.max(2, wide)).fill("0")] })}>+ Row</Button>
        <Button onClick={() => set({ depths: rows.map((row) => [...row, "0"]) })}>+ Column</Button>
        {rows.length > 2 ? <Button onClick={() => set({ depths: rows.slice(0, -1) })}>− Row</Button> : null}
        {wide > 2 ? (
          <Button onClick={() => set({ depths: rows.map((row) => row.slice(0, -1)) })}>− Column</Button>
        ) : null}
        <span className="text-soft">A table of depths can be pasted.</span>
      </div>
      <div className="max-h-44 overflow-auto">
        <table aria-label="Depths">
          <tbody>
            {rows.map((row, i) => (
              <tr key={i}>
                {row.map((depth, j) => (
                  <td key={j} className="p-0.5">
                    <MeasureField
                      value={depth}
                      label={`Depth ${i + 1}, ${j + 1}`}
                      className="w-14 text-center"
                      invalid={faultAt(`grid.depths.${i}.${j}`) || faultAt(`grid.depths.${i}`)}
                      onCommit={(text) =>
                        set({
                          depths: rows.map((old, at) =>
                            at === i ? old.map((cell, place) => (place === j ? text : cell)) : old,
                          ),
                        })
                      }
                    />
                  </td>
                ))}
                <td className="pl-3 text-soft tabular-nums">{sections[i] ?? ""}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
