"""How a solid looks: a parallel projection to scale, hidden edges apart, as textbooks draw it."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from math import cos, hypot, pi, sin

from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Raised, Solid, Turned
from mensuration.drawing.solid.bodies import (
    STEPS,
    Mesh,
    inside_ring,
    mesh_of,
    point,
    raised_mesh,
)
from mensuration.drawing.solid.lines import Inside, Wireframe, closed, covered, stretches
from mensuration.drawing.solid.space import V3, Spot, View, along, dot, minus, normal, unit
from mensuration.drawing.solid.turned import Round
from mensuration.solving import Solution

FLAT_VIEW = View(28, 22)
TURNS = (28, 20, 36, 44, 52, 12)  # degrees, the usual one first
EDGE_ON = 0.12
LIGHT = unit((-0.35, -0.55, 0.75))


@lru_cache(maxsize=500)
def sketch(solution: Solution) -> Wireframe:
    """The picture of a solved solid, in its own lengths."""
    solid = solution.figure
    assert isinstance(solid, Solid)
    body = solid.body
    match body:
        case Faces():
            return _of_mesh(mesh_of(solution, body))
        case CountedFaces():
            return _of_mesh(mesh_of(solution, body.of(round(solution.floats[body.count]))))
        case Raised():
            return _raised(solution, body)
        case Turned():
            return Round(solution, body).drawn()
        case Ellipsoid():
            return _ellipsoid(solution, body)
        case _:
            raise ValueError("a body made from a problem's own figures is drawn with its solid")


# Bodies with flat faces


def _of_mesh(mesh: Mesh, inside: Inside | None = None) -> Wireframe:
    """Edges between two faces that look away are hidden; so is, in a body that is not convex, what lies behind it."""
    corners = [[mesh.points[i] for i in face] for face in mesh.faces]
    normals = [unit(normal(points)) for points in corners]
    drawn = Wireframe(_view(mesh, normals))
    towards = drawn.view.towards
    front = [dot(n, towards) > 1e-9 for n in normals]
    depth = [sum(dot(p, towards) for p in points) / len(points) for points in corners]
    for i in sorted(range(len(corners)), key=lambda i: depth[i]):
        if front[i]:
            drawn.fill([corners[i]], _brightness(normals[i]))
    beside: dict[tuple[int, int], list[int]] = {}
    for number, face in enumerate(mesh.faces):
        for a, b in zip(face, [*face[1:], face[0]], strict=True):
            beside.setdefault((min(a, b), max(a, b)), []).append(number)
    hide = _behind(mesh, inside, towards)
    chains: dict[bool, list[tuple[int, int]]] = {True: [], False: []}
    for (a, b), faces in beside.items():
        seen = [front[i] for i in faces]
        if {a, b} <= mesh.smooth and abs(mesh.points[a][2] - mesh.points[b][2]) > 0 and len(set(seen)) == 1:
            continue  # a curved side has lines only at its outline
        chains[not any(seen) or hide(mesh.points[a], mesh.points[b])].append((a, b))
    for hidden, edges in chains.items():
        for chain in _chained(edges, mesh.smooth):
            drawn.line([mesh.points[i] for i in chain], hidden)
    return drawn


def _view(mesh: Mesh, normals: list[V3]) -> View:
    """The usual view, or the next one in which no face is seen edge-on. What is round about is seen from the front, so that
    its top doesn't seem to lean."""
    flat = [n for n, face in zip(normals, mesh.faces, strict=True) if not {*face} <= mesh.smooth]
    if mesh.smooth and len(mesh.smooth) == len(mesh.points):
        return View(0, FLAT_VIEW.raised)
    views = [View(turn, FLAT_VIEW.raised) for turn in TURNS]

    def clearest(view: View) -> float:
        return min([EDGE_ON, *(abs(dot(n, view.towards)) for n in flat)])

    return max(views, key=clearest)


