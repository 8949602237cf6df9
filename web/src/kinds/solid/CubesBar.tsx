import { useEffect, useState } from "react";
import type { Cell } from "../../space/UnitCubes";
import { useBench, useBenchStore } from "../../document/store";
import { Button } from "../../ui/Button";

interface Props {
  /** Null where the solid is not made of unit cubes. */
  cells: readonly Cell[] | null;
  count: number;
  onCount: (count: number) => void;
  unit: string;
}

/** Fills a solid with unit cubes, row by row and layer by layer, and counts them. */
export function CubesBar({ cells, count, onCount, unit }: Props) {
  const store = useBenchStore();
  const on = useBench((state) => state.cubes);
  const [running, setRunning] = useState(false);
  const all = cells?.length ?? 0;
  useEffect(() => {
    if (!running || count >= all) return;
    const timer = setTimeout(() => onCount(count + 1), Math.max(16, Math.min(200, 6000 / all)));
    return () => clearTimeout(timer);
  }, [running, count, all, onCount]);
  const plays = running && count < all;
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Unit cubes">
      <Button
        look={on ? "plain" : "quiet"}
        aria-pressed={on}
        className={on ? "border-pine! bg-pine-wash!" : ""}
        title="Fill it with unit cubes, layer by layer"
        onClick={() => store.getState().set({ cubes: !on })}
      >
        Unit cubes
      </Button>
      {on && cells ? (
        <>
          <Button
            onClick={() => {
              if (count >= all) onCount(0);
              setRunning(!plays);
            }}
          >
            {plays ? "Pause" : "Count"}
          </Button>
          <input
            type="range"
            aria-label="Cubes that lie there"
            className="w-36 accent-pine"
            min={0}
            max={all}
            value={count}
            onChange={(event) => {
              setRunning(false);
              onCount(Number(event.target.value));
            }}
          />
          <output data-testid="cube-count">{told(cells.slice(0, count), count === all, unit)}</output>
        </>
      ) : on ? (
        <span className="text-xs text-soft">It is not made of whole unit cubes, 1728 at most.</span>
      ) : null}
    </div>
  );
}

/** The count: as a product where all rows and layers are alike, else layer by layer. */
function told(cells: readonly Cell[], whole: boolean, unit: string): string {
  const of = unit === "unit" ? "cubes" : `cubes of 1 ${unit}³`;
  const count = (axis: 0 | 1 | 2) => new Set(cells.map((cell) => cell[axis])).size;
  const [long, wide, high] = [count(0), count(1), count(2)];
  if (whole && long * wide * high === cells.length)
    return `${long} in a row × ${wide} rows × ${high} layers = ${cells.length} ${of}`;
  const layers = [...new Set(cells.map((cell) => cell[2]))].map((z) => cells.filter((cell) => cell[2] === z).length);
  return layers.length > 1 ? `${layers.join(" + ")} = ${cells.length} ${of}` : `${cells.length} ${of}`;
}
