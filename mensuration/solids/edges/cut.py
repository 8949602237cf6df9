"""The edges of pieces that cut one another: curves along which two surfaces meet, with bounds of their lengths.

Where an edge goes is seen on meshes; its points are then brought onto both surfaces. Between two points of a curve whose curvature is
at most K, a chord c apart, its length is from c to 2/K arcsin(K c/2) (A. Schur, Math. Ann. 83, 1921); and a curve on two surfaces
that meet at an angle φ has K ≤ (k + l)/sin φ, where k and l bound theirs.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations, pairwise
from math import cos
from statistics import median

import numpy as np

from mensuration.solids.edges.surfaces import Placed, Plane, Surface, surfaces_of
from mensuration.solids.enclosing import Enclosed
from mensuration.solids.meshes import body_of
from mensuration.solids.meshes.body import BARELY, Corners, Points

STEPS = 120  # in which a full turn is looked at
SMOOTH = 0.1  # the angle below which two faces pass into one another
FINE = 3e-7  # of a chord, by which a stretch may be longer
MOST = 60_000  # points on one edge
ROUNDS = 24  # in which points are put between others
WORTH_IT = 1e-3  # of all lengths, how much may be uncertain for them to be told
NEWTON, EXACTLY = 8, 1e-14
NEAR = 1e-3  # of the size: no corner of a mesh is farther from where it belongs
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
        self._corners: dict[int, Points] = {}
        names = list(dict.fromkeys(seen.named))
        places = {name: place for place, name in enumerate(names)}
        faces = np.array([places[name] for name in seen.named])
        self._near: dict[int, dict[int, tuple[Face, Face]]] = {}
        self._alike: dict[tuple[int, int], float] = {}
        for a, b, one, two in _borders(seen.triangles, faces, len(seen.points)):
            pair = sorted((names[faces[one]], names[faces[two]]))
            self._near.setdefault(a, {})[b] = pair[0], pair[1]
            self._near.setdefault(b, {})[a] = pair[0], pair[1]
            self._alike[a, b] = self._alike[b, a] = float(seen.normals[one] @ seen.normals[two])
        on_edges = np.isin(seen.triangles, list(self._near)).any(axis=1)
        self._faces_at: dict[int, set[Face]] = {}
        for corners, face in zip(seen.triangles[on_edges].tolist(), faces[on_edges].tolist(), strict=True):
            for vertex in corners:
                self._faces_at.setdefault(vertex, set()).add(names[face])

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
            for piece in self._group.pieces
            for name, surface in surfaces_of(piece, body_of(piece, STEPS)).items()
        }

    def measured(self, walk: _Walk) -> CutEdge | None:
        """An edge with its length; None where its faces pass smoothly into one another."""
        if median(self._alike[ends] for ends in pairwise(walk.vertices)) > cos(SMOOTH):
            return None
        one, two = (self._surfaces[face] for face in walk.faces)
        points = self._points[walk.vertices]
        ends = () if walk.closed else (walk.vertices[0], walk.vertices[-1])
        own = walk.faces[0][0] == walk.faces[1][0] and all(
            face[0] == walk.faces[0][0] for vertex in ends for face in self._faces_at[vertex]
        )
        return CutEdge(walk.faces, *self._length(walk, *_transversal(one, two, points)), own)

    def _length(self, walk: _Walk, one: Surface, two: Surface) -> tuple[float, float]:
        corners = (
            () if walk.closed else [self._corner(vertex) for vertex in (walk.vertices[0], walk.vertices[-1])]
        )
        if isinstance(one, Plane) and isinstance(two, Plane) and corners:
            straight = float(np.linalg.norm(corners[1] - corners[0]))
            return straight * (1 - BARELY), straight * (1 + BARELY)
        course = _on_all(self._points[walk.vertices], [one, two])
        if corners:
            course[0], course[-1] = corners
        else:
            course = np.concatenate([course, course[:1]])
        return _length(_thinned(course), one, two)

    def _corner(self, vertex: int) -> Points:
        """A corner brought onto all the surfaces that meet there."""
        if vertex in self._corners:
            return self._corners[vertex]
        here = [self._surfaces[face] for face in sorted(self._faces_at[vertex])]
        spot = self._points[[vertex]]
        size = float(np.abs(self._points).max())
        planes = [plane for one, two in combinations(here, 2) for plane in _common_planes(one, two)]
        through = [*here, *(plane for plane in planes if abs(float(plane.off(spot)[0])) < NEAR * size)]
        found = _on_all(spot, through)
        if max(abs(float(surface.off(found)[0])) for surface in through) > BARELY * size:
            raise CannotBeFollowed
        self._corners[vertex] = found[0]
        return self._corners[vertex]


def _borders(triangles: Corners, faces: Corners, count: int) -> Iterator[tuple[int, int, int, int]]:
    """Two vertices between which triangles of different faces meet, and these triangles."""
    starts, ends = triangles.ravel(), np.roll(triangles, -1, axis=1).ravel()
    owners = np.repeat(np.arange(len(triangles)), 3)
    ahead = starts < ends
    order = [
        np.argsort((np.minimum(starts, ends) * count + np.maximum(starts, ends))[way])
        for way in (ahead, ~ahead)
    ]
    a, b, one = (values[ahead][order[0]] for values in (starts, ends, owners))
    c, d, two = (values[~ahead][order[1]] for values in (ends, starts, owners))
    if len(a) != len(c) or (a != c).any() or (b != d).any():
        raise CannotBeFollowed  # more than two triangles meet somewhere
    differ = faces[one] != faces[two]
    yield from zip(
        a[differ].tolist(), b[differ].tolist(), one[differ].tolist(), two[differ].tolist(), strict=True
    )


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
    """Points brought onto all of some surfaces by Newton's method, by the shortest way."""
    barely = EXACTLY * float(np.abs(points).max())
    for _ in range(NEWTON):
        off = np.stack([surface.off(points) for surface in surfaces], axis=1)
        if np.abs(off).max() < barely:
            break
        ways = np.stack([surface.normal(points) for surface in surfaces], axis=1)
        points = points - (_two(ways, off) if len(surfaces) == 2 else _several(ways, off))
    if not np.isfinite(points).all():
        raise CannotBeFollowed
    return points


