"""The edges of pieces that cut one another: curves along which two surfaces meet, with bounds of their lengths.

Where an edge goes is seen on meshes; its points are then brought onto both surfaces. Between two points of a curve whose curvature is
at most K, a chord c apart, its length is from c to 2/K arcsin(K c/2) (A. Schur, Math. Ann. 83, 1921); and a curve on two surfaces
that meet at an angle φ has K ≤ (k + l)/sin φ, where k and l bound theirs.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations
from math import cos

import numpy as np

from mensuration.solids.bounding_surfaces import Placed, Plane, Surface, surfaces_of
from mensuration.solids.enclosing import Enclosed
from mensuration.solids.meshes.body import BARELY, Points

STEPS = 240  # in which a full turn is looked at
SMOOTH = 0.1  # the angle below which two faces pass into one another
FINE = 3e-7  # of a chord, by which a stretch may be longer
MOST = 60_000  # points on one edge
WORTH_IT = 1e-3  # of all lengths, how much may be uncertain for them to be told
NEWTON = 8
AWRY = 0.5  # by which the way of a curve may differ from that of a chord, in radians
Face = tuple[int, str]


@dataclass(frozen=True)
class CutEdge:
    """An edge between two faces, by the places of their pieces and names: its length at least and at most; ``own`` where it is a whole
    edge of one piece by itself."""

    faces: tuple[Face, Face]
    least: float
    most: float
    own: bool


class CannotBeFollowed(ValueError):
    """An edge whose course is not certain."""


def cut_edges(group: Enclosed) -> list[CutEdge]:
    """Every edge of pieces that reach up to one another. CannotBeFollowed or NoMesh where one is not certain."""
    walks = _Walks(group)
    found = [edge for edge in (walks.measured(walk) for walk in walks.found) if edge is not None]
    whole = sum(edge.most for edge in found)
    if sum(edge.most - edge.least for edge in found) > WORTH_IT * whole:
        raise CannotBeFollowed
    return found


@dataclass(frozen=True)
class _Walk:
    """Vertices along an edge between two faces; from corner to corner, or ``closed``."""

    faces: tuple[Face, Face]
    vertices: list[int]
    closed: bool


class _Walks:
    """The edges as they are on a mesh."""

    def __init__(self, group: Enclosed) -> None:
        self._group = group
        seen = group.picture(STEPS)
        self._points = seen.points
        self._faces_at: dict[int, set[Face]] = {}
        self._near: dict[int, dict[int, tuple[Face, Face]]] = {}
        sides: dict[tuple[int, int], Face] = {}
        for (a, b, c), face in zip(seen.triangles.tolist(), seen.named, strict=True):
            sides |= dict.fromkeys(((a, b), (b, c), (c, a)), face)
            for vertex in (a, b, c):
                self._faces_at.setdefault(vertex, set()).add(face)
        for (a, b), face in sides.items():
            other = sides.get((b, a))
            if a < b and other is not None and other != face:
                pair = min(face, other), max(face, other)
                self._near.setdefault(a, {})[b] = pair
                self._near.setdefault(b, {})[a] = pair

    @cached_property
    def found(self) -> list[_Walk]:
        waiting = {(a, b) for a, near in self._near.items() for b in near}
        walks = []
        starts = [v for v in self._near if self._is_corner(v)] + list(self._near)
        for start in starts:
            for second in list(self._near[start]):
                if (start, second) in waiting:
                    walks.append(self._walk(start, second, waiting))
        return walks

    def _is_corner(self, vertex: int) -> bool:
        pairs = list(self._near[vertex].values())
        return len(pairs) != 2 or pairs[0] != pairs[1]

    def _walk(self, start: int, second: int, waiting: set[tuple[int, int]]) -> _Walk:
        pair, walk = self._near[start][second], [start, second]
        while True:
            waiting -= {(walk[-2], walk[-1]), (walk[-1], walk[-2])}
            if walk[-1] == start or self._is_corner(walk[-1]):
                break
            walk.append(next(v for v in self._near[walk[-1]] if v != walk[-2]))
        closed = walk[-1] == start and not self._is_corner(start)
        return _Walk(pair, walk[:-1] if closed else walk, closed)

    @cached_property
    def _surfaces(self) -> dict[Face, Surface]:
        return {
            (piece.index, name): surface
            for piece, body in zip(self._group.pieces, self._group.bodies, strict=True)
            for name, surface in surfaces_of(piece, body).items()
        }

    def measured(self, walk: _Walk) -> CutEdge | None:
        """An edge with its length; None where its faces pass smoothly into one another."""
        one, two = (self._surfaces[face] for face in walk.faces)
        points = self._points[walk.vertices]
        across = np.cross(one.normal(points), two.normal(points))
        if float(np.median(np.linalg.norm(across, axis=1))) < SMOOTH:
            return None
        one, two = _transversal(one, two, points)
        course = _on_all(points, [one, two])
        ends = () if walk.closed else (walk.vertices[0], walk.vertices[-1])
        if walk.closed:
            course = np.concatenate([course, course[:1]])
        else:
            course[0], course[-1] = (self._corner(vertex) for vertex in ends)
        own = walk.faces[0][0] == walk.faces[1][0] and all(
            face[0] == walk.faces[0][0] for vertex in ends for face in self._faces_at[vertex]
        )
        least, most = _length(_thinned(course), one, two)
        return CutEdge(walk.faces, least, most, own)

    def _corner(self, vertex: int) -> Points:
        """A corner brought onto all the surfaces that meet there."""
        here = [self._surfaces[face] for face in sorted(self._faces_at[vertex])]
        sharp = [plane for one, two in combinations(here, 2) for plane in _common_planes(one, two)]
        found: Points = _on_all(self._points[[vertex]], [*here, *sharp])[0]
        return found


def _common_planes(one: Surface, two: Surface) -> list[Plane]:
    """The planes in which two cylinders of one radius, whose axes meet, have all of their points in common."""
    axes = [each.axis if isinstance(each, Placed) else None for each in (one, two)]
    first, second = axes
    if first is None or second is None:
        return []
    (p, u, r), (q, v, s) = first, second
    normal = np.cross(u, v)
    size = r + float(np.linalg.norm(q - p))
    if abs(r - s) > BARELY * r or np.linalg.norm(normal) < SMOOTH or abs((q - p) @ normal) > BARELY * size:
        return []
    meeting = p + u * ((q - p) @ u)  # pieces stand in quarter turns: the axes are across one another
    ways = [way / np.linalg.norm(way) for way in (u - v, u + v)]
    return [Plane(way, float(way @ meeting)) for way in ways]


def _transversal(one: Surface, two: Surface, points: Points) -> tuple[Surface, Surface]:
    """Two surfaces through the same points that meet at an angle wherever that can be."""
    planes = _common_planes(one, two)
    return (
        (one, min(planes, key=lambda plane: float(np.abs(plane.off(points)).max()))) if planes else (one, two)
    )


def _on_all(points: Points, surfaces: Sequence[Surface]) -> Points:
    points = points.copy()
    for _ in range(NEWTON):
        off = np.stack([surface.off(points) for surface in surfaces], axis=1)
        ways = np.stack([surface.normal(points) for surface in surfaces], axis=1)
        points -= (np.linalg.pinv(ways, rcond=1e-7) @ off[:, :, None])[:, :, 0]
    if not np.isfinite(points).all():
        raise CannotBeFollowed
    return points


def _thinned(course: Points) -> Points:
    """Without points that lie nearer to the one before than a mesh has its corners by chance."""
    steps = np.linalg.norm(np.diff(course, axis=0), axis=1)
    usual = float(np.median(steps))
    keep, last = [0], course[0]
    for place in range(1, len(course) - 1):
        if (
            np.linalg.norm(course[place] - last) > usual / 4
            and np.linalg.norm(course[place] - course[-1]) > usual / 4
        ):
            keep.append(place)
            last = course[place]
    return course[[*keep, len(course) - 1]]


def _length(course: Points, one: Surface, two: Surface) -> tuple[float, float]:
    """The length of a curve through points, at least and at most; more of them are put between as long as that helps."""
    while True:
        steps = np.diff(course, axis=0)
        chords = np.linalg.norm(steps, axis=1)
        across = np.cross(one.normal(course), two.normal(course))
        sines = np.linalg.norm(across, axis=1)
        middles = (course[:-1] + course[1:]) / 2
        bends = one.bend(middles, chords) + two.bend(middles, chords)
        least = np.minimum(sines[:-1], sines[1:]) - bends * chords
        with np.errstate(divide="ignore", invalid="ignore"):
            halves = np.where(bends == 0, 0.0, np.where(least > 0, bends * chords / (2 * least), np.inf))
        wanting = halves**2 / 6 > FINE
        if not wanting.any() or len(course) > MOST:
            break
        put = _on_all(middles[wanting], [one, two])
        course = np.insert(course, np.flatnonzero(wanting) + 1, put, axis=0)
    ways = across / sines[:, None]
    along = [np.abs(np.einsum("ij,ij->i", way, steps)) for way in (ways[:-1], ways[1:])]
    if not (np.minimum(*along) > cos(AWRY) * chords).all() or not (halves < 1).all():
        raise CannotBeFollowed
    longer = np.where(halves > 0, np.arcsin(halves) / np.maximum(halves, 1e-300), 1.0)
    room = BARELY * float(chords.sum())
    return float(chords.sum()) - room, float((chords * longer).sum()) + room
