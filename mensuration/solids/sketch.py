"""How a solid looks: a parallel projection to scale, hidden edges apart, as textbooks draw it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from functools import lru_cache
from math import asin, cos, hypot, pi, radians, sin, tan

from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Raised, Solid, Turned
from mensuration.expressions.floats import in_floats
from mensuration.solids.bodies import (
    STEPS,
    Mesh,
    Stroke,
    inside_ring,
    mesh_of,
    point,
    profile,
    raised_mesh,
)
from mensuration.solids.space import V3, Spot, View, along, dot, minus, normal, unit
from mensuration.solving import Solution

FLAT_VIEW, ROUND_VIEW, TUBE_VIEW = View(28, 22), View(0, 20), View(0, 36)
TURNS = (28, 20, 36, 44, 52, 12)  # degrees, the usual one first
EDGE_ON = 0.12
LIGHT = unit((-0.35, -0.55, 0.75))
MARCH = 48
Inside = Callable[[V3], bool]


@dataclass
class Sketch:
    """Lines (points, whether hidden) and fills (rings, brightness 0 to 1), in the picture's plane."""

    view: View
    lines: list[tuple[list[Spot], bool]] = field(default_factory=list)
    fills: list[tuple[list[list[Spot]], float]] = field(default_factory=list)
    upright: tuple[V3, V3] | None = None
    """Where the height of a raised body is told: its outermost upright line."""

    def line(self, points: Iterable[V3], hidden: bool) -> None:
        self.lines.append(([self.view.seen(p) for p in points], hidden))

    def fill(self, rings: Iterable[Iterable[V3]], brightness: float) -> None:
        self.fills.append(([[self.view.seen(p) for p in ring] for ring in rings], brightness))

    @property
    def spots(self) -> list[Spot]:
        return [spot for points, _ in self.lines for spot in points]


@lru_cache(maxsize=500)
def sketch(solution: Solution) -> Sketch:
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
            return _Round(solution, body).drawn()
        case Ellipsoid():
            return _ellipsoid(solution, body)


# Bodies with flat faces


def _of_mesh(mesh: Mesh, inside: Inside | None = None) -> Sketch:
    """Edges between two faces that look away are hidden; so is, in a body that is not convex, what lies behind it."""
    corners = [[mesh.points[i] for i in face] for face in mesh.faces]
    normals = [unit(normal(points)) for points in corners]
    drawn = Sketch(_view(mesh, normals))
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
    """The usual view, or the next one in which no face is seen edge-on."""
    flat = [n for n, face in zip(normals, mesh.faces, strict=True) if not {*face} <= mesh.smooth]
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
        return _covered(along(a, 0.5, minus(b, a)), inside, towards, reach)

    return behind


def _covered(p: V3, inside: Inside, towards: V3, reach: float) -> bool:
    """Whether a body lies between a point of its surface and the eye."""
    return any(inside(along(p, reach * (0.004 + 2 * k / MARCH), towards)) for k in range(MARCH))


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


def _raised(solution: Solution, body: Raised) -> Sketch:
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


# Round bodies


