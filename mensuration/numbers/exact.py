"""Exact values in a closed world: rationals, roots of any depth, powers of π, cosines and named angles.

An :class:`Exact` is a finite sum of terms ``q · m`` with rational ``q`` and a monomial ``m`` of
:mod:`mensuration.numbers.monomials`. While only roots of numbers and powers of π occur, this form is canonical: two
values are equal exactly when their terms are. With sums under roots, sums in denominators and cosines two forms of one
value are possible; :mod:`mensuration.numbers.zero` proves whether they are one, and
:mod:`mensuration.numbers.settling` brings them to the simplest. What would leave this world, or would be too long to
write, raises :class:`NotClosed`; nothing is ever guessed.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from fractions import Fraction
from functools import lru_cache
from math import gcd, lcm

from flint import fmpq, fmpz

from mensuration.numbers.monomials import (
    ONE,
    Atom,
    Base,
    Cosine,
    Letter,
    Monomial,
    NotClosed,
    Product,
    Sum,
    monomial,
    order_of,
    reduced,
    times,
)
from mensuration.numbers.spelling import ALGEBRA, MATHML, PLAIN, TEX, spelled
from mensuration.numbers.zero import is_zero, negative

Rational = int | Fraction

MAX_TERMS = 24
MAX_TERMS_OF_LETTERS = 120
MAX_BITS = 2048  # of the larger of numerator and denominator
MAX_SUM = 8  # terms of a sum under a root or in a denominator
_FACTOR_BITS = 96
_ONE = fmpq(1)


class Exact(Sum):
    """An immutable exact real number. Supports ``+ - * /``, whole powers and equality of form.

    >>> (Exact.of(2) + Exact.root(8)).text()
    '2 + 2*sqrt(2)'
    """

    __slots__ = ("_hash", "_text")

    def __init__(self, terms: Mapping[Monomial, fmpq]) -> None:
        kept = {key: value for key, value in terms.items() if value}
        if len(kept) > MAX_TERMS and (
            len(kept) > MAX_TERMS_OF_LETTERS or not any(key.lettered for key in kept)
        ):
            raise NotClosed("the exact form is too long")
        for value in kept.values():
            if value.height_bits() > MAX_BITS:
                raise NotClosed("the exact form is too long")
        self.terms: Mapping[Monomial, fmpq] = kept
        self._hash: int | None = None
        self._text: str | None = None

    @staticmethod
    def of(value: Rational) -> Exact:
        return Exact({ONE: to_fmpq(value)})

    @staticmethod
    def pi(power: Rational = 1) -> Exact:
        return Exact({monomial(power): _ONE})

    @staticmethod
    def letter(letter: Letter) -> Exact:
        """A letter as a value."""
        return Exact({monomial(0, [(letter, Fraction(1))]): _ONE})

    @staticmethod
    def root(value: Rational, index: int = 2) -> Exact:
        """The root of a rational value ≥ 0, the square root unless ``index`` says another."""
        return _rational_root(Fraction(value), index)

    @property
    def rational(self) -> Fraction | None:
        """The value as a Fraction when it is rational, else None."""
        if not self.terms:
            return Fraction(0)
        if len(self.terms) == 1 and ONE in self.terms:
            return to_fraction(self.terms[ONE])
        return None

    @property
    def bits(self) -> int:
        """The length of a rational value's numerator and denominator together; 1 for any other value."""
        if len(self.terms) == 1 and ONE in self.terms:
            return 2 * self.terms[ONE].height_bits()
        return 1

    @property
    def longest(self) -> int:
        """The length of the longest numerator or denominator in it."""
        return max((value.height_bits() for value in self.terms.values()), default=0)

    def __add__(self, other: Sum) -> Exact:
        total = dict(self.terms)
        for key, value in other.terms.items():
            total[key] = total[key] + value if key in total else value
        return Exact(total)

    def __neg__(self) -> Exact:
        negative = Exact.__new__(Exact)  # as long as this one, so there is nothing to look over
        negative.terms = {key: -value for key, value in self.terms.items()}
        negative._hash = negative._text = None
        return negative

    def __sub__(self, other: Sum) -> Exact:
        total = dict(self.terms)
        for key, value in other.terms.items():
            total[key] = total[key] - value if key in total else -value
        return Exact(total)

    def __mul__(self, other: Sum) -> Exact:
        total: dict[Monomial, fmpq] = {}
        for one, a in self.terms.items():
            for two, b in other.terms.items():
                if one is ONE or two is ONE:
                    key, value = (two if one is ONE else one), a * b
                else:
                    product = times(one, two)
                    key, value = product.monomial, a * b * product.number
                    if product.sums:
                        for more, c in _expanded(key, value, product.sums).terms.items():
                            total[more] = total[more] + c if more in total else c
                        continue
                total[key] = total[key] + value if key in total else value
        return Exact(total)

    def __truediv__(self, other: Exact) -> Exact:
        return self * other.inverse()

    def inverse(self) -> Exact:
        """1/self, with a denominator without roots. ZeroDivisionError for 0."""
        return _inverse(self)

    def __pow__(self, exponent: int) -> Exact:
        if abs(exponent) > 64:
            raise NotClosed("the power is too high for an exact form")
        base = self if exponent >= 0 else self.inverse()
        if (
            max((value.height_bits() for value in base.terms.values()), default=0) * abs(exponent)
            > 4 * MAX_BITS
        ):
            raise NotClosed("the exact form is too long")
        result = Exact.of(1)
        for _ in range(abs(exponent)):
            result = result * base
        return result

    @property
    def readable(self) -> bool:
        """Whether a textbook would write it: a cosine stands by itself in the one term there is."""
        cosines = [base for key in self.terms for base, _ in key.others if isinstance(base, Cosine)]
        inside = any(
            isinstance(inner, Cosine)
            for key in self.terms
            for base, _ in key.others
            if isinstance(base, Sum)
            for own in base.terms
            for inner, _ in own.others
        )
        return not inside and (len(cosines) <= 2 if len(self.terms) == 1 else not cosines)

    def parted(self) -> tuple[Exact, Exact]:
        """``(common, sum)`` whose product this is: what all terms have in common, and a sum of whole coefficients that
        have no common divisor. ``common`` is more than 0."""
        values = self.terms.values()
        number = fmpq(gcd(*(int(v.p) for v in values)), lcm(*(int(v.q) for v in values)))
        pi = min(key.pi for key in self.terms)
        shared = dict(next(iter(self.terms)).factors)
        for key in self.terms:
            own = dict(key.factors)
            shared = {base: min(e, own[base]) for base, e in shared.items() if base in own}
        for base in [base for base, e in shared.items() if e < 0 and not isinstance(base, Atom)]:
            if any(dict(key.factors)[base] != shared[base] for key in self.terms):
                del shared[base]  # a sum that stands above and below a bar
        common = Exact({monomial(pi, shared.items()): number})
        parts: dict[Monomial, fmpq] = {}
        for key, value in self.terms.items():
            exponents = {base: e - shared.get(base, 0) for base, e in key.factors}
            rest = reduced(key.pi - pi, exponents, key.angle)
            assert not rest.sums
            parts[rest.monomial] = value / number * rest.number
        return common, Exact(parts)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Exact) and self.terms == other.terms

    def __hash__(self) -> int:
        if self._hash is None:
            self._hash = hash(frozenset(self.terms.items()))
        return self._hash

    def __bool__(self) -> bool:
        return bool(self.terms)

    def __repr__(self) -> str:
        return f"Exact({self.text()})"

    def ordered(self) -> list[tuple[Monomial, Fraction]]:
        """Terms as a textbook writes them: plain numbers first, then roots, rising powers of π, angles."""
        keys = sorted(self.terms, key=lambda key: key.order)
        if keys and any(key.letters for key in keys):
            first = next((key for key in keys if self.terms[key] > 0), keys[0])
            keys = [
                first,
                *(key for key in keys if key is not first),
            ]  # 36 - π r² rather than a sign in front
        elif keys and self.terms[keys[0]] < 0 < self.terms[keys[-1]]:
            keys.reverse()  # 9π/50 - 9/25
        return [(key, to_fraction(self.terms[key])) for key in keys]

    def text(self) -> str:
        """Plain text that a computer algebra system can read, such as ``72/25 - 9*pi/25``."""
        if self._text is None:
            self._text = spelled(self.ordered(), ALGEBRA)
        return self._text

    def tex(self) -> str:
        """The value set in TeX, such as ``\\frac{72}{25} - \\frac{9\\pi}{25}``."""
        return spelled(self.ordered(), TEX)

    def plain(self) -> str:
        """The value as people write it in a line of text, such as ``72/25 - 9π/25`` or ``2√3``."""
        return spelled(self.ordered(), PLAIN)

    def mathml(self) -> str:
        """The value in MathML, without the ``math`` element round it."""
        return spelled(self.ordered(), MATHML)


