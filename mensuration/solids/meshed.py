"""Bodies as meshes, with how far these lie from what they stand for: within a body, and round it, as near as one likes.

Of a convex body K with a ball of radius ρ in it, (1 - δ/ρ) K about the ball's centre lies farther than δ within K, and (1 + δ/ρ) K
reaches δ beyond it everywhere (R. Schneider, Convex Bodies: The Brunn-Minkowski Theory, 1993). The profiles of
other round bodies, and figures that are raised straight up, are grown and shrunk in their plane.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from math import atan2, ceil, cos, pi, sin, tau

import numpy as np
from manifold3d import CrossSection, Error, FillRule, JoinType, Manifold, Mesh64, triangulate
from numpy.typing import NDArray

from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Solid, Turned
from mensuration.expressions.algebras import in_floats
from mensuration.plane.edges import Bent, Point
from mensuration.solids.layers import CannotBeSliced, Flat, Layer
from mensuration.solids.pieces import Piece
from mensuration.solids.slicing import layers_of
from mensuration.solids.turned import Side, profile_of

Points = NDArray[np.float64]
Corners = NDArray[np.int64]
# Steps into which a full turn is cut, of bodies that are straight along their sides, and of others
STRAIGHT, BENT = 1024, 400
ROWS = 32  # into which a straight side is cut, since narrow triangles take long to cut one another
# Steps of a rounded corner, and by how much more is taken since these lie within it
CORNERS, ROOMY = 64, 1.01
BARELY = 1e-9


class NoMesh(ValueError):
    """A body that is not convex, nor round, nor a figure raised straight up, so that it can't be enclosed here."""


@dataclass(frozen=True, eq=False)
class Body:
    """A body's surface in triangles, each with the place of its face in ``names``; nowhere is it farther off than ``off``, and
    areas on it are true to a share of ``skew``. Where it is not convex, ``thicker`` is what it is made thicker by a length."""

    points: Points
    triangles: Corners
    faces: Corners
    names: tuple[str, ...]
    off: float
    skew: float
    thicker: Callable[[float], Manifold] | None = None

    @cached_property
    def size(self) -> float:
        return float(np.ptp(self.points, axis=0).max())

    @cached_property
    def centre(self) -> Points:
        low, high = self.points.min(axis=0), self.points.max(axis=0)
        found: Points = (low + high) / 2 + (self.points.mean(axis=0) - (low + high) / 2) * 0.5
        return found

    @cached_property
    def inside(self) -> float:
        """The radius of a ball about the centre that lies within."""
        a, b, c = (self.points[self.triangles[:, i]] for i in range(3))
        across = np.cross(b - a, c - a)
        lengths = np.linalg.norm(across, axis=1)
        flat = lengths > BARELY * lengths.max()
        return float((np.einsum("ij,ij->i", across, a - self.centre)[flat] / lengths[flat]).min())

    def itself(self) -> Manifold:
        return self._made(self.points)

    def within(self, by: float) -> Manifold:
        """What lies farther than a length within the body, or less. NoMesh where nothing does."""
        if self.thicker is not None:
            return self.thicker(-by - self.off)
        if self.inside <= by:
            raise NoMesh
        return self._made(self._scaled(1 - by / self.inside))

    def around(self, by: float) -> Manifold:
        """What is nearer than a length to the body, or more."""
        if self.thicker is not None:
            return self.thicker(by + self.off)
        return self._made(self._scaled(1 + (by + self.off) / self.inside))

    def _scaled(self, factor: float) -> Points:
        return self.centre + (self.points - self.centre) * factor

    def _made(self, points: Points) -> Manifold:
        first = Manifold.reserve_ids(1)
        mesh = Mesh64(
            np.ascontiguousarray(points),
            self.triangles.astype(np.uint64),
            run_index=np.array([0, 3 * len(self.triangles)], dtype=np.uint64),
            run_original_id=np.array([first], dtype=np.uint32),
            face_id=self.faces.astype(np.uint64),
        )
        found = Manifold(mesh)
        if found.status() != Error.NoError:
            raise NoMesh
        return found


