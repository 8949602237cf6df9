"""Helping triangles: the right triangle over which a slant height, a slant edge, a diagonal or the radius of a cap is
found by Pythagoras."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from mensuration.catalogue.figure import Dimension, Solid
from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.solids import Piece
from mensuration.solids.slicing import exact_point
from mensuration.solids.space import Point3
from mensuration.telling import Teller

OVER = ("slant", "edge", "diagonal", "radius")
Corner = tuple[float, float, float]


@dataclass(frozen=True)
class HelpingTriangle(Frozen):
    """A right triangle in a solid for one of its measures, from the lower end of what is sought to the point below its upper
    end, where the right angle is, and up; what its level leg, its upright leg and its longest side come to."""

    piece: str
    measure: str
    title: str
    corners: tuple[Corner, Corner, Corner]
    level: str
    upright: str
    longest: str
    sides: tuple[float, float]
    """The level and the upright leg as numbers, for its shape."""


def helping_triangles(piece: Piece, teller: Teller) -> Iterator[HelpingTriangle]:
    """One for every dimension of a piece that slants, in metres."""
    solid = piece.solution.figure
    assert isinstance(solid, Solid)
    for dimension in solid.dimensions:
        if dimension.measure in OVER:
            found = _over(piece, dimension, teller)
            if found is not None:
                yield found


def _over(piece: Piece, dimension: Dimension, teller: Teller) -> HelpingTriangle | None:
    low, high = sorted(
        (exact_point(piece.solution, xyz) for xyz in (dimension.start, dimension.end)),
        key=lambda p: float(p[2]),
    )
    below = (high[0], high[1], low[2])
    level, upright = _distance(low, below), high[2] - low[2]
    if not level.sign() or not upright.sign():
        return None
    longest = piece.solution.values[dimension.measure]

    def told(length: Real) -> str:
        return teller.written(Quantity(length, longest.kind)).text

    corners = tuple(_floats(piece.frame.put(point)) for point in (low, below, high))
    return HelpingTriangle(
        piece.name,
        dimension.measure,
        piece.solution.figure.title_of(dimension.measure),
        (corners[0], corners[1], corners[2]),
        told(level),
        told(upright),
        told(longest.value),
        (float(level), float(upright)),
    )


def _distance(one: Point3, two: Point3) -> Real:
    x, y = two[0] - one[0], two[1] - one[1]
    if not x.sign() or not y.sign():
        return abs(x + y)
    return (x * x + y * y).sqrt()


def _floats(point: Point3) -> Corner:
    return float(point[0]), float(point[1]), float(point[2])
