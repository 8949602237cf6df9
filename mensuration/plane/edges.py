"""Placed edges: straight lines, arcs of circles and of ellipses, as exact data and in floats.

Floats describe the same curve for finding how curves lie to one another; measures are always taken from the exact side.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from math import atan2, cos, hypot, pi, sin

from flint import arb

from mensuration.numbers import Exact, Real
from mensuration.plane.tolerances import WHOLE

Point = tuple[Real, Real]
ExactPoint = tuple[Exact, Exact]
BallPoint = tuple[arb, arb]
Spot = tuple[float, float]
Box = tuple[float, float, float, float]  # left, bottom, right, top


@dataclass(frozen=True, eq=False)
class Edge(ABC):
    """One placed edge: a :class:`Line`, an :class:`Arc` or an :class:`EllipseArc`, from ``start`` to ``end``."""

    name: str
    part: int
    index: int
    start: Point
    end: Point
    length: Real
    formula: str

    @cached_property
    def a(self) -> Spot:
        return float(self.start[0]), float(self.start[1])

    @cached_property
    def b(self) -> Spot:
        return float(self.end[0]), float(self.end[1])

    @property
    def straight(self) -> bool:
        return isinstance(self, Line)

    @property
    def whole_turn(self) -> bool:
        """Whether it is a whole circle or ellipse."""
        return False

    @abstractmethod
    def spot(self, t: float) -> Spot:
        """The point at parameter ``t`` from 0 (start) to 1 (end)."""

    @abstractmethod
    def parameter(self, spot: Spot) -> float:
        """The parameter of the point of the curve nearest in direction to ``spot``."""

    @property
    @abstractmethod
    def box(self) -> Box:
        """An upright rectangle round the edge: left, bottom, right, top."""

    @abstractmethod
    def reversed(self) -> Edge:
        """The same edge, run along the other way."""

    @cached_property
    def samples(self) -> list[Spot]:
        """A few spots along the edge, for rough questions of room."""
        count = 4 if self.straight else 8
        return [self.spot(i / count) for i in range(count + 1)]


@dataclass(frozen=True, eq=False)
class Line(Edge):
    """A straight edge."""

    def spot(self, t: float) -> Spot:
        (ax, ay), (bx, by) = self.a, self.b
        return ax + (bx - ax) * t, ay + (by - ay) * t

    def parameter(self, spot: Spot) -> float:
        (ax, ay), (bx, by) = self.a, self.b
        dx, dy = bx - ax, by - ay
        return ((spot[0] - ax) * dx + (spot[1] - ay) * dy) / (dx * dx + dy * dy)

    @cached_property
    def box(self) -> Box:
        (ax, ay), (bx, by) = self.a, self.b
        return min(ax, bx), min(ay, by), max(ax, bx), max(ay, by)

    def reversed(self) -> Line:
        return replace(self, start=self.end, end=self.start)


@dataclass(frozen=True, eq=False, kw_only=True)
class Bent(Edge):
    """An edge round a ``centre``; ``sweep`` in turns, signed, more than 0 anticlockwise."""

    centre: Point
    sweep: Real

    @property
    @abstractmethod
    def halves(self) -> tuple[Real, Real]:
        """The two half axes: of a circle its radius, twice."""

    @property
    @abstractmethod
    def frame(self) -> tuple[Spot, Spot]:
        """The two half axes as vectors: a point of the curve is centre + u cos t + v sin t."""

    @abstractmethod
    def ball_frame(self) -> tuple[BallPoint, BallPoint, BallPoint]:
        """Centre and half axes as vectors, enclosed."""

    @abstractmethod
    def angle_of(self, spot: Spot) -> float:
        """The angle at which the curve comes nearest to a spot (the eccentric angle of an ellipse)."""

    @cached_property
    def c(self) -> Spot:
        return float(self.centre[0]), float(self.centre[1])

    @cached_property
    def angles(self) -> tuple[float, float]:
        """Start angle and signed sweep in radians."""
        return self.angle_of(self.a), float(self.sweep) * 2 * pi

    @cached_property
    def whole_turn(self) -> bool:
        return abs(abs(float(self.sweep)) - 1) < WHOLE

    def at_angle(self, t: float) -> Spot:
        """The point of the curve at angle t (the eccentric angle of an ellipse)."""
        (ux, uy), (vx, vy) = self.frame
        return self.c[0] + ux * cos(t) + vx * sin(t), self.c[1] + uy * cos(t) + vy * sin(t)

    def unit_spot(self, spot: Spot) -> Spot:
        """A spot in the frame in which the curve is the unit circle."""
        (ux, uy), (vx, vy) = self.frame
        x, y, det = spot[0] - self.c[0], spot[1] - self.c[1], ux * vy - uy * vx
        return (x * vy - y * vx) / det, (ux * y - uy * x) / det

    def ball_at_angle(self, t: arb) -> BallPoint:
        """An enclosure of the point at angle t."""
        (x, y), (ux, uy), (vx, vy) = self.ball_frame()
        c, s = t.cos(), t.sin()
        return x + ux * c + vx * s, y + uy * c + vy * s

    def ball_unit(self, point: BallPoint) -> BallPoint:
        """A point in the frame in which the curve is the unit circle, enclosed."""
        (cx, cy), (ux, uy), (vx, vy) = self.ball_frame()
        x, y, det = point[0] - cx, point[1] - cy, ux * vy - uy * vx
        return (x * vy - y * vx) / det, (ux * y - uy * x) / det

    def spot(self, t: float) -> Spot:
        angle, sweep = self.angles
        return self.at_angle(angle + sweep * t)

    def parameter(self, spot: Spot) -> float:
        start, sweep = self.angles
        delta = (self.angle_of(spot) - start) / (2 * pi)
        share = abs(sweep) / (2 * pi)
        ahead = (delta if sweep > 0 else -delta) % 1.0
        if ahead > share and ahead - share > 1 - ahead:  # just before the start
            ahead -= 1.0
        return ahead / share

    def reversed(self) -> Bent:
        return replace(self, start=self.end, end=self.start, sweep=-self.sweep)


@dataclass(frozen=True, eq=False, kw_only=True)
class Arc(Bent):
    """An arc of a circle."""

    radius: Real

    @cached_property
    def r(self) -> float:
        return float(self.radius)

    @property
    def halves(self) -> tuple[Real, Real]:
        return self.radius, self.radius

    @cached_property
    def frame(self) -> tuple[Spot, Spot]:
        return (self.r, 0.0), (0.0, self.r)

    def ball_frame(self) -> tuple[BallPoint, BallPoint, BallPoint]:
        r = self.radius.ball()
        return (self.centre[0].ball(), self.centre[1].ball()), (r, arb(0)), (arb(0), r)

    def angle_of(self, spot: Spot) -> float:
        return atan2(spot[1] - self.c[1], spot[0] - self.c[0])

    @cached_property
    def box(self) -> Box:
        spots = [self.a, self.b]
        for quarter in range(4):
            x, y = self.c[0] + self.r * cos(quarter * pi / 2), self.c[1] + self.r * sin(quarter * pi / 2)
            if 0 <= self.parameter((x, y)) <= 1:
                spots.append((x, y))
        xs, ys = [s[0] for s in spots], [s[1] for s in spots]
        return min(xs), min(ys), max(xs), max(ys)


@dataclass(frozen=True, eq=False, kw_only=True)
class EllipseArc(Bent):
    """An arc of an ellipse: half axis ``major`` along the unit vector ``heading``, half axis ``minor`` across it."""

    major: Real
    minor: Real
    heading: Point

    @property
    def halves(self) -> tuple[Real, Real]:
        return self.major, self.minor

    @cached_property
    def frame(self) -> tuple[Spot, Spot]:
        x, y = float(self.heading[0]), float(self.heading[1])
        r, s = float(self.major), float(self.minor)
        return (r * x, r * y), (-s * y, s * x)

    def ball_frame(self) -> tuple[BallPoint, BallPoint, BallPoint]:
        centre = self.centre[0].ball(), self.centre[1].ball()
        x, y = self.heading[0].ball(), self.heading[1].ball()
        r, s = self.major.ball(), self.minor.ball()
        return centre, (r * x, r * y), (-s * y, s * x)

    def angle_of(self, spot: Spot) -> float:
        u, v = self.unit_spot(spot)
        return atan2(v, u)

    @cached_property
    def box(self) -> Box:
        (ux, uy), (vx, vy) = self.frame
        wide, high = hypot(ux, vx), hypot(uy, vy)
        return self.c[0] - wide, self.c[1] - high, self.c[0] + wide, self.c[1] + high


def around(boxes: Sequence[Box]) -> Box:
    """The smallest upright rectangle round several."""
    return (
        min(box[0] for box in boxes),
        min(box[1] for box in boxes),
        max(box[2] for box in boxes),
        max(box[3] for box in boxes),
    )
