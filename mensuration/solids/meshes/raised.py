"""Plane figures that are raised, straight up or towards a point, as meshes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import ceil, cos, tau

import numpy as np
from manifold3d import Manifold, triangulate

from mensuration.plane.edges import Bent, Point
from mensuration.solids.layers import Flat, Layer, Section
from mensuration.solids.meshes.body import (
    BENT,
    Body,
    NoMesh,
    Points,
    is_convex,
    offset,
    outline_of,
    thickened,
)

HALF_AS_MANY = (
    BENT // 2
)  # steps of a bent figure that is raised to a point and not convex: it takes long to be made thicker
Spots = list[tuple[float, float]]


def raised(layer: Layer, flats: Sequence[Flat], steps: int | None) -> Body:
    """A body of one layer that stays the same: its sides from edge to edge, and both its ends."""
    low, high = float(layer.low), float(layer.high)
    walks = _Walks(layer.same, steps or BENT)
    ends = {flat.along: flat.name for flat in flats}
    found = _between(walks, ends, (low, high), [walks.flat, walks.flat])
    whole = outline_of(*walks.loops)

    def thicker(by: float, along: float) -> Manifold:
        return offset(whole, by).extrude(high - low + 2 * along).translate((0.0, 0.0, low - along))

    return replace(found, thicker=thicker)


def pointed(layer: Layer, flats: Sequence[Flat], steps: int | None) -> Body:
    """A body of one layer that shrinks towards a point, up to that or to where it is cut off."""
    found = _pointed(layer, flats, steps or BENT)
    if is_convex(found):
        return found
    if found.off and steps is None:
        found = _pointed(layer, flats, HALF_AS_MANY)
    return thickened(found)


def _pointed(layer: Layer, flats: Sequence[Flat], steps: int) -> Body:
    low, high = float(layer.low), float(layer.high)
    base, last = layer.at(layer.low), layer.at(layer.high)
    walks = _Walks(base, steps)
    middle = np.array([[float(c) for c in edge.start] for edge in layer.at(layer.middle)])
    starts = np.array([[float(c) for c in edge.start] for edge in base])
    # The point is where the lines through two corners meet: all shrink alike
    share = 0.5 * (1 + (_scale(last) / _scale(base) if last else 0.0))
    foot = (middle[0] - share * starts[0]) / (1 - share)
    top = foot + (walks.flat - foot) * (2 * share - 1)
    ends = {flat.along: flat.name for flat in flats}
    return _between(walks, ends, (low, high), [walks.flat, top if last else foot])


def _scale(section: Section) -> float:
    return float(section[0].length)


def _between(
    walks: _Walks, ends: dict[bool, str], levels: tuple[float, float], spots: Sequence[Points]
) -> Body:
    """The sides between what is below and what is above, which may be one point, and the ends."""
    names = tuple(dict.fromkeys([*walks.names, *(ends[along] for along in (False, True) if along in ends)]))
    count = len(walks.flat)
    to_point = spots[1].ndim == 1
    above = spots[1][None, :] if to_point else spots[1]
    points = np.concatenate(
        [np.column_stack([flat, np.full(len(flat), z)]) for flat, z in zip((spots[0], above), levels, strict=True)]
    )  # fmt: skip
    caps = np.array(triangulate([np.array(loop) for loop in walks.loops]), dtype=np.int64)
    triangles, faces = [caps[:, ::-1]], [np.full(len(caps), names.index(ends[False]))]
    if not to_point:
        triangles.append(caps + count)
        faces.append(np.full(len(caps), names.index(ends[True])))
    first = 0
    for loop, own in zip(walks.loops, walks.owners, strict=True):
        a = np.arange(first, first + len(loop))
        b = np.roll(a, -1)
        numbers = np.array([names.index(name) for name in own])
        if to_point:
            triangles.append(np.column_stack([a, b, np.full(len(loop), count)]))
            faces.append(numbers)
        else:
            triangles += [np.column_stack([a, b, b + count]), np.column_stack([a, b + count, a + count])]
            faces += [numbers] * 2
        first += len(loop)
    return Body(points, np.concatenate(triangles), np.concatenate(faces), names, walks.off, walks.skew)


class _Walks:
    """The walks of a section as points: the ``loops``, with the name of the edge on which each stretch lies (``owners``); how
    far they are ``off``, and by which share their lengths are (``skew``)."""

    def __init__(self, section: Section, steps: int) -> None:
        self._waiting = {_key(edge.start): edge for edge in section}
        self._steps = steps
        self.loops: list[Spots] = []
        self.owners: list[list[str]] = []
        self.off = self.skew = 0.0
        while self._waiting:
            self._walk()
        self.flat: Points = np.concatenate([np.array(loop) for loop in self.loops])

    @property
    def names(self) -> Iterator[str]:
        """Those of all stretches, each as often as it stands there."""
        return (name for own in self.owners for name in own)

    def _walk(self) -> None:
        edge = self._waiting.pop(next(iter(self._waiting)))
        first, loop, own = _key(edge.start), [], []
        while True:
            count = 1
            if isinstance(edge, Bent):
                turn = abs(float(edge.sweep)) * tau
                count = max(2, ceil(turn / tau * self._steps))
                far, near = (pick(float(half) for half in edge.halves) for pick in (max, min))
                self.off = max(self.off, far * (1 - cos(turn / count / 2)))
                self.skew = max(self.skew, (turn / count * far / near) ** 2)
            loop += [edge.spot(k / count) for k in range(count)]
            own += [edge.name] * count
            end = _key(edge.end)
            if end == first:
                break
            if end not in self._waiting:
                raise NoMesh
            edge = self._waiting.pop(end)
        self.loops.append(loop)
        self.owners.append(own)


def _key(point: Point) -> tuple[float, float]:
    return round(float(point[0]), 9), round(float(point[1]), 9)
