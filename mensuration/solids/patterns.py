"""How the sections of pieces lie to one another at one level of a slab, so that it can be followed to others.

A :class:`Pattern` names every vertex of an arrangement by what it is: the end of an edge, or where two of them meet. By these
names it is :func:`located` in the sections at any other level, also at one that varies.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import NamedTuple

from mensuration.numbers import Real
from mensuration.plane.arrangement import Arrangement, Fragment
from mensuration.plane.edges import Arc, Edge, Line, Point
from mensuration.plane.geometry import Field, Pair, circles, line_and_circle, lines, onward
from mensuration.solids.slabs import CutOtherwise, Slab

Key = tuple[int, int]
"""An edge by its part and its place in the part's section."""
Edges = Mapping[Key, Edge]
NUMBERS: Field[Real] = Field(lambda value: value, Real.sqrt, float)
TOUCHING = 1e-9  # of the square of an edge's length


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
    pair = meet(one, two)
    if not spot.side:
        return pair.foot
    times = pair.square.sqrt()
    return onward(pair.foot, pair.along, times if spot.side > 0 else -times)


@lru_cache(maxsize=64)  # each is asked for several times at one level
def meet(one: Edge, two: Edge) -> Pair[Real]:
    """Where the circles of two arcs meet, or a line and a circle. CutOtherwise of other edges."""
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
                    pair = meet(one, two)
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


def fragment_key(fragment: Fragment) -> tuple[object, ...]:
    """What fragments of patterns of one slab have in common that do the same to its measures."""
    owners = tuple(sorted((o.edge.part, o.edge.index, o.forward) for o in fragment.owners))
    return owners, fragment.left, fragment.right
