"""Bodies led round an upright axis, by a full turn or a part of one, in layers: rings between the sides of a profile.

A profile lies in the plane of the distance from the axis and of the height, walked with the inside on the left.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from math import atan2, cos
from math import pi as half_turn

from mensuration.catalogue.figure import Turned
from mensuration.expressions import arc_sine, evaluate, parse, trigonometric
from mensuration.numbers import NOUGHT, UNIT, Real
from mensuration.plane.edges import Arc, Edge, Point
from mensuration.plane.regions import straight_side
from mensuration.solids.layers import BARELY, HALF, THREE, TWO, Flat, Layer, Section, distinct
from mensuration.solving import Solution

CUTS = ("first cut", "last cut")  # the faces of a part of a turn at which it begins and ends


@dataclass(frozen=True, eq=False)
class Side:
    """One side of a profile that only rises or only falls, from (distance, height) to (distance, height).

    Round a centre where it is an arc, on the ``outer`` half of its circle, away from the axis, or the inner one.
    """

    name: str
    start: Point
    end: Point
    centre: Point | None = None
    radius: Real | None = None
    outer: bool = True

    @property
    def level(self) -> bool:
        """Whether it is a plane face across the axis."""
        return self.centre is None and self.start[1].same_as(self.end[1])

    @property
    def upright(self) -> bool:
        return self.centre is None and self.start[0].same_as(self.end[0])

    @property
    def farthest(self) -> list[Real]:
        """How far its arc bulges from the axis, where it is no end that is farthest."""
        if self.centre is None or self.radius is None or not self.outer:
            return []
        low, high = self.levels
        passes = float(low) - BARELY <= float(self.centre[1]) <= float(high) + BARELY
        return [self.centre[0] + self.radius] if passes else []

    @property
    def levels(self) -> Point:
        """From which height to which it goes."""
        one, two = self.start[1], self.end[1]
        return (one, two) if float(one) <= float(two) else (two, one)

    def reaches(self, level: float) -> bool:
        low, high = self.levels
        return float(low) < level < float(high)

    def length(self, pi: Real) -> Real:
        """How long it is."""
        if self.level:
            return abs(self.end[0] - self.start[0])
        if self.centre is None or self.radius is None:
            x, y = self.end[0] - self.start[0], self.end[1] - self.start[1]
            return (x * x + y * y).sqrt()
        return self.radius * self.angle(pi)

    def at(self, level: Real) -> Real:
        """How far from the axis the surface is at a level."""
        if self.centre is None or self.radius is None:
            share = (level - self.start[1]) / (self.end[1] - self.start[1])
            return self.start[0] + (self.end[0] - self.start[0]) * share
        up = level - self.centre[1]
        out = (self.radius * self.radius - up * up).sqrt()
        return self.centre[0] + out if self.outer else self.centre[0] - out

    def squares(self, low: Real, high: Real, pi: Real) -> Real:
        """The integral of the square of the distance over the height, between two levels within it."""
        rise = high - low
        if self.centre is None or self.radius is None:
            one, two = self.at(low), self.at(high)
            return rise * (one * one + one * two + two * two) / THREE
        (c, z), r = self.centre, self.radius
        one, two = low - z, high - z
        own = (c * c + r * r) * rise - (two * two * two - one * one * one) / THREE
        return own + TWO * c * self._half_discs(low, high, pi) if c.sign() else own

    def area(self, low: Real, high: Real, pi: Real) -> Real:
        """The area between it and the axis, between two levels within it."""
        if self.centre is None or self.radius is None:
            return (self.at(low) + self.at(high)) * HALF * (high - low)
        return self.centre[0] * (high - low) + self._half_discs(low, high, pi)

    def led_round(self, low: Real, high: Real, pi: Real) -> Real:
        """The area that it sweeps in a full turn, between two levels within it."""
        if self.centre is None or self.radius is None:
            start, end = self.at(low), self.at(high)
            slant = ((high - low) * (high - low) + (end - start) * (end - start)).sqrt()
            return pi * (start + end) * slant  # Pappus: the slant, led round on its middle
        (c, _), r = self.centre, self.radius
        rise = high - low if self.outer else low - high
        if not c.sign():
            return TWO * pi * r * rise  # Archimedes: as of the cylinder round the sphere
        return TWO * pi * r * (c * self._angle(low, high, pi) + rise)

    def angle(self, pi: Real) -> Real:
        """The angle of an arc, in radians."""
        return self._angle(*self.levels, pi)

    def _half_discs(self, low: Real, high: Real, pi: Real) -> Real:
        """The area between two levels of the half disc on its side of the centre, less than 0 on the inner side."""
        assert self.centre is not None and self.radius is not None
        r, z = self.radius, self.centre[1]

        def under(level: Real) -> Real:
            return (level - z) * abs(self.at(level) - self.centre[0]) if self.centre else NOUGHT

        size = (under(high) - under(low) + r * r * self._angle(low, high, pi)) * HALF
        return size if self.outer else -size

    def _angle(self, low: Real, high: Real, pi: Real) -> Real:
        """Its angle between two levels, in radians."""
        assert self.centre is not None and self.radius is not None
        one, two = (arc_sine((level - self.centre[1]) / self.radius) for level in (low, high))
        return TWO * pi * (two - one)


def area_and_moment(profile: Sequence[Side], pi: Real) -> tuple[Real, Real]:
    """The area within a profile, and the integral of the distance from the axis over it: by Green, half that of the square
    of the distance up the sides, less that down them."""
    areas: list[Real] = []
    squares: list[Real] = []
    for side in profile:
        if side.level:
            continue
        rises = float(side.end[1]) > float(side.start[1])
        for sums, size in ((areas, side.area(*side.levels, pi)), (squares, side.squares(*side.levels, pi))):
            sums.append(size if rises else -size)
    return Real.sum(areas), Real.sum(squares) * HALF


def monotone_arcs(
    name: str, centre: Point, radius: Real, start: Point, end: Point, turn: float
) -> list[Side]:
    """An arc cut where it passes its highest and lowest point, so that each side only rises or only falls."""
    first = atan2(float(start[1] - centre[1]), float(start[0] - centre[0]))
    stops: list[tuple[float, Point]] = [(0.0, start), (abs(turn), end)]
    for quarter, sign in ((0.25, 1), (0.75, -1)):
        for whole in (-1, 0, 1):
            angle = (quarter + whole) * 2 * half_turn
            share = (angle - first) / (2 * half_turn)
            share = share if turn > 0 else -share
            if BARELY < share < abs(turn) - BARELY:
                top = centre[1] + radius if sign > 0 else centre[1] - radius
                stops.append((share, (centre[0], top)))
    sides = []
    for (share, one), (next_, two) in pairwise(sorted(stops, key=lambda stop: stop[0])):
        middle = first + (share + next_) * half_turn * (1 if turn > 0 else -1)
        sides.append(Side(name, one, two, centre, radius, cos(middle) >= 0))
    return sides


def profile_of(solution: Solution, body: Turned) -> list[Side]:
    """The sides of a turned body's profile, in order."""
    scope = solution.scope()

    def at(texts: tuple[str, str]) -> Point:
        x, y = (evaluate(parse(text), scope).value for text in texts)
        return x, y

    here, sides = at(body.start), []
    for run in body.runs:
        end = at(run.to)
        if run.centre is None:
            sides.append(Side(run.name, here, end))
        else:
            centre = at(run.centre)
            turn = evaluate(parse(run.turn), scope).value
            x, y = here[0] - centre[0], here[1] - centre[1]
            radius = abs(x) if not y.sign() else abs(y) if not x.sign() else (x * x + y * y).sqrt()
            sides += monotone_arcs(run.name, centre, radius, here, end, float(turn))
        here = end
    return sides


