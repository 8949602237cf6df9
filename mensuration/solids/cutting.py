"""What pieces that cut one another anyhow come to between two levels: volumes and areas as enclosures, so with proven digits.

A slab is told interval by interval (:mod:`mensuration.solids.marching`). In what is left over between, sections differ from those
beside by no more than their edges sweep meanwhile; of walls it is somewhere between nothing and all.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property

from flint import arb

from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.proof import PRECISIONS, precision
from mensuration.plane.composing import PARTLY, relation_to
from mensuration.plane.edges import Edge
from mensuration.plane.measuring import Covers
from mensuration.solids.bordering import WallOf
from mensuration.solids.layers import Layer
from mensuration.solids.marching import BITS, Cell, Effort, March, fraction_ball
from mensuration.solids.patterns import Key, Pattern
from mensuration.solids.pieces import Piece
from mensuration.solids.slabs import CutOtherwise, Slab
from mensuration.solids.varying import Antiderivative

WORTH_IT = 1e-6  # how much of a volume may be uncertain for it to be told
BARELY = 1e-9


@dataclass(frozen=True)
class Gap:
    """A short interval of levels, told as a cell is, over which it is not certain how sections lie; how high it is, and how
    much of the plane the sections' edges sweep over it at most."""

    upward: bool
    low: Fraction
    high: Fraction
    beside: Cell | None
    height: arb
    swept: arb


class Cut:
    """A slab in which pieces cut one another in a way that has no exact form here. CutOtherwise where too little is certain."""

    def __init__(self, slab: Slab, widest: float, effort: Effort) -> None:
        self.slab = slab
        self._march = March(slab, arb(widest), effort)
        with precision(BITS):
            self._gaps = [self._gap(*each) for each in self._merged()]
            whole = self._in_all(lambda mask: mask != 0)
        if not whole.rad() <= abs(whole.mid()) * WORTH_IT:
            raise CutOtherwise(*(piece.name for piece, _ in slab.present))

    # Gaps: their sections are like those beside it, but for what edges sweep over meanwhile

    def _merged(self) -> list[tuple[bool, Fraction, Fraction]]:
        found: list[tuple[bool, Fraction, Fraction]] = []
        for upward, low, high in sorted(self._march.uncertain):
            if found and found[-1][0] == upward and found[-1][2] == low:
                found[-1] = upward, found[-1][1], high
            else:
                found.append((upward, low, high))
        return found

    def _gap(self, upward: bool, low: Fraction, high: Fraction) -> Gap:
        beside = next(
            (
                cell
                for cell in self._march.cells
                if cell.upward == upward and (cell.low == high or cell.high == low)
            ),
            None,
        )
        ends = self._between(upward, low, high)
        swept = arb(0)
        for _, layer in self.slab.present:
            for place in range(len(layer.at(self.slab.middle))) if not layer.constant else ():
                swept += _wall_over(layer, place, ends)
        height = self._march.half_height.ball() * fraction_ball(high * high - low * low)
        return Gap(upward, low, high, beside, height, swept)

    def _between(self, upward: bool, low: Fraction, high: Fraction) -> list[Real]:
        """From which level to which an interval goes."""
        return sorted((self._march.level(upward, low), self._march.level(upward, high)), key=float)

    def _in_gap(self, gap: Gap, covers: Covers) -> arb:
        """The volume of what is covered in it."""
        cell = gap.beside
        if cell is None:
            return gap.height * self._march.widest * arb(0.5, 0.5)
        end = gap.high if cell.low == gap.high else gap.low
        t = arb(-1 if cell.low == gap.high else 1)
        rise = self._march.half_height.ball() * fraction_ball(end * (cell.high - cell.low))
        area = _Area(self, cell, covers).at(t) / rise
        return gap.height * (area + gap.swept * arb(0, 1))

    # What is asked

    @cached_property
    def patterns(self) -> list[Pattern]:
        """How sections lie to one another, from level to level, lowest first."""
        return list(dict.fromkeys(cell.pattern for cell in self._march.cells))

    def stretches(self) -> list[tuple[Pattern, Real, Real]]:
        """Each pattern with the levels between which it is seen, lowest first."""
        found = []
        for pattern in self.patterns:
            cells = [cell for cell in self._march.cells if cell.pattern is pattern]
            ends = [self._march.level(cell.upward, u) for cell in cells for u in (cell.low, cell.high)]
            found.append((pattern, min(ends, key=float), max(ends, key=float)))
        return found

    def relation(self, piece: Piece, before: Covers) -> str:
        """How a piece lies here to what is covered before it."""
        found = {relation_to(each.plane.masks(), 1 << piece.index, before) for each in self.patterns}
        return found.pop() if len(found) == 1 else PARTLY

    def volume(self, covers: Covers) -> Real:
        """The volume of what is covered."""
        with precision(BITS):
            total = self._in_all(covers)
        return Real(None, lambda: total)

    def volume_between(self, covers: Covers, low: Real, high: Real) -> Real:
        """The same between two levels: that of the intervals between them, and what they cut off at the ends."""
        if self._is_all(low, high):
            return self.volume(covers)
        with precision(BITS):
            areas = (area.between(low, high) for area in self._areas_of(covers))
            gaps = (self._in_part_of(gap, covers, low, high) for gap in self._gaps)
            total = sum((*areas, *gaps), arb(0))
        return Real(None, lambda: total)

    def _is_all(self, low: Real, high: Real) -> bool:
        return low.same_as(self.slab.low) and high.same_as(self.slab.high)

    def _in_all(self, covers: Covers) -> arb:
        total = arb(0)
        for share in self._march.shares.values():
            left, right = covers(share.fragment.left), covers(share.fragment.right)
            if left != right:
                total += share.volume if left else -share.volume
        return sum((self._in_gap(gap, covers) for gap in self._gaps), total)

    def between(self, low: Real, high: Real) -> Cut:
        """The same between two of its levels."""
        if self._is_all(low, high):
            return self
        return Cut(replace(self.slab, low=low, high=high), float(self._march.widest), Effort())

    def walls(self, wall_of: WallOf) -> Iterator[tuple[Edge, bool, Real]]:
        """Every edge of the sections: whether all of it bounds the solid, and the area over it that does."""
        layers = {piece.index: layer for piece, layer in self.slab.present}
        bounding: dict[Key, set[bool]] = {}
        for share in self._march.shares.values():
            wall = wall_of(share.fragment)
            for owner in share.fragment.owners:
                bounding.setdefault((owner.edge.part, owner.edge.index), set()).add(owner.edge is wall)
        for key, edge in self.patterns[0].edges.items():
            found, layer = bounding.get(key, {False}), layers[edge.part]
            if found == {True}:
                yield edge, True, layer.wall(edge.index, self.slab.low, self.slab.high)
            elif True not in found:
                yield edge, False, NOUGHT
            else:
                yield edge, False, self._area(key, wall_of, layer)

    def _area(self, key: Key, wall_of: WallOf, layer: Layer) -> Real:
        with precision(BITS):
            total = arb(0)
            for share in self._march.shares.values():
                edge = wall_of(share.fragment)
                if edge is not None and (edge.part, edge.index) == key:
                    total += share.area
            for gap in self._gaps:
                ends = self._between(gap.upward, gap.low, gap.high)
                total += _wall_over(layer, key[1], ends) * arb(0.5, 0.5)
        if not total.is_finite():
            raise CutOtherwise
        return Real(None, lambda: total)

    def _areas_of(self, covers: Covers) -> list[_Area]:
        if covers not in self._areas:
            self._areas[covers] = [_Area(self, cell, covers) for cell in self._march.cells]
        return self._areas[covers]

    def _in_part_of(self, gap: Gap, covers: Covers, low: Real, high: Real) -> arb:
        """The volume of what of a gap lies between two levels: all of it, nothing, or what is between."""
        start, end = (float(level) for level in self._between(gap.upward, gap.low, gap.high))
        if float(low) < start and end < float(high):
            return self._in_gap(gap, covers)
        if end < float(low) or float(high) < start:
            return arb(0)
        return self._in_gap(gap, covers) * arb(0.5, 0.5)

    @cached_property
    def _areas(self) -> dict[Covers, list[_Area]]:
        return {}

    def share(self, cell: Cell, level: Real) -> arb:
        """Where a level lies in an interval by its parameter, from -1 to 1; the end where it lies beyond."""
        away = level - self.slab.low if cell.upward else self.slab.high - level
        u = (away / self._march.half_height).ball().nonnegative_part().sqrt()
        share = (u - fraction_ball((cell.low + cell.high) / 2)) / fraction_ball((cell.high - cell.low) / 2)
        return share.max(arb(-1)).min(arb(1))

    def ends(self, cell: Cell) -> tuple[float, float]:
        """From which level to which an interval goes, in floats."""
        low, high = sorted(float(self._march.level(cell.upward, u)) for u in (cell.low, cell.high))
        return low, high


