import type { PieceDocument } from "../../api/types";
import { isOf } from "../../document/figures";
import { useBench } from "../../document/store";
import { MeasureField } from "../../ui/MeasureField";
import { MAKINGS } from "./pieces";

interface Props {
  piece: PieceDocument;
  base: string;
  faultAt: (place: string) => boolean;
  put: (change: (piece: PieceDocument) => PieceDocument) => void;
}

/** What is told of a piece that is made of a figure, as people call it. */
export const TITLES: Record<string, string> = { point: "point at", angle: "by" };
const SIDES = ["left", "right", "bottom", "top"] as const;

/** Of which figure a piece is made, how, and round which line it is spun. */
export function MadeFields({ piece, base, faultAt, put }: Props) {
  const figures = useBench((state) => state.document.figures);
  const floors = figures.filter((entry) => isOf("plane", entry)).map((entry) => entry.name);
  const line = typeof piece.about === "string" || !piece.about ? null : piece.about;
  return (
    <span className="inline-flex flex-wrap items-center gap-1">
      <select
        className="field w-28"
        aria-label={`What is made of ${base}`}
        value={piece.shape}
        onChange={(event) => {
          const making = MAKINGS.find((each) => each.shape === event.target.value);
          if (making)
            put((p) => ({ ...p, shape: making.shape, given: { ...making.given, ...kept(p.given, making.given) } }));
        }}
      >
        {MAKINGS.map((making) => (
          <option key={making.shape} value={making.shape}>
            {making.title}
          </option>
        ))}
      </select>
      <select
        className="field w-26"
        aria-label={`Of which figure ${piece.name} is made`}
        value={base}
        onChange={(event) => put((p) => ({ ...p, base: event.target.value }))}
      >
        {[...new Set([...floors, base])].map((floor) => (
          <option key={floor}>{floor}</option>
        ))}
      </select>
      {piece.shape === "spun" ? (
        <>
          <select
            className={`field w-32 ${faultAt("about") ? "border-alarm!" : ""}`}
            aria-label={`Round which line ${base} is spun`}
            value={line ? "line" : String(piece.about ?? "left")}
            onChange={(event) => {
              const side = SIDES.find((each) => each === event.target.value);
              put((p) => ({
                ...p,
                about: side ?? [
                  ["0", "0"],
                  ["0", "1"],
                ],
              }));
            }}
          >
            {SIDES.map((side) => (
              <option key={side} value={side}>
                round its {side}
              </option>
            ))}
            <option value="line">round a line</option>
          </select>
          {line
            ? line.map((point, end) =>
                point.map((text, axis) => (
                  <MeasureField
                    key={`${end}.${axis}`}
                    value={text}
                    label={`${["x", "y"][axis]} of the line's ${["first", "second"][end]} point`}
                    invalid={faultAt(`about.${end}.${axis}`) || faultAt("about")}
                    className="w-10"
                    onCommit={(typed) =>
                      put((p) => ({
                        ...p,
                        about: line.map((other, i) =>
                          i === end ? other.map((old, j) => (j === axis ? typed : old)) : other,
                        ) as typeof line,
                      }))
                    }
                  />
                )),
              )
            : null}
        </>
      ) : null}
    </span>
  );
}

/** What is told already of what is to be told. */
function kept(given: Record<string, string>, wanted: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(given).filter(([name]) => name in wanted));
}
