"""Declared bodies as meshes and profiles in floats."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from math import atan2, ceil, cos, hypot, pi, sin

from mensuration.catalogue.figure import XY, XYZ, ArcTo, Faces, LineTo, Outline, Raised, Run, Turned
from mensuration.drawing.solid.space import V3, Spot
from mensuration.expressions.algebras import Floats, in_floats
from mensuration.solving import Solution

SLIGHT = 1e-6  # of a turn
STEPS = 72  # in which a full turn is drawn


@dataclass(frozen=True)
class Mesh:
    """Flat faces over ``points``, each anticlockwise seen from outside.

    ``smooth`` are points on a curve: no edge is drawn up from them, and curves go on through them.
    """

    points: tuple[V3, ...]
    faces: tuple[tuple[int, ...], ...]
    smooth: frozenset[int] = frozenset()


@dataclass(frozen=True)
class Stroke:
    """A piece of a profile as drawn, from (radius, height) to (radius, height)."""

    run: Run
    points: tuple[Spot, ...]


def point(values: Floats, xyz: XYZ) -> V3:
    """A declared point in space."""
    x, y, z = (in_floats(text, values) for text in xyz)
    return x, y, z


def mesh_of(solution: Solution, faces: Faces) -> Mesh:
    """A body with plane faces."""
    index = {name: i for i, name in enumerate(faces.corners)}
    points = tuple(point(solution.floats, xyz) for xyz in faces.corners.values())
    return Mesh(points, tuple(tuple(index[name] for name in face) for face in faces.faces.values()))


def raised_mesh(solution: Solution, body: Raised) -> Mesh:
    """A plane figure raised straight up: bottom, top, and a quadrilateral on each piece of its outline."""
    values: Floats = {own: solution.floats[name] for own, name in body.names.items()}
    values["pi"] = solution.floats["pi"]
    count = body.base.boundary(lambda measure: round(values[measure]))
    ring, smooth = outline_points(count, values)
    high, n = solution.floats[body.height], len(ring)
    points = tuple((x, y, 0.0) for x, y in ring) + tuple((x, y, high) for x, y in ring)
    sides = tuple((i, (i + 1) % n, n + (i + 1) % n, n + i) for i in range(n))
    ends = (tuple(range(n))[::-1], tuple(range(n, 2 * n)))
    return Mesh(points, (*ends, *sides), frozenset({*smooth, *(n + i for i in smooth)}))


def outline_points(outline: Outline, values: Mapping[str, float]) -> tuple[list[Spot], set[int]]:
    """A plane outline as a ring of points, anticlockwise; and which of them lie on a curve."""
    known = dict(values)

    def at(xy: XY) -> Spot:
        return in_floats(xy[0], known), in_floats(xy[1], known)

    ring: list[Spot] = [at(outline.start)]
    smooth: set[int] = set()
    for edge in outline.edges:
        if isinstance(edge, LineTo):
            ring.append(at(edge.to))
            continue
        centre = at(edge.centre)
        turn = in_floats(edge.turn, known) if isinstance(edge, ArcTo) else 1.0
        a, b = (
            (in_floats(text, known) for text in (edge.a, edge.b))
            if not isinstance(edge, ArcTo)
            else (in_floats(edge.radius, known),) * 2
        )
        x, y = ring[-1]
        start = atan2((y - centre[1]) / b, (x - centre[0]) / a)
        steps = max(2, ceil(abs(turn) * STEPS))
        for k in range(1, steps + 1):
            angle = start + 2 * pi * turn * k / steps
            ring.append((centre[0] + a * cos(angle), centre[1] + b * sin(angle)))
            if k < steps or abs(turn) == 1:
                smooth.add(len(ring) - 1)
    ring.pop()  # it closes on its first point
    return ring, {i % len(ring) for i in smooth}


def profile(solution: Solution, body: Turned) -> list[Stroke]:
    """The profile's runs in (radius, height), arcs in small steps."""
    values = solution.floats

    def at(xy: XY) -> Spot:
        return in_floats(xy[0], values), in_floats(xy[1], values)

    here, strokes = at(body.start), []
    for run in body.runs:
        end = at(run.to)
        if run.centre is None:
            points: tuple[Spot, ...] = (here, end)
        else:
            centre, turn = at(run.centre), in_floats(run.turn, values)
            (x, y), (u, v) = ((spot[0] - centre[0], spot[1] - centre[1]) for spot in (here, end))
            if abs(turn) < SLIGHT:  # as good as straight: told more exactly by its ends
                turn = atan2(x * v - y * u, x * u + y * v) / (2 * pi)
            radius, start = hypot(x, y), atan2(y, x)
            steps = max(8, ceil(abs(turn) * STEPS))
            halves = [pi * turn * k / steps for k in range(1, steps)]
            between = tuple(
                (
                    here[0] - 2 * radius * sin(half) * sin(start + half),
                    here[1] + 2 * radius * sin(half) * cos(start + half),
                )
                for half in halves
            )
            points = (here, *between, end)
        strokes.append(Stroke(run, points))
        here = end
    return strokes


def inside_ring(ring: list[Spot]) -> Callable[[float, float], bool]:
    """Whether a spot lies within a closed ring of points."""
    edges = list(zip(ring, [*ring[1:], ring[0]], strict=True))

    def contains(x: float, y: float) -> bool:
        odd = False
        for (ax, ay), (bx, by) in edges:
            if (ay > y) != (by > y) and x < (bx - ax) * (y - ay) / (by - ay) + ax:
                odd = not odd
        return odd

    return contains
