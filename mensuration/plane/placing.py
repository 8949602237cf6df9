"""Putting a solved figure into the plane: its outline as placed edges, exactly and in floats."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import atan2, degrees
from typing import Literal

from mensuration.catalogue import figure as declared
from mensuration.catalogue.figure import XY
from mensuration.expressions import trigonometric
from mensuration.numbers import NOUGHT, UNIT, Real
from mensuration.plane.containing import Monotone, crosses_inside, crosses_inside_of_each, monotone
from mensuration.plane.edges import Arc, Box, Edge, EllipseArc, Line, Point, Spot, around
from mensuration.solving import Solution

Join = Literal["add", "take", "common"]


@dataclass(frozen=True)
class Placement:
    """Where a part's anchor stands (base units), its turn (turns, anticlockwise) and its mirroring.

    ``heading``, where there is one, is the direction of its own x-axis (a unit vector), in place of a turn.
    """

    at: Point = (NOUGHT, NOUGHT)
    turn: Real = NOUGHT
    flip: bool = False
    heading: Point | None = None

    @cached_property
    def direction(self) -> Point:
        """Cosine and sine of the turn, exact where they are sums of plain roots: with others, reckoning gets long, and
        what is turned as a whole is exact in its own frame."""
        if self.heading is not None:
            return self.heading
        cosine, sine = direction(self.turn)
        return cosine.plain(), sine.plain()

    def put(self, local: Point) -> Point:
        """A point of the figure's own axes, in the plane: mirrored, then turned, then moved."""
        x, y = -local[0] if self.flip else local[0], local[1]
        if self.heading is None and self.turn.sign() == 0:
            return self.at[0] + x, self.at[1] + y
        c, s = self.direction
        return self.at[0] + x * c - y * s, self.at[1] + x * s + y * c

    @property
    def degrees(self) -> float:
        """The turn in degrees, for drawing."""
        if self.heading is None:
            return float(self.turn) * 360
        return degrees(atan2(float(self.heading[1]), float(self.heading[0])))

    def aim(self, local: Point) -> Point:
        """A direction of the figure's own axes, in the plane."""
        x, y = -local[0] if self.flip else local[0], local[1]
        c, s = self.direction
        return x * c - y * s, x * s + y * c

    def along(self, local: Spot) -> Spot:
        """A direction of the figure's own axes, in the plane, in floats."""
        x, y = -local[0] if self.flip else local[0], local[1]
        c, s = float(self.direction[0]), float(self.direction[1])
        return x * c - y * s, x * s + y * c


def direction(turn: Real) -> Point:
    """Cosine and sine of a turn."""
    return trigonometric("cos", turn), trigonometric("sin", turn)


def turned_back(point: Point, turn: Real) -> Point:
    """A point in axes that are themselves turned.

    >>> quarter = Real.of(1) / Real.of(4)
    >>> [float(value) for value in turned_back((UNIT, NOUGHT), quarter)]
    [0.0, -1.0]
    """
    if turn.sign() == 0:
        return point
    (x, y), (c, s) = point, direction(turn)
    return x * c + y * s, y * c - x * s


@dataclass(frozen=True, eq=False)
class Bordered:
    """A named part of the plane by its border alone: edges with the inside on their left, or all on their right where
    it is ``mirrored``."""

    name: str
    index: int
    join: Join
    edges: tuple[Edge, ...]

    @property
    def mirrored(self) -> bool:
        return False

    @cached_property
    def box(self) -> Box:
        return around([edge.box for edge in self.edges])

    @cached_property
    def _pieces(self) -> list[Monotone]:
        return monotone(self.edges)

    def contains(self, spot: Spot) -> bool:
        """Whether a spot off the boundary lies inside."""
        left, bottom, right, top = self.box
        x, y = spot
        return left <= x <= right and bottom <= y <= top and crosses_inside(self._pieces, x, y)

    def contains_each(self, spots: Sequence[Spot]) -> list[bool]:
        """The same for many spots in the box."""
        return crosses_inside_of_each(self._pieces, spots)


@dataclass(frozen=True, eq=False)
class PlacedPart(Bordered):
    """A part of a plane figure: its solved figure, placement, join, and edges with the inside on one side."""

    solution: Solution
    placement: Placement

    @property
    def mirrored(self) -> bool:
        return self.placement.flip

    @property
    def area(self) -> Real:
        return self.solution.values["area"].value

    def spot(self, xy: XY) -> Spot:
        """A declared point (two formulas) in the plane, in floats: for drawing."""
        x, y = self.placement.along(_local_spot(self.solution, xy))
        return float(self.placement.at[0]) + x, float(self.placement.at[1]) + y


@lru_cache(maxsize=4000)
def _local_spot(solution: Solution, xy: XY) -> Spot:
    x, y = solution.spot(xy)
    return float(x), float(y)


def place(name: str, index: int, join: Join, solution: Solution, placement: Placement) -> PlacedPart:
    """The solved figure's outline, placed.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.expressions import Quantity
    >>> from mensuration.numbers import PI, Real
    >>> from mensuration.units import LENGTH
    >>> from mensuration.solving import solve
    >>> square = solve(figures()["square"], {"side": Quantity(Real.of(3), LENGTH)}, PI)
    >>> [edge.name for edge in place("slab", 0, "add", square, Placement()).edges]
    ['bottom', 'right', 'top', 'left']
    """

    def point(xy: XY) -> Point:
        return placement.put(solution.spot(xy))

    edges: list[Edge] = []
    for walk in solution.outline.walks:
        start = first = point(walk.start)
        for edge in walk.edges:
            end = first if edge.to == walk.start else point(edge.to)
            length = solution.work_out(edge.length).value
            own = (edge.name, index, len(edges), start, end, length, edge.length)
            if isinstance(edge, declared.LineTo):
                edges.append(Line(*own))
            elif isinstance(edge, declared.ArcTo):
                turn = solution.work_out(edge.turn).value
                edges.append(
                    Arc(
                        *own,
                        centre=point(edge.centre),
                        sweep=-turn if placement.flip else turn,
                        radius=solution.work_out(edge.radius).value,
                    )
                )
            else:
                edges.append(
                    EllipseArc(
                        *own,
                        centre=point(edge.centre),
                        sweep=-UNIT if placement.flip else UNIT,
                        major=solution.work_out(edge.a).value,
                        minor=solution.work_out(edge.b).value,
                        heading=placement.aim((UNIT, NOUGHT)),
                    )
                )
            start = end
    return PlacedPart(name, index, join, tuple(edges), solution, placement)
