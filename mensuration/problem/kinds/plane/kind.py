"""What a plane figure is to the rest of a problem: its parts are its members."""

from __future__ import annotations

from collections.abc import Iterator

from mensuration.drawing.shelf import ShelfPicture
from mensuration.outlines import texts_of, with_texts_of
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind
from mensuration.problem.kinds.plane.document import Part, PlaneDocument
from mensuration.problem.kinds.plane.work import PlaneResults, PlaneWork
from mensuration.tally.plane import MEASURES


class PlaneKind(Kind[PlaneDocument]):
    name = "plane"
    document = PlaneDocument
    results = PlaneResults
    also = ("ways", "squares", "why")

    def start(self, figure: PlaneDocument, context: Context) -> PlaneWork:
        return PlaneWork(figure, context)

    def members(self, figure: PlaneDocument) -> list[str]:
        return [part.name for part in figure.parts]

    def place(self, member: str) -> str:
        return f"parts.{member}"

    def texts(self, figure: PlaneDocument) -> Iterator[tuple[str | None, str]]:
        for part in figure.parts:
            walk = texts_of(part.walk) if part.walk else ()
            for text in (*part.given.values(), *part.at, part.turn, *walk):
                yield part.name, text
            for point in part.points or ():
                for text in point:
                    yield part.name, text
        for line in figure.cuts or ():
            for end in line:
                for text in end:
                    yield None, text

    def with_texts(self, figure: PlaneDocument, change: Change) -> PlaneDocument:
        parts = [_part_with_texts(part, change) for part in figure.parts]
        update: dict[str, object] = {"parts": parts}
        if figure.cuts is not None:
            update["cuts"] = [
                ((change(ax), change(ay)), (change(bx), change(by))) for (ax, ay), (bx, by) in figure.cuts
            ]
        return figure.model_copy(update=update)

    def picture(self, figure: PlaneDocument, results: FigureResults) -> ShelfPicture | None:
        drawing = results.drawing if isinstance(results, PlaneResults) else None
        return ShelfPicture(self.name, drawing.outline, drawing.bounds) if drawing else None

    def hangs_on(self, figure: PlaneDocument, member: str) -> list[str]:
        return [part.on.part for part in figure.parts if part.name == member and part.on is not None]

    def figures_needed(self, figure: PlaneDocument, member: str | None) -> list[str]:
        return [part.of for part in figure.parts if part.name == member and part.of is not None]

    def with_figure_renamed(self, figure: PlaneDocument, old: str, new: str) -> PlaneDocument:
        parts = [part.model_copy(update={"of": new}) if part.of == old else part for part in figure.parts]
        return figure.model_copy(update={"parts": parts})

    def known(self, figure: PlaneDocument) -> list[str]:
        return list(MEASURES)

    def with_member_renamed(self, figure: PlaneDocument, old: str, new: str) -> PlaneDocument:
        def named(name: str) -> str:
            return new if name == old else name

        parts = [
            part.model_copy(
                update={
                    "name": named(part.name),
                    "on": part.on and part.on.model_copy(update={"part": named(part.on.part)}),
                }
            )
            for part in figure.parts
        ]
        update: dict[str, object] = {"parts": parts}
        if figure.shaded is not None:
            shaded = [named(name) for name in figure.shaded.parts]
            update["shaded"] = figure.shaded.model_copy(update={"parts": shaded})
        return figure.model_copy(update=update)


def _part_with_texts(part: Part, change: Change) -> Part:
    update: dict[str, object] = {
        "given": {name: change(text) for name, text in part.given.items()},
        "at": (change(part.at[0]), change(part.at[1])),
        "turn": change(part.turn),
    }
    if part.walk is not None:
        update["walk"] = with_texts_of(part.walk, change)
    if part.points is not None:
        update["points"] = [(change(x), change(y)) for x, y in part.points]
    return part.model_copy(update=update)
