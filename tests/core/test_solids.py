"""Solids: every formula against meshes of trimesh and integrals of SciPy, and what their pictures show."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from itertools import pairwise
from math import atan2, cos, hypot, isclose, pi, sin

import numpy as np
import pytest
import trimesh
from scipy.integrate import quad

from mensuration.catalogue import Solid, solids
from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Raised, Turned
from mensuration.drawing.solid import Mesh, mesh_of, sketch
from mensuration.drawing.solid.bodies import raised_mesh
from mensuration.expressions.algebras import in_floats
from mensuration.numbers import PI
from mensuration.solving import Solution, solve
from tests.core.test_catalogue import SHAPES, usual

ALL = list(solids().values())
by_name = pytest.mark.parametrize("solid", ALL, ids=lambda solid: solid.name)
Integrand = Callable[[float], float]


def solved(solid: Solid, values: list[Fraction]) -> Solution:
    return solve(solid, usual(solid, values), PI)


def value(solution: Solution, name: str) -> float:
    return float(solution.values[name].value)


def as_trimesh(mesh: Mesh) -> trimesh.Trimesh:
    """Flat faces as triangles from their middle, so that they need not be convex towards their first corner."""
    points = [list(p) for p in mesh.points]
    triangles = []
    for face in mesh.faces:
        points.append(list(np.mean([mesh.points[i] for i in face], axis=0)))
        triangles += [(face[i - 1], face[i], len(points) - 1) for i in range(len(face))]
    return trimesh.Trimesh(points, triangles, process=False)


def turned(solution: Solution, body: Turned) -> tuple[float, float, dict[str, float]]:
    """Volume, surface and each run's area of a body turned about its axis, by integrals along its profile."""
    values = solution.floats

    def at(xy: tuple[str, str]) -> tuple[float, float]:
        return in_floats(xy[0], values), in_floats(xy[1], values)

    volume, areas = 0.0, {}
    r0, z0 = at(body.start)
    for run in body.runs:
        r1, z1 = at(run.to)
        if run.centre is None:
            radius: Integrand = lambda t, a=r0, b=r1: a + (b - a) * t  # noqa: E731
            rise: Integrand = lambda t, d=z1 - z0: d  # noqa: E731
            speed = hypot(r1 - r0, z1 - z0)
        else:
            c, d = at(run.centre)
            size, turn, start = (
                hypot(r0 - c, z0 - d),
                2 * pi * in_floats(run.turn, values),
                atan2(z0 - d, r0 - c),
            )
            radius = lambda t, c=c, s=size, w=turn, a=start: c + s * cos(a + w * t)  # noqa: E731
            rise = lambda t, s=size, w=turn, a=start: s * w * cos(a + w * t)  # noqa: E731
            speed = size * turn
        volume += quad(lambda t, r=radius, dz=rise: pi * r(t) ** 2 * dz(t), 0, 1)[0]
        areas[run.name] = quad(lambda t, r=radius, v=speed: 2 * pi * r(t) * v, 0, 1)[0]
        r0, z0 = r1, z1
    return volume, sum(areas.values()), areas


@by_name
@pytest.mark.parametrize("values", SHAPES, ids=["lean", "even", "tall"])
def test_volume_and_surface_agree_with_a_measure_of_the_body(solid: Solid, values: list[Fraction]) -> None:
    solution = solved(solid, values)
    volume, body = value(solution, "volume"), solid.body
    if isinstance(body, Ellipsoid):
        a, b, c = (value(solution, name) for name in "abc")
        assert isclose(quad(lambda z: pi * a * b * (1 - z * z / c**2), -c, c)[0], volume, rel_tol=1e-9)
        return
    surface = value(solution, "surface")
    if isinstance(body, Turned):
        measured, whole, areas = turned(solution, body)
        assert isclose(measured, volume, rel_tol=1e-9)
        assert isclose(whole, surface, rel_tol=1e-9)
        for name, run in (
            ("lateral", "side"),
            ("lateral", "dome"),
            ("base_area", "bottom"),
            ("top_area", "top"),
        ):
            if run in areas and solid.measure(name) is not None:
                assert isclose(areas[run], value(solution, name), rel_tol=1e-9)
        return
    if isinstance(body, Raised):
        mesh, curved = raised_mesh(solution, body), True
        curved = bool(mesh.smooth)
    else:
        faces = body.of(round(solution.floats[body.count])) if isinstance(body, CountedFaces) else body
        assert isinstance(faces, Faces)
        mesh, curved = mesh_of(solution, faces), False
    shape = as_trimesh(mesh)
    assert shape.is_watertight
    near = 2e-3 if curved else 1e-9  # a curve is a polygon in the mesh
    assert isclose(shape.volume, volume, rel_tol=near)
    assert isclose(shape.area, surface, rel_tol=near)


