"""How the sections of pieces that cut one another lie over a range of levels, proven: where edges meet, and in which order.

What is seen at one level, a :class:`Pattern`, is followed with the series of :mod:`mensuration.solids.varying` to all levels of
an interval: no two edges begin or cease to meet there, and no meetings pass one another. Then what lies on which side of what
is the same all over it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from math import atan2, pi
from typing import NamedTuple

from flint import arb

from mensuration.numbers import Real
from mensuration.plane.arrangement import Arrangement, Fragment
from mensuration.plane.edges import Arc, Bent, Edge, Line, Point
from mensuration.plane.geometry import Field, Pair, circles, cross, dot, line_and_circle, lines, minus, onward
from mensuration.solids.slabs import CutOtherwise, Slab
from mensuration.solids.varying import Unsure, ranged

Key = tuple[int, int]
"""An edge by its part and its place in the part's section."""
Edges = Mapping[Key, Edge]
NUMBERS: Field[Real] = Field(lambda value: value, Real.sqrt, float)
TOUCHING = 1e-9  # of the square of an edge's length
SHARES = tuple(Real.of(n) / Real.of(17) for n in (2, 5, 8, 11, 14))
"""Of a slab's height. What holds at five levels of what moves evenly or as a square root does holds at all: it is a square
equation at most."""


def sections(slab: Slab, level: Real) -> Edges:
    """The edges of all sections at a level, which may be one that varies."""
    return {
        (piece.index, place): replace(edge, part=piece.index, index=place)
        for piece, layer in slab.present
        for place, edge in enumerate(layer.at(level))
    }


class End(NamedTuple):
    """A point that is the start of an edge, or its end."""

    edge: Key
    last: bool


class Meeting(NamedTuple):
    """A point where two edges meet, on one side or the other of the middle of both such points; 0 where they touch there."""

    one: Key
    two: Key
    side: int


Spot = End | Meeting


def located(spot: Spot, edges: Edges) -> Point:
    """Where a point is in sections, or in what carries their edges."""
    if isinstance(spot, End):
        edge = edges[spot.edge]
        return edge.end if spot.last else edge.start
    one, two = edges[spot.one], edges[spot.two]
    if isinstance(one, Line) and isinstance(two, Line):
        return lines(one, two, NUMBERS)
    pair = _pair(one, two)
    if not spot.side:
        return pair.foot
    times = pair.square.sqrt()
    return onward(pair.foot, pair.along, times if spot.side > 0 else -times)


@lru_cache(maxsize=64)  # each is asked for several times at one level
def _pair(one: Edge, two: Edge) -> Pair[Real]:
    if isinstance(one, Arc) and isinstance(two, Arc):
        return circles(one, two, NUMBERS)
    line, arc = (one, two) if isinstance(one, Line) else (two, one)
    if not isinstance(line, Line) or not isinstance(arc, Arc):
        raise CutOtherwise
    return line_and_circle(line, arc, NUMBERS)


