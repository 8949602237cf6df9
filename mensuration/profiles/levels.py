"""A profile as a basin: what lies in it up to a level, and up to which level it holds so much."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from itertools import pairwise
from typing import Any, Protocol

import numpy as np
from flint import arb, fmpq

from mensuration.expressions.nodes import Call, Path, number_of
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.proof import PRECISIONS, precision
from mensuration.profiles.curves import Curve
from mensuration.profiles.extremes import highest, lowest
from mensuration.profiles.integrals import Integral
from mensuration.profiles.regions import Region, less, times

MOST_STRIPS = 400
BITS = 160
CLOSE = 2.0**-50  # of the whole height
REFINED = 3  # times
SLOPE = 1e-6  # of the whole height, over which the slope is read
SAMPLES = 4001
LEVEL = "level"  # what a level is called in a curve where it is no fraction


class NoLevel(ValueError):
    """An amount that no level gives; in words."""


class Basin(Protocol):
    """Something that is filled from below."""

    @property
    def low(self) -> Real:
        """Its deepest level."""

    @property
    def high(self) -> Real:
        """Its highest level."""

    def amount(self, level: Real) -> Real:
        """What is in it up to a level."""

    def rough(self, level: float) -> float:
        """About as much, in floats."""


def level_for(basin: Basin, amount: Real) -> Real:
    """The level up to which a basin holds an amount, with proven digits. NoLevel where it never does."""
    low, high = basin.low, basin.high
    if amount.sign() <= 0 or (amount - basin.amount(high)).sign() > 0:
        raise NoLevel("it never holds so much" if amount.sign() > 0 else "an amount is more than 0")
    size, wanted = float(high - low), float(amount)
    bottom, top = float(low), float(high)
    while top - bottom > CLOSE * size:
        middle = (bottom + top) / 2
        if not bottom < middle < top:
            break
        bottom, top = (middle, top) if basin.rough(middle) < wanted else (bottom, middle)
    near = (bottom + top) / 2
    for _ in range(REFINED):
        with precision(PRECISIONS[0]):  # how near a step comes needs no more digits
            off = float((basin.amount(Real.of(Fraction(near))) - amount).ball().mid())
        steep = (basin.rough(near + SLOPE * size) - basin.rough(near - SLOPE * size)) / (2 * SLOPE * size)
        if not steep or abs(off) < 1e-15 * wanted:
            break
        near -= off / steep
    return _proven(basin, amount, near, size)


def _proven(basin: Basin, amount: Real, near: float, size: float) -> Real:
    """The level near which it lies, as narrow as it is seen to lie between two others."""
    for bits in range(50, 10, -4):
        off = size * 2.0**-bits
        with precision(BITS):
            ends = [Real.of(Fraction(near)) + Real.of(Fraction(sign * off)) for sign in (-1, 1)]
            under, over = ((basin.amount(end) - amount).ball() for end in ends)
            if under <= 0 and over >= 0:
                return _enclosed(ends[0].ball().union(ends[1].ball()))
    raise NoLevel("its level can't be told")


def _enclosed(ball: arb) -> Real:
    return Real(None, lambda: ball)


# Between readings


@dataclass(frozen=True, eq=False)
class Bed:
    """Straight lines from reading to reading, at the ``top`` and the ``bottom``; ``weight`` is how much counts at each
    position, such as the breadth."""

    positions: Sequence[Real]
    tops: Sequence[Real]
    bottoms: Sequence[Real]
    weight: Sequence[Real] | None = None

    @cached_property
    def low(self) -> Real:
        return min(self.bottoms, key=float)

    @cached_property
    def high(self) -> Real:
        return max(self.tops, key=float)

    @cached_property
    def _rows(self) -> tuple[Callable[[Real], Any], list[tuple[Any, ...]]]:
        columns = [self.positions, self.tops, self.bottoms]
        if self.weight is not None:
            columns.append(self.weight)
        if all(value.rational is not None for column in columns for value in column):
            as_number: Callable[[Real], Any] = _quick
        else:
            as_number = _itself
        return as_number, [tuple(map(as_number, row)) for row in zip(*columns, strict=True)]

    def amount(self, level: Real) -> Real:
        """What is in it up to a level, exactly where the readings are fractions."""
        as_number, rows = self._rows
        if as_number is _quick and level.rational is None:
            as_number, rows = _itself, list(zip(*self._columns, strict=True))
        total = sum((_strip(a, b, as_number(level)) for a, b in pairwise(rows)), as_number(NOUGHT))
        if isinstance(total, Real):
            return total
        return Real.of(Fraction(int(total.p), int(total.q)))

    def rough(self, level: float) -> float:
        """The same in floats."""
        return float(sum(_strip(a, b, level) for a, b in pairwise(self._floats)))

    @cached_property
    def _floats(self) -> list[tuple[float, ...]]:
        return [tuple(map(float, row)) for row in zip(*self._columns, strict=True)]

    @property
    def _columns(self) -> list[Sequence[Real]]:
        own = [self.positions, self.tops, self.bottoms]
        return own if self.weight is None else [*own, self.weight]


def _quick(value: Real) -> fmpq:
    found = value.rational
    assert found is not None
    return fmpq(found.numerator, found.denominator)


def _itself(value: Real) -> Real:
    return value


def _strip(left: tuple[Any, ...], right: tuple[Any, ...], level: Any) -> Any:
    """One strip, cut where the level, the top and the bottom meet: between, what is filled is linear, and so is what it counts."""
    x, top, bottom, *weight = zip(left, right, strict=True)
    width = x[1] - x[0]
    one = width / width
    nothing = width - width
    shares = [nothing, one]
    for a, b in ((top, (level, level)), (bottom, (level, level)), (top, bottom)):
        first, last = a[0] - b[0], a[1] - b[1]
        if (first < nothing < last) or (last < nothing < first):
            shares.append(first / (first - last))
    shares.sort(key=lambda share: int(share.p) / int(share.q) if isinstance(share, fmpq) else float(share))

    def at(ends: tuple[Any, Any], share: Any) -> Any:
        return ends[0] + (ends[1] - ends[0]) * share

    total = nothing
    for s, t in pairwise(shares):
        middle = (s + t) / (one + one)
        if not at(bottom, middle) < level or not at(bottom, middle) < at(top, middle):
            continue
        full = at(top, middle) < level
        heights = [(at(top, u) if full else level) - at(bottom, u) for u in (s, t)]
        counts = [at(weight[0], u) if weight else one for u in (s, t)]
        (f, g), (v, w) = heights, counts
        two = one + one
        total = total + (t - s) * width * (two * f * v + two * g * w + f * w + g * v) / (two * (two + one))
    return total


# Under a curve


@dataclass(frozen=True, eq=False)
class Bowl:
    """What lies between two curves; ``weight`` is how much counts at each x."""

    region: Region
    weight: Curve | None = None

    @cached_property
    def low(self) -> Real:
        return lowest(self.region.flat, self.region.top.start, self.region.top.end)

    @cached_property
    def high(self) -> Real:
        return highest(self.region.top, self.region.top.start, self.region.top.end)

    def amount(self, level: Real) -> Real:
        """What is in it up to a level, with proven digits. NoDigits where they can't be."""
        top = self.region.top
        if float(level) >= float(self.high):
            whole = self.region.height
            return Integral(whole if self.weight is None else whole.with_(self.weight, times)).value
        here = Curve(top.over(lambda _: Path((LEVEL,))).stretches, {**top.names, LEVEL: level}, top.pi)
        filled = top.with_(here, lambda one, two: Call("min", (one, two)))
        inside = filled.with_(self.region.flat, less).over(lambda node: Call("max", (node, number_of(0))))
        return Integral(inside if self.weight is None else inside.with_(self.weight, times)).proven

    def rough(self, level: float) -> float:
        """The same in floats, by the midpoint rule."""
        tops, bottoms, counts, width = self._samples
        filled = np.clip(np.minimum(tops, level) - bottoms, 0, None)
        return float(np.sum(filled * counts) * width)

    @cached_property
    def _samples(self) -> tuple[Any, ...]:
        start, end = float(self.region.top.start), float(self.region.top.end)
        width = (end - start) / SAMPLES
        x = start + (np.arange(SAMPLES, dtype=np.float64) + 0.5) * width
        counts = np.ones(SAMPLES) if self.weight is None else self.weight.floats(x)
        return self.region.top.floats(x), self.region.flat.floats(x), counts, width
