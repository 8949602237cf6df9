import type { PartDocument, Spot } from "../api/types";
import { tidy } from "../document/tidy";
import { Button } from "../ui/Button";
import { TextInPlace } from "../ui/TextInPlace";

interface WalkFieldProps {
  part: PartDocument;
  sides: number | undefined;
  corners: Spot[] | undefined;
  invalid: boolean;
  onChange: (change: (part: PartDocument) => PartDocument) => void;
}

/** The walk of an outline, or its corners, as one text. */
export function WalkField({ part, sides, corners, invalid, onChange }: WalkFieldProps) {
  const points = part.walk == null;
  const text = points ? (part.points ?? []).map(([x, y]) => `${x}, ${y}`).join("; ") : (part.walk ?? "");
  const read = (typed: string): PartDocument => {
    if (!points) return { ...part, walk: typed };
    const corners = typed.split(/[;\n]/).filter((piece) => piece.trim());
    return { ...part, points: corners.map((corner): [string, string] => pair(corner)) };
  };
  return (
    <span className="inline-flex min-w-72 grow items-center gap-1">
      {points ? "corners" : "walk"}
      <TextInPlace
        value={text}
        label={`${points ? "Corners" : "Walk"} of ${part.name}`}
        invalid={invalid}
        className="grow"
        onCommit={(typed) => onChange(() => read(typed))}
      />
      {points ? null : (
        <Button
          look="quiet"
          className="text-pine!"
          title="Give its corners by their coordinates instead"
          disabled={!corners}
          onClick={() =>
            corners &&
            onChange((now) => ({
              ...now,
              walk: undefined,
              at: ["0", "0"],
              points: corners.map(([x, y]): [string, string] => [tidy(x), tidy(y)]),
              turn: "0",
              flip: false,
            }))
          }
        >
          as corners
        </Button>
      )}
      {sides === undefined ? null : (
        <span className="text-soft" data-testid="sides">
          {sides} sides
        </span>
      )}
    </span>
  );
}

function pair(text: string): [string, string] {
  const [x = "", ...rest] = text.split(",");
  return [x.trim(), rest.join(",").trim()];
}
