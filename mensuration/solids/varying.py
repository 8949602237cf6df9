"""Numbers that vary with a level, as polynomials with a bound of what they leave out: so that sections can be followed from
level to level with proof.

Taylor models (K. Makino and M. Berz, Remainder differential algebras and their applications, 1996): over an interval, a number
is a polynomial in t from -1 to 1, and less than ``rest`` away from it. What a root, a quotient or an angle leaves out is bounded
by putting its polynomial back into the equation that defines it.
"""

from __future__ import annotations

from collections.abc import Callable
from math import inf, isfinite
from typing import Any

from flint import arb, arb_poly, arb_series, ctx

from mensuration.numbers import NOUGHT, Real

OUTWARD = 1 + 1e-9
"""Bounds are reckoned in floats: more than their rounding is added to them."""
BOTH_WAYS = arb(0, 1)


class Unsure(ArithmeticError):
    """The interval is too wide to tell something that has to be known."""


class Varying(Real):
    """A number that varies over an interval, with how fast it does (``slope``, by t) where that is wanted.

    What is asked of it as of a number, such as its sign, is told of its value in the middle; Unsure where a function has no
    bounds over the interval.
    """

    __slots__ = ("_range", "_size", "poly", "rest", "slope")

    def __init__(self, poly: arb_poly, rest: float, slope: Varying | None = None) -> None:
        super().__init__(None, lambda: poly[0])
        self.poly, self.rest, self.slope = poly, rest, slope
        self._size: float | None = None
        self._range: arb | None = None

    @property
    def spread(self) -> float:
        """How far it may be from its value in the middle."""
        return (_above(self.poly(BOTH_WAYS) - self.poly[0]) + self.rest) * OUTWARD

    @property
    def size(self) -> float:
        """What it is not greater than, on either side of 0."""
        if self._size is None:
            self._size = (_size_of(self.poly) + self.rest) * OUTWARD
        return self._size

    @property
    def range(self) -> arb:
        """All its values over the interval."""
        if self._range is None:
            spread = self.spread
            self._range = self.poly[0] + arb(0, spread) if isfinite(spread) else arb("nan")
        return self._range

    def without_slope(self) -> Varying:
        return Varying(self.poly, self.rest)

    def __add__(self, other: Real) -> Varying:
        if not isinstance(other, Varying):
            return Varying(self.poly + other.ball(), self.rest, self.slope)
        return Varying(
            self.poly + other.poly, (self.rest + other.rest) * OUTWARD, _sum(self.slope, other.slope)
        )

    def __radd__(self, other: Real) -> Varying:
        return self + other

    def __neg__(self) -> Varying:
        return Varying(-self.poly, self.rest, None if self.slope is None else -self.slope)

    def __sub__(self, other: Real) -> Varying:
        return self + (-other)

    def __rsub__(self, other: Real) -> Varying:
        return -self + other

    def __mul__(self, other: Real) -> Varying:
        if not isinstance(other, Varying):
            factor = other.ball()
            slope = None if self.slope is None else self.slope * other
            return Varying(self.poly * factor, self.rest * _above(factor) * OUTWARD, slope)
        poly, left_out = _cut_off(self.poly * other.poly)
        rest = (left_out + self.rest * other.size + other.rest * self.size) * OUTWARD
        slopes = (
            None if one.slope is None else one.slope * two.without_slope()
            for one, two in ((self, other), (other, self))
        )
        return Varying(poly, rest, _sum(*slopes))

    def __rmul__(self, other: Real) -> Varying:
        return self * other

    def __truediv__(self, other: Real) -> Varying:
        if isinstance(other, Varying):
            return self * other.inverse()
        return self * (ONE / other)

    def __rtruediv__(self, other: Real) -> Varying:
        return self.inverse() * other

    def inverse(self) -> Varying:
        """One over it: q by its series, away from it by (1 - x q)/x."""
        low = self._least
        poly = _as_poly(1 / _as_series(self.poly))
        off = (_size_of(arb_poly([1]) - self.poly * poly) + self.rest * _size_of(poly)) / low
        found = Varying(poly, off * OUTWARD)
        if self.slope is not None:
            found.slope = -(self.slope * found * found)
        return found

    @property
    def _least(self) -> float:
        """How far it certainly is from 0."""
        low = float(abs(self.poly[0]).lower()) / OUTWARD - self.spread
        if not low > 0:
            raise Unsure
        return low

    def __pow__(self, exponent: int) -> Varying:
        raise Unsure

    def root(self, index: int) -> Varying:
        """The square root: q by its series, away from it by (x - q²)/(√x + q)."""
        if index != 2 or not self.poly[0] > 0:
            raise Unsure
        low = self._least
        poly = _as_poly(_as_series(self.poly).sqrt())
        below = (_size_of(self.poly - poly * poly) + self.rest) / low**0.5
        if not poly(BOTH_WAYS) > 0:
            raise Unsure
        found = Varying(poly, below * OUTWARD)
        if self.slope is not None:
            found.slope = self.slope / (found.without_slope() * TWO)
        return found

    def arctan(self) -> Varying:
        """Its arc tangent: q by its series, whose derivative is away from x'/(1 + x²) by no more than x' - q' (1 + x²)."""
        poly = _as_poly(_as_series(self.poly).atan())
        square = arb_poly([1]) + self.poly * self.poly
        off = _size_of(self.poly.derivative() - poly.derivative() * square)
        start = _above(poly[0] - self.poly[0].atan())
        return Varying(poly, (off + start + self.rest) * OUTWARD)

    def through(self, function: Callable[[Any], Any]) -> Varying:
        """Put through a function of which nothing is known: only its value in the middle is told."""
        return Varying(arb_poly([function(self.poly[0])]), inf)

    def __hash__(self) -> int:
        return id(self)

    def __eq__(self, other: object) -> bool:
        return self is other


