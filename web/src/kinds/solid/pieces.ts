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

/** With one piece more. */
export const withPiece = (document: ProblemDocument, figure: number, piece: PieceDocument): ProblemDocument =>
  changeFigure("solid", document, figure, (solid) => ({ ...solid, pieces: [...solid.pieces, piece] }));

function freshName(document: ProblemDocument, figure: number, base: string): string {
  const taken = new Set(piecesOf(document, figure).map((piece) => piece.name));
  let name = base;
  for (let n = 2; taken.has(name); n++) name = `${base}${n}`;
  return name;
}

/** A plane figure of the problem, raised; and the name of the piece. */
export function raisePlane(document: ProblemDocument, figure: number, base: string): [ProblemDocument, string] {
  const name = freshName(document, figure, base);
  const piece: PieceDocument = {
    name,
    shape: "prism",
    base,
    given: { height: "1" },
    at: ["0", "0", "0"],
    lying: false,
    turns: [],
    join: "add",
    open: [],
  };
  return [withPiece(document, figure, piece), name];
}

/** Another piece of the catalogue, on top of one where there is one; and the name it got. */
export function addPiece(
  document: ProblemDocument,
  figure: number,
  row: SheetRow,
  on: string | null,
): [ProblemDocument, string] {
  const name = freshName(document, figure, row.name.replace(/-/g, "_"));
  const piece: PieceDocument = {
    name,
    shape: row.name,
    given: { ...row.starting },
    at: ["0", "0", "0"],
    lying: false,
    turns: [],
    join: "add",
    open: [],
    ...(on ? { on: { piece: on, face: "top", at: ["0", "0"] } } : {}),
  };
  return [withPiece(document, figure, piece), name];
}
