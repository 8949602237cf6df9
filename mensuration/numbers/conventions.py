"""The conventions for π that classes use."""

from __future__ import annotations

from fractions import Fraction

from mensuration.numbers.exact import Exact
from mensuration.numbers.real import PI, Real

CONVENTIONS: dict[str, Real] = {
    "exact": PI,
    "3.14": Real(Exact.of(Fraction(157, 50))),
    "22/7": Real(Exact.of(Fraction(22, 7))),
}


def pi_by(convention: str) -> Real:
    """The number that stands for π under a convention (``exact``, ``3.14`` or ``22/7``).

    >>> pi_by("22/7")
    Real('22/7')
    """
    return CONVENTIONS[convention]
