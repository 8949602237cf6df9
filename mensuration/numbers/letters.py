"""What is told in letters: values put in for them, and how it changes with one of them."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from fractions import Fraction

import numpy
from flint import arb, fmpq
from numpy import float64
from numpy.typing import NDArray

from mensuration.numbers.angles import arc_cosine
from mensuration.numbers.exact import ZERO, Exact, of_product, to_fraction
from mensuration.numbers.letter_angles import (
    bare_angle,
    function_of,
    in_radians,
    itself,
    many_of,
    radians_of,
    slope_of,
)
from mensuration.numbers.monomials import Base, Letter, Monomial, NotClosed, Sum, monomial, reduced
from mensuration.numbers.real import NOUGHT, UNIT, Real
from mensuration.numbers.roots import root
from mensuration.numbers.settling import settled


def lettered(
    letters: Iterable[tuple[str, Fraction]], stamp: int, turns: Mapping[str, str] | None = None
) -> dict[str, Exact]:
    """Letters with what they stand for, as values of one reckoning. ``turns``: those that are angles, between 0° and 180°, with the
    unit that they count.

    >>> lettered([("w", Fraction(3)), ("h", Fraction(2))], 1)
    {'w': Exact(w), 'h': Exact(h)}
    """
    made = {}
    for place, (name, stands) in enumerate(letters):
        turn = (turns or {}).get(name, "")
        letter = Letter(name, stands, place, stamp, "cos" if turn else "", turn)
        obtuse = bool(turn) and bool(letter.ball() < 0)
        made[name] = itself(replace(letter, function="-cos") if obtuse else letter)
    return made


def put_in(value: Sum, values: Mapping[str, Real]) -> Real:
    """What a value comes to with others for its letters. ValueError for an even root of what is then negative, ZeroDivisionError.

    >>> w, h = lettered([("w", Fraction(3)), ("h", Fraction(2))], 1).values()
    >>> put_in(w * h - h * h, {"w": Real.of(5), "h": Real.of(1)})
    Real('4')
    """
    if not value.letters:
        return Real(value if isinstance(value, Exact) else Exact(value.terms))
    return Real.sum(
        [
            NOUGHT,
            *(_put_in(key, values) * Real.of(to_fraction(number)) for key, number in value.terms.items()),
        ]
    )


def _put_in(key: Monomial, values: Mapping[str, Real]) -> Real:
    found = Real(Exact({monomial(key.pi, key.primes): fmpq(1)}))
    for base, exponent in key.factors:
        if isinstance(base, int):
            continue
        if isinstance(base, Letter):
            value = function_of(base, values[base.name])
        elif isinstance(base, Sum):
            value = put_in(base, values)
        else:
            value = Real(Exact({monomial(0, [(base, Fraction(1))]): fmpq(1)}))
        found = found * raised(value, exponent)
    if key.angle is None:
        return found
    bare = bare_angle(key.angle)
    if bare is None:
        return found * _angle(put_in(key.angle, values))
    angle = values[bare.name] * Real(in_radians(bare))
    return found * (angle if bare.function == "cos" else Real(Exact.pi()) - angle)


def in_floats(value: Sum, values: Mapping[str, NDArray[float64]]) -> NDArray[float64]:
    """What a value comes to with many values for its letters at once; not a number where it has none.

    >>> w, h = lettered([("w", Fraction(3)), ("h", Fraction(2))], 1).values()
    >>> in_floats(w * h - h * h, {"w": numpy.array([5.0, 7.0]), "h": numpy.array([1.0, 2.0])})
    array([ 4., 10.])
    """
    shape = numpy.broadcast_shapes(*(each.shape for each in values.values()))
    total = numpy.zeros(shape)
    with numpy.errstate(all="ignore"):
        for key, number in value.terms.items():
            part = numpy.full(shape, float(number.p) / float(number.q) * numpy.pi ** float(key.pi))
            for base, exponent in key.factors:
                if isinstance(base, Letter):
                    own = many_of(base, values[base.name])
                elif isinstance(base, Sum):
                    own = in_floats(base, values)
                else:
                    own = numpy.asarray(float(base) if isinstance(base, int) else float(base.ball().mid()))
                part = part * own ** float(exponent)
            if key.angle is not None:
                bare = bare_angle(key.angle)
                if bare is None:
                    part = part * numpy.arccos(in_floats(key.angle, values))
                else:
                    radians = radians_of(bare, values[bare.name])
                    part = part * (radians if bare.function == "cos" else numpy.pi - radians)
            total = total + part
    return total


def raised(value: Real, exponent: Fraction) -> Real:
    """A power with any rational exponent."""
    if exponent.denominator > 1:
        value = value.root(exponent.denominator)
    return value**exponent.numerator


def _angle(cosine: Real) -> Real:
    if (UNIT - abs(cosine)).sign() < 0:
        raise ValueError("no angle has a cosine beyond 1")
    if cosine.exact is not None:
        try:
            return Real(arc_cosine(cosine.exact))
        except NotClosed:
            pass
    return cosine.through(lambda ball: ball.intersection(arb(0, 1)).acos())


def derivative(value: Sum, name: str) -> Exact:
    """By how much a value grows for each unit that a letter grows by. NotClosed where that gets too long.

    >>> w, h = lettered([("w", Fraction(3)), ("h", Fraction(2))], 1).values()
    >>> derivative(w * w * h + h / w, "w").text()
    '2*w*h - h/w**2'
    """
    total = ZERO
    for key, number in value.terms.items():
        if not any(letter.name == name for letter in key.lettered):
            continue
        for base, exponent in key.factors:
            total = total + _of_factor(key, number, base, exponent, name)
        if key.angle is not None and key.angle.letters:
            # d acos(c) = −c' / √(1 − c²)
            cosine = Exact(key.angle.terms)
            rest = Exact({monomial(key.pi, key.factors): number})
            bare = bare_angle(key.angle)
            if bare is not None:
                total = total + rest * in_radians(bare) * Exact.of(1 if bare.function == "cos" else -1)
                continue
            total = (
                total
                - rest * derivative(cosine, name) * root(settled(Exact.of(1) - cosine * cosine)).inverse()
            )
    return settled(total)


def sign_throughout(value: Exact) -> int | None:
    """The sign of a value where it can be read off that it has it whatever its letters stand for; else None.

    >>> w, h = lettered([("w", Fraction(3)), ("h", Fraction(2))], 1).values()
    >>> sign_throughout(w * h + w), sign_throughout(w - h)
    (1, None)
    """
    return None if any(letter.function for letter in value.letters) else value.plain_sign()


def _of_factor(key: Monomial, number: fmpq, base: Base, exponent: Fraction, name: str) -> Exact:
    """The share of one factor of a product in the derivative: ``e b^(e−1) b'`` times the others."""
    if isinstance(base, Letter):
        inner = slope_of(base) if base.name == name else ZERO
    elif isinstance(base, Sum):
        inner = derivative(base, name)
    else:
        return ZERO
    if not inner:
        return ZERO
    exponents = dict(key.factors)
    exponents[base] = exponent - 1
    lowered = of_product(reduced(key.pi, exponents, key.angle))
    return lowered * Exact.of(to_fraction(number) * exponent) * inner
