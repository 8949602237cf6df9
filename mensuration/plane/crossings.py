"""Where two curves meet: in floats to find them, in balls and exactly to measure with them.

The float side answers with spots; the others take the spot as a hint of which of the solutions is meant.
"""

from __future__ import annotations

from math import hypot, sqrt

from flint import arb

from mensuration.numbers import NotClosed
from mensuration.plane import geometry
from mensuration.plane.edges import Arc, BallPoint, Edge, EllipseArc, ExactPoint, Line, Point, Spot
from mensuration.plane.geometry import BALLS, EXACT, FLOATS
from mensuration.plane.ovals import ball_oval_meeting, oval_meetings
from mensuration.plane.tolerances import PARALLEL


def meetings(one: Edge, two: Edge, tolerance: float) -> list[Spot]:
    """Spots where the carrying lines, circles or ellipses of two edges meet; none where they coincide."""
    match one, two:
        case (EllipseArc(), _):
            return oval_meetings(one, two, tolerance)
        case (_, EllipseArc()):
            return oval_meetings(two, one, tolerance)
        case (Line(), Line()):
            return _lines(one, two)
        case (Line(), Arc()):
            return _line_circle(one, two, tolerance)
        case (Arc(), Line()):
            return _line_circle(two, one, tolerance)
        case (Arc(), Arc()):
            return _circles(one, two, tolerance)
    raise TypeError("an edge is a line, an arc or an arc of an ellipse")


def _lines(one: Line, two: Line) -> list[Spot]:
    u, v = geometry.minus(one.b, one.a), geometry.minus(two.b, two.a)
    if abs(geometry.cross(u, v)) <= PARALLEL * hypot(*u) * hypot(*v):
        return []
    return [geometry.lines(one, two, FLOATS)]


def _line_circle(line: Line, arc: Arc, tolerance: float) -> list[Spot]:
    pair = geometry.line_and_circle(line, arc, FLOATS)
    distance = hypot(*geometry.minus(arc.c, pair.foot))
    if abs(distance - arc.r) <= tolerance:
        return [pair.foot]
    return _both(pair) if distance <= arc.r else []


def _circles(one: Arc, two: Arc, tolerance: float) -> list[Spot]:
    (ax, ay), (bx, by), r, s = one.c, two.c, one.r, two.r
    distance = hypot(bx - ax, by - ay)
    if distance <= tolerance:
        return []  # one centre: the circles coincide or never meet
    ux, uy = (bx - ax) / distance, (by - ay) / distance
    if abs(distance - (r + s)) <= tolerance:
        return [(ax + r * ux, ay + r * uy)]
    if abs(distance - abs(r - s)) <= tolerance:
        return [(ax + r * ux, ay + r * uy) if r > s else (bx - s * ux, by - s * uy)]
    pair = geometry.circles(one, two, FLOATS)
    return _both(pair) if pair.square >= 0 else []


def _both(pair: geometry.Pair[float]) -> list[Spot]:
    times = sqrt(max(0.0, pair.square))
    return [geometry.onward(pair.foot, pair.along, sign * times) for sign in (-1, 1)]


def ball_distance(one: BallPoint, two: BallPoint) -> arb:
    """An enclosure of the distance of two points."""
    x, y = geometry.minus(one, two)
    return (x * x + y * y).sqrt()  # a product, as a power of a ball round 0 knows no bounds


def ball_point(point: Point) -> BallPoint:
    return BALLS.point(point)


def ball_meeting(one: Edge, two: Edge, hint: Spot) -> BallPoint:
    """An enclosure of the meeting of two edges' curves that lies nearest to ``hint``."""
    if isinstance(one, EllipseArc):
        return ball_oval_meeting(one, two, hint)
    if isinstance(two, EllipseArc):
        return ball_oval_meeting(two, one, hint)
    return geometry.meeting(one, two, hint, BALLS)


def exact_meeting(one: Edge, two: Edge, hint: Spot) -> ExactPoint:
    """The meeting of two edges' lines or circles nearest to ``hint``. NotClosed where it is no sum of roots."""
    if isinstance(one, EllipseArc) or isinstance(two, EllipseArc):
        raise NotClosed("where an ellipse meets a curve is given as a decimal")
    return geometry.meeting(one, two, hint, EXACT)
