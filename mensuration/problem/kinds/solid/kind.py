"""What a solid is to the rest of a problem: its pieces are its members."""

from __future__ import annotations

from collections.abc import Iterator

from mensuration.drawing.shelf import ShelfPicture
from mensuration.problem.kinds.formula import catalogue_picture
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind
from mensuration.problem.kinds.solid.document import BaseDocument, Copies, PieceDocument, SolidDocument
from mensuration.problem.kinds.solid.work import SolidResults, SolidWork
from mensuration.tally.solid import MEASURES


class SolidKind(Kind[SolidDocument]):
    name = "solid"
    document = SolidDocument
    results = SolidResults
    also = ("plot", "cubes", "ways")

    def start(self, figure: SolidDocument, context: Context) -> SolidWork:
        return SolidWork(figure, context)

    def members(self, figure: SolidDocument) -> list[str]:
        return [piece.name for piece in figure.pieces]

    def place(self, member: str) -> str:
        return f"pieces.{member}"

    def texts(self, figure: SolidDocument) -> Iterator[tuple[str | None, str]]:
        for piece in figure.pieces:
            yield from ((piece.name, text) for text in _texts(piece))
        for text in (figure.level, figure.scale):
            if text is not None:
                yield None, text

    def with_texts(self, figure: SolidDocument, change: Change) -> SolidDocument:
        update: dict[str, object] = {"pieces": [_with_texts(piece, change) for piece in figure.pieces]}
        if figure.level is not None:
            update["level"] = change(figure.level)
        if figure.scale is not None:
            update["scale"] = change(figure.scale)
        return figure.model_copy(update=update)

    def hangs_on(self, figure: SolidDocument, member: str) -> list[str]:
        return [piece.on.piece for piece in figure.pieces if piece.name == member and piece.on is not None]

    def figures_needed(self, figure: SolidDocument, member: str | None) -> list[str]:
        if member is None:
            return [] if figure.lowered is None else [figure.lowered]
        return [piece.base for piece in figure.pieces if piece.name == member and isinstance(piece.base, str)]

    def with_figure_renamed(self, figure: SolidDocument, old: str, new: str) -> SolidDocument:
        pieces = [
            piece.model_copy(update={"base": new}) if piece.base == old else piece for piece in figure.pieces
        ]
        lowered = new if figure.lowered == old else figure.lowered
        return figure.model_copy(update={"pieces": pieces, "lowered": lowered})

    def known(self, figure: SolidDocument) -> list[str]:
        return list(MEASURES)

    def picture(self, figure: SolidDocument, results: FigureResults) -> ShelfPicture | None:
        return catalogue_picture(self.name, figure.pieces[0].shape) if figure.pieces else None

    def with_member_renamed(self, figure: SolidDocument, old: str, new: str) -> SolidDocument:
        def named(name: str) -> str:
            return new if name == old else name

        pieces = [
            piece.model_copy(
                update={
                    "name": named(piece.name),
                    "on": piece.on and piece.on.model_copy(update={"piece": named(piece.on.piece)}),
                }
            )
            for piece in figure.pieces
        ]
        return figure.model_copy(update={"pieces": pieces})


def _texts(piece: PieceDocument) -> Iterator[str]:
    """Every measurement of a piece as it was typed."""
    if isinstance(piece.base, BaseDocument):
        yield from piece.base.given.values()
    yield from (*piece.given.values(), *piece.at, *(piece.on.at if piece.on else ()), *(piece.foot or ()))
    if piece.about is not None and not isinstance(piece.about, str):
        yield from (*piece.about[0], *piece.about[1])
    if piece.copies is not None:
        yield from (piece.copies.count, *(piece.copies.by or ()))
        if piece.copies.radius is not None:
            yield piece.copies.radius
    for door in piece.openings:
        yield from (door.width, door.height, door.count)


def _with_texts(piece: PieceDocument, change: Change) -> PieceDocument:
    x, y, z = (change(text) for text in piece.at)
    update: dict[str, object] = {
        "given": {name: change(text) for name, text in piece.given.items()},
        "at": (x, y, z),
    }
    if piece.on is not None:
        u, v = (change(text) for text in piece.on.at)
        update["on"] = piece.on.model_copy(update={"at": (u, v)})
    if isinstance(piece.base, BaseDocument):
        own = {name: change(text) for name, text in piece.base.given.items()}
        update["base"] = piece.base.model_copy(update={"given": own})
    update["openings"] = [
        door.model_copy(
            update={"width": change(door.width), "height": change(door.height), "count": change(door.count)}
        )
        for door in piece.openings
    ]
    if piece.copies is not None:
        copies = piece.copies
        update["copies"] = Copies(
            count=change(copies.count),
            by=copies.by and (change(copies.by[0]), change(copies.by[1]), change(copies.by[2])),
            radius=copies.radius and change(copies.radius),
        )
    if piece.foot is not None:
        update["foot"] = (change(piece.foot[0]), change(piece.foot[1]))
    if piece.about is not None and not isinstance(piece.about, str):
        update["about"] = tuple((change(u), change(v)) for u, v in piece.about)
    return piece.model_copy(update=update)
