"""Bodies as meshes, with how far these lie from what they stand for: within a body, and round it, as near as one likes.

Of a convex body K with a ball of radius ρ in it, (1 - δ/ρ) K about the ball's centre lies farther than δ within K, and (1 + δ/ρ) K
reaches δ beyond it everywhere (R. Schneider, Convex Bodies: The Brunn-Minkowski Theory, 1993). The profiles of
other round bodies, and figures that are raised straight up, are grown and shrunk in their plane.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from manifold3d import CrossSection, Error, FillRule, JoinType, Manifold, Mesh64
from numpy.typing import NDArray

Points = NDArray[np.float64]
Corners = NDArray[np.int64]
# Steps into which a full turn is cut, of bodies that are straight along their sides, and of others
STRAIGHT, BENT = 1024, 400
ROWS = 32  # into which a straight side is cut, since narrow triangles take long to cut one another
# Steps of a rounded corner, and by how much more is taken since these lie within it
CORNERS, ROOMY = 64, 1.01
BARELY = 1e-9


@dataclass(frozen=True, eq=False)
class FlatFace:
    """A plane face by its place among the names: which way it looks, how far off its plane is, and whether all of its body lies behind
    that."""

    place: int
    normal: Points
    level: float
    bounds: bool


class NoMesh(ValueError):
    """A body that is not convex, nor round, nor a figure raised straight up, so that it can't be enclosed here."""


@dataclass(frozen=True, eq=False)
class Body:
    """A body's surface in triangles, each with the place of its face in ``names``; nowhere is it farther off than ``off``, and
    areas on it are true to a share of ``skew``. Where it is not convex, ``thicker`` is what it is made thicker by a length, and longer
    along its own axis at both ends by another."""

    points: Points
    triangles: Corners
    faces: Corners
    names: tuple[str, ...]
    off: float
    skew: float
    thicker: Callable[[float, float], Manifold] | None = None

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

    @cached_property
    def flats(self) -> list[FlatFace]:
        """Its plane faces."""
        a, b, c = (self.points[self.triangles[:, i]] for i in range(3))
        across = np.cross(b - a, c - a)
        found = []
        for place in range(len(self.names)):
            own = across[self.faces == place]
            whole = own.sum(axis=0)
            size = float(np.linalg.norm(whole))
            if not size > (1 - BARELY) * float(np.linalg.norm(own, axis=1).sum()):
                continue
            normal: Points = whole / size
            level = float((a[self.faces == place] @ normal).max())
            bounds = bool((self.points @ normal <= level + BARELY * self.size).all())
            found.append(FlatFace(place, normal, level, bounds))
        return found

    def itself(self) -> Manifold:
        return self._made(self.points)

    def inner(self) -> Manifold:
        """What lies within the body, its plane faces in theirs."""
        return self.itself() if self.thicker is None else self.thicker(-self.off, 0.0)

    def outer(self) -> Manifold:
        """What the body lies in, its plane faces in theirs where it lies on one side of them."""
        whole = self.around(0.0)
        for flat in self.flats:
            if flat.bounds:
                whole = whole.trim_by_plane(tuple(-flat.normal), -flat.level)
        return whole

    def within(self, by: float) -> Manifold:
        """What lies farther than a length within the body, or less. NoMesh where nothing does."""
        if self.thicker is not None:
            return self.thicker(-by - self.off, -by - self.off)
        if self.inside <= by:
            raise NoMesh
        return self._made(self._scaled(1 - by / self.inside))

    def around(self, by: float) -> Manifold:
        """What is nearer than a length to the body, or more."""
        if self.thicker is not None:
            return self.thicker(by + self.off, by + self.off)
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


def outline_of(*loops: Sequence[tuple[float, float]]) -> CrossSection:
    return CrossSection([np.array(loop) for loop in loops], FillRule.NonZero)


def offset(section: CrossSection, by: float) -> CrossSection:
    """A section grown or shrunk by a length at least; its rounded corners fall short by less than the room there is."""
    return section.offset(by * ROOMY, JoinType.Round, circular_segments=CORNERS)


def is_convex(body: Body) -> bool:
    """Whether no corner of a body with few faces lies before one of these."""
    a, b, c = (body.points[body.triangles[:, i]] for i in range(3))
    across = np.cross(b - a, c - a)
    above = np.einsum("ij,ikj->ik", across, body.points[None, :, :] - a[:, None, :])
    return not (above > BARELY * body.size * np.linalg.norm(across, axis=1)[:, None]).any()


def thickened(body: Body) -> Body:
    """A body that is made thicker and thinner by an octahedron in which a ball has room."""

    def thicker(by: float, along: float) -> Manifold:
        room = Manifold.sphere(3**0.5 * max(abs(by), BARELY * body.size), 4)
        whole = body.itself()
        return whole.minkowski_sum(room) if by > 0 else whole.minkowski_difference(room)

    return replace(body, thicker=thicker)
