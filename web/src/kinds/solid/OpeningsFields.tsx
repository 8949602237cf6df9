import type { PieceDocument } from "../../api/types";
import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";
import { TextInPlace } from "../../ui/TextInPlace";

interface Props {
  piece: PieceDocument;
  faces: string[];
  faultAt: (place: string) => boolean;
  put: (change: (piece: PieceDocument) => PieceDocument) => void;
}

type Opening = PieceDocument["openings"][number];

/** Doors and windows that a piece's faces lack. */
export function OpeningsFields({ piece, faces, faultAt, put }: Props) {
  const openings = piece.openings;
  const set = (next: Opening[]) => put((p) => ({ ...p, openings: next }));
  const change = (index: number, part: Partial<Opening>) =>
    set(openings.map((old, i) => (i === index ? { ...old, ...part } : old)));
  const add = () => {
    const taken = new Set(openings.map((opening) => opening.name));
    let name = "door";
    for (let n = 2; taken.has(name); n++) name = `door${n}`;
    const face = faces.find((each) => each !== "bottom" && each !== "top") ?? faces[0] ?? "front";
    set([...openings, { name, face, width: "1", height: "2", count: "1" }]);
  };
  return (
    <>
      <Button title="A door or window, left out of a face" onClick={add}>
        + Opening
      </Button>
      {openings.map((opening, index) => {
        const label = (what: string) => `${what} of ${opening.name}`;
        const field = (what: "count" | "width" | "height", className: string) => (
          <MeasureField
            value={opening[what]}
            label={label(what)}
            invalid={faultAt(`openings.${index}.${what}`) || faultAt(`openings.${index}`) || faultAt("openings")}
            className={className}
            onCommit={(text) => change(index, { [what]: text })}
          />
        );
        return (
          <span key={index} className="inline-flex basis-full items-center gap-1">
            −{field("count", "w-10")}×
            <TextInPlace
              value={opening.name}
              label={label("name")}
              className="w-24 font-semibold"
              onCommit={(text) => change(index, { name: text })}
            />
            {field("width", "w-14")}by
            {field("height", "w-14")}in
            <select
              className="field w-28"
              aria-label={label("face")}
              value={opening.face}
              onChange={(event) => change(index, { face: event.target.value })}
            >
              {[...new Set([...faces, opening.face])].map((face) => (
                <option key={face}>{face}</option>
              ))}
            </select>
            <button
              type="button"
              className="text-soft hover:text-alarm"
              aria-label={`Remove ${opening.name}`}
              onClick={() => set(openings.filter((_, i) => i !== index))}
            >
              ×
            </button>
          </span>
        );
      })}
    </>
  );
}
