"""A quantity: a real number in base units, with its kind."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.expressions.errors import ExpressionError
from mensuration.numbers import Real
from mensuration.numbers.rounding import decimal_or_fraction
from mensuration.units import NUMBER, Kind, Unit


@dataclass(frozen=True)
class Quantity:
    """A value in the base units of its kind (metres, square metres, turns …)."""

    value: Real
    kind: Kind = NUMBER

    def plus(self, other: Quantity, sign: int = 1) -> Quantity:
        if self.kind != other.kind:
            raise ExpressionError(
                "different-kinds", _clash(self, other, "added" if sign > 0 else "taken away")
            )
        return Quantity(self.value + other.value if sign > 0 else self.value - other.value, self.kind)

    def times(self, other: Quantity) -> Quantity:
        return Quantity(self.value * other.value, self.kind.times(other.kind))

    def over(self, other: Quantity) -> Quantity:
        if other.value.sign() == 0:
            raise ExpressionError("division-by-zero", "this divides by 0")
        return Quantity(self.value / other.value, self.kind.times(other.kind, -1))

    def in_unit(self, unit: Unit, pi: Real) -> Real:
        """The number of ``unit``s in this quantity; the kinds must be the same."""
        assert self.kind == unit.kind
        return self.value if unit.factor == 1 else self.value / unit.size(pi)


def _clash(left: Quantity, right: Quantity, done: str) -> str:
    for bare, other in ((right, left), (left, right)):
        number = bare.value.rational
        if bare.kind == NUMBER and number is not None and (other.kind.length or other.kind.plain):
            power = other.kind.length or other.kind.plain
            unit = ("m" if other.kind.length else "unit") + ("" if power == 1 else f"^{power}")
            return f"a plain number and {other.kind.says()} can't be {done}: {decimal_or_fraction(number)} {unit}?"
    return f"{left.kind.says()} and {right.kind.says()} can't be {done}"
