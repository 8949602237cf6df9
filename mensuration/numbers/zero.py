"""Whether an exact value is 0, proven; and its sign.

A value that isn't 0 shows it as soon as its enclosure leaves 0 out. That one *is* 0 follows for sums of roots of numbers
and powers of π from their form (see :mod:`mensuration.numbers.monomials`). For sums under roots and for cosines it
follows from a bound on the roots of polynomials: if ``v`` is an algebraic integer of degree ``d`` and not 0, the product
of its conjugates is a whole number and not 0, so that ``|v| ≥ 1 / B^(d-1)`` with ``B`` more than any conjugate. An
enclosure narrower than that, with 0 in it, holds 0 alone.
"""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from math import lcm

from flint import arb, fmpq

from mensuration.numbers.deciding import decided
from mensuration.numbers.monomials import (
    Atom,
    Base,
    Cosine,
    Letter,
    Monomial,
    NotClosed,
    Sum,
    monomial,
    reduced,
)
from mensuration.numbers.proof import PRECISIONS, precision, prove

MOST_BITS = 30_000


def negative(value: Sum) -> bool:
    """Whether a value is less than 0. NotClosed where that can't be told."""
    sign = value.plain_sign()
    if sign is None:
        sign = prove(lambda: 1 if value.ball() > 0 else -1 if value.ball() < 0 else None)
        if sign is None:
            raise NotClosed("this value can't be told from 0")
        decided(value)
    return sign < 0


@lru_cache(maxsize=1024)
def is_zero(value: Sum) -> bool | None:
    """Whether a value is 0; None where that can't be proven here."""
    try:
        return _is_zero(value)
    except NotClosed:
        return None


def _is_zero(value: Sum) -> bool | None:
    if value.canonical and len(value.angles) < 2:
        return not value.terms
    if value.plain_sign() is not None:
        return not value.terms
    for bits in PRECISIONS[:2]:
        with precision(bits):
            if not value.ball().contains(0):
                return False
    return _certainly(value)


def _certainly(value: Sum) -> bool | None:
    cleared = _without_denominators(value)
    if not cleared.terms:
        return True
    if cleared.angles:
        return None
    if cleared.canonical:
        return not cleared.terms
    groups: dict[tuple[object, ...], dict[Monomial, fmpq]] = {}
    for key, number in cleared.terms.items():
        transcendental = tuple(f for f in key.others if isinstance(f[0], Sum) and _has_pi(f[0]))
        away = {*transcendental, *key.letters}
        rest = monomial(0, [f for f in key.factors if f not in away])
        groups.setdefault((key.pi, transcendental, key.letters), {})[rest] = number
    make = type(value)
    answers = {_algebraic_zero(make(terms)) for terms in groups.values()}
    if answers == {True}:
        return True
    # Powers of π and letters are independent of one another; roots of sums with one in them need not be.
    return False if False in answers and all(not group[1] for group in groups) else None


def _has_pi(base: Sum) -> bool:
    """Whether π or a letter is in it."""
    return any(
        key.pi
        or any(isinstance(f[0], Letter) or (isinstance(f[0], Sum) and _has_pi(f[0])) for f in key.factors)
        for key in base.terms
    )


def _without_denominators(value: Sum) -> Sum:
    """The value times what makes every exponent of its sums and cosines positive."""
    lowest: dict[Base, Fraction] = {}
    for key in value.terms:
        for base, exponent in key.others:
            lowest[base] = min(lowest.get(base, Fraction(0)), exponent)
    for base, exponent in lowest.items():
        if exponent < 0:
            value = _raised(value, base, -exponent.__floor__())
    return value


def _raised(value: Sum, base: Base, power: int) -> Sum:
    """The value times a power of one of its bases."""
    make, total = type(value), dict[Monomial, fmpq]()
    for key, number in value.terms.items():
        exponents = dict(key.factors)
        exponents[base] = exponents.get(base, Fraction(0)) + power
        product = reduced(key.pi, exponents, key.angle)
        piece: Sum = make({product.monomial: number * product.number})
        for each in product.sums:
            piece = piece * each
        for more, amount in piece.terms.items():
            total[more] = total[more] + amount if more in total else amount
    return make(total)


def _algebraic_zero(value: Sum) -> bool | None:
    if value.canonical:
        return not value.terms
    degree = 1
    for index in _indices(value).values():
        degree *= index
    with precision(64):
        sizes = _size(value)
        if sizes is None:
            return None
        denominator, bound = sizes
        length = int((bound.upper().log() / arb(2).log()).upper().ceil().unique_fmpz() or MOST_BITS)
    bits = denominator.bit_length()
    needed = (degree - 1) * (max(length, 0) + bits) + bits + 8
    if needed > MOST_BITS:
        return None
    with precision(needed + 64 + 2 * needed.bit_length()):
        ball = value.ball()
        if not ball.contains(0):
            return False
        return True if abs(ball).upper() < fmpq(1, 2**needed) else None


def _indices(value: Sum) -> dict[object, int]:
    """By how much each root and cosine in a value can raise its degree."""
    found: dict[object, int] = {}
    turn = 1
    for key in value.terms:
        for base, exponent in key.factors:
            if isinstance(base, Cosine):
                turn = lcm(turn, (base.degrees / 360).denominator)
                continue
            assert not isinstance(base, Atom)
            found[base] = lcm(found.get(base, 1), exponent.denominator)
            if not isinstance(base, int):
                for inner, index in _indices(base).items():
                    found[inner] = lcm(found.get(inner, 1), index)
    if turn > 1:
        found["turn"] = lcm(int(found.get("turn", 1)), _totient(turn))
    return found


def _totient(n: int) -> int:
    result, rest, prime = n, n, 2
    while prime * prime <= rest:
        if rest % prime == 0:
            result -= result // prime
            while rest % prime == 0:
                rest //= prime
        prime += 1
    return result - result // rest if rest > 1 else result


def _size(value: Sum) -> tuple[int, arb] | None:
    """A denominator, and a bound on the value and all of its conjugates; None where something stands below a bar."""
    denominator, bound = 1, arb(0)
    for key, number in value.terms.items():
        own, size = int(number.q), abs(arb(number))
        for base, exponent in key.factors:
            if exponent < 0 or (isinstance(base, Cosine) and exponent.denominator > 1):
                return None
            if isinstance(base, int):
                size *= arb(base) ** fmpq(exponent.numerator, exponent.denominator)
            elif isinstance(base, Cosine):
                own *= 2**exponent.numerator
            elif isinstance(base, Atom):
                return None
            else:
                inner = _size(base)
                if inner is None:
                    return None
                own *= inner[0] ** exponent.numerator
                size *= inner[1] ** fmpq(exponent.numerator, exponent.denominator)
        denominator, bound = lcm(denominator, own), bound + size
    return denominator, bound