def _expanded(key: Monomial, value: fmpq, sums: Iterable[Sum]) -> Exact:
    product = Exact({key: value})
    for each in sums:
        product = product * each
    return product


def of_product(product: Product) -> Exact:
    """A product of bases as a value."""
    return _expanded(product.monomial, product.number, product.sums)


# Roots of rationals


@lru_cache(maxsize=1024)
def _rational_root(value: Fraction, index: int) -> Exact:
    if value < 0:
        raise NotClosed("a root of a negative number is not real")
    if not value:
        return ZERO
    exponents: dict[Base, Fraction] = {}
    for number, sign in ((value.numerator, 1), (value.denominator, -1)):
        for base, power in factors_of(number, index):
            exponents[base] = exponents.get(base, Fraction(0)) + Fraction(sign * power, index)
    return of_product(reduced(Fraction(0), exponents, None))


@lru_cache(maxsize=1024)
def factors_of(n: int, index: int) -> tuple[tuple[int, int], ...]:
    """Primes with their exponents; of a whole number that is a power itself its root may stand for one. NotClosed if n
    is too large to take apart."""
    if n.bit_length() > _FACTOR_BITS:
        whole = fmpz(n).root(index)
        if whole**index != n:
            raise NotClosed("the number under the root is too large to take apart")
        return ((int(whole), index),)
    return tuple((int(prime), int(power)) for prime, power in fmpz(n).factor())