class _Round:
    """A body turned about its axis: rings at its edges, and its outline against the eye."""

    def __init__(self, solution: Solution, body: Turned) -> None:
        self.solution, self.body = solution, body
        self.strokes = profile(solution, body)
        self.ring = [spot for stroke in self.strokes for spot in stroke.points[:-1]]
        if self.strokes[-1].points[-1] != self.strokes[0].points[0]:
            self.ring.append(self.strokes[-1].points[-1])
        self.reach = max(hypot(r, z) for r, z in self.ring)
        contains = inside_ring(self.ring)
        self.inside: Inside = lambda p: contains(hypot(p[0], p[1]), p[2])
        self.hollow = min(r for r, _ in self.ring) > 1e-9 * self.reach
        tube = self.hollow and body.runs[0].centre is not None
        self.drawn_ = Sketch(TUBE_VIEW if tube else ROUND_VIEW)
        self.towards = self.drawn_.view.towards

    def drawn(self) -> Sketch:
        self._fills()
        for before, after in zip([self.strokes[-1], *self.strokes[:-1]], self.strokes, strict=True):
            r, z = after.points[0]
            one, two = _tangent(before, -1), _tangent(after, 0)
            closed = before.points[-1] == after.points[0]
            if r > 1e-9 * self.reach and closed and abs(one[0] * two[1] - one[1] * two[0]) > 0.05:
                self._circle(r, z, [one, two])
        for stroke in self.strokes:
            self._outline(stroke)
        for circle in self.body.equators:
            r, z = (in_floats(text, self.solution.floats) for text in circle)
            self._circle(r, z, [(0.0, 1.0)])
        return self.drawn_

    def covered(self, p: V3) -> bool:
        return self.hollow and _covered(p, self.inside, self.towards, self.reach)

    def _circle(self, r: float, z: float, tangents: list[Spot]) -> None:
        """A circle round the axis, hidden where all of the surface there looks away."""
        spots = [self._around(r, z, 2 * pi * k / STEPS) for k in range(STEPS)]
        seen = [
            any(dot(_outward(t, 2 * pi * k / STEPS), self.towards) > 1e-9 for t in tangents)
            and not self.covered(spots[k])
            for k in range(STEPS)
        ]
        for points, shown in _stretches(spots, seen):
            self.drawn_.line(points, not shown)

    def _around(self, r: float, z: float, angle: float) -> V3:
        return r * cos(angle), r * sin(angle), z

    def _outline(self, stroke: Stroke) -> None:
        """Where the surface turns away from the eye."""
        if stroke.run.centre is None:
            self._straight_outline(stroke)
            return
        r, z = (in_floats(text, self.solution.floats) for text in stroke.run.centre)
        radius = hypot(stroke.points[0][0] - r, stroke.points[0][1] - z)
        if abs(r) > 1e-9 * self.reach:
            self._tube_outline(r, z, radius)
            return
        low, high = (pick(p[1] for p in stroke.points) for pick in (min, max))
        up = self.drawn_.view.up
        spots = [
            (radius * cos(a), radius * sin(a) * up[1], z + radius * sin(a) * up[2])
            for a in (2 * pi * k / STEPS for k in range(STEPS))
        ]
        slack = 1e-9 * self.reach
        within = [low - slack <= p[2] <= high + slack for p in spots]
        for points, shown in _stretches(spots, within):
            if shown:
                self.drawn_.line(points, False)

    def _straight_outline(self, stroke: Stroke) -> None:
        (r0, z0), (r1, z1) = stroke.points
        if abs(z1 - z0) < 1e-12 * self.reach:
            return
        sine = -(r1 - r0) / (z1 - z0) * tan(radians(self.drawn_.view.raised))
        if abs(sine) < 1:
            for angle in (asin(sine), pi - asin(sine)):
                ends = [self._around(r0, z0, angle), self._around(r1, z1, angle)]
                middle = along(ends[0], 0.5, minus(ends[1], ends[0]))
                self.drawn_.line(ends, self.covered(middle))

    def _tube(self, r: float, z: float, tube: float, sign: float) -> list[V3]:
        """The far (+) or near (-) outline of a tube led round the axis: it is ``tube`` off its middle's picture."""
        view = self.drawn_.view
        lean = sin(radians(view.raised))
        points = []
        for k in range(STEPS):
            angle = 2 * pi * k / STEPS
            across, above = cos(angle) * lean, sin(angle)
            size = hypot(across, above) / (sign * tube)
            middle = self._around(r, z, angle)
            points.append(along(along(middle, across / size, view.right), above / size, view.up))
        return points

    def _tube_outline(self, r: float, z: float, tube: float) -> None:
        self.drawn_.line(_closed(self._tube(r, z, tube, 1)), False)
        near = self._tube(r, z, tube, -1)
        for points, shown in _stretches(near, [not self.covered(p) for p in near]):
            if shown:
                self.drawn_.line(points, False)

    def _fills(self) -> None:
        tubes = [s for s in self.strokes if s.run.centre is not None and self.hollow]
        if tubes:
            r, z = (in_floats(text, self.solution.floats) for text in tubes[0].run.centre or ("0", "0"))
            tube = hypot(tubes[0].points[0][0] - r, tubes[0].points[0][1] - z)
            near = self._tube(r, z, tube, -1)
            hole = [p for p in near if not self.covered(p)]
            self.drawn_.fill([self._tube(r, z, tube, 1), hole], 0.62)
            return
        rings = [self._whole(r, z) for r, z in self.ring]
        self.drawn_.fills.append(([hull([self.drawn_.view.seen(p) for ring in rings for p in ring])], 0.62))
        top = max(z for _, z in self.ring)
        flat = sorted({r for r, z in self.ring if z == top and r > 1e-9 * self.reach})
        if flat:
            if len(flat) > 1:
                self.drawn_.fill([self._whole(flat[0], top)], 0.4)
            self.drawn_.fill([self._whole(r, top) for r in flat[-1:] + flat[:-1]], 0.9)

    def _whole(self, r: float, z: float) -> list[V3]:
        return [self._around(r, z, 2 * pi * k / STEPS) for k in range(STEPS)]


