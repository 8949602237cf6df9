"""Solids in layers, by what kind of body they have."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from mensuration.catalogue.figure import XYZ, CountedFaces, Faces, OwnBody, Raised, Solid, Turned
from mensuration.expressions import evaluate, parse
from mensuration.numbers import NOUGHT, Real
from mensuration.plane import Placement, place
from mensuration.plane.edges import Point
from mensuration.plane.regions import straight_side
from mensuration.solids.layers import HALF, CannotBeSliced, Flat, Layer, Section, distinct
from mensuration.solids.space import Point3
from mensuration.solids.turned import layers_round, profile_of
from mensuration.solving import Solution


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
            return layers_round(profile_of(solution, body), solution.pi)
        case OwnBody():
            own: tuple[tuple[Layer, ...], tuple[Flat, ...]] | None = body.layers(solution, axis)
            if own is not None:
                return own
    raise CannotBeSliced


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
            if same and level is not low:
                return fixed
            points = [self._crossing(edge, axis, level) for _, edge, _ in chained]
            ends = [self._crossing(edge, axis, level) for _, _, edge in chained]
            sides = [
                straight_side(name, i, a, b)
                for i, ((name, _, _), a, b) in enumerate(zip(chained, points, ends, strict=True))
                if not (a[0].same_as(b[0]) and a[1].same_as(b[1]))
            ]
            return tuple(sides)

        fixed = at(low) if same else ()

        def wall(place: int, start: Real, end: Real) -> Real:
            """The edge halfway, times how far it is from level to level down the face."""
            if same:
                return fixed[place].length * (end - start)
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
