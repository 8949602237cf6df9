"""Placed edges: straight lines and circular arcs, exactly and in floats."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
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
class Edge:
    """One placed edge. ``radius`` is None for a straight one; ``sweep`` is in turns, signed.

    An ellipse has ``radius`` for its half axis along ``heading`` and ``minor`` for the other.

    Floats describe the same curve for finding how curves lie to one another; measures are always
    taken from the exact side.
    """

    name: str
    part: int
    index: int
    start: Point
    end: Point
    length: Real
    formula: str
    centre: Point | None = None
    radius: Real | None = None
    sweep: Real | None = None
    minor: Real | None = None
    heading: Point | None = None

    @cached_property
    def a(self) -> Spot:
        return float(self.start[0]), float(self.start[1])

    @cached_property
    def b(self) -> Spot:
        return float(self.end[0]), float(self.end[1])

    @cached_property
    def c(self) -> Spot:
        assert self.centre is not None
        return float(self.centre[0]), float(self.centre[1])

    @cached_property
    def r(self) -> float:
        assert self.radius is not None
        return float(self.radius)

    @cached_property
    def straight(self) -> bool:
        return self.radius is None

    @property
    def oval(self) -> bool:
        return self.minor is not None

    @cached_property
    def frame(self) -> tuple[Spot, Spot]:
        """The two half axes as vectors: a point of the curve is centre + u cos t + v sin t."""
        if self.minor is None or self.heading is None:
            return (self.r, 0.0), (0.0, self.r)
        x, y, r, s = float(self.heading[0]), float(self.heading[1]), self.r, float(self.minor)
        return (r * x, r * y), (-s * y, s * x)

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
        """An enclosure of the point of an ellipse at angle t."""
        (x, y), (ux, uy), (vx, vy) = self._ball_frame()
        c, s = t.cos(), t.sin()
        return x + ux * c + vx * s, y + uy * c + vy * s

    def ball_unit(self, point: BallPoint) -> BallPoint:
        """A point in the frame in which the curve is the unit circle, enclosed."""
        (cx, cy), (ux, uy), (vx, vy) = self._ball_frame()
        x, y, det = point[0] - cx, point[1] - cy, ux * vy - uy * vx
        return (x * vy - y * vx) / det, (ux * y - uy * x) / det

    def _ball_frame(self) -> tuple[BallPoint, BallPoint, BallPoint]:
        assert self.centre is not None and self.radius is not None
        centre, r = (self.centre[0].ball(), self.centre[1].ball()), self.radius.ball()
        if self.minor is None or self.heading is None:
            return centre, (r, arb(0)), (arb(0), r)
        x, y, s = self.heading[0].ball(), self.heading[1].ball(), self.minor.ball()
        return centre, (r * x, r * y), (-s * y, s * x)

    def _angle_of(self, spot: Spot) -> float:
        if self.minor is None:
            return atan2(spot[1] - self.c[1], spot[0] - self.c[0])
        u, v = self.unit_spot(spot)
        return atan2(v, u)

    @cached_property
    def angles(self) -> tuple[float, float]:
        """Start angle and signed sweep in radians."""
        assert self.sweep is not None
        return self._angle_of(self.a), float(self.sweep) * 2 * pi

    @cached_property
    def whole_turn(self) -> bool:
        return self.sweep is not None and abs(abs(float(self.sweep)) - 1) < WHOLE

    def spot(self, t: float) -> Spot:
        """The point at parameter ``t`` from 0 (start) to 1 (end)."""
        if self.straight:
            (ax, ay), (bx, by) = self.a, self.b
            return ax + (bx - ax) * t, ay + (by - ay) * t
        angle, sweep = self.angles
        return self.at_angle(angle + sweep * t)

    @cached_property
    def samples(self) -> list[Spot]:
        """A few spots along the edge, for rough questions of room."""
        count = 4 if self.straight else 8
        return [self.spot(i / count) for i in range(count + 1)]

    def parameter(self, spot: Spot) -> float:
        """The parameter of the point of the curve nearest in direction to ``spot``."""
        if self.straight:
            (ax, ay), (bx, by) = self.a, self.b
            dx, dy = bx - ax, by - ay
            return ((spot[0] - ax) * dx + (spot[1] - ay) * dy) / (dx * dx + dy * dy)
        start, sweep = self.angles
        delta = (self._angle_of(spot) - start) / (2 * pi)
        share = abs(sweep) / (2 * pi)
        ahead = (delta if sweep > 0 else -delta) % 1.0
        if ahead > share and ahead - share > 1 - ahead:  # just before the start
            ahead -= 1.0
        return ahead / share

    @cached_property
    def box(self) -> Box:
        """Smallest upright rectangle round the edge: left, bottom, right, top."""
        spots = [self.a, self.b]
        if self.oval:
            (ux, uy), (vx, vy) = self.frame
            wide, high = hypot(ux, vx), hypot(uy, vy)
            return self.c[0] - wide, self.c[1] - high, self.c[0] + wide, self.c[1] + high
        if not self.straight:
            for quarter in range(4):
                x, y = self.c[0] + self.r * cos(quarter * pi / 2), self.c[1] + self.r * sin(quarter * pi / 2)
                if 0 <= self.parameter((x, y)) <= 1:
                    spots.append((x, y))
        xs, ys = [s[0] for s in spots], [s[1] for s in spots]
        return min(xs), min(ys), max(xs), max(ys)


def around(boxes: Sequence[Box]) -> Box:
    """The smallest upright rectangle round several."""
    return (
        min(box[0] for box in boxes),
        min(box[1] for box in boxes),
        max(box[2] for box in boxes),
        max(box[3] for box in boxes),
    )
