"""What pieces come to that cut one another in a way which layers can't tell: between meshes that lie within and round what is asked.

Of every piece there is a mesh within it and one round it; what is added is taken smaller and what is taken away larger for a lower
bound, and the other way for an upper one. A face counts where crossing it leads out of the solid: what of its own mesh lies in the
smaller and in the larger one of these regions bounds its area. The meshes are reckoned in floats, for which there is room.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import TypeVar

import numpy as np
from flint import arb
from manifold3d import CrossSection, Manifold, Mesh64

from mensuration.catalogue.figure import Ellipsoid, Solid
from mensuration.numbers import NOUGHT, Real
from mensuration.plane.composing import APART, PARTLY, WITHIN
from mensuration.solids.choosing import stacked
from mensuration.solids.meshes import Body, body_of
from mensuration.solids.meshes.body import BARELY, Corners, FlatFace, Points
from mensuration.solids.pieces import Piece
from mensuration.solids.shares import FaceShare, VolumeShare
from mensuration.solids.slabs import CutOtherwise

Meshed = TypeVar("Meshed", Manifold, CrossSection)
ROOM = 1e-9  # of the size, for floats
MOST = 12  # pieces
WORTH_IT = 2e-3  # how much of a volume may be uncertain for it to be told


@dataclass(frozen=True, eq=False)
class Enclosed:
    """Pieces that reach up to one another, in their order. CutOtherwise where too little is certain, NoMesh where one can't be
    meshed."""

    pieces: tuple[Piece, ...]
    pi: Real

    @cached_property
    def bodies(self) -> list[Body]:
        return [body_of(piece) for piece in self.pieces]

    @cached_property
    def _off(self) -> float:
        """How far any mesh may be from its body."""
        return max(body.off for body in self.bodies) + ROOM * max(body.size for body in self.bodies)

    @cached_property
    def near(self) -> list[tuple[Manifold, Manifold]]:
        """Within each piece, and round it, as near as may be."""
        return [(body.inner(), body.outer()) for body in self.bodies]

    @cached_property
    def _apart(self) -> list[tuple[Manifold, Manifold]]:
        """Within each piece, and round it, by as much as any mesh may be off."""
        return [(body.within(self._off), body.around(self._off)) for body in self.bodies]

    def _joined(
        self, begin: Meshed, numbers: Sequence[int], large: bool, meshes: Sequence[tuple[Meshed, Meshed]]
    ) -> Meshed:
        whole = begin
        for number in numbers:
            added = self.pieces[number].join == "add"
            own = meshes[number][added == large]
            whole = whole + own if added else whole - own
        return whole

    def forget(self) -> None:
        """Let go of the meshes, which are large; they are made anew where something else is asked."""
        for name in ("bodies", "near", "_apart", "_shown", "_whole", "_columns"):
            self.__dict__.pop(name, None)

    @cached_property
    def shares(self) -> tuple[VolumeShare, ...]:
        """What each piece does to the volume."""
        if len(self.pieces) > MOST:
            raise CutOtherwise(*(piece.name for piece in self.pieces))
        found = []
        for number, piece in enumerate(self.pieces):
            small, large = (
                (self._joined(Manifold(), range(number), far, self.near) ^ self.near[number][far]).volume()
                for far in (False, True)
            )
            if large <= ROOM * self._room**3:
                found.append(VolumeShare(piece, APART, NOUGHT))
                continue
            before = self._joined(Manifold(), range(number), False, self.near)
            if (self.near[number][True] - before).volume() <= ROOM * self._room**3:
                found.append(VolumeShare(piece, WITHIN, piece.volume))
                continue
            common = between(small, large, ROOM * self._room**3)
            if large - small > WORTH_IT * float(piece.volume):
                raise CutOtherwise(*(each.name for each in self.pieces))
            found.append(VolumeShare(piece, PARTLY, common))
        return tuple(found)

    @cached_property
    def _room(self) -> float:
        return max(body.size for body in self.bodies)

    @cached_property
    def _shown(self) -> list[tuple[Manifold, int, Body, tuple[Manifold, Manifold]]]:
        """Every piece's own mesh, its number, and what of it lies where crossing it leads out of the solid: at least, and at most."""
        found = []
        for number, body in enumerate(self.bodies):
            itself = body.itself()
            original = _number(itself)
            found.append(
                (
                    itself,
                    original,
                    body,
                    (itself ^ self._crossed(number, False), itself ^ self._crossed(number, True)),
                )
            )
        return found

    @cached_property
    def faces(self) -> tuple[FaceShare, ...]:
        """What of every face is on the surface."""
        found = []
        for number, (itself, original, body, shown) in enumerate(self._shown):
            piece = self.pieces[number]
            areas = [_areas(each, original, body) for each in shown]
            for place, bounds in self._touched(number).items():
                for far in (False, True):
                    areas[far][place] = bounds[far]
            every = _areas(itself, original, body)
            own = self._own(piece, sum(every), body.skew)
            for place, name in enumerate(body.names):
                small, large, whole = areas[0][place], areas[1][place], every[place]
                share = own[name]
                little = 10 * ROOM * self._room**2 + BARELY * whole
                if small >= whole - little:
                    found.append(share)
                elif large <= little:
                    found.append(replace(share, whole=False, counted=NOUGHT))
                elif large - small > WORTH_IT * whole:
                    raise CutOtherwise(*(each.name for each in self.pieces))
                else:
                    counted = between(small * (1 - body.skew), large * (1 + body.skew), little)
                    found.append(replace(share, whole=False, counted=counted))
        return tuple(found)

    def _crossed(self, number: int, large: bool) -> Manifold:
        """Where crossing the surface of a piece leads out of the solid or into it: what is there with all of space in its place but not
        without it, or the other way where it is taken away."""
        after = range(number + 1, len(self.pieces))

        def then(begin: Manifold, far: bool) -> Manifold:
            return self._joined(begin, after, far, self._apart)

        def before(far: bool) -> Manifold:
            return self._joined(Manifold(), range(number), far, self._apart)

        if self.pieces[number].join == "take":
            return then(before(large), large) - then(Manifold(), not large)
        space = Manifold.cube((8 * self.reach,) * 3, center=True)
        return then(space, large) - then(before(not large), not large)

    def _touched(self, number: int) -> dict[int, tuple[float, float]]:
        """How much is shown, at least and at most, of the plane faces in whose planes others have one, too."""
        found = {}
        for flat in self.bodies[number].flats:
            beside = (
                each for other, body in enumerate(self.bodies) if other != number for each in body.flats
            )
            if any(_is_level(flat, each, self.reach) for each in beside):
                plane = _Plane(self, flat)
                own = plane.of(self.bodies[number].itself(), BEHIND)
                small, large = (
                    (own ^ self._crossed_at(number, flat, plane, far)).area() * self.reach**2
                    for far in (False, True)
                )
                found[flat.place] = small, large
        return found

    def _crossed_at(self, number: int, flat: FlatFace, plane: _Plane, large: bool) -> CrossSection:
        """Where crossing a plane face leads out of the solid or into it, seen from barely behind it and barely before it: others' faces
        in its plane are crossed with it. Where an earlier one looks the same way the surface is that one's."""

        def joined(begin: CrossSection, numbers: Sequence[int], far: bool, way: int) -> CrossSection:
            return self._joined(
                begin, numbers, far, [plane.slices(other, way) for other in range(len(self.pieces))]
            )

        after, before, nothing = range(number + 1, len(self.pieces)), range(number), CrossSection()
        if self.pieces[number].join == "take":
            region = joined(nothing, [*before, *after], large, BEFORE) - joined(
                nothing, after, not large, BEHIND
            )
        else:
            everything = CrossSection.square((8.0, 8.0), center=True)
            region = joined(everything, after, large, BEHIND) - joined(
                nothing, [*before, *after], not large, BEFORE
            )
        for other in before:
            for each in self.bodies[other].flats:
                same = each.normal @ flat.normal > 0
                alike = (self.pieces[other].join == self.pieces[number].join) == same
                if alike and _is_level(flat, each, self.reach):
                    region -= plane.slices(other, BEHIND if same else BEFORE)[not large]
        return region

    @cached_property
    def reach(self) -> float:
        return max(float(np.abs(body.points).max()) for body in self.bodies)

    def _own(self, piece: Piece, whole: float, skew: float) -> dict[str, FaceShare]:
        """The faces of a piece by itself, with their exact sizes where they have one; ``whole`` is its surface on a mesh that is
        true to a share of ``skew``."""
        if isinstance(piece.solution.figure, Solid) and isinstance(piece.solution.figure.body, Ellipsoid):
            known = piece.solution.values.get("surface")
            area = between(whole * (1 - skew), whole * (1 + skew), 0.0) if known is None else known.value
            return {"surface": FaceShare(piece, "surface", True, area, area, None)}
        alone = stacked((replace(piece, join="add"),), self.pi)
        return {share.face: replace(share, piece=piece) for share in alone.faces}

    # Filled

    @cached_property
    def _whole(self) -> tuple[Manifold, Manifold]:
        """All of the solid: at least, and at most."""
        every = range(len(self.pieces))
        return self._joined(Manifold(), every, False, self.near), self._joined(
            Manifold(), every, True, self.near
        )

    def below(self, level: Real) -> Real:
        """What lies below a level."""
        small, large = (self.bound(float(level), far) for far in (False, True))
        return between(small, large, 0.0)

    def bound(self, level: float, large: bool) -> float:
        """What lies below a level at least, or at most."""
        room = ROOM * self._room**3
        return self._columns[large].below(level) + (room if large else -room)

    @cached_property
    def _columns(self) -> tuple[_Columns, _Columns]:
        small, large = self._whole
        return _Columns(small), _Columns(large)

    def section(self, level: Real) -> Real:
        """The area of the section at a level."""
        small, large = (whole.slice(float(level)).area() for whole in self._whole)
        return between(small, large, ROOM * self._room**2)

    def wall_below(self, level: Real) -> Real:
        """The area of what of the surface lies below a level."""
        small = large = 0.0
        for _, original, body, (inner, outer) in self._shown:
            at = float(level)
            one = sum(_areas(_under(inner, at - self._off), original, body))
            two = sum(_areas(_under(outer, at + self._off), original, body))
            small, large = small + one * (1 - body.skew), large + two * (1 + body.skew)
        return between(small, large, ROOM * self._room**2)

    def picture(self, steps: int) -> Pictured:
        """The surface as it is drawn, a full turn in so many steps."""
        bodies = [body_of(piece, steps) for piece in self.pieces]
        meshes = [body.itself() for body in bodies]
        whole = Manifold()
        for piece, mesh in zip(self.pieces, meshes, strict=True):
            whole = whole + mesh if piece.join == "add" else whole - mesh
        made = whole.to_mesh64()
        owners = _owners(made)
        originals = {_number(mesh): number for number, mesh in enumerate(meshes)}
        named = [
            (self.pieces[originals[int(owner)]].index, bodies[originals[int(owner)]].names[int(face)])
            for owner, face in zip(owners, made.face_id, strict=True)
        ]
        return Pictured(
            np.array(made.vert_properties[:, :3]), np.array(made.tri_verts, dtype=np.int64), named
        )