def layers_round(
    profile: Sequence[Side], pi: Real, turn: Real | None = None
) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    """The layers of a body led round the z-axis, lowest first, and its faces across it; ``turn`` is the part of a full
    turn."""
    sides = [side for side in profile if not side.level]
    levels = distinct([level for side in sides for level in (side.start[1], side.end[1])])
    layers = []
    for low, high in pairwise(levels):
        middle = (low + high) * HALF
        here = sorted((s for s in sides if s.reaches(float(middle))), key=lambda s: -float(s.at(middle)))
        layers.append(_Rings(tuple(here), pi, turn).layer(low, high))
    flats = [Flat(s.name, s.start[1], s.end[0] < s.start[0]) for s in profile if s.level]
    return tuple(layers), tuple(flats)


@dataclass(frozen=True, eq=False)
class _Rings:
    """What lies between the sides of a profile within a layer, the outermost side first."""

    sides: tuple[Side, ...]
    pi: Real
    turn: Real | None

    def layer(self, low: Real, high: Real) -> Layer:
        same = all(side.upright for side in self.sides)
        squares = all(side.centre is None or not side.centre[0].sign() for side in self.sides)
        return Layer(low, high, same, self._at, self._wall, None if same else self._content, squares)

    @property
    def _share(self) -> Real:
        return UNIT if self.turn is None else self.turn

    def _content(self, low: Real, high: Real) -> Real:
        squares = [side.squares(low, high, self.pi) for side in self.sides]
        signed = (size if number % 2 == 0 else -size for number, size in enumerate(squares))
        return self.pi * self._share * Real.sum(signed)

    def _at(self, level: Real) -> Section:
        if self.turn is not None:
            return self._sectors(level, self.turn)
        edges: list[Edge] = []
        for outer, inner in self._pairs:
            far, near = outer.at(level), NOUGHT if inner is None else inner.at(level)
            if (far - near).sign() <= 0:  # it has come to an end
                continue
            edges.append(circle(outer.name, far, self.pi, len(edges)))
            if inner is not None and near.sign() > 0:
                edges.append(circle(inner.name, near, self.pi, len(edges), inner=True))
        return tuple(edges)

    def _sectors(self, level: Real, turn: Real) -> Section:
        """Sectors of rings: out along the first cut, round, back along the last cut, and round again on the inner side."""
        aim = trigonometric("cos", turn), trigonometric("sin", turn)
        edges: list[Edge] = []
        for outer, inner in self._pairs:
            far, near = outer.at(level), NOUGHT if inner is None else inner.at(level)
            if (far - near).sign() <= 0:
                continue
            last = aim[0] * near, aim[1] * near
            edges += [
                straight_side(CUTS[0], 0, (near, NOUGHT), (far, NOUGHT)),
                self._arc(outer.name, far, (far, NOUGHT), (aim[0] * far, aim[1] * far), turn),
                straight_side(CUTS[1], 0, (aim[0] * far, aim[1] * far), last),
            ]
            if inner is not None and near.sign() > 0:
                edges.append(self._arc(inner.name, near, last, (near, NOUGHT), -turn))
        return tuple(edges)

    def _arc(self, name: str, radius: Real, start: Point, end: Point, turn: Real) -> Arc:
        length = TWO * self.pi * radius * abs(turn)
        return Arc(name, 0, 0, start, end, length, "", centre=(NOUGHT, NOUGHT), sweep=turn, radius=radius)

    @property
    def _pairs(self) -> list[tuple[Side, Side | None]]:
        """Each outer side with the inner one that belongs to it; None where it reaches to the axis."""
        inner = [*self.sides[1::2], None] if len(self.sides) % 2 else list(self.sides[1::2])
        return [
            (out, side if side and not _on_axis(side) else None)
            for out, side in zip(self.sides[::2], inner, strict=True)
        ]

    def _wall(self, place: int, low: Real, high: Real) -> Real:
        if self.turn is None:
            return self.sides[place].led_round(low, high, self.pi)
        places = [(pair, kind) for pair in self._pairs for kind in range(3 if pair[1] is None else 4)]
        (outer, inner), kind = places[place]
        if kind % 2:
            side = outer if kind == 1 or inner is None else inner
            return side.led_round(low, high, self.pi) * self.turn
        whole = outer.area(low, high, self.pi)
        return whole if inner is None else whole - inner.area(low, high, self.pi)


