"""The net of a solid: its surface as flat bits that hang on one another by hinges, to be unfolded in a picture.

Every bit hangs on its parent by an edge that both have; turned about it by ``angle`` it lies in the parent's plane. What is
curved one way only is a row of narrow bits, so that it rolls out. The web app turns the hinges by a share of their angles.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import atan2

import manifold3d
import numpy as np
from numpy.typing import NDArray

from mensuration.catalogue.figure import Solid, Turned
from mensuration.drawing.cube_nets import Way, cube_nets
from mensuration.drawing.solid.space import along, cross, dot, minus, normal, unit
from mensuration.drawing.space import P3, SpaceDrawing
from mensuration.frozen import Frozen
from mensuration.solids import Joined
from mensuration.solids.spinning import SpunRegion

FLAT = 1e-12
APART = "its faces don't all hang together"
MOST_BITS = 400
MOST_ROOTS = 40
OVERLAP = 1e-5  # of the whole area, as two edges may lie on one another by a hair
NEAR = 5  # digits after which two points are one
Side = frozenset[P3]
Ends = tuple[P3, P3]


@dataclass(frozen=True)
class NetBit(Frozen):
    """A flat bit of a face: its ring in the folded solid, the bit it hangs on (-1 for the first), the hinge, and by how
    much it turns until it is flat; ``lines`` are those of its edges that are drawn."""

    face: int
    ring: tuple[P3, ...]
    parent: int
    hinge: tuple[P3, P3]
    angle: float
    lines: tuple[tuple[P3, P3], ...]


@dataclass(frozen=True)
class Net(Frozen):
    """The bits, each after the one it hangs on; the first turns into the ground."""

    bits: tuple[NetBit, ...]


def other_nets(joined: Joined, drawing: SpaceDrawing) -> tuple[Net, ...]:
    """The eleven nets of a cube, or of a cuboid laid out alike; none of another solid."""
    if len(joined.pieces) != 1 or len(drawing.faces) != 6:
        return ()
    folding = _Folding(drawing)
    sides: dict[Way, int] = {}
    for bit, up in enumerate(folding.normals):
        axis = max(range(3), key=lambda i: abs(up[i]))
        if abs(abs(up[axis]) - 1) > 1e-9 or len(folding.rings[bit]) != 4:
            return ()
        sides[axis, 1 if up[axis] > 0 else -1] = bit
    if len(sides) != 6:
        return ()
    return tuple(folding.hung([(sides[one], sides[on]) for one, on in tree]) for tree in cube_nets())


def net_of(joined: Joined, drawing: SpaceDrawing) -> Net | str:
    """The net of a solid; in words why there is none. That of joined pieces is laid out from one face after the other, until
    nothing of it lies on anything else."""
    for piece in joined.pieces:
        solid = piece.solution.figure
        assert isinstance(solid, Solid)
        if _curved_every_way(solid) or piece in joined.alone:
            return f"a {solid.title.lower()} is curved every way: it can't be laid flat without being torn"
    if joined.enclosed or any(stack.cutting for stack in joined.stacks):
        return "where round pieces cut one another, what is left of their sides is not laid flat here"
    if any(len(facet.rings) > 1 for face in drawing.faces for facet in face.facets):
        return "a face with a hole in it hangs on two sides: there is no net in one piece"
    if not all(any(_sides(facet.rings[0])) for face in drawing.faces for facet in face.facets):
        return "a part of it is too thin beside the rest to be laid flat"
    if len(joined.pieces) == 1:
        return _Folding(drawing).net() or APART
    folding = _Folding(drawing, joints=True)
    if len(folding.rings) > MOST_BITS:
        return "it has too many faces to be laid out in one piece"
    if folding.net() is None:
        return APART
    nets = (folding.net(root, _Laid()) for root in folding.roots())
    return next(
        (net for net in nets if net),
        "however it was unfolded, a part of it lay on another: there is no net in one piece",
    )


def _curved_every_way(solid: Solid) -> bool:
    """Whether an arc is led round an axis."""
    body = solid.body
    if isinstance(body, SpunRegion):
        return any(side.centre is not None for side in body.sides)
    return isinstance(body, Turned) and any(run.centre is not None for run in body.runs)


class _Folding:
    """``joints``: where a corner of a face lies on a side of another, that side is two, so that both can hang on it."""

    def __init__(self, drawing: SpaceDrawing, joints: bool = False) -> None:
        low, high = drawing.bounds
        self.size = max(b - a for a, b in zip(low, high, strict=True))
        self.rings: list[tuple[P3, ...]] = []
        self.faces: list[int] = []
        self.smooth = [face.smooth for face in drawing.faces]
        for number, face in enumerate(drawing.faces):
            for facet in face.facets:
                self.rings.append(facet.rings[0])
                self.faces.append(number)
        self.normals = [unit(normal(ring)) for ring in self.rings]
        if joints:
            corners = list(dict.fromkeys(corner for ring in self.rings for corner in ring))
            self.rings = [self._parted(ring, corners) for ring in self.rings]
        self.beside: dict[Side, list[int]] = {}
        for bit, ring in enumerate(self.rings):
            for a, b in _sides(ring):
                self.beside.setdefault(self._key(a, b), []).append(bit)
        self.parents: dict[int, tuple[int, Ends]] = {}

    def _parted(self, ring: tuple[P3, ...], corners: Sequence[P3]) -> tuple[P3, ...]:
        """A ring with all corners that lie on its sides."""
        found: list[P3] = []
        for a, b in _sides(ring):
            side = minus(b, a)
            whole = dot(side, side)
            between: list[tuple[float, P3]] = []
            for corner in corners:
                share = dot(minus(corner, a), side) / whole
                away = minus(corner, along(a, share, side))
                if 1e-6 < share < 1 - 1e-6 and dot(away, away) < (self.size * 10.0**-NEAR) ** 2:
                    between.append((share, corner))
            found += [a, *(corner for _, corner in sorted(between))]
        return tuple(found)

    def roots(self) -> list[int]:
        """Faces from which it may be laid out, the usual one first."""
        usual = self._root()
        return [usual, *(bit for bit in range(len(self.rings)) if bit != usual)][:MOST_ROOTS]

    def net(self, root: int | None = None, laid: _Laid | None = None) -> Net | None:
        """None where the faces don't all hang together; or, with what is ``laid`` flat, not without lying on one another."""
        root = self._root() if root is None else root
        self.parents = {root: (-1, self._lowest(root))}
        if laid:
            laid.takes(root, -1, self.rings[root], *self._turned(root))
        order = [root]
        rolling, waiting = (
            deque([root]),
            deque[int](),
        )  # a curved face is rolled out, both ways, before the rest goes on
        while rolling or waiting:
            here = (rolling or waiting).popleft()
            onward = sorted(self._neighbours(here), key=lambda pair: not self._same_curve(here, pair[0]))
            for bit, hinge in onward:
                if bit not in self.parents and self._may_hang(bit, here):
                    self.parents[bit] = here, hinge
                    if laid and not laid.takes(bit, here, self.rings[bit], *self._turned(bit)):
                        del self.parents[bit]  # another may hold it
                        continue
                    order.append(bit)
                    (rolling if self._same_curve(here, bit) else waiting).append(bit)
        if len(order) < len(self.rings):
            return None
        place = {bit: number for number, bit in enumerate(order)}
        return Net(tuple(self._bit(bit, place) for bit in order))

    def hung(self, tree: Sequence[tuple[int, int]]) -> Net:
        """The net in which each bit hangs on another, the bits in this order after the first one."""
        root = tree[0][1]
        self.parents = {root: (-1, self._lowest(root))}
        order = [root]
        for bit, on in tree:
            hinge = next(hinge for other, hinge in self._neighbours(on) if other == bit)
            self.parents[bit] = on, hinge
            order.append(bit)
        place = {bit: number for number, bit in enumerate(order)}
        return Net(tuple(self._bit(bit, place) for bit in order))

    def _root(self) -> int:
        """The middle of the longest curved face; else the face that looks down most."""
        curved = {face for face in self.faces if self.smooth[face]}
        if curved:
            bits = max(([b for b, f in enumerate(self.faces) if f == face] for face in curved), key=len)
            return bits[len(bits) // 2]
        return min(
            range(len(self.rings)), key=lambda bit: (self.normals[bit][2], min(p[2] for p in self.rings[bit]))
        )

    def _same_curve(self, one: int, two: int) -> bool:
        return self.faces[one] == self.faces[two] and self.smooth[self.faces[one]]

    def _may_hang(self, bit: int, on: int) -> bool:
        """A curved face hangs together: only its first bit hangs on another face."""
        face = self.faces[bit]
        if not self.smooth[face] or self.faces[on] == face:
            return True
        return not any(self.faces[other] == face for other in self.parents)

    def _neighbours(self, bit: int) -> Iterator[tuple[int, Ends]]:
        for a, b in _sides(self.rings[bit]):
            for other in self.beside[self._key(a, b)]:
                if other != bit:
                    yield other, (a, b)

    def _lowest(self, bit: int) -> Ends:
        return min(_sides(self.rings[bit]), key=lambda side: side[0][2] + side[1][2])

    def _bit(self, bit: int, place: dict[int, int]) -> NetBit:
        parent, _ = self.parents[bit]
        hinge, angle = self._turned(bit)
        lines = [side for side in _sides(self.rings[bit]) if not self._rolls_on(bit, side)]
        return NetBit(
            self.faces[bit], self.rings[bit], -1 if parent < 0 else place[parent], hinge, angle, tuple(lines)
        )

    def _turned(self, bit: int) -> tuple[Ends, float]:
        """The hinge about which a bit turns into its parent's plane, or the ground, and by how much."""
        parent, hinge = self.parents[bit]
        flat = (0.0, 0.0, -1.0) if parent < 0 else self.normals[parent]
        own = self.normals[bit]
        if parent < 0:
            across = cross(own, flat)
            axis = unit(across) if dot(across, across) > FLAT else unit(minus(hinge[1], hinge[0]))
            hinge = hinge[0], along(hinge[0], self.size, axis)
        axis = unit(minus(hinge[1], hinge[0]))
        return hinge, atan2(dot(cross(own, flat), axis), dot(own, flat))

    def _rolls_on(self, bit: int, side: Ends) -> bool:
        """Whether a curved face goes on beyond a side: where it was cut open it doesn't."""
        others = [other for other in self.beside[self._key(*side)] if other != bit]
        return any(
            (self._same_curve(bit, other) and bit in (other, self.parents[other][0]))
            or (self._same_curve(bit, other) and other == self.parents[bit][0])
            for other in others
        )

    def _key(self, a: P3, b: P3) -> Side:
        return frozenset((self._rounded(a), self._rounded(b)))

    def _rounded(self, p: P3) -> P3:
        x, y, z = (round(value / self.size, NEAR) + 0.0 for value in p)
        return x, y, z


class _Laid:
    """The bits of a net that are laid flat so far."""

    def __init__(self) -> None:
        self._placed: dict[int, NDArray[np.float64]] = {}
        self._whole = manifold3d.CrossSection()

    def takes(self, bit: int, parent: int, ring: Sequence[P3], hinge: Ends, angle: float) -> bool:
        """Lays a bit beside its parent, unless it would lie on another."""
        one, two = np.array(hinge[0]), np.array(hinge[1])
        x, y, z = (two - one) / np.linalg.norm(two - one)
        across = np.array([[0, -z, y], [z, 0, -x], [-y, x, 0]])
        turn = np.eye(4)  # Rodrigues' rotation about the hinge
        turn[:3, :3] += np.sin(angle) * across + (1 - np.cos(angle)) * across @ across
        turn[:3, 3] = one - turn[:3, :3] @ one
        placed = turn if parent < 0 else self._placed[parent] @ turn
        flat = (np.array(ring) @ placed[:3, :3].T + placed[:3, 3])[:, :2]
        own = manifold3d.CrossSection([flat], manifold3d.FillRule.NonZero)
        if (own ^ self._whole).area() > OVERLAP * own.area():
            return False
        self._placed[bit] = placed
        self._whole += own
        return True


def _sides(ring: Sequence[P3]) -> list[Ends]:
    return [(a, b) for a, b in zip(ring, [*ring[1:], ring[0]], strict=True) if a != b]
