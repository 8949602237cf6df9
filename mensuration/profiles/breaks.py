"""Where a curve has no value, or grows beyond all bounds, between its ends."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np
from flint import arb

from mensuration.numbers.proof import precision
from mensuration.profiles.curves import Curve, Stretch

LOOKED_AT = 1201  # places
MOST = 3000  # intervals
NARROW = 2.0**-30  # of a stretch
GROWS = 8  # times as high, a thousandth as far from a pole


@dataclass(frozen=True)
class Break:
    """A place, or a range of x, without a value; ``pole`` where the curve leaves all bounds."""

    kind: Literal["pole", "gap"]
    low: float
    high: float

    @property
    def pole(self) -> bool:
        return self.kind == "pole"


def breaks(curve: Curve) -> list[Break]:
    """The breaks of a curve in rising order, as far as they are seen; a pole in a range where there are many stands for all.

    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers import PI, Real
    >>> across = Curve((Stretch(parse("1/(x - 1)"), Real.of(0), Real.of(3)),), {}, PI)
    >>> [(each.kind, round(each.low, 6)) for each in breaks(across)]
    [('pole', 1.0)]
    """
    found = [each for stretch in curve.stretches for each in _of_stretch(curve, stretch)]
    return sorted(found, key=lambda each: each.low)


def _of_stretch(curve: Curve, stretch: Stretch) -> Iterator[Break]:
    start, end = float(stretch.start), float(stretch.end)
    alone = Curve((stretch,), curve.names, curve.pi)
    places = np.linspace(start, end, LOOKED_AT)
    missing = np.isnan(alone.floats(places))
    runs = np.flatnonzero(np.diff(np.concatenate([[False], missing, [False]]).astype(int))).reshape(-1, 2)
    gaps = [(places[a], places[b - 1]) for a, b in runs if b - a > 1]
    yield from (Break("gap", float(a), float(b)) for a, b in gaps)
    last = -np.inf
    for low, high in sorted(_unbounded(alone, stretch)):
        near = NARROW * (end - start) * 4
        if any(a - near <= high and low <= b + near for a, b in gaps) or low - last < near:
            last = high
            continue
        last = high
        yield Break("pole" if _grows(alone, low, high, start, end) else "gap", low, high)


def _unbounded(curve: Curve, stretch: Stretch) -> list[tuple[float, float]]:
    """Narrow intervals over which no bounds are found."""
    found: list[tuple[float, float]] = []
    start, end = float(stretch.start), float(stretch.end)
    waiting, looked = [(start, end)], 0
    with precision(80):
        while waiting and looked < MOST:
            a, b = waiting.pop()
            looked += 1
            if curve.ball(stretch, arb(a).union(arb(b))).is_finite():
                continue
            if b - a < NARROW * (end - start):
                found.append((a, b))
                continue
            middle = (a + b) / 2
            waiting += [(a, middle), (middle, b)]
    return found


def _grows(curve: Curve, low: float, high: float, start: float, end: float) -> bool:
    away = (end - start) * 1e-4
    for side, base in ((-1, low), (1, high)):
        far, near = (base + side * away * scale for scale in (1.0, 1e-3))
        if not start <= far <= end:
            continue
        one, two = np.abs(curve.floats(np.array([far, near])))
        if not np.isfinite(two) or two > GROWS * one:
            return True
        if two > 1.02 * one and _keeps_growing(curve, base, side, away):
            return True
    return False


def _keeps_growing(curve: Curve, base: float, side: int, away: float) -> bool:
    """Whether it grows by as much again with every step nearer, as a logarithm does."""
    heights = np.abs(curve.floats(np.array([base + side * away * 10.0**-k for k in (0, 2, 4, 6)])))
    steps = np.diff(heights)
    return bool(np.all(steps > 0) and steps[-1] > 0.5 * steps[0])
