import { useCallback, useEffect, useMemo, useState } from "react";
import { api } from "../../api/client";
import { useSheet } from "../../api/queries";
import type { Complaint, EntryAnswer, PieceDocument, SheetRow, SolidNet, SpaceDrawing, Tally } from "../../api/types";
import { CardPicture } from "../../cards/CardPicture";
import { plainNumber, shortNumber } from "../../cards/givens";
import { isOf, resultsOf } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";
import { impossible, tried } from "../../parts/trying";
import { TypedLine } from "../../parts/TypedLine";
import { SpaceBoard } from "../../space/SpaceBoard";
import { Lines } from "../../tally/Lines";
import { TallyPanel } from "../../tally/TallyPanel";
import { goTo } from "../../ui/fields";
import { isTyping } from "../../ui/typing";
import type { WorkProps } from "../kind";
import { FilesMenu } from "./FilesMenu";
import { CubesBar } from "./CubesBar";
import { FillBar } from "./FillBar";
import { FillPlot } from "./FillPlot";
import { PieceBar } from "./PieceBar";
import { ScaledBar } from "./ScaledBar";
import { MAKINGS, WALLS, addPiece, changePiece, pieceNamed, piecesOf, makeOf, removePiece, withPiece } from "./pieces";

/** How far a piece reaches from left to right, in the picture's unit. */
function widthOf(drawing: SpaceDrawing, piece: string): number | null {
  const faces = drawing.faces.filter((face) => face.piece === piece);
  const across = faces.flatMap((face) => face.facets.flatMap((facet) => facet.rings.flat().map(([x]) => x)));
  return across.length > 0 ? across.reduce((a, b) => Math.max(a, b)) - across.reduce((a, b) => Math.min(a, b)) : null;
}

const NO_COMPLAINTS: Complaint[] = [];
const NOTHING = {};
const NO_NETS: SolidNet[] = [];
const NO_WAYS: Tally[] = [];
const MEASURES = [
  { name: "volume", title: "Volume" },
  { name: "surface", title: "Surface" },
  { name: "lateral", title: "Lateral" },
  { name: "edges", title: "Edges" },
];

