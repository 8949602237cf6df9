"""Lengths and areas along the fragments of an arrangement: exactly where they close, else with proven digits.

Areas by Green's theorem. With balls: the signed polygon on the vertices plus, for every arc, its
circular segment r²(θ - sin θ)/2. Exactly: for every arc from p to q the sector r²θ/2 and the triangles
that join it to the origin, (c × (q - p))/2. Lengths: distance of the vertices, or rθ. With a convention
for π, a turn counts as 2π' in angles (never in sines), so that a whole disc measures π' r².
"""

from __future__ import annotations

from collections.abc import Callable, Iterable

from flint import arb, ctx

from mensuration.numbers import PI, Exact, NotClosed, Real
from mensuration.numbers.exact import ZERO
from mensuration.numbers.roots import root
from mensuration.plane.arrangement import Arrangement, Fragment, Vertex
from mensuration.plane.crossings import ball_distance, ball_meeting, ball_point, exact_meeting
from mensuration.plane.edges import Arc, BallPoint, Bent, Edge, EllipseArc, ExactPoint, Line
from mensuration.plane.exactly import HALF, WHOLE_TURN, angle_between, size
from mensuration.plane.geometry import EXACT, cross, dot, exactly, minus
from mensuration.plane.ovals import oval_length

MAX_EXACT_FRAGMENTS = 2000

Covers = Callable[[int], bool]


def enclosed(
    arrangement: Arrangement, covers: Covers, convention: Real, fragments: Iterable[Fragment] | None = None
) -> Real:
    """Area of all regions whose mask of parts satisfies ``covers``; where only some ``fragments`` can bound them, by these."""
    sides = (
        (f, covers(f.left), covers(f.right))
        for f in (arrangement.fragments if fragments is None else fragments)
    )
    border = [(f, left) for f, left, right in sides if left != right]
    if len(border) <= MAX_EXACT_FRAGMENTS:
        try:
            return Real(_exactly_enclosed(arrangement, border, convention))
        except NotClosed:
            pass

    def recipe() -> arb:
        points: dict[int, BallPoint] = {}
        total = arb(0)
        for fragment, inside_left in border:
            share = _green(arrangement, fragment, points, convention)
            total += share if inside_left else -share
        return total

    return Real(None, recipe)


def _exactly_enclosed(
    arrangement: Arrangement, border: list[tuple[Fragment, bool]], convention: Real
) -> Exact:
    double = ZERO
    arcs: dict[tuple[ExactPoint, Exact], list[ArcRun]] = {}
    for fragment, forward in border:
        edge = fragment.edge
        tail, head = (fragment.tail, fragment.head) if forward else (fragment.head, fragment.tail)
        if not isinstance(edge, Line | Arc):
            raise NotClosed("parts of an ellipse are given as decimals")
        if isinstance(edge, Line):
            double = double + cross(
                known_point(arrangement.vertices[tail]), known_point(arrangement.vertices[head])
            )
        else:
            circle = (EXACT.point(edge.centre), exactly(edge.radius))
            sweep = edge.angles[1] * (fragment.end_t - fragment.start_t)
            arcs.setdefault(circle, []).append((tail, head, sweep if forward else -sweep))
    share = _counted(convention)
    for (centre, radius), pieces in arcs.items():
        for tail, head, sweep in joined_arcs(pieces):
            if tail == head:
                angle = WHOLE_TURN if sweep > 0 else -WHOLE_TURN
            else:
                p, q = known_point(arrangement.vertices[tail]), known_point(arrangement.vertices[head])
                angle = angle_between(minus(p, centre), minus(q, centre), radius, sweep)
                double = double + cross(centre, minus(q, p))
            double = double + radius * radius * angle * share
    return double * HALF


ArcRun = tuple[int, int, float]  # from vertex, to vertex, rough signed sweep in radians


def joined_arcs(pieces: Iterable[ArcRun]) -> list[ArcRun]:
    """Arcs of one circle with those that run on from one another put together."""
    waiting = {tail: (tail, head, sweep) for tail, head, sweep in pieces}
    heads = {head for _, head, _ in waiting.values()}
    joined: list[ArcRun] = []
    while waiting:
        start = next((tail for tail in waiting if tail not in heads), next(iter(waiting)))
        tail, here, sweep = waiting.pop(start)
        while here in waiting:
            _, here, more = waiting.pop(here)
            sweep += more
        joined.append((tail, here, sweep))
    return joined


def known_point(vertex: Vertex) -> ExactPoint:
    """The exact coordinates of a vertex. NotClosed where they are no sums of roots."""
    if vertex.found is None:
        vertex.found = _found(vertex) or False
    if not vertex.found:
        raise NotClosed("a crossing point has no short exact coordinates")
    return vertex.found


