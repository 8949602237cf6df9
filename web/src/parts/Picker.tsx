import { memo } from "react";
import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Shape } from "../api/types";
import { Picture } from "../board/Picture";
import { addPart, freeName, tidy } from "../bench/editing";
import { useBench, useBenchStore } from "../bench/store";

/** The small row of pictures: a click adds the shape beside what is there. */
export const Picker = memo(function Picker() {
  const store = useBenchStore();
  const figure = useBench((state) => state.figure);
  const reference = useQuery({ queryKey: ["reference"], queryFn: api.reference, staleTime: Infinity });

  const add = async (shape: Shape) => {
    const state = store.getState();
    const parts = state.document.figures[figure]?.parts ?? [];
    const name = freeName(shape.name.replace(/-/g, "_"), parts.map((part) => part.name));
    const { left, top, size } = await roomFor(state.document, figure);
    const given = Object.fromEntries(Object.entries(shape.starting).map(([key, text]) => [key, tidy(Number(text) * size)]));
    const at: [string, string] = [tidy(left - shape.bounds[0] * size), tidy(top - shape.bounds[1] * size)];
    const now = store.getState();
    now.commit(addPart(now.document, figure, { name, shape: shape.name, given, at, turn: "0", flip: false, join: "add" }));
    now.set({ selected: name });
  };
  return (
    <div className="flex gap-1.5 overflow-x-auto" role="group" aria-label="Shapes">
      {reference.data?.shapes.map((shape) => (
        <button
          key={shape.name}
          type="button"
          title={`Add: ${shape.title.toLowerCase()}`}
          className="flex shrink-0 flex-col items-center rounded-md border border-edge bg-paper px-1.5 pt-1 text-xs hover:border-pine hover:bg-pine-wash"
          onClick={() => void add(shape)}
        >
          <Picture loops={[shape.path]} bounds={shape.bounds} width={52} height={32} margin={3} className="h-8 w-13" />
          {shape.title}
        </button>
      ))}
    </div>
  );
});

/** Where a new part has room: right of what is there, in a size that suits it. */
async function roomFor(document: Parameters<typeof api.evaluate>[0], figure: number) {
  const results = await api.evaluate(document).catch(() => null);
  const bounds = results?.figures[document.figures[figure]?.name ?? ""]?.drawing?.bounds;
  if (!bounds) return { left: 0, top: 0, size: 1 };
  const extent = Math.max(bounds[2] - bounds[0], bounds[3] - bounds[1]);
  const size = 10 ** Math.floor(Math.log10(extent / 2)) || 1;
  const right = Math.ceil(bounds[2] / size + 0.5) * size;
  return { left: right, top: Math.floor(bounds[1] / size + 1e-9) * size, size };
}
