"""Solids as meshes of triangles: STL (both kinds) and OBJ, written and read, glTF written, and what a mesh measures.

STL: 3D Systems, StereoLithography Interface Specification, 1988; OBJ: Wavefront, Advanced Visualizer, appendix B1; glTF 2.0: ISO/IEC
12113:2022, by trimesh. A mesh
that is written is closed: its pieces are meshed one by one and joined by manifold3d.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from typing import Literal

import manifold3d
import numpy as np
from numpy.typing import NDArray

from mensuration.catalogue.figure import Ellipsoid, Solid
from mensuration.drawing.solid.space import normal
from mensuration.drawing.space import rings_of
from mensuration.problem import Problem
from mensuration.problem.evaluate import work_of
from mensuration.problem.kinds.solid.work import SolidWork
from mensuration.solids import Joined, Piece
from mensuration.solids.choosing import stacked
from mensuration.solids.layers import CannotBeSliced
from mensuration.solids.slabs import CutOtherwise

Points = NDArray[np.float64]
Corners = NDArray[np.int64]
Format = Literal["stl", "stl-text", "obj", "glb"]
STEPS = {"coarse": 24, "medium": 60, "fine": 180}
"""Fineness: into how many straight steps a full turn is cut."""
MOST_BYTES = 80_000_000
MOST_TRIANGLES = 1_000_000
HEADER, RECORD = 84, 50  # bytes of a binary STL


class BadMesh(ValueError):
    """A file that holds no mesh, or one that can't be measured; in words."""