@dataclass(frozen=True, eq=False)
class Pattern:
    """How sections lie to one another at one level of a slab."""

    slab: Slab
    plane: Arrangement

    @cached_property
    def edges(self) -> Edges:
        return {(edge.part, edge.index): edge for part in self.plane.parts for edge in part.edges}

    @cached_property
    def spots(self) -> dict[int, Spot]:
        """What every vertex is: an end where it is one, rather of an edge that stays where it is."""
        ends: dict[int, Spot] = {}
        for key, numbers in sorted(self.plane.ends.items(), key=lambda item: self.moves(item[0])):
            for last in (False, True):
                ends.setdefault(numbers[last], End(key, last))
        for number, vertex in enumerate(self.plane.vertices):
            if number not in ends and vertex.edges is not None:
                one, two = sorted(vertex.edges, key=lambda edge: (edge.part, edge.index))
                side = 1
                if not (one.straight and two.straight):
                    pair = _pair(one, two)
                    ahead = _ahead(pair, vertex.spot)
                    side = 0 if float(pair.square) < TOUCHING else 1 if ahead > 0 else -1
                ends[number] = Meeting((one.part, one.index), (two.part, two.index), side)
        return ends

    @cached_property
    def along(self) -> dict[Key, set[int]]:
        """The vertices on every edge."""
        found: dict[Key, set[int]] = {key: set() for key in self.edges}
        for fragment in self.plane.fragments:
            for owner in fragment.owners:
                found[owner.edge.part, owner.edge.index] |= {fragment.tail, fragment.head}
        return found

    @cached_property
    def pairs(self) -> list[tuple[Key, Key]]:
        """Edges of several pieces of which one moves at least."""
        keys = sorted(self.edges)
        return [
            (one, two)
            for i, one in enumerate(keys)
            for two in keys[i + 1 :]
            if one[0] != two[0] and (self.moves(one) or self.moves(two))
        ]

    @cached_property
    def toil(self) -> float:
        """About how long an interval takes, as it is for the simplest ones."""
        return 0.5 + len(self.pairs) / 20 + len(self.plane.fragments) / 8

    def moves(self, key: Key) -> bool:
        return not self._constant[key[0]]

    @cached_property
    def _constant(self) -> dict[int, bool]:
        return {piece.index: layer.constant for piece, layer in self.slab.present}


def _ahead(pair: Pair[Real], spot: tuple[float, float]) -> float:
    return sum((spot[i] - float(pair.foot[i])) * float(pair.along[i]) for i in (0, 1))


