"""Counting on unit squares: whole and half squares one by one, lattice points, and what is shaded.

The lattice formula (Pick, 1899): the area of a polygon whose corners lie on lattice points is I + B/2 - 1,
with I lattice points inside and B on the border; each hole adds 1.
"""

from __future__ import annotations

import itertools
from collections.abc import Collection
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from math import ceil, floor, gcd
from typing import Literal

from mensuration.numbers import Real
from mensuration.plane.crossings import meetings
from mensuration.plane.edges import Edge, Spot
from mensuration.plane.regions import Loop, Region, straight_side
from mensuration.plane.tolerances import INSIDE, ON_GRID, SHORT

MAX_SQUARES = 1600
Kind = Literal["part", "half", "whole"]
PART: Kind = "part"
HALF: Kind = "half"
WHOLE: Kind = "whole"
Place = tuple[int, int]
Flat = tuple[Fraction, Fraction]


class TooManySquares(ValueError):
    """The figure covers more unit squares than a person would count."""


@dataclass(frozen=True)
class Square:
    """One unit square: column, row, how much of it the figure covers (None where only roughly known)."""

    place: Place
    kind: Kind
    share: Fraction | None


@dataclass(frozen=True)
class Lattice:
    """Lattice points inside and on the border, and the area that follows."""

    inside: tuple[Place, ...]
    border: tuple[Place, ...]
    holes: int

    @property
    def area(self) -> Fraction:
        return len(self.inside) + Fraction(len(self.border), 2) - 1 + self.holes


def separate(region: Region) -> list[Region]:
    """The shapes of a region that are apart or meet in points only, each with its holes; the lowest first, then from the left."""
    loops = [(loop, Region((loop,), region.pi)) for loop in region.loops]
    outer = [(loop, own) for loop, own in loops if own.area.sign() > 0]
    outer.sort(key=lambda each: (each[1].box[1], each[1].box[0]))
    holes: list[list[Loop]] = [[] for _ in outer]
    for loop, own in loops:
        if own.area.sign() > 0:
            continue
        around = [i for i, (_, whole) in enumerate(outer) if whole.contains(loop[0].spot(0.5))]
        holes[min(around, key=lambda i: float(outer[i][1].area))].append(loop)
    return [Region((loop, *within), region.pi) for (loop, _), within in zip(outer, holes, strict=True)]


