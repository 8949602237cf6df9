import type { Complaint, PieceDocument, SheetRow, SolidResults } from "../../api/types";
import { useBench, useBenchStore } from "../../document/store";
import { Button } from "../../ui/Button";
import { reachable } from "../../ui/fields";
import { MeasureField } from "../../ui/MeasureField";
import { TextInPlace } from "../../ui/TextInPlace";
import { CopiesFields } from "./CopiesFields";
import { MadeFields, TITLES } from "./MadeFields";
import { OpeningsFields } from "./OpeningsFields";
import { changePiece, piecesOf, removePiece, replaced } from "./pieces";

interface Props {
  piece: PieceDocument;
  figure: number;
  name: string;
  row: SheetRow | undefined;
  told: SolidResults["pieces"][string] | undefined;
  faces: string[];
  /** How far it reaches from left to right. */
  wide: number | null;
  complaints: Complaint[];
}

type Face = NonNullable<PieceDocument["on"]>["face"];
const FACES: Face[] = ["top", "bottom", "front", "back", "left", "right"];

/** What can be done with the chosen piece. */
export function PieceBar({ piece, figure, name, row, told, faces, wide, complaints }: Props) {
  const store = useBenchStore();
  const others = useBench((state) => piecesOf(state.document, figure)).filter((other) => other.name !== piece.name);
  const where = `figures.${name}.pieces.${piece.name}`;
  const faultAt = (place: string) => complaints.some((c) => c.where === `${where}.${place}` && c.level === "error");
  const says = complaints.filter((c) => c.where === where || c.where.startsWith(`${where}.`));
  const put = (change: (piece: PieceDocument) => PieceDocument) => {
    const state = store.getState();
    state.commit(changePiece(state.document, figure, piece.name, change));
  };
  const rename = async (text: string): Promise<string | undefined> => {
    const done = await store.getState().perform({ do: "rename-part", figure: name, part: piece.name, name: text });
    if (done.says !== null) return done.says;
    store.getState().set({ selected: done.name });
    return undefined;
  };
  const measures = row?.measures ?? [];
  const more = measures.filter((measure) => !(measure.name in piece.given));
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-edge bg-sheet px-3 py-1 text-sm no-print">
      <input type="hidden" data-testid="chosen-piece" value={piece.name} />
      <TextInPlace
        value={piece.name}
        label="Name of the piece"
        place="piece name"
        className="w-28 font-semibold"
        onCommit={rename}
      />
      {Object.entries(piece.given).map(([given, text]) => (
        <span key={given} className="inline-flex items-center gap-1">
          <span className="font-semibold">
            {measures.find((measure) => measure.name === given)?.title ?? TITLES[given] ?? given}
          </span>
          <MeasureField
            value={text}
            label={`${given} of ${piece.name}`}
            place={`given ${piece.name} ${given}`}
            invalid={faultAt(`given.${given}`) || faultAt("given")}
            className="w-18"
            onCommit={(typed) => put((p) => ({ ...p, given: { ...p.given, [given]: typed } }))}
          />
          {Object.keys(piece.given).length > 1 && !piece.base ? (
            <button
              type="button"
              className="text-soft hover:text-alarm"
              aria-label={`${given} of ${piece.name} is no longer given`}
              onClick={() =>
                put((p) => ({
                  ...p,
                  given: Object.fromEntries(Object.entries(p.given).filter(([key]) => key !== given)),
                }))
              }
            >
              ×
            </button>
          ) : null}
        </span>
      ))}
      {piece.solution || says.some((complaint) => complaint.where === `${where}.solution`) ? (
        <label>
          solution{" "}
          <input
            type="number"
            className="field w-12"
            aria-label={`Which solution of ${piece.name}`}
            min={1}
            max={9}
            value={piece.solution ?? 1}
            onChange={(event) => put((p) => ({ ...p, solution: Number(event.target.value) || undefined }))}
          />
        </label>
      ) : null}
      {piece.base ? (
        <MadeFields
          piece={piece}
          base={typeof piece.base === "string" ? piece.base : piece.base.shape}
          faultAt={faultAt}
          put={put}
        />
      ) : null}
      {more.length > 0 ? (
        <select
          className="field w-12 border-transparent! bg-transparent! px-1! text-pine!"
          aria-label={`Give one more measurement of ${piece.name}`}
          title="Give one more measurement"
          value=""
          onChange={(event) => {
            const wanted = event.target.value;
            const value = told?.[wanted];
            put((p) => ({ ...p, given: { ...p.given, [wanted]: value ? (value.exactText ?? value.text) : "1" } }));
          }}
        >
          <option value="">+</option>
          {more.map((measure) => (
            <option key={measure.name} value={measure.name}>
              {measure.title}
            </option>
          ))}
        </select>
      ) : null}
      <span className="inline-flex items-center gap-1">
        <select
          className="field w-28"
          aria-label={`What ${piece.name} stands on`}
          value={piece.on?.piece ?? ""}
          onChange={(event) => {
            const piece_ = event.target.value;
            put((p) => ({
              ...p,
              on: piece_ ? { piece: piece_, face: p.on?.face ?? "top", at: ["0", "0"] } : undefined,
            }));
          }}
        >
          <option value="">on the ground</option>
          {others.map((other) => (
            <option key={other.name} value={other.name}>
              on {other.name}
            </option>
          ))}
        </select>
        {piece.on ? (
          <select
            className="field w-22"
            aria-label={`Which face of ${piece.on.piece}`}
            value={piece.on.face}
            onChange={(event) => put((p) => (p.on ? { ...p, on: { ...p.on, face: event.target.value as Face } } : p))}
          >
            {FACES.map((face) => (
              <option key={face}>{face}</option>
            ))}
          </select>
        ) : null}
        {piece.on ? "shifted" : "at"}
        {(piece.on ? piece.on.at : piece.at).map((text, index) => (
          <MeasureField
            key={index}
            value={text}
            label={`${piece.on ? ["first", "second"][index] : ["x", "y", "z"][index]} ${piece.on ? "shift" : "place"} of ${piece.name}`}
            invalid={faultAt(piece.on ? `on.at.${index}` : `at.${index}`)}
            className="w-12"
            onCommit={(typed) =>
              put((p) => {
                if (!p.on) return { ...p, at: replaced(p.at, index, typed) };
                return { ...p, on: { ...p.on, at: replaced(p.on.at, index, typed) } };
              })
            }
          />
        ))}
      </span>
      <Button
        aria-pressed={piece.lying}
        title="Lay it on its side (L)"
        className={piece.lying ? "border-pine! bg-pine-wash!" : ""}
        onClick={() => put((p) => ({ ...p, lying: !p.lying }))}
      >
        Lying
      </Button>
      {(["x", "y", "z"] as const).map((axis) => (
        <Button
          key={axis}
          title={`A quarter turn about ${AXES[axis]}`}
          onClick={() => put((p) => ({ ...p, turns: quarter(p.turns, axis) }))}
        >
          {AXES_SHORT[axis]}
        </Button>
      ))}
      <CopiesFields piece={piece} wide={wide} faultAt={faultAt} put={put} />
      <select
        className="field w-32"
        aria-label={`How ${piece.name} joins`}
        value={piece.join}
        onChange={(event) => put((p) => ({ ...p, join: event.target.value as PieceDocument["join"] }))}
      >
        <option value="add">+ add</option>
        <option value="take">− take away</option>
      </select>
      {faces.length > 0 ? (
        <select
          className="field w-30"
          aria-label={`Faces of ${piece.name} that are not counted`}
          value=""
          onChange={(event) => {
            const face = event.target.value;
            put((p) => ({ ...p, open: p.open.includes(face) ? p.open.filter((f) => f !== face) : [...p.open, face] }));
          }}
        >
          <option value="">{piece.open.length ? `open: ${piece.open.join(", ")}` : "all faces"}</option>
          {faces.map((face) => (
            <option key={face} value={face}>
              {piece.open.includes(face) ? `count the ${face} again` : `${face} is open`}
            </option>
          ))}
        </select>
      ) : null}
      {faces.length > 0 ? <OpeningsFields piece={piece} faces={faces} faultAt={faultAt} put={put} /> : null}
      <Button
        look="alarm"
        title="Remove (Delete)"
        onClick={() => {
          const state = store.getState();
          state.commit(removePiece(state.document, figure, piece.name));
          state.set({ selected: null });
        }}
        ref={reachable("remove piece")}
      >
        Remove
      </Button>
      {says.map((complaint) => (
        <p key={complaint.says} className={`basis-full ${complaint.level === "error" ? "says" : "text-xs"}`}>
          {complaint.says}
        </p>
      ))}
    </div>
  );
}

const AXES = { x: "the line from left to right", y: "the line from front to back", z: "the upright line" };
const AXES_SHORT = { x: "⟳ forwards", y: "⟳ sideways", z: "⟳ about" };

/** One quarter turn more; four about the same axis are none. */
function quarter(turns: PieceDocument["turns"], axis: "x" | "y" | "z"): PieceDocument["turns"] {
  const next = [...turns, axis];
  return next.length >= 4 && next.slice(-4).every((each) => each === axis) ? next.slice(0, -4) : next.slice(-12);
}
