import type { PieceDocument } from "../../api/types";
import { TextInPlace } from "../../ui/TextInPlace";
import { replaced } from "./pieces";

interface Props {
  piece: PieceDocument;
  faultAt: (place: string) => boolean;
  put: (change: (piece: PieceDocument) => PieceDocument) => void;
}

type Copies = NonNullable<PieceDocument["copies"]>;
const FRESH: Record<string, Copies> = {
  row: { count: "3", by: ["1", "0", "0"] },
  circle: { count: "6", radius: "1" },
};

/** How often a piece is there: once, in a row, or round a circle. */
export function CopiesFields({ piece, faultAt, put }: Props) {
  const copies = piece.copies ?? null;
  const how = copies === null ? "once" : copies.radius ? "circle" : "row";
  const set = (next: Copies | null) => put((p) => ({ ...p, copies: next }));
  const by = copies?.by ?? ["1", "0", "0"];
  return (
    <span className="inline-flex items-center gap-1">
      <select
        className="field w-30"
        aria-label={`How often ${piece.name} is there`}
        value={how}
        onChange={(event) => set(FRESH[event.target.value] ?? null)}
      >
        <option value="once">once</option>
        <option value="row">in a row</option>
        <option value="circle">in a circle</option>
      </select>
      {copies ? (
        <>
          <TextInPlace
            value={copies.count}
            label={`How many of ${piece.name}`}
            invalid={faultAt("copies.count")}
            className="w-10"
            onCommit={(count) => set({ ...copies, count })}
          />
          {copies.radius ? (
            <>
              of radius
              <TextInPlace
                value={copies.radius}
                label={`Radius of the circle of ${piece.name}`}
                invalid={faultAt("copies.radius")}
                className="w-14"
                onCommit={(radius) => set({ ...copies, radius })}
              />
            </>
          ) : (
            <>
              each by
              {by.map((text, index) => (
                <TextInPlace
                  key={index}
                  value={text}
                  label={`${["x", "y", "z"][index]} step of ${piece.name}`}
                  invalid={faultAt(`copies.by.${index}`) || faultAt("copies.by")}
                  className="w-12"
                  onCommit={(typed) => set({ ...copies, by: replaced(by, index, typed) })}
                />
              ))}
            </>
          )}
        </>
      ) : null}
    </span>
  );
}
