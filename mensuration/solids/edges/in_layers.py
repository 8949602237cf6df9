"""The edges of pieces in layers whose sides go straight from level to level: those of the flat faces, and between side faces."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from math import hypot

from mensuration.numbers import Real
from mensuration.plane.arrangement import Fragment
from mensuration.plane.edges import Edge, Point, Spot
from mensuration.plane.measuring import Covers
from mensuration.plane.regions import regions_of, turning, vertex_point, walks
from mensuration.solids.bordering import length_along
from mensuration.solids.layers import HALF, Layer
from mensuration.solids.shares import FlatRegion
from mensuration.solids.slabs import Slab
from mensuration.solids.stacking import Stack

CORNER = 0.1  # the angle, beyond which there is an edge
NEARLY = 1e-7
PLACES = 9  # to which ends are the same
Key = tuple[tuple[float, float, float], ...]


class NotStraight(ValueError):
    """Layers whose sides bend from level to level."""


def layer_edges(stack: Stack) -> list[Real]:
    """The length of every edge, straight or round. NotStraight where sides bend from level to level."""
    if any(not _goes_straight(layer) for slab in stack.slabs for _, layer in slab.present):
        raise NotStraight
    found: dict[Key, Real] = {}
    flats = list(_round_flats(stack))
    for level, edge in flats:
        found.setdefault(_key([edge.a, edge.spot(0.5), edge.b], level), edge.length)
    for level, spots, length in _where_walls_end(stack, flats):
        found.setdefault(_key(spots, level), length)
    return [*found.values(), *_along_walls(stack)]


def _goes_straight(layer: Layer) -> bool:
    """Whether all of its edges move evenly, seen at a fourth, a half and three fourths."""
    if layer.constant:
        return True
    quarter = (layer.high - layer.low) / Real.of(4)
    low, middle, high = (layer.at(layer.low + quarter * Real.of(n)) for n in (1, 2, 3))
    if not len(low) == len(middle) == len(high):
        return False
    size = max((abs(value) for edge in middle for value in edge.box), default=1.0)
    return all(
        abs(a + c - 2 * b) < NEARLY * size
        for one, two, three in zip(low, middle, high, strict=True)
        for share in (0.0, 0.3, 0.5)
        for a, b, c in zip(one.spot(share), two.spot(share), three.spot(share), strict=True)
    )


def _round_flats(stack: Stack) -> Iterator[tuple[float, Edge]]:
    """The borders of what looks one way at a level, with the level: faces that lie flush have none between them."""
    levels: dict[tuple[int, bool], list[FlatRegion]] = {}
    for flat in stack.flats:
        levels.setdefault((id(flat.plane), flat.below), []).append(flat)
    for together in levels.values():
        first, covers = together[0], [flat.counted for flat in together]

        def counted(mask: int, covers: list[Covers] = covers) -> bool:
            return any(each(mask) for each in covers)

        yield from ((float(first.level), edge) for edge in regions_of(first.plane, counted, stack.pi).edges)


def turns(one: tuple[Fragment, bool], two: tuple[Fragment, bool]) -> bool:
    """Whether a border has a corner between two fragments that follow one another."""
    return one[0] is not two[0] and abs(turning(one, two)) > CORNER


def _lies_on(spot: Spot, other: Edge) -> bool:
    x, y = spot
    u, v = other.spot(min(max(other.parameter((x, y)), 0.0), 1.0))
    return hypot(u - x, v - y) < NEARLY


def _where_walls_end(
    stack: Stack, flats: Sequence[tuple[float, Edge]]
) -> Iterator[tuple[float, list[Spot], Real]]:
    """The lower edges of side faces that begin at a level, and the upper ones of those that end there, of what does not come
    to a point: level, points on it and length of what is not on the border of a flat one."""
    walls = [_Walls(stack, slab) for slab in stack.slabs]
    for below, here, above in zip([None, *walls[:-1]], walls, [*walls[1:], None], strict=True):
        for other, level in ((below, here.slab.low), (above, here.slab.high)):
            beside = [edge for at, edge in flats if abs(at - float(level)) < NEARLY]
            yield from ((float(level), *ending) for ending in here.ending(level, other, beside))


class _Walls:
    """The side faces within a slab."""

    def __init__(self, stack: Stack, slab: Slab) -> None:
        self.slab, self._pi = slab, stack.pi
        self._fragments: dict[tuple[int, int], list[Fragment]] = {}
        self._inner: set[tuple[int, int]] = set()
        self.edges: dict[tuple[int, int], Edge] = {}
        for fragment in slab.between.fragments:
            edge = stack.wall_of(fragment)
            if edge is not None:
                self.edges[edge.part, edge.index] = edge
                self._fragments.setdefault((edge.part, edge.index), []).append(fragment)
            self._inner |= {(o.edge.part, o.edge.index) for o in fragment.owners if o.edge is not edge}
        self.layers = {piece.index: layer for piece, layer in slab.present}
        self.names = {(edge.part, edge.name) for edge in self.edges.values()}
        self.upright = [edge for edge in self.edges.values() if self.layers[edge.part].constant]

    def ending(
        self, level: Real, other: _Walls | None, beside: Sequence[Edge]
    ) -> Iterator[tuple[list[Spot], Real]]:
        """Points on their edges at a level at which they end, where those of the ``other`` slab don't go on, and lengths."""
        for key, wall in self.edges.items():
            if other is not None and (wall.part, wall.name) in other.names:
                continue
            same = self.layers[wall.part].constant
            goes_on = [*beside, *(other.upright if same and other else ())]
            ends = self._staying(key, wall) if same else self._moving(key, wall, level)
            for spots, length in ends:
                if float(length) > NEARLY and not any(
                    _lies_on(spots[len(spots) // 2], each) for each in goes_on
                ):
                    yield spots, length

    def _staying(self, key: tuple[int, int], wall: Edge) -> Iterator[tuple[list[Spot], Real]]:
        for fragment in self._fragments[key]:
            yield [fragment.middle], length_along(self.slab.between, wall, [fragment], self._pi)

    def _moving(self, key: tuple[int, int], wall: Edge, level: Real) -> Iterator[tuple[list[Spot], Real]]:
        """Where a wall is straight, its bits are led on to the level; what is round is there as a whole."""
        if wall.straight:
            for fragment in self._fragments[key]:
                (ax, ay), (bx, by) = (
                    self._led_on(number, level) for number in (fragment.tail, fragment.head)
                )
                spots = [
                    (float(ax), float(ay)),
                    (float(ax + bx) / 2, float(ay + by) / 2),
                    (float(bx), float(by)),
                ]
                yield spots, ((bx - ax) * (bx - ax) + (by - ay) * (by - ay)).sqrt()
            return
        if key in self._inner:
            raise NotStraight
        for edge in self.layers[wall.part].at(level):
            if edge.index == wall.index:
                yield [edge.a, edge.spot(0.5), edge.b], edge.length

    def _led_on(self, number: int, level: Real) -> Point:
        """Where a corner comes to be at one of the slab's ends."""
        if not self.slab.moves(number):
            return vertex_point(self.slab.between.vertices[number])
        if not self.slab.goes_straight(number):
            raise NotStraight
        near, far = (self.slab.point(number, share) for share in (Fraction(1, 4), Fraction(3, 4)))
        if level is self.slab.high:
            near, far = far, near
        return near[0] + (near[0] - far[0]) * HALF, near[1] + (near[1] - far[1]) * HALF


def _along_walls(stack: Stack) -> Iterator[Real]:
    """The lengths of those that go from level to level, where the border turns; what goes straight on is one."""
    running: list[_Rising] = []
    for slab in stack.slabs:
        border = [(f, stack.covers(f.left)) for f in slab.between.fragments if stack.wall_of(f) is not None]
        here = [
            _rising(slab, each.tail if forward else each.head)
            for loop in walks(border)
            for before, (each, forward) in zip([loop[-1], *loop[:-1]], loop, strict=True)
            if turns(before, (each, forward))
        ]
        goes_on: list[_Rising] = []
        for edge in here:
            before = next((one for one in running if one.goes_on_in(edge)), None)
            if before is not None:
                running.remove(before)
                edge = replace(edge, length=before.length + edge.length)
            goes_on.append(edge)
        yield from (edge.length for edge in running)
        running = goes_on
    yield from (edge.length for edge in running)


Spot3 = tuple[float, float, float]


@dataclass(frozen=True)
class _Rising:
    """An edge that rises through a slab: from where, to where, and its length, with what it goes on below."""

    start: Spot3
    end: Spot3
    length: Real

    def goes_on_in(self, other: _Rising) -> bool:
        """Whether another begins where it ends, and goes the same way."""
        ways = [[b - a for a, b in zip(each.start, each.end, strict=True)] for each in (self, other)]
        one, two = ([value / way[2] for value in way] for way in ways)
        size = 1 + max(map(abs, (*self.end, *one)))
        return all(
            abs(a - b) < NEARLY * size
            for a, b in (*zip(self.end, other.start, strict=True), *zip(one, two, strict=True))
        )


def _rising(slab: Slab, number: int) -> _Rising:
    """The edge through a corner of the sections of a slab."""
    rise = slab.high - slab.low
    if slab.constant or not slab.moves(number):
        spot = slab.between.vertices[number].spot
        return _Rising((*spot, float(slab.low)), (*spot, float(slab.high)), rise)
    if not slab.goes_straight(number):
        raise NotStraight
    (ax, ay), (bx, by) = (slab.point(number, Fraction(share, 4)) for share in (1, 3))
    x, y, two = bx - ax, by - ay, Real.of(2)
    length = rise if not x.sign() and not y.sign() else (rise * rise + two * two * (x * x + y * y)).sqrt()
    ends = [(float(ax - x * HALF), float(ay - y * HALF)), (float(bx + x * HALF), float(by + y * HALF))]
    return _Rising((*ends[0], float(slab.low)), (*ends[1], float(slab.high)), length)


def _key(spots: list[Spot], level: float) -> Key:
    return tuple(
        sorted((round(x, PLACES) + 0.0, round(y, PLACES) + 0.0, round(level, PLACES)) for x, y in spots)
    )
