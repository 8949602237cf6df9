"""Products of roots, powers of π, cosines, letters and a named angle: what an exact value is a sum of.

A monomial is ``π^k · ∏ base^e``, times at most one angle ``acos(c)``. Its bases are

- prime numbers with fractional exponents between 0 and 1. Such products, each with another set of exponents, are
  linearly independent over the rationals (A. S. Besicovitch, J. London Math. Soc. 15, 1940); π is transcendental; so
  a sum of these alone is 0 only if every coefficient is;
- *sums* under a root that can't be taken out: √(4 + 2√2). One of roots alone has an exponent between 0 and 1; one
  with π or a cosine in it may also stand in a denominator, 1/(2 + π);
- cosines of degrees between 0° and 90° that are no sum of roots, with any exponent: tan 20° = cos 70° / cos 20°;
- letters, which stand for positive numbers that nothing else is known of, with any exponent: products of their powers are
  independent, as those of π are. What they stand for only decides signs.

Each monomial exists once, so that two are equal exactly when they are the same object.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property, lru_cache
from math import floor, lcm
from threading import Lock
from weakref import WeakValueDictionary

from flint import arb, ctx, fmpq


class NotClosed(ArithmeticError):
    """The result lies outside the closed world of exact values, or would be too long to write."""


class Atom(ABC):
    """Something positive that stands for itself, with any exponent."""

    @abstractmethod
    def ball(self) -> arb:
        """An enclosure at the working precision in force."""

    @property
    @abstractmethod
    def order(self) -> tuple[int, Fraction, str]:
        """Where it stands among the bases of monomials."""


@dataclass(frozen=True)
class Cosine(Atom):
    """The cosine of an angle of so many degrees, more than 0 and less than 90."""

    degrees: Fraction

    def ball(self) -> arb:
        return arb.cos_pi_fmpq(fmpq(self.degrees.numerator, self.degrees.denominator * 180))

    @property
    def order(self) -> tuple[int, Fraction, str]:
        return 2, self.degrees, ""


@dataclass(frozen=True)
class Letter(Atom):
    """A letter and the positive number that it stands for where a sign is asked for. That is moved by less than a millionth, for
    each ``place`` differently, so that nothing is 0 or equal by chance. Letters of one reckoning have one ``stamp``: what is
    remembered of one reckoning is nothing to another, whose decisions are looked at by themselves.

    An angle is reckoned with by a function of it that is positive: ``function`` is its ``cos``, or ``-cos`` where it is obtuse,
    and for telling also ``sin``; ``turn`` is the unit that it counts, ``deg`` or ``rad``.
    """

    name: str
    stands: Fraction
    place: int = 0
    stamp: int = 0
    function: str = ""
    turn: str = ""

    def ball(self) -> arb:
        away = arb(_PRIMES[self.place % len(_PRIMES)]).sqrt() / 2**24
        return self.of(arb(fmpq(self.stands.numerator, self.stands.denominator)) * (1 + away))

    def of(self, ball: arb) -> arb:
        """What it is where its letter is this."""
        if not self.function:
            return ball
        radians = ball * arb.pi() / 180 if self.turn == "deg" else ball
        if self.function == "sin":
            return radians.sin()
        return radians.cos() if self.function == "cos" else -radians.cos()

    @property
    def order(self) -> tuple[int, Fraction, str]:
        return (4 if self.function else 3), Fraction(self.place), self.name + self.function


_PRIMES = (2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37)


class Sum(ABC):
    """A sum of monomials with rational coefficients, which is what an exact value is."""

    __slots__ = ("terms",)

    terms: Mapping[Monomial, fmpq]

    @abstractmethod
    def __init__(self, terms: Mapping[Monomial, fmpq]) -> None: ...

    @abstractmethod
    def __mul__(self, other: Sum) -> Sum: ...

    @abstractmethod
    def inverse(self) -> Sum:
        """1 divided by it."""

    @abstractmethod
    def text(self) -> str:
        """As a computer algebra system reads it."""

    @abstractmethod
    def plain(self) -> str:
        """In a line of plain text."""

    @abstractmethod
    def tex(self) -> str:
        """In TeX."""

    @abstractmethod
    def mathml(self) -> str:
        """In MathML."""

    @property
    def angles(self) -> list[Sum]:
        """The cosines of the named angles in this value."""
        return [key.angle for key in self.terms if key.angle is not None]

    @property
    def plain_roots(self) -> bool:
        """Whether only rationals and square roots of them occur."""
        return all(not key.pi and key.angle is None and key.square_free is not None for key in self.terms)

    @property
    def algebraic(self) -> bool:
        """Whether only rationals and roots occur: neither π nor a cosine nor a named angle."""
        return all(not key.pi and key.angle is None and not key.mixed for key in self.terms)

    @property
    def canonical(self) -> bool:
        """Whether its form tells its value: neither sums under roots or in denominators nor cosines."""
        return not any(key.others for key in self.terms)

    @property
    def with_sines(self) -> bool:
        """Whether its form is as plain but for sines of letters: √(1 − cos²), not below a bar."""
        return all(
            key.angle is None and all(_is_sine(*factor) for factor in key.others) for key in self.terms
        )

    @property
    def letters(self) -> frozenset[Letter]:
        """All letters in it, also those in sums under roots or in denominators, and in named angles."""
        return frozenset[Letter]().union(*(key.lettered for key in self.terms))

    @property
    def order(self) -> tuple[int, int, str]:
        """Where it stands among the bases of monomials."""
        text = self.text()
        return 1, len(text), text

    def plain_sign(self) -> int | None:
        """The sign where it can be read off: all terms have the same; else None."""
        signs = {1 if value > 0 else -1 for value in self.terms.values()}
        return signs.pop() if len(signs) == 1 else None if signs else 0

    def ball(self) -> arb:
        """An enclosure of the value at the working precision in force (see numbers.proof)."""
        if len(self.terms) == 1 and ONE in self.terms:
            return arb(self.terms[ONE])
        return sum((key.ball() * value for key, value in self.terms.items()), arb(0))


Base = int | Sum | Atom
Factor = tuple[Base, Fraction]
MAX_INDEX = 24  # of a root
MAX_POWER = 64  # of π, a cosine or a letter


def _is_sine(base: Base, exponent: Fraction) -> bool:
    if not isinstance(base, Sum) or exponent <= 0:
        return False
    return len(base.letters) == 1 and all(letter.function for letter in base.letters)


def order_of(base: Base) -> tuple[int, int | Fraction, str]:
    """Where a base stands among the others: primes, then sums, then cosines, then letters."""
    return (0, base, "") if isinstance(base, int) else base.order


class Monomial:
    """``π^pi · ∏ base^exponent · angle``; made by :func:`monomial` only."""

    __slots__ = ("__dict__", "__weakref__", "_balls", "angle", "factors", "pi")

    def __init__(self, pi: Fraction, factors: tuple[Factor, ...], angle: Sum | None) -> None:
        self.pi = pi
        self.factors = factors
        self.angle = angle
        self._balls: dict[int, arb] = {}

    @cached_property
    def primes(self) -> tuple[tuple[int, Fraction], ...]:
        """The primes under roots with their exponents."""
        return tuple((base, e) for base, e in self.factors if isinstance(base, int))

    @cached_property
    def others(self) -> tuple[Factor, ...]:
        """The factors that are neither roots of primes nor letters."""
        return tuple(factor for factor in self.factors if not isinstance(factor[0], int | Letter))

    @cached_property
    def letters(self) -> tuple[tuple[Letter, Fraction], ...]:
        """The letters among its factors, with their exponents."""
        return tuple((base, e) for base, e in self.factors if isinstance(base, Letter))

    @cached_property
    def lettered(self) -> frozenset[Letter]:
        """All letters in it, however deep."""
        within = [base.letters for base, _ in self.factors if isinstance(base, Sum)]
        angle = () if self.angle is None else self.angle.letters
        return frozenset(letter for letter, _ in self.letters).union(angle, *within)

    @cached_property
    def mixed(self) -> bool:
        """Whether a cosine, a letter, or a sum with one of these or π in it, is among the factors."""
        return any(
            isinstance(base, Atom) or (isinstance(base, Sum) and not base.algebraic)
            for base, _ in self.factors
        )

    @cached_property
    def square_free(self) -> int | None:
        """The number under the one square root that all roots make together, 1 for none; None where there are others."""
        product = 1
        for base, exponent in self.factors:
            if not isinstance(base, int) or exponent.denominator != 2:
                return None
            product *= base
        return product

    @cached_property
    def index(self) -> int:
        """The index of the one root that all roots of primes make together."""
        return lcm(*(exponent.denominator for _, exponent in self.primes))

    def ball(self) -> arb:
        """An enclosure at the working precision in force."""
        bits = ctx.prec
        if bits not in self._balls:
            self._balls[bits] = self._enclosed()
        return self._balls[bits]

    def _enclosed(self) -> arb:
        product = arb(1)
        if self.square_free is not None:
            if self.square_free > 1:
                product = arb(self.square_free).sqrt()
        else:
            for base, exponent in self.factors:
                value = arb(base) if isinstance(base, int) else base.ball()
                product *= _power(value, exponent)
        if self.pi:
            product *= _power(arb.pi(), self.pi)
        if self.angle is not None:
            product *= self.angle.ball().acos()
        return product

    @cached_property
    def order(self) -> tuple[object, ...]:
        """Where a term with it stands: falling powers of letters; plain numbers first, then roots, rising powers of π, angles."""
        root = self.square_free
        named = self.angle.text() if self.angle is not None else ""
        rest = tuple((*order_of(base), exponent) for base, exponent in self.factors)
        degree = -sum((e for letter, e in self.letters if not letter.function), Fraction(0))
        letters = tuple((letter.order, -e) for letter, e in self.letters)
        return degree, letters, bool(named), self.pi, root or 1 << 200, () if root else rest, named


def _power(value: arb, exponent: Fraction) -> arb:
    whole, index = exponent.numerator, exponent.denominator
    if index > 1:
        value = value.nonnegative_part()
        value = value.sqrt() if index == 2 else value.root(index)
    return value**whole


_known: WeakValueDictionary[tuple[Fraction, tuple[Factor, ...], Sum | None], Monomial] = WeakValueDictionary()
_lock = Lock()


def monomial(pi: Fraction | int = 0, factors: Iterable[Factor] = (), angle: Sum | None = None) -> Monomial:
    """The one monomial of these; the exponents must be as the bases want them. NotClosed where roots are too high.

    >>> monomial(1) is monomial(Fraction(1))
    True
    """
    kept = tuple(sorted(factors, key=lambda factor: order_of(factor[0])))
    power = pi if isinstance(pi, Fraction) else Fraction(pi)
    key = (power, kept, angle)
    found = _known.get(key)
    if found is None:
        if power.denominator > MAX_INDEX or any(e.denominator > MAX_INDEX for _, e in kept):
            raise NotClosed("no short exact form: the root is too high")
        if abs(power) > MAX_POWER or any(abs(e) > MAX_POWER for _, e in kept):
            raise NotClosed("the power is too high for an exact form")
        with _lock:
            found = _known.get(key)
            if found is None:
                found = _known[key] = Monomial(*key)
    return found


ONE = monomial()


@dataclass(frozen=True)
class Product:
    """A product of monomials: a number times a monomial, times sums that came out of their roots."""

    number: fmpq
    monomial: Monomial
    sums: tuple[Sum, ...] = ()


@lru_cache(maxsize=8192)
def times(one: Monomial, two: Monomial) -> Product:
    """The product of two monomials. NotClosed for an angle times an angle."""
    if one.angle is not None and two.angle is not None:
        raise NotClosed("no short exact form: an angle times an angle")
    exponents: dict[Base, Fraction] = dict(one.factors)
    for base, exponent in two.factors:
        exponents[base] = exponents[base] + exponent if base in exponents else exponent
    return reduced(one.pi + two.pi, exponents, one.angle or two.angle)


def reduced(pi: Fraction, exponents: Mapping[Base, Fraction], angle: Sum | None) -> Product:
    """The product of bases with any exponents: what comes out of the roots is taken out.

    NotClosed where a sum of roots in a denominator can't be made rational.
    """
    number, sums = fmpq(1), []
    kept: list[Factor] = []
    for base, exponent in exponents.items():
        whole = floor(exponent)
        if isinstance(base, int):
            if abs(whole) > MAX_POWER:
                raise NotClosed("the power is too high for an exact form")
            number *= fmpq(base) ** whole
            exponent -= whole
        elif not isinstance(base, Atom) and (whole > 0 or (whole < 0 and base.algebraic)):
            sums += [base if whole > 0 else base.inverse()] * abs(whole)
            exponent -= whole
        if exponent:
            kept.append((base, exponent))
    return Product(number, monomial(pi, kept, angle), tuple(sums))
