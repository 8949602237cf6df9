"""Where lines and circles meet, written once for every kind of number: floats, balls and exact numbers.

Formulas: elementary analytic geometry (Cramer's rule; the foot of the perpendicular; the radical line). A pair of meetings
is told by its middle (``foot``), the direction ``along`` which they lie from it, and the square of how many times ``along``
they lie away.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import nan, sqrt
from typing import Any, Generic, NamedTuple, TypeVar

from flint import arb

from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.roots import root
from mensuration.plane.edges import Arc, Edge, Line, Point, Spot

N = TypeVar("N", float, arb, Exact, Real)
Vector = tuple[N, N]


@dataclass(frozen=True)
class Field(Generic[N]):
    """A kind of number: how a real number becomes one, its square root, and its rough size."""

    of: Callable[[Real], N]
    root: Callable[[N], N]
    rough: Callable[[N], float]

    def point(self, point: Point) -> Vector[N]:
        return self.of(point[0]), self.of(point[1])


def exactly(value: Real) -> Exact:
    """The exact form of a number. NotClosed when it has none."""
    if value.exact is None:
        raise NotClosed("this value has no short exact form")
    return value.exact


FLOATS: Field[float] = Field(float, lambda x: sqrt(x) if x >= 0 else nan, float)
BALLS: Field[arb] = Field(Real.ball, lambda x: x.nonnegative_part().sqrt(), lambda x: float(x.mid()))
EXACT: Field[Exact] = Field(exactly, root, lambda x: float(Real(x)))


class Pair(NamedTuple, Generic[N]):
    """Two meetings on both sides of ``foot``: it ± √square times ``along``."""

    foot: Vector[N]
    along: Vector[N]
    square: N


def minus(u: Vector[N], v: Vector[N]) -> Vector[N]:
    return u[0] - v[0], u[1] - v[1]


def dot(u: Vector[N], v: Vector[N]) -> N:
    return u[0] * v[0] + u[1] * v[1]


def cross(u: Vector[N], v: Vector[N]) -> N:
    return u[0] * v[1] - u[1] * v[0]


def onward(start: Vector[N], along: Vector[N], times: N) -> Vector[N]:
    """The point that lies ``times`` the vector ``along`` from ``start``."""
    return start[0] + times * along[0], start[1] + times * along[1]


def lines(one: Line, two: Line, field: Field[N]) -> Vector[N]:
    """Where two lines that are not parallel meet."""
    start, other = field.point(one.start), field.point(two.start)
    return crossing(start, minus(field.point(one.end), start), other, minus(field.point(two.end), other))


def crossing(start: Vector[N], along: Vector[N], other: Vector[N], across: Vector[N]) -> Vector[N]:
    """Where two lines that are not parallel meet, each by a point and a direction."""
    return onward(start, along, cross(minus(other, start), across) / cross(along, across))


def line_and_circle(line: Line, arc: Arc, field: Field[N]) -> Pair[N]:
    """Where a line and a circle meet."""
    start, centre, radius = field.point(line.start), field.point(arc.centre), field.of(arc.radius)
    along = minus(field.point(line.end), start)
    square = dot(along, along)
    foot = onward(start, along, dot(minus(centre, start), along) / square)
    aside = minus(foot, centre)
    return Pair(foot, along, (radius * radius - dot(aside, aside)) / square)


def circles(one: Arc, two: Arc, field: Field[N]) -> Pair[N]:
    """Where two circles round different centres meet."""
    centre, r, s = field.point(one.centre), field.of(one.radius), field.of(two.radius)
    along = minus(field.point(two.centre), centre)
    square = dot(along, along)
    share = (square + (r - s) * (r + s)) / (square + square)
    return Pair(onward(centre, along, share), (-along[1], along[0]), r * r / square - share * share)


def meeting(one: Edge, two: Edge, hint: Spot, field: Field[N]) -> Vector[N]:
    """The meeting of the lines or circles of two edges that lies nearest to ``hint``."""
    if isinstance(one, Line) and isinstance(two, Line):
        return lines(one, two, field)
    if isinstance(one, Arc) and isinstance(two, Arc):
        return _nearest(circles(one, two, field), hint, field)
    line, arc = (one, two) if isinstance(one, Line) else (two, one)
    assert isinstance(line, Line) and isinstance(arc, Arc)
    return _nearest(line_and_circle(line, arc, field), hint, field)


def _nearest(pair: Pair[N], hint: Spot, field: Field[N]) -> Vector[N]:
    foot, along = pair.foot, pair.along
    side = sum((hint[i] - field.rough(foot[i])) * field.rough(along[i]) for i in (0, 1))
    times: Any = field.root(pair.square)
    return onward(foot, along, -times if side < 0 else times)