def _on_axis(side: Side) -> bool:
    return side.centre is None and not side.start[0].sign() and not side.end[0].sign()


Reach = tuple[Real, Real]


def reach_round(profile: Sequence[Side], turn: Real | None = None) -> tuple[Reach, Reach, Reach]:
    """From where to where a body led round the z-axis reaches along each axis; ``turn`` is the part of a full turn."""
    ends = [end for side in profile for end in (side.start, side.end)]
    distances = distinct([end[0] for end in ends] + [far for side in profile for far in side.farthest])
    heights = distinct([end[1] for end in ends])
    near, far = distances[0], distances[-1]
    if turn is None:
        return (-far, far), (-far, far), (heights[0], heights[-1])
    quarters = [Real.of(Fraction(quarter, 4)) for quarter in range(5) if quarter / 4 < float(turn)]
    aims = [(trigonometric("cos", at), trigonometric("sin", at)) for at in (*quarters, turn)]
    x, y = (distinct([aim[axis] * size for aim in aims for size in (near, far)]) for axis in range(2))
    return (x[0], x[-1]), (y[0], y[-1]), (heights[0], heights[-1])


def circle(name: str, radius: Real, pi: Real, place: int, inner: bool = False) -> Arc:
    """A circle about the origin as one edge; the border of a hole where it is the ``inner`` one."""
    start = (radius, NOUGHT)
    length = TWO * pi * radius
    sweep = -UNIT if inner else UNIT
    return Arc(name, 0, place, start, start, length, "", centre=(NOUGHT, NOUGHT), sweep=sweep, radius=radius)