def _found(vertex: Vertex) -> ExactPoint | None:
    try:
        if vertex.exact is not None:
            return EXACT.point(vertex.exact)
        assert vertex.edges is not None
        return exact_meeting(*vertex.edges, vertex.spot)
    except NotClosed:
        return None


def _counted(convention: Real) -> Exact:
    """What a radian counts as when π counts as ``convention``."""
    return exactly(convention / PI)


def _green(
    arrangement: Arrangement, fragment: Fragment, points: dict[int, BallPoint], convention: Real
) -> arb:
    for index in (fragment.tail, fragment.head):
        if index not in points:
            points[index] = ball_vertex(arrangement.vertices[index])
    p, q = points[fragment.tail], points[fragment.head]
    area = (p[0] * q[1] - q[0] * p[1]) / 2
    edge = fragment.edge
    if isinstance(edge, Bent):
        angle = _ball_angle(fragment, edge, p, q)
        counted = angle * convention.ball() / arb.pi()
        one, other = edge.halves
        area += one.ball() * other.ball() * (counted - angle.sin()) / 2
    return area


def ball_vertex(vertex: Vertex) -> BallPoint:
    """An enclosure of a vertex at the working precision in force."""
    found = vertex.balls.get(ctx.prec)
    if found is None:
        if vertex.exact is not None:
            found = ball_point(vertex.exact)
        else:
            assert vertex.edges is not None
            found = ball_meeting(*vertex.edges, vertex.spot)
        vertex.balls[ctx.prec] = found
    return found


def _ball_angle(fragment: Fragment, edge: Bent, p: BallPoint, q: BallPoint) -> arb:
    """Signed angle in radians from p to q along a fragment of an edge."""
    if fragment.tail == fragment.head:
        return arb.pi() * (2 if edge.angles[1] > 0 else -2)
    return ball_angle(edge, _rough_angle(fragment, edge), p, q)


def ball_angle(edge: Bent, rough_angle: float, p: BallPoint, q: BallPoint) -> arb:
    """Signed angle in radians from p to q on an edge's circle or ellipse: the float angle, put right by a
    small enclosed rest."""
    rough = arb(rough_angle)
    cosine, sine = rough.cos(), rough.sin()
    u, v = edge.ball_unit(p), edge.ball_unit(q)
    turned = (u[0] * cosine - u[1] * sine, u[0] * sine + u[1] * cosine)
    cross = turned[0] * v[1] - turned[1] * v[0]
    dot = turned[0] * v[0] + turned[1] * v[1]
    return rough + (cross / dot).atan()


def _rough_angle(fragment: Fragment, edge: Bent) -> float:
    return edge.angles[1] * (fragment.end_t - fragment.start_t)


def run_length(arrangement: Arrangement, run: list[Fragment], edge: Edge, convention: Real) -> Real:
    """Length of neighbouring fragments of one edge; exact where both ends have exact coordinates."""
    try:
        return Real(_exact_length(arrangement, run, edge, convention))
    except NotClosed:
        pass
    pieces = [(f, arrangement.vertices[f.tail], arrangement.vertices[f.head]) for f in run]

    def recipe() -> arb:
        total = arb(0)
        for fragment, tail, head in pieces:
            p, q = ball_vertex(tail), ball_vertex(head)
            match fragment.edge:
                case EllipseArc() as oval:
                    length = oval_length(oval, p, _ball_angle(fragment, oval, p, q))
                    total += length * convention.ball() / arb.pi()
                case Arc() as arc:
                    angle = abs(_ball_angle(fragment, arc, p, q))
                    total += arc.radius.ball() * angle * convention.ball() / arb.pi()
                case _:
                    total += ball_distance(p, q)
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


def _exact_length(arrangement: Arrangement, run: list[Fragment], edge: Edge, convention: Real) -> Exact:
    if not isinstance(edge, Line | Arc):
        raise NotClosed("a part of an ellipse has no short exact length")
    tail, head = _run_ends(run)
    p, q = known_point(arrangement.vertices[tail]), known_point(arrangement.vertices[head])
    if isinstance(edge, Line):
        along = minus(EXACT.point(edge.end), EXACT.point(edge.start))
        step = minus(q, p)
        if not (along[0] and along[1]):
            return size(step[0] + step[1])  # level or upright: one of them is nought
        if edge.length.exact is not None:
            return size(dot(step, along) / edge.length.exact)
        return root(dot(step, step))
    radius, centre = exactly(edge.radius), EXACT.point(edge.centre)
    rough = sum(abs(_rough_angle(f, edge)) for f in run)
    angle = WHOLE_TURN if tail == head else angle_between(minus(p, centre), minus(q, centre), radius, rough)
    return radius * angle * _counted(convention)
