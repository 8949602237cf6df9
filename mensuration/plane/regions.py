"""Regions: closed boundaries of whole sides, taken from a composed figure, to be cut and measured by themselves.

A region's loops run with the region on their left. Sides that run on from one another along one line or one
circle are put together, so that a side ends only at a true corner.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from math import atan2, hypot
from math import pi as pi_

from flint import arb

from mensuration.expressions import trigonometric
from mensuration.numbers import NotClosed, Real
from mensuration.plane.arrangement import Arrangement, Fragment, Vertex
from mensuration.plane.containing import Monotone, crosses_inside, monotone
from mensuration.plane.edges import Arc, Bent, Box, Edge, Line, Point, Spot, around
from mensuration.plane.measuring import ball_angle, ball_vertex, known_point, run_length
from mensuration.plane.runs import runs_of
from mensuration.plane.tolerances import AHEAD, RELATIVE, ROUND, STRAIGHT_ON

_HALF, _TWO = Real.of(1) / Real.of(2), Real.of(2)
Loop = tuple[Edge, ...]


@dataclass(frozen=True)
class Region:
    """A bounded piece of the plane with its boundary; ``pi`` is the convention's number for π."""

    loops: tuple[Loop, ...]
    pi: Real

    @cached_property
    def edges(self) -> tuple[Edge, ...]:
        return tuple(edge for loop in self.loops for edge in loop)

    @property
    def straight(self) -> bool:
        """Whether all its sides are straight."""
        return all(edge.straight for edge in self.edges)

    @cached_property
    def box(self) -> Box:
        return around([edge.box for edge in self.edges])

    @cached_property
    def tolerance(self) -> float:
        left, bottom, right, top = self.box
        return RELATIVE * hypot(right - left, top - bottom)

    @cached_property
    def _pieces(self) -> list[Monotone]:
        return monotone(self.edges)

    def contains(self, spot: Spot) -> bool:
        """Whether a spot off the boundary lies inside."""
        return crosses_inside(self._pieces, *spot)

    @cached_property
    def polygon_area(self) -> Real:
        """Signed area of the polygon on the corners, by the shoelace formula."""
        return _HALF * Real.sum(
            e.start[0] * e.end[1] - e.end[0] * e.start[1] for e in self.edges if not e.whole_turn
        )

    @cached_property
    def area(self) -> Real:
        return self.polygon_area + Real.sum(
            bulge(edge, self.pi) for edge in self.edges if isinstance(edge, Bent)
        )


def bulge(edge: Bent, convention: Real) -> Real:
    """Signed area between an arc and its chord, more than 0 where the region bulges out: r²(θ - sin θ)/2, of an
    ellipse ab(θ - sin θ)/2 with the difference θ of the eccentric angles."""
    one, other = edge.halves
    if edge.whole_turn:
        size = convention * one * other
        return size if edge.sweep.sign() > 0 else -size
    angle = _TWO * convention * edge.sweep
    return one * other * _HALF * (angle - trigonometric("sin", edge.sweep))


def regions_of(arrangement: Arrangement, covers: Callable[[int], bool], pi: Real) -> Region:
    """What is covered, as one region with all its loops (it may be in several pieces)."""
    border = [(f, covers(f.left)) for f in arrangement.fragments if covers(f.left) != covers(f.right)]
    loops = walks(border)
    return Region(tuple(_merged(arrangement, loop, pi) for loop in loops), pi)


def walks(border: Sequence[tuple[Fragment, bool]]) -> list[list[tuple[Fragment, bool]]]:
    """The fragments as closed walks with the region on the left: (fragment, walked forward). Where several meet
    in one point the walk turns as far left as it can, so that pieces that only touch there stay loops of their own.
    """
    leaving: dict[int, list[tuple[Fragment, bool]]] = {}
    for fragment, left in border:
        leaving.setdefault(fragment.tail if left else fragment.head, []).append((fragment, left))
    loops: list[list[tuple[Fragment, bool]]] = []
    while leaving:
        first = here = next(iter(leaving))
        loop: list[tuple[Fragment, bool]] = []
        while here in leaving:
            steps = leaving[here]
            step = min(steps, key=lambda s: turning(loop[-1], s)) if loop and len(steps) > 1 else steps[0]
            steps.remove(step)
            if not steps:
                del leaving[here]
            loop.append(step)
            here = step[0].head if step[1] else step[0].tail
            if here == first:
                break
        loops.append(loop)
    return loops