def _tangent(stroke: Stroke, end: int) -> Spot:
    (r0, z0), (r1, z1) = stroke.points[:2] if end == 0 else stroke.points[-2:]
    size = hypot(r1 - r0, z1 - z0) or 1.0
    return (r1 - r0) / size, (z1 - z0) / size


def _outward(tangent: Spot, angle: float) -> V3:
    """The outward normal of a turned surface: the inside lies on the left of the profile's walk."""
    return tangent[1] * cos(angle), tangent[1] * sin(angle), -tangent[0]


def _closed(points: list[V3]) -> list[V3]:
    return [*points, points[0]]


def _stretches(points: list[V3], flags: list[bool]) -> list[tuple[list[V3], bool]]:
    """A closed ring of points cut where the flag changes; each stretch reaches the next one's first point."""
    if len(set(flags)) == 1:
        return [(_closed(points), flags[0])]
    n = len(points)
    start = next(i for i in range(n) if flags[i] != flags[i - 1])
    found: list[tuple[list[V3], bool]] = []
    for k in range(start, start + n):
        i = k % n
        if not found or found[-1][1] != flags[i]:
            if found:
                found[-1][0].append(points[i])
            found.append(([], flags[i]))
        found[-1][0].append(points[i])
    found[-1][0].append(points[start])
    return found


def _ellipsoid(solution: Solution, body: Ellipsoid) -> Sketch:
    """The outline is the picture of the ellipse where the surface turns away; one level ellipse shows the roundness."""
    drawn = Sketch(FLAT_VIEW)
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
    drawn.line(_closed(rim), False)
    for ring, normals in (
        ([(a * cos(t), b * sin(t), 0.0) for t in turns], [(cos(t) / a, sin(t) / b, 0.0) for t in turns]),
        ([(0.0, b * cos(t), c * sin(t)) for t in turns], [(0.0, cos(t) / b, sin(t) / c) for t in turns]),
    ):
        seen = [dot(n, towards) > 0 for n in normals]
        for points, shown in _stretches(ring, seen):
            drawn.line(points, not shown)
    return drawn


def hull(spots: list[Spot]) -> list[Spot]:
    """The convex hull, anticlockwise (Andrew's monotone chain)."""
    ordered = sorted(set(spots))

    def half(row: list[Spot]) -> list[Spot]:
        chain: list[Spot] = []
        for x, y in row:
            while len(chain) > 1:
                (ax, ay), (bx, by) = chain[-2:]
                if (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0:
                    break
                chain.pop()
            chain.append((x, y))
        return chain[:-1]

    return half(ordered) + half(ordered[::-1])
