"""Once round an ellipse: 4a E(1 - b²/a²) with a ≥ b, by the complete elliptic integral of the second kind; in every kind of number."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from flint import acb, arb
from numpy.typing import NDArray

from mensuration.expressions.errors import ExpressionError
from mensuration.expressions.quantity import Quantity
from mensuration.expressions.slope import Slope
from mensuration.numbers import PI, Real
from mensuration.numbers.boxes import OFF_OF_MEANS, Boxes, as_boxes, widened

Array = NDArray[np.float64]
TURN = 2 * math.pi
NEARLY_ROUND, ROUGHLY = 1e-3, 2e-6
HALVINGS = 12  # of the difference between the means, each to its square


def mean_radius(arguments: Sequence[Quantity]) -> Quantity:
    """The radius of the circle that is as long as an ellipse."""
    whole = perimeter(arguments, "mean_radius")
    return Quantity(whole.value / (Real.of(2) * PI), whole.kind)


def perimeter(arguments: Sequence[Quantity], name: str = "ellipse_perimeter") -> Quantity:
    """Once round an ellipse of two half axes, as long as they are; exact for a circle. ExpressionError where there are not two
    of one kind, more than 0.

    >>> perimeter([Quantity(Real.of(3)), Quantity(Real.of(3))]).value
    Real('6*pi')
    """
    if len(arguments) != 2 or arguments[0].kind != arguments[1].kind:
        raise ExpressionError("arguments", f"{name} takes two half axes: {name}(a, b)")
    small, large = sorted((q.value for q in arguments), key=float)
    kind = arguments[0].kind
    if small.sign() <= 0:
        raise ExpressionError("arguments", "the half axes of an ellipse must be more than 0")
    if small.same_as(large):
        return Quantity(Real.of(2) * PI * large, kind)

    def recipe() -> arb:
        a, b = large.ball(), small.ball()
        return 4 * a * acb(1 - b * b / (a * a)).elliptic_e().real

    return Quantity(Real(None, recipe, small, large), kind)


def perimeter_in_floats(a: float, b: float) -> float:
    """Once round an ellipse, by the arithmetic-geometric mean (Gauss): 2π (a² - Σ 2^(n-1) c²) over the mean."""
    one, two, power = max(a, b), min(a, b), 1.0
    total = one * one - (one * one - two * two) / 2
    while abs(one - two) > 1e-15 * one:
        total -= power * ((one - two) / 2) ** 2
        one, two, power = (one + two) / 2, math.sqrt(one * two), power * 2
    return TURN * total / one


def perimeters(a: Array, b: Array) -> Array:
    """Once round many ellipses, in floats."""
    return _perimeters_and_means(a, b)[0]


def _perimeters_and_means(a: Array, b: Array) -> tuple[Array, Array]:
    """Once round, and the arithmetic-geometric mean of the half axes."""
    one, two, power = np.maximum(a, b), np.minimum(a, b), 1.0
    total: Array = one * one - (one * one - two * two) / 2
    for _ in range(HALVINGS):
        total = total - power * ((one - two) / 2) ** 2
        one, two, power = (one + two) / 2, np.sqrt(one * two), power * 2
    return TURN * total / one, one


def _steepness(a: Array, b: Array) -> Array:
    """How fast an ellipse's perimeter grows with ``a``: 4E + 4 (b/a)² (E - K)/k² for a > b, k² = 1 - (b/a)²; with the
    smaller half axis by Euler's P = a Pa + b Pb. Off by less than ROUGHLY to the ratio of the axes."""
    large, small = np.maximum(a, b), np.minimum(a, b)
    whole, mean = _perimeters_and_means(a, b)
    second, first = whole / (4 * large), TURN / 4 * large / mean
    squared = 1 - (small / large) ** 2
    flat = squared < NEARLY_ROUND
    steep = np.where(flat, -TURN / 8 * (1 + 3 * squared / 8), (second - first) / np.where(flat, 1.0, squared))
    by_large = 4 * second + 4 * (small / large) ** 2 * steep
    found: Array = np.where(a > b, by_large, (whole - large * by_large) / small)
    return found


def _slope_in_boxes(a: Slope, b: Slope) -> Slope:
    """The steepness grows with the half axis itself and falls with the other, since the perimeter is convex."""

    def steepness(one: Boxes, other: Boxes) -> Boxes:
        low, high = _steepness(one.low, other.high), _steepness(one.high, other.low)
        off = ROUGHLY * np.maximum(one.high / other.low, other.high / one.low)
        return Boxes(low - off, high + off)

    slope = steepness(a.value, b.value) * a.slope + steepness(b.value, a.value) * b.slope
    return Slope(perimeter_boxes(a.value, b.value), slope)


def perimeter_boxes(a: Boxes, b: Boxes) -> Boxes:
    """Bounds of the perimeter, which grows with either half axis."""
    return widened(perimeters(a.low, b.low), perimeters(a.high, b.high), OFF_OF_MEANS)


def perimeter_slope(a: Slope, b: Slope) -> Slope:
    """The perimeter with its slope: in boxes by monotony. In balls with m = 1 - b²/a², where E' = -π/8 F(½, 3/2; 2; m), the hypergeometric function."""
    if isinstance(a.value, Boxes) or isinstance(b.value, Boxes):
        return _slope_in_boxes(Slope(as_boxes(a.value), a.slope), Slope(as_boxes(b.value), b.slope))
    one = Slope(arb(1), arb(0))
    m = one - b * b / (a * a)
    integral = acb(m.value).elliptic_e().real
    steep = -arb.pi() / 8 * m.value.hypgeom_2f1(arb("0.5"), arb("1.5"), arb(2))
    return Slope(arb(4), arb(0)) * a * Slope(integral, steep * m.slope)
