"""Putting a solved figure into the plane: its outline as placed edges, exactly and in floats."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

from mensuration.catalogue.figure import XY, Arc
from mensuration.expressions import trigonometric
from mensuration.numbers import NOUGHT, Real
from mensuration.plane.containing import Piece, crosses_inside, monotone
from mensuration.plane.edges import Box, Edge, Point, Spot, around
from mensuration.solving import Solution


@dataclass(frozen=True)
class Placement:
    """Where a part's anchor stands (base units), its turn (turns, anticlockwise) and its mirroring."""

    at: Point = (NOUGHT, NOUGHT)
    turn: Real = NOUGHT
    flip: bool = False

    @cached_property
    def direction(self) -> Point:
        """Cosine and sine of the turn."""
        return trigonometric("cos", self.turn), trigonometric("sin", self.turn)

    def put(self, local: Point) -> Point:
        """A point of the figure's own axes, in the plane: mirrored, then turned, then moved."""
        x, y = -local[0] if self.flip else local[0], local[1]
        if self.turn.sign() == 0:
            return self.at[0] + x, self.at[1] + y
        c, s = self.direction
        return self.at[0] + x * c - y * s, self.at[1] + x * s + y * c

    def along(self, local: Spot) -> Spot:
        """A direction of the figure's own axes, in the plane, in floats."""
        x, y = -local[0] if self.flip else local[0], local[1]
        c, s = float(self.direction[0]), float(self.direction[1])
        return x * c - y * s, x * s + y * c


@dataclass(frozen=True, eq=False)
class PlacedPart:
    """A named part in the plane: its solved figure, placement, join, and edges with the inside on one side."""

    name: str
    index: int
    join: str
    solution: Solution
    placement: Placement
    edges: tuple[Edge, ...]

    @property
    def area(self) -> Real:
        return self.solution.values["area"].value

    @cached_property
    def box(self) -> Box:
        return around([edge.box for edge in self.edges])

    @cached_property
    def _pieces(self) -> list[Piece]:
        return monotone(self.edges)

    def contains(self, spot: Spot) -> bool:
        """Whether a spot off the boundary lies inside."""
        left, bottom, right, top = self.box
        x, y = spot
        return left <= x <= right and bottom <= y <= top and crosses_inside(self._pieces, x, y)

    def spot(self, xy: XY) -> Spot:
        """A declared point (two formulas) in the plane, in floats: for drawing."""
        x, y = self.placement.along(_local_spot(self.solution, xy))
        return float(self.placement.at[0]) + x, float(self.placement.at[1]) + y


@lru_cache(maxsize=20_000)
def _local_spot(solution: Solution, xy: XY) -> Spot:
    return float(solution.work_out(xy[0]).value), float(solution.work_out(xy[1]).value)


def place(name: str, index: int, join: str, solution: Solution, placement: Placement) -> PlacedPart:
    """The solved figure's outline, placed."""

    def point(xy: XY) -> Point:
        return placement.put((solution.work_out(xy[0]).value, solution.work_out(xy[1]).value))

    outline = solution.figure.outline
    start = first = point(outline.start)
    edges: list[Edge] = []
    for position, edge in enumerate(outline.edges):
        closing = edge.to == outline.start
        end = first if closing else point(edge.to)
        length = solution.work_out(edge.length).value
        if isinstance(edge, Arc):
            centre = point(edge.centre)
            turn = solution.work_out(edge.turn).value
            radius = length / (turn * Real.of(2) * solution.pi)
            sweep = -turn if placement.flip else turn
            edges.append(
                Edge(edge.name, index, position, start, end, length, edge.length, centre, radius, sweep)
            )
        else:
            edges.append(Edge(edge.name, index, position, start, end, length, edge.length))
        start = end
    return PlacedPart(name, index, join, solution, placement, tuple(edges))