def body_of(piece: Piece, steps: int | None = None) -> Body:
    """The mesh of a piece in its place, a full turn in so many ``steps``. NoMesh where it can't be enclosed."""
    solid, solution = piece.solution.figure, piece.solution
    assert isinstance(solid, Solid)
    match solid.body:
        case Turned() as body:
            return _placed(piece, _round(profile_of(solution, body), steps))
        case Ellipsoid() as body:
            a, b, c = (in_floats(text, solution.floats) for text in (body.a, body.b, body.c))
            return _placed(piece, _ellipsoid(a, b, c, steps or BENT))
        case CountedFaces() as body:
            return _placed(
                piece, _plane(solution.floats, body.of(int(solution.values[body.count].value.rational or 3)))
            )
        case Faces() as body:
            return _placed(piece, _plane(solution.floats, body))
    try:
        layers, flats = layers_of(solution, 2)
    except CannotBeSliced:
        raise NoMesh from None
    if len(layers) != 1 or not layers[0].constant or len(flats) != 2:
        raise NoMesh
    return _placed(piece, _raised(layers[0], flats, steps or BENT))


def _placed(piece: Piece, body: Body) -> Body:
    at = np.array([float(value) for value in piece.frame.at])
    turn = np.zeros((3, 3))
    for own, (axis, sign) in enumerate(piece.frame.axes):
        turn[own, axis] = sign
    thicker = body.thicker
    matrix = np.column_stack([turn.T, at])
    moved = None if thicker is None else lambda by: thicker(by).transform(matrix)
    return Body(body.points @ turn + at, body.triangles, body.faces, body.names, body.off, body.skew, moved)


# Plane faces


def _plane(values: dict[str, float], body: Faces) -> Body:
    names = list(body.corners)
    points = np.array([[in_floats(text, values) for text in xyz] for xyz in body.corners.values()])
    triangles, faces = [], []
    for number, ring in enumerate(body.faces.values()):
        corners = [names.index(corner) for corner in ring]
        for one, two in pairwise(corners[1:]):
            triangles.append((corners[0], one, two))
            faces.append(number)
    found = Body(points, np.array(triangles), np.array(faces), tuple(body.faces), 0.0, 0.0)
    a, b, c = (points[found.triangles[:, i]] for i in range(3))
    across = np.cross(b - a, c - a)
    above = np.einsum("ij,ikj->ik", across, points[None, :, :] - a[:, None, :])
    if (above > BARELY * found.size * np.linalg.norm(across, axis=1)[:, None]).any():
        raise NoMesh
    return found


# Figures raised straight up


def _raised(layer: Layer, flats: Sequence[Flat], steps: int) -> Body:
    """A body of one layer that stays the same: its sides from edge to edge, and both its ends."""
    loops, owners, off, skew = _loops(layer, steps)
    low, high = float(layer.low), float(layer.high)
    ends = {flat.along: flat.name for flat in flats}
    names = tuple(dict.fromkeys([*_names_in(owners), ends[False], ends[True]]))
    flat = np.concatenate([np.array(loop) for loop in loops])
    count = len(flat)
    points = np.concatenate([np.column_stack([flat, np.full(count, z)]) for z in (low, high)])
    caps = np.array(triangulate([np.array(loop) for loop in loops]), dtype=np.int64)
    triangles = [caps[:, ::-1], caps + count]
    faces = [np.full(len(caps), names.index(ends[along])) for along in (False, True)]
    first = 0
    for loop, own in zip(loops, owners, strict=True):
        a = np.arange(first, first + len(loop))
        b = np.roll(a, -1)
        triangles += [np.column_stack([a, b, b + count]), np.column_stack([a, b + count, a + count])]
        faces += [np.array([names.index(name) for name in own])] * 2
        first += len(loop)
    whole = _outline(*loops)

    def thicker(by: float) -> Manifold:
        return _offset(whole, by).extrude(high - low + 2 * by).translate((0.0, 0.0, low - by))

    return Body(points, np.concatenate(triangles), np.concatenate(faces), names, off, skew, thicker)