/** A solid: the picture that turns, the pieces, the tally of volume and faces. */
export default function SolidWork({ figure, worked }: WorkProps) {
  const store = useBenchStore();
  const name = useBench((state) => state.document.figures[figure]?.name ?? "");
  const selected = useBench((state) => state.selected);
  const pieces = useBench((state) => piecesOf(state.document, figure));
  const piece = useBench((state) => pieceNamed(state.document, figure, state.selected));
  const editing = useBench((state) => state.editing);
  const sheet = useSheet();
  const good = resultsOf("solid", worked.good[name]);
  const now = resultsOf("solid", worked.results?.figures[name]);
  const old = worked.late || (good !== undefined && good !== worked.results?.figures[name]);
  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  const labels = useMemo(
    () =>
      Object.fromEntries(
        (good?.tallies.surface?.entries ?? []).map((entry) => [
          entry.id,
          `${entry.title.replace(`${entry.part}, `, "")}\n${entry.value.approximate ? "≈ " : ""}${entry.value.text}`,
        ]),
      ),
    [good],
  );
  // A measure that this solid has not, such as edges that are curves of no simple kind, is not offered.
  const measures = useMemo(
    () => MEASURES.filter(({ name: measure }) => !good?.quantities.volume || measure in good.quantities),
    [good],
  );
  const bounds = good?.drawing?.bounds;
  const nets = useMemo(() => (good?.net ? (good.otherNets.length > 0 ? good.otherNets : [good.net]) : NO_NETS), [good]);
  const figures = useBench((state) => state.document.figures);
  const floors = figures.filter((entry) => isOf("plane", entry) || isOf("profile", entry)).map((entry) => entry.name);
  const plotted = useBench((state) => state.plot);
  const unit = useBench((state) => state.document.settings?.unit ?? "m");
  const withCubes = useBench((state) => state.cubes);
  const cells = withCubes ? (good?.cubes ?? null) : null;
  const [count, setCount] = useState(Infinity);
  const [adding, setAdding] = useState(false);
  const solids = sheet.data?.filter((row) => !row.plane) ?? [];
  const faces = (good?.tallies.surface?.entries ?? [])
    .filter((entry) => entry.part === selected && entry.role !== "opening")
    .flatMap((entry) => (entry.alike.length > 0 ? entry.alike : [entry.id]))
    .map((id) => id.replace(`surface.${selected}.`, ""));

  // A measurement that is picked on the picture or in the tally is changed in its field.
  const pick = useCallback(
    (of: string, measure: string) => {
      store.getState().set({ selected: of, editing: null });
      requestAnimationFrame(() => goTo(`given ${of} ${measure}`));
    },
    [store],
  );
  // A measurement is drawn out on the picture, as long as it is a plain number; to two digits more than it is large.
  const drag = useCallback(
    (of: string, measure: string, factor: number, done: boolean) => {
      const state = store.getState();
      const typed = pieceNamed(state.document, figure, of)?.given[measure] ?? "";
      const number = plainNumber(typed);
      if (!number) return;
      const text = `${shortNumber(Number((number.value * factor).toPrecision(2)))}${number.behind ? ` ${number.behind}` : ""}`;
      const changed = changePiece(state.document, figure, of, (p) => ({
        ...p,
        given: { ...p.given, [measure]: text },
      }));
      if (done) state.commit(changed);
      else state.preview(changed);
    },
    [store, figure],
  );
  useEffect(() => {
    if (editing) pick(editing.part, editing.given);
  }, [editing, pick]);

  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const state = store.getState();
      const chosen = pieceNamed(state.document, figure, state.selected);
      const put = (change: Parameters<typeof changePiece>[3]) =>
        chosen && state.commit(changePiece(state.document, figure, chosen.name, change));
      const actions: Record<string, () => void> = {
        "+": () => setAdding(true),
        n: () => goTo("piece name"),
        j: () => put((p) => ({ ...p, join: p.join === "add" ? "take" : "add" })),
        l: () => put((p) => ({ ...p, lying: !p.lying })),
        delete: () => {
          if (!chosen) return;
          state.commit(removePiece(state.document, figure, chosen.name));
          state.set({ selected: null });
        },
        escape: () => state.set({ selected: null }),
      };
      const action = actions[event.key.toLowerCase()];
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [figure, store]);

  const add = (row: SheetRow) => {
    const state = store.getState();
    const on = pieceNamed(state.document, figure, state.selected)?.name ?? pieces.at(-1)?.name ?? null;
    const [document, added] = addPiece(state.document, figure, row, on);
    state.commit(document);
    state.set({ selected: added });
    setAdding(false);
  };

  const make = (floor: string, making: Parameters<typeof makeOf>[3]) => {
    const state = store.getState();
    const [document, added] = makeOf(state.document, figure, floor, making);
    state.commit(document);
    state.set({ selected: added });
    setAdding(false);
  };
  const take = async (found: EntryAnswer): Promise<string | null> => {
    if (!found.piece) return found.says ?? "This can't be read.";
    const typed = found.piece as unknown as PieceDocument;
    const changed = () => withPiece(store.getState().document, figure, typed);
    const says = impossible(await tried(changed()), `figures.${name}.pieces.${typed.name}`);
    if (says !== null) return says;
    store.getState().commit(changed());
    store.getState().set({ selected: typed.name });
    return null;
  };

  return (
    <main className="grid min-h-0 grow md:grid-cols-[3fr_2fr]">
      <section className="flex min-h-0 min-w-0 flex-col border-edge md:border-r" aria-label="Figure">
        {piece ? (
          <PieceBar
            key={piece.name}
            piece={piece}
            figure={figure}
            name={name}
            row={solids.find((row) => row.name === piece.shape)}
            told={now?.pieces[piece.name]}
            faces={[...new Set(faces)]}
            wide={good?.drawing ? widthOf(good.drawing, piece.name) : null}
            complaints={complaints}
          />
        ) : null}
        <SpaceBoard
          drawing={good?.drawing ?? null}
          nets={nets}
          noNet={good?.noNet ?? null}
          labels={labels}
          old={old}
          title={name}
          level={good?.liquid && bounds ? bounds[0][2] + (good.liquid.risen?.at ?? good.liquid.at) : null}
          cubes={cells ? { cells, count: Math.min(count, cells.length) } : null}
          onGiven={pick}
          onDrag={drag}
          controls={(net) => (
            <>
              {good?.drawing ? (
                <FilesMenu name={name} drawing={good.drawing} net={net} labels={labels} unit={unit} />
              ) : null}
              <CubesBar cells={cells} count={Math.min(count, cells?.length ?? 0)} onCount={setCount} unit={unit} />
              <FillBar
                figure={figure}
                name={name}
                liquid={good?.liquid ?? null}
                height={bounds ? bounds[1][2] - bounds[0][2] : null}
                complaints={complaints}
              />
            </>
          )}
          empty={
            <p className="grid h-full place-items-center p-6 text-center text-soft">
              A solid is put together from pieces: choose the first one below.
            </p>
          }
        >
          {plotted && good?.liquid ? <FillPlot liquid={good.liquid} unit={unit} /> : null}
        </SpaceBoard>
        <div className="flex flex-col gap-1.5 border-t border-edge bg-sheet px-3 py-2">
          <TypedLine
            label="Type a piece in words"
            placeholder="cylinder radius 0.9 height 2.4 lying"
            button="Add piece"
            ask={(line) => api.entry(line, Object.fromEntries(pieces.map((each) => [each.name, each.shape])), "solid")}
            take={take}
          />
          <div className="flex flex-wrap items-center gap-1 text-sm" role="group" aria-label="Pieces">
            {pieces.map((each) => (
              <button
                key={each.name}
                type="button"
                aria-pressed={each.name === selected}
                className={`rounded-md border px-2 py-0.5 ${each.name === selected ? "border-pine bg-pine text-white" : "border-rule bg-sheet hover:bg-pine-wash"} ${each.join === "take" ? "border-dashed" : ""}`}
                onClick={() => store.getState().set({ selected: each.name === selected ? null : each.name })}
              >
                {each.join === "take" ? "− " : ""}
                {each.name}
              </button>
            ))}
            {pieces.length > 0 ? (
              <button
                type="button"
                className="rounded-md px-2 py-0.5 text-pine hover:bg-pine-wash"
                aria-expanded={adding}
                title="Add a piece (+)"
                onClick={() => setAdding(!adding)}
              >
                + Piece
              </button>
            ) : null}
          </div>
          {adding || pieces.length === 0 ? (
            <div className="flex max-h-40 flex-wrap gap-1 overflow-y-auto" role="group" aria-label="Solids">
              {floors.flatMap((floor) =>
                [...MAKINGS, WALLS].map((making) => (
                  <button
                    key={`${floor} ${making.title}`}
                    type="button"
                    className="rounded-md border border-edge bg-paper px-2 text-sm hover:border-pine hover:bg-pine-wash"
                    title={`Make a solid of the plane figure ${floor}`}
                    onClick={() => make(floor, making)}
                  >
                    {floor} {making.title}
                  </button>
                )),
              )}
              {solids.map((row) => (
                <button
                  key={row.name}
                  type="button"
                  title={`Add: ${row.title.toLowerCase()}`}
                  aria-label={`Add: ${row.title.toLowerCase()}`}
                  className="grid place-items-center rounded-md border border-edge bg-paper p-0.5 hover:border-pine hover:bg-pine-wash"
                  onClick={() => add(row)}
                >
                  <CardPicture
                    picture={row.picture}
                    width={52}
                    height={40}
                    title={row.title}
                    bare
                    margin={3}
                    className="h-9 w-12"
                  />
                </button>
              ))}
            </div>
          ) : null}
        </div>
      </section>
      <section className="flex min-h-0 min-w-0 flex-col bg-sheet" aria-label="Working">
        <TallyPanel
          tallies={good?.tallies ?? NOTHING}
          grouped={good?.grouped ?? NOTHING}
          second={good?.ways ?? NO_WAYS}
          old={old}
          complaints={complaints}
          figure={name}
          measures={measures}
        />
        {pieces.length > 0 ? (
          <ScaledBar figure={figure} name={name} scaled={good?.scaled ?? null} complaints={complaints} />
        ) : null}
        <Lines results={worked.results?.lines ?? NOTHING} complaints={complaints} />
      </section>
    </main>
  );
}
