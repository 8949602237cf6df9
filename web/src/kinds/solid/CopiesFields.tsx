import type { PieceDocument } from "../../api/types";
import { shortNumber } from "../../cards/givens";
import { MeasureField } from "../../ui/MeasureField";
import { replaced } from "./pieces";

interface Props {
  piece: PieceDocument;
  wide: number | null;
  faultAt: (place: string) => boolean;
  put: (change: (piece: PieceDocument) => PieceDocument) => void;
}

type Copies = NonNullable<PieceDocument["copies"]>;
/** At first they stand as far apart as they are wide. */
const fresh = (how: string, wide: number): Copies | null =>
  how === "row"
    ? { count: "3", by: [shortNumber(2 * wide), "0", "0"] }
    : how === "circle"
      ? { count: "6", radius: shortNumber(2 * wide) }
      : null;

/** How often a piece is there: once, in a row, or round a circle. */
export function CopiesFields({ piece, wide, faultAt, put }: Props) {
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
        onChange={(event) => set(fresh(event.target.value, wide ?? 1))}
      >
        <option value="once">once</option>
        <option value="row">in a row</option>
        <option value="circle">in a circle</option>
      </select>
      {copies ? (
        <>
          <MeasureField
            value={copies.count}
            label={`How many of ${piece.name}`}
            invalid={faultAt("copies.count")}
            className="w-10"
            onCommit={(count) => set({ ...copies, count })}
          />
          {copies.radius ? (
            <>
              of radius
              <MeasureField
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
                <MeasureField
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
