"""A smooth curve through readings: the natural cubic spline. What lies between readings is a guess, whichever curve is drawn.

C. de Boor, A Practical Guide to Splines, 1978: pieces of third degree whose second derivatives M agree where they meet and are 0 at
the ends.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Any

from flint import arb

from mensuration.numbers import Real
from mensuration.profiles.ordinates import Ordinates

PER_STRIP = 8  # points that are drawn
FEWEST = 3


def smooth_area(ordinates: Ordinates) -> Real:
    """The area under it: of each piece w (y₀ + y₁)/2 - w³ (M₀ + M₁)/24.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 1, 2), (0, 1, 0)))
    >>> float(smooth_area(Ordinates(x, y)))
    1.25
    """

    def recipe() -> arb:
        x, y = ([value.ball() for value in column] for column in (ordinates.positions, ordinates.heights))
        bends = _bends(x, y, arb)
        total = arb(0)
        for i, (a, b) in enumerate(pairwise(x)):
            w = b - a
            total += w * (y[i] + y[i + 1]) / 2 - w * w * w * (bends[i] + bends[i + 1]) / 24
        return total

    return Real(None, recipe)


def smooth_line(x: Sequence[float], y: Sequence[float]) -> list[tuple[float, float]]:
    """Points of it, to be drawn."""
    bends = _bends(x, y, float)
    found = []
    for i, (a, b) in enumerate(pairwise(x)):
        w = b - a
        for k in range(PER_STRIP):
            t = k / PER_STRIP
            s = 1 - t
            bend = (s**3 - s) * bends[i] + (t**3 - t) * bends[i + 1]
            found.append((a + t * w, s * y[i] + t * y[i + 1] + w * w / 6 * bend))
    return [*found, (x[-1], y[-1])]


def _bends(x: Sequence[Any], y: Sequence[Any], of: Callable[[int], Any]) -> list[Any]:
    """The second derivatives at the readings, by elimination (L. H. Thomas, 1949)."""
    n = len(x)
    above, right = [of(0)] * n, [of(0)] * n
    for i in range(1, n - 1):
        before, after = x[i] - x[i - 1], x[i + 1] - x[i]
        pivot = 2 * (before + after) - before * above[i - 1]
        above[i] = after / pivot
        steep = (y[i + 1] - y[i]) / after - (y[i] - y[i - 1]) / before
        right[i] = (6 * steep - before * right[i - 1]) / pivot
    bends = [of(0)] * n
    for i in range(n - 2, 0, -1):
        bends[i] = right[i] - above[i] * bends[i + 1]
    return bends
