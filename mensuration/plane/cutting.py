"""Cutting a region along straight cuts into pieces, by tracing the faces of the planar graph of all sides.

Sides and cuts are split where they meet; from every end one goes on along the side that turns farthest to
the left; each such walk is one loop of one piece. Bits of a cut that lead nowhere are left out.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from math import atan2, hypot, pi

from mensuration.expressions import Quantity, Scope, evaluate, parse
from mensuration.numbers import Real
from mensuration.plane.arrangement import TooCrowded, Vertices, intervals, on_edge, split_where_they_meet
from mensuration.plane.edges import Arc, Bent, Edge, Point, Spot
from mensuration.plane.regions import Loop, Region, oval_sweep, straight_side, vertex_point
from mensuration.plane.runs import runs_of
from mensuration.plane.tolerances import AHEAD, BACK, RELATIVE

Cut = tuple[Point, Point]
MAX_SIDES = 4000


class TooManyPieces(ValueError):
    """The cuts would make more pieces than can be shown."""


def cut(region: Region, cuts: Iterable[Cut]) -> list[Region]:
    """The pieces into which straight cuts divide a region, from left to right and from the bottom up."""
    graph = _Graph(region.tolerance)
    lines = (replace(straight_side("cut", i, a, b), part=-1 - i) for i, (a, b) in enumerate(cuts))
    own = (replace(edge, part=number) for number, loop in enumerate(region.loops) for edge in loop)
    sides = [*own, *lines]
    whole = len(region.edges)
    try:
        steps = graph.split(sides)
    except TooCrowded:
        raise TooManyPieces from None
    outline = _cancelled([step for index, step in steps if index < whole])
    inner: dict[tuple[int, int], _HalfEdge] = {}
    for index, step in steps:
        if (
            index >= whole
            and step.tail != step.head
            and not _on_any(step.middle, region, 2 * region.tolerance)
        ):
            if region.contains(step.middle):
                inner.setdefault((min(step.tail, step.head), max(step.tail, step.head)), step)
    kept = _without_loose_ends(
        list(inner.values()), {end for step in outline for end in (step.tail, step.head)}
    )
    walks = graph.faces(outline + [way for step in kept for way in (step, step.back())])
    return _assembled(walks, region)


def _on_any(spot: Spot, region: Region, tolerance: float) -> bool:
    return any(on_edge(edge, spot, tolerance) for edge in region.edges)


class _HalfEdge:
    """One piece of a side between two vertices, in one direction."""

    def __init__(self, edge: Edge, tail: int, head: int) -> None:
        self.edge, self.tail, self.head = edge, tail, head

    @property
    def middle(self) -> Spot:
        return self.edge.spot(0.5)

    def back(self) -> _HalfEdge:
        return _HalfEdge(self.edge.reversed(), self.head, self.tail)

    def heading(self, at_end: bool) -> float:
        near, far = (1.0, 1.0 - AHEAD) if at_end else (0.0, AHEAD)
        a, b = self.edge.spot(near), self.edge.spot(far)
        return atan2(b[1] - a[1], b[0] - a[0])


class _Graph:
    """All sides, cut where they meet: those of one loop meet only at their ends, loops may touch, cuts meet everything."""

    def __init__(self, tolerance: float) -> None:
        self.tolerance = tolerance
        self.vertices = Vertices(tolerance)

    def split(self, sides: Sequence[Edge]) -> list[tuple[int, _HalfEdge]]:
        """Every side cut where others meet it: (which side, a piece of it)."""
        points = split_where_they_meet(sides, self.vertices, self.tolerance, MAX_SIDES)
        steps: list[tuple[int, _HalfEdge]] = []
        for index, (side, own) in enumerate(zip(sides, points, strict=True)):
            runs = list(intervals(side, own))
            for t, tail, u, head in runs:
                piece = side if len(runs) == 1 else self._piece(side, t, u, tail, head)
                steps.append((index, _HalfEdge(piece, tail, head)))
            if len(steps) > MAX_SIDES:
                raise TooManyPieces
        return steps

    def _piece(self, side: Edge, t: float, u: float, tail: int, head: int) -> Edge:
        start, end = (vertex_point(self.vertices.all[vertex]) for vertex in (tail, head))
        if not isinstance(side, Bent):
            return straight_side(side.name, side.index, start, end)
        return _arc_piece(side, start, end, u - t)

    def faces(self, steps: list[_HalfEdge]) -> list[list[_HalfEdge]]:
        """Closed walks, each turning as far left as it can at every vertex."""
        leaving: dict[int, list[_HalfEdge]] = {}
        for step in steps:
            leaving.setdefault(step.tail, []).append(step)
        walks: list[list[_HalfEdge]] = []
        waiting = set(steps)
        for first in steps:
            if first not in waiting:
                continue
            walk, step = [first], first
            waiting.discard(first)
            while step.head != first.tail or len(leaving[step.head]) > 1:
                back = step.heading(True)
                ways = [w for w in leaving[step.head] if w in waiting or w is first]
                if not ways:
                    break
                # The back of the way that was come by is last: it is taken only where nothing else leads on.
                step = min(ways, key=lambda w: _clockwise(back, w.heading(False)))
                if step is first:
                    break
                waiting.discard(step)
                walk.append(step)
            walks.append(walk)
        return walks


def _clockwise(back: float, heading: float) -> float:
    turn = (back - heading) % (2 * pi)
    return turn if turn > BACK else 2 * pi


def _arc_piece(side: Bent, start: Point, end: Point, share: float) -> Edge:
    """A piece of an arc between two points of it; its sweep from the points, near to the rough one."""
    rough = float(side.sweep) * share
    if not isinstance(side, Arc):
        near = abs(rough) * 2 * pi
        sweep = oval_sweep(side, near, start, end) if rough > 0 else oval_sweep(side, near, end, start)
        return replace(side, start=start, end=end, sweep=sweep if rough > 0 else -sweep)
    centre, radius = side.centre, side.radius
    ux, uy = start[0] - centre[0], start[1] - centre[1]
    vx, vy = end[0] - centre[0], end[1] - centre[1]
    cosine = (ux * vx + uy * vy) / (radius * radius)
    least = evaluate(parse("acos(c)"), Scope(lambda path: Quantity(cosine))).value
    one = Real.of(1)
    sweep = min((least, one - least), key=lambda angle: abs(float(angle) - abs(rough)))
    length = Real.of(0) if float(side.length) == 0 else side.length * sweep / abs(side.sweep)
    return replace(side, start=start, end=end, sweep=sweep if rough > 0 else -sweep, length=length)


def _cancelled(steps: list[_HalfEdge]) -> list[_HalfEdge]:
    """Straight pieces of boundary that run both ways have the region on neither side: they go."""
    straight = {(s.tail, s.head) for s in steps if s.edge.straight}
    return [s for s in steps if not (s.edge.straight and (s.head, s.tail) in straight)]


def _without_loose_ends(steps: list[_HalfEdge], fixed: set[int]) -> list[_HalfEdge]:
    while True:
        counts: dict[int, int] = {}
        for step in steps:
            for end in (step.tail, step.head):
                counts[end] = counts.get(end, 0) + 1
        kept = [s for s in steps if all(end in fixed or counts[end] > 1 for end in (s.tail, s.head))]
        if len(kept) == len(steps):
            return kept
        steps = kept


def _assembled(walks: list[list[_HalfEdge]], region: Region) -> list[Region]:
    loops = [_joined(walk) for walk in walks]
    outer = [(loop, Region((loop,), region.pi)) for loop in loops]
    pieces = [(loop, alone) for loop, alone in outer if float(alone.area) > 0]
    holes = [loop for loop, alone in outer if float(alone.area) <= 0]
    made: list[Region] = []
    owners = [_owner(hole, [alone for _, alone in pieces]) for hole in holes]
    for index, (loop, _) in enumerate(pieces):
        own = tuple(hole for hole, owner in zip(holes, owners, strict=True) if owner == index)
        made.append(Region((loop, *own), region.pi))
    return sorted(made, key=lambda piece: (round(piece.box[1], 9), round(piece.box[0], 9)))


def _owner(hole: Loop, pieces: list[Region]) -> int | None:
    """The smallest piece that a hole lies in."""
    spot = hole[0].spot(0.37)
    around = [i for i, piece in enumerate(pieces) if piece.contains(spot)]
    return min(around, key=lambda i: float(pieces[i].area)) if around else None


def _joined(walk: list[_HalfEdge]) -> Loop:
    """The sides of a walk, with straight ones that run on from one another put together."""
    runs = runs_of((step.edge for step in walk), _runs_on)
    sides: list[Edge] = []
    for index, run in enumerate(runs):
        if run[0].straight and len(run) > 1:
            sides.append(straight_side(f"side {index + 1}", index, run[0].start, run[-1].end))
        elif len(run) > 1 and isinstance(run[0], Bent):
            sweep = Real.sum(edge.sweep for edge in run if isinstance(edge, Bent))
            length = Real.sum(edge.length for edge in run)
            sides.append(replace(run[0], index=index, end=run[-1].end, sweep=sweep, length=length))
        else:
            sides += [replace(edge, index=index + i) for i, edge in enumerate(run)]
    return tuple(sides)


def _runs_on(one: Edge, two: Edge) -> bool:
    if isinstance(one, Arc) and isinstance(two, Arc):
        near = RELATIVE * (one.r + two.r)
        same = hypot(one.c[0] - two.c[0], one.c[1] - two.c[1]) <= near and abs(one.r - two.r) <= near
        return same and (one.angles[1] > 0) == (two.angles[1] > 0)
    if not (one.straight and two.straight):
        return False
    (ax, ay), (bx, by), (cx, cy) = one.a, one.b, two.b
    u, v = (bx - ax, by - ay), (cx - bx, cy - by)
    size = hypot(*u) * hypot(*v)
    return abs(u[0] * v[1] - u[1] * v[0]) <= RELATIVE * size and u[0] * v[0] + u[1] * v[1] > 0
