"""Solids that are made of unit cubes, layer by layer."""

from __future__ import annotations

from collections.abc import Iterator

from mensuration.numbers import Real
from mensuration.plane.regions import Region, regions_of
from mensuration.solids.joining import Joined
from mensuration.solids.stacking import Stack

MOST_CUBES = 1728
Cell = tuple[int, int, int]


def unit_cubes(joined: Joined, unit: Real) -> tuple[Cell, ...] | None:
    """The lower left front corners of the unit cubes of which a solid is made, in whole ``unit``, the lowest layer first and
    row by row; None where it isn't made of whole ones, or of too many.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame, Piece, join
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> len(unit_cubes(join((Piece("box", 0, "add", cube, Frame()),), PI), Real.of(1)) or ())
    27
    """
    found: list[Cell] = []
    for stack in joined.stacks:
        upright = stack.upright
        cells = None if upright is None else _cells(upright, unit)
        if cells is None:
            return None
        found += cells
        if len(found) > MOST_CUBES:
            return None
    return (
        tuple(sorted(found, key=lambda cell: (cell[2], cell[1], cell[0])))
        if found and not joined.alone and not joined.enclosed
        else None
    )


def _cells(stack: Stack, unit: Real) -> list[Cell] | None:
    found: list[Cell] = []
    for slab in stack.slabs:
        low, high = _whole(slab.low, unit), _whole(slab.high, unit)
        if not slab.constant or low is None or high is None:
            return None
        region = regions_of(slab.between, stack.covers, stack.pi)
        squares = _squares(region, unit)
        if squares is None or len(squares) * (high - low) > MOST_CUBES:
            return None
        found += [(x, y, z) for z in range(low, high) for x, y in squares]
    return found


def _squares(region: Region, unit: Real) -> list[tuple[int, int]] | None:
    """The unit squares of which a region is made; None where its corners don't all lie on whole places."""
    size = float(unit)
    for edge in region.edges:
        (ax, ay), (bx, by) = edge.start, edge.end
        if not edge.straight or not ((ax - bx).sign() == 0 or (ay - by).sign() == 0):
            return None
        if any(_whole(value, unit) is None for value in (ax, ay, bx, by)):
            return None
    if not region.edges:
        return []
    left, low, right, high = (round(value / size) for value in region.box)
    if not 0 < (right - left) * (high - low) <= MOST_CUBES:  # none, where a thin figure counts as a line
        return None
    return list(_inside(region, size, (left, low, right, high)))


def _inside(region: Region, size: float, box: tuple[int, int, int, int]) -> Iterator[tuple[int, int]]:
    left, low, right, high = box
    for y in range(low, high):
        for x in range(left, right):
            if region.contains(((x + 0.5) * size, (y + 0.5) * size)):
                yield x, y


def _whole(value: Real, unit: Real) -> int | None:
    share = (value / unit).rational
    return int(share) if share is not None and share.denominator == 1 else None
