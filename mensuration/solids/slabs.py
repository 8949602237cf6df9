"""What lies between two neighbouring levels of a stack of pieces: sections that stay the same, or change evenly."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property
from itertools import combinations

from mensuration.numbers import Real
from mensuration.plane.arrangement import Arrangement, arrange
from mensuration.plane.composing import APART, PARTLY, relation_to
from mensuration.plane.edges import Edge, Point, around
from mensuration.plane.geometry import crossing, minus
from mensuration.plane.measuring import Covers
from mensuration.plane.placing import Bordered
from mensuration.solids.layers import HALF, Layer, Section
from mensuration.solids.meeting import Meetings, boxes_meet
from mensuration.solids.pieces import Piece
from mensuration.solids.rings import equal_rings, round_one_centre

NEARLY = 1e-9
HALVES = Fraction(1, 2)
LOOKED_AT = tuple(Fraction(n, 178) for n in (10, 22, 38, 54, 68, 78, 89, 102, 116, 132, 146, 158, 170))
"""The shares of a changing slab's height at which pieces that come near one another are looked at, the middle in the middle."""


class CutOtherwise(ValueError):
    """Pieces that cut one another in a way that layers along this axis can't tell; the ``names`` of some that do."""

    def __init__(self, *names: str) -> None:
        super().__init__(*names)
        self.names = names


