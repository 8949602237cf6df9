"""Exact values in a small closed world: rationals, square roots, powers of π and named angles.

An :class:`Exact` is a finite sum of terms ``q · π^k · √n`` with rational ``q``, whole ``k`` and
square-free ``n ≥ 1``; a term may have one named angle ``acos(c)`` as a further factor. Because π is
transcendental and the roots of distinct square-free numbers are linearly independent over the
rationals, this form is canonical for values without angles: two are equal exactly when their terms
are. Angles come from :mod:`mensuration.numbers.angles`, which brings each to one form of its own.
What would leave this world raises :class:`NotClosed`; nothing is ever guessed.
"""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from functools import lru_cache
from math import gcd, isqrt

from flint import arb, fmpq, fmpz

from mensuration.numbers.spelling import ALGEBRA, MATHML, PLAIN, TEX, spelled

Key = tuple[int, int, "Exact | None"]  # power of π, square-free radicand, cosine of the angle
Rational = int | Fraction

MAX_TERMS = 24
MAX_BITS = 2048  # of the larger of numerator and denominator
_FACTOR_BITS = 96
ONE_KEY: Key = (0, 1, None)
_ONE = fmpq(1)


class NotClosed(ArithmeticError):
    """The result lies outside the closed world of exact values, or would be too long to write."""