@by_name
def test_faces_look_outwards_and_the_picture_is_within_the_body(solid: Solid) -> None:
    """A picture of parallel rays is never larger than the body, and lies where its dimension lines are."""
    solution = solved(solid, SHAPES[1])
    drawn = sketch(solution)
    assert any(not hidden for _, hidden in drawn.lines)
    xs, ys = zip(*drawn.spots, strict=True)
    size = hypot(max(xs) - min(xs), max(ys) - min(ys))
    for dimension in solid.dimensions:
        for end in (dimension.start, dimension.end):
            at = tuple(in_floats(t, solution.floats) for t in end)
            if at[2] < 0:
                continue  # the middle of the ball that a cap is cut from
            x, y = drawn.view.seen(at)  # type: ignore[arg-type]
            assert min(xs) - size * 1e-6 <= x <= max(xs) + size * 1e-6
            assert min(ys) - size * 1e-6 <= y <= max(ys) + size * 1e-6


EDGES = [  # solid, edges that are seen, edges behind: counted on a drawing by hand
    ("cuboid", 9, 3),
    ("cube", 9, 3),
    ("square-pyramid", 5, 3),
    ("tetrahedron", 5, 1),
    ("octahedron", 8, 4),
    ("right-triangle-prism", 6, 3),
]


@pytest.mark.parametrize(("name", "seen", "behind"), EDGES, ids=[name for name, *_ in EDGES])
def test_hidden_edges_are_told_apart(name: str, seen: int, behind: int) -> None:
    solid = solids()[name]
    hidden = [hidden for _, hidden in sketch(solved(solid, SHAPES[1])).lines]
    assert (hidden.count(False), hidden.count(True)) == (seen, behind)


def test_a_sphere_looks_like_a_disc_of_its_own_radius() -> None:
    spots = [
        spot
        for points, hidden in sketch(solved(solids()["sphere"], SHAPES[1])).lines
        if not hidden
        for spot in points
    ]
    radius = 5.0
    farthest = max(hypot(x, y - radius * cos(0.3490658503988659)) for x, y in spots)
    assert isclose(farthest, radius, rel_tol=1e-9)


def test_a_cylinder_has_one_half_of_its_lower_rim_behind() -> None:
    """The rim at the bottom is dashed where the side is before it, the one on top is seen all round."""
    solution = solved(solids()["cylinder"], SHAPES[1])
    lines = sketch(solution).lines
    lengths = [sum(hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(p)) for p, hidden in lines if hidden]
    r, lean = 5.0, sin(0.3490658503988659)
    half = quad(lambda t: hypot(r * sin(t), r * lean * cos(t)), 0, pi)[0]
    assert len(lengths) == 1
    assert isclose(lengths[0], half, rel_tol=2e-3)


@pytest.mark.parametrize(
    ("name", "lines"), [("torus", 2), ("sphere", 3), ("hemisphere", 3), ("cone", 4), ("cylinder", 5)]
)
def test_round_bodies_show_edges_only_where_they_have_some(name: str, lines: int) -> None:
    """A torus its two outlines; a sphere its outline and both halves of an equator; and so on."""
    assert len(sketch(solved(solids()[name], SHAPES[1])).lines) == lines


@pytest.mark.parametrize("height", [Fraction(1, 100_000), Fraction(1, 100), Fraction(100), Fraction(100_000)])
def test_very_flat_and_very_tall_bodies_have_a_picture(height: Fraction) -> None:
    for name in ("cone", "cylinder", "cone-frustum", "square-pyramid", "cuboid", "right-triangle-prism"):
        figure = solids()[name]
        values = [height if m == "height" else Fraction(2 + i) for i, m in enumerate(figure.usual)]
        xs, ys = zip(*sketch(solved(figure, values)).spots, strict=True)
        assert max(xs) - min(xs) > 1
        assert max(ys) - min(ys) > 0.1
