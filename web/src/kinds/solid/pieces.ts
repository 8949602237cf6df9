import type { PieceDocument, ProblemDocument, SheetRow } from "../../api/types";
import { changeFigure, figureAt } from "../../document/figures";

/* Pure changes of a solid's pieces. Each returns a new document and leaves the old one as it is. */

export const piecesOf = (document: ProblemDocument, figure: number): PieceDocument[] =>
  figureAt("solid", document, figure)?.pieces ?? [];

export const pieceNamed = (document: ProblemDocument, figure: number, name: string | null): PieceDocument | undefined =>
  piecesOf(document, figure).find((piece) => piece.name === name);

export const changePiece = (
  document: ProblemDocument,
  figure: number,
  name: string,
  change: (piece: PieceDocument) => PieceDocument,
): ProblemDocument =>
  changeFigure("solid", document, figure, (solid) => ({
    ...solid,
    pieces: solid.pieces.map((piece) => (piece.name === name ? change(piece) : piece)),
  }));

/** Without a piece; what stood on it stands on the ground then. */
export const removePiece = (document: ProblemDocument, figure: number, name: string): ProblemDocument =>
  changeFigure("solid", document, figure, (solid) => ({
    ...solid,
    pieces: solid.pieces
      .filter((piece) => piece.name !== name)
      .map((piece) => (piece.on?.piece === name ? { ...piece, on: undefined } : piece)),
  }));

/** What is so of a piece as long as nothing else is said. */
const USUAL = {
  at: ["0", "0", "0"],
  lying: false,
  turns: [],
  join: "add",
  open: [],
  openings: [],
} satisfies Partial<PieceDocument>;

/** With one piece more. */
export const withPiece = (
  document: ProblemDocument,
  figure: number,
  piece: Partial<PieceDocument> & Pick<PieceDocument, "name" | "shape" | "given">,
): ProblemDocument =>
  changeFigure("solid", document, figure, (solid) => ({
    ...solid,
    pieces: [...solid.pieces, { ...USUAL, ...piece }],
  }));

function freshName(document: ProblemDocument, figure: number, base: string): string {
  const taken = new Set(piecesOf(document, figure).map((piece) => piece.name));
  let name = base;
  for (let n = 2; taken.has(name); n++) name = `${base}${n}`;
  return name;
}

/** What can be made of a plane figure, and what a fresh one is told. */
export const MAKINGS: { shape: string; title: string; given: Record<string, string> }[] = [
  { shape: "prism", title: "raised", given: { height: "1" } },
  { shape: "pyramid", title: "to a point", given: { height: "2" } },
  { shape: "frustum", title: "cut off", given: { height: "1", point: "2" } },
  { shape: "spun", title: "spun", given: { angle: "360°" } },
];

/** The walls on an outline: it is raised, and only its sides count. */
export const WALLS = { shape: "prism", title: "walls", given: { height: "2.6" }, open: ["bottom", "top"] };

/** With one of three texts or so changed. */
export function replaced<T extends string[]>(texts: T, at: number, text: string): T {
  return texts.map((old, index) => (index === at ? text : old)) as T;
}

/** A plane figure of the problem, made solid; and the name of the piece. */
export function makeOf(
  document: ProblemDocument,
  figure: number,
  base: string,
  making: { shape: string; given: Record<string, string>; open?: string[] },
): [ProblemDocument, string] {
  const name = freshName(document, figure, base);
  const { shape, given, open = [] } = making;
  return [withPiece(document, figure, { name, shape, base, given: { ...given }, open }), name];
}

/** Another piece of the catalogue, on top of one where there is one; and the name it got. */
export function addPiece(
  document: ProblemDocument,
  figure: number,
  row: SheetRow,
  on: string | null,
): [ProblemDocument, string] {
  const name = freshName(document, figure, row.name.replace(/-/g, "_"));
  const standing = on ? ({ on: { piece: on, face: "top", at: ["0", "0"] } } satisfies Partial<PieceDocument>) : {};
  return [withPiece(document, figure, { name, shape: row.name, given: { ...row.starting }, ...standing }), name];
}
