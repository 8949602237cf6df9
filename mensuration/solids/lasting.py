"""What holds of the sections of a slab at all of its levels: what is always parallel, touches, or lies on one line or circle."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import cached_property

from mensuration.numbers import Real
from mensuration.plane.edges import Arc, Bent, Line, Point
from mensuration.plane.geometry import cross, dot, minus
from mensuration.solids.patterns import Edges, End, Key, Spot, located, meet, sections
from mensuration.solids.slabs import CutOtherwise, Slab

SHARES = tuple(Real.of(n) / Real.of(17) for n in (2, 5, 8, 11, 14))
"""Of a slab's height. What holds at five levels of what moves evenly or as a square root does holds at all: it is a square
equation at most."""


class Lasting:
    """What lasts all over a slab, each found out once."""

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
        return self._always(("touch", one, two), lambda edges: meet(edges[one], edges[two]).square)

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


def _is_nothing(value: Real) -> bool:
    return value.exact is not None and not value.sign()
