import type { FigureResults, Segment, Spot } from "../api/types";
import { straight } from "../board/path";
import { LOOKS, seen } from "../space/projecting";

/** What is drawn of a figure of any kind: lines to scale, and what they lie within. */
export interface Shape {
  outlines: Segment[][];
  bounds: [number, number, number, number];
  /** Whether they enclose an area that is shown. */
  closed: boolean;
}

/** A line through points. */
const chained = (points: readonly (readonly [number, number])[]): Segment[] =>
  points.slice(1).map((end, at) => straight([...(points[at] ?? end)] as Spot, [...end] as Spot));

/** The lines through points, with the rectangle round them; null where there are none. */
function through(lines: readonly (readonly (readonly [number, number])[])[]): Shape | null {
  const all = lines.flat();
  if (all.length === 0) return null;
  const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
  return {
    outlines: lines.map(chained),
    bounds: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
    closed: false,
  };
}

/** A plane figure's outline, what is seen of a card's picture or of a solid, the line of a profile and what it stands on. */
export function shapeOf(results: FigureResults | undefined): Shape | null {
  switch (results?.kind) {
    case "plane":
      return results.drawing && { outlines: results.drawing.outline, bounds: results.drawing.bounds, closed: true };
    case "formula": {
      const picture = results.card?.solutions[0]?.drawing;
      if (!picture) return null;
      const lines = picture.lines.filter((line) => !line.hidden).map((line) => chained(line.points));
      return { outlines: [picture.path, ...lines], bounds: picture.bounds, closed: picture.kind === "plane" };
    }
    case "solid": {
      if (!results.drawing) return null;
      const { lines } = seen(results.drawing, LOOKS.usual);
      return through(lines.filter((line) => !line.hidden).map((line) => line.points));
    }
    case "profile":
      return results.drawing && through([results.drawing.line, results.drawing.lower]);
    default:
      return null;
  }
}

/** What several shapes lie within. */
export const around = (shapes: Shape[]): Shape["bounds"] => {
  const ends = (at: number) => shapes.map(({ bounds }) => bounds[at] ?? 0);
  return [Math.min(...ends(0)), Math.min(...ends(1)), Math.max(...ends(2)), Math.max(...ends(3))];
};
