"""What is watched, told in letters: the polynomial that all its exact values lie on.

Areas and volumes of a figure whose measurements are sums of letters are polynomials in them as long as the figure keeps its form
(a hole stays inside). One of total degree three at most is known by its values at as many points as it has coefficients (by
Lagrange's interpolation, in exact numbers); it is told only where it gives further cases exactly, too, and in how many.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import product

from flint import fmpq, fmpq_mat

from mensuration.expressions import Quantity
from mensuration.numbers import NOUGHT, Real
from mensuration.telling import Teller
from mensuration.units import NO_UNIT, Unit
from mensuration.varying.cases import Varied

DEGREE = 3
FURTHER = 2  # cases beyond those that settle it that it must give
WINDOWS = 3  # of each letter's range, in which it is looked for
POWERS = {1: "", 2: "²", 3: "³"}
Powers = tuple[int, ...]


@dataclass(frozen=True)
class Polynomial:
    """Coefficients by the powers of the letters; and in how many cases it gives the value, of those that have one. Letters and
    values are in the units that they are told in."""

    letters: tuple[str, ...]
    terms: dict[Powers, Real]
    holds: int
    of: int
    unit: Unit

    def at(self, values: Sequence[Fraction]) -> Real:
        """Its value."""
        return _at(self.terms, values)

    @property
    def constant(self) -> bool:
        """Whether the letters cancel."""
        return not any(any(powers) for powers in self.terms)

    def text(self, teller: Teller) -> str:
        """As people write it: ``24 w − 2 w²``."""
        written = ""
        for powers, coefficient in sorted(
            self.terms.items(), key=lambda term: (-sum(term[0]), [-p for p in term[0]])
        ):
            minus = coefficient.sign() < 0
            joint = (" − " if minus else " + ") if written else ("−" if minus else "")
            written += joint + _term(teller, abs(coefficient), powers, self.letters)
        return written or "0"


def in_letters(varied: Varied, watched: int) -> Polynomial | None:
    """One watched expression in letters; None where no polynomial gives more cases than settle it.

    >>> from mensuration.problem import read
    >>> from mensuration.varying import vary
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1/2", "high": "5", "step": "1/2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> varied = vary(read(document))
    >>> in_letters(varied, 0).text(varied.teller)
    '−w² + 6 w'
    """
    points = _points(varied)
    values = _values(varied, watched)
    if points is None or not values:
        return None
    best: Polynomial | None = None
    for window in _windows(varied.shape):
        if any(number not in values for number in window):
            continue
        terms = _through([points[number] for number in window], [values[number] for number in window])
        if terms is None:
            continue
        holds = sum(_same(_at(terms, points[number]), value) for number, value in values.items())
        if holds >= len(window) + FURTHER and (best is None or holds > best.holds):
            best = Polynomial(varied.letters, terms, holds, len(values), _unit(varied, watched))
            if holds == len(values):
                break
    return best


def _points(varied: Varied) -> list[tuple[Fraction, ...]] | None:
    """The letters' values in each case, in their units; None where one is no fraction."""
    found = []
    for case in varied.cases:
        amounts = [_amount(varied.teller, each).rational for each in case.at]
        if any(amount is None for amount in amounts):
            return None
        found.append(tuple(amount for amount in amounts if amount is not None))
    return found


def _values(varied: Varied, watched: int) -> dict[int, Real]:
    """The exact values by the number of their case; none at all where one has no exact form."""
    found = {number: _amount(varied.teller, value) for number, value in varied.valued(watched).items()}
    return {} if any(amount.exact is None for amount in found.values()) else found


def _amount(teller: Teller, value: Quantity) -> Real:
    return value.in_unit(teller.unit_for(value.kind) or NO_UNIT, teller.pi)


def _unit(varied: Varied, watched: int) -> Unit:
    return varied.teller.unit_for(next(iter(varied.valued(watched).values())).kind) or NO_UNIT


def _exponents(letters: int) -> list[Powers]:
    return [powers for powers in product(range(DEGREE + 1), repeat=letters) if sum(powers) <= DEGREE]


def _windows(shape: tuple[int, ...]) -> Iterator[list[int]]:
    """Numbers of cases at which a polynomial is looked up: corners of a grid, as many as it has coefficients."""
    if any(length <= DEGREE for length in shape):
        return
    begins = [
        sorted({(length - DEGREE - 1) * k // max(1, WINDOWS - 1) for k in range(WINDOWS)}) for length in shape
    ]
    for begin in product(*begins):
        window = []
        for powers in _exponents(len(shape)):
            number = 0
            for length, start, step in zip(shape, begin, powers, strict=True):
                number = number * length + start + step
            window.append(number)
        yield window


def _through(points: list[tuple[Fraction, ...]], values: list[Real]) -> dict[Powers, Real] | None:
    """The coefficients of the polynomial through these values, without those that are 0."""
    exponents = _exponents(len(points[0]))
    rows = [[_fmpq(_product(point, powers)) for powers in exponents] for point in points]
    try:
        inverse = fmpq_mat(rows).inv()
    except ZeroDivisionError:
        return None
    terms = {}
    for place, powers in enumerate(exponents):
        shares = [inverse[place, column] for column in range(len(values))]
        coefficient = Real.sum(
            value * Real.of(Fraction(int(share.p), int(share.q)))
            for share, value in zip(shares, values, strict=True)
        )
        if coefficient.exact is None:
            return None
        if coefficient.sign() != 0:
            terms[powers] = coefficient
    return terms


def _at(terms: dict[Powers, Real], point: Sequence[Fraction]) -> Real:
    return Real.sum(
        [NOUGHT, *(coefficient * Real.of(_product(point, powers)) for powers, coefficient in terms.items())]
    )


def _same(one: Real, two: Real) -> bool:
    difference = one - two
    return difference.exact is not None and difference.sign() == 0


def _product(point: Sequence[Fraction], powers: Powers) -> Fraction:
    found = Fraction(1)
    for value, power in zip(point, powers, strict=True):
        found *= value**power
    return found


def _fmpq(value: Fraction) -> fmpq:
    return fmpq(value.numerator, value.denominator)


def _term(teller: Teller, coefficient: Real, powers: Powers, letters: tuple[str, ...]) -> str:
    letters_ = " ".join(
        f"{letter}{POWERS[power]}" for letter, power in zip(letters, powers, strict=True) if power
    )
    number = teller.written(Quantity(coefficient)).text.replace(" - ", " − ")
    if not letters_:
        return number
    if number == "1":
        return letters_
    return f"({number}) {letters_}" if " " in number else f"{number} {letters_}"