class Following:
    """A slab whose sections are followed from level to level."""

    def __init__(self, slab: Slab) -> None:
        self.slab = slab
        self._lasting: dict[object, bool] = {}

    @cached_property
    def _looked_at(self) -> list[Edges]:
        height = self.slab.high - self.slab.low
        return [sections(self.slab, self.slab.low + height * share) for share in SHARES]

    def lasts(self, spot: Spot, key: Key) -> bool:
        """Whether a point lies on the line or circle of an edge at all levels."""

        def off(edges: Edges) -> Real:
            point, edge = located(spot, edges), edges[key]
            if isinstance(edge, Line):
                return cross(minus(point, edge.start), minus(edge.end, edge.start))
            if isinstance(edge, Arc):
                away = minus(point, edge.centre)
                return dot(away, away) - edge.radius * edge.radius
            raise CutOtherwise

        return self._always((spot, key), off)

    def coincide(self, one: Spot, two: Spot) -> bool:
        """Whether two points are the same at all levels."""

        def apart(edges: Edges) -> Real:
            away = minus(located(one, edges), located(two, edges))
            return dot(away, away)

        return one == two or self._always((one, two), apart)

    def parallel(self, one: Key, two: Key) -> bool:
        """Whether straight edges are parallel at all levels."""

        def turn(edges: Edges) -> Real:
            a, b = edges[one], edges[two]
            return cross(minus(a.end, a.start), minus(b.end, b.start))

        return self._always(("parallel", one, two), turn)

    def concentric(self, one: Key, two: Key) -> bool:
        """Whether circles have one centre at all levels."""

        def apart(edges: Edges) -> Real:
            a, b = edges[one], edges[two]
            assert isinstance(a, Bent) and isinstance(b, Bent)
            away = minus(a.centre, b.centre)
            return dot(away, away)

        return self._always(("concentric", one, two), apart)

    def in_line(self, one: Key, two: Key) -> bool:
        """Whether two edges lie on the same line or circle at all levels."""
        first, second = (self._looked_at[0][key] for key in (one, two))
        if isinstance(first, Arc) and isinstance(second, Arc):
            return self.concentric(one, two) and self.lasts(End(one, False), two)
        if isinstance(first, Line) and isinstance(second, Line):
            return all(self.lasts(End(one, last), two) for last in (False, True))
        return False

    def touch(self, one: Key, two: Key) -> bool:
        """Whether an arc touches a line or another arc at all levels."""
        return self._always(("touch", one, two), lambda edges: _pair(edges[one], edges[two]).square)

    def rests(self, key: Key) -> bool:
        """Whether the centre of an arc stays where it is."""
        first = self._looked_at[0].get(key)
        if not isinstance(first, Bent):
            return True

        def moved(edges: Edges) -> Real:
            edge = edges[key]
            assert isinstance(edge, Bent)
            away = minus(edge.centre, first.centre)
            return dot(away, away)

        return self._always(("rests", key), moved)

    def way(self, key: Key) -> Point | None:
        """The direction that a straight edge keeps at all levels; None where it turns or is an arc."""
        first = self._looked_at[0][key]
        if not isinstance(first, Line):
            return None
        way = minus(first.end, first.start)
        if self._always(("way", key), lambda edges: cross(minus(edges[key].end, edges[key].start), way)):
            return way
        return None

    def carrying(self, edges: Edges) -> Edges:
        """Straight edges that keep their direction as long at all levels as at one: where others meet their line depends on
        less then."""
        found = dict(edges)
        for key, edge in edges.items():
            way = self._ways[key]
            if way is not None:
                found[key] = replace(edge, end=(edge.start[0] + way[0], edge.start[1] + way[1]))
        return found

    @cached_property
    def _ways(self) -> dict[Key, Point | None]:
        return {key: self.way(key) for key in self._looked_at[0]}

    def _always(self, key: object, value: Callable[[Edges], Real]) -> bool:
        if key not in self._lasting:
            try:
                self._lasting[key] = all(_is_nothing(value(edges)) for edges in self._looked_at)
            except (ValueError, ZeroDivisionError):  # it is not even there at all levels
                self._lasting[key] = False
        return self._lasting[key]

    def held(self, pattern: Pattern, edges: Edges) -> dict[int, Point]:
        """Where the vertices of a pattern are all over an interval for which ``edges`` vary. Unsure where it is not certain that
        the sections lie so all over it."""
        if edges.keys() != pattern.edges.keys():
            raise Unsure
        carrying = self.carrying(edges)
        points = {
            number: located(spot, edges if isinstance(spot, End) else carrying)
            for number, spot in pattern.spots.items()
        }
        boxes = {key: _box(edge) for key, edge in edges.items()}
        for one, two in pattern.pairs:
            common = pattern.along[one] & pattern.along[two]
            if not all(a.overlaps(b) for a, b in zip(boxes[one], boxes[two], strict=True)):
                if common:
                    raise Unsure
                continue
            _Two(self, pattern, edges, carrying, points, (one, two), common).check()
        return points


def _is_nothing(value: Real) -> bool:
    return value.exact is not None and not value.sign()