class _Columns:
    """The volume of a mesh below any level h, by Gauss: the integral of (z - h) over the surface below, each triangle counted by its
    area seen from above. The section at h itself adds nothing, as z is h there."""

    def __init__(self, mesh: Manifold) -> None:
        made = mesh.to_mesh64()
        corners = np.array(made.vert_properties[:, :3])[np.array(made.tri_verts, dtype=np.int64)]
        one, two = corners[:, 1, :2] - corners[:, 0, :2], corners[:, 2, :2] - corners[:, 0, :2]
        self._seen = (one[:, 0] * two[:, 1] - one[:, 1] * two[:, 0]) / 2
        self._low, self._middle, self._high = np.sort(corners[:, :, 2], axis=1).T

    def below(self, level: float) -> float:
        low, middle, high = (each - level for each in (self._low, self._middle, self._high))
        whole = self._seen * (low + middle + high) / 3
        with np.errstate(divide="ignore", invalid="ignore"):
            tip = self._seen * low**3 / ((middle - low) * (high - low)) / 3  # only the lowest corner is below
            top = self._seen * high**3 / ((high - low) * (high - middle)) / 3  # only the highest is not
        found = np.where(high <= 0, whole, np.where(middle < 0, whole - top, np.where(low < 0, tip, 0.0)))
        return float(found.sum())


