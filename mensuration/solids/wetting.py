"""What a liquid touches in a solid that is filled up to a level: its own surface, and the wetted area."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache, partial

from mensuration.numbers import NOUGHT, Real
from mensuration.plane.arrangement import arrange
from mensuration.plane.edges import Edge
from mensuration.plane.measuring import Covers, enclosed
from mensuration.plane.regions import regions_of
from mensuration.solids.filling import below_a_line, reach_up, under_water
from mensuration.solids.joining import Joined
from mensuration.solids.stacking import UP, Stack

NEARLY = 1e-9


@lru_cache(maxsize=64)
def free_surface(joined: Joined, depth: Real) -> Real:
    """The area of the liquid's own surface at a depth.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame, Piece, join
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> box = join((Piece("box", 0, "add", cube, Frame()),), PI)
    >>> free_surface(box, Real.of(2)), wetted(box, Real.of(2))
    (Real('9'), Real('33'))
    """
    level = reach_up(joined)[0] + depth
    sections = (group.section(level) for group in joined.enclosed)
    return Real.sum([*(_surface_in(stack, level) for stack in joined.stacks), *sections])


@lru_cache(maxsize=64)
def wetted(joined: Joined, depth: Real) -> Real:
    """The area of the solid's faces that lies below the level, without the liquid's own surface."""
    level = reach_up(joined)[0] + depth
    walls = (group.wall_below(level) for group in joined.enclosed)
    return Real.sum([*(part for stack in joined.stacks for part in _wetted_in(stack, level)), *walls])


def _surface_in(stack: Stack, level: Real) -> Real:
    upright = stack.upright
    if upright is None:
        edges = (
            (slab_height, edge)
            for slab_height, edge in _edges_under(stack, level)
            if _at_level(stack, edge, level)
        )
        return Real.sum(height * edge.length for height, edge in edges)
    for slab in upright.slabs:
        if float(slab.low) < float(level) <= float(slab.high) + NEARLY:
            inside = level if float(level) < float(slab.high) else slab.high
            return enclosed(arrange(tuple(slab.at(inside))), upright.covers, stack.pi)
    return NOUGHT


def _wetted_in(stack: Stack, level: Real) -> Iterator[Real]:
    upright = stack.upright
    if upright is None:
        for height, edge in _edges_under(stack, level):
            if not _at_level(stack, edge, level):
                yield height * edge.length
        yield from _ends_under(stack, level)
        return
    for slab in upright.slabs:
        if float(slab.low) >= float(level):
            break
        top = slab.high if float(slab.high) <= float(level) else level
        yield from upright.wall_areas(slab, slab.low, top)
    for flat in upright.flats:
        if float(flat.level) < float(level) - NEARLY:
            yield flat.share.counted


def _edges_under(stack: Stack, level: Real) -> Iterator[tuple[Real, Edge]]:
    """Of sections that stay the same: the borders of what lies below a level, each with how long its slab is."""
    bit = max(piece.index for piece in stack.pieces) + 1
    for slab in stack.slabs:
        water = below_a_line(slab.at(slab.middle), level, stack.axis, bit)
        if water is not None:
            plane = arrange((*slab.at(slab.middle), water))
            region = regions_of(plane, partial(under_water, stack.covers, bit), stack.pi)
            for edge in region.edges:
                yield slab.high - slab.low, edge


def _ends_under(stack: Stack, level: Real) -> Iterator[Real]:
    """Of the faces across the axis: what of them lies below a level."""
    bit = 2 * (max(piece.index for piece in stack.pieces) + 1)  # behind both sides' pieces
    for flat in stack.flats:
        water = below_a_line(list(flat.plane.parts), level, stack.axis, bit)
        if water is not None:
            counted: Covers = partial(under_water, flat.counted, bit)
            yield enclosed(arrange((*flat.plane.parts, water)), counted, stack.pi)


def _at_level(stack: Stack, edge: Edge, level: Real) -> bool:
    """Whether an edge of a section is the line of the level."""
    place = 0 if (stack.axis + 1) % 3 == UP else 1
    return edge.straight and all(
        abs(float(end[place]) - float(level)) < NEARLY for end in (edge.start, edge.end)
    )
