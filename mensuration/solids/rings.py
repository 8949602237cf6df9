"""The levels within a layer at which round pieces on one axis come to be equally wide: balls, cylinders and cones.

The square of the radius of each is a square function of the level; where two are equal is a quadratic equation, solved exactly.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import combinations

from mensuration.numbers import Real
from mensuration.plane.edges import Arc, Edge
from mensuration.solids.layers import FOUR, HALF, TWO, Layer
from mensuration.solids.meeting import QUARTER, THREE_QUARTERS

INSIDE = 1e-12  # of the layer, from its ends


def equal_rings(low: Real, high: Real, layers: Sequence[Layer]) -> Iterator[Real]:
    """Every level strictly between two others at which circles of two layers round one centre are equally wide."""
    levels = tuple(low + (high - low) * share for share in (QUARTER, HALF, THREE_QUARTERS))
    for one, two in combinations([layer for layer in layers if layer.by_squares], 2):
        if one.constant and two.constant:
            continue
        sections = [[layer.at(level) for level in levels] for layer in (one, two)]
        for ours in zip(*sections[0], strict=True):
            for theirs in zip(*sections[1], strict=True):
                if round_one_centre((ours[0], theirs[0])):
                    squares = [
                        a.radius * a.radius - b.radius * b.radius
                        for a, b in zip(ours, theirs, strict=True)
                        if isinstance(a, Arc) and isinstance(b, Arc)
                    ]
                    for share in _roots(*squares):
                        yield low + (high - low) * (share + QUARTER)


def round_one_centre(edges: Sequence[Edge]) -> bool:
    """Whether all edges are whole circles round one centre."""
    circles = [edge for edge in edges if isinstance(edge, Arc) and edge.whole_turn]
    return len(circles) == len(edges) > 0 and all(
        one.same_as(other)
        for circle in circles[1:]
        for one, other in zip(circle.centre, circles[0].centre, strict=True)
    )


def _roots(first: Real, middle: Real, last: Real) -> Iterator[Real]:
    """Where a square function with these values at 0, 1/4 and 1/2 is 0, from the inner of -1/4 to 3/4."""
    # in v = 2 t: first + b v + c v²
    b = FOUR * middle - TWO * first - first - last
    c = TWO * (first + last) - FOUR * middle
    for v in _square_roots(c, b, first):
        t = v * HALF
        if -0.25 + INSIDE < float(t) < 0.75 - INSIDE:
            yield t


def _square_roots(a: Real, b: Real, c: Real) -> list[Real]:
    if not a.sign():
        return [-c / b] if b.sign() else []
    square = b * b - FOUR * a * c
    if square.sign() < 0:
        return []
    root = square.sqrt()
    return [(-b - root) / (a + a), (-b + root) / (a + a)] if root.sign() else [-b / (a + a)]
