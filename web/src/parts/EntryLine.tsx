import { memo, useRef } from "react";
import { api } from "../api/client";
import type { Edit, EntryAnswer, PartDocument, PieceDocument } from "../api/types";
import { addPart } from "../document/editing";
import { figureAt } from "../document/figures";
import { useBench, useBenchStore } from "../document/store";
import { impossible } from "./impossible";
import { TypedLine } from "./TypedLine";

/** One line in which a part can be typed in words; what is a solid becomes a figure of its own. */
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
      state.preview(addPart(state.document, figure, found.part as unknown as PartDocument));
    }
  };
  const raise = async (piece: PieceDocument): Promise<string | null> => {
    const state = store.getState();
    const edit: Edit = { do: "add-figure", added: { name: "solid", kind: "solid", pieces: [piece] } };
    const tried = await api.edit(state.document, edit).catch(() => null);
    const says = tried && (await impossible(tried.document, `figures.${tried.name}`));
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
    const part = found.part as unknown as PartDocument;
    const changed = addPart(store.getState().document, figure, part);
    const says = await impossible(changed, `figures.${changed.figures[figure]?.name}.parts.${part.name}`);
    if (says !== null) return says;
    store.getState().commit(addPart(store.getState().document, figure, part));
    store.getState().set({ selected: part.name });
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
