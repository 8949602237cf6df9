"""What each piece of a stack does to its volume, and what of its faces is on the surface."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from mensuration.numbers import Real
from mensuration.plane.arrangement import Arrangement
from mensuration.plane.edges import Edge
from mensuration.plane.measuring import Covers
from mensuration.solids.layers import HALF
from mensuration.solids.pieces import Piece
from mensuration.solids.slabs import Slab


@dataclass(frozen=True)
class VolumeShare:
    """What a piece does to the volume: its own size, how it lies to what was there before it, and how much they have in
    common."""

    piece: Piece
    relation: str
    common: Real


@dataclass(frozen=True)
class FaceShare:
    """A face of a piece, by its name in the piece: how much of it is on the surface, of how much in all; ``outward`` is
    the direction in which it looks (an axis of space and a sign), where it lies across an axis."""

    piece: Piece
    face: str
    whole: bool
    size: Real
    counted: Real
    outward: tuple[int, int] | None
    width: Real | None = None
    """How wide a side of one width is, rolled out where it is curved."""


@dataclass(frozen=True, eq=False)
class FlatRegion:
    """What of a face across the axis is on the surface: ``counted`` in the arrangement of its plane; whether the solid
    is ``below`` it, so that it looks along the axis."""

    share: FaceShare
    level: Real
    plane: Arrangement
    counted: Covers
    below: bool


@dataclass
class SideFace:
    """A face along the axis, gathered from the slabs through which it goes."""

    part: int
    name: str
    parts: list[tuple[Slab, Edge, bool, Real]] = field(default_factory=list)

    def add(self, slab: Slab, edge: Edge, total: bool, shown: Real) -> None:
        self.parts.append((slab, edge, total, shown))

    def share(self, piece: Piece, axis: int) -> FaceShare:
        whole = all(total for _, _, total, _ in self.parts)
        outward = _outward(self.parts, axis, piece)
        areas = [_wall(piece, slab, edge) for slab, edge, _, _ in self.parts]
        size = Real.sum(areas)
        edges = {edge.index: edge for _, edge, _, _ in self.parts}
        constant = all(layer.constant for layer in piece.layers(axis)[0])
        width = Real.sum(edge.length for edge in edges.values()) if constant else None
        if whole:
            return FaceShare(piece, self.name, True, size, size, outward, width)
        counted = [shown for _, _, _, shown in self.parts]
        return FaceShare(piece, self.name, False, size, Real.sum(counted), outward, width)


def _wall(piece: Piece, slab: Slab, edge: Edge) -> Real:
    layer = next(layer for own, layer in slab.present if own is piece)
    return layer.wall(edge.index, slab.low, slab.high)


def _outward(
    parts: Sequence[tuple[Slab, Edge, bool, Real]], axis: int, piece: Piece
) -> tuple[int, int] | None:
    """The axis of space along which a plane side looks, where there is one."""
    slab, edge, *_ = parts[0]
    if not edge.straight:
        return None
    layer = next(layer for own, layer in slab.present if own is piece)
    if not layer.constant:
        other = layer.at((slab.low + slab.middle) * HALF)[edge.index]
        if not any(one.same_as(two) for one, two in zip(edge.start, other.start, strict=True)):
            return None
    du, dv = edge.end[0] - edge.start[0], edge.end[1] - edge.start[1]
    first, second = (axis + 1) % 3, (axis + 2) % 3
    for place, run, across in ((1, dv, du), (0, du, dv)):
        stays = layer.constant or edge.start[place].same_as(other.start[place])
        if not run.sign() and stays:
            ahead = across.sign() > 0
            return (second, -1 if ahead else 1) if place else (first, 1 if ahead else -1)
    return None