def _brightness(n: V3) -> float:
    return 0.5 + 0.5 * dot(n, LIGHT)


def _behind(mesh: Mesh, inside: Inside | None, towards: V3) -> Callable[[V3, V3], bool]:
    if inside is None:
        return lambda a, b: False
    reach = max(hypot(*minus(a, mesh.points[0])) for a in mesh.points)

    def behind(a: V3, b: V3) -> bool:
        return covered(along(a, 0.5, minus(b, a)), inside, towards, reach)

    return behind


def _chained(edges: list[tuple[int, int]], through: frozenset[int]) -> list[list[int]]:
    """Edges strung together where they meet at points that lie on a curve."""
    waiting = dict.fromkeys(edges)
    ends: dict[int, list[tuple[int, int]]] = {}
    for edge in edges:
        for end in edge:
            ends.setdefault(end, []).append(edge)
    chains = []
    while waiting:
        first = next(iter(waiting))
        del waiting[first]
        chain = list(first)
        for _ in range(2):
            while chain[-1] in through:
                onward = next((e for e in ends[chain[-1]] if e in waiting), None)
                if onward is None:
                    break
                del waiting[onward]
                chain.append(onward[1] if onward[0] == chain[-1] else onward[0])
            chain.reverse()
        chains.append(chain)
    return chains


def _raised(solution: Solution, body: Raised) -> Wireframe:
    mesh = raised_mesh(solution, body)
    n = len(mesh.points) // 2
    ring = [(x, y) for x, y, _ in mesh.points[:n]]
    high = mesh.points[-1][2]
    contains = inside_ring(ring)
    convex = _convex(ring)
    drawn = _of_mesh(mesh, None if convex else lambda p: 0 < p[2] < high and contains(p[0], p[1]))
    outermost = max(range(n), key=lambda i: drawn.view.seen(mesh.points[i])[0])
    drawn.upright = (mesh.points[outermost], mesh.points[n + outermost])
    return drawn


def _convex(ring: list[Spot]) -> bool:
    turns = [
        (bx - ax) * (cy - by) - (by - ay) * (cx - bx)
        for (ax, ay), (bx, by), (cx, cy) in zip(
            ring, [*ring[1:], ring[0]], [*ring[2:], *ring[:2]], strict=True
        )
    ]
    return min(turns) > -1e-9 * max(turns)


def _ellipsoid(solution: Solution, body: Ellipsoid) -> Wireframe:
    """The outline is the picture of the ellipse where the surface turns away; one level ellipse shows the roundness."""
    drawn = Wireframe(FLAT_VIEW)
    towards = drawn.view.towards
    a, b, c = point(solution.floats, (body.a, body.b, body.c))
    away = unit((towards[0] / a, towards[1] / b, towards[2] / c))
    one = unit((-away[1], away[0], 0.0))
    two = (
        away[1] * one[2] - away[2] * one[1],
        away[2] * one[0] - away[0] * one[2],
        away[0] * one[1] - away[1] * one[0],
    )
    turns = [2 * pi * k / STEPS for k in range(STEPS)]
    rim = [
        (
            a * (cos(t) * one[0] + sin(t) * two[0]),
            b * (cos(t) * one[1] + sin(t) * two[1]),
            c * (cos(t) * one[2] + sin(t) * two[2]),
        )
        for t in turns
    ]
    drawn.fill([rim], 0.62)
    drawn.line(closed(rim), False)
    for ring, normals in (
        ([(a * cos(t), b * sin(t), 0.0) for t in turns], [(cos(t) / a, sin(t) / b, 0.0) for t in turns]),
        ([(0.0, b * cos(t), c * sin(t)) for t in turns], [(0.0, cos(t) / b, sin(t) / c) for t in turns]),
    ):
        facing = [dot(n, towards) for n in normals]
        for points, shown in stretches(ring, facing):
            drawn.line(points, not shown)
    return drawn
