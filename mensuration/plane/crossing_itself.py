"""Whether a closed walk crosses or touches itself, and where."""

from __future__ import annotations

from math import dist, hypot

from mensuration.plane.arrangement import on_edge
from mensuration.plane.crossings import meetings
from mensuration.plane.edges import Edge, Spot, around
from mensuration.plane.tolerances import RELATIVE

MAX_FOUND = 20


def own_crossings(edges: tuple[Edge, ...]) -> list[tuple[int, int, Spot]]:
    """Pairs of edges of one closed walk that meet elsewhere than neighbours do at their corner, and where.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, place
    >>> slab = place("slab", 0, "add", square, Placement())
    >>> own_crossings(slab.edges)
    []
    """
    left, bottom, right, top = around([edge.box for edge in edges])
    tolerance = RELATIVE * hypot(right - left, top - bottom)
    found: list[tuple[int, int, Spot]] = []
    for i, one in enumerate(edges):
        for j in range(i + 1, len(edges)):
            two = edges[j]
            a, b = one.box, two.box
            if a[0] > b[2] + tolerance or b[0] > a[2] + tolerance:
                continue
            if a[1] > b[3] + tolerance or b[1] > a[3] + tolerance:
                continue
            corners = [one.b] if j == i + 1 else []
            corners += [one.a] if (j + 1) % len(edges) == i else []
            spots = [
                s for s in _spots(one, two, tolerance) if all(dist(s, c) > 4 * tolerance for c in corners)
            ]
            if spots:
                found.append((i, j, spots[0]))
            if len(found) >= MAX_FOUND:
                return found
    return found


def _spots(one: Edge, two: Edge, tolerance: float) -> list[Spot]:
    spots = [
        s for s in meetings(one, two, tolerance) if on_edge(one, s, tolerance) and on_edge(two, s, tolerance)
    ]
    spots += [s for s in (two.a, two.b) if on_edge(one, s, tolerance)]
    return spots + [s for s in (one.a, one.b) if on_edge(two, s, tolerance)]
