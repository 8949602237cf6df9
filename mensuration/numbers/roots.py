"""Roots of exact values: taken out where they can be, else a sum under a root."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from functools import lru_cache
from itertools import count, product
from math import gcd, isqrt, lcm

from flint import arb, fmpq

from mensuration.numbers.exact import MAX_SUM, ZERO, Exact, of_product, to_fmpq, to_fraction
from mensuration.numbers.monomials import (
    ONE,
    Atom,
    Base,
    Monomial,
    NotClosed,
    Sum,
    monomial,
    order_of,
    reduced,
)
from mensuration.numbers.proof import precision, rational_near
from mensuration.numbers.quotients import root_taken_out
from mensuration.numbers.zero import is_zero, negative

MAX_DEPTH = 4  # of roots in roots
MAX_DEGREE = 8  # of a polynomial in π
MAX_PRIMES = 4  # whose roots are tried
MAX_TRIES = 24  # at taking one root apart
_HALF = Fraction(1, 2)


@lru_cache(maxsize=1024)
def root(value: Exact, index: int = 2) -> Exact:
    """The real root of a value. NotClosed for an even root of a negative value, and where the form would be too long.

    >>> root(Exact.of(4) + Exact.root(8)).text()
    'sqrt(4 + 2*sqrt(2))'
    >>> root(Exact.of(7) + Exact.root(50), 3).text()
    '1 + sqrt(2)'
    """
    if not value:
        return ZERO
    if negative(value):
        if index % 2 == 0:
            raise NotClosed("an even root of a negative number is not real")
        return -root(-value, index)
    if value.angles:
        raise NotClosed("no short exact form: a root of an angle")
    if len(value.terms) == 1:
        ((key, number),) = value.terms.items()
        return _of_monomial(key, number, index)
    common, rest = value.parted()
    ((key, number),) = common.terms.items()
    return _of_monomial(key, number, index) * _of_sum(rest, index)


def _of_monomial(key: Monomial, number: fmpq, index: int) -> Exact:
    exponents: dict[Base, Fraction] = {base: e / index for base, e in key.factors}
    outside = Exact.root(to_fraction(number), index)
    if key is ONE:
        return outside
    return outside * of_product(reduced(key.pi / index, exponents, None))


def _of_sum(value: Exact, index: int) -> Exact:
    """The root of a sum without common factors: unnested, or the sum under a root."""
    found = _taken_out(value, index)
    if found is not None:
        return found
    if len(value.terms) > MAX_SUM or depth(value) >= MAX_DEPTH:
        raise NotClosed("no short exact form for this root")
    return of_product(reduced(Fraction(0), {value: Fraction(1, index)}, None))


def depth(value: Sum) -> int:
    """How deep roots stand in roots: 1 for a sum of roots of numbers."""
    depths = [
        depth(base) for key in value.terms for base, _ in key.others if not isinstance(base, int | Atom)
    ]
    return 1 + max(depths, default=0)


@lru_cache(maxsize=1024)
def _taken_out(value: Exact, index: int) -> Exact | None:
    """The root of a sum by roots that are in it already and roots of numbers; None where there is none such."""
    if value.letters:
        return _of_factors(value, index)
    if index % 2 == 0:
        half = _square_root(value)
        if half is None or index == 2:
            return half
        try:
            whole = root(half, index // 2)
        except NotClosed:
            return None
        return whole if nested_in(whole) <= nested_in(value) else None
    return _odd_root(value, index) if value.plain_roots else None


def _of_factors(value: Exact, index: int) -> Exact | None:
    """The root of a value with letters: factors come out, of the others each has a root of its own, so that they cancel."""
    outside, number, inside = root_taken_out(value, index)
    if outside == Exact.of(1) and len(inside) < 2:
        return None
    exponents: dict[Base, Fraction] = {base: Fraction(e, index) for base, e in inside}
    return outside * root(number, index) * of_product(reduced(Fraction(0), exponents, None))


def nested_in(value: Sum) -> frozenset[Base]:
    """What is in a value beside roots of numbers and powers of π: sums under roots or in denominators, and cosines."""
    return frozenset(base for key in value.terms for base, _ in key.others)


def _square_root(value: Exact) -> Exact | None:
    """√(a + b) = √((a+d)/2) ± √((a−d)/2) with d = √(a² − b²), where ``b`` are the terms with one of the roots, and ``d``
    has it not; else the same with a root of a prime taken out first. With π in it, as a polynomial in π.

    Over the field of the other roots the root can be unnested in no other way (A. Borodin, R. Fagin, J. E. Hopcroft and
    M. Tompa, J. Symb. Comp. 1, 1985).
    """
    nested, tries = nested_in(value), count(1)
    if any(e != _HALF for key in value.terms for _, e in key.others):
        return None
    found = _unnested(value, nested, tries)
    if found is None and value.algebraic:
        for prime in sorted({prime for key in value.terms for prime, _ in key.primes}):
            inner = _unnested(value * Exact.root(Fraction(1, prime)), nested, tries)
            if inner is not None:
                return inner * Exact.root(prime, 4)
    return found


def _unnested(value: Exact, nested: frozenset[Base], tries: count[int]) -> Exact | None:
    if len(value.terms) < 2:
        return _simple_root(value, nested, tries)
    if next(tries) > MAX_TRIES:
        return None
    if any(key.pi for key in value.terms):
        return _root_in_pi(value, nested, tries)
    for a, b, within in _splits(value):
        try:
            norm = a * a - b * b
            if norm.rational is not None:  # told without taking numbers apart
                d = _rational_root_in(norm.rational, value)
            else:
                d = _simple_root(norm, nested, tries)
            if d is None or not within(d):
                continue
            one = _simple_root((a + d) * Exact.of(_HALF), nested, tries)
            two = _simple_root((a - d) * Exact.of(_HALF), nested, tries) if one is not None else None
            if one is None or two is None:
                continue
            for found in (one + two, one - two):
                if is_zero(found * found - value):
                    return -found if negative(found) else found
        except NotClosed:
            continue
    return None


def _rational_root_in(square: Fraction, value: Exact) -> Exact | None:
    """The square root of a rational, when it is rational but for roots of primes that are in ``value``."""
    primes = sorted({prime for key in value.terms for prime, _ in key.primes})[:MAX_PRIMES]
    for members in product((False, True), repeat=len(primes)):
        outside = 1
        for prime, member in zip(primes, members, strict=True):
            outside *= prime if member else 1
        rest = square * outside
        if (
            rest >= 0
            and isqrt(rest.numerator) ** 2 == rest.numerator
            and isqrt(rest.denominator) ** 2 == rest.denominator
        ):
            whole = Fraction(isqrt(rest.numerator), isqrt(rest.denominator))
            return Exact.of(whole / outside) * Exact.root(outside)
    return None


def _simple_root(value: Exact, nested: frozenset[Base], tries: count[int]) -> Exact | None:
    """The square root, when it is a sum of roots of numbers, powers of π and roots of ``nested`` sums."""
    if is_zero(value):
        return ZERO
    if negative(value):
        return None
    if len(value.terms) > 1:
        common, rest = value.parted()
        outside, inside = root(common), _unnested(rest, nested, tries)
        return None if inside is None or not nested_in(outside) <= nested else outside * inside
    found = root(value)
    return found if nested_in(found) <= nested else None


def _splits(value: Exact) -> Iterator[tuple[Exact, Exact, Callable[[Exact], bool]]]:
    """Ways to see a value without π as a + b, with a test of what lies in the field of a and b²."""
    bases = {base for key in value.terms for base, e in key.factors if e == _HALF}

    def test(but: Base) -> Callable[[Exact], bool]:
        return lambda d: all(
            not key.pi and all(base in bases and base != but and e == _HALF for base, e in key.factors)
            for key in d.terms
        )

    for chosen in sorted(bases, key=order_of, reverse=True):
        a, b = _split(value, lambda key, chosen=chosen: chosen in dict(key.factors))  # type: ignore[misc]
        if a and b:
            yield a, b, test(chosen)


def _root_in_pi(value: Exact, nested: frozenset[Base], tries: count[int]) -> Exact | None:
    """The square root of a polynomial in a power of π, coefficient by coefficient from the highest."""
    step = _common_step([key.pi for key in value.terms])
    degree = int(max(key.pi for key in value.terms) / step)
    if degree % 2 or degree > MAX_DEGREE:
        return None
    given = [ZERO] * (degree + 1)
    for key, number in value.terms.items():
        place = int(key.pi / step)
        given[place] = given[place] + Exact({monomial(0, key.factors): number})
    half = degree // 2
    leading = _simple_root(given[degree], nested, tries)
    if leading is None or not leading:
        return None
    found = [ZERO] * half + [leading]
    for place in range(half - 1, -1, -1):
        known = ZERO
        for i in range(place + 1, half):
            known = known + found[i] * found[place + half - i]
        found[place] = (given[place + half] - known) / (Exact.of(2) * leading)
    total = ZERO
    for place, coefficient in enumerate(found):
        total = total + coefficient * Exact.pi(step * place)
    if not is_zero(total * total - value):
        return None
    return -total if negative(total) else total


def _split(value: Exact, chosen: Callable[[Monomial], bool]) -> tuple[Exact, Exact]:
    parts: tuple[dict[Monomial, fmpq], dict[Monomial, fmpq]] = ({}, {})
    for key, number in value.terms.items():
        parts[chosen(key)][key] = number
    return Exact(parts[0]), Exact(parts[1])


def _common_step(powers: list[Fraction]) -> Fraction:
    """The largest step of which all powers are multiples; 0 when all are 0."""
    below = lcm(*(p.denominator for p in powers))
    return Fraction(gcd(*(int(p * below) for p in powers)), below)


def _odd_root(value: Exact, index: int) -> Exact | None:
    """The odd root of a sum of square roots within the same roots: from the roots of all its conjugates."""
    primes = sorted({base for key in value.terms for base, _ in key.primes})
    if len(primes) > 3:
        return None
    signs = list(product((1, -1), repeat=len(primes)))
    with precision(200):
        roots = []
        for choice in signs:
            ball = _conjugate(value, dict(zip(primes, choice, strict=True))).ball()
            size = abs(ball).root(index)
            roots.append(size if ball > 0 else -size)
        terms: dict[Monomial, fmpq] = {}
        for members in product((False, True), repeat=len(primes)):
            radicand = 1
            for prime, member in zip(primes, members, strict=True):
                radicand *= prime if member else 1
            total = sum(
                (
                    each * _sign([s for s, member in zip(choice, members, strict=True) if member])
                    for each, choice in zip(roots, signs, strict=True)
                ),
                start=roots[0] * 0,
            )
            guess = rational_near(total / (len(signs) * arb(radicand).sqrt()))
            if guess is None:
                return None
            if guess:
                terms[
                    monomial(0, [(p, Fraction(1, 2)) for p, m in zip(primes, members, strict=True) if m])
                ] = to_fmpq(guess)
    found = Exact(terms)
    try:
        return found if found**index == value else None
    except NotClosed:
        return None


def _conjugate(value: Exact, signs: dict[int, int]) -> Exact:
    """The value with some of its square roots taken negative."""
    return Exact(
        {key: number * _sign([signs[base] for base, _ in key.primes]) for key, number in value.terms.items()}
    )


def _sign(signs: list[int]) -> int:
    result = 1
    for sign in signs:
        result *= sign
    return result
