"""Formulas in balls together with their slopes: by how much a value changes with what it hangs on, with bounds."""

from __future__ import annotations

from functools import lru_cache

from flint import acb, arb

from mensuration.expressions.closures import Algebra, Closure, closure
from mensuration.expressions.parse import parse


class Slope:
    """A ball and the ball of its derivative in one direction. Bounds that are lost become nan, and stay it."""

    __slots__ = ("slope", "value")

    def __init__(self, value: arb, slope: arb) -> None:
        self.value = value
        self.slope = slope

    def __add__(self, other: Slope) -> Slope:
        return Slope(self.value + other.value, self.slope + other.slope)

    def __sub__(self, other: Slope) -> Slope:
        return Slope(self.value - other.value, self.slope - other.slope)

    def __neg__(self) -> Slope:
        return Slope(-self.value, -self.slope)

    def __mul__(self, other: Slope) -> Slope:
        return Slope(self.value * other.value, self.slope * other.value + self.value * other.slope)

    def __truediv__(self, other: Slope) -> Slope:
        value = self.value / other.value
        return Slope(value, (self.slope - value * other.slope) / other.value)

    def __pow__(self, exponent: int) -> Slope:
        product = Slope(arb(1), arb(0))
        for _ in range(abs(exponent)):
            product *= self
        return product if exponent >= 0 else Slope(arb(1), arb(0)) / product

    def __abs__(self) -> Slope:
        if self.value > 0:
            return self
        return -self if self.value < 0 else Slope(abs(self.value), arb("nan"))


def _sqrt(of: Slope) -> Slope:
    root = of.value.sqrt()
    return Slope(root, of.slope / (2 * root))


def _cbrt(of: Slope) -> Slope:
    root = of.value.root(3)
    return Slope(root, of.slope / (3 * root * root))


def _turn() -> arb:
    return 2 * arb.pi()


def _sin(turns: Slope) -> Slope:
    sine, cosine = (2 * turns.value).sin_cos_pi()
    return Slope(sine, cosine * _turn() * turns.slope)


def _cos(turns: Slope) -> Slope:
    sine, cosine = (2 * turns.value).sin_cos_pi()
    return Slope(cosine, -sine * _turn() * turns.slope)


def _asin(of: Slope) -> Slope:
    return Slope(of.value.asin() / _turn(), of.slope / ((1 - of.value * of.value).sqrt() * _turn()))


def _acos(of: Slope) -> Slope:
    return Slope(of.value.acos() / _turn(), -of.slope / ((1 - of.value * of.value).sqrt() * _turn()))


def _atan(of: Slope) -> Slope:
    return Slope(of.value.atan() / _turn(), of.slope / ((1 + of.value * of.value) * _turn()))


def _ellipse_perimeter(a: Slope, b: Slope) -> Slope:
    """4a E(m) with m = 1 - b²/a², where E' = -π/8 F(½, 3/2; 2; m), the hypergeometric function."""
    one = Slope(arb(1), arb(0))
    m = one - b * b / (a * a)
    integral = acb(m.value).elliptic_e().real
    steep = -arb.pi() / 8 * m.value.hypgeom_2f1(arb("0.5"), arb("1.5"), arb(2))
    return Slope(arb(4), arb(0)) * a * Slope(integral, steep * m.slope)


_SLOPES: Algebra[Slope] = Algebra(
    of=lambda real: Slope(real.ball(), arb(0)),
    functions={
        "sqrt": _sqrt,
        "cbrt": _cbrt,
        "abs": abs,
        "sin": _sin,
        "cos": _cos,
        "tan": lambda turns: _sin(turns) / _cos(turns),
        "asin": _asin,
        "acos": _acos,
        "atan": _atan,
        "ellipse_perimeter": _ellipse_perimeter,
    },
)


@lru_cache(maxsize=4000)
def in_slopes(formula: str, bits: int) -> Closure[Slope]:
    """A formula as a function of slopes by name, at ``bits`` of working precision (which must be in force)."""
    return closure(parse(formula), _SLOPES)
