"""Angles as letters. They are reckoned with by their cosines (see ``monomials.Letter``), in whose terms their sines are roots and they
themselves named angles, so that all that is known of these holds of them too; they are told as people write them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction

import numpy
from flint import fmpq
from numpy import float64
from numpy.typing import NDArray

from mensuration.numbers.angles import arc_cosine, cosine_and_sine
from mensuration.numbers.exact import ZERO, Exact, of_product, to_fraction
from mensuration.numbers.monomials import Base, Letter, Monomial, NotClosed, Sum, monomial, reduced
from mensuration.numbers.real import Real
from mensuration.numbers.roots import root

HALF = Fraction(1, 2)


def itself(letter: Letter) -> Exact:
    """What a letter stands for as a value: an angle by its cosine.

    >>> itself(Letter("a", Fraction(40), function="cos", turn="rad")).text()
    'acos(cos(a))'
    """
    value = Exact.letter(letter)
    if not letter.function:
        return value
    angle = arc_cosine(value) if letter.function == "cos" else Exact.pi() - arc_cosine(value)
    return angle / in_radians(letter)


def in_radians(letter: Letter) -> Exact:
    """How many radians an angle of one unit is."""
    return Exact.pi() * Exact.of(Fraction(1, 180)) if letter.turn == "deg" else Exact.of(1)


def bare_angle(cosine: Sum) -> Letter | None:
    """The letter whose angle it is that has this cosine, or whose supplement's; None for another angle."""
    if len(cosine.terms) != 1:
        return None
    ((key, number),) = cosine.terms.items()
    if number != 1 or len(key.factors) != 1 or key.pi or key.angle is not None:
        return None
    ((base, exponent),) = key.factors
    return base if isinstance(base, Letter) and base.function and exponent == 1 else None


def function_of(letter: Letter, value: Real) -> Real:
    """What a letter, or the function of an angle that it is, comes to with this value for the letter: exactly where that is known.

    >>> function_of(Letter("a", Fraction(40), function="-cos", turn="deg"), Real.of(120))
    Real('1/2')
    """
    if not letter.function:
        return value
    if value.exact is not None:
        try:
            cosine, sine = cosine_and_sine(value.exact * in_radians(letter))
            return Real({"cos": cosine, "-cos": -cosine, "sin": sine}[letter.function])
        except NotClosed:
            pass
    return value.through(letter.of)


def many_of(letter: Letter, values: NDArray[float64]) -> NDArray[float64]:
    """The same for many values, roughly."""
    if not letter.function:
        return values
    radians = radians_of(letter, values)
    return numpy.sin(radians) if letter.function == "sin" else _sign(letter) * numpy.cos(radians)


def radians_of(letter: Letter, values: NDArray[float64]) -> NDArray[float64]:
    """Many angles in radians, roughly."""
    return numpy.radians(values) if letter.turn == "deg" else values


def _sign(letter: Letter) -> int:
    return -1 if letter.function == "-cos" else 1


def slope_of(letter: Letter) -> Exact:
    """By how much a letter's function grows for each unit that the letter grows by: ``cos' = -sin``.

    >>> slope_of(Letter("a", Fraction(1), function="cos", turn="rad")).text()
    '-sqrt(1 - cos(a)**2)'
    """
    if not letter.function:
        return Exact.of(1)
    if letter.function == "sin":
        return Exact.letter(replace(letter, function="cos")) * in_radians(letter)
    cosine = Exact.letter(letter)
    return root(Exact.of(1) - cosine * cosine) * in_radians(letter) * Exact.of(-_sign(letter))


# As people write it


def as_written(value: Exact) -> Exact:
    """The value by angles themselves, their sines and cosines: only to be told, for nothing is known of these any more.

    >>> angle = itself(Letter("a", Fraction(40), function="cos", turn="deg"))
    >>> as_written(angle * Exact.of(2)).text()
    '2*a'
    """
    if not any(letter.function for letter in value.letters):
        return value
    total = ZERO
    for key, number in value.terms.items():
        total = total + _written(key) * Exact.of(to_fraction(number))
    return _shorter(total)


def _written(key: Monomial) -> Exact:
    found, exponents = Exact.of(1), dict[Base, Fraction]()
    for base, exponent in _with_sines(key.factors):
        if isinstance(base, Letter) and base.function == "-cos" and exponent.denominator == 1:
            exponents[replace(base, function="cos")] = exponent
            found = found * Exact.of((-1) ** abs(int(exponent)))
        elif isinstance(base, Sum):
            inner = as_written(Exact(base.terms))
            if len(inner.terms) > 1:
                exponents[inner] = exponents.get(inner, Fraction(0)) + exponent
            else:  # 1 - cos² = sin²
                found = found * root(inner, exponent.denominator) ** exponent.numerator
        else:
            exponents[base] = exponents.get(base, Fraction(0)) + exponent
    angle: Exact | None = None
    if key.angle is not None:
        bare = bare_angle(key.angle)
        if bare is None:
            angle = Exact({monomial(0, (), as_written(Exact(key.angle.terms))): fmpq(1)})
        else:
            named = Exact.letter(replace(bare, function="")) * in_radians(bare)
            angle = named if bare.function == "cos" else Exact.pi() - named
    found = found * of_product(reduced(key.pi, exponents, None))
    return found if angle is None else found * angle


def _with_sines(factors: tuple[tuple[Base, Fraction], ...]) -> list[tuple[Base, Fraction]]:
    """``(1 − cos)^p (1 + cos)^q`` with halves in both as ``sin^2q (1 − cos)^(p − q)``."""
    powers = dict(factors)
    for base, exponent in factors:
        letter = _one_less(base)
        if letter is None or exponent.denominator != 2:
            continue
        other = next((b for b in powers if _one_more(b) == letter and powers[b].denominator == 2), None)
        if other is None:
            continue
        both = powers.pop(other)
        powers[base] = exponent - both
        sine = replace(letter, function="sin")
        powers[sine] = powers.get(sine, Fraction(0)) + 2 * both
        if not powers[base]:
            del powers[base]
    return list(powers.items())


def _one_less(base: Base) -> Letter | None:
    """The letter of ``1 − cos``."""
    return bare_angle(Exact.of(1) - Exact(base.terms)) if isinstance(base, Sum) else None


def _one_more(base: Base) -> Letter | None:
    """The letter of ``1 + cos``."""
    return bare_angle(Exact(base.terms) - Exact.of(1)) if isinstance(base, Sum) else None


def _shorter(value: Exact) -> Exact:
    """With cos² by sin², where that leaves fewer terms."""
    for letter in sorted(
        {each for each in value.letters if each.function == "cos"}, key=lambda each: each.order
    ):
        other = ZERO
        for key, number in value.terms.items():
            powers: Mapping[Base, Fraction] = dict(key.factors)
            twice = int(powers.get(letter, Fraction(0)) / 2)
            if twice <= 0:
                other = other + Exact({key: number})
                continue
            rest = [(b, e - 2 * twice if b == letter else e) for b, e in key.factors]
            sine = Exact.letter(replace(letter, function="sin"))
            kept = Exact({monomial(key.pi, [(b, e) for b, e in rest if e], key.angle): number})
            other = other + kept * (Exact.of(1) - sine * sine) ** twice
        if len(other.terms) < len(value.terms):
            value = other
    return value
