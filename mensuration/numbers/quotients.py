"""Exact values with letters as quotients of polynomials: cancelled, taken apart into factors, roots taken out.

Powers of π, letters, roots of primes and sums under roots are each a variable of FLINT's multivariate polynomials over the
rationals, which find common factors and take polynomials apart. What is so found is true whatever stands for the variables.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import floor, lcm

from flint import Ordering, fmpq, fmpq_mpoly, fmpq_mpoly_ctx

from mensuration.numbers.exact import ZERO, Exact, of_product, to_fraction
from mensuration.numbers.monomials import Base, Letter, Monomial, NotClosed, Sum, monomial, order_of, reduced
from mensuration.numbers.zero import negative


@dataclass(frozen=True)
class Angle:
    """The named angle with this cosine."""

    cosine: Sum


Variable = str | Base | Angle
"""``"π"``, a base of monomials, or a named angle."""
PI = "π"
MAX_DEGREE = 40


@dataclass(frozen=True)
class Quotient:
    """A number times powers of polynomials, each with exponent 1, 2 … or −1, −2 …; none has a common factor with another.

    >>> w, h = (Exact.letter(Letter(name, Fraction(4 - place), place)) for place, name in enumerate("wh"))
    >>> taken_apart(Exact.of(2) / w + Exact.of(2) / h).factors
    ((Exact(w + h), 1), (Exact(w), -1), (Exact(h), -1))
    """

    number: Exact
    factors: tuple[tuple[Exact, int], ...]

    @property
    def above(self) -> Exact:
        """The numerator, expanded."""
        return _product(self.number, [(base, e) for base, e in self.factors if e > 0])

    @property
    def below(self) -> Exact:
        """The denominator, expanded."""
        return _product(Exact.of(1), [(base, -e) for base, e in self.factors if e < 0])

    @property
    def value(self) -> Exact:
        """What it comes to: every term of the numerator over the denominator."""
        single = Exact.of(1)
        bases: list[tuple[Base, Fraction]] = []
        for base, exponent in self.factors:
            if exponent > 0:
                continue
            if len(base.terms) == 1:
                single = single * base**exponent
            else:
                bases.append((base, Fraction(exponent)))
        return self.above * single * Exact({monomial(0, bases): fmpq(1)})


def _product(number: Exact, factors: list[tuple[Exact, int]]) -> Exact:
    for base, exponent in factors:
        number = number * base**exponent
    return number


def cancelled(value: Exact) -> Exact:
    """The value with its sums in denominators cancelled as far as they can be.

    >>> w, h = (Exact.letter(Letter(name, Fraction(4 - place), place)) for place, name in enumerate("wh"))
    >>> cancelled((w * w - h * h) * (w - h).inverse()).text()
    'w + h'
    """
    if not any(isinstance(base, Sum) and e < 0 for key in value.terms for base, e in key.others):
        return value
    try:
        found = taken_apart(value).value
    except NotClosed:
        return value
    return found if len(found.text()) <= len(value.text()) else value


@lru_cache(maxsize=1024)
def taken_apart(value: Exact) -> Quotient:
    """The value as a product of factors that can't be taken apart. NotClosed where that gets too long."""
    if not value:
        return Quotient(ZERO, ())
    polynomials = _Polynomials(value)
    above, below = polynomials.quotient(value)
    common = above.gcd(below)
    above, below = above / common, below / common
    number, factors = Exact.of(1), list[tuple[Exact, int]]()
    for side, sign in ((above, 1), (below, -1)):
        content, found = side.factor()
        number = number * Exact.of(to_fraction(fmpq(content))) ** sign
        for factor, exponent in found:
            base = polynomials.value(factor)
            if not base.letters:
                number = number * base ** (sign * int(exponent))
                continue
            content_of, base = base.parted() if len(base.terms) > 1 else (Exact.of(1), base)
            if content_of.letters:
                content_of, base = Exact.of(1), content_of * base
            if negative(base):
                content_of, base = -content_of, -base
            number = number * content_of ** (sign * int(exponent))
            factors.append((base, sign * int(exponent)))
    return Quotient(number, tuple(sorted(factors, key=_standing)))


def _standing(factor: tuple[Exact, int]) -> tuple[bool, bool, tuple[object, ...]]:
    """Single letters first, and what stands below a bar last."""
    base, exponent = factor
    return exponent < 0, len(base.terms) > 1, base.ordered()[0][0].order


