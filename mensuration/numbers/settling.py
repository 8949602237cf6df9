"""Exact values brought to their simplest form where their form alone doesn't tell it.

Sums under roots hang together (√(10 + 2√5) is a multiple of √(10 − 2√5)), and so do cosines (cos 36° − cos 72° = 1/2).
Like roots are told by one of them; then what looks like a rational number, a multiple of a power of π or the root of one
is proven to be it (:mod:`mensuration.numbers.zero`) or left as it is.
"""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from itertools import combinations
from math import lcm

from flint import arb, fmpq

from mensuration.numbers.exact import ZERO, Exact
from mensuration.numbers.monomials import Base, Factor, Monomial, NotClosed, Sum, monomial
from mensuration.numbers.proof import precision, rational_near
from mensuration.numbers.quotients import cancelled
from mensuration.numbers.roots import depth, nested_in, root
from mensuration.numbers.zero import is_zero

GUESSING_BITS = 240
MAX_INDEX_UNDER = 6  # up to which root terms are put under one
POWERS = tuple(Fraction(k) for k in ("0", "1", "-1", "1/2", "-1/2", "2", "-2"))


def settled(value: Exact) -> Exact:
    """The same value in the simplest form that can be proven.

    >>> from mensuration.numbers.roots import depth, nested_in, root
    >>> one, two = (root(Exact.of(10) + Exact.of(k) * Exact.root(5)) for k in (2, -2))
    >>> settled(one * two).text()
    '4*sqrt(5)'
    """
    return value if value.canonical else _settled(value)


@lru_cache(maxsize=2048)
def _settled(value: Exact) -> Exact:
    value = cancelled(_gathered(value)) if value.letters else _gathered(value)
    if value.letters:  # roots of different factors are independent of one another
        return value
    value = value if value.canonical or _independent(value) else _recognised(value)
    return value if value.canonical else _under_one_root(value)


def _independent(value: Exact) -> bool:
    """Whether there is but one root, of a sum of plain roots and powers of π that does not open: then nothing cancels."""
    found = {factor for key in value.terms for factor in key.others}
    if len(found) != 1:
        return False
    ((base, exponent),) = found
    return isinstance(base, Sum) and exponent == Fraction(1, 2) and base.canonical and not base.angles


# Roots of sums that are multiples of one another

Sums = tuple[tuple[Sum, Fraction], ...]


def _gathered(value: Exact) -> Exact:
    while True:
        kinds = sorted({(), *(_under_roots(key) for key in value.terms)}, key=_length)
        changed = False
        for fewer, more in combinations(kinds, 2):
            factor = _factor(fewer, more)
            if factor is None:
                continue
            try:
                value = _told_by(value, more, fewer, factor)
            except NotClosed:
                continue
            changed = True
            break
        if not changed:
            return value


def _length(sums: Sums) -> tuple[int, str]:
    text = "".join(base.text() for base, _ in sums)
    return len(text), text


def _under_roots(key: Monomial) -> Sums:
    """The sums that stand under square roots in a monomial."""
    return tuple(
        (base, e)
        for base, e in key.others
        if isinstance(base, Sum) and e == Fraction(1, 2) and not base.letters
    )


@lru_cache(maxsize=1024)
def _factor(fewer: Sums, more: Sums) -> Exact | None:
    """By how much the product of roots ``more`` is larger than ``fewer``, without roots round sums; or None."""
    if not more:
        return None
    try:
        inside = below = Exact.of(1)
        for base, _ in (*fewer, *more):
            inside = inside * base
        whole = root(inside)
        known = frozenset[Base]().union(*(nested_in(base) for base, _ in (*fewer, *more)))
        if not nested_in(whole) <= known and depth(whole) > max(depth(base) for base, _ in more):
            return None
        for base, _ in fewer:
            below = below * base
        return whole / below
    except NotClosed:
        return None


def _told_by(value: Exact, more: Sums, fewer: Sums, factor: Exact) -> Exact:
    total = ZERO
    for key, number in value.terms.items():
        if _under_roots(key) == more:
            rest = monomial(key.pi, [f for f in key.factors if f not in more] + list(fewer), key.angle)
            total = total + Exact({rest: number}) * factor
        else:
            total = total + Exact({key: number})
    return total


def _under_one_root(value: Exact) -> Exact:
    """Terms with the same root put under it, where that is shorter: (√5 − 1)√(10 + 2√5)/8 is √(10 − 2√5)/4."""
    groups: dict[tuple[Factor, ...], dict[Monomial, fmpq]] = {}
    for key, number in value.terms.items():
        groups.setdefault(tuple(f for f in key.others if f[1] > 0), {})[key] = number
    total = ZERO
    for sums, terms in groups.items():
        part = Exact(terms)
        index = lcm(*(e.denominator for _, e in sums))
        if 1 < index <= MAX_INDEX_UNDER and len(terms) > 1:
            try:
                whole = root(settled(part**index), index)
                if len(whole.terms) < len(terms):
                    with precision(GUESSING_BITS):
                        part = -whole if part.ball() < 0 else whole
            except NotClosed:
                pass
        total = total + part
    return total


# What a value looks like


def _recognised(value: Exact) -> Exact:
    with precision(GUESSING_BITS):
        ball = value.ball()
        size = abs(ball)
        if not ball.contains(0) and size.rel_accuracy_bits() < GUESSING_BITS // 2:
            return value
        sign = -1 if ball < 0 else 1
        guesses: list[Exact] = []
        for power in POWERS:
            rest = size / _pi_power(power)
            plain = rational_near(rest)
            if plain is not None:
                guesses.append(Exact.of(sign * plain) * Exact.pi(power))
                break
            square = rational_near(rest * rest)
            if square is not None:
                guesses.append(Exact.of(sign) * Exact.root(square) * Exact.pi(power))
                break
    for guess in guesses:
        try:
            if is_zero(value - guess):
                return guess
        except NotClosed:
            continue
    return value


def _pi_power(power: Fraction) -> arb:
    base = arb.pi() if power.denominator == 1 else arb.pi().sqrt()
    return base**power.numerator
