"""Solids made from a problem's own plane figures: spun round a line of their plane, by a full turn or a part of one.

The line stands upright in space. Volume and surface by Pappus: what is led round, times the way of its centroid.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, lru_cache

from mensuration.catalogue.figure import Measure, Relation, Solid
from mensuration.catalogue.own_body import OwnBody, OwnFace, OwnSpan
from mensuration.catalogue.relations import total
from mensuration.expressions import Quantity
from mensuration.numbers import UNIT, Real
from mensuration.plane.edges import Arc, Edge, EllipseArc, Point
from mensuration.plane.regions import Region
from mensuration.solids.layers import HALF, TWO, Flat, Layer
from mensuration.solids.pointing import named_apart
from mensuration.solids.raising import BASE_AREA, SIZES
from mensuration.solids.turned import CUTS, Side, area_and_moment, layers_round, monotone_arcs, reach_round
from mensuration.solving import Solution, SolvingError, solve
from mensuration.units import ANGLE, Kind

SPUN = "spun"
TURN = "angle"


class CannotBeSpun(ValueError):
    """A figure that can't be led round a line; in words."""


@dataclass(frozen=True, eq=False)
class SpunRegion(OwnBody):
    """A region led round an axis; its ``sides`` in the plane of the distance from it and of the height along it. The sides
    of one edge have that edge's name."""

    sides: tuple[Side, ...]
    pi: Real

    def layers(self, solution: Solution, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]] | None:
        if axis != 2:
            return None
        turn = self.turn(solution)
        return layers_round(self.sides, self.pi, turn)

    def extents(self, solution: Solution) -> tuple[tuple[Real, Real], tuple[Real, Real], tuple[Real, Real]]:
        return reach_round(self.sides, self.turn(solution))

    def face(self, solution: Solution, name: str) -> OwnFace | None:
        if name in CUTS:
            return OwnFace("base_area", {})
        sides = [side for side in self.sides if side.name == name]
        if not sides:
            return None
        length, angle = solution.values["centroid"].kind, solution.values[TURN]
        edge = Real.sum(side.length(self.pi) for side in sides)
        moment = Real.sum(self._moment(side) for side in sides)
        values = {"edge": Quantity(edge, length), "middle": Quantity(moment / edge, length)}
        if self.turn(solution) is None:
            return OwnFace("2 pi middle edge", values)
        return OwnFace("angle / (360°) * 2 pi middle edge", {**values, TURN: angle})

    def spans(self, solution: Solution) -> tuple[OwnSpan, ...]:
        return ()

    def turn(self, solution: Solution) -> Real | None:
        turn = solution.values[TURN].value
        return None if turn.same_as(UNIT) else turn

    def _moment(self, side: Side) -> Real:
        """The integral of the distance from the axis along a side."""
        if side.level:
            return abs(side.end[0] * side.end[0] - side.start[0] * side.start[0]) * HALF
        return side.led_round(*side.levels, self.pi) / (TWO * self.pi)

    @cached_property
    def border_moment(self) -> Real:
        """The integral of the distance from the axis along the border; what lies on the axis adds nothing."""
        return Real.sum(self._moment(side) for side in self.sides)


@lru_cache(maxsize=100)
def spun(
    region: Region, area: Real, axis: tuple[Point, Point], turn: Quantity | None, length: Kind, pi: Real
) -> Solution:
    """A plane figure spun round the line through two points, as a solved solid; by a full turn where no ``turn`` is told.

    CannotBeSpun where the line cuts through the figure or is no line; SolvingError where the turn can't be.
    """
    sides = _led(region, axis, pi)
    given = Quantity(UNIT, ANGLE) if turn is None else turn
    partly = not given.value.same_as(UNIT)
    if partly and given.value > UNIT:
        raise SolvingError("out-of-range", "the turn is 360° at most", TURN)
    body = SpunRegion(sides, pi)
    solid = _spun_solid(body, partly)
    centroid = area_and_moment(sides, pi)[1] / area
    known = {
        "base_area": Quantity(area, length.power(2)),
        "centroid": Quantity(centroid, length),
        TURN: given,
    }
    border = body.border_moment * TWO * pi * given.value
    return solve(solid, {**known, "border": Quantity(border, length.power(2))}, pi)


def _led(region: Region, axis: tuple[Point, Point], pi: Real) -> tuple[Side, ...]:
    """The region's edges in the plane of distance and height, with the inside on their left."""
    (px, py), (qx, qy) = axis
    dx, dy = qx - px, qy - py
    size = (dx * dx + dy * dy).sqrt() if dx.sign() and dy.sign() else abs(dx + dy)
    if not size.sign():
        raise CannotBeSpun("the two points of the line must be apart")

    def put(point: Point) -> Point:
        x, y = point[0] - px, point[1] - py
        return (x * dy - y * dx) / size, (x * dx + y * dy) / size

    left, right = 0.0, 0.0
    for edge in region.edges:
        for spot in edge.samples:
            away = (spot[0] - float(px)) * float(dy) - (spot[1] - float(py)) * float(dx)
            left, right = min(left, away), max(right, away)
    nearly = 1e-9 * max(-left, right)
    if left < -nearly and right > nearly:
        raise CannotBeSpun("the line cuts through the figure: it may touch it, or lie beside it")
    mirrored = right <= nearly
    sides: list[Side] = []
    for edge in named_apart(region):
        if isinstance(edge, EllipseArc):
            raise CannotBeSpun("an ellipse can't be spun here: its surface has no formula")
        sides += _side(edge.reversed() if mirrored else edge, put, mirrored)
    return tuple(sides)


def _side(edge: Edge, put: Callable[[Point], Point], mirrored: bool) -> list[Side]:
    def there(point: Point) -> Point:
        r, z = put(point)
        return (-r if mirrored else r), z

    start, end = there(edge.start), there(edge.end)
    if isinstance(edge, Arc):
        sweep = float(edge.sweep)
        return monotone_arcs(
            edge.name, there(edge.centre), edge.radius, start, end, -sweep if mirrored else sweep
        )
    return [Side(edge.name, start, end)]


def _spun_solid(body: SpunRegion, partly: bool) -> Solid:
    share = "angle / (360°) * " if partly else ""
    ends = "2 base_area + border" if partly else "border"
    return Solid(
        name=SPUN,
        title="Spun figure",
        family="round solids",
        measures=(
            BASE_AREA,
            Measure("centroid", r"\bar{r}", called="distance of the centroid"),
            Measure(TURN, r"\theta", "angle", called="angle of the turn"),
            Measure("border", "B", "area", called="area that the border sweeps"),
            *SIZES[1:],
        ),
        relations=(
            Relation(
                {"volume": f"{share}2 pi centroid base_area"},
                "Pappus: the area times the way of its centroid",
            ),
            Relation({"surface": ends}, "what the border sweeps")
            if not partly
            else total("surface", ends, "what the border sweeps, and both cuts"),
        ),
        body=body,
        starting={"base_area": "1", "centroid": "1", TURN: "360°", "border": "4"},
        dimensions=(),
    )
