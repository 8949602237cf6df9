"""What lies between two neighbouring levels of a stack of pieces: sections that stay the same, or change evenly."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

from mensuration.numbers import Real
from mensuration.plane.arrangement import Arrangement, arrange
from mensuration.plane.composing import APART, PARTLY, relation_to
from mensuration.plane.measuring import Covers
from mensuration.plane.placing import Bordered
from mensuration.solids.layers import HALF, Layer, Section
from mensuration.solids.pieces import Piece


class CutOtherwise(ValueError):
    """Pieces that cut one another in a way that layers along this axis can't tell."""


@dataclass(frozen=True, eq=False)
class Slab:
    """What lies between two neighbouring levels."""

    low: Real
    high: Real
    present: tuple[tuple[Piece, Layer], ...]
    pi: Real

    @property
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
    def arrangements(self) -> tuple[Arrangement, ...]:
        """The sections together: of pieces that change, at both ends and between."""
        levels = [self.middle] if self.constant else [self.low, self.middle, self.high]
        return tuple(arrange(tuple(self.at(level))) for level in levels)

    @property
    def between(self) -> Arrangement:
        return self.arrangements[len(self.arrangements) // 2]

    def relation(self, piece: Piece, before: Covers) -> str:
        """How a piece lies here to what is covered before it. CutOtherwise where that changes within the slab."""
        found = {
            relation_to(arrangement.masks(), 1 << piece.index, before) for arrangement in self.arrangements
        }
        if not self.constant and len(found) > 1:
            found -= {APART} if _vanishes(self) else set()
        if len(found) != 1 or (PARTLY in found and not self.constant):
            raise CutOtherwise
        return found.pop()


def _vanishes(slab: Slab) -> bool:
    """Whether something comes to a point at one of the ends, where nothing is left to compare."""
    return any(not layer.at(level) for _, layer in slab.present for level in (slab.low, slab.high))


def bordered(piece: Piece, edges: Section, shift: int) -> Bordered:
    index = piece.index + shift
    numbered = tuple(replace(edge, part=index, index=i) for i, edge in enumerate(edges))
    return Bordered(piece.name, index, piece.join, numbered)