BEHIND, BEFORE = -1, 1


class _Plane:
    """What lies barely behind the plane of a face and barely before it; in a frame in which the pieces' ``reach`` is 1."""

    def __init__(self, pieces: Enclosed, flat: FlatFace) -> None:
        self._pieces = pieces
        self._known: dict[tuple[int, int], tuple[CrossSection, CrossSection]] = {}
        across = np.cross(flat.normal, np.eye(3)[int(np.argmin(np.abs(flat.normal)))])
        across /= np.linalg.norm(across)
        turn = np.array([across, np.cross(flat.normal, across), flat.normal])
        self._matrix = np.column_stack([turn, turn @ (-flat.level * flat.normal)]) / pieces.reach

    def of(self, whole: Manifold, way: int) -> CrossSection:
        return whole.transform(self._matrix).slice(way * ROOM)

    def slices(self, number: int, way: int) -> tuple[CrossSection, CrossSection]:
        """Of a piece, at least and at most."""
        if (number, way) not in self._known:
            small, large = self._pieces.near[number]
            self._known[number, way] = self.of(small, way), self.of(large, way)
        return self._known[number, way]


def _is_level(one: FlatFace, two: FlatFace, reach: float) -> bool:
    """Whether two faces lie in one plane."""
    same = float(one.normal @ two.normal)
    return abs(same) > 1 - ROOM and abs(one.level - same * two.level) < ROOM * reach


