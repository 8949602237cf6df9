import type { FigureDocument, Preview, SheetRow } from "../api/types";
import { cases } from "./cases/kind";
import { formula } from "./formula/kind";
import type { KindOfFigure } from "./kind";
import { plane } from "./plane/kind";
import { profile } from "./profile/kind";
import { solid } from "./solid/kind";
import { unknown } from "./unknown/kind";

/** Every kind of figure, in the order in which they are offered: the one place that names them all. */
export const KINDS = { plane, solid, profile, formula, cases };

/** The kind of a figure; of one that this version doesn't know, a kind that says so. */
export function kindOf(figure: FigureDocument | undefined): KindOfFigure<FigureDocument> {
  const known = KINDS as unknown as Record<string, KindOfFigure<FigureDocument>>; // each is asked about its own figures only
  return known[figure?.kind ?? "plane"] ?? unknown;
}

/** Everything that can be asked of a problem's figures, by the names that expressions use. */
export const measuresOf = (figures: FigureDocument[], sheet: SheetRow[]): string[] =>
  figures.flatMap((figure) =>
    kindOf(figure)
      .measures(figure, sheet)
      .map((measure) => `${figure.name}.${measure}`),
  );

/** The picture by which the shelf shows a problem. */
export function shelfPicture(preview: Preview, title: string): React.ReactNode {
  for (const kind of Object.values(KINDS)) {
    const picture = kind.shelf(preview, title);
    if (picture) return picture;
  }
  return null;
}