@dataclass(frozen=True, eq=False)
class _Two:
    """Two edges of different pieces, and the vertices that they have in common in the pattern."""

    following: Following
    pattern: Pattern
    edges: Edges
    carrying: Edges
    points: Mapping[int, Point]
    keys: tuple[Key, Key]
    common: set[int]

    def check(self) -> None:
        """Unsure where it is not certain that they meet just in these all over the interval."""
        one, two = (self.edges[key] for key in self.keys)
        if isinstance(one, Line) and isinstance(two, Line) and self.following.parallel(*self.keys):
            self._parallel(one, two)
            return
        if self._is_plain():
            return
        if isinstance(one, Arc) and isinstance(two, Arc) and self.following.concentric(*self.keys):
            if self.common or not _nonzero(one.radius - two.radius):
                raise Unsure
            return
        meetings = list(self._meetings(*(self.carrying[key] for key in self.keys)))
        for number in self.common:
            here = self._counted_as(number, meetings)
            meetings.remove(here)
            self._inside(number)
        for meeting in meetings:
            point = located(meeting, self.carrying)
            if not any(self._place(key, point) is False for key in self.keys):
                raise Unsure

    def _is_plain(self) -> bool:
        """Whether it is certain already from the sides of one on which the ends of the other lie: then there is no need to look
        for where they meet."""
        if len(self.common) > 1 or not all(self._is_own(number) for number in self.common):
            return False
        lines = [key for key in self.keys if isinstance(self.edges[key], Line)]
        if len(lines) == 2:
            sides = [self._sides(*keys) for keys in (self.keys, self.keys[::-1])]
            return all(map(_differ, sides)) if self.common else any(map(_agree, sides))
        arc = self.edges[self.keys[0] if lines and lines[0] == self.keys[1] else self.keys[1]]
        if not lines or not isinstance(arc, Arc) or not arc.whole_turn:
            return False
        line, carrier = self.edges[lines[0]], self.carrying[lines[0]]
        square = arc.radius * arc.radius
        ways = [minus(end, arc.centre) for end in (line.start, line.end)]
        beyond = [ranged(dot(way, way) - square) for way in ways]
        if self.common:
            return _differ(beyond)
        if all(each < 0 for each in beyond):
            return True
        if not all(each > 0 for each in beyond):
            return False
        along = minus(carrier.end, carrier.start)
        back, on = (ranged(dot(way, along)) for way in ways)
        aside = cross(along, ways[0])
        return _agree([back, on]) or bool(ranged(aside * aside - square * dot(along, along)) > 0)

    def _is_own(self, number: int) -> bool:
        """Whether a vertex is where these two meet."""
        spot = self.pattern.spots[number]
        return isinstance(spot, Meeting) and spot.side != 0 and {spot.one, spot.two} == {*self.keys}

    def _sides(self, key: Key, other: Key) -> list[arb]:
        """On which sides of a line the ends of another lie."""
        carrier, edge = self.carrying[key], self.edges[other]
        along = minus(carrier.end, carrier.start)
        return [ranged(cross(along, minus(end, carrier.start))) for end in (edge.start, edge.end)]

    def _meetings(self, one: Edge, two: Edge) -> Iterator[Meeting]:
        """Where their lines or circles meet."""
        if isinstance(one, Line) and isinstance(two, Line):
            yield Meeting(*self.keys, 1)
            return
        if self.following.touch(*self.keys):
            yield Meeting(*self.keys, 0)
            return
        square = ranged(_pair(one, two).square)
        if square > 0:
            yield Meeting(*self.keys, -1)
            yield Meeting(*self.keys, 1)
        elif not square < 0:
            raise Unsure

    def _counted_as(self, number: int, meetings: list[Meeting]) -> Meeting:
        """Which of the meetings a vertex is: by what it is, or since it always lies on both edges."""
        spot = self.pattern.spots[number]
        if isinstance(spot, Meeting) and {spot.one, spot.two} == {*self.keys}:
            found = [each for each in meetings if each.side == spot.side or self._straight]
        else:
            if not all(self._on(spot, key) for key in self.keys):
                raise Unsure
            own = self.points[number]
            found = [each for each in meetings if _may_be_one(located(each, self.carrying), own)]
        if len(found) != 1:
            raise Unsure
        return found[0]

    @property
    def _straight(self) -> bool:
        return all(self.edges[key].straight for key in self.keys)

    def _on(self, spot: Spot, key: Key) -> bool:
        if isinstance(spot, End):
            return key == spot.edge or self.following.lasts(spot, key)
        own = (spot.one, spot.two)
        return (
            key in own
            or any(self.following.in_line(each, key) for each in own)
            or self.following.lasts(spot, key)
        )

    def _inside(self, number: int) -> None:
        """A vertex lies on both edges themselves: certainly between their ends, or always at one of them."""
        for key in self.keys:
            if not self._at_an_end(number, key) and self._place(key, self.points[number]) is not True:
                raise Unsure

    def _at_an_end(self, number: int, key: Key) -> bool:
        ends = self.pattern.plane.ends[key]
        return number in ends and self.following.coincide(
            self.pattern.spots[number], End(key, number == ends[1] != ends[0])
        )

    def _place(self, key: Key, point: Point) -> bool | None:
        """Whether a point of its line or circle lies certainly within an edge, or certainly without; None where neither is."""
        edge, carrier = self.edges[key], self.carrying[key]
        if isinstance(edge, Line):
            along = minus(carrier.end, carrier.start)
            ends = minus(point, edge.start), minus(edge.end, point)
            reach, rest = (ranged(dot(way, along)) for way in ends)
            if (reach > 0 and rest > 0) or (reach < 0 and rest < 0):
                return True
            return False if (reach > 0 and rest < 0) or (reach < 0 and rest > 0) else None
        if not isinstance(edge, Arc):
            raise CutOtherwise
        return _place_on_arc(edge, point)

    def _parallel(self, one: Line, two: Line) -> None:
        away = cross(minus(two.start, one.start), minus(one.end, one.start))
        if _nonzero(away):
            if self.common:
                raise Unsure
            return
        ends = {
            number: key
            for key in self.keys
            for number in self.pattern.plane.ends[key]
        }  # fmt: skip
        for number, key in ends.items():
            other = self.keys[1] if key == self.keys[0] else self.keys[0]
            spot = self.pattern.spots[number]
            if not (self._on(spot, key) and self._on(spot, other)):
                raise Unsure
            if number in self.common:
                self._inside(number)
            elif self._place(other, self.points[number]) is not False:
                raise Unsure