def _names_in(owners: Sequence[Sequence[str]]) -> list[str]:
    """Every name, each as often as it stands there."""
    return [name for own in owners for name in own]


def _loops(layer: Layer, steps: int) -> tuple[list[list[tuple[float, float]]], list[list[str]], float, float]:
    """The walks of a section as points, with the name of the edge on which each stretch lies; how far they are off, and by which
    share their lengths are."""
    waiting = {_key(edge.start): edge for edge in layer.same}
    loops, owners, off, skew = [], [], 0.0, 0.0
    while waiting:
        edge = waiting.pop(next(iter(waiting)))
        first, loop, own = _key(edge.start), [], []
        while True:
            count = 1
            if isinstance(edge, Bent):
                turn = abs(float(edge.sweep)) * tau
                count = max(2, ceil(turn / tau * steps))
                far, near = (pick(float(half) for half in edge.halves) for pick in (max, min))
                off = max(off, far * (1 - cos(turn / count / 2)))
                skew = max(skew, (turn / count * far / near) ** 2)
            loop += [edge.spot(k / count) for k in range(count)]
            own += [edge.name] * count
            end = _key(edge.end)
            if end == first:
                break
            if end not in waiting:
                raise NoMesh
            edge = waiting.pop(end)
        loops.append(loop)
        owners.append(own)
    return loops, owners, off, skew


def _key(point: Point) -> tuple[float, float]:
    return round(float(point[0]), 9), round(float(point[1]), 9)


# Round bodies


def _round(profile: Sequence[Side], wanted: int | None) -> Body:
    straight = all(side.centre is None for side in profile)
    steps = wanted or (STRAIGHT if straight else BENT)
    spots, owners = _along(profile, steps)
    size = max(max(abs(r), abs(z)) for r, z in spots)
    ends_on_axis = all(abs(spots[i][0]) < BARELY * size for i in (0, -1))
    names = tuple(dict.fromkeys(side.name for side in profile))
    numbers = [names.index(side.name) for side in owners]
    farthest = max(r for r, _ in spots)
    radii = [float(side.radius) for side in profile if side.radius is not None]
    off = farthest * (1 - cos(pi / steps)) + max(radii, default=0.0) * (1 - cos(pi / steps))
    skew = 2 * (pi / steps) ** 2 + (2 * off / min(radii) if radii else 0.0)
    points, rings = _led_round(spots, steps)
    triangles, faces = _between(rings, numbers, steps)
    if ends_on_axis and _is_convex(spots, size):
        return Body(points, triangles, faces, names, off, skew)
    whole = (
        _outline([*spots, *((-r, z) for r, z in reversed(spots[1:-1]))])
        if ends_on_axis
        else _outline(spots[:-1])
    )

    def thicker(by: float) -> Manifold:
        return _offset(whole, by).revolve(steps)

    return Body(points, triangles, faces, names, off, skew, thicker)


def _outline(*loops: Sequence[tuple[float, float]]) -> CrossSection:
    return CrossSection([np.array(loop) for loop in loops], FillRule.NonZero)


def _offset(section: CrossSection, by: float) -> CrossSection:
    """A section grown or shrunk by a length at least; its rounded corners fall short by less than the room there is."""
    return section.offset(by * ROOMY, JoinType.Round, circular_segments=CORNERS)


