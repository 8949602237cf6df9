"""How the boundaries of all parts lie to one another.

Every edge is split where it meets another into *fragments*. Fragments that coincide become one, with
several owners. For each fragment we learn which parts lie on its left and which on its right, as bit
masks over the parts. From these masks alone follow: the outline of any combination of the parts,
what nests, touches or overlaps, and which edges are shared. Curves stay lines and arcs throughout.

Meetings are found in floats, with the tolerances of :mod:`mensuration.plane.tolerances`.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from math import floor, hypot
from typing import Literal

from mensuration.plane.crossings import meetings
from mensuration.plane.edges import BallPoint, Bent, Edge, EllipseArc, ExactPoint, Point, Spot, around
from mensuration.plane.placing import Bordered
from mensuration.plane.tolerances import RELATIVE, RELATIVE_OF_OVALS

MAX_FRAGMENTS = 12_000


class TooCrowded(ValueError):
    """The parts cross one another in too many places to be measured in reasonable time."""


@dataclass
class Vertex:
    """A point where fragments end: a corner of a part, or the meeting of two edges.

    ``found`` remembers its exact coordinates once they were worked out; False where there are none. ``balls`` remembers its
    enclosures, by the working precision.
    """

    spot: Spot
    exact: Point | None = None
    edges: tuple[Edge, Edge] | None = None
    found: ExactPoint | Literal[False] | None = None
    balls: dict[int, BallPoint] = field(default_factory=dict, compare=False, repr=False)


@dataclass(frozen=True)
class Owner:
    """An edge that runs along a fragment; ``forward`` when in the fragment's own direction."""

    edge: Edge
    forward: bool


@dataclass
class Fragment:
    """A piece of curve between two vertices, with the parts on its left and on its right."""

    tail: int
    head: int
    edge: Edge
    middle: Spot
    start_t: float
    end_t: float
    owners: list[Owner]
    left: int = 0
    right: int = 0


@dataclass(frozen=True)
class Arrangement:
    parts: tuple[Bordered, ...]
    vertices: list[Vertex]
    fragments: list[Fragment]
    tolerance: float
    ends: dict[tuple[int, int], tuple[int, int]]
    """Vertices at the start and the end of every edge, by part and place in the part's outline."""

    def masks(self) -> set[int]:
        """Every combination of parts that covers some region next to a boundary."""
        return {f.left for f in self.fragments} | {f.right for f in self.fragments}


def arrange(parts: tuple[Bordered, ...]) -> Arrangement:
    """The arrangement of all parts' boundaries. TooCrowded past MAX_FRAGMENTS."""
    if not parts:
        return Arrangement(parts, [], [], 0.0, {})
    left, bottom, right, top = around([part.box for part in parts])
    edges = [edge for part in parts for edge in part.edges]
    near = RELATIVE_OF_OVALS if any(isinstance(edge, EllipseArc) for edge in edges) else RELATIVE
    tolerance = near * hypot(right - left, top - bottom)
    vertices = Vertices(tolerance)
    points = split_where_they_meet(edges, vertices, tolerance, MAX_FRAGMENTS)
    ends = {
        (edge.part, edge.index): (vertices.add(Vertex(edge.a)), vertices.add(Vertex(edge.b)))
        for edge in edges
    }
    fragments = _merge(list(zip(edges, points, strict=True)), tolerance)
    _find_sides(parts, fragments)
    return Arrangement(parts, vertices.all, fragments, tolerance, ends)


class Vertices:
    """Vertices by place, so that spots within the tolerance become one."""

    def __init__(self, tolerance: float) -> None:
        self.all: list[Vertex] = []
        self.cell = max(4 * tolerance, 1e-300)
        self.reach = 2 * tolerance
        self.cells: dict[tuple[int, int], list[int]] = {}

    def find(self, spot: Spot) -> int | None:
        (x, y), reach = spot, self.reach
        for i in range(floor((x - reach) / self.cell), floor((x + reach) / self.cell) + 1):
            for j in range(floor((y - reach) / self.cell), floor((y + reach) / self.cell) + 1):
                for index in self.cells.get((i, j), ()):
                    other = self.all[index].spot
                    if hypot(x - other[0], y - other[1]) <= reach:
                        return index
        return None

    def add(self, vertex: Vertex) -> int:
        found = self.find(vertex.spot)
        if found is not None:
            return found
        i, j = floor(vertex.spot[0] / self.cell), floor(vertex.spot[1] / self.cell)
        self.all.append(vertex)
        self.cells.setdefault((i, j), []).append(len(self.all) - 1)
        return len(self.all) - 1


