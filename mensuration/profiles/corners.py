"""A profile as a figure of the plane: its corners."""

from __future__ import annotations

from collections.abc import Sequence

from mensuration.numbers import Real
from mensuration.plane.edges import Point


def ring(x: Sequence[Real], bottoms: Sequence[Real], tops: Sequence[Real]) -> list[Point]:
    """Along the bottom to the right and back along the top, without corners that lie on a straight line or on one another.

    >>> places, level, roof = ([Real.of(n) for n in each] for each in ((0, 1, 2), (0, 0, 0), (0, 1, 0)))
    >>> [(float(x), float(y)) for x, y in ring(places, level, roof)]
    [(0.0, 0.0), (2.0, 0.0), (1.0, 1.0)]
    """
    corners = [*zip(x, bottoms, strict=True), *reversed(list(zip(x, tops, strict=True)))]
    found: list[Point] = []
    for corner in corners:
        if found and _same(found[-1], corner):
            continue
        while len(found) > 1 and _straight(found[-2], found[-1], corner):
            found.pop()
        found.append(corner)
    if len(found) > 1 and _same(found[0], found[-1]):
        found.pop()
    return found


def _same(one: Point, two: Point) -> bool:
    return one[0].same_as(two[0]) and one[1].same_as(two[1])


def _straight(one: Point, two: Point, three: Point) -> bool:
    rise = (two[0] - one[0]) * (three[1] - one[1]) - (three[0] - one[0]) * (two[1] - one[1])
    return rise.sign() == 0
