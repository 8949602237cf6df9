"""A share of a whole as people tell it: a fraction in lowest terms with the common factor taken out, a percentage."""

from __future__ import annotations

from dataclasses import dataclass
from math import gcd

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.numbers.rounding import Rounding, round_by
from mensuration.telling.values import Mathematics, Teller
from mensuration.units import UNITS

EQUIVALENTS = 5
DEGREES_ROUND = 360
FINEST = 1000  # of a degree, into which an angle is told as a number of pieces


@dataclass(frozen=True)
class Count(Frozen):
    """So many ``above`` of so many ``below``, counted in what ``of`` says."""

    above: int
    below: int
    of: str


@dataclass(frozen=True)
class Ratio(Frozen):
    """A share as a decimal, a percentage and a fraction, with the common factor taken out."""

    decimal: str
    percent: str
    exactly: bool
    count: Count | None = None
    lowest: Mathematics | None = None
    factor: int | None = None
    equivalents: tuple[str, ...] = ()


def ratio_of(amount: Real, total: Real, of: str, teller: Teller) -> Ratio:
    """What an amount is of a total, both counted in what ``of`` says (in the plural).

    >>> from mensuration.numbers import PI
    >>> teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    >>> told = ratio_of(Real.of(24), Real.of(360), "degrees", teller)
    >>> told.lowest.text, told.factor, told.percent
    ('1/15', 24, '6.67')
    """
    share = amount / total
    percent = teller.tell(Quantity(share * Real.of(100)))
    decimal, exactly = round_by(share, Rounding(places=4)).text, not percent.approximate
    a, b = amount.rational, total.rational
    if a is None or b is None:
        exact = share.exact
        lowest = None if exact is None else Mathematics(exact.tex(), exact.plain())
        return Ratio(decimal, percent.text, exactly, lowest=lowest)
    scale = a.denominator * b.denominator // gcd(a.denominator, b.denominator)
    above, below = int(a * scale), int(b * scale)
    common = gcd(above, below) or 1
    low, base = above // common, below // common
    pieces = {1: of, 2: f"half {of}"}.get(scale, f"{scale}ths of {of}")
    return Ratio(
        decimal,
        percent.text,
        exactly,
        Count(above, below, pieces),
        Mathematics(rf"\frac{{{low}}}{{{base}}}", f"{low}/{base}"),
        common,
        tuple(f"{low * k}/{base * k}" for k in range(2, 2 + EQUIVALENTS)),
    )


def share_of_turn(angle: Quantity, teller: Teller) -> Ratio:
    """What an angle is of a whole turn, in degrees where it is a number of them."""
    whole = Real.of(DEGREES_ROUND)
    degrees = angle.value / UNITS["deg"].size(teller.pi)
    known = degrees.rational
    if known is not None and known.denominator > FINEST:
        return ratio_of(degrees / whole, Real.of(1), "turns", teller)
    return ratio_of(degrees, whole, "degrees", teller)
