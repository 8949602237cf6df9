"""What fragments of sections sweep over an interval of levels: by Green's theorem the area on their left, and the area of the
face that stands over them, their length times how steep it is; each as a number that varies with the level.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import atan2, pi

from flint import arb

from mensuration.numbers import Real
from mensuration.plane.arrangement import Fragment
from mensuration.plane.edges import Arc, Edge, Line, Point
from mensuration.plane.geometry import cross, dot, minus
from mensuration.solids.lasting import Lasting
from mensuration.solids.patterns import Edges, Key, Pattern
from mensuration.solids.slabs import CutOtherwise
from mensuration.solids.varying import Unsure, Varying, ranged, slope_of, without_slope

ABOUT = 1e-3


@dataclass(frozen=True, eq=False)
class Sweeping:
    """Fragments all over an interval: their ``edges``, the same ``moving`` with how fast they do, where their ends are, and how fast
    the level rises with the parameter."""

    lasting: Lasting
    edges: Edges
    moving: Edges
    points: Mapping[int, Point]
    rise: Real
    pi: Real

    def fragments(self, pattern: Pattern) -> list[tuple[Fragment, Real, Real]]:
        """Each with what it adds to the area on its left, and to the area over it, by the parameter."""
        found = []
        turned: dict[Key, float] = {}
        for fragment in pattern.plane.fragments:
            tail, head = self.points[fragment.tail], self.points[fragment.head]
            edge = self.edges[fragment.edge.part, fragment.edge.index]
            if isinstance(edge, Line):
                found.append((fragment, *self._line(edge, tail, head)))
            elif isinstance(edge, Arc):
                whole = fragment.tail == fragment.head
                green, wall, angle = self._arc(edge, tail, head, whole)
                found.append((fragment, green, wall))
                key = edge.part, edge.index
                turned[key] = turned.get(key, 0.0) + angle
            else:
                raise CutOtherwise
        for key, angle in turned.items():
            self._check_order(pattern, key, angle)
        return found

    def _check_order(self, pattern: Pattern, key: Key, angle: float) -> None:
        """Fragments of an arc in another order would come to a turn more than it has; Unsure there. Those that it shares with
        another edge are counted with that one."""
        own = pattern.edges[key]
        shared = any(
            fragment.edge is not own and any(owner.edge is own for owner in fragment.owners)
            for fragment in pattern.plane.fragments
        )
        edge = self.edges[key]
        assert isinstance(edge, Arc)
        if not shared and abs(angle - abs(float(edge.sweep)) * 2 * pi) > ABOUT:
            raise Unsure

    def _line(self, edge: Line, tail: Point, head: Point) -> tuple[Real, Real]:
        key = edge.part, edge.index
        carrier = self.lasting.carrying({key: edge})[key]
        along = minus(carrier.end, carrier.start)
        square = dot(along, along)
        reach = dot(minus(head, tail), along)
        if float(dot(minus(edge.end, edge.start), along)) < 0:
            reach = -reach
        if not ranged(reach) > 0:
            raise Unsure
        x, y = (slope_of(value) for value in self.moving[key].start)
        drift = cross(along, (x, y))
        wall = (self.rise * self.rise + drift * drift / square).sqrt() * reach / square.sqrt()
        return cross(tail, head) / Real.of(2), wall

    def _arc(self, edge: Arc, tail: Point, head: Point, whole: bool) -> tuple[Real, Real, float]:
        if not self.lasting.rests((edge.part, edge.index)):
            raise CutOtherwise
        square = edge.radius * edge.radius
        anticlockwise = float(edge.sweep) > 0
        two = Real.of(2)
        green = cross(tail, head) / two
        if whole:
            counted = two * self.pi
            bulge = counted
            angle = 2 * pi
        else:
            u, v = minus(tail, edge.centre), minus(head, edge.centre)
            if not anticlockwise:
                u, v = v, u
            rough = (atan2(float(v[1]), float(v[0])) - atan2(float(u[1]), float(u[0]))) % (2 * pi)
            turned, sine = _angle(u, v, square, rough)
            angle = rough
            if not (ranged(turned) > 0 and ranged(turned) < 2 * arb.pi()):
                raise Unsure
            counted = turned * self.pi / _PI
            bulge = counted - sine
        share = square * bulge / two
        moving = self.moving[edge.part, edge.index]
        assert isinstance(moving, Arc)
        slope = slope_of(moving.radius * moving.radius) / two
        radial = (square * self.rise * self.rise + slope * slope).sqrt()
        return green + (share if anticlockwise else -share), counted * radial, angle


_PI = Real(None, arb.pi)


def _angle(u: Point, v: Point, square: Real, rough: float) -> tuple[Real, Real]:
    """The angle from one vector of a circle to another, near a rough one, and its sine."""
    sine, cosine = cross(u, v) / square, dot(u, v) / square
    near = arb(rough)
    s, c = Real(None, near.sin), Real(None, near.cos)
    off_sine, off_cosine = sine * c - cosine * s, cosine * c + sine * s
    if not ranged(off_cosine) > 0:
        raise Unsure
    tangent = off_sine / off_cosine
    off = tangent.arctan() if isinstance(tangent, Varying) else tangent.through(lambda ball: ball.atan())
    return off + Real(None, lambda: arb(rough)), sine


def still(edge: Edge) -> Edge:
    """The same edge, without how fast it moves."""
    (a, b), (c, d) = edge.start, edge.end
    still = replace(
        edge, start=(without_slope(a), without_slope(b)), end=(without_slope(c), without_slope(d))
    )
    if isinstance(still, Arc):
        x, y = still.centre
        centre = without_slope(x), without_slope(y)
        return replace(still, centre=centre, radius=without_slope(still.radius))
    return still
