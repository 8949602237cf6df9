"""Pieces joined to one solid: its volume piece by piece, its surface face by face."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import combinations

from mensuration.numbers import NOUGHT, Real
from mensuration.plane import TooCrowded
from mensuration.plane.composing import APART
from mensuration.solids.choosing import stacked
from mensuration.solids.enclosing import Enclosed
from mensuration.solids.layers import CannotBeSliced
from mensuration.solids.marching import Effort
from mensuration.solids.meshes import NoMesh
from mensuration.solids.pieces import Piece
from mensuration.solids.shares import FaceShare, VolumeShare
from mensuration.solids.slabs import CutOtherwise
from mensuration.solids.stacking import Stack
from mensuration.solids.standing import extents

SURFACE = "surface"


@dataclass(frozen=True, eq=False)
class Joined:
    """What joined pieces come to. ``stacks`` are those of them that touch or cut one another, in layers, ``enclosed``
    those that do so in a way which layers can't tell; others stand ``alone``, of which some may have no formula for their
    surface."""

    pieces: tuple[Piece, ...]
    shares: tuple[VolumeShare, ...]
    faces: tuple[FaceShare, ...]
    stacks: tuple[Stack, ...]
    alone: tuple[Piece, ...]
    enclosed: tuple[Enclosed, ...] = ()

    @property
    def without_surface(self) -> Piece | None:
        """A piece whose surface has no formula."""
        return next((piece for piece in self.alone if SURFACE not in piece.solution.values), None)


def join(pieces: tuple[Piece, ...], pi: Real) -> Joined:
    """Pieces joined in their order. CutOtherwise where some cut one another in a way that can't be told.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> joined = join((Piece("box", 0, "add", cube, Frame()),), PI)
    >>> [(face.face, face.counted) for face in joined.faces][:2]
    [('bottom', Real('9')), ('top', Real('9'))]
    """
    shares: dict[int, VolumeShare] = {}
    faces: dict[int, list[FaceShare]] = {piece.index: [] for piece in pieces}
    stacks, alone, enclosed = [], [], []
    for group in _groups(pieces):
        try:
            stack = stacked(group, pi)
        except (CutOtherwise, TooCrowded) as fault:
            if len(group) > 1:
                found = _enclosed(group, pi, fault)
                enclosed.append(found)
                for own in found.shares:
                    shares[own.piece.index] = own
                for side in found.faces:
                    faces[side.piece.index].append(side)
                continue
            (piece,) = group
            shares[piece.index] = VolumeShare(piece, APART, NOUGHT)
            if SURFACE in piece.solution.values:
                area = piece.solution.values[SURFACE].value
                faces[piece.index].append(FaceShare(piece, SURFACE, True, area, area, None))
            alone.append(piece)
            continue
        stacks.append(stack)
        for share in stack.shares:
            shares[share.piece.index] = share
        for face in stack.faces:
            faces[face.piece.index].append(face)
    return Joined(
        pieces,
        tuple(shares[piece.index] for piece in pieces),
        tuple(face for piece in pieces for face in faces[piece.index]),
        tuple(stacks),
        tuple(alone),
        tuple(enclosed),
    )


def _enclosed(group: tuple[Piece, ...], pi: Real, fault: CutOtherwise | TooCrowded) -> Enclosed:
    """Pieces that layers can't tell, between meshes; the fault that they had where these can't tell them either."""
    try:
        found = Enclosed(group, pi)
        _ = found.shares, found.faces
        found.forget()
    except (CutOtherwise, CannotBeSliced, NoMesh, TooCrowded):
        if isinstance(fault, TooCrowded):
            raise fault from None
        raise CutOtherwise(*_to_blame(group, pi)) from None
    return found


def _to_blame(group: tuple[Piece, ...], pi: Real) -> list[str]:
    """The names of the first two pieces that can't be told together; of all where it takes more than two."""
    effort = Effort()
    for one, two in combinations(group, 2):
        try:
            stacked((replace(one, join="add"), two), pi, effort)
        except TooCrowded:
            break
        except CutOtherwise:
            return list(dict.fromkeys((one.name, two.name)))
    return list(dict.fromkeys(piece.name for piece in group))


def _groups(pieces: tuple[Piece, ...]) -> list[tuple[Piece, ...]]:
    """Pieces that reach up to one another, directly or by others between them."""
    reach = {piece.index: extents(piece.solution, piece.frame) for piece in pieces}
    groups: list[list[Piece]] = []
    for piece in pieces:
        near = [group for group in groups if any(_meet(reach[piece.index], reach[o.index]) for o in group)]
        merged = [*(other for group in near for other in group), piece]
        groups = [group for group in groups if group not in near]
        groups.append(sorted(merged, key=lambda p: p.index))
    return [tuple(group) for group in groups]


def _meet(one: tuple[tuple[Real, Real], ...], two: tuple[tuple[Real, Real], ...]) -> bool:
    """Whether two boxes have a point in common; hardly apart counts as one."""
    size = max(abs(float(value)) for box in (one, two) for extent in box for value in extent)
    return all(
        float(a) <= float(d) + 1e-9 * size and float(c) <= float(b) + 1e-9 * size
        for (a, b), (c, d) in zip(one, two, strict=True)
    )
