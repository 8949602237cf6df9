import { memo } from "react";
import type { Shape } from "../api/types";
import { Picture } from "../board/Picture";
import { addFresh } from "../document/editing";
import { tidy } from "../document/tidy";
import { useBenchStore } from "../document/store";
import type { Bounds } from "../board/view";
import { roomFor } from "./room";
import { useReference } from "../api/queries";

interface Props {
  bounds: Bounds | null;
  /** Whether it is known yet what is there: a shape goes beside it. */
  ready: boolean;
}

/** The small row of pictures: a click adds the shape beside what is there. */
export const Picker = memo(function Picker({ bounds, ready }: Props) {
  const store = useBenchStore();
  const reference = useReference();

  const add = (shape: Shape) => {
    const { left, bottom, size } = roomFor(bounds);
    const given = Object.fromEntries(
      Object.entries(shape.starting).map(([key, text]) => [
        key,
        shape.scales.includes(key) ? tidy(Number(text) * size) : text,
      ]),
    );
    const at: [string, string] = [tidy(left - shape.bounds[0] * size), tidy(bottom - shape.bounds[1] * size)];
    void addFresh(store, { name: shape.name, shape: shape.name, given, at, turn: "0", flip: false, join: "add" });
  };
  return (
    <div className="flex flex-wrap gap-[0.15rem]" role="group" aria-label="Shapes">
      {reference.data?.shapes.map((shape) => (
        <button
          key={shape.name}
          type="button"
          title={`Add: ${shape.title.toLowerCase()}`}
          aria-label={`Add: ${shape.title.toLowerCase()}`}
          className="grid shrink-0 place-items-center rounded-md border border-edge bg-paper p-0.5 hover:border-pine hover:bg-pine-wash"
          disabled={!ready}
          onClick={() => add(shape)}
        >
          <Picture loops={[shape.path]} bounds={shape.bounds} width={36} height={28} margin={2} className="h-6.5 w-7" />
          <span className="hidden max-w-20 text-center text-xs leading-tight pointer-coarse:block">{shape.title}</span>
        </button>
      ))}
    </div>
  );
});
