"""What a picture of a solid is made of: lines, seen or hidden, and fills."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field

from mensuration.drawing.solid.space import V3, Spot, View, along, minus

MARCH = 48
LEVEL = 1e-12
Inside = Callable[[V3], bool]


@dataclass
class Wireframe:
    """Lines (points, whether hidden) and fills (rings, brightness 0 to 1), in the picture's plane."""

    view: View
    lines: list[tuple[list[Spot], bool]] = field(default_factory=list)
    fills: list[tuple[list[list[Spot]], float]] = field(default_factory=list)
    upright: tuple[V3, V3] | None = None
    """Where the height of a raised body is told: its outermost upright line."""

    def line(self, points: Iterable[V3], hidden: bool) -> None:
        self.lines.append(([self.view.seen(p) for p in points], hidden))

    def fill(self, rings: Iterable[Iterable[V3]], brightness: float) -> None:
        self.fills.append(([[self.view.seen(p) for p in ring] for ring in rings], brightness))

    @property
    def spots(self) -> list[Spot]:
        return [spot for points, _ in self.lines for spot in points]


def covered(p: V3, inside: Inside, towards: V3, reach: float) -> bool:
    """Whether a body lies between a point of its surface and the eye."""
    return any(inside(along(p, reach * (0.004 + 2 * k / MARCH), towards)) for k in range(MARCH))


def closed(points: list[V3]) -> list[V3]:
    return [*points, points[0]]


def stretches(points: list[V3], levels: Sequence[float]) -> list[tuple[list[V3], bool]]:
    """A closed ring of points cut where the level passes 0; each stretch with whether it is above."""
    flags = [level > LEVEL for level in levels]
    if len(set(flags)) == 1:
        return [(closed(points), flags[0])]
    n = len(points)
    start = next(i for i in range(n) if flags[i] != flags[i - 1])
    found: list[tuple[list[V3], bool]] = []
    for k in range(start, start + n + 1):
        i, before = k % n, (k - 1) % n
        if flags[i] != flags[before]:
            one, two = levels[before], levels[i]
            cut = along(points[before], one / (one - two), minus(points[i], points[before]))
            if found:
                found[-1][0].append(cut)
            if k < start + n:
                found.append(([cut], flags[i]))
        if k < start + n:
            found[-1][0].append(points[i])
    return found


def hull(spots: list[Spot]) -> list[Spot]:
    """The convex hull, anticlockwise (Andrew's monotone chain)."""
    ordered = sorted(set(spots))

    def half(row: list[Spot]) -> list[Spot]:
        chain: list[Spot] = []
        for x, y in row:
            while len(chain) > 1:
                (ax, ay), (bx, by) = chain[-2:]
                if (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0:
                    break
                chain.pop()
            chain.append((x, y))
        return chain[:-1]

    return half(ordered) + half(ordered[::-1])
