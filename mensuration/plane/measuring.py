"""Lengths and areas along the fragments of an arrangement, with proven digits.

Areas by Green's theorem: the signed polygon on the vertices plus, for every arc, its circular segment
r²(θ - sin θ)/2. Lengths: distance of the vertices, or rθ. With a convention for π, a turn counts as
2π' in angles (never in sines), so that a whole disc measures π' r².
"""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from math import pi

from flint import arb

from mensuration.expressions.evaluate import SINES
from mensuration.numbers import Real
from mensuration.plane.arrangement import Arrangement, Fragment, Vertex
from mensuration.plane.crossings import BallPoint, ball_distance, ball_meeting, ball_point
from mensuration.plane.edges import Edge

Covers = Callable[[int], bool]


def enclosed(arrangement: Arrangement, covers: Covers, convention: Real) -> Real:
    """Area of all regions whose mask of parts satisfies ``covers``."""
    border = [(f, covers(f.left)) for f in arrangement.fragments if covers(f.left) != covers(f.right)]

    def recipe() -> arb:
        points: dict[int, BallPoint] = {}
        total = arb(0)
        for fragment, inside_left in border:
            share = _green(arrangement, fragment, points, convention)
            total += share if inside_left else -share
        return total

    return Real(None, recipe)


def _green(
    arrangement: Arrangement, fragment: Fragment, points: dict[int, BallPoint], convention: Real
) -> arb:
    for index in (fragment.tail, fragment.head):
        if index not in points:
            points[index] = ball_vertex(arrangement.vertices[index])
    p, q = points[fragment.tail], points[fragment.head]
    area = (p[0] * q[1] - q[0] * p[1]) / 2
    edge = fragment.edge
    if edge.radius is not None:
        angle = _ball_angle(fragment, p, q)
        counted = angle * convention.ball() / arb.pi()
        radius = edge.radius.ball()
        area += radius * radius * (counted - angle.sin()) / 2
    return area


def ball_vertex(vertex: Vertex) -> BallPoint:
    if vertex.exact is not None:
        return ball_point(vertex.exact)
    assert vertex.edges is not None
    return ball_meeting(*vertex.edges, vertex.spot)


def _ball_angle(fragment: Fragment, p: BallPoint, q: BallPoint) -> arb:
    """Signed angle in radians from p to q: the float angle, put right by a small enclosed rest."""
    edge = fragment.edge
    if fragment.tail == fragment.head:
        return arb.pi() * (2 if edge.angles[1] > 0 else -2)
    assert edge.centre is not None
    c = ball_point(edge.centre)
    rough = arb(_rough_angle(fragment))
    cosine, sine = rough.cos(), rough.sin()
    u, v = (p[0] - c[0], p[1] - c[1]), (q[0] - c[0], q[1] - c[1])
    turned = (u[0] * cosine - u[1] * sine, u[0] * sine + u[1] * cosine)
    cross = turned[0] * v[1] - turned[1] * v[0]
    dot = turned[0] * v[0] + turned[1] * v[1]
    return rough + (cross / dot).atan()


def _rough_angle(fragment: Fragment) -> float:
    return fragment.edge.angles[1] * (fragment.end_t - fragment.start_t)


def run_length(arrangement: Arrangement, run: list[Fragment], edge: Edge, convention: Real) -> Real:
    """Length of neighbouring fragments of one edge; exact where both ends are corners of parts."""
    ends = _run_ends(run)
    first, last = (arrangement.vertices[index] for index in ends)
    if first.exact is not None and last.exact is not None:
        rough = 0.0 if edge.straight else sum(abs(_rough_angle(f)) for f in run)
        exact = _exact_length(edge, first, last, rough, convention)
        if exact is not None:
            return exact
    pieces = [(f, arrangement.vertices[f.tail], arrangement.vertices[f.head]) for f in run]

    def recipe() -> arb:
        total = arb(0)
        for fragment, tail, head in pieces:
            p, q = ball_vertex(tail), ball_vertex(head)
            radius = fragment.edge.radius
            if radius is None:
                total += ball_distance(p, q)
            else:
                angle = abs(_ball_angle(fragment, p, q))
                total += radius.ball() * angle * convention.ball() / arb.pi()
        return total

    return Real(None, recipe)


def _run_ends(run: list[Fragment]) -> tuple[int, int]:
    if len(run) == 1:
        return run[0].tail, run[0].head
    counts: dict[int, int] = {}
    for fragment in run:
        for index in (fragment.tail, fragment.head):
            counts[index] = counts.get(index, 0) + 1
    loose = [index for index, count in counts.items() if count == 1]
    return (loose[0], loose[1]) if len(loose) == 2 else (run[0].tail, run[0].tail)


def _exact_length(edge: Edge, first: Vertex, last: Vertex, rough: float, convention: Real) -> Real | None:
    assert first.exact is not None and last.exact is not None
    (px, py), (qx, qy) = first.exact, last.exact
    if edge.radius is None:
        (ax, ay), (bx, by) = edge.start, edge.end
        along = ((qx - px) * (bx - ax) + (qy - py) * (by - ay)) / edge.length
        return abs(along) if along.exact is not None else None
    assert edge.centre is not None
    cx, cy = edge.centre
    dot = (px - cx) * (qx - cx) + (py - cy) * (qy - cy)
    turns = _known_turn(dot / (edge.radius * edge.radius), rough / (2 * pi))
    return None if turns is None else edge.radius * Real.of(2 * turns) * convention


def _known_turn(cosine: Real, rough: float) -> Fraction | None:
    """The angle in turns with this exact cosine, when it is a whole multiple of 15°."""
    if cosine.exact is None:
        return None
    for degrees, sine in SINES.items():
        if cosine.exact in (sine, -sine):
            up = Fraction(90 - degrees if cosine.exact == sine else 90 + degrees, 360)
            return min((up, 1 - up), key=lambda turns: abs(float(turns) - rough))
    return None