@dataclass(frozen=True)
class Counting:
    """A region on squares of side ``unit`` (base units), with its corner (0, 0) at the origin."""

    region: Region
    unit: Real

    @cached_property
    def size(self) -> float:
        return float(self.unit)

    @cached_property
    def reach(self) -> tuple[int, int, int, int]:
        """Columns and rows that the figure touches: first, last + 1. TooManySquares past MAX_SQUARES."""
        left, bottom, right, top = (v / self.size for v in self.region.box)
        columns = floor(left + ON_GRID), ceil(right - ON_GRID)
        rows = floor(bottom + ON_GRID), ceil(top - ON_GRID)
        if (columns[1] - columns[0]) * (rows[1] - rows[0]) > MAX_SQUARES:
            raise TooManySquares
        return (*columns, *rows)

    @cached_property
    def flat(self) -> list[list[Flat]] | None:
        """The loops' corners in squares, where all sides are straight and all corners rational."""
        if not self.region.straight:
            return None
        loops: list[list[Flat]] = []
        for loop in self.region.loops:
            corners: list[Flat] = []
            for side in loop:
                x, y = (value / self.unit for value in side.start)
                if x.rational is None or y.rational is None:
                    return None
                corners.append((x.rational, y.rational))
            loops.append(corners)
        return loops

    @cached_property
    def squares(self) -> list[Square]:
        """Every square that the figure covers at least partly, row by row from below."""
        first, last, low, high = self.reach
        crossed = {place for edge in self.region.edges for place in self._crossed(edge)}
        found: list[Square] = []
        for j in range(low, high):
            for i in range(first, last):
                square: Square | None
                if (i, j) in crossed:
                    square = self._measured((i, j))
                elif self.region.contains(((i + 0.5) * self.size, (j + 0.5) * self.size)):
                    square = Square((i, j), WHOLE, Fraction(1))
                else:
                    continue
                if square is not None:
                    found.append(square)
        return found

    def _measured(self, place: Place) -> Square | None:
        if self.flat is None:
            return Square(place, PART, None)
        share = sum((_clipped_area(loop, place) for loop in self.flat), Fraction(0))
        if not share:
            return None
        kinds: dict[Fraction, Kind] = {Fraction(1): WHOLE, Fraction(1, 2): HALF}
        return Square(place, kinds.get(share, PART), share)

    def _crossed(self, edge: Edge) -> set[Place]:
        """Squares through whose inside an edge runs."""
        size = self.size
        left, bottom, right, top = edge.box
        stops = [0.0, 1.0]
        for axis, low, high in ((0, left, right), (1, bottom, top)):
            for k in range(ceil(low / size - ON_GRID), floor(high / size + ON_GRID) + 1):
                for spot in self._line_meetings(edge, axis, k * size):
                    t = edge.parameter(spot)
                    if 0 < t < 1:
                        stops.append(t)
        stops.sort()
        places: set[Place] = set()
        for t, u in itertools.pairwise(stops):
            x, y = (v / size for v in edge.spot((t + u) / 2))
            if u - t > SHORT and min(abs(x - round(x)), abs(y - round(y))) > ON_GRID:
                places.add((floor(x), floor(y)))
        return places

    def _line_meetings(self, edge: Edge, axis: int, value: float) -> list[Spot]:
        if edge.straight:
            a, b = edge.a, edge.b
            if a[axis] == b[axis]:
                return []
            t = (value - a[axis]) / (b[axis] - a[axis])
            return [edge.spot(t)] if 0 < t < 1 else []
        at = Real.of(Fraction(value))
        zero, one = Real.of(0), Real.of(1)
        ends = ((at, zero), (at, one)) if axis == 0 else ((zero, at), (one, at))
        return meetings(straight_side("line", 0, *ends), edge, self.region.tolerance)

    @cached_property
    def lattice(self) -> Lattice | None:
        """Lattice points, where every corner is one and no two loops touch; else None."""
        loops = self.flat
        if loops is None or any(
            value.denominator != 1 for loop in loops for corner in loop for value in corner
        ):
            return None
        border: list[Place] = []
        for loop in loops:
            for (ax, ay), (bx, by) in zip(loop, loop[1:] + loop[:1], strict=True):
                steps = gcd(int(bx - ax), int(by - ay))
                dx, dy = int(bx - ax) // steps, int(by - ay) // steps
                border += [(int(ax) + k * dx, int(ay) + k * dy) for k in range(steps)]
        if len(set(border)) < len(border):
            return None
        on_border = set(border)
        first, last, low, high = self.reach
        inside = tuple(
            (i, j)
            for j in range(low, high + 1)
            for i in range(first, last + 1)
            if (i, j) not in on_border and self._inside(i, j)
        )
        outer = sum(_doubled(loop) > 0 for loop in loops)
        return Lattice(inside, tuple(border), len(loops) - outer) if outer == 1 else None

    def _inside(self, i: int, j: int) -> bool:
        # A ray through corners would be counted twice or not at all, so it starts a hair higher.
        return self.region.contains((i * self.size, (j + INSIDE) * self.size))

    @cached_property
    def unit_edges(self) -> list[tuple[Place, Place]] | None:
        """The unit edges once round, one after the other; None where a side does not run along the squares."""
        if self.lattice is None or self.flat is None:
            return None
        edges: list[tuple[Place, Place]] = []
        for loop in self.flat:
            for (ax, ay), (bx, by) in zip(loop, loop[1:] + loop[:1], strict=True):
                if ax != bx and ay != by:
                    return None
                steps = int(abs(bx - ax) + abs(by - ay))
                dx, dy = int(bx - ax) // steps, int(by - ay) // steps
                spots = [(int(ax) + k * dx, int(ay) + k * dy) for k in range(steps + 1)]
                edges += itertools.pairwise(spots)
        return edges

    def shaded(self, places: Collection[Place]) -> Fraction | None:
        """How many squares' worth of the figure lies in these squares; None where only roughly known."""
        wanted = set(places)
        shares = [square.share for square in self.squares if square.place in wanted]
        return None if None in shares else sum((s for s in shares if s is not None), Fraction(0))


def _doubled(loop: list[Flat]) -> Fraction:
    pairs = zip(loop, loop[1:] + loop[:1], strict=True)
    return sum((a[0] * b[1] - b[0] * a[1] for a, b in pairs), Fraction(0))


def _clipped_area(loop: list[Flat], place: Place) -> Fraction:
    """Signed area of the polygon inside one square, by clipping it at each of its four sides
    (Sutherland and Hodgman, 1974); doubled edges left by the clipping enclose nothing."""
    for axis, sign, bound in (
        (0, 1, place[0]),
        (0, -1, place[0] + 1),
        (1, 1, place[1]),
        (1, -1, place[1] + 1),
    ):
        clipped: list[Flat] = []
        for a, b in zip(loop, loop[1:] + loop[:1], strict=True):
            in_a, in_b = sign * (a[axis] - bound), sign * (b[axis] - bound)
            if in_a >= 0:
                clipped.append(a)
            if in_a * in_b < 0:
                t = in_a / (in_a - in_b)
                clipped.append((a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t))
        loop = clipped
        if not loop:
            return Fraction(0)
    return _doubled(loop) / 2
