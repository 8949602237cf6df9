"""Where two curves meet: in floats to find them, in balls to measure with them.

The float side answers with spots; the ball side takes the spot as a hint of which of the solutions
is meant and encloses it at the working precision in force. Formulas: elementary analytic geometry
(two lines by Cramer's rule; a line and a circle, two circles by the foot of the radical line).
"""

from __future__ import annotations

from math import hypot, sqrt

from flint import arb

from mensuration.plane.edges import BallPoint, Edge, Point, Spot
from mensuration.plane.ovals import ball_oval_meeting, oval_meetings
from mensuration.plane.tolerances import PARALLEL


def meetings(one: Edge, two: Edge, tolerance: float) -> list[Spot]:
    """Spots where the carrying lines or circles of two edges meet; none where they coincide."""
    if one.oval or two.oval:
        oval, other = (one, two) if one.oval else (two, one)
        return oval_meetings(oval, other, tolerance)
    if one.straight and two.straight:
        return _lines(one, two)
    if one.straight:
        return _line_circle(one, two, tolerance)
    if two.straight:
        return _line_circle(two, one, tolerance)
    return _circles(one, two, tolerance)


def _lines(one: Edge, two: Edge) -> list[Spot]:
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = one.a, one.b, two.a, two.b
    ux, uy, vx, vy = bx - ax, by - ay, dx - cx, dy - cy
    cross = ux * vy - uy * vx
    if abs(cross) <= PARALLEL * hypot(ux, uy) * hypot(vx, vy):
        return []
    t = ((cx - ax) * vy - (cy - ay) * vx) / cross
    return [(ax + t * ux, ay + t * uy)]


def _line_circle(line: Edge, arc: Edge, tolerance: float) -> list[Spot]:
    (ax, ay), (bx, by), (cx, cy), r = line.a, line.b, arc.c, arc.r
    size = hypot(bx - ax, by - ay)
    ux, uy = (bx - ax) / size, (by - ay) / size
    t = (cx - ax) * ux + (cy - ay) * uy
    fx, fy = ax + t * ux, ay + t * uy
    return _either_side((fx, fy), (ux, uy), r, hypot(cx - fx, cy - fy), tolerance)


def _circles(one: Edge, two: Edge, tolerance: float) -> list[Spot]:
    (ax, ay), (bx, by), r, s = one.c, two.c, one.r, two.r
    distance = hypot(bx - ax, by - ay)
    if distance <= tolerance:
        return []  # one centre: the circles coincide or never meet
    ux, uy = (bx - ax) / distance, (by - ay) / distance
    along = (distance + (r - s) * (r + s) / distance) / 2
    foot = (ax + along * ux, ay + along * uy)
    if abs(distance - (r + s)) <= tolerance:
        return [(ax + r * ux, ay + r * uy)]
    if abs(distance - abs(r - s)) <= tolerance:
        return [(ax + r * ux, ay + r * uy) if r > s else (bx - s * ux, by - s * uy)]
    return _either_side(foot, (-uy, ux), r, abs(along), 0.0)


def _either_side(foot: Spot, along: Spot, r: float, distance: float, tolerance: float) -> list[Spot]:
    if abs(distance - r) <= tolerance:
        return [foot]
    if distance > r:
        return []
    half = sqrt((r - distance) * (r + distance))
    return [
        (foot[0] - half * along[0], foot[1] - half * along[1]),
        (foot[0] + half * along[0], foot[1] + half * along[1]),
    ]


def ball_point(point: Point) -> BallPoint:
    return point[0].ball(), point[1].ball()


def ball_distance(one: BallPoint, two: BallPoint) -> arb:
    """An enclosure of the distance of two points."""
    return _length(_minus(one, two))


def ball_meeting(one: Edge, two: Edge, hint: Spot) -> BallPoint:
    """An enclosure of the meeting of two edges' lines or circles that lies nearest to ``hint``."""
    if one.oval or two.oval:
        oval, other = (one, two) if one.oval else (two, one)
        return ball_oval_meeting(oval, other, hint)
    if one.straight and two.straight:
        return _ball_lines(one, two)
    if two.straight:
        one, two = two, one
    if one.straight:
        a, b, c = ball_point(one.start), ball_point(one.end), ball_point(_centre(two))
        u = _minus(b, a)
        size = _length(u)
        u = (u[0] / size, u[1] / size)
        t = (c[0] - a[0]) * u[0] + (c[1] - a[1]) * u[1]
        foot = (a[0] + t * u[0], a[1] + t * u[1])
        r = _radius(two)
        aside = _minus(c, foot)
        square = r * r - aside[0] * aside[0] - aside[1] * aside[1]
        return _nearest(foot, u, square, hint)
    a, b, r, s = ball_point(_centre(one)), ball_point(_centre(two)), _radius(one), _radius(two)
    u = _minus(b, a)
    distance = _length(u)
    u = (u[0] / distance, u[1] / distance)
    along = (distance + (r - s) * (r + s) / distance) / 2
    foot = (a[0] + along * u[0], a[1] + along * u[1])
    return _nearest(foot, (-u[1], u[0]), r * r - along * along, hint)


def _ball_lines(one: Edge, two: Edge) -> BallPoint:
    a, c = ball_point(one.start), ball_point(two.start)
    u, v = _minus(ball_point(one.end), a), _minus(ball_point(two.end), c)
    t = ((c[0] - a[0]) * v[1] - (c[1] - a[1]) * v[0]) / (u[0] * v[1] - u[1] * v[0])
    return a[0] + t * u[0], a[1] + t * u[1]


def _nearest(foot: BallPoint, along: BallPoint, square: arb, hint: Spot) -> BallPoint:
    half = square.nonnegative_part().sqrt()
    side = (hint[0] - float(foot[0].mid())) * float(along[0].mid()) + (
        hint[1] - float(foot[1].mid())
    ) * float(along[1].mid())
    if side < 0:
        half = -half
    return foot[0] + half * along[0], foot[1] + half * along[1]


def _minus(p: BallPoint, q: BallPoint) -> BallPoint:
    return p[0] - q[0], p[1] - q[1]


def _length(p: BallPoint) -> arb:
    return (p[0] * p[0] + p[1] * p[1]).sqrt()  # a product, as a power of a ball round 0 knows no bounds


def _centre(edge: Edge) -> Point:
    assert edge.centre is not None
    return edge.centre


def _radius(edge: Edge) -> arb:
    assert edge.radius is not None
    return edge.radius.ball()
