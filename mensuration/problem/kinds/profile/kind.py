"""The kind itself: which texts a profile has, and what can be asked of it."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import Any

from mensuration.drawing.shelf import ShelfPicture
from mensuration.pictures import Segment
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind
from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.problem.kinds.profile.work import MEASURES, ProfileResults, ProfileWork

ONES = ("curve", "from", "to", "strips", "breadth")
"""Typed texts that stand alone. In a curve x is its own."""


class ProfileKind(Kind[ProfileDocument]):
    name = "profile"
    document = ProfileDocument
    results = ProfileResults

    def start(self, figure: ProfileDocument, context: Context) -> ProfileWork:
        return ProfileWork(figure, context)

    def texts(self, figure: ProfileDocument) -> Iterator[tuple[str | None, str]]:
        if figure.readings is not None:
            spacing = figure.readings.spacing
            for text in (*figure.readings.x, *figure.readings.y, *([spacing] if spacing is not None else [])):
                yield None, text
        for name in ONES:
            text = getattr(figure, name)
            if text is not None:
                yield None, text

    def with_texts(self, figure: ProfileDocument, change: Change) -> ProfileDocument:
        update: dict[str, Any] = {
            name: change(text) for name in ONES if (text := getattr(figure, name)) is not None
        }
        if figure.readings is not None:
            readings = figure.readings
            update["readings"] = readings.model_copy(
                update={
                    "x": [change(text) for text in readings.x],
                    "y": [change(text) for text in readings.y],
                    "spacing": None if readings.spacing is None else change(readings.spacing),
                }
            )
        return figure.model_copy(update=update)

    def picture(self, figure: ProfileDocument, results: FigureResults) -> ShelfPicture | None:
        """What lies between the line and the readings or the curve."""
        drawing = results.drawing if isinstance(results, ProfileResults) else None
        if drawing is None or len(drawing.line) < 2:
            return None
        line = drawing.line
        ring = [(line[0][0], 0.0), *line, (line[-1][0], 0.0)]
        sides = (Segment("line", a, b) for a, b in pairwise([*ring, ring[0]]) if a != b)
        x, y = zip(*ring, strict=True)
        return ShelfPicture(self.name, (tuple(sides),), (min(x), min(y), max(x), max(y)))

    def known(self, figure: ProfileDocument) -> list[str]:
        return list(MEASURES)
