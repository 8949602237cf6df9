"""The edges of joined pieces: where faces meet at an angle, each with its length."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import pairwise
from math import hypot

from mensuration.numbers import NOUGHT, Real
from mensuration.plane.arrangement import Fragment
from mensuration.plane.edges import Edge, Spot
from mensuration.plane.regions import regions_of, turning, walks
from mensuration.solids.joining import Joined
from mensuration.solids.slabs import Slab
from mensuration.solids.stacking import Stack

CORNER = 0.1  # the angle, beyond which there is an edge
NEARLY = 1e-7
PLACES = 9  # to which ends are the same
Key = tuple[tuple[float, float, float], ...]


def edges_of(joined: Joined) -> list[Real]:
    """The length of every edge, straight or round.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame, Piece, join
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> edges_of(join((Piece("box", 0, "add", cube, Frame()),), PI)).count(Real.of(3))
    12
    """
    found: dict[Key, Real] = {}
    for stack in joined.stacks:
        flats = [
            (float(f.level), e) for f in stack.flats for e in regions_of(f.plane, f.counted, stack.pi).edges
        ]
        for level, edge in flats:
            found.setdefault(_key([edge.a, edge.spot(0.5), edge.b], level), edge.length)
        for level, edge in _where_walls_end(stack):
            if not any(abs(level - other) < NEARLY and _lies_on(edge, one) for other, one in flats):
                found.setdefault(_key([edge.a, edge.spot(0.5), edge.b], level), edge.length)
        for key, length in _along_walls(stack):
            found.setdefault(key, length)
    return list(found.values())


def turns(one: tuple[Fragment, bool], two: tuple[Fragment, bool]) -> bool:
    """Whether a border has a corner between two fragments that follow one another."""
    return one[0] is not two[0] and abs(turning(one, two)) > CORNER


def _lies_on(edge: Edge, other: Edge) -> bool:
    x, y = edge.spot(0.5)
    u, v = other.spot(min(max(other.parameter((x, y)), 0.0), 1.0))
    return hypot(u - x, v - y) < NEARLY


def _where_walls_end(stack: Stack) -> Iterator[tuple[float, Edge]]:
    """The lower edges of side faces that begin at a level, and the upper ones of those that end there, of what does not come
    to a point."""
    walls = [_Walls(stack, slab) for slab in stack.slabs]
    for below, here, above in zip([None, *walls[:-1]], walls, [*walls[1:], None], strict=True):
        for other, level in ((below, here.slab.low), (above, here.slab.high)):
            yield from ((float(level), edge) for edge in here.ending(level, other))


class _Walls:
    """The side faces within a slab."""

    def __init__(self, stack: Stack, slab: Slab) -> None:
        self.slab = slab
        self.edges = [edge for f in slab.between.fragments if (edge := stack.wall_of(f)) is not None]
        self.layers = {piece.index: layer for piece, layer in slab.present}
        self.names = {(edge.part, edge.name) for edge in self.edges}
        self.upright = [edge for edge in self.edges if self.layers[edge.part].constant]

    def ending(self, level: Real, other: _Walls | None) -> Iterator[Edge]:
        """Their edges at a level at which they end, where those of the ``other`` slab don't go on."""
        for wall in self.edges:
            if other is not None and (wall.part, wall.name) in other.names:
                continue
            same = self.layers[wall.part].constant
            for edge in self.layers[wall.part].at(level):
                if edge.index == wall.index and float(edge.length) > NEARLY:
                    if not (same and other and any(_lies_on(edge, each) for each in other.upright)):
                        yield edge


def _along_walls(stack: Stack) -> Iterator[tuple[Key, Real]]:
    """From level to level, where the border turns; what goes straight on is one."""
    upright: dict[Key, list[tuple[Real, Real]]] = {}
    for slab in stack.slabs:
        border = [(f, stack.covers(f.left)) for f in slab.between.fragments if stack.wall_of(f) is not None]
        for loop in walks(border):
            for before, here in zip([loop[-1], *loop[:-1]], loop, strict=True):
                if not turns(before, here):
                    continue
                ends = _corner(stack, slab, *here)
                if ends is None:
                    spot = _spot(slab, *here)
                    upright.setdefault(_key([spot], 0.0), []).append((slab.low, slab.high))
                else:
                    x, y, rise = ends
                    yield _key([_spot(slab, *here)], float(slab.middle)), (rise * rise + x * x + y * y).sqrt()
    for key, pieces in upright.items():
        for low, high in _joined(pieces):
            yield (*key, (0.0, float(low), float(high))), high - low


def _corner(stack: Stack, slab: Slab, fragment: Fragment, forward: bool) -> tuple[Real, Real, Real] | None:
    """By how much the edge at the start of a fragment moves from the lower to the upper level, and rises; None where it
    stands upright."""
    edge = stack.wall_of(fragment)
    assert edge is not None
    layer = next(layer for piece, layer in slab.present if piece.index == edge.part)
    if slab.constant or (layer.constant and not slab.linear):
        return None
    rise = slab.high - slab.low
    number, two = fragment.tail if forward else fragment.head, Real.of(2)
    if not slab.linear:
        return NOUGHT, NOUGHT, rise
    (ax, ay), (bx, by) = (slab.point(number, Fraction(share, 4)) for share in (1, 3))
    x, y = (bx - ax) * two, (by - ay) * two
    return (x, y, rise) if x.sign() or y.sign() else None


def _spot(slab: Slab, fragment: Fragment, forward: bool) -> Spot:
    return slab.between.vertices[fragment.tail if forward else fragment.head].spot


def _joined(pieces: list[tuple[Real, Real]]) -> list[tuple[Real, Real]]:
    """Stretches that follow one another, as one."""
    ordered = sorted(pieces, key=lambda piece: float(piece[0]))
    found = [ordered[0]]
    for (_, end), (low, high) in pairwise(ordered):
        if low.same_as(end):
            found[-1] = found[-1][0], high
        else:
            found.append((low, high))
    return found


def _key(spots: list[Spot], level: float) -> Key:
    return tuple(
        sorted((round(x, PLACES) + 0.0, round(y, PLACES) + 0.0, round(level, PLACES)) for x, y in spots)
    )
