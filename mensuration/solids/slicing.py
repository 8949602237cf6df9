"""Solids in layers: between two levels along one of its own axes a body has sections that stay the same or change evenly.

Sections are closed walks of edges in the two other axes (in the order in which they follow the first one round), with
the body on the left; each edge has the name of the face that it belongs to.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from math import atan2, cos
from math import pi as half_turn

from mensuration.catalogue.figure import XYZ, CountedFaces, Faces, OwnBody, Raised, Run, Solid, Turned
from mensuration.expressions import evaluate, parse
from mensuration.numbers import NOUGHT, UNIT, Real
from mensuration.plane import Placement, place
from mensuration.plane.edges import Arc, Bent, Edge, Point
from mensuration.plane.regions import bulge, straight_side
from mensuration.solids.space import Point3
from mensuration.solving import Solution

Section = tuple[Edge, ...]
HALF, SIX, FOUR = Real.of(1) / Real.of(2), Real.of(6), Real.of(4)
BARELY = 1e-9


class CannotBeSliced(ValueError):
    """A body has no such layers along an axis."""


@dataclass(frozen=True, eq=False)
class Layer:
    """What lies between two levels; ``at`` gives the section at a level between them or at one of them, where some of its
    edges may have shrunk to nothing."""

    low: Real
    high: Real
    constant: bool
    at: Callable[[Real], Section]
    wall: Callable[[int, Real, Real], Real]
    """The area that stands over an edge of its sections, by the edge's place, between two levels."""
    by_squares: bool = True
    """Whether the area of its sections is a square function of the level."""

    @property
    def middle(self) -> Real:
        return (self.low + self.high) * HALF

    def volume(self, low: Real, high: Real, pi: Real) -> Real:
        """Between two levels: sections grow with the square of the height at most, for which Simpson's rule is exact."""
        height = high - low
        if not self.by_squares:
            raise CannotBeSliced
        if self.constant:
            return section_area(self.at(low), pi) * height
        middle = (low + high) * HALF
        ends, between = (
            Real.sum(section_area(self.at(level), pi) for level in (low, high)),
            section_area(self.at(middle), pi),
        )
        return (ends + FOUR * between) * height / SIX


@dataclass(frozen=True, eq=False)
class Flat:
    """A face across an axis: its name, its level, and whether it looks along the axis (or against it)."""

    name: str
    level: Real
    along: bool


def section_area(edges: Section, pi: Real) -> Real:
    """The area within a section, by the shoelace formula and circular segments."""
    corners = Real.sum(e.start[0] * e.end[1] - e.end[0] * e.start[1] for e in edges if not e.whole_turn)
    return corners * HALF + Real.sum(bulge(edge, pi) for edge in edges if isinstance(edge, Bent))


