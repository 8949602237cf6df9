"""Pieces joined to one solid, layer by layer along an axis: volumes, and what of each face is on its surface.

Between two levels at which something begins or ends, or plane faces begin or cease to meet, pieces all stay the same, so that
the layer is a plane figure raised; or their straight edges move evenly, so that areas are square functions of the level; or
round ones change, and then each lies apart from the others, within them or round them. Anything else can't be measured so.
At a level the surface is what is solid on one side only.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from mensuration.numbers import NOUGHT, Real
from mensuration.plane import TooCrowded
from mensuration.plane.arrangement import Arrangement, Fragment, arrange
from mensuration.plane.composing import APART, AROUND, PARTLY, WITHIN
from mensuration.plane.edges import Edge
from mensuration.plane.measuring import Covers, enclosed
from mensuration.solids.bordering import bordering
from mensuration.solids.cutting import Cut
from mensuration.solids.layers import FOUR, HALF, THREE, TWO, CannotBeSliced, Flat, Layer, distinct
from mensuration.solids.marching import Effort
from mensuration.solids.pieces import Piece
from mensuration.solids.shares import FaceShare, FlatRegion, SideFace, VolumeShare
from mensuration.solids.slabs import CutOtherwise, Slab
from mensuration.solids.standing import extents

NEARLY = 1e-9
UP = 2
MOST_PLACES = 900  # levels times pieces
MOST_CHOICES = 50_000  # of edges that may meet
MOST_EDGES = 4000  # of all sections that are looked at


@dataclass(frozen=True, eq=False)
class Stack:
    """Pieces in layers along an ``axis`` of space. CannotBeSliced where one of them has no layers along it.

    With an ``effort``, what they come to where they cut one another in a way that has no exact form is enclosed; else
    CutOtherwise.
    """

    pieces: tuple[Piece, ...]
    axis: int
    pi: Real
    effort: Effort | None = None

    def covers(self, mask: int, shift: int = 0, most: int | None = None) -> bool:
        """Whether what is covered by just these pieces is solid, once the first ``most`` of them are joined."""
        inside = False
        for piece in self.pieces[:most]:
            has = bool(mask >> shift & 1 << piece.index)
            inside = inside or has if piece.join == "add" else inside and not has
        return inside

    def _until(self, number: int) -> Covers:
        """What is solid once the first so many pieces are joined."""
        return lambda mask: self.covers(mask, most=number)

    @cached_property
    def levels(self) -> list[Real]:
        """Where something begins or ends, or begins or ceases to meet something else."""
        levels, slabs = self._ends, self.unparted
        meetings = [each for slab in slabs if (each := slab.meetings())]
        if sum(each.choices for each in meetings) > MOST_CHOICES:
            raise TooCrowded
        met = [level for each in meetings for level in each.levels()]
        met += [level for slab in slabs for level in slab.equal_rings()]
        if not met:
            return levels
        levels = distinct([*levels, *met])
        edges = sum(
            len(layer.at(layer.middle)) for piece in self.pieces for layer in piece.layers(self.axis)[0]
        )
        if len(levels) * edges > MOST_EDGES:
            raise TooCrowded
        return levels

    @cached_property
    def _ends(self) -> list[Real]:
        """Where something begins or ends."""
        layers = [layer for piece in self.pieces for layer in piece.layers(self.axis)[0]]
        levels = distinct([level for layer in layers for level in (layer.low, layer.high)])
        if len(levels) * len(self.pieces) > MOST_PLACES:
            raise TooCrowded
        return levels

    @cached_property
    def unparted(self) -> list[Slab]:
        """What lies between the levels at which something begins or ends."""
        return [self._slab(low, high) for low, high in pairwise(self._ends)]

    @cached_property
    def slabs(self) -> tuple[Slab, ...]:
        return tuple(self._slab(low, high) for low, high in pairwise(self.levels))

    def _slab(self, low: Real, high: Real) -> Slab:
        middle = float(low + high) / 2
        present = tuple(
            (piece, layer)
            for piece in self.pieces
            for layer in piece.layers(self.axis)[0]
            if float(layer.low) < middle < float(layer.high)
        )
        return Slab(low, high, present, self.pi, rough=self.cutting)

    @cached_property
    def upright(self) -> Stack | None:
        """The same pieces in layers from the ground up; None where they have none, or where all of them stay the same along
        this axis and are round from the ground up, so that parts of their sections tell more simply what is in them."""
        if self.axis == UP:
            return self
        if all(slab.constant for slab in self.slabs) and any(p.lies_across(UP) for p in self.pieces):
            return None
        for effort in (None, Effort()):
            stack = Stack(self.pieces, UP, self.pi, effort)
            try:
                stack.work_out()
            except (CannotBeSliced, CutOtherwise):
                continue
            return stack
        return None

    def work_out(self) -> None:
        """Everything at once, so that what can go wrong goes wrong here."""
        _ = self.shares, self.faces

    @property
    def cutting(self) -> bool:
        return self.effort is not None

    def cut(self, slab: Slab) -> Cut | None:
        """What encloses what pieces come to in a slab in which they cut one another; None of one that is told exactly."""
        if self.effort is None or slab.constant or slab.parted or not slab.near:
            return None
        if slab not in self._cuts:
            self._cuts[slab] = Cut(slab, self._widest, self.effort)
        return self._cuts[slab]

    @cached_property
    def _cuts(self) -> dict[Slab, Cut]:
        return {}

    @cached_property
    def _widest(self) -> float:
        """An area that no section is larger than."""
        sides = []
        for axis in range(3):
            if axis != self.axis:
                ends = [extents(piece.solution, piece.frame)[axis] for piece in self.pieces]
                sides.append(max(float(high) for _, high in ends) - min(float(low) for low, _ in ends))
        return sides[0] * sides[1] * (1 + NEARLY)

    def _relation(self, slab: Slab, piece: Piece, number: int) -> str:
        """How a piece lies within a slab to what was there before it."""
        cut = self.cut(slab)
        if cut is None:
            return slab.relation(piece, self._until(number))
        return cut.relation(piece, self._until(number))

    # Volume

    @cached_property
    def shares(self) -> tuple[VolumeShare, ...]:
        """What each piece does, in their order."""
        found = []
        for number, piece in enumerate(self.pieces):
            relations = set()
            common: list[Callable[[], Real]] = []
            for slab in self.slabs:
                layer = next((layer for own, layer in slab.present if own is piece), None)
                if layer is None:
                    continue

                relation = self._relation(slab, piece, number)
                relations.add(relation)
                common.append(self._common(slab, piece, layer, relation, number))
            found.append(self._share(piece, relations, common))
        return tuple(found)

    def _share(self, piece: Piece, relations: set[str], common: list[Callable[[], Real]]) -> VolumeShare:
        if relations <= {APART}:
            return VolumeShare(piece, APART, NOUGHT)
        if relations == {WITHIN}:
            return VolumeShare(piece, WITHIN, piece.volume)
        return VolumeShare(piece, PARTLY, Real.sum(each() for each in common))

    def _common(
        self, slab: Slab, piece: Piece, layer: Layer, relation: str, number: int
    ) -> Callable[[], Real]:
        """What a piece has in common with what was there before it, within a slab; worked out when it is needed."""

        def found() -> Real:
            bit = 1 << piece.index

            def both(mask: int) -> bool:
                return bool(mask & bit) and self.covers(mask, most=number)

            if relation == APART:
                return NOUGHT
            if relation == WITHIN:
                return layer.volume(slab.low, slab.high, self.pi)
            cut = self.cut(slab)
            if cut is not None:
                return cut.volume(both)
            if relation == PARTLY:
                return _content(slab, slab.low, slab.high, both)
            return self._joined(slab, slab.low, slab.high, number)

        return found

    def volume_between(self, slab: Slab, low: Real, high: Real) -> Real:
        """The volume of the solid between two levels within a slab."""
        if slab.constant:
            return enclosed(slab.between, self.covers, self.pi) * (high - low)
        cut = self.cut(slab)
        if cut is not None:
            return cut.volume_between(self.covers, low, high)
        return self._joined(slab, low, high, len(self.pieces))

    def _joined(self, slab: Slab, low: Real, high: Real, count: int) -> Real:
        """The volume between two levels within a slab, once the first so many pieces are joined."""
        if slab.parted and self._has_partly(slab):
            return _content(slab, low, high, self._until(count))
        total = NOUGHT
        for number, piece in enumerate(self.pieces[:count]):
            layer = next((layer for own, layer in slab.present if own is piece), None)
            if layer is None:
                continue
            relation = slab.relation(piece, self._until(number))
            own = layer.volume(low, high, self.pi)
            if relation == APART:
                common = NOUGHT
            elif relation == WITHIN:
                common = own
            elif relation == AROUND:
                common = total
            else:
                raise CutOtherwise
            total = total + (own - common) if piece.join == "add" else total - common
        return total

    def _has_partly(self, slab: Slab) -> bool:
        """Whether some piece lies partly in what was there before it."""
        return any(
            slab.relation(piece, self._until(number)) == PARTLY
            for number, piece in enumerate(self.pieces)
            if any(own is piece for own, _ in slab.present)
        )

    @cached_property
    def volume(self) -> Real:
        total = []
        for share in self.shares:
            if share.piece.join == "add":
                total += [share.piece.volume, -share.common]
            else:
                total.append(-share.common)
        return Real.sum(total)

    # Surface

    @cached_property
    def faces(self) -> tuple[FaceShare, ...]:
        """Every face of every piece, with how much of it is on the surface."""
        return (*(region.share for region in self.flats), *self._side_faces())

    @cached_property
    def flats(self) -> tuple[FlatRegion, ...]:
        """Every face across the axis, lowest first."""
        return tuple(self._flat_faces())

    def _sections(self) -> Iterator[tuple[Real, Slab | None, Slab | None]]:
        for i, level in enumerate(self.levels):
            yield level, self.slabs[i - 1] if i else None, self.slabs[i] if i < len(self.slabs) else None

    def _flat_faces(self) -> Iterator[FlatRegion]:
        count = max(piece.index for piece in self.pieces) + 1
        for level, below, above in self._sections():
            flats = [
                (piece, flat)
                for piece in self.pieces
                for flat in piece.layers(self.axis)[1]
                if flat.level.same_as(level)
            ]
            if not flats:
                continue
            parts = [*(below.at(level) if below else []), *(above.at(level, count) if above else [])]
            plane = arrange(tuple(parts))
            claimed: list[Covers] = []
            for piece, flat in flats:
                yield self._flat_region(plane, piece, flat, count, claimed)

    def _flat_region(
        self, plane: Arrangement, piece: Piece, flat: Flat, count: int, claimed: list[Covers]
    ) -> FlatRegion:
        low, high = 1 << piece.index, 1 << piece.index + count

        def own(mask: int) -> bool:
            """Where the piece is on one side only."""
            return (
                bool(mask & low) and not mask & high if flat.along else bool(mask & high) and not mask & low
            )

        def shown(mask: int) -> bool:
            """Where the solid is on one side only, and looks the way in which this face shows."""
            solid_below, solid_above = self.covers(mask), self.covers(mask, shift=count)
            up = flat.along == (piece.join == "add")
            return (solid_below and not solid_above) if up else (solid_above and not solid_below)

        earlier = list(claimed)

        def counted(mask: int) -> bool:
            return own(mask) and shown(mask) and not any(other(mask) for other in earlier)

        claimed.append(lambda mask: own(mask) and shown(mask))
        masks = plane.masks()
        size = enclosed(plane, own, self.pi)
        whole = all(counted(mask) for mask in masks if own(mask))
        none = not any(counted(mask) for mask in masks)
        part = size if whole else NOUGHT if none else enclosed(plane, counted, self.pi)
        share = FaceShare(piece, flat.name, whole, size, part, (self.axis, 1 if flat.along else -1))
        return FlatRegion(share, flat.level, plane, counted, flat.along == (piece.join == "add"))

    def _side_faces(self) -> Iterator[FaceShare]:
        found: dict[tuple[int, str], SideFace] = {}
        for slab in self.slabs:
            for edge, total, shown in self._walls(slab, slab.low, slab.high):
                face = found.setdefault((edge.part, edge.name), SideFace(edge.part, edge.name))
                face.add(slab, edge, total, shown)
        by_index = {piece.index: piece for piece in self.pieces}
        for face in found.values():
            yield face.share(by_index[face.part], self.axis)

    def _walls(self, slab: Slab, low: Real, high: Real) -> Iterator[tuple[Edge, bool, Real]]:
        """Every edge of the sections of a slab: whether all of it bounds the solid, and the area that does over it between
        two levels. Of what is straight and moves evenly it is the length in the middle, times how far down the face."""
        layers = {piece.index: layer for piece, layer in slab.present}
        cut = self.cut(slab)
        if cut is not None:
            yield from cut.between(low, high).walls(self.wall_of)
            return
        evenly = slab.parted and not slab.constant
        planes = [slab.plane((low + high) * HALF)] if evenly else slab.arrangements
        found = [bordering(plane, self.wall_of, self.pi) for plane in planes]
        for key, (edge, all_of, shown) in found[len(found) // 2].items():
            layer = layers[edge.part]
            if all_of and all(other.get(key, (edge, True, shown))[1] for other in found):
                yield edge, True, layer.wall(edge.index, low, high)
                continue
            for other in found if not (slab.constant or evenly) else ():
                if key not in other:  # it has come to a point
                    continue
                _, other_all, other_shown = other[key]
                alike = abs(float(other_shown()) - float(shown())) < NEARLY
                if not (alike if layer.constant else other_all == all_of):
                    raise CutOtherwise
            length = shown()
            if not length.sign():
                yield edge, False, NOUGHT
            elif layer.constant:
                yield edge, False, length * (high - low)
            elif evenly:
                yield edge, False, layer.wall(edge.index, low, high) * length / edge.length
            else:
                raise CutOtherwise

    def wall_areas(self, slab: Slab, low: Real, high: Real) -> Iterator[Real]:
        """The areas of the side faces between two levels within a slab, as far as they are on the surface."""
        for _, _, area in self._walls(slab, low, high):
            yield area

    def wall_of(self, fragment: Fragment) -> Edge | None:
        """The edge of which a fragment of the border is a part; None of a fragment that bounds nothing."""
        left, right = self.covers(fragment.left), self.covers(fragment.right)
        if left == right:
            return None
        joins = {piece.index: piece.join for piece in self.pieces}
        facing = [o.edge for o in fragment.owners if (o.forward == left) == (joins[o.edge.part] == "add")]
        return facing[0] if facing else None


def _content(slab: Slab, low: Real, high: Real, covers: Covers) -> Real:
    """The volume of what is covered between two levels: its sections are square functions of the level, for which the open
    rule by W. E. Milne (Numerical Calculus, 1949) is exact. At the ends some may have come to a line."""
    if slab.constant:
        return enclosed(slab.between, covers, slab.pi) * (high - low)
    quarter = (high - low) / FOUR
    first, middle, last = (
        enclosed(slab.plane(low + quarter * Real.of(n)), covers, slab.pi) for n in (1, 2, 3)
    )
    return (TWO * (first + last) - middle) * (high - low) / THREE
