"""The kind itself: which texts a profile has, and what can be asked of it."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import Any

from mensuration.drawing.shelf import ShelfPicture
from mensuration.pictures import Segment
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind
from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.problem.kinds.profile.page import MEASURES
from mensuration.problem.kinds.profile.told import ProfileResults
from mensuration.problem.kinds.profile.work import ProfileWork

ONES = ("curve", "lower", "from", "to", "strips", "breadth", "level")
"""Typed texts that stand alone. In a curve x and the profile's letters are its own."""


class ProfileKind(Kind[ProfileDocument]):
    name = "profile"
    document = ProfileDocument
    results = ProfileResults
    also = ("plot", "ways", "solid", "slid", *MEASURES[:5])

    def start(self, figure: ProfileDocument, context: Context) -> ProfileWork:
        return ProfileWork(figure, context)

    def texts(self, figure: ProfileDocument) -> Iterator[tuple[str | None, str]]:
        found: list[str] = []
        self.with_texts(figure, lambda text: found.append(text) or text)  # type: ignore[func-returns-value]
        yield from ((None, text) for text in found)

    def with_texts(self, figure: ProfileDocument, change: Change) -> ProfileDocument:
        def changed(model: Any, *names: str) -> dict[str, Any]:
            return {name: change(text) for name in names if (text := getattr(model, name)) is not None}

        def each(texts: list[str]) -> list[str]:
            return [change(text) for text in texts]

        update: dict[str, Any] = changed(figure, *ONES)
        if figure.readings is not None:
            readings = figure.readings
            own = {name: each(getattr(readings, name)) for name in ("x", "y", "breadths")}
            update["readings"] = readings.model_copy(update=own | changed(readings, "spacing"))
        if figure.grid is not None:
            depths = [each(row) for row in figure.grid.depths]
            own_grid = changed(figure.grid, "along", "across") | {"depths": depths}
            update["grid"] = figure.grid.model_copy(update=own_grid)
        if figure.spin is not None:
            update["spin"] = figure.spin.model_copy(update=changed(figure.spin, "at"))
        for name, fields in (("more", ("curve", "to")), ("parameters", ("value", "low", "high"))):
            update[name] = [one.model_copy(update=changed(one, *fields)) for one in getattr(figure, name)]
        return figure.model_copy(update=update)

    def picture(self, figure: ProfileDocument, results: FigureResults) -> ShelfPicture | None:
        """What lies between the line and the readings or the curve."""
        drawing = results.drawing if isinstance(results, ProfileResults) else None
        if drawing is None or len(drawing.line) < 2 or len(drawing.lower) < 2:
            return None
        ring = [*drawing.line, *reversed(drawing.lower)]
        sides = (Segment("line", a, b) for a, b in pairwise([*ring, ring[0]]) if a != b)
        x, y = zip(*ring, strict=True)
        return ShelfPicture(self.name, (tuple(sides),), (min(x), min(y), max(x), max(y)))

    def own_names(self, figure: ProfileDocument) -> Iterator[tuple[str, str]]:
        if figure.curve is not None:
            yield "x", "along the line"
        yield from ((each.name, f"= {each.value}") for each in figure.parameters)

    def known(self, figure: ProfileDocument) -> list[str]:
        return list(MEASURES)
