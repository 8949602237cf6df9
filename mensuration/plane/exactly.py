"""Exact coordinates: points whose coordinates are sums of roots, where curves meet, angles between spokes.

Everything here raises :class:`mensuration.numbers.NotClosed` where a value leaves that world.
Formulas: elementary analytic geometry (Cramer's rule; the foot of the perpendicular; the radical line).
"""

from __future__ import annotations

from fractions import Fraction

from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.angles import arc_cosine
from mensuration.plane.edges import Edge, ExactPoint, Point, Spot

HALF = Exact.of(Fraction(1, 2))
WHOLE_TURN = Exact.pi() * Exact.of(2)
_ONE = Exact.of(1)


def known(value: Real | None) -> Exact:
    """The exact form of a number. NotClosed when it has none."""
    if value is None or value.exact is None:
        raise NotClosed("this value has no short exact form")
    return value.exact


def exact_point(point: Point | None) -> ExactPoint:
    """Exact coordinates of a point. NotClosed when it has none."""
    if point is None:
        raise NotClosed("this point has no short exact coordinates")
    return known(point[0]), known(point[1])


def cross(u: ExactPoint, v: ExactPoint) -> Exact:
    return u[0] * v[1] - v[0] * u[1]


def dot(u: ExactPoint, v: ExactPoint) -> Exact:
    return u[0] * v[0] + u[1] * v[1]


def minus(u: ExactPoint, v: ExactPoint) -> ExactPoint:
    return u[0] - v[0], u[1] - v[1]


def onward(start: ExactPoint, along: ExactPoint, times: Exact) -> ExactPoint:
    """The point that lies ``times`` the vector ``along`` from ``start``."""
    return start[0] + times * along[0], start[1] + times * along[1]


def size(value: Exact) -> Exact:
    return -value if Real(value).sign() < 0 else value


def angle_between(u: ExactPoint, v: ExactPoint, radius: Exact, rough: float) -> Exact:
    """The signed angle in radians from u to v, two spokes of one circle, nearest to ``rough``."""
    least = arc_cosine(dot(u, v) / (radius * radius))
    angle = min((least, WHOLE_TURN - least), key=lambda angle: abs(float(Real(angle)) - abs(rough)))
    return angle if rough > 0 else -angle


def exact_meeting(one: Edge, two: Edge, hint: Spot) -> ExactPoint:
    """The meeting of two edges' lines or circles that lies nearest to ``hint``."""
    if one.oval or two.oval:
        raise NotClosed("where an ellipse meets a curve is given as a decimal")
    if two.straight and not one.straight:
        one, two = two, one
    if not one.straight:
        return _circles(one, two, hint)
    start = exact_point(one.start)
    along = minus(exact_point(one.end), start)
    if two.straight:
        other = exact_point(two.start)
        across = minus(exact_point(two.end), other)
        return onward(start, along, cross(minus(other, start), across) / cross(along, across))
    centre, radius = exact_point(two.centre), known(two.radius)
    square = dot(along, along)
    foot = onward(start, along, dot(minus(centre, start), along) / square)
    aside = minus(foot, centre)
    return _either_side(foot, along, (radius * radius - dot(aside, aside)) / square, hint)


def _circles(one: Edge, two: Edge, hint: Spot) -> ExactPoint:
    centre, r, s = exact_point(one.centre), known(one.radius), known(two.radius)
    along = minus(exact_point(two.centre), centre)
    square = dot(along, along)
    share = (_ONE + (r * r - s * s) / square) * HALF
    foot = onward(centre, along, share)
    return _either_side(foot, (-along[1], along[0]), r * r / square - share * share, hint)


def _either_side(foot: ExactPoint, along: ExactPoint, square: Exact, hint: Spot) -> ExactPoint:
    """``foot`` ± √square · ``along``, whichever is nearer to ``hint``."""
    if not square:
        return foot
    times = square.sqrt()
    side = (hint[0] - float(Real(foot[0]))) * float(Real(along[0])) + (
        hint[1] - float(Real(foot[1]))
    ) * float(Real(along[1]))
    return onward(foot, along, -times if side < 0 else times)
