"""Bodies as meshes, with how far these lie from what they stand for: within a body, and round it, as near as one likes.

Of a convex body K with a ball of radius ρ in it, (1 - δ/ρ) K about the ball's centre lies farther than δ within K, and (1 + δ/ρ) K
reaches δ beyond it everywhere (R. Schneider, Convex Bodies: The Brunn-Minkowski Theory, 1993). A torus is made thinner or thicker.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from math import atan2, ceil, cos, pi, sin, tau

import numpy as np
from manifold3d import Error, Manifold, Mesh64
from numpy.typing import NDArray

from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Solid, Turned
from mensuration.expressions.algebras import in_floats
from mensuration.solids.pieces import Piece
from mensuration.solids.turned import Side, profile_of

Points = NDArray[np.float64]
Corners = NDArray[np.int64]
STRAIGHT, BENT = (
    1024,
    400,
)  # steps into which a full turn is cut, of bodies that are straight along their sides, and of others
ROWS = 32  # into which a straight side is cut, since narrow triangles take long to cut one another
BARELY = 1e-9


class NoMesh(ValueError):
    """A body that is neither convex nor a torus, so that it can't be enclosed here."""


@dataclass(frozen=True, eq=False)
class Body:
    """A body's surface in triangles, each with the place of its face in ``names``; nowhere is it farther off than ``off``, and
    areas on it are true to a share of ``skew``. ``thicker`` makes it thicker by a length where it is not convex."""

    points: Points
    triangles: Corners
    faces: Corners
    names: tuple[str, ...]
    off: float
    skew: float
    thicker: Callable[[float], Points] | None = None

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
            return self._made(self.thicker(-by - self.off))
        if self.inside <= by:
            raise NoMesh
        return self._made(self._scaled(1 - by / self.inside))

    def around(self, by: float) -> Manifold:
        """What is nearer than a length to the body, or more."""
        if self.thicker is not None:
            return self._made(self.thicker(by + self.off))
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
    raise NoMesh


def _placed(piece: Piece, body: Body) -> Body:
    at = np.array([float(value) for value in piece.frame.at])
    turn = np.zeros((3, 3))
    for own, (axis, sign) in enumerate(piece.frame.axes):
        turn[own, axis] = sign
    thicker = body.thicker

    def put(points: Points) -> Points:
        found: Points = points @ turn + at
        return found

    moved = None if thicker is None else lambda by: put(thicker(by))
    return Body(put(body.points), body.triangles, body.faces, body.names, body.off, body.skew, moved)


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


# Round bodies


def _round(profile: Sequence[Side], wanted: int | None) -> Body:
    straight = all(side.centre is None for side in profile)
    steps = wanted or (STRAIGHT if straight else BENT)
    spots, owners = _along(profile, steps)
    size = max(max(abs(r), abs(z)) for r, z in spots)
    ends_on_axis = all(abs(spots[i][0]) < BARELY * size for i in (0, -1))
    middle = _torus(profile)
    if middle is None and not (ends_on_axis and _is_convex(spots, size)):
        raise NoMesh
    names = tuple(dict.fromkeys(side.name for side in profile))
    numbers = [names.index(side.name) for side in owners]
    farthest = max(r for r, _ in spots)
    radii = [float(side.radius) for side in profile if side.radius is not None]
    off = farthest * (1 - cos(pi / steps)) + max(radii, default=0.0) * (1 - cos(pi / steps))
    skew = 2 * (pi / steps) ** 2 + (2 * off / min(radii) if radii else 0.0)
    points, rings = _led_round(spots, steps)
    triangles, faces = _between(rings, numbers, steps)
    thicker = None
    if middle is not None:
        (out, up), radius = middle

        def thicker(by: float) -> Points:
            grown = [
                (out + (r - out) * (1 + by / radius), up + (z - up) * (1 + by / radius)) for r, z in spots
            ]
            return _led_round(grown, steps)[0]

    return Body(points, triangles, faces, names, off, skew, thicker)


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


def _torus(profile: Sequence[Side]) -> tuple[tuple[float, float], float] | None:
    """The middle and the radius of a profile that is one whole circle away from the axis."""
    first = profile[0]
    if first.centre is None or first.radius is None or float(first.centre[0]) <= float(first.radius):
        return None
    middle = float(first.centre[0]), float(first.centre[1])
    same = all(
        side.centre is not None and (float(side.centre[0]), float(side.centre[1])) == middle
        for side in profile
    )
    closed = profile[0].start[0].same_as(profile[-1].end[0]) and profile[0].start[1].same_as(
        profile[-1].end[1]
    )
    return (middle, float(first.radius)) if same and closed else None


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