@dataclass(frozen=True, eq=False)
class Slab:
    """What lies between two neighbouring levels."""

    low: Real
    high: Real
    present: tuple[tuple[Piece, Layer], ...]
    pi: Real
    rough: bool = False
    """Whether roots in roots are told without exact forms: exactly, their equations would take minutes."""

    @cached_property
    def middle(self) -> Real:
        return (self.low + self.high) * HALF

    @cached_property
    def constant(self) -> bool:
        return all(layer.constant for _, layer in self.present)

    def at(self, level: Real, shift: int = 0) -> list[Bordered]:
        """The sections at a level as parts of its plane, numbered like the pieces, from ``shift`` on."""
        parts = []
        for piece, layer in self.present:
            edges = layer.at(level)
            if edges:
                parts.append(bordered(piece, edges, shift))
        return parts

    @cached_property
    def linear(self) -> bool:
        """Whether all edges of its sections are straight and move evenly."""
        return all(layer.by_squares for _, layer in self.present) and all(
            edge.straight for _, layer in self.present for edge in layer.at(self.middle)
        )

    @cached_property
    def parted(self) -> bool:
        """Whether it ends at every level at which something new meets (:mod:`mensuration.solids.meeting`), so that within it
        nothing does."""
        return self.coaxial or self._parted_by_lines

    @cached_property
    def coaxial(self) -> bool:
        """Whether all of its sections are circles round one centre whose areas are square functions of the level."""
        return all(layer.by_squares for _, layer in self.present) and round_one_centre(
            [edge for _, layer in self.present for edge in layer.at(self.middle)]
        )

    @cached_property
    def _parted_by_lines(self) -> bool:
        return self.linear and (not self.near or self.rough or self._is_short)

    @cached_property
    def _is_short(self) -> bool:
        """Whether no root in a root is among its corners."""
        edges = (edge for _, layer in self.present for edge in layer.at(self.middle))
        return all(_is_short(value) for edge in edges for value in edge.start)

    @property
    def arrangements(self) -> tuple[Arrangement, ...]:
        """The sections together in the middle; of round pieces that change and come near one another at both ends and at many
        levels between, so that none is missed at which they meet."""
        return tuple(self.plane(level) for level in self._looked_at)

    @cached_property
    def _looked_at(self) -> tuple[Real, ...]:
        if self.constant or self.parted or not self.near:
            return (self.middle,)
        between = [self.low + (self.high - self.low) * Real.of(share) for share in LOOKED_AT]
        # Only how pieces lie to one another is asked there: without exact forms that is quick. The middle is also measured.
        between = [
            self.middle if share == HALVES else roughly(level)
            for level, share in zip(between, LOOKED_AT, strict=True)
        ]
        return self.low, *between, self.high

    def plane(self, level: Real) -> Arrangement:
        """The sections together at a level."""
        if level not in self._planes:
            self._planes[level] = arrange(tuple(self.at(level)))
        return self._planes[level]

    @cached_property
    def _planes(self) -> dict[Real, Arrangement]:
        return {}

    def level(self, share: Fraction) -> Real:
        """The level at a share of its height."""
        if share not in self._levels:
            self._levels[share] = self.low + (self.high - self.low) * Real.of(share)
        return self._levels[share]

    @cached_property
    def _levels(self) -> dict[Fraction, Real]:
        return {}

    def moves(self, number: int) -> bool:
        """Whether a corner of the arrangement between is one of pieces that change."""
        changing = {piece.index for piece, layer in self.present if not layer.constant}
        if number in self._corners:
            return self._corners[number][0][0] in changing
        edges = self.between.vertices[number].edges
        return edges is None or any(edge.part in changing for edge in edges)

    def goes_straight(self, number: int) -> bool:
        """Whether a corner is the end of an edge, or where two straight ones meet."""
        edges = self.between.vertices[number].edges
        return number in self._corners or (edges is not None and all(edge.straight for edge in edges))

    def point(self, number: int, share: Fraction) -> Point:
        """Where a corner of the arrangement between lies at a share of the slab's height: the end of an edge, or where two straight
        ones meet."""
        vertex = self.between.vertices[number]
        if number in self._corners:
            place, last = self._corners[number]
            edge = self._edge(*place, share)
            return edge.end if last else edge.start
        assert vertex.edges is not None
        one, two = (self._edge(edge.part, edge.index, share) for edge in vertex.edges)
        return crossing(one.start, minus(one.end, one.start), two.start, minus(two.end, two.start))

    @cached_property
    def _corners(self) -> dict[int, tuple[tuple[int, int], bool]]:
        """Of the vertices of the arrangement between that are ends of an edge: of which, and whether its second."""
        found: dict[int, tuple[tuple[int, int], bool]] = {}
        for place, ends in self.between.ends.items():
            for last in (False, True):
                found.setdefault(ends[last], (place, last))
        return found

    def _edge(self, part: int, place: int, share: Fraction) -> Edge:
        if (part, share) not in self._sections:
            layer = next(layer for piece, layer in self.present if piece.index == part)
            self._sections[part, share] = layer.at(self.level(share))
        return self._sections[part, share][place]

    @cached_property
    def _sections(self) -> dict[tuple[int, Fraction], Section]:
        return {}

    def meetings(self) -> Meetings | None:
        """What tells the levels at which it is to be parted, so that nothing new meets within a part."""
        if self.constant or not self._parted_by_lines or not self.near:
            return None
        ends = (self.low, self.high) if self._is_short else (roughly(self.low), roughly(self.high))
        return Meetings(*ends, tuple((piece.index, layer) for piece, layer in self.present))

    def equal_rings(self) -> list[Real]:
        """The levels at which round pieces on one axis come to be equally wide."""
        return list(equal_rings(self.low, self.high, [layer for _, layer in self.present]))

    @cached_property
    def near(self) -> bool:
        """Whether two pieces' sections may meet somewhere in the slab: whether what surrounds them does."""
        levels = (self.low, self.middle, self.high)
        sections = ([edge.box for level in levels for edge in layer.at(level)] for _, layer in self.present)
        boxes = [around(section) for section in sections if section]
        size = max((abs(value) for box in boxes for value in box), default=1.0)
        return any(boxes_meet(one, two, NEARLY * size) for one, two in combinations(boxes, 2))

    @property
    def between(self) -> Arrangement:
        return self.plane(self.middle)

    def relation(self, piece: Piece, before: Covers) -> str:
        """How a piece lies here to what is covered before it. CutOtherwise where that changes within the slab."""
        if all(other.index >= piece.index for other, _ in self.present):
            return APART
        evenly = self.constant or self.parted
        found: set[str] = set()
        for level in sorted(self._looked_at, key=lambda level: level is not self.middle):
            found.add(relation_to(self.plane(level).masks(), 1 << piece.index, before))
            if len(found) > 1 and not self.constant and _vanishes(self):
                found.discard(APART)
            if len(found) > 1 or (PARTLY in found and not evenly):
                raise CutOtherwise
        return found.pop()


def roughly(level: Real) -> Real:
    """The same number without its exact form: with it, what hangs on it takes longer."""
    return Real(None, level.ball, level)


def _is_short(value: Real) -> bool:
    return value.exact is not None and str(value.exact).count("sqrt") <= 1


def _vanishes(slab: Slab) -> bool:
    """Whether something comes to a point at one of the ends, where nothing is left to compare."""
    return any(not layer.at(level) for _, layer in slab.present for level in (slab.low, slab.high))


def bordered(piece: Piece, edges: Section, shift: int) -> Bordered:
    index = piece.index + shift
    numbered = tuple(replace(edge, part=index, index=i) for i, edge in enumerate(edges))
    return Bordered(piece.name, index, piece.join, numbered)
