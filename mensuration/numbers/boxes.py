"""Many numbers at once, each between two floats: what is reckoned with them is certain to hold the true values.

Every result is widened outwards: the four operations and roots by one unit in the last place (they are rounded
correctly, IEEE 754), the other functions by far more than they are off. Where there are no bounds, both are nan; where no number
of a box has a real value, the ends are the wrong way round and stay it.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from math import isfinite
from typing import TypeAlias, Union

import numpy as np
from flint import arb
from numpy.typing import NDArray

from mensuration.numbers.proof import precision
from mensuration.numbers.real import Real
from mensuration.numbers.rounding import Rounding, fixed

Array = NDArray[np.float64]
Operand: TypeAlias = Union["Boxes", float, arb]
BITS = 80
OFF = 2.0**-46  # of a value: farther than any function of NumPy's is off
OFF_OF_CIRCLES = 1e-14  # the same of a sine, whose argument is off as well
OFF_OF_MEANS = 1e-13  # and of an arithmetic-geometric mean with its sum
NOTHING = 1e-300


class Boxes:
    """``low`` and ``high`` are arrays of one shape.

    >>> one = Boxes.of([Real.of(1), Real.of(2)])
    >>> ((one * one).low[1] < 4 < (one * one).high[1]).item()
    True
    """

    __slots__ = ("high", "low")
    __array_ufunc__ = None  # so that an array leaves operations with boxes to these

    def __init__(self, low: Array, high: Array) -> None:
        self.low = low
        self.high = high

    @staticmethod
    def of(values: Sequence[Real]) -> Boxes:
        """Boxes about these numbers."""
        ends = [_ends(value) for value in values]
        return _outwards(np.array([low for low, _ in ends]), np.array([high for _, high in ends]))

    @staticmethod
    def about(middle: Array, radius: Array | float = 0.0) -> Boxes:
        """Boxes about floats."""
        return (
            Boxes(middle, middle)
            if isinstance(radius, float) and not radius
            else _outwards(middle - radius, middle + radius)
        )

    @staticmethod
    def between(low: float, high: float) -> Boxes:
        """One box."""
        return Boxes(np.array([low]), np.array([high]))

    @property
    def middle(self) -> Array:
        return self.low / 2 + self.high / 2

    @property
    def bounded(self) -> NDArray[np.bool_]:
        """Where there are bounds."""
        return np.isfinite(self.low) & np.isfinite(self.high) & ~self.unreal

    @property
    def unreal(self) -> NDArray[np.bool_]:
        """Where there is certainly no real value."""
        return self.low > self.high

    def at(self, places: NDArray[np.int_]) -> Boxes:
        """Those at these places."""
        return Boxes(self.low[places], self.high[places])

    def along(self, count: int) -> Boxes:
        """As many of them, where there is one for all."""
        if self.low.shape == (count,):
            return self
        return Boxes(np.resize(self.low, count), np.resize(self.high, count))

    def within(self, others: Boxes) -> Boxes:
        """What each has in common with another."""
        return Boxes(np.maximum(self.low, others.low), np.minimum(self.high, others.high))

    def holds(self, others: Boxes) -> NDArray[np.bool_]:
        """Where each of the others lies wholly inside."""
        return (self.low < others.low) & (others.high < self.high)

    def __add__(self, other: Operand) -> Boxes:
        that = as_boxes(other)
        return _outwards(self.low + that.low, self.high + that.high)

    def __sub__(self, other: Operand) -> Boxes:
        that = as_boxes(other)
        return _outwards(self.low - that.high, self.high - that.low)

    def __rsub__(self, other: Operand) -> Boxes:
        return as_boxes(other) - self

    def __neg__(self) -> Boxes:
        return Boxes(-self.high, -self.low)

    def __mul__(self, other: Operand) -> Boxes:
        that = as_boxes(other)
        ends = self.low * that.low, self.low * that.high, self.high * that.low, self.high * that.high
        return _span(*ends)._unreal_where(self.unreal | that.unreal)

    __radd__, __rmul__ = __add__, __mul__

    def __truediv__(self, other: Operand) -> Boxes:
        that = as_boxes(other)
        nothing = (that.low <= 0) & (that.high >= 0)
        low, high = np.where(nothing, np.nan, that.low), np.where(nothing, np.nan, that.high)
        ends = self.low / low, self.low / high, self.high / low, self.high / high
        return _span(*ends)._unreal_where(self.unreal | that.unreal)

    def __rtruediv__(self, other: Operand) -> Boxes:
        return as_boxes(other) / self

    def __pow__(self, exponent: int) -> Boxes:
        product = self
        for _ in range(abs(exponent) - 1):
            product = product * self
        return product if exponent > 0 else 1 / product if exponent else self * 0 + 1

    def __abs__(self) -> Boxes:
        across = (self.low < 0) & (self.high > 0)
        low, high = abs(self.low), abs(self.high)
        ends = Boxes(np.where(across, 0.0, np.minimum(low, high)), np.maximum(low, high))
        return ends._unreal_where(self.unreal)

    def sgn(self) -> Boxes:
        """The signs of all that is in a box."""
        return Boxes(np.sign(self.low), np.sign(self.high))

    # The names of ball arithmetic's functions, so that slopes can be reckoned in boxes as well

    def sqrt(self) -> Boxes:
        return _outwards(np.sqrt(self.low), np.sqrt(self.high))._unreal_where((self.high < 0) | self.unreal)

    def root(self, index: int) -> Boxes:
        """The cube root."""
        if index != 3:
            raise ValueError("boxes know square and cube roots")
        return self._rising(np.cbrt)

    def sin_cos_pi(self) -> tuple[Boxes, Boxes]:
        """Sine and cosine of so many half turns."""
        return self._wave(np.sin, 0.5), self._wave(np.cos, 0.0)

    def _wave(self, function: Callable[[Array], Array], top: float) -> Boxes:
        """A wave with its tops at ``top`` and every two half turns on."""
        off = OFF_OF_CIRCLES * (1 + np.maximum(abs(self.low), abs(self.high)))
        ends = function(np.pi * self.low), function(np.pi * self.high)
        low, high = np.minimum(*ends) - off, np.maximum(*ends) + off
        over, under = (
            np.ceil((self.low - turn) / 2 - OFF) <= np.floor((self.high - turn) / 2 + OFF)
            for turn in (top, top + 1)
        )
        return Boxes(np.where(under, -1.0, low), np.where(over, 1.0, high))._unreal_where(self.unreal)

    def asin(self) -> Boxes:
        return self._rising(np.arcsin)._unreal_where((self.low > 1) | (self.high < -1))

    def acos(self) -> Boxes:
        fallen = self._rising(lambda cosine: -np.arccos(cosine))
        return (-fallen)._unreal_where((self.low > 1) | (self.high < -1))

    def atan(self) -> Boxes:
        return self._rising(np.arctan)

    def _rising(self, function: Callable[[Array], Array]) -> Boxes:
        return widened(function(self.low), function(self.high), OFF)._unreal_where(self.unreal)

    def _unreal_where(self, places: NDArray[np.bool_]) -> Boxes:
        if not places.any():
            return self
        return Boxes(np.where(places, np.inf, self.low), np.where(places, -np.inf, self.high))


def lesser(one: Boxes, two: Boxes) -> Boxes:
    return Boxes(np.minimum(one.low, two.low), np.minimum(one.high, two.high))


def greater(one: Boxes, two: Boxes) -> Boxes:
    return -lesser(-one, -two)


def widened(low: Array, high: Array, off: float) -> Boxes:
    """What lies between ends that are off by no more than this part of them."""
    return Boxes(low - (abs(low) * off + NOTHING), high + (abs(high) * off + NOTHING))


def _outwards(low: Array, high: Array) -> Boxes:
    return Boxes(np.nextafter(low, -np.inf), np.nextafter(high, np.inf))


def _span(*ends: Array) -> Boxes:
    low, high = ends[0], ends[0]
    for end in ends[1:]:
        low, high = np.minimum(low, end), np.maximum(high, end)
    return _outwards(low, high)


def as_boxes(value: Operand) -> Boxes:
    if isinstance(value, Boxes):
        return value
    if isinstance(value, arb):
        low, high = (np.array(end) for end in _ends_of(value))
        return _outwards(low, high)
    exact: Array = np.array(float(value))
    return Boxes(exact, exact)


def _ends(value: Real) -> tuple[float, float]:
    rational = value.rational
    if rational is None:
        with precision(BITS):
            return _ends_of(value.ball())
    try:
        near = float(rational)
    except OverflowError:
        return np.nan, np.nan
    return near, near


def _ends_of(ball: arb) -> tuple[float, float]:
    return float(ball.lower()), float(ball.upper())


def texts_between(values: Boxes, rule: Rounding) -> list[str | None]:
    """Each value rounded, as text; None where its box holds values that are rounded to another, or the rule is not one
    of places or figures. Ends of a box are never values themselves, so a tie at an end is none.

    >>> texts_between(Boxes.of([Real.of(3), Real.of(5) / Real.of(2)]), Rounding(places=0))
    ['3', None]
    """
    if rule.places is not None:
        form = f".{rule.places}f"
    elif rule.figures is not None:
        form = f".{rule.figures - 1}e"
    else:
        return [None] * len(values.low)
    texts: list[str | None] = []
    for low, high in zip(values.low.tolist(), values.high.tolist(), strict=True):
        text = format(low, form)
        known = text == format(high, form) and low * high > 0 and isfinite(low)
        if rule.places is None and known:
            text = _plain(text)
        nothing = not text.strip("-0.")
        texts.append((text.lstrip("-") if nothing else text) if known else None)
    return texts


def _plain(text: str) -> str:
    """A number with a power of ten written out: 1.20e+01 as 12.0."""
    digits, exponent = text.split("e")
    places = len(digits.partition(".")[2]) - int(exponent)
    return fixed(Fraction(text), max(0, places))
