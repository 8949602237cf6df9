"""Where a part stands that is attached to another: on one of its straight edges, or on its middle.

With the edge's direction u and the seat's own direction v (both with the inside on their left), the part is
turned by the rotation that takes v to u (it lies inside) or to -u (it stands outside).
"""

from __future__ import annotations

from collections.abc import Sequence

from mensuration.catalogue.figure import LineTo
from mensuration.numbers import Real
from mensuration.plane.edges import Edge, Point
from mensuration.plane.placing import PlacedPart, Placement
from mensuration.solving import Solution

_HALF = Real.of(1) / Real.of(2)


class NoSeat(ValueError):
    """The part has no straight edge to stand on."""


def on_edge_of(
    target: PlacedPart,
    edge: Edge,
    solution: Solution,
    inside: bool,
    along: str,
    shift: Point,
    turn: Real,
    flip: bool,
) -> Placement:
    """The placement of a solved figure on a straight edge of another part. NoSeat where it has none.

    ``along`` is start, middle or end; ``shift`` moves it along the edge and away from it (base units); ``turn``
    (turns) turns it about the middle of its seat.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, place
    >>> slab = place("slab", 0, "add", square, Placement())
    >>> from mensuration.numbers import NOUGHT
    >>> top = straight_edge(slab, "top")
    >>> on_top = on_edge_of(slab, top, square, False, "middle", (NOUGHT, NOUGHT), NOUGHT, False)
    >>> on_top.at[1].same_as(square.values["side"].value)
    True
    """
    p, q = _facing(target, edge)
    u, away = edge_axes(target, edge, inside)
    s, t = _seat(solution, flip)
    v = _unit(s, t)
    d = u if inside else (-u[0], -u[1])
    aligned = (v[0] * d[0] + v[1] * d[1], v[0] * d[1] - v[1] * d[0])
    heading = Placement(turn=turn).aim(aligned) if turn.sign() else aligned
    first, last = (s, t) if inside else (t, s)
    held, mark = {"start": (first, p), "middle": (_middle(s, t), _middle(p, q)), "end": (last, q)}[along]
    x, y = _turned(held, heading)
    at = (
        mark[0] - x + u[0] * shift[0] + away[0] * shift[1],
        mark[1] - y + u[1] * shift[0] + away[1] * shift[1],
    )
    return Placement(at, turn, flip, heading)


def edge_axes(target: PlacedPart, edge: Edge, inside: bool) -> tuple[Point, Point]:
    """The directions in which a shift moves a part on this edge: along it and away from it.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, place
    >>> slab = place("slab", 0, "add", square, Placement())
    >>> [tuple(map(float, axis)) for axis in edge_axes(slab, slab.edges[0], inside=True)]
    [(1.0, 0.0), (0.0, 1.0)]
    """
    u = _unit(*_facing(target, edge))
    return u, ((-u[1], u[0]) if inside else (u[1], -u[0]))


def _facing(target: PlacedPart, edge: Edge) -> tuple[Point, Point]:
    """The ends of an edge with the part on its left, also when it is mirrored."""
    return (edge.end, edge.start) if target.placement.flip else (edge.start, edge.end)


def on_middle_of(target: PlacedPart, solution: Solution, shift: Point, turn: Real, flip: bool) -> Placement:
    """The placement that brings the figure's middle onto another part's middle, shifted by ``shift``.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, place
    >>> slab = place("slab", 0, "add", square, Placement())
    >>> from mensuration.numbers import NOUGHT
    >>> at = on_middle_of(slab, square, (NOUGHT, NOUGHT), NOUGHT, flip=False).at
    >>> at[0].same_as(NOUGHT), at[1].same_as(NOUGHT)
    (True, True)
    """
    mark = target.placement.put(_worked(target.solution, target.solution.plane.centre))
    x, y = Placement(turn=turn, flip=flip).put(_worked(solution, solution.plane.centre))
    return Placement((mark[0] - x + shift[0], mark[1] - y + shift[1]), turn, flip)


def straight_edge(part: PlacedPart, name: str) -> Edge | None:
    """The straight edge of this name, if the part has one.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, place
    >>> slab = place("slab", 0, "add", square, Placement())
    >>> straight_edge(slab, "top").length.same_as(square.values["side"].value)
    True
    """
    return next((edge for edge in part.edges if edge.straight and edge.name == name), None)


def _seat(solution: Solution, flip: bool) -> tuple[Point, Point]:
    """Start and end of the figure's seat in its own axes, the inside on its left also when mirrored."""
    wanted = solution.plane.seat
    start = solution.outline.start
    for edge in solution.outline.edges:
        if isinstance(edge, LineTo) and wanted in (None, edge.name):
            ends = [_worked(solution, start), _worked(solution, edge.to)]
            if flip:
                ends = [(-x, y) for x, y in reversed(ends)]
            return ends[0], ends[1]
        start = edge.to
    raise NoSeat


def _worked(solution: Solution, xy: Sequence[str]) -> Point:
    return solution.spot((xy[0], xy[1]))


def _unit(p: Point, q: Point) -> Point:
    x, y = q[0] - p[0], q[1] - p[1]
    length = (x * x + y * y).sqrt()
    return x / length, y / length


def _middle(p: Point, q: Point) -> Point:
    return (p[0] + q[0]) * _HALF, (p[1] + q[1]) * _HALF


def _turned(point: Point, heading: Point) -> Point:
    x, y = point
    c, s = heading
    return x * c - y * s, x * s + y * c