def _along(profile: Sequence[Side], steps: int) -> tuple[list[tuple[float, float]], list[Side]]:
    """Points along a profile, and the side on which each stretch between them lies."""
    spots = [(float(profile[0].start[0]), float(profile[0].start[1]))]
    owners: list[Side] = []
    for side in profile:
        end = float(side.end[0]), float(side.end[1])
        if side.centre is not None and side.radius is not None:
            between = list(_on_arc(side, spots[-1], end, steps))
        else:
            (r, z), rows = spots[-1], 1 if steps < STRAIGHT else ROWS
            between = [(r + (end[0] - r) * k / rows, z + (end[1] - z) * k / rows) for k in range(1, rows)]
        spots += [*between, end]
        owners += [side] * (len(between) + 1)
    return spots, owners


def _on_arc(
    side: Side, start: tuple[float, float], end: tuple[float, float], steps: int
) -> Iterator[tuple[float, float]]:
    assert side.centre is not None and side.radius is not None
    x, y, radius = float(side.centre[0]), float(side.centre[1]), float(side.radius)
    one, two = (atan2(z - y, r - x) for r, z in (start, end))
    if not side.outer:
        one, two = (angle % tau for angle in (one, two))
    count = max(1, ceil(abs(two - one) / tau * steps - BARELY))
    for k in range(1, count):
        angle = one + (two - one) * k / count
        yield x + radius * cos(angle), y + radius * sin(angle)


def _is_convex(spots: Sequence[tuple[float, float]], size: float) -> bool:
    mirrored = [*spots, *((-r, z) for r, z in reversed(spots[1:-1]))]
    around = [*mirrored, mirrored[0], mirrored[1]]
    return all(
        (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) > -BARELY * size * size
        for a, b, c in zip(around, around[1:], around[2:], strict=False)
    )


def _led_round(spots: Sequence[tuple[float, float]], steps: int) -> tuple[Points, list[Corners]]:
    """Points on rings round the axis, one for each spot, and the numbers of each ring's; on the axis there is one point. The
    last spot of a closed profile is the first."""
    size = max(max(abs(r), abs(z)) for r, z in spots)
    turns = np.arange(steps) * (tau / steps)
    cosines, sines = np.cos(turns), np.sin(turns)
    points, rings, count = [], [], 0
    closed = abs(spots[0][0]) > BARELY * size
    for r, z in spots[:-1] if closed else spots:
        if abs(r) < BARELY * size:
            points.append(np.array([[0.0, 0.0, z]]))
            rings.append(np.full(steps, count))
            count += 1
            continue
        points.append(np.column_stack([r * cosines, r * sines, np.full(steps, z)]))
        rings.append(np.arange(count, count + steps))
        count += steps
    return np.concatenate(points), [*rings, rings[0]] if closed else rings


def _between(rings: Sequence[Corners], numbers: Sequence[int], steps: int) -> tuple[Corners, Corners]:
    triangles, faces = [], []
    for (low, high), number in zip(pairwise(rings), numbers, strict=True):
        a, b, c, d = low, np.roll(low, -1), np.roll(high, -1), high
        pair = np.concatenate([np.column_stack([a, b, c]), np.column_stack([a, c, d])])
        real = (pair[:, 0] != pair[:, 1]) & (pair[:, 1] != pair[:, 2]) & (pair[:, 2] != pair[:, 0])
        triangles.append(pair[real])
        faces.append(np.full(int(real.sum()), number))
    return np.concatenate(triangles), np.concatenate(faces)


def _ellipsoid(a: float, b: float, c: float, steps: int) -> Body:
    levels = [pi * k / (steps // 2) for k in range(steps // 2 + 1)]
    spots = [(sin(angle), -cos(angle)) for angle in levels]
    spots[0], spots[-1] = (0.0, -1.0), (0.0, 1.0)
    points, rings = _led_round(spots, steps)
    triangles, faces = _between(rings, [0] * (len(spots) - 1), steps)
    off = 2 * max(a, b, c) * (1 - cos(pi / steps))
    skew = 2 * (pi / steps) ** 2 + 2 * off * max(a, b, c) / min(a, b, c) ** 2
    return Body(points * np.array([a, b, c]), triangles, faces, ("surface",), off, skew)
