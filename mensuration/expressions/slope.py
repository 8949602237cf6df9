"""A number together with its derivative in one direction, both enclosed: in balls, or in boxes of many at once."""

from __future__ import annotations

from typing import Any

from flint import arb


class Slope:
    """A value and its slope, both enclosed. Bounds that are lost become nan, and stay it."""

    __slots__ = ("slope", "value")

    def __init__(self, value: Any, slope: Any) -> None:
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
        return Slope(abs(self.value), self.value.sgn() * self.slope)