@dataclass(frozen=True, eq=False)
class Pictured:
    """Triangles, each with the piece and the face that it is of."""

    points: Points
    triangles: Corners
    named: list[tuple[int, str]]

    @cached_property
    def normals(self) -> Points:
        """The direction in which each triangle looks."""
        a, b, c = (self.points[self.triangles[:, i]] for i in range(3))
        across: Points = np.cross(b - a, c - a)
        found: Points = across / np.maximum(np.linalg.norm(across, axis=1), 1e-300)[:, None]
        return found


def between(small: float, large: float, little: float = 0.0) -> Real:
    """A number of which only that is certain, give or take a little."""
    ball = arb((small + large) / 2, (large - small) / 2 + little)
    return Real(None, lambda: ball)


def _under(whole: Manifold, level: float) -> Manifold:
    return whole.trim_by_plane((0.0, 0.0, -1.0), -level)


def _number(itself: Manifold) -> int:
    """The number by which triangles of a mesh are known in others."""
    return int(itself.to_mesh64().run_original_id[0])


def _owners(mesh: Mesh64) -> Corners:
    """For every triangle the number of the mesh that it is of."""
    ends: Corners = np.array(mesh.run_index, dtype=np.int64) // 3
    return np.repeat(np.array(mesh.run_original_id, dtype=np.int64), ends[1:] - ends[:-1])


def _areas(found: Manifold, original: int, body: Body) -> list[float]:
    """The area of each face of a body that is there in a mesh."""
    mesh = found.to_mesh64()
    own = _owners(mesh) == original
    corners = np.array(mesh.vert_properties[:, :3])[np.array(mesh.tri_verts, dtype=np.int64)[own]]
    sizes = np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1) / 2
    faces = np.array(mesh.face_id, dtype=np.int64)[own]
    return [float(sizes[faces == place].sum()) for place in range(len(body.names))]