ONE, TWO = Real.of(1), Real.of(2)


def _sum(one: Varying | None, two: Varying | None) -> Varying | None:
    if one is None or two is None:
        return one or two
    return one + two


def _above(ball: arb) -> float:
    """What a ball's size is not greater than."""
    return float(abs(ball).upper()) * OUTWARD


def _size_of(poly: arb_poly) -> float:
    """What a polynomial is not greater than from -1 to 1, on either side of 0."""
    return _above(poly(BOTH_WAYS))


def _cut_off(poly: arb_poly) -> tuple[arb_poly, float]:
    """A polynomial with so many terms as are kept, and what the others come to at most."""
    if poly.length() <= ctx.cap:
        return poly, 0.0
    kept = poly.truncate(ctx.cap)
    return kept, _size_of(poly - kept)


def _as_series(poly: arb_poly) -> arb_series:
    return arb_series(poly)


def _as_poly(series: arb_series) -> arb_poly:
    return arb_poly(series.coeffs())


def ranged(value: Real) -> arb:
    """All values of a number over the interval, if it varies."""
    return value.range if isinstance(value, Varying) else value.ball()


def slope_of(value: Real) -> Real:
    """How fast a number varies with t."""
    if not isinstance(value, Varying):
        return NOUGHT
    if value.slope is None:
        raise Unsure
    return value.slope


def without_slope(value: Real) -> Real:
    return value.without_slope() if isinstance(value, Varying) else value


def parameter(middle: arb, reach: arb) -> Varying:
    """A parameter itself, over all that lies no farther than ``reach`` from the ``middle``."""
    return Varying(arb_poly([middle, reach]), 0.0, Varying(arb_poly([reach]), 0.0))


def integral(value: Real) -> arb:
    """Over t from -1 to 1."""
    if not isinstance(value, Varying):
        return value.ball() * 2
    total = sum((2 * c / (2 * k + 1) for k, c in enumerate(value.poly.coeffs()[::2])), arb(0))
    return total + arb(0, 2 * value.rest) if isfinite(value.rest) else arb("nan")


class Antiderivative:
    """A sum of numbers, and its integral from one t to another."""

    def __init__(self, values: list[Real]) -> None:
        poly, self._rest = arb_poly([0]), 0.0
        for value in values:
            if isinstance(value, Varying):
                poly += value.poly
                self._rest += value.rest
            else:
                poly += value.ball()
        self._of, self._poly = poly, poly.integral()

    def value(self, t: arb) -> arb:
        """The sum itself at a t."""
        found: arb = self._of(t)
        return found + arb(0, self._rest)

    def between(self, start: arb, end: arb) -> arb:
        """As an enclosure."""
        found: arb = self._poly(end) - self._poly(start)
        return found + arb(0, 2 * self._rest * OUTWARD)
