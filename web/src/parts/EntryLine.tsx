import { memo, useRef } from "react";
import { api } from "../api/client";
import type { Edit, EntryAnswer, PartDocument, PieceDocument } from "../api/types";
import { addPart } from "../document/editing";
import { figureAt, resultsOf } from "../document/figures";
import { useBench, useBenchStore } from "../document/store";
import { beside } from "./room";
import { impossible, tried } from "./trying";
import { TypedLine } from "./TypedLine";

const partOf = (found: EntryAnswer): PartDocument => ({ at: ["0", "0"], ...found.part }) as unknown as PartDocument;

/** One line in which a part can be typed in words; what is a solid becomes a figure of its own. A part without a place stands
 * beside what is there. */
export const EntryLine = memo(function EntryLine() {
  const store = useBenchStore();
  const figure = useBench((state) => state.figure);
  const parts = useBench((state) => figureAt("plane", state.document, state.figure)?.parts);
  const growing = useRef(false);
  const shapes = Object.fromEntries((parts ?? []).map((part) => [part.name, part.shape]));

  /** An outline is seen growing while it is typed: what can be read of it so far is previewed. */
  const grow = (line: string | null, found: EntryAnswer | null) => {
    const state = store.getState();
    if (line === null || !/^\s*(take away |cut out |keep common )?outline\s/i.test(line)) {
      if (growing.current) state.preview(null);
      growing.current = false;
    } else if (found?.part) {
      growing.current = true;
      state.preview(addPart(state.document, figure, partOf(found)));
    }
  };
  const raise = async (piece: PieceDocument): Promise<string | null> => {
    const state = store.getState();
    const edit: Edit = { do: "add-figure", added: { name: "solid", kind: "solid", pieces: [piece] } };
    const edited = await api.edit(state.document, edit).catch(() => null);
    const says = edited && impossible(await tried(edited.document), `figures.${edited.name}`);
    if (says) return says;
    const done = await state.perform(edit);
    if (done.says !== null) return done.says;
    const index = store.getState().document.figures.findIndex((entry) => entry.name === done.name);
    store.getState().set({ figure: index, selected: piece.name, lit: null });
    return null;
  };
  const take = async (found: EntryAnswer): Promise<string | null> => {
    if (found.piece) return raise(found.piece as unknown as PieceDocument);
    if (!found.part) return found.says ?? "This can't be read.";
    const typed = partOf(found);
    const changed = addPart(store.getState().document, figure, typed);
    const name = changed.figures[figure]?.name ?? "";
    const results = await tried(changed);
    const says = impossible(results, `figures.${name}.parts.${typed.name}`);
    if (says !== null) return says;
    const drawn = resultsOf("plane", results?.figures[name])?.drawing?.parts ?? [];
    const loose = !("at" in found.part) && !typed.on && !typed.points && typed.join === "add";
    const part = loose ? { ...typed, at: beside(drawn, typed.name) ?? typed.at } : typed;
    store.getState().commit(addPart(store.getState().document, figure, part));
    store.getState().set({ selected: typed.name });
    growing.current = false;
    return null;
  };
  return (
    <TypedLine
      label="Type a part in words"
      placeholder="semicircle diameter 1.2 at 2.4, 0.6 turned 270"
      button="Add part"
      ask={(line) => api.entry(line, shapes)}
      take={take}
      onRead={grow}
    />
  );
});
