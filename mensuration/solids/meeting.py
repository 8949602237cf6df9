"""The levels within a layer at which plane faces of several pieces begin or cease to meet.

Within a layer the section of a plane face is a straight edge that moves evenly and keeps its direction. What they have in
common changes its shape only where a corner of one comes to lie on an edge of another, or three edges meet in a point; each is
a linear equation in the level, solved exactly. Between these levels all corners move evenly: areas of sections are square
functions of the level, lengths of their sides linear ones.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations, product

from mensuration.numbers import Real
from mensuration.plane.edges import Box, Edge, Point, Spot, around
from mensuration.plane.geometry import cross, crossing, minus
from mensuration.solids.layers import Layer

QUARTER, THREE_QUARTERS = Real.of(1) / Real.of(4), Real.of(3) / Real.of(4)
INSIDE = 1e-9  # of the layer, from its ends
ON = 1e-7  # of the size: a point on an edge


@dataclass(frozen=True, eq=False)
class _Moving:
    """An edge of a piece's sections at a quarter and at three quarters of a layer."""

    piece: int
    one: Edge
    two: Edge

    @cached_property
    def direction(self) -> Point:
        return minus(self.one.end, self.one.start)

    @cached_property
    def way(self) -> Spot:
        return minus(self.one.b, self.one.a)

    @cached_property
    def box(self) -> Box:
        """What surrounds it from the lower to the upper level."""
        (a, b), (c, d) = self.ends(-0.5), self.ends(1.5)
        x, y = zip(a, b, c, d, strict=True)
        return min(x), min(y), max(x), max(y)

    def ends(self, t: float) -> tuple[Spot, Spot]:
        """Its ends in floats at a share between the two levels."""
        return _between(self.one.a, self.two.a, t), _between(self.one.b, self.two.b, t)

    def has(self, spot: Spot, t: float, size: float) -> bool:
        """Whether a spot of its line lies between its ends."""
        (ax, ay), (bx, by) = self.ends(t)
        long = (bx - ax) ** 2 + (by - ay) ** 2
        if long <= (ON * size) ** 2:
            return bool(abs(spot[0] - ax) + abs(spot[1] - ay) <= ON * size)
        share = ((spot[0] - ax) * (bx - ax) + (spot[1] - ay) * (by - ay)) / long
        room = ON * size / long**0.5
        return bool(-room <= share <= 1 + room)


@dataclass(frozen=True, eq=False)
class Meetings:
    """What moves between two levels: layers of pieces by their numbers."""

    low: Real
    high: Real
    layers: tuple[tuple[int, Layer], ...]

    @cached_property
    def _levels(self) -> tuple[Real, Real]:
        first, second = (self.low + (self.high - self.low) * share for share in (QUARTER, THREE_QUARTERS))
        return first, second

    @cached_property
    def _own(self) -> dict[int, list[_Moving]]:
        own: dict[int, list[_Moving]] = {}
        for piece, layer in self.layers:
            one, two = (layer.at(level) for level in self._levels)
            own.setdefault(piece, []).extend(_Moving(piece, a, b) for a, b in zip(one, two, strict=True))
        return own

    @cached_property
    def _size(self) -> float:
        edges = [edge for own in self._own.values() for edge in own]
        return max((abs(value) for edge in edges for value in edge.one.box), default=1.0)

    @cached_property
    def _beside(self) -> dict[int, list[int]]:
        """Which pieces may meet which."""
        boxes = {piece: around([edge.box for edge in edges]) for piece, edges in self._own.items()}
        return {
            piece: [
                o for o in self._own if o != piece and boxes_meet(boxes[piece], boxes[o], ON * self._size)
            ]
            for piece in self._own
        }

    @cached_property
    def _threes(self) -> list[tuple[int, int, int]]:
        beside = self._beside
        return [
            (a, b, c)
            for a in beside
            for b, c in combinations([other for other in beside[a] if other > a], 2)
            if c in beside[b]
        ]

    @property
    def choices(self) -> int:
        """How many pairs of edges and threes of them may meet."""
        count = {piece: len(edges) for piece, edges in self._own.items()}
        pairs = sum(count[a] * count[b] for a, others in self._beside.items() for b in others)
        return pairs + sum(count[a] * count[b] * count[c] for a, b, c in self._threes)

    def levels(self) -> list[Real]:
        """Every level strictly between at which they do; not in order, some more than once."""
        first, second = self._levels
        found = []
        for share in self._shares():
            level = first + share * (second - first)
            room = INSIDE * self._size
            if float(self.low) + room < float(level) < float(self.high) - room:
                found.append(level)
        return found

    def _shares(self) -> Iterator[Real]:
        own, size = self._own, self._size
        for piece, others in self._beside.items():
            for one, other in product(own[piece], [edge for each in others for edge in own[each]]):
                yield from _corner_meets(one, other, size)
        for a, b, c in self._threes:
            for three in product(own[a], own[b], own[c]):
                yield from _three_meet(*three, size)


def boxes_meet(one: Box, two: Box, room: float) -> bool:
    """Whether two boxes meet: to touch is enough, for faces may lie in one plane."""
    return all(one[i] <= two[i + 2] + room and two[i] <= one[i + 2] + room for i in (0, 1))


def _corner_meets(one: _Moving, other: _Moving, size: float) -> Iterator[Real]:
    """Where the start of one edge comes to lie on another."""
    before = cross(other.way, minus(one.one.a, other.one.a))
    after = cross(other.way, minus(one.two.a, other.two.a))
    t = _root(before, after)
    if t is None or not other.has(_between(one.one.a, one.two.a, t), t, size):
        return
    yield from _exact_root(
        cross(other.direction, minus(one.one.start, other.one.start)),
        cross(other.direction, minus(one.two.start, other.two.start)),
    )


def _three_meet(a: _Moving, b: _Moving, c: _Moving, size: float) -> Iterator[Real]:
    if abs(cross(a.way, b.way)) <= 1e-12 * size * size:
        if abs(cross(a.way, c.way)) <= 1e-12 * size * size:
            return
        a, b, c = a, c, b
    x, y = crossing(a.one.a, a.way, b.one.a, b.way), crossing(a.two.a, a.way, b.two.a, b.way)
    t = _root(cross(c.way, minus(x, c.one.a)), cross(c.way, minus(y, c.two.a)))
    if t is None or not all(edge.has(_between(x, y, t), t, size) for edge in (a, b, c)):
        return
    p = crossing(a.one.start, a.direction, b.one.start, b.direction)
    q = crossing(a.two.start, a.direction, b.two.start, b.direction)
    yield from _exact_root(
        cross(c.direction, minus(p, c.one.start)), cross(c.direction, minus(q, c.two.start))
    )


def _exact_root(before: Real, after: Real) -> Iterator[Real]:
    change = before - after
    if change.sign():
        yield before / change


def _root(before: float, after: float) -> float | None:
    """Where a linear function is 0, between the ends of the layer."""
    if abs(before - after) <= 1e-12 * max(abs(before), abs(after), 1e-30):
        return None
    t = before / (before - after)
    return t if -0.5 - INSIDE < t < 1.5 + INSIDE else None


def _between(one: Spot, two: Spot, t: float) -> Spot:
    return one[0] + (two[0] - one[0]) * t, one[1] + (two[1] - one[1]) * t
