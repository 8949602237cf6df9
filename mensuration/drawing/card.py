"""A card's picture: the figure to scale, every length that can be shown on it, and which of them are known."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from math import dist
from typing import Literal

from mensuration.catalogue import PlaneFigure, Solid
from mensuration.catalogue.figure import XYZ, Dimension, Raised
from mensuration.drawing.board import Pen, figure_alone
from mensuration.drawing.paths import scale_of
from mensuration.drawing.solid import Wireframe, sketch
from mensuration.drawing.solid.bodies import point
from mensuration.drawing.solid.space import V3
from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.pictures import Bounds, Corner, DrawnAngle, DrawnSpan, Segment, Spot
from mensuration.plane import Placement, place
from mensuration.plane.edges import around
from mensuration.solving import Solution
from mensuration.telling import Teller
from mensuration.telling.leaves import letters

Typed = tuple[tuple[str, str], ...]
LONGEST = 10
DIGITS = 6  # of coordinates: far finer than any screen or sheet


@dataclass(frozen=True)
class Stroke(Frozen):
    """A line of a solid's picture."""

    points: tuple[Spot, ...]
    hidden: bool


@dataclass(frozen=True)
class Fill(Frozen):
    """Rings of points filled together; ``bright`` from 0 to 1."""

    rings: tuple[tuple[Spot, ...], ...]
    bright: float


@dataclass(frozen=True)
class CardPicture(Frozen):
    """A plane figure by its ``path``, a solid by ``lines`` and ``fills``."""

    kind: Literal["plane", "solid"]
    path: tuple[Segment, ...]
    lines: tuple[Stroke, ...]
    fills: tuple[Fill, ...]
    spans: tuple[DrawnSpan, ...]
    angles: tuple[DrawnAngle, ...]
    right_angles: tuple[Corner, ...]
    ticks: tuple[tuple[Segment, ...], ...]
    arrows: tuple[tuple[Segment, ...], ...]
    bounds: Bounds


@lru_cache(maxsize=1000)
def card_picture(solution: Solution, teller: Teller, typed: Typed, lettered: bool = False) -> CardPicture:
    """Everything that is drawn of a solved figure, in the teller's unit of length.

    ``shown`` dimension lines are drawn as they are; the others when a person points at their quantity. A
    ``lettered`` picture tells the quantities' symbols instead of their values.
    """
    plane = isinstance(solution.figure, PlaneFigure)
    drawn = _plane(solution, teller, typed) if plane else _solid(solution, teller, dict(typed))
    symbols = {m.name: letter(m.symbol) for m in solution.figure.measures}

    def text(line: DrawnSpan | DrawnAngle) -> str:
        if lettered:
            return symbols[line.measure]
        return _short_text(line.text, solution.values[line.measure], teller)

    return replace(
        drawn,
        spans=tuple(replace(span, text=text(span)) for span in drawn.spans),
        angles=tuple(replace(angle, text=text(angle)) for angle in drawn.angles),
    )


def _short_text(text: str, value: Quantity, teller: Teller) -> str:
    """A value as it fits into a picture: exact where that is short, else rounded."""
    if "…" not in text and len(text) <= LONGEST:
        return text
    told = teller.tell(value)
    return f"≈ {told.text}" if told.approximate else text


_BELOW = str.maketrans("0123456789abc", "₀₁₂₃₄₅₆₇₈₉ₐbc")


def letter(symbol: str) -> str:
    """A measure's symbol as plain text for a picture."""
    above, below = letters(symbol)
    return above + below.translate(_BELOW)


def _plane(solution: Solution, teller: Teller, typed: Typed) -> CardPicture:
    part = place(solution.figure.name, 0, "add", solution, Placement())
    drawn = figure_alone(part, teller, Pen(typed))
    left, bottom, right, top = (value * scale_of(teller) for value in around([part.box]))
    return CardPicture(
        "plane",
        drawn.path,
        (),
        (),
        drawn.spans,
        drawn.angles,
        drawn.right_angles,
        drawn.ticks,
        drawn.arrows,
        (left, bottom, right, top),
    )


def _solid(solution: Solution, teller: Teller, typed: Mapping[str, str]) -> CardPicture:
    drawn = sketch(solution)
    scale = scale_of(teller)
    figure = solution.figure
    assert isinstance(figure, Solid)

    def seen(at: V3) -> Spot:
        return short(drawn.view.seen(at), scale)

    def corner(at: XYZ) -> Spot:
        return seen(point(solution.floats, at))

    spots = drawn.spots
    xs, ys = [x for x, _ in spots], [y for _, y in spots]
    bounds = (min(xs) * scale, min(ys) * scale, max(xs) * scale, max(ys) * scale)
    size = max(bounds[2] - bounds[0], bounds[3] - bounds[1])
    spans = [
        _span(dimension, (seen(one), seen(two)), solution, teller, typed)
        for dimension, (one, two) in _dimensions(solution, drawn)
    ]
    return CardPicture(
        "solid",
        (),
        tuple(Stroke(tuple(short(s, scale) for s in points), hidden) for points, hidden in drawn.lines),
        tuple(
            Fill(tuple(tuple(short(s, scale) for s in ring) for ring in rings), bright)
            for rings, bright in drawn.fills
        ),
        tuple(span for span in spans if dist(span.start, span.end) > size / 50),
        (),
        tuple((corner(at), corner(one), corner(two)) for at, one, two in figure.right_angles),
        (),
        (),
        bounds,
    )


def short(spot: Spot, scale: float) -> Spot:
    """A spot in the picture's unit, with no more digits than can be seen."""
    x, y = (float(f"{value * scale:.{DIGITS}g}") for value in spot)
    return x, y


def _dimensions(solution: Solution, drawn: Wireframe) -> list[tuple[Dimension, tuple[V3, V3]]]:
    figure = solution.figure
    assert isinstance(figure, Solid)

    def at(xyz: XYZ) -> V3:
        return point(solution.floats, xyz)

    found = [(dimension, (at(dimension.start), at(dimension.end))) for dimension in figure.dimensions]
    if isinstance(figure.body, Raised):
        height = solution.floats[figure.body.height]
        found = [(dimension, _clear(dimension, ends, height, drawn)) for dimension, ends in found]
    if drawn.upright is not None:
        found.append((Dimension("height", ("0",) * 3, ("0",) * 3, -1), drawn.upright))
    return found


def _clear(dimension: Dimension, ends: tuple[V3, V3], height: float, drawn: Wireframe) -> tuple[V3, V3]:
    """The ends on top of a raised body, or below it where the dimension line would stand across its side."""
    (left, _), (right, _) = (drawn.view.seen(end) for end in ends)
    if dimension.side * (right - left) >= 0:
        return ends
    (x, y, z), (u, v, w) = ends
    return (x, y, z - height), (u, v, w - height)


def _span(
    dimension: Dimension,
    ends: tuple[Spot, Spot],
    solution: Solution,
    teller: Teller,
    typed: Mapping[str, str],
) -> DrawnSpan:
    given = dimension.measure in solution.given
    return DrawnSpan(
        dimension.measure,
        ends[0],
        ends[1],
        None,
        dimension.side,
        given,
        typed.get(dimension.measure) if given else None,
        teller.written(solution.values[dimension.measure]).text,
        given or (dimension.always and dimension.unless not in solution.given),
    )
