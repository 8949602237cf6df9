"""School rounding: half up (away from zero), done once, on the proven value."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import floor, log10
from typing import NamedTuple

from flint import arb

from mensuration.numbers.proof import PRECISIONS, precision, prove, whole
from mensuration.numbers.real import Real

DECIMAL_FIGURES = 17
HALF = arb(0.5)


@dataclass(frozen=True)
class Rounding:
    """One rule: to ``places`` after the point, to ``figures`` that count, to a ``step``, or none."""

    places: int | None = None
    figures: int | None = None
    step: Fraction | None = None

    def says(self) -> str:
        if self.places is not None:
            if self.places == 0:
                return "to a whole number"
            return f"to {self.places} decimal place{'' if self.places == 1 else 's'}"
        if self.figures is not None:
            return f"to {self.figures} significant figure{'' if self.figures == 1 else 's'}"
        if self.step is not None:
            return f"to the nearest {self.step}"
        return "not rounded"


NOT_ROUNDED = Rounding()


@dataclass(frozen=True)
class Rounded:
    """A rounded number: its value, as text, whether the rounding changed nothing, and whether it is proven: a number
    without exact form may lie so near to a half that nothing tells on which side of it."""

    value: Fraction
    text: str
    unchanged: bool
    proven: bool = True


class Stepped(NamedTuple):
    """The nearest multiple of a step, and whether it is proven to be the nearest."""

    value: Fraction
    proven: bool = True


def to_step(value: Real, step: Fraction) -> Stepped:
    """``value`` rounded to the nearest multiple of ``step``, halves away from zero.

    >>> to_step(Real.of(5), Fraction(2)).value
    Fraction(6, 1)
    """
    rational = value.rational
    if rational is not None:
        below = 2 * rational.denominator * step.numerator
        nearest = (2 * abs(rational.numerator) * step.denominator + below // 2) // below
        signed = nearest if rational > 0 else -nearest
        return Stepped(Fraction(signed * step.numerator, step.denominator))

    def count() -> arb:
        return abs(value.ball()) * step.denominator / step.numerator + HALF

    nearest_ = prove(lambda: whole(count()))
    proven = nearest_ is not None
    if nearest_ is None:  # closer to a boundary than any precision we spend can tell
        with precision(PRECISIONS[-1]):
            nearest_ = whole(count().mid()) or 0
    sign = value.sign() if nearest_ else 0
    return Stepped(Fraction(sign * nearest_ * step.numerator, step.denominator), proven)


def leading_exponent(value: Real) -> int:
    """The power of ten of the first digit that counts: 0 for 1.75, -2 for 0.0699. ``value`` ≠ 0."""
    size = abs(value)
    rough = float(size)
    if 1e-300 < rough < 1e300:
        exponent = log10(rough)
        guess = floor(exponent)
        if 1e-9 < exponent - guess < 1 - 1e-9:  # a float is right about this
            return guess
    else:
        guess = prove(lambda: _decade(size.ball())) or 0
    while size < Real.of(Fraction(10) ** guess):
        guess -= 1
    while not size < Real.of(Fraction(10) ** (guess + 1)):
        guess += 1
    return guess


def _decade(ball: arb) -> int | None:
    """About the power of ten of a ball, when it is known to be more than 0."""
    return floor(float((ball.log() / arb(10).log()).mid())) if ball > 0 else None


def round_by(value: Real, rule: Rounding) -> Rounded:
    """``value`` by ``rule``. Without a rule: the decimal to as many figures as are always shown.

    >>> round_by(Real.of(5) / Real.of(2), Rounding(places=0)).text
    '3'
    """
    if rule.places is not None:
        return _finish(value, Fraction(1, 10**rule.places), rule.places)
    if rule.step is not None:
        rounded, proven = to_step(value, rule.step)
        return Rounded(rounded, decimal_or_fraction(rounded), _same(value, rounded), proven)
    if value.sign() == 0:
        return Rounded(Fraction(0), "0", True)
    if rule.figures is None:
        text = decimal(value)
        return Rounded(Fraction(text), text, _same(value, Fraction(text)))
    first = leading_exponent(value)
    last = first - rule.figures + 1
    rounded, proven = to_step(value, Fraction(10) ** last)
    if abs(rounded) >= Fraction(10) ** (first + 1):  # 9.996 to three figures is 10.0
        last += 1
    return Rounded(rounded, fixed(rounded, max(0, -last)), _same(value, rounded), proven)


def decimal(value: Real, figures: int = DECIMAL_FIGURES) -> str:
    """A decimal with ``figures`` proven figures; shorter where the value ends sooner, or where no more can be proven of it.

    >>> from mensuration.numbers import PI
    >>> decimal(PI, 6)
    '3.14159'
    """
    if value.sign() == 0:
        return "0"
    first = leading_exponent(value)
    for count in range(figures, 0, -1):
        last = first - count + 1
        rounded, proven = to_step(value, Fraction(10) ** last)
        if proven:
            break
    text = fixed(rounded, max(0, -last))
    return text.rstrip("0").rstrip(".") if "." in text and _same(value, rounded) else text


def deciding_digit(value: Real, digits: str, rule: Rounding) -> str:
    """Which digit of a value, written out as ``digits``, has it rounded up or down; empty where the rule is a step, or none,
    or where the digits that are written don't tell.

    >>> deciding_digit(Real.of(Fraction("7.065")), "7.065", Rounding(places=2))
    'the digit after is 5, so up'
    """
    whole_part, _, after = digits.lstrip("-").partition(".")
    row = whole_part + after
    if rule.places is not None:
        at = len(whole_part) + rule.places
    elif rule.figures is not None:
        at = len(row) - len(row.lstrip("0")) + rule.figures
    else:
        return ""
    rest = row[at + 1 :].strip("0")
    if at >= len(row) or not (rest or _same(value, Fraction(digits))):
        return ""  # what is written was rounded itself, and may have been just here
    return f"the digit after is {row[at]}, so {'up' if row[at] >= '5' else 'down'}"


def fixed(value: Fraction, places: int) -> str:
    """A fraction whose denominator divides 10^places, written out with that many places."""
    digits = str(abs(value.numerator) * 10**places // value.denominator).rjust(places + 1, "0")
    sign = "-" if value < 0 else ""
    return sign + (f"{digits[:-places]}.{digits[-places:]}" if places else digits)


def decimal_or_fraction(value: Fraction, places: int = 12) -> str:
    """``value`` as a decimal when it ends within ``places`` places, else as ``a/b``."""
    for count in range(places + 1):
        if 10**count % value.denominator == 0:
            return fixed(value, count)
    return f"{value.numerator}/{value.denominator}"


def _finish(value: Real, step: Fraction, places: int) -> Rounded:
    rounded, proven = to_step(value, step)
    return Rounded(rounded, fixed(rounded, places), _same(value, rounded), proven)


def _same(value: Real, rounded: Fraction) -> bool:
    rational = value.rational
    return rational is not None and rational == rounded
