"""What is pasted from a calculator: how far its last digits can be trusted."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction

from mensuration.expressions import Quantity
from mensuration.numbers import Real

MANY = 9  # significant digits, from which on they come from a calculator
OF_FLOATS = 15  # from which on the last ones are a float's
POWER = 3  # times as much, where a formula has it cubed
ON_THE_WAY = 1000  # times as much, where other measurements lie between


def slack(value: Real) -> Fraction | None:
    """By how much a value of many digits may be off: half of its last digit, or a float's spacing; None for others.

    >>> slack(Real.of(Fraction("28.274333882308138"))) is None
    False
    >>> slack(Real.of(Fraction("28.27"))) is None
    True
    """
    rational = value.rational
    if rational is None or not rational:
        return None
    places = 0
    while (rational * 10**places).denominator != 1:
        places += 1
        if places > 40:
            return None
    digits = len(str(abs((rational * 10**places).numerator)))
    if digits < MANY or places == 0:
        return None
    return abs(rational) / 2**52 if digits >= OF_FLOATS else Fraction(1, 2 * 10**places)


def agree_as_typed(
    quantity: str, one: Real, two: Real, given: Mapping[str, Quantity], direct: bool
) -> str | None:
    """The given that tells two values of a quantity apart only by digits that nobody typed; None where there is none.

    ``direct`` says that one of the two was typed and the other follows from givens by one formula.
    """
    difference = abs(float(one - two))
    for name, typed in given.items():
        off = slack(typed.value)
        if off is None:
            continue
        relative = float(off) / abs(float(typed.value))
        most = relative * (ON_THE_WAY if not direct else 1 if name == quantity else POWER)
        if difference <= most * max(abs(float(one)), abs(float(two))) * (1 + 1e-6):
            return name
    return None
