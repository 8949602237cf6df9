import type {
  CasesDocument,
  CasesResults,
  FigureDocument,
  FigureResults,
  FormulaDocument,
  FormulaResults,
  PlaneDocument,
  PlaneResults,
  ProblemDocument,
  ProfileDocument,
  ProfileResults,
  SolidDocument,
  SolidResults,
} from "../api/types";

/* A problem's figures are of different kinds; each kind's room asks here for its own. */

interface Kinds {
  plane: { document: PlaneDocument; results: PlaneResults };
  solid: { document: SolidDocument; results: SolidResults };
  profile: { document: ProfileDocument; results: ProfileResults };
  formula: { document: FormulaDocument; results: FormulaResults };
  cases: { document: CasesDocument; results: CasesResults };
}
export type KindName = keyof Kinds;

export const isOf = <K extends KindName>(kind: K, figure: FigureDocument | undefined): figure is Kinds[K]["document"] =>
  figure?.kind === kind;

/** The figure at a place of the list, if it is of this kind. */
export function figureAt<K extends KindName>(
  kind: K,
  document: ProblemDocument,
  at: number,
): Kinds[K]["document"] | undefined {
  const figure = document.figures[at];
  return isOf(kind, figure) ? figure : undefined;
}

/** The document with the figure at a place changed, if it is of this kind. */
export function changeFigure<K extends KindName>(
  kind: K,
  document: ProblemDocument,
  at: number,
  change: (figure: Kinds[K]["document"]) => Kinds[K]["document"],
): ProblemDocument {
  return {
    ...document,
    figures: document.figures.map((figure, index) => (index === at && isOf(kind, figure) ? change(figure) : figure)),
  };
}

/** A figure's results, if it is of this kind. */
export function resultsOf<K extends KindName>(
  kind: K,
  results: FigureResults | undefined,
): Kinds[K]["results"] | undefined {
  return results?.kind === kind ? (results as Kinds[K]["results"]) : undefined;
}
