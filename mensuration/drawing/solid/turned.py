"""The picture of a body turned about its axis: rings at its edges, and its outline against the eye."""

from __future__ import annotations

from math import asin, cos, hypot, pi, radians, sin, tan

from mensuration.catalogue.figure import Turned
from mensuration.drawing.solid.bodies import STEPS, Stroke, inside_ring, profile
from mensuration.drawing.solid.lines import Inside, Wireframe, closed, covered, hull, stretches
from mensuration.drawing.solid.space import V3, Spot, View, along, dot, minus
from mensuration.expressions.algebras import in_floats
from mensuration.solving import Solution

SMOOTH = 0.12  # runs that meet at a smaller angle (its sine) show no edge; arcs go in steps of 5°
ROUND_VIEW, TUBE_VIEW = View(0, 20), View(0, 36)


class Round:
    """A body turned about its axis: rings at its edges, and its outline against the eye."""

    def __init__(self, solution: Solution, body: Turned) -> None:
        self.solution, self.body = solution, body
        self.strokes = profile(solution, body)
        self.ring = [spot for stroke in self.strokes for spot in stroke.points[:-1]]
        if self.strokes[-1].points[-1] != self.strokes[0].points[0]:
            self.ring.append(self.strokes[-1].points[-1])
        self.reach = max(hypot(r, z) for r, z in self.ring)
        self.hollow = min(r for r, _ in self.ring) > 1e-9 * self.reach
        self.tube = self._as_tube()
        self.inside = self._inside()
        self.drawn_ = Wireframe(TUBE_VIEW if self.tube else ROUND_VIEW)
        self.towards = self.drawn_.view.towards

    def _as_tube(self) -> tuple[float, float, float] | None:
        """Of a disc led round the axis: the radius and height of its middle, and its own radius."""
        run = self.body.runs[0]
        if not self.hollow or run.centre is None:
            return None
        r, z = (in_floats(text, self.solution.floats) for text in run.centre)
        return r, z, hypot(self.ring[0][0] - r, self.ring[0][1] - z)

    def _inside(self) -> Inside:
        if self.tube is not None:
            r, z, tube = self.tube
            return lambda p: (hypot(p[0], p[1]) - r) ** 2 + (p[2] - z) ** 2 < tube * tube
        contains = inside_ring(self.ring)
        return lambda p: contains(hypot(p[0], p[1]), p[2])

    def drawn(self) -> Wireframe:
        for before, after in zip([self.strokes[-1], *self.strokes[:-1]], self.strokes, strict=True):
            r, z = after.points[0]
            one, two = _tangent(before, -1), _tangent(after, 0)
            meets = r > 1e-9 * self.reach and before.points[-1] == after.points[0]
            bent = abs(one[0] * two[1] - one[1] * two[0]) > SMOOTH or one[0] * two[0] + one[1] * two[1] < 0
            if meets and bent:
                self._circle(r, z, [one, two])
        for stroke in self.strokes:
            self._outline(stroke)
        for circle in self.body.equators:
            r, z = (in_floats(text, self.solution.floats) for text in circle)
            self._circle(r, z, [(0.0, 1.0)])
        self._fills()
        return self.drawn_

    def covered(self, p: V3) -> bool:
        return self.hollow and covered(p, self.inside, self.towards, self.reach)

    def _circle(self, r: float, z: float, tangents: list[Spot]) -> None:
        """A circle round the axis, hidden where all of the surface there looks away."""
        spots = [self._around(r, z, 2 * pi * k / STEPS) for k in range(STEPS)]
        facing = [
            max(dot(_outward(t, 2 * pi * k / STEPS), self.towards) for t in tangents) for k in range(STEPS)
        ]
        seen = [-abs(f) if self.covered(spot) else f for f, spot in zip(facing, spots, strict=True)]
        for points, shown in stretches(spots, seen):
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
            self._tube_outline()
            return
        low, high = (pick(p[1] for p in stroke.points) for pick in (min, max))
        up = self.drawn_.view.up
        spots = [
            (radius * cos(a), radius * sin(a) * up[1], z + radius * sin(a) * up[2])
            for a in (2 * pi * k / STEPS for k in range(STEPS))
        ]
        slack = 1e-9 * self.reach
        within = [min(p[2] - low, high - p[2]) + slack for p in spots]
        for points, shown in stretches(spots, within):
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

    def _tube_line(self, sign: float) -> list[V3]:
        """The far (+) or near (-) outline of a tube led round the axis: it is its radius off its middle's picture."""
        assert self.tube is not None
        r, z, tube = self.tube
        view = self.drawn_.view
        lean = sin(radians(view.raised))
        points = []
        for k in range(STEPS):
            angle = 2 * pi * k / STEPS
            across, above = cos(angle) * lean, sin(angle)
            share = sign * tube / (hypot(across, above) or 1.0)
            middle = self._around(r, z, angle)
            points.append(along(along(middle, across * share, view.right), above * share, view.up))
        return points

    def _tube_outline(self) -> None:
        self.drawn_.line(closed(self._tube_line(1)), False)
        near = self._tube_line(-1)
        for points, shown in stretches(near, [-1.0 if self.covered(p) else 1.0 for p in near]):
            if shown:
                self.drawn_.line(points, False)

    def _fills(self) -> None:
        """What lies between the lines that are drawn."""
        drawn = self.drawn_
        if self.tube is not None:
            hole = [p for p in self._tube_line(-1) if not self.covered(p)]
            drawn.fill([self._tube_line(1), hole], 0.62)
            return
        drawn.fills.append(([hull(drawn.spots)], 0.62))
        top = max(z for _, z in self.ring)
        flat = sorted({r for r, z in self.ring if z == top and r > 1e-9 * self.reach})
        if len(flat) > 1:
            drawn.fill([self._whole(flat[0], top)], 0.4)
        if flat:
            drawn.fill([self._whole(r, top) for r in flat[-1:] + flat[:-1]], 0.9)

    def _whole(self, r: float, z: float) -> list[V3]:
        return [self._around(r, z, 2 * pi * k / STEPS) for k in range(STEPS)]


def _tangent(stroke: Stroke, end: int) -> Spot:
    (r0, z0), (r1, z1) = stroke.points[:2] if end == 0 else stroke.points[-2:]
    size = hypot(r1 - r0, z1 - z0) or 1.0
    return (r1 - r0) / size, (z1 - z0) / size


def _outward(tangent: Spot, angle: float) -> V3:
    """The outward normal of a turned surface: the inside lies on the left of the profile's walk."""
    return tangent[1] * cos(angle), tangent[1] * sin(angle), -tangent[0]
