"""Typed numbers, exact values, rounding, conventions for π, proof of the last digit."""

from mensuration.numbers.conventions import CONVENTIONS, pi_by
from mensuration.numbers.exact import Exact
from mensuration.numbers.monomials import NotClosed
from mensuration.numbers.real import NOUGHT, PI, UNIT, Real, TooDeep
from mensuration.numbers.rounding import NOT_ROUNDED, Rounded, Rounding, decimal, round_by

__all__ = [
    "CONVENTIONS",
    "NOT_ROUNDED",
    "NOUGHT",
    "PI",
    "UNIT",
    "Exact",
    "NotClosed",
    "Real",
    "Rounded",
    "Rounding",
    "TooDeep",
    "decimal",
    "pi_by",
    "round_by",
]
