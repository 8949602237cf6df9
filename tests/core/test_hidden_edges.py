"""Hidden edges by rays: from the middle of every edge towards the eye, through all faces of the body."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise
from math import dist, hypot

import numpy as np
import pytest
from numpy.typing import NDArray

from mensuration.catalogue import Solid, solids
from mensuration.catalogue.figure import CountedFaces, Faces, Raised
from mensuration.drawing.solid import Mesh, mesh_of, sketch
from mensuration.drawing.solid.bodies import raised_mesh
from mensuration.numbers import PI
from mensuration.solving import Solution, solve
from tests.core.test_catalogue import SHAPES, usual

FLAT = [  # an ellipse has no straight edge
    solid
    for solid in solids().values()
    if isinstance(solid.body, Faces | CountedFaces | Raised) and solid.name != "ellipse-prism"
]
NARROW, TALL = (
    [Fraction(1), Fraction(4), Fraction(3, 2), Fraction(7)],
    [Fraction(9), Fraction(2), Fraction(1), Fraction(1, 2)],
)
Points = NDArray[np.float64]


def solved(solid: Solid, values: list[Fraction]) -> Solution:
    return solve(solid, usual(solid, values), PI)


def body_of(solution: Solution) -> Mesh:
    solid = solution.figure
    assert isinstance(solid, Solid)
    match solid.body:
        case Raised():
            return raised_mesh(solution, solid.body)
        case CountedFaces() as counted:
            return mesh_of(solution, counted.of(round(solution.floats[counted.count])))
        case Faces() as faces:
            return mesh_of(solution, faces)
    raise AssertionError("no flat faces")


def triangles(mesh: Mesh) -> Points:
    """Each face cut from its first corner; those of the catalogue's faces that are not convex are cut by ears."""
    points = np.array(mesh.points)
    found = []
    for face in mesh.faces:
        corners = [points[i] for i in face]
        normal = sum(np.cross(a, b) for a, b in zip(corners, corners[1:] + corners[:1], strict=True))
        while len(corners) > 3:
            for i in range(len(corners)):
                a, b, c = corners[i - 1], corners[i], corners[(i + 1) % len(corners)]
                if np.dot(np.cross(b - a, c - b), normal) <= 0:
                    continue
                others = [p for p in corners if p is not a and p is not b and p is not c]
                if not any(inside(p, a, b, c, normal) for p in others):
                    break
            found.append([a, b, c])
            del corners[i]
        found.append(corners)
    return np.array(found)


def inside(p: Points, a: Points, b: Points, c: Points, normal: Points) -> bool:
    return all(np.dot(np.cross(v - u, p - u), normal) > 0 for u, v in ((a, b), (b, c), (c, a)))


def crossed(start: Points, towards: Points, faces: Points) -> bool:
    """Whether a ray meets any triangle (T. Möller and B. Trumbore, 1997)."""
    a, one, two = faces[:, 0], faces[:, 1] - faces[:, 0], faces[:, 2] - faces[:, 0]
    across = np.cross(towards, two)
    det = np.einsum("ij,ij->i", one, across)
    with np.errstate(all="ignore"):
        from_a = start - a
        u = np.einsum("ij,ij->i", from_a, across) / det
        side = np.cross(from_a, one)
        v = side @ towards / det
        far = np.einsum("ij,ij->i", two, side) / det
        return bool(((u > 1e-9) & (v > 1e-9) & (u + v < 1 - 1e-9) & (far > 0)).any())


def sharp_edges(mesh: Mesh) -> list[tuple[int, int]]:
    """Edges between faces that are not in one plane, but none up from a point on a curve."""
    points, faces = np.array(mesh.points), {}
    for face in mesh.faces:
        corners = points[list(face)]
        normal = sum(np.cross(a, b) for a, b in zip(corners, np.roll(corners, -1, axis=0), strict=True))
        for i, j in zip(face, face[1:] + face[:1], strict=True):
            faces.setdefault((min(i, j), max(i, j)), []).append(normal / np.linalg.norm(normal))
    return [
        edge
        for edge, (one, two) in faces.items()
        if abs(np.dot(one, two)) < 1 - 1e-9
        and not (set(edge) <= set(mesh.smooth) and abs(points[edge[0]][2] - points[edge[1]][2]) > 1e-9)
    ]


@pytest.mark.parametrize(
    "values", [SHAPES[0], SHAPES[2], NARROW, TALL], ids=["lean", "tall", "narrow", "wide"]
)
@pytest.mark.parametrize("solid", FLAT, ids=lambda solid: solid.name)
def test_an_edge_is_dashed_where_the_body_is_before_it(solid: Solid, values: list[Fraction]) -> None:
    solution = solved(solid, values)
    drawn, mesh = sketch(solution), body_of(solution)
    points, faces, towards = np.array(mesh.points), triangles(mesh), np.array(drawn.view.towards)
    size = float(np.ptp(points, axis=0).max())
    checked = 0
    for i, j in sharp_edges(mesh):
        middle = (points[i] + points[j]) / 2
        spot = drawn.view.seen(tuple(middle))
        here = [hidden for line, hidden in drawn.lines if touches(line, spot, 1e-9 * size)]
        if curved(mesh, i, j) or len(set(here)) != 1:
            continue  # a piece of a curve lies beside its middle; or one line lies on another
        # From a little outside the edge, so that its own two faces are not met.
        outwards = middle - points.mean(axis=0)
        start = middle + 1e-6 * size * outwards / np.linalg.norm(outwards)
        checked += 1
        assert crossed(start, towards, faces) == here[0], (i, j)
    assert checked >= 3


def curved(mesh: Mesh, i: int, j: int) -> bool:
    return i in mesh.smooth or j in mesh.smooth


def touches(line: list[tuple[float, float]], spot: tuple[float, float], near: float) -> bool:
    return any(
        abs(dist(a, spot) + dist(spot, b) - hypot(a[0] - b[0], a[1] - b[1])) < near for a, b in pairwise(line)
    )