def _agree(values: Sequence[arb]) -> bool:
    """Whether all have certainly one sign."""
    return all(value > 0 for value in values) or all(value < 0 for value in values)


def _differ(values: Sequence[arb]) -> bool:
    """Whether two have certainly different signs."""
    one, two = values
    return bool((one > 0 and two < 0) or (one < 0 and two > 0))


def _nonzero(value: Real) -> bool:
    return not ranged(value).contains(0)


def _may_be_one(one: Point, two: Point) -> bool:
    return all(ranged(a - b).contains(0) for a, b in zip(one, two, strict=True))


def _place_on_arc(edge: Arc, point: Point) -> bool | None:
    if edge.whole_turn:
        return True
    # from the middle of the arc: half the sweep to both sides
    half = float(edge.sweep) * pi
    start = atan2(edge.a[1] - edge.c[1], edge.a[0] - edge.c[0])
    aim = arb(start + half)
    x, y = (ranged(value) for value in minus(point, edge.centre))
    c, s = aim.cos(), aim.sin()
    angle = abs(arb.atan2(y * c - x * s, x * c + y * s))
    u, v = (ranged(value) for value in minus(edge.start, edge.centre))
    reach = abs(arb.atan2(v * c - u * s, u * c + v * s))
    s_u, s_v = (ranged(value) for value in minus(edge.end, edge.centre))
    other = abs(arb.atan2(s_v * c - s_u * s, s_u * c + s_v * s))
    if angle < reach and angle < other:
        return True
    return False if angle > reach and angle > other else None


def _box(edge: Edge) -> tuple[arb, arb]:
    """Where an edge reaches along both axes, all over the interval."""
    if isinstance(edge, Arc):
        radius = ranged(edge.radius)
        spread = radius.union(-radius)
        x, y = (ranged(value) + spread for value in edge.centre)
        return x, y
    (a, b), (c, d) = edge.start, edge.end
    return ranged(a).union(ranged(c)), ranged(b).union(ranged(d))


def fragment_key(fragment: Fragment) -> tuple[object, ...]:
    """What fragments of patterns of one slab have in common that do the same to its measures."""
    owners = tuple(sorted((o.edge.part, o.edge.index, o.forward) for o in fragment.owners))
    return owners, fragment.left, fragment.right