def _wall_over(layer: Layer, place: int, ends: list[Real]) -> arb:
    """The area of a wall between two levels that are close to one another."""
    for bits in PRECISIONS:
        with precision(bits):
            whole = layer.wall(place, *ends).ball()
        if whole.is_finite():
            break
    return whole


class _Area:
    """The area of what is covered, over an interval of levels."""

    def __init__(self, cut: Cut, cell: Cell, covers: Covers) -> None:
        self._cut, self._cell, self._ends = cut, cell, cut.ends(cell)
        sizes = []
        for fragment, green in cell.volumes:
            left, right = covers(fragment.left), covers(fragment.right)
            if left != right:
                sizes.append(green if left else -green)
        self._sum = Antiderivative(sizes)
        self._whole = self._sum.between(arb(-1), arb(1))

    def at(self, t: arb) -> arb:
        """The area where the parameter is t, from -1 to 1, times how fast the level rises with it."""
        return self._sum.value(t)

    def between(self, low: Real, high: Real) -> arb:
        """The volume of what of it lies between two levels."""
        (start, end), room = self._ends, BARELY * (self._ends[1] - self._ends[0])
        if end <= float(low) - room or float(high) + room <= start:
            return arb(0)
        if float(low) <= start - room and end + room <= float(high):
            return self._whole
        shares = [self._cut.share(self._cell, level) for level in (low, high)]
        return self._sum.between(*(shares if self._cell.upward else shares[::-1]))
