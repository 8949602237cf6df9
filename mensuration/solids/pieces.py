"""Pieces of a composite solid: solved solids, placed in space, in layers along its axes."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Literal

from mensuration.catalogue.figure import Solid, Turned
from mensuration.expressions import Quantity
from mensuration.numbers import NOUGHT, Real
from mensuration.plane.edges import Bent, Edge, EllipseArc, Point
from mensuration.solids.layers import CannotBeSliced, Flat, Layer, Section
from mensuration.solids.slicing import layers_of
from mensuration.solids.space import Frame
from mensuration.solving import Solution

Join = Literal["add", "take"]


@dataclass(frozen=True)
class Opening:
    """A rectangle that a face lacks, such as a door, so often."""

    name: str
    face: str
    width: Quantity
    height: Quantity
    count: int = 1

    @property
    def area(self) -> Real:
        return self.width.value * self.height.value * Real.of(self.count)


@dataclass(frozen=True, eq=False)
class Piece:
    """A named piece: its solved solid, where it stands, how it joins, which faces are not counted, and what they lack."""

    name: str
    index: int
    join: Join
    solution: Solution
    frame: Frame
    uncounted: frozenset[str] = frozenset()
    openings: tuple[Opening, ...] = ()

    @property
    def volume(self) -> Real:
        return self.solution.values["volume"].value

    def layers(self, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
        """Its layers along an axis of space, lowest first, and its faces across it. CannotBeSliced where it has none."""
        known = self._layers.get(axis)
        if known is None:
            raise CannotBeSliced
        return known

    def lies_across(self, axis: int) -> bool:
        """Whether it is round and an axis of space runs across it, so that it is seen from its side."""
        solid = self.solution.figure
        return (
            isinstance(solid, Solid) and isinstance(solid.body, Turned) and self.frame.own_axis(axis)[0] != 2
        )

    @cached_property
    def _layers(self) -> dict[int, tuple[tuple[Layer, ...], tuple[Flat, ...]]]:
        found = {}
        for axis in range(3):
            own, sign = self.frame.own_axis(axis)
            try:
                layers, flats = _own_layers(self.solution, own)
            except CannotBeSliced:
                continue
            placed = [self._placed(layer, axis, own, sign) for layer in layers]
            found[axis] = (
                tuple(placed if sign > 0 else placed[::-1]),
                tuple(
                    Flat(flat.name, self._level(flat.level, axis, sign), flat.along == (sign > 0))
                    for flat in flats
                ),
            )
        return found

    def _level(self, own: Real, axis: int, sign: int) -> Real:
        return self.frame.at[axis] + (own if sign > 0 else -own)

    def _placed(self, layer: Layer, axis: int, own: int, sign: int) -> Layer:
        ends = sorted((self._level(layer.low, axis, sign), self._level(layer.high, axis, sign)), key=float)

        fixed = tuple(self._edge(edge, axis, own, sign) for edge in layer.same) if layer.constant else None

        def at(level: Real) -> Section:
            if fixed is not None:
                return fixed
            above = level - self.frame.at[axis]
            section = layer.at(above if sign > 0 else -above)
            return tuple(self._edge(edge, axis, own, sign) for edge in section)

        def wall(place: int, low: Real, high: Real) -> Real:
            one, two = low - self.frame.at[axis], high - self.frame.at[axis]
            return layer.wall(place, one, two) if sign > 0 else layer.wall(place, -two, -one)

        def content(low: Real, high: Real) -> Real:
            one, two = low - self.frame.at[axis], high - self.frame.at[axis]
            return (
                layer.volume(one, two, self.solution.pi)
                if sign > 0
                else layer.volume(-two, -one, self.solution.pi)
            )

        return Layer(
            ends[0], ends[1], layer.constant, at, wall, None if layer.constant else content, layer.by_squares
        )

    def _edge(self, edge: Edge, axis: int, own: int, sign: int) -> Edge:
        """An edge of a section, from the piece's own axes in those of space; seen from the other side it runs back."""

        def put(point: Point, free: bool = False) -> Point:
            found = [NOUGHT] * 3
            found[(own + 1) % 3], found[(own + 2) % 3] = point
            local = (found[0], found[1], found[2])
            placed = self.frame.aim(local) if free else self.frame.put(local)
            return placed[(axis + 1) % 3], placed[(axis + 2) % 3]

        moved = replace(edge, start=put(edge.start), end=put(edge.end))
        if isinstance(moved, Bent):
            sweep = moved.sweep if sign > 0 else -moved.sweep
            moved = replace(moved, centre=put(moved.centre), sweep=sweep)
        if isinstance(moved, EllipseArc):
            moved = replace(moved, heading=put(moved.heading, free=True))
        return moved if sign > 0 else moved.reversed()


@lru_cache(maxsize=500)
def _own_layers(solution: Solution, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    return layers_of(solution, axis)