def layers_of(solution: Solution, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    """The layers of a solved solid along one of its own axes, lowest first, and its faces across that axis.

    CannotBeSliced where there are none.
    """
    solid = solution.figure
    assert isinstance(solid, Solid)
    body = solid.body
    match body:
        case Faces():
            return _Polyhedron(solution, body).layers(axis)
        case CountedFaces():
            return _Polyhedron(
                solution, body.of(int(solution.values[body.count].value.rational or 3))
            ).layers(axis)
        case Raised() if axis == 2:
            return _raised(solution, body)
        case Turned() if axis == 2:
            return _turned(solution, body)
        case OwnBody():
            own: tuple[tuple[Layer, ...], tuple[Flat, ...]] | None = body.layers(solution, axis)
            if own is not None:
                return own
    raise CannotBeSliced


def distinct(levels: Sequence[Real]) -> list[Real]:
    """Numbers in order, each once."""
    ordered = sorted(levels, key=float)
    return [level for i, level in enumerate(ordered) if i == 0 or not level.same_as(ordered[i - 1])]


def reach_across(edges: Sequence[Edge]) -> tuple[tuple[Real, Real], tuple[Real, Real]]:
    """From where to where edges reach along both axes of their plane."""
    reach: tuple[list[Real], list[Real]] = ([], [])
    for edge in edges:
        left, bottom, right, top = edge.box
        for axis, low, high in ((0, left, right), (1, bottom, top)):
            reach[axis].extend((edge.start[axis], edge.end[axis]))
            if isinstance(edge, Bent):
                half = edge.halves[axis]
                ends = (edge.centre[axis] - half, edge.centre[axis] + half)
                reach[axis].extend(end for end in ends if low - BARELY <= float(end) <= high + BARELY)
    x, y = (distinct(values) for values in reach)
    return (x[0], x[-1]), (y[0], y[-1])


# Bodies with plane faces


@dataclass(frozen=True, eq=False)
class _Polyhedron:
    solution: Solution
    faces: Faces

    @cached_property
    def corners(self) -> dict[str, Point3]:
        return {name: exact_point(self.solution, xyz) for name, xyz in self.faces.corners.items()}

    def layers(self, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
        levels = distinct([point[axis] for point in self.corners.values()])
        layers = [self._layer(axis, low, high) for low, high in pairwise(levels)]
        flats = []
        for name, ring in self.faces.faces.items():
            heights = [self.corners[corner][axis] for corner in ring]
            if all(height.same_as(heights[0]) for height in heights[1:]):
                flats.append(Flat(name, heights[0], _turns_left([self._across(c, axis) for c in ring])))
        return tuple(layers), tuple(flats)

    def _across(self, corner: str, axis: int) -> Point:
        point = self.corners[corner]
        return point[(axis + 1) % 3], point[(axis + 2) % 3]

    def _layer(self, axis: int, low: Real, high: Real) -> Layer:
        middle = (low + high) * HALF
        pairs: list[tuple[str, tuple[str, str], tuple[str, str]]] = []
        for name, ring in self.faces.faces.items():
            crossing = [
                (a, b)
                for a, b in zip(ring, [*ring[1:], ring[0]], strict=True)
                if (self.corners[a][axis] < middle) != (self.corners[b][axis] < middle)
            ]
            for up, down in zip(crossing[::2], crossing[1::2], strict=True):
                # Seen from outside a face goes anticlockwise: where its walk rises it leaves the section's edge.
                rising, falling = (up, down) if self.corners[up[0]][axis] < middle else (down, up)
                pairs.append((name, falling, rising))
        chained = _chained(pairs)
        same = all(
            all(
                one.same_as(other)
                for one, other in zip(self._across(a, axis), self._across(b, axis), strict=True)
            )
            for _, (a, b), _ in chained
        )

        def at(level: Real) -> Section:
            points = [self._crossing(edge, axis, level) for _, edge, _ in chained]
            ends = [self._crossing(edge, axis, level) for _, _, edge in chained]
            sides = [
                straight_side(name, i, a, b)
                for i, ((name, _, _), a, b) in enumerate(zip(chained, points, ends, strict=True))
                if not (a[0].same_as(b[0]) and a[1].same_as(b[1]))
            ]
            return tuple(sides)

        def wall(place: int, start: Real, end: Real) -> Real:
            """The edge halfway, times how far it is from level to level down the face."""
            if same:
                return at(start)[place].length * (end - start)
            _, first, second = chained[place]

            def ends(level: Real) -> tuple[Point, Point]:
                return self._crossing(first, axis, level), self._crossing(second, axis, level)

            halfway = (start + end) * HALF
            (a, b), (c, _) = ends(halfway), ends(low)
            length = ((b[0] - a[0]) * (b[0] - a[0]) + (b[1] - a[1]) * (b[1] - a[1])).sqrt()
            away = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
            drift = away / length * ((end - start) / (halfway - low))
            return length * ((end - start) * (end - start) + drift * drift).sqrt()

        return Layer(low, high, same, at, wall)

    def _crossing(self, edge: tuple[str, str], axis: int, level: Real) -> Point:
        one, two = (self.corners[name] for name in sorted(edge))
        share = (level - one[axis]) / (two[axis] - one[axis])
        u, v = (axis + 1) % 3, (axis + 2) % 3
        return one[u] + (two[u] - one[u]) * share, one[v] + (two[v] - one[v]) * share


def _chained(
    pairs: list[tuple[str, tuple[str, str], tuple[str, str]]],
) -> list[tuple[str, tuple[str, str], tuple[str, str]]]:
    """Face crossings in the order of the walk round the section, loop after loop."""
    waiting = {frozenset(pair[1]): pair for pair in pairs}
    ordered = []
    while waiting:
        here = next(iter(waiting))
        while here in waiting:
            pair = waiting.pop(here)
            ordered.append(pair)
            here = frozenset(pair[2])
    return ordered


def _turns_left(ring: Sequence[Point]) -> bool:
    area = sum(
        float(a[0]) * float(b[1]) - float(b[0]) * float(a[1])
        for a, b in zip(ring, [*ring[1:], ring[0]], strict=True)
    )
    return area > 0


def exact_point(solution: Solution, xyz: XYZ) -> Point3:
    """A declared point of a solved solid."""
    scope = solution.scope()
    x, y, z = (evaluate(parse(text), scope).value for text in xyz)
    return x, y, z


# Plane figures raised straight up


def _raised(solution: Solution, body: Raised) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    values = {own: solution.values[name] for own, name in body.names.items() if name in solution.values}
    base = Solution(body.base, values, frozenset(), (), solution.pi)
    edges = place("base", 0, "add", base, Placement()).edges
    height = solution.values[body.height].value
    layer = Layer(
        NOUGHT, height, True, lambda level: edges, lambda place, low, high: edges[place].length * (high - low)
    )
    return (layer,), (Flat("bottom", NOUGHT, False), Flat("top", height, True))


# Bodies turned about their z-axis


@dataclass(frozen=True, eq=False)
class Side:
    """One run of a profile, from (radius, height) to (radius, height); round a centre where it is an arc."""

    run: Run
    start: Point
    end: Point
    centre: Point | None = None
    radius: Real | None = None
    outer: bool = True

    def at(self, level: Real) -> Real:
        """How far from the axis the surface is at a level."""
        if self.centre is None or self.radius is None:
            share = (level - self.start[1]) / (self.end[1] - self.start[1])
            return self.start[0] + (self.end[0] - self.start[0]) * share
        up = level - self.centre[1]
        out = (self.radius * self.radius - up * up).sqrt()
        return self.centre[0] + out if self.outer else self.centre[0] - out

    @property
    def upright(self) -> bool:
        return self.centre is None and self.start[0].same_as(self.end[0])


def sides_of(solution: Solution, body: Turned) -> list[Side]:
    """The runs of a turned body's profile that are no plane faces, in order."""
    return [side for side in _runs(solution, body) if not side.start[1].same_as(side.end[1])]


def _runs(solution: Solution, body: Turned) -> Iterator[Side]:
    scope = solution.scope()

    def at(texts: tuple[str, str]) -> Point:
        x, y = (evaluate(parse(text), scope).value for text in texts)
        return x, y

    here = at(body.start)
    for run in body.runs:
        end = at(run.to)
        if run.centre is None:
            yield Side(run, here, end)
        else:
            centre = at(run.centre)
            turn = evaluate(parse(run.turn), scope).value
            x, y = here[0] - centre[0], here[1] - centre[1]
            radius = abs(x) if not y.sign() else abs(y) if not x.sign() else (x * x + y * y).sqrt()
            for one, two, outer in _monotone(centre, radius, here, end, float(turn)):
                yield Side(run, one, two, centre, radius, outer)
        here = end


def _monotone(
    centre: Point, radius: Real, start: Point, end: Point, turn: float
) -> list[tuple[Point, Point, bool]]:
    """An arc cut where it passes its highest and lowest point, so that each piece only rises or only falls; and whether
    it lies on the side of its centre that is away from the axis."""
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
    pieces = []
    for (share, one), (next_, two) in pairwise(sorted(stops, key=lambda stop: stop[0])):
        middle = first + (share + next_) * half_turn * (1 if turn > 0 else -1)
        pieces.append((one, two, cos(middle) >= 0))
    return pieces


def _turned(solution: Solution, body: Turned) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    sides, pi = sides_of(solution, body), solution.pi
    levels = distinct([level for side in sides for level in (side.start[1], side.end[1])])
    layers = []
    for low, high in pairwise(levels):
        middle = (low + high) * HALF
        here = [
            side
            for side in sides
            if min(float(side.start[1]), float(side.end[1]))
            < float(middle)
            < max(float(side.start[1]), float(side.end[1]))
        ]
        here.sort(key=lambda side: -float(side.at(middle)))
        round_axis = all(side.centre is None or not side.centre[0].sign() for side in here)
        layers.append(
            Layer(
                low, high, all(side.upright for side in here), _rings(here, pi), _walls(here, pi), round_axis
            )
        )
    flats = [
        Flat(side.run.name, side.start[1], side.end[0] < side.start[0])
        for side in _runs(solution, body)
        if side.centre is None and side.start[1].same_as(side.end[1])
    ]
    return tuple(layers), tuple(flats)


def _rings(sides: list[Side], pi: Real) -> Callable[[Real], Section]:
    def at(level: Real) -> Section:
        edges = []
        for number, side in enumerate(sides):
            radius = side.at(level)
            if radius.sign() > 0:
                edges.append(circle(side.run.name, radius, pi, inner=number % 2 == 1))
        return tuple(edges)

    return at


def _walls(sides: list[Side], pi: Real) -> Callable[[int, Real, Real], Real]:
    def wall(place: int, low: Real, high: Real) -> Real:
        side, two = sides[place], Real.of(2)
        if side.centre is None or side.radius is None:
            start, end = side.at(low), side.at(high)
            slant = ((high - low) * (high - low) + (end - start) * (end - start)).sqrt()
            return pi * (start + end) * slant  # Pappus: the slant, led round on its middle
        if side.centre[0].sign():
            raise CannotBeSliced
        return two * pi * side.radius * (high - low)  # Archimedes: as of the cylinder round the sphere

    return wall


def circle(name: str, radius: Real, pi: Real, inner: bool = False) -> Arc:
    """A circle about the origin as one edge; the border of a hole where it is the ``inner`` one."""
    start = (radius, NOUGHT)
    length = Real.of(2) * pi * radius
    sweep = -UNIT if inner else UNIT
    return Arc(name, 0, 0, start, start, length, "", centre=(NOUGHT, NOUGHT), sweep=sweep, radius=radius)
