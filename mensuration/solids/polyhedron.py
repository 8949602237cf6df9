"""Bodies with plane faces, in layers along any axis."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from mensuration.numbers import Real
from mensuration.plane.edges import Edge, Point
from mensuration.plane.regions import straight_side
from mensuration.solids.layers import HALF, Flat, Layer, Section, distinct
from mensuration.solids.space import Point3

Ring = tuple[str, ...]
Face = tuple[
    str, tuple[Ring, ...]
]  # its name and its rings of corners, anticlockwise seen from outside, holes clockwise


@dataclass(frozen=True, eq=False)
class Polyhedron:
    """Corners by name, and faces that may have holes and need not be convex."""

    corners: Mapping[str, Point3]
    faces: Sequence[Face]

    def layers(self, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
        """The layers along an axis, lowest first, and the faces across it."""
        levels = distinct([point[axis] for point in self.corners.values()])
        layers = [self._layer(axis, low, high) for low, high in pairwise(levels)]
        flats = []
        for name, rings in self.faces:
            heights = [self.corners[corner][axis] for ring in rings for corner in ring]
            if all(height.same_as(heights[0]) for height in heights[1:]):
                turns = sum(_turning([self._across(corner, axis) for corner in ring]) for ring in rings)
                flats.append(Flat(name, heights[0], turns > 0))
        return tuple(layers), tuple(flats)

    def _across(self, corner: str, axis: int) -> Point:
        point = self.corners[corner]
        return point[(axis + 1) % 3], point[(axis + 2) % 3]

    def _layer(self, axis: int, low: Real, high: Real) -> Layer:
        middle = (low + high) * HALF
        pairs: list[tuple[str, tuple[str, str], tuple[str, str]]] = []
        for name, rings in self.faces:
            crossing = [
                (a, b)
                for ring in rings
                for a, b in zip(ring, [*ring[1:], ring[0]], strict=True)
                if (self.corners[a][axis] < middle) != (self.corners[b][axis] < middle)
            ]
            if len(crossing) > 2:
                crossing = self._in_line(crossing, axis, middle)
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
            return tuple(sides) if len(sides) > 2 else ()  # there and back is nothing

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

    def _in_line(self, crossing: list[tuple[str, str]], axis: int, level: Real) -> list[tuple[str, str]]:
        """Crossings of a face in order along the line in which the level cuts it: it is inside between each two."""
        spots = [tuple(map(float, self._crossing(edge, axis, level))) for edge in crossing]
        (x, y) = spots[0]
        u, v = max(((a - x, b - y) for a, b in spots), key=lambda way: way[0] ** 2 + way[1] ** 2)
        order = sorted(range(len(crossing)), key=lambda i: spots[i][0] * u + spots[i][1] * v)
        return [crossing[i] for i in order]

    def _crossing(self, edge: tuple[str, str], axis: int, level: Real) -> Point:
        low, rise, (x, y), (across, along) = self._run(edge, axis)
        share = (level - low) / rise
        return x + across * share, y + along * share

    def _run(self, edge: tuple[str, str], axis: int) -> tuple[Real, Real, Point, Point]:
        """At which level an edge begins and how far it rises along an axis; where it begins across it, and how far it goes."""
        if (edge, axis) not in self._runs:
            one, two = sorted(edge)
            start, end = self._across(one, axis), self._across(two, axis)
            low = self.corners[one][axis]
            rise = self.corners[two][axis] - low
            self._runs[edge, axis] = low, rise, start, (end[0] - start[0], end[1] - start[1])
        return self._runs[edge, axis]

    @cached_property
    def _runs(self) -> dict[tuple[tuple[str, str], int], tuple[Real, Real, Point, Point]]:
        return {}


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


def _turning(ring: Sequence[Point]) -> float:
    """Twice the area within a ring, more than 0 where it turns left."""
    return sum(
        float(a[0]) * float(b[1]) - float(b[0]) * float(a[1])
        for a, b in zip(ring, [*ring[1:], ring[0]], strict=True)
    )


def polygon_raised(
    edges: Sequence[Edge], top: Sequence[Point] | None, point: Point3 | None, height: Real
) -> Polyhedron:
    """The body on straight edges of a plane figure, loop after loop with the figure on their left: up to the ``top`` points
    of their starts at a height, or to one ``point``."""
    nought = height - height
    corners: dict[str, Point3] = {f"{i}": (*edge.start, nought) for i, edge in enumerate(edges)}
    loops = _loops(edges)
    after = {i: loop[(place + 1) % len(loop)] for loop in loops for place, i in enumerate(loop)}
    faces: list[Face] = [("bottom", tuple(tuple(f"{i}" for i in reversed(loop)) for loop in loops))]
    if top is not None:
        corners |= {f"{i}t": (x, y, height) for i, (x, y) in enumerate(top)}
        faces.append(("top", tuple(tuple(f"{i}t" for i in loop) for loop in loops)))
    elif point is not None:
        corners["point"] = point
    for i, edge in enumerate(edges):
        rest = (f"{after[i]}t", f"{i}t") if top is not None else ("point",)
        faces.append((edge.name, ((f"{i}", f"{after[i]}", *rest),)))
    return Polyhedron(corners, faces)


def _loops(edges: Sequence[Edge]) -> list[list[int]]:
    """The places of edges that follow one another, loop by loop."""
    loops: list[list[int]] = []
    for i, edge in enumerate(edges):
        if (
            loops and not all(a.same_as(b) for a, b in zip(edges[i - 1].end, edge.start, strict=True))
        ) or not loops:
            loops.append([])
        loops[-1].append(i)
    return loops