@lru_cache(maxsize=4096)
def square_part(n: int) -> tuple[int, int]:
    """``(s, f)`` with ``n = s²·f`` and ``f`` square-free, for ``n ≥ 1``; NotClosed if n is too large."""
    root = isqrt(n)
    if root * root == n:
        return root, 1
    if n.bit_length() > _FACTOR_BITS:
        raise NotClosed("the number under the root is too large to take apart")
    square, free = 1, 1
    for prime, power in fmpz(n).factor():
        square *= int(prime) ** (power // 2)
        if power % 2:
            free *= int(prime)
    return square, free


class Exact:
    """An immutable exact real number. Supports ``+ - * /``, whole powers, ``sqrt`` and equality.

    >>> (Exact.of(2) + Exact.root(8)).text()
    '2 + 2*sqrt(2)'
    """

    __slots__ = ("_hash", "terms")

    def __init__(self, terms: Mapping[Key, fmpq]) -> None:
        kept = {key: value for key, value in terms.items() if value}
        if len(kept) > MAX_TERMS:
            raise NotClosed("the exact form is too long")
        for value in kept.values():
            if value.height_bits() > MAX_BITS:
                raise NotClosed("the exact form is too long")
        self.terms: Mapping[Key, fmpq] = kept
        self._hash: int | None = None

    @staticmethod
    def of(value: Rational) -> Exact:
        return Exact({ONE_KEY: to_fmpq(value)})

    @staticmethod
    def pi(power: int = 1) -> Exact:
        return Exact({(power, 1, None): _ONE})

    @staticmethod
    def root(value: Rational) -> Exact:
        """√value for a rational value ≥ 0."""
        fraction = Fraction(value)
        if fraction < 0:
            raise NotClosed("a square root of a negative number is not real")
        if not fraction:
            return ZERO
        (above, free), (below, free_below) = (
            square_part(fraction.numerator),
            square_part(fraction.denominator),
        )
        return Exact({(0, free * free_below, None): fmpq(above, below * free_below)})

    @property
    def rational(self) -> Fraction | None:
        """The value as a Fraction when it is rational, else None."""
        if not self.terms:
            return Fraction(0)
        if len(self.terms) == 1 and ONE_KEY in self.terms:
            return to_fraction(self.terms[ONE_KEY])
        return None

    @property
    def bits(self) -> int:
        """The length of a rational value's numerator and denominator together; 1 for any other value."""
        if len(self.terms) == 1 and ONE_KEY in self.terms:
            return 2 * self.terms[ONE_KEY].height_bits()
        return 1

    @property
    def angles(self) -> list[Exact]:
        """The cosines of the named angles in this value."""
        return [angle for _, _, angle in self.terms if angle is not None]

    @property
    def algebraic(self) -> bool:
        """Whether only rationals and roots occur: neither π nor a named angle."""
        return all(power == 0 and angle is None for power, _, angle in self.terms)

    def __add__(self, other: Exact) -> Exact:
        total = dict(self.terms)
        for key, value in other.terms.items():
            total[key] = total[key] + value if key in total else value
        return Exact(total)

    def __neg__(self) -> Exact:
        negative = Exact.__new__(Exact)  # as long as this one, so there is nothing to look over
        negative.terms = {key: -value for key, value in self.terms.items()}
        negative._hash = None
        return negative

    def __sub__(self, other: Exact) -> Exact:
        total = dict(self.terms)
        for key, value in other.terms.items():
            total[key] = total[key] - value if key in total else -value
        return Exact(total)

    def __mul__(self, other: Exact) -> Exact:
        if len(self.terms) * len(other.terms) > MAX_TERMS * MAX_TERMS:
            raise NotClosed("the exact form is too long")
        if len(self.terms) == 1 == len(other.terms):
            ((key_a, a),) = self.terms.items()
            ((key_b, b),) = other.terms.items()
            if key_a[1:] == (1, None) or key_b[1:] == (1, None):  # at most one root, at most one angle
                (pi_a, root_a, angle_a), (pi_b, root_b, angle_b) = key_a, key_b
                return Exact({(pi_a + pi_b, root_a * root_b, angle_a or angle_b): a * b})
        total: dict[Key, fmpq] = {}
        for (pi_a, root_a, angle_a), a in self.terms.items():
            for (pi_b, root_b, angle_b), b in other.terms.items():
                if angle_a is not None and angle_b is not None:
                    raise NotClosed("no short exact form: an angle times an angle")
                angle = angle_a or angle_b
                if root_a == 1 or root_b == 1:
                    key, product = (pi_a + pi_b, root_a * root_b, angle), a * b
                else:
                    common = gcd(root_a, root_b)
                    key = (pi_a + pi_b, (root_a // common) * (root_b // common), angle)
                    product = a * b * common
                total[key] = total[key] + product if key in total else product
        return Exact(total)

    def __truediv__(self, other: Exact) -> Exact:
        return self * other.inverse()

    def inverse(self) -> Exact:
        """1/self, by rationalising the denominator. NotClosed when powers of π are mixed in it."""
        if not self.terms:
            raise ZeroDivisionError("division by zero")
        if self.angles:
            raise NotClosed("no short exact form: a named angle in a denominator")
        if len(self.terms) == 1:
            ((pi_power, radicand, _), value) = next(iter(self.terms.items()))
            return Exact({(-pi_power, radicand, None): 1 / (value * radicand)})
        powers = {pi for pi, _, _ in self.terms}
        if len(powers) > 1:
            raise NotClosed("no short exact form: powers of π are mixed in a denominator")
        power = powers.pop()
        below = Exact({(0, root, None): value for (_, root, _), value in self.terms.items()})
        above = Exact.of(1)
        while below.terms.keys() != {ONE_KEY}:
            radicand = max(root for _, root, _ in below.terms)
            prime = int(fmpz(radicand).factor()[0][0])
            conjugate = Exact(
                {key: (-value if key[1] % prime == 0 else value) for key, value in below.terms.items()}
            )
            above, below = above * conjugate, below * conjugate
        return above * Exact({(-power, 1, None): 1 / below.terms[ONE_KEY]})

    def __pow__(self, exponent: int) -> Exact:
        if abs(exponent) > 64:
            raise NotClosed("the power is too high for an exact form")
        if not exponent:
            return Exact.of(1)
        base = result = self if exponent >= 0 else self.inverse()
        for _ in range(abs(exponent) - 1):
            result = result * base
        return result

    def sqrt(self) -> Exact:
        """The square root where it stays in the closed world (√q, √(q π^2k), √(a + b√n) that un-nests)."""
        rational = self.rational
        if rational is not None:
            return Exact.root(rational)
        if len(self.terms) == 1:
            ((power, radicand, angle), value) = next(iter(self.terms.items()))
            if power % 2 == 0 and radicand == 1 and angle is None:
                return Exact.root(to_fraction(value)) * Exact.pi(power // 2)
        if len(self.terms) == 2 and ONE_KEY in self.terms and self.algebraic:
            return self._unnested_root()
        raise NotClosed("no short exact form for this square root")

    def cbrt(self) -> Exact:
        """The cube root where it stays in the closed world: of a rational cube, times powers of π^3."""
        if not self.terms:
            return ZERO
        if len(self.terms) == 1:
            ((power, radicand, angle), value) = next(iter(self.terms.items()))
            above, below = _whole_cube_root(int(value.p)), _whole_cube_root(int(value.q))
            if power % 3 == 0 and (radicand, angle) == (1, None) and above is not None and below is not None:
                return Exact({(power // 3, 1, None): fmpq(above, below)})
        raise NotClosed("no short exact form for this cube root")

    def _unnested_root(self) -> Exact:
        """√(a + b√n) = √((a+d)/2) ± √((a-d)/2) with d = √(a² - b²n), when d is rational and a ≥ d."""
        a = to_fraction(self.terms[ONE_KEY])
        ((_, n, _), coefficient) = next((key, value) for key, value in self.terms.items() if key != ONE_KEY)
        b = to_fraction(coefficient)
        square = a * a - b * b * n
        if a <= 0 or square < 0:
            raise NotClosed("no short exact form for this square root")
        d = Exact.root(square).rational
        if d is None:
            raise NotClosed("no short exact form for this square root")
        small = Exact.root((a - d) / 2)
        return Exact.root((a + d) / 2) + (small if b > 0 else -small)

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

    def plain_sign(self) -> int | None:
        """The sign where it can be read off: all terms have the same; else None."""
        signs = {1 if value > 0 else -1 for value in self.terms.values()}
        return signs.pop() if len(signs) == 1 else None if signs else 0

    def ball(self) -> arb:
        """An enclosure of the value at the working precision in force (see numbers.proof)."""
        total = arb(0)
        for (power, radicand, angle), value in self.terms.items():
            term = arb(value)
            if radicand > 1:
                term *= arb(radicand).sqrt()
            if power:
                term *= arb.pi() ** power
            if angle is not None:
                term *= angle.ball().acos()
            total += term
        return total

    def ordered(self) -> list[tuple[Key, Fraction]]:
        """Terms as a textbook writes them: plain numbers first, then roots, rising powers of π, angles."""
        keys = sorted(self.terms, key=_order)
        if keys and self.terms[keys[0]] < 0 < self.terms[keys[-1]]:
            keys.reverse()  # 9π/50 - 9/25 rather than a sign in front
        return [(key, to_fraction(self.terms[key])) for key in keys]

    def text(self) -> str:
        """Plain text that a computer algebra system can read, such as ``72/25 - 9*pi/25``."""
        return spelled(self.ordered(), ALGEBRA)

    def tex(self) -> str:
        """The value set in TeX, such as ``\\frac{72}{25} - \\frac{9\\pi}{25}``."""
        return spelled(self.ordered(), TEX)

    def plain(self) -> str:
        """The value as people write it in a line of text, such as ``72/25 - 9π/25`` or ``2√3``."""
        return spelled(self.ordered(), PLAIN)

    def mathml(self) -> str:
        """The value in MathML, without the ``math`` element round it."""
        return spelled(self.ordered(), MATHML)


def _whole_cube_root(n: int) -> int | None:
    """The whole number whose cube is ``n``, or None."""
    root = int(fmpz(abs(n)).root(3))
    return (root if n > 0 else -root) if root**3 == abs(n) else None


def _order(key: Key) -> tuple[bool, int, int, str]:
    power, radicand, angle = key
    return angle is not None, power, radicand, angle.text() if angle is not None else ""


def to_fmpq(value: Rational) -> fmpq:
    """A Python rational as FLINT's, in which exact values are reckoned."""
    return fmpq(value.numerator, value.denominator)


def to_fraction(value: fmpq) -> Fraction:
    """FLINT's rational as Python's."""
    return Fraction(int(value.p), int(value.q))


ZERO = Exact({})