def root_taken_out(value: Exact, index: int) -> tuple[Exact, Exact, list[tuple[Exact, int]]]:
    """``(outside, number, inside)``: the root of the value is ``outside`` times the roots of the number and of the powers of
    sums ``inside``, as far as factors come out."""
    apart = taken_apart(value)
    outside, number, inside = Exact.of(1), apart.number, list[tuple[Exact, int]]()
    for base, exponent in apart.factors:
        whole, rest = divmod(exponent, index)
        outside = outside * (base**whole if len(base.terms) == 1 or whole >= 0 else _below(base, -whole))
        if len(base.terms) == 1:
            number = number * base**rest
        elif rest:
            inside.append((base, rest))
    return outside, number, inside


def _below(base: Exact, exponent: int) -> Exact:
    return Exact({monomial(0, [(base, Fraction(-exponent))]): fmpq(1)})


class _Polynomials:
    """The variables of a value, and the way to polynomials in them and back."""

    def __init__(self, value: Exact) -> None:
        steps: dict[Variable, int] = {}
        for variable, exponent in _met(value):
            steps[variable] = lcm(steps.get(variable, 1), exponent.denominator)
        self.variables = sorted(steps, key=_place)
        self.steps = [steps[variable] for variable in self.variables]
        names = tuple(f"x{place}" for place in range(len(self.variables)))
        self.ring = fmpq_mpoly_ctx.get(names, Ordering.deglex)
        self.one = self.ring.constant(1)

    def quotient(self, value: Sum) -> tuple[fmpq_mpoly, fmpq_mpoly]:
        """Numerator and denominator; sums that stand in denominators are expanded."""
        above, below = self.ring.constant(0), self.one
        for key, number in value.terms.items():
            top, bottom = self._monomial(key, number)
            above, below = above * bottom + top * below, below * bottom
            common = above.gcd(below)
            if not common.is_one():
                above, below = above / common, below / common
            if below.total_degree() > MAX_DEGREE or above.total_degree() > MAX_DEGREE:
                raise NotClosed("this quotient would be too long")
        return above, below

    def _monomial(self, key: Monomial, number: fmpq) -> tuple[fmpq_mpoly, fmpq_mpoly]:
        above, below = self.ring.constant(number), self.one
        for variable, exponent in _factors(key):
            if isinstance(variable, Sum) and exponent < 0:
                top, bottom = self.quotient(variable)
                power = -floor(exponent)
                above, below, exponent = above * bottom**power, below * top**power, exponent + power
            if not exponent:
                continue
            place = self.variables.index(variable)
            power = int(exponent * self.steps[place])
            generator = self.ring.gen(place)
            if power > 0:
                above *= generator**power
            else:
                below *= generator**-power
        return above, below

    def value(self, polynomial: fmpq_mpoly) -> Exact:
        """What a polynomial comes to."""
        total = ZERO
        for powers, number in polynomial.to_dict().items():
            pi, exponents, angle = Fraction(0), dict[Base, Fraction](), None
            for variable, step, power in zip(self.variables, self.steps, powers, strict=True):
                exponent = Fraction(int(power), step)
                if not exponent:
                    continue
                if isinstance(variable, str):
                    pi = exponent
                elif not isinstance(variable, Angle):
                    exponents[variable] = exponent
                elif angle is None and exponent == 1:
                    angle = variable.cosine
                else:
                    raise NotClosed("an angle times an angle")
            total = total + of_product(reduced(pi, exponents, angle)) * Exact.of(to_fraction(number))
        return total


def _factors(key: Monomial) -> Iterator[tuple[Variable, Fraction]]:
    if key.pi:
        yield PI, key.pi
    if key.angle is not None:
        yield Angle(key.angle), Fraction(1)
    yield from key.factors


def _met(value: Sum) -> Iterator[tuple[Variable, Fraction]]:
    """Every variable of a value with its exponents, those of sums in denominators instead of these."""
    for key in value.terms:
        for variable, exponent in _factors(key):
            if isinstance(variable, Sum) and exponent < 0:
                yield from _met(variable)
                exponent -= floor(exponent)
            yield variable, exponent


def _place(variable: Variable) -> tuple[int, int | Fraction, str]:
    if isinstance(variable, str):
        return -1, 0, ""
    if isinstance(variable, Letter):
        return -2, variable.place, variable.name + variable.function
    if isinstance(variable, Angle):
        return variable.cosine.order
    return order_of(variable)