@dataclass(frozen=True, eq=False)
class Mesh:
    """Triangles over points: an array of points (n, 3) and one of their indices (m, 3), anticlockwise from outside."""

    points: Points
    triangles: Corners

    @cached_property
    def _corners(self) -> Points:
        return self.points[self.triangles]

    @cached_property
    def volume(self) -> float:
        """The sum of the signed tetrahedra over an inner point (the divergence theorem)."""
        a, b, c = (self._corners[:, i] - self.points.mean(axis=0) for i in range(3))
        return float(np.einsum("ij,ij->i", a, np.cross(b, c)).sum() / 6)

    @cached_property
    def surface(self) -> float:
        a, b, c = (self._corners[:, i] for i in range(3))
        return float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2)

    @property
    def box(self) -> tuple[Points, Points]:
        used = self.points[np.unique(self.triangles)]
        return used.min(axis=0), used.max(axis=0)

    @cached_property
    def open_edges(self) -> Corners:
        """The edges that only one triangle has, or that two run along the same way: (k, 2)."""
        count = len(self.points)
        one = self.triangles[:, [0, 1, 2]].ravel()
        two = self.triangles[:, [1, 2, 0]].ravel()
        ahead, back = np.sort(one * count + two), np.sort(two * count + one)
        if len(ahead) == len(back) and np.array_equal(ahead, back) and not (ahead[1:] == ahead[:-1]).any():
            return np.empty((0, 2), dtype=np.int64)
        keys, there = np.unique(one * count + two, return_counts=True)
        turned, back_again = np.unique(two * count + one, return_counts=True)
        place = np.minimum(np.searchsorted(turned, keys), len(turned) - 1)
        met = (turned[place] == keys) & (back_again[place] == there) & (there == 1)
        left = keys[~met]
        return np.stack([left // count, left % count], axis=1)

    @property
    def closed(self) -> bool:
        return len(self.open_edges) == 0


# Meshes of solids


def mesh_of(joined: Joined, steps: int) -> Mesh:
    """A closed mesh of joined pieces in metres; a full turn in so many ``steps``.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame, join
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> mesh = mesh_of(join((Piece("box", 0, "add", cube, Frame()),), PI), 24)
    >>> len(mesh.triangles), mesh.closed, round(mesh.volume, 9)
    (12, True, 27.0)
    """
    whole = manifold3d.Manifold()
    for piece in joined.pieces:
        own = _manifold(piece, steps)
        whole = whole + own if piece.join == "add" else whole - own
    mesh = whole.to_mesh64()
    return Mesh(
        np.array(mesh.vert_properties[:, :3], dtype=np.float64), np.array(mesh.tri_verts, dtype=np.int64)
    )


def _manifold(piece: Piece, steps: int) -> manifold3d.Manifold:
    solid = piece.solution.figure
    assert isinstance(solid, Solid)
    stack = None
    if not isinstance(solid.body, Ellipsoid):
        try:
            stack = stacked((Piece(piece.name, 0, "add", piece.solution, piece.frame),), piece.solution.pi)
        except (CutOtherwise, CannotBeSliced):
            raise BadMesh(f"“{piece.name}” has no mesh") from None
    points: dict[tuple[float, ...], int] = {}
    triangles: list[tuple[int, ...]] = []
    for rings in rings_of(piece, stack, steps):
        corners = [point for ring in rings for point in ring]
        numbers = [points.setdefault(point, len(points)) for point in corners]
        for triangle in _triangulated(rings):
            ends = tuple(numbers[i] for i in triangle)
            if len(set(ends)) == 3:
                triangles.append(ends)
    mesh = manifold3d.Mesh64(np.array(list(points), dtype=np.float64), np.array(triangles, dtype=np.uint64))
    mesh.merge()
    found = manifold3d.Manifold(mesh)
    if found.status() != manifold3d.Error.NoError:
        raise BadMesh(f"“{piece.name}” has no closed mesh")
    return found


def _triangulated(rings: tuple[tuple[tuple[float, float, float], ...], ...]) -> list[tuple[int, ...]]:
    """A flat bit cut into triangles, in the plane across the largest share of its normal."""
    if len(rings) == 1 and len(rings[0]) == 3:
        return [(0, 1, 2)]
    up = normal(rings[0])
    axis = max(range(3), key=lambda i: abs(up[i]))
    first, second = ((axis + 1) % 3, (axis + 2) % 3) if up[axis] > 0 else ((axis + 2) % 3, (axis + 1) % 3)
    flat = [np.array([[p[first], p[second]] for p in ring]) for ring in rings]
    found = manifold3d.triangulate(flat)
    return [tuple(int(i) for i in triangle) for triangle in found]


# Writing


def solid_file(problem: Problem, name: str, form: Format, steps: int) -> bytes:
    """The solid called ``name`` as a mesh in a file, in the problem's unit; glTF is always in metres. BadMesh where there is
    none."""
    work = work_of(problem, name)
    if not isinstance(work, SolidWork) or work.tallies is None:
        raise BadMesh(f"“{name}” is no solid that is worked out")
    unit = work.context.teller.unit
    mesh = mesh_of(work.tallies.joined, steps)
    if form == "glb":
        return written(mesh, form, name, "m")
    scaled = Mesh(mesh.points / float(unit.size(work.context.teller.pi)), mesh.triangles)
    return written(scaled, form, name, unit.symbol or "units")


def written(mesh: Mesh, form: Format, name: str, unit: str) -> bytes:
    """A mesh as a file, its points in the ``unit`` that is said in it."""
    return _WRITERS[form](mesh, name, unit)


def _normals(mesh: Mesh) -> Points:
    a, b, c = (mesh.points[mesh.triangles[:, i]] for i in range(3))
    across = np.cross(b - a, c - a)
    length = np.linalg.norm(across, axis=1, keepdims=True)
    found: Points = across / np.where(length > 0, length, 1)
    return found


def _binary_stl(mesh: Mesh, name: str, unit: str) -> bytes:
    record = np.zeros(
        len(mesh.triangles), dtype=[("normal", "<f4", 3), ("corners", "<f4", (3, 3)), ("spare", "<u2")]
    )
    record["normal"], record["corners"] = _normals(mesh), mesh.points[mesh.triangles]
    header = f"Tilt Grid: {name}, in {unit}".encode("ascii", "replace")[:80].ljust(80)
    return header + np.uint32(len(record)).tobytes() + record.tobytes()


def _text_stl(mesh: Mesh, name: str, unit: str) -> bytes:
    title = f"{name} in {unit}"
    lines = [f"solid {title}"]
    for up, corners in zip(_normals(mesh), mesh.points[mesh.triangles], strict=True):
        lines += [f"  facet normal {_row(up)}", "    outer loop"]
        lines += [f"      vertex {_row(corner)}" for corner in corners]
        lines += ["    endloop", "  endfacet"]
    return "\n".join([*lines, f"endsolid {title}", ""]).encode()


def _obj(mesh: Mesh, name: str, unit: str) -> bytes:
    lines = [f"# Tilt Grid: {name}, lengths in {unit}", f"o {name}"]
    lines += [f"v {_row(point)}" for point in mesh.points]
    lines += [f"f {a + 1} {b + 1} {c + 1}" for a, b, c in mesh.triangles.tolist()]
    return "\n".join([*lines, ""]).encode()


def _glb(mesh: Mesh, name: str, unit: str) -> bytes:
    """Binary glTF, in which y points upwards and z to the front."""
    import trimesh  # it takes a while to load, and is needed for this alone

    points = mesh.points[:, [0, 2, 1]] * [1, 1, -1]
    scene = trimesh.Scene()
    scene.add_geometry(trimesh.Trimesh(points, mesh.triangles, process=False), geom_name=f"{name}, in {unit}")
    data: bytes = scene.export(file_type="glb")  # type: ignore[no-untyped-call]
    return data


def _row(values: Points) -> str:
    return " ".join(f"{value:.9g}" for value in values)


_WRITERS: dict[Format, Callable[[Mesh, str, str], bytes]] = {
    "stl": _binary_stl,
    "stl-text": _text_stl,
    "obj": _obj,
    "glb": _glb,
}


# Reading


def read_mesh(data: bytes) -> Mesh:
    """The mesh in a file, whichever of the kinds it is. BadMesh in words.

    Points with the same coordinates are one.
    """
    if len(data) > MOST_BYTES:
        raise BadMesh(f"the file is larger than {MOST_BYTES // 1_000_000} MB")
    if not data.strip():
        raise BadMesh("the file is empty")
    count = int.from_bytes(data[80:HEADER], "little") if len(data) >= HEADER else -1
    if count >= 0 and len(data) == HEADER + RECORD * count:
        corners = _from_binary(data, count)
    else:
        text = data.decode("utf-8", "replace")
        if text.lstrip().lower().startswith("solid"):
            corners = _from_text(text)
        elif _looks_like_obj(text):
            return _from_obj(text)
        elif count >= 0 and b"\0" in data[:HEADER]:
            there = (len(data) - HEADER) // RECORD
            raise BadMesh(
                f"the file says that it has {count} triangles, but there are {there}: it is cut off or broken"
            )
        else:
            raise BadMesh("this is no mesh: STL (binary or text) and OBJ are read")
    return _checked(*_joined(corners))


def _from_binary(data: bytes, count: int) -> Points:
    _few_enough(count)
    record = np.frombuffer(
        data, offset=HEADER, dtype=[("normal", "<f4", 3), ("corners", "<f4", (3, 3)), ("spare", "<u2")]
    )
    return record["corners"].reshape(-1, 3).astype(np.float64)


def _from_text(text: str) -> Points:
    words = text.split()
    starts = [i + 1 for i, word in enumerate(words) if word.lower() == "vertex"]
    if not starts or len(starts) % 3:
        raise BadMesh("the file is cut off: a triangle has three corners")
    _few_enough(len(starts) // 3)
    try:
        return np.array([words[i : i + 3] for i in starts], dtype=np.float64)
    except ValueError:
        raise BadMesh("a corner in the file is not three numbers") from None


def _looks_like_obj(text: str) -> bool:
    return any(line.startswith(("v ", "f ")) for line in text.splitlines()[:2000])


def _from_obj(text: str) -> Mesh:
    points: list[list[str]] = []
    triangles: list[tuple[int, int, int]] = []
    for number, line in enumerate(text.splitlines(), 1):
        words = line.split()
        if not words:
            continue
        if words[0] == "v":
            points.append(words[1:4])
        elif words[0] == "f":
            try:
                ring = [int(word.split("/")[0]) for word in words[1:]]
            except ValueError:
                raise BadMesh(f"line {number}: a face is told by the numbers of its points") from None
            ring = [i - 1 if i > 0 else len(points) + i for i in ring]
            if len(ring) < 3 or not all(0 <= i < len(points) for i in ring):
                raise BadMesh(f"line {number}: a face names points that are not there")
            triangles += [(ring[0], a, b) for a, b in pairwise(ring[1:])]
            _few_enough(len(triangles))
    if not triangles:
        raise BadMesh("there are no faces in the file")
    try:
        found = np.array(points, dtype=np.float64)
    except ValueError:
        raise BadMesh("a point in the file is not three numbers") from None
    if found.shape[1:] != (3,) or not np.isfinite(found).all():
        raise BadMesh("a point in the file is not three numbers")
    unique, places = np.unique(found, axis=0, return_inverse=True)
    return _checked(unique, places.reshape(-1)[np.array(triangles, dtype=np.int64)])


def _few_enough(count: int) -> None:
    if count == 0:
        raise BadMesh("there are no triangles in the file")
    if count > MOST_TRIANGLES:
        raise BadMesh(f"there are more than {MOST_TRIANGLES:,} triangles in the file".replace(",", " "))


def _joined(corners: Points) -> tuple[Points, Corners]:
    """Corners (3 m, 3) as points, each once, and triangles over them."""
    if not np.isfinite(corners).all():
        raise BadMesh("a corner in the file is not three numbers")
    rows = np.ascontiguousarray(corners + 0.0).view([("", np.float64)] * 3).reshape(-1)
    unique, places = np.unique(rows, return_inverse=True)
    return unique.view(np.float64).reshape(-1, 3), places.reshape(-1, 3).astype(np.int64)


def _checked(points: Points, triangles: Corners) -> Mesh:
    """Without triangles of which two corners are one."""
    a, b, c = triangles.T
    sound = triangles[(a != b) & (b != c) & (c != a)]
    if not len(sound):
        raise BadMesh("every triangle in the file is a mere line or point")
    return Mesh(points, sound)