def split_where_they_meet(
    edges: Sequence[Edge], vertices: Vertices, tolerance: float, most: int
) -> list[dict[int, float]]:
    """Every edge's vertices by their parameters along it, its ends first and last, once all meetings are found.

    Edges of one part are not compared with one another. TooCrowded past ``most`` meetings.
    """
    ends = [
        (vertices.add(Vertex(edge.a, edge.start)), vertices.add(Vertex(edge.b, edge.end))) for edge in edges
    ]
    inner: list[dict[int, float]] = [{} for _ in edges]
    # Sweep from left to right, so that only edges whose boxes overlap are compared.
    order = sorted(range(len(edges)), key=lambda i: edges[i].box[0])
    active: list[int] = []
    count = 0
    for i in order:
        left, bottom, _, top = edges[i].box
        active = [j for j in active if edges[j].box[2] >= left - tolerance]
        for j in active:
            box = edges[j].box
            if edges[j].part == edges[i].part or box[1] > top + tolerance or box[3] < bottom - tolerance:
                continue
            before = len(inner[i]) + len(inner[j])
            for edge, own, others in ((i, inner[i], ends[j]), (j, inner[j], ends[i])):
                for vertex in others:
                    _split_at(edges[edge], own, vertex, vertices.all[vertex].spot, tolerance)
            _meet(edges[i], inner[i], edges[j], inner[j], vertices, tolerance)
            count += len(inner[i]) + len(inner[j]) - before
            if count > most:
                raise TooCrowded
        active.append(i)
    return [_with_ends(own, both) for own, both in zip(inner, ends, strict=True)]


def _with_ends(inner: dict[int, float], ends: tuple[int, int]) -> dict[int, float]:
    """Split points by parameter, the ends first and last. A whole turn keeps its one vertex at 0."""
    first, last = ends
    inner = {v: t for v, t in inner.items() if v not in ends}
    return {first: 0.0, **inner, **({} if first == last else {last: 1.0})}


def _meet(
    one: Edge,
    ones: dict[int, float],
    two: Edge,
    twos: dict[int, float],
    vertices: Vertices,
    tolerance: float,
) -> None:
    for spot in meetings(one, two, tolerance):
        if on_edge(one, spot, tolerance) and on_edge(two, spot, tolerance):
            index = vertices.add(Vertex(spot, None, (one, two)))
            for edge, inner in ((one, ones), (two, twos)):
                inner.setdefault(index, edge.parameter(spot))


def _split_at(edge: Edge, inner: dict[int, float], index: int, spot: Spot, tolerance: float) -> None:
    if index not in inner and on_edge(edge, spot, tolerance):
        inner[index] = edge.parameter(spot)


def on_edge(edge: Edge, spot: Spot, tolerance: float) -> bool:
    """Whether a spot lies on an edge, its ends included."""
    t = edge.parameter(spot)
    nearest = edge.spot(min(1.0, max(0.0, t)))
    return hypot(spot[0] - nearest[0], spot[1] - nearest[1]) <= 2 * tolerance


Interval = tuple[float, int, float, int]  # parameter and vertex where it starts, and where it ends


def intervals(edge: Edge, points: dict[int, float]) -> Iterator[Interval]:
    """An edge from vertex to vertex, all round where it is a whole turn."""
    stops = sorted((t, v) for v, t in points.items())
    if edge.whole_turn:
        stops.append((stops[0][0] + 1.0, stops[0][1]))
    for (t, tail), (u, head) in itertools.pairwise(stops):
        yield t, tail, u, head


def _merge(splits: list[tuple[Edge, dict[int, float]]], tolerance: float) -> list[Fragment]:
    fragments: list[Fragment] = []
    known: dict[tuple[int, int], list[Fragment]] = {}
    for edge, points in splits:
        for t, tail, u, head in intervals(edge, points):
            middle = edge.spot((t + u) / 2)
            key = (min(tail, head), max(tail, head))
            same = next(
                (
                    f
                    for f in known.get(key, ())
                    if hypot(f.middle[0] - middle[0], f.middle[1] - middle[1]) <= 8 * tolerance
                ),
                None,
            )
            if same is not None:
                same.owners.append(Owner(edge, _runs_with(same, tail, head, edge)))
                continue
            fragment = Fragment(tail, head, edge, middle, t, u, [Owner(edge, True)])
            fragments.append(fragment)
            known.setdefault(key, []).append(fragment)
            if len(fragments) > MAX_FRAGMENTS:
                raise TooCrowded
    return fragments


def _runs_with(fragment: Fragment, tail: int, head: int, edge: Edge) -> bool:
    if tail != head:
        return tail == fragment.tail
    assert isinstance(edge, Bent) and isinstance(fragment.edge, Bent)  # no line comes back to where it began
    return (edge.angles[1] > 0) == (fragment.edge.angles[1] > 0)


def _find_sides(parts: tuple[Bordered, ...], fragments: list[Fragment]) -> None:
    """Tells each fragment which parts cover the regions to its left and right."""
    others: dict[int, list[Fragment]] = {part.index: [] for part in parts}
    for fragment in fragments:
        owned = {owner.edge.part: owner.forward for owner in fragment.owners}
        x, y = fragment.middle
        for part in parts:
            if part.index in owned:
                if owned[part.index] != part.mirrored:
                    fragment.left |= 1 << part.index
                else:
                    fragment.right |= 1 << part.index
                continue
            left, bottom, right, top = part.box
            if left <= x <= right and bottom <= y <= top:
                others[part.index].append(fragment)
    for part in parts:
        near = others[part.index]
        for fragment, inside in zip(near, part.contains_each([f.middle for f in near]), strict=True):
            if inside:
                fragment.left |= 1 << part.index
                fragment.right |= 1 << part.index
