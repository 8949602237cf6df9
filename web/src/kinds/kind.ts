import type { FigureDocument, Preview, SheetRow } from "../api/types";
import type { Worked } from "../document/useResults";
import type { Later } from "../ui/later";
import type { ShortcutList } from "../ui/Shortcuts";

export interface WorkProps {
  /** The figure's place in the problem's list. */
  figure: number;
  worked: Worked;
}

/** What a kind of figure is to the web app: everything that the pages ask of it. `docs/adding-a-kind.md` tells more. */
export interface KindOfFigure<F extends FigureDocument> {
  /** What people call it. */
  title: string;
  /** Whether it is about one figure of the catalogue, chosen when it is added. */
  fromCatalogue: boolean;
  /** A fresh one; `row` is the catalogue's figure, where it is about one. */
  blank: (row: SheetRow | null) => F;
  /** The page on which it is worked. */
  Work: Later<WorkProps>;
  /** Its picture, large, to be looked at; a kind without one has none. */
  Stage?: Later<WorkProps>;
  /** The measures that a problem may ask of it. */
  measures: (figure: F, sheet: SheetRow[]) => string[];
  shortcuts: ShortcutList;
  /** Phrases by which something is added to it. */
  phrases?: string[];
  /** Its small picture on the shelf; null where there is nothing to see yet. */
  shelf: (preview: Preview, title: string) => React.ReactNode;
}
