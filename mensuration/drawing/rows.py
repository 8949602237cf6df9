"""The rows of spots in which a side face of a solid is drawn, from the lower level to the upper one."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from math import ceil, cos, pi

from mensuration.numbers import Real
from mensuration.plane.arrangement import Fragment
from mensuration.plane.edges import Bent, Edge, Spot
from mensuration.solids import Piece
from mensuration.solids.layers import Layer
from mensuration.solids.patterns import Edges, Pattern, located, sections
from mensuration.solids.slabs import Slab, roughly

PER_RING = 3  # steps of a turn for each level between the ends of a layer that changes
AT_END = Fraction(1, 10**24)  # of a layer: how near to its ends it is looked at, where it may come to a point
NEARLY = 1e-9
Rows = list[tuple[float, list[Spot]]]


@dataclass(frozen=True, eq=False)
class Wall:
    """What stands over a fragment of the border of a slab."""

    slab: Slab
    piece: Piece
    edge: Edge
    fragment: Fragment
    forward: bool
    steps: int

    def rows(self) -> list[tuple[float, list[Spot]]]:
        """Spots along it at every level that is drawn, lowest first."""
        low, high = float(self.slab.low), float(self.slab.high)
        if self.slab.constant:
            spots = along_fragment(self.fragment, self.forward, self.steps)
            return [(low, spots), (high, spots)]
        layer = next(layer for own, layer in self.slab.present if own is self.piece)
        if self.slab.linear:
            return [(low, self._corners(AT_END)), (high, self._corners(1 - AT_END))]
        if layer.constant:
            spots = along_fragment(self.fragment, self.forward, self.steps)
            return [(low, spots), (high, spots)]
        count = self._count(layer)
        rows = []
        for k in range(count + 1):
            share = 0.5 - cos(pi * k / count) / 2 if count > 1 else float(k)
            spots = self._spots(layer, share)
            rows.append((low + (high - low) * share, spots if self.forward else spots[::-1]))
        return rows

    def _count(self, layer: Layer) -> int:
        """How many rows there are above the lowest one."""
        if self.edge.straight:
            return 1 if layer.by_squares else max(2, self.steps // 4)  # of a round body seen from its side
        return 1 if self._even(layer) else max(2, self.steps // PER_RING)

    def _corners(self, share: Fraction) -> list[Spot]:
        """The ends of a fragment of a straight edge at a share of the slab's height."""
        ends = (self.fragment.tail, self.fragment.head)
        points = [self.slab.point(number, share) for number in (ends if self.forward else ends[::-1])]
        return [(float(x), float(y)) for x, y in points]

    def _spots(self, layer: Layer, share: float) -> list[Spot]:
        """Spots along the section's edge at a share of the slab's height, or a hair from its ends."""
        inner = min(max(Fraction(share), AT_END), 1 - AT_END)
        edge = layer.at(self.slab.level(inner))[self.edge.index]
        return [edge.spot(t) for t in _steps(edge, 0.0, 1.0, self.steps)]

    def _even(self, layer: Layer) -> bool:
        """Whether a round section grows evenly."""
        ends = (layer.low, layer.high)
        near, far = (
            layer.at(end + (layer.middle - end) * Real.of(AT_END))[self.edge.index].length for end in ends
        )
        middle = layer.at(layer.middle)[self.edge.index].length
        return abs(float(near + far) - 2 * float(middle)) < 1e-6 * float(middle)


@dataclass(frozen=True, eq=False)
class Followed:
    """What stands over the fragments of a pattern in a slab in which pieces cut one another."""

    slab: Slab
    pattern: Pattern
    low: Real
    high: Real
    steps: int

    @cached_property
    def _levels(self) -> list[tuple[float, Edges, dict[int, Spot]]]:
        """Levels, close to one another near the ends, with the sections there and where their vertices are."""
        rise = self.high - self.low
        share = float(rise) / float(self.slab.high - self.slab.low)
        count = max(3, ceil(self.steps / 4 * min(1.0, 2 * share)))
        found = []
        for k in range(count + 1):
            level = roughly(self.low + rise * Real.of(Fraction(0.5 - cos(pi * k / count) / 2)))
            edges = sections(self.slab, level)
            points = {number: located(spot, edges) for number, spot in self.pattern.spots.items()}
            found.append((float(level), edges, {n: (float(x), float(y)) for n, (x, y) in points.items()}))
        return found

    def rows(self, edge: Edge, fragment: Fragment, forward: bool) -> Rows:
        """Spots along a fragment of an edge at every level that is drawn, lowest first."""
        found = []
        own = next(owner for owner in fragment.owners if owner.edge is edge)
        share = (
            abs(float(edge.sweep)) * (fragment.end_t - fragment.start_t) if isinstance(edge, Bent) else 0.0
        )
        count = max(2, ceil(share * self.steps)) if share else 1
        for level, edges, points in self._levels:
            here = edges[edge.part, edge.index]
            ends = points[fragment.tail], points[fragment.head]
            spots = _from_to(here, *(ends if own.forward else ends[::-1]), count)
            found.append((level, spots if forward == own.forward else spots[::-1]))
        return found


def _from_to(edge: Edge, tail: Spot, head: Spot, count: int) -> list[Spot]:
    """Spots along an edge, from one on it to another that lies farther along."""
    if not isinstance(edge, Bent):
        return [tail, head]
    start, end = edge.parameter(tail), edge.parameter(head)
    if edge.whole_turn and end <= start + NEARLY:
        end += 1.0
    inner = [edge.spot(start + (end - start) * k / count) for k in range(1, count)]
    return [tail, *inner, head]


def along_fragment(fragment: Fragment, forward: bool, steps: int) -> list[Spot]:
    """Spots along a fragment."""
    own = fragment.edge
    spots = [own.spot(t) for t in _steps(own, fragment.start_t, fragment.end_t, steps)]
    return spots if forward else spots[::-1]


def _steps(edge: Edge, start: float, end: float, steps: int) -> list[float]:
    count = 1
    if isinstance(edge, Bent):
        count = max(2, ceil(abs(edge.angles[1] / (2 * pi) * (end - start)) * steps - 1e-9))
    return [start + (end - start) * k / count for k in range(count + 1)]