def _two(ways: Points, off: Points) -> Points:
    cosine = np.einsum("ij,ij->i", ways[:, 0], ways[:, 1])
    rest = np.maximum(1 - cosine**2, 1e-14)
    one, two = off[:, 0], off[:, 1]
    found: Points = ((one - cosine * two) / rest)[:, None] * ways[:, 0]
    found += ((two - cosine * one) / rest)[:, None] * ways[:, 1]
    return found


def _several(ways: Points, off: Points) -> Points:
    found: Points = (np.linalg.pinv(ways, rcond=1e-7) @ off[:, :, None])[:, :, 0]
    return found


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
    for round_ in range(ROUNDS + 1):
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
        if not wanting.any() or len(course) > MOST or round_ == ROUNDS:
            break
        put = _on_all(middles[wanting], [one, two])
        course = np.insert(course, np.flatnonzero(wanting) + 1, put, axis=0)
    if not (sines > 0).all():
        raise CannotBeFollowed
    ways = across / sines[:, None]
    along = [np.abs(np.einsum("ij,ij->i", way, steps)) for way in (ways[:-1], ways[1:])]
    if not (np.minimum(*along) > cos(AWRY) * chords).all() or not (halves < 1).all():
        raise CannotBeFollowed
    longer = np.where(halves > 0, np.arcsin(halves) / np.maximum(halves, 1e-300), 1.0)
    room = BARELY * float(chords.sum())
    return float(chords.sum()) - room, float((chords * longer).sum()) + room