def turning(before: tuple[Fragment, bool], after: tuple[Fragment, bool]) -> float:
    """How far the walk turns to the right from one fragment to the next, from -π to π."""
    back = _heading(*before, at_end=True)
    on = _heading(*after, at_end=False)
    turn = (on - back + pi_) % (2 * pi_) - pi_
    return -turn


def _heading(fragment: Fragment, forward: bool, at_end: bool) -> float:
    near, far = (
        (fragment.end_t, fragment.start_t) if forward == at_end else (fragment.start_t, fragment.end_t)
    )
    t = near + (far - near) * AHEAD
    a, b = fragment.edge.spot(near), fragment.edge.spot(t)
    angle = atan2(b[1] - a[1], b[0] - a[0])
    return angle + pi_ if at_end else angle


def _merged(arrangement: Arrangement, loop: list[tuple[Fragment, bool]], pi: Real) -> Loop:
    runs = runs_of(loop, lambda one, two: _runs_on(arrangement, one, two))
    return tuple(_side(arrangement, run, index, pi) for index, run in enumerate(runs))


def _runs_on(arrangement: Arrangement, one: tuple[Fragment, bool], two: tuple[Fragment, bool]) -> bool:
    a, b = one[0].edge, two[0].edge
    if isinstance(a, Arc) and isinstance(b, Arc):
        tolerance = 4 * arrangement.tolerance
        return (
            hypot(a.c[0] - b.c[0], a.c[1] - b.c[1]) <= tolerance
            and abs(a.r - b.r) <= tolerance
            and (_rough_sweep(*one) > 0) == (_rough_sweep(*two) > 0)
        )
    if not a.straight or not b.straight:
        return a is b
    turn = _heading(*two, at_end=False) - _heading(*one, at_end=True)
    return abs((turn + pi_) % (2 * pi_) - pi_) < STRAIGHT_ON


def _rough_sweep(fragment: Fragment, forward: bool) -> float:
    assert isinstance(fragment.edge, Bent)
    sweep = fragment.edge.angles[1] * (fragment.end_t - fragment.start_t)
    return sweep if forward else -sweep


def _side(arrangement: Arrangement, run: list[tuple[Fragment, bool]], index: int, pi: Real) -> Edge:
    (first, forward), (last, onward) = run[0], run[-1]
    start = vertex_point(arrangement.vertices[first.tail if forward else first.head])
    end = vertex_point(arrangement.vertices[last.head if onward else last.tail])
    edge = first.edge
    name = f"side {index + 1}"
    if not isinstance(edge, Bent):
        return straight_side(name, index, start, end)
    fragments = [fragment for fragment, _ in run]
    length = run_length(arrangement, fragments, edge, pi)
    rough = sum(_rough_sweep(*step) for step in run)
    closed = first.tail == last.head if forward else first.head == last.tail
    if closed and (len(run) == 1 or abs(abs(rough) - 2 * pi_) < ROUND):
        sweep = Real.of(1)
    elif isinstance(edge, Arc):
        sweep = length / (_TWO * pi * edge.radius)
    else:
        sweep = oval_sweep(edge, abs(rough), *((start, end) if rough > 0 else (end, start)))
    signed = sweep if rough > 0 else -sweep
    return replace(
        edge, name=name, part=-1, index=index, start=start, end=end, length=length, formula="", sweep=signed
    )


def oval_sweep(edge: Bent, rough: float, start: Point, end: Point) -> Real:
    """The eccentric angle from one point of an ellipse on to another, in turns, near to ``rough`` radians."""

    def recipe() -> arb:
        p, q = ((x.ball(), y.ball()) for x, y in (start, end))
        return ball_angle(edge, rough, p, q) / (2 * arb.pi())

    return Real(None, recipe)


def straight_side(name: str, index: int, start: Point, end: Point) -> Line:
    """A straight side between two points."""
    x, y = end[0] - start[0], end[1] - start[1]
    if not x.sign() or not y.sign():
        return Line(name, -1, index, start, end, abs(x + y), "")
    return Line(name, -1, index, start, end, (x * x + y * y).sqrt(), "")


def vertex_point(vertex: Vertex) -> Point:
    """A vertex as a pair of numbers: exact where it can be, else with proven digits."""
    try:
        x, y = known_point(vertex)
        return Real(x), Real(y)
    except NotClosed:
        return Real(None, lambda: ball_vertex(vertex)[0]), Real(None, lambda: ball_vertex(vertex)[1])