# Division


@lru_cache(maxsize=1024)
def _inverse(value: Exact) -> Exact:
    if not value.terms:
        raise ZeroDivisionError("division by zero")
    if len(value.terms) == 1 and not value.angles:
        ((key, number),) = value.terms.items()
        inverted = reduced(-key.pi, {base: -e for base, e in key.factors}, None)
        return of_product(inverted) * Exact({ONE: 1 / number})
    common, rest = value.parted()
    if not rest.algebraic:
        if len(rest.terms) > MAX_SUM:
            raise NotClosed("no short exact form: the sum in the denominator is too long")
        if any(any(isinstance(base, Sum) and base.angles for base, _ in key.others) for key in rest.terms):
            raise NotClosed("no short exact form: angles in denominators of denominators")
        sign = (
            -1 if negative(rest) else 1
        )  # what stands below a bar is positive, so that signs can be read off
        base = rest if sign > 0 else -rest
        return common.inverse() * Exact({monomial(0, [(base, Fraction(-1))]): fmpq(sign)})
    return common.inverse() * _rationalised(rest)


def _rationalised(value: Exact) -> Exact:
    """1/value for a sum of roots: root after root is taken out of the denominator."""
    base = max((base for key in value.terms for base, _ in key.factors), key=order_of)
    index = lcm(*(dict(key.factors).get(base, Fraction(0)).denominator for key in value.terms))
    assert not isinstance(base, Atom)
    inside = Exact.of(base) if isinstance(base, int) else Exact(base.terms)
    by_power = [ZERO] * index
    for key, number in value.terms.items():
        factors = dict(key.factors)
        power = int(factors.pop(base, Fraction(0)) * index)
        by_power[power] = by_power[power] + Exact({monomial(key.pi, factors.items()): number})
    inverted = _inverted(by_power, inside)
    total = ZERO
    for power, coefficient in enumerate(inverted):
        if coefficient:
            total = total + coefficient * of_product(
                reduced(Fraction(0), {base: Fraction(power, index)}, None)
            )
    return total


Polynomial = list[Exact]  # coefficients from the lowest, the last one not 0


def _inverted(value: Polynomial, inside: Exact) -> Polynomial:
    """The inverse of a polynomial in x where xⁿ = ``inside``, by Euclid's algorithm."""
    index = len(value)
    if index == 2:
        a, b = value
        norm = _not_nought(a * a - b * b * inside)
        below = norm.inverse()
        return [a * below, -b * below]
    before, rest = [-inside, *[ZERO] * (index - 1), Exact.of(1)], _trimmed(value)
    made_before: Polynomial = []
    made: Polynomial = [Exact.of(1)]
    while len(rest) > 1:
        quotient, remainder = _divided(before, rest)
        before, rest = rest, remainder
        made_before, made = made, _minus(made_before, _multiplied(quotient, made))
    if not rest:
        raise NotClosed("no short exact form of this quotient")
    below = _not_nought(rest[0]).inverse()
    return [coefficient * below for coefficient in made]


def _not_nought(value: Exact) -> Exact:
    if is_zero(value) is not False:
        raise NotClosed("no short exact form of this quotient")
    return value


def _trimmed(value: Polynomial) -> Polynomial:
    while value and not value[-1]:
        value = value[:-1]
    return value


def _divided(above: Polynomial, below: Polynomial) -> tuple[Polynomial, Polynomial]:
    rest, quotient = list(above), [ZERO] * max(0, len(above) - len(below) + 1)
    leading = _not_nought(below[-1]).inverse()
    while len(rest) >= len(below):
        place, factor = len(rest) - len(below), rest[-1] * leading
        quotient[place] = factor
        for i, coefficient in enumerate(below[:-1]):
            rest[place + i] = rest[place + i] - factor * coefficient
        rest = _trimmed(rest[:-1])
    return quotient, rest


def _multiplied(one: Polynomial, two: Polynomial) -> Polynomial:
    product = [ZERO] * (len(one) + len(two))
    for i, a in enumerate(one):
        for j, b in enumerate(two):
            product[i + j] = product[i + j] + a * b
    return _trimmed(product)


def _minus(one: Polynomial, two: Polynomial) -> Polynomial:
    size = max(len(one), len(two))
    filled = [[*p, *[ZERO] * (size - len(p))] for p in (one, two)]
    return _trimmed([a - b for a, b in zip(*filled, strict=True)])


def to_fmpq(value: Rational) -> fmpq:
    """A Python rational as FLINT's, in which exact values are reckoned."""
    return fmpq(value.numerator, value.denominator)


def to_fraction(value: fmpq) -> Fraction:
    """FLINT's rational as Python's."""
    return Fraction(int(value.p), int(value.q))


ZERO = Exact({})
