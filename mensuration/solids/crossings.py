"""Whether the sections of pieces that cut one another lie over a range of levels as at one of them, proven.

What is seen at one level, a :class:`~mensuration.solids.patterns.Pattern`, is followed with the numbers of
:mod:`mensuration.solids.varying` to all levels of an interval: no two edges begin or cease to meet there. Then what lies on which
side of what is the same all over it.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from math import atan2, pi

from flint import arb

from mensuration.numbers import Real
from mensuration.plane.edges import Arc, Edge, Line, Point
from mensuration.plane.geometry import cross, dot, minus
from mensuration.solids.lasting import Lasting
from mensuration.solids.patterns import Edges, End, Key, Meeting, Pattern, Spot, located, meet
from mensuration.solids.slabs import CutOtherwise
from mensuration.solids.varying import Unsure, ranged


def held(lasting: Lasting, pattern: Pattern, edges: Edges) -> dict[int, Point]:
    """Where the vertices of a pattern are all over an interval for which ``edges`` vary. Unsure where it is not certain that
    the sections lie so all over it."""
    if edges.keys() != pattern.edges.keys():
        raise Unsure
    carrying = lasting.carrying(edges)
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
        _Two(lasting, pattern, edges, carrying, points, (one, two), common).check()
    return points


@dataclass(frozen=True, eq=False)
class _Two:
    """Two edges of different pieces, and the vertices that they have in common in the pattern."""

    lasting: Lasting
    pattern: Pattern
    edges: Edges
    carrying: Edges
    points: Mapping[int, Point]
    keys: tuple[Key, Key]
    common: set[int]

    def check(self) -> None:
        """Unsure where it is not certain that they meet just in these all over the interval."""
        one, two = (self.edges[key] for key in self.keys)
        if isinstance(one, Line) and isinstance(two, Line) and self.lasting.parallel(*self.keys):
            self._parallel(one, two)
            return
        if self._is_plain():
            return
        if isinstance(one, Arc) and isinstance(two, Arc) and self.lasting.concentric(*self.keys):
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
        if self.lasting.touch(*self.keys):
            yield Meeting(*self.keys, 0)
            return
        square = ranged(meet(one, two).square)
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
            return key == spot.edge or self.lasting.lasts(spot, key)
        own = (spot.one, spot.two)
        return (
            key in own
            or any(self.lasting.in_line(each, key) for each in own)
            or self.lasting.lasts(spot, key)
        )

    def _inside(self, number: int) -> None:
        """A vertex lies on both edges themselves: certainly between their ends, or always at one of them."""
        for key in self.keys:
            if not self._at_an_end(number, key) and self._place(key, self.points[number]) is not True:
                raise Unsure

    def _at_an_end(self, number: int, key: Key) -> bool:
        ends = self.pattern.plane.ends[key]
        return number in ends and self.lasting.coincide(
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
