"""Angles of known cosine, and cosines of known angles: in roots where they have some, named otherwise.

Every angle is brought to one form, so that the same angle met on different ways is seen to be the
same: a fraction of π where its cosine is a known one, else a named angle ``acos(c)`` with c > 0. A
cosine √q is doubled to a rational one (cos 2θ = 2 cos² θ − 1); a rational one is halved as long as it
stays rational; and of two complementary angles with rational cosines only one is named.

Cosines of whole multiples of 3° come from those of 15° and 18°; halves, quarters and eighths of these by the half-angle
formula. Any other fraction of the turn keeps its cosine by name, so that it can cancel.
"""

from __future__ import annotations

import itertools
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from math import pi

from flint import arb, fmpq

from mensuration.numbers.exact import MAX_SUM, ZERO, Exact, to_fraction
from mensuration.numbers.monomials import Cosine, Letter, Monomial, NotClosed, Sum, monomial
from mensuration.numbers.proof import precision, rational_near
from mensuration.numbers.roots import root
from mensuration.numbers.settling import settled
from mensuration.numbers.zero import is_zero, negative

_HALF = Exact.of(Fraction(1, 2))
_QUARTER = Exact.of(Fraction(1, 4))
_ONE = Exact.of(1)
_FINEST = Fraction(3, 8)  # degrees: of its multiples the cosines are told in roots

# Sines of whole multiples of 15° from 0° to 90°, from the half-angle formulas; and of 18°, from the golden ratio.
_SINES = {
    0: ZERO,
    15: (Exact.root(6) - Exact.root(2)) * _QUARTER,
    30: _HALF,
    45: Exact.root(Fraction(1, 2)),
    60: Exact.root(Fraction(3, 4)),
    75: (Exact.root(6) + Exact.root(2)) * _QUARTER,
    90: _ONE,
    18: (Exact.root(5) - _ONE) * _QUARTER,
    36: root(Exact.of(10) - Exact.of(2) * Exact.root(5)) * _QUARTER,
    54: (Exact.root(5) + _ONE) * _QUARTER,
    72: root(Exact.of(10) + Exact.of(2) * Exact.root(5)) * _QUARTER,
}


@lru_cache(maxsize=4096)
def cosine_of(degrees: Fraction) -> Exact:
    """The cosine of an angle in degrees: a sum of roots where it is one that is known, else by name.

    >>> cosine_of(Fraction(36)).text(), cosine_of(Fraction(45, 2)).text(), cosine_of(Fraction(160)).text()
    ('1/4 + sqrt(5)/4', 'sqrt(2 + sqrt(2))/2', '-cos(pi*20/180)')
    """
    degrees %= 360
    if degrees > 180:
        degrees = 360 - degrees
    if degrees > 90:
        return -cosine_of(180 - degrees)
    if 90 - degrees in _SINES:
        return _SINES[int(90 - degrees)]
    if degrees % 3 == 0:
        tenth = 18 * (int(degrees) // 3 % 5)
        (c, s), (d, t) = _pair(degrees - tenth), _pair(Fraction(tenth))
        return settled(c * d - s * t)
    if degrees % _FINEST == 0:
        return settled(root((_ONE + cosine_of(2 * degrees)) * _HALF))
    return Exact({monomial(0, [(Cosine(degrees), Fraction(1))]): fmpq(1)})


def _pair(degrees: Fraction) -> tuple[Exact, Exact]:
    return cosine_of(degrees), cosine_of(degrees - 90)


@lru_cache(maxsize=1024)
def arc_cosine(cosine: Exact) -> Exact:
    """The angle from 0 to π with this cosine, in radians. NotClosed where it can't be told by a short name.

    >>> arc_cosine(Exact.of(Fraction(-7, 25))).text()
    'pi - 2*acos(4/5)'
    """
    if negative(cosine):
        return Exact.pi() - arc_cosine(-cosine)
    degrees = _known_degrees(cosine)
    if degrees is not None:
        return Exact.pi() * Exact.of(degrees / 180)
    rational = cosine.rational
    if rational is None:
        double = settled(Exact.of(2) * cosine * cosine - _ONE)
        if double.rational is not None or (double.plain_roots and not cosine.plain_roots):
            return _HALF * arc_cosine(double)
        if not cosine.plain_roots and (not cosine.letters or len(cosine.terms) > MAX_SUM):
            raise NotClosed("no short exact form for this angle")
        return _named(cosine)
    half = _halved(rational)
    if half is not None:
        return Exact.of(2) * arc_cosine(Exact.of(half))
    sine = Exact.root(1 - rational * rational).rational
    if sine is not None and (sine > rational or _halved(sine) is not None):
        return Exact.pi() * _HALF - arc_cosine(Exact.of(sine))
    return _named(cosine)


def _known_degrees(cosine: Exact) -> Fraction | None:
    """The angle in degrees where it is a fraction of the turn; a guess by digits, decided by proof."""
    if cosine.rational is not None and cosine.rational not in (0, 1, Fraction(1, 2)):
        return None  # by Niven's theorem
    with precision(160):
        ball = cosine.ball().intersection(arb(0, 1)).acos() * 180 / arb.pi()
        degrees = rational_near(ball)
    if degrees is None or not 0 <= degrees <= 90:
        return None
    if degrees % _FINEST and cosine.canonical:
        return None  # no sum of roots of numbers
    try:
        return degrees if is_zero(cosine_of(degrees) - cosine) else None
    except NotClosed:
        return None


def _halved(cosine: Fraction) -> Fraction | None:
    """The cosine of half the angle, when it is rational."""
    return Exact.root((1 + cosine) / 2).rational


def _named(cosine: Sum) -> Exact:
    return Exact({monomial(0, (), cosine): fmpq(1)})


def arc_sine(sine: Exact) -> Exact:
    """The angle from -π/2 to π/2 with this sine, in radians."""
    return Exact.pi() * _HALF - arc_cosine(sine)


def arc_tangent(tangent: Exact) -> Exact:
    """The angle between -π/2 and π/2 with this tangent, in radians."""
    return arc_sine(settled(tangent / root(settled(_ONE + tangent * tangent))))


@lru_cache(maxsize=1024)
def cosine_and_sine(angle: Exact) -> tuple[Exact, Exact]:
    """Cosine and sine of an angle in radians made of fractions of π and halves of named angles.

    NotClosed for any other angle.
    """
    result = (_ONE, ZERO)
    for key, coefficient in angle.terms.items():
        share = to_fraction(coefficient)
        lettered = _of_letter(key, share)
        if lettered is not None:
            result = _rotated(result, lettered)
            continue
        if key.factors or key.pi != (1 if key.angle is None else 0):
            raise NotClosed("no short exact form for this angle's sine")
        step = _pair(share * 180) if key.angle is None else _multiple(key.angle, share)
        result = _rotated(result, step)
    return result


def _of_letter(key: Monomial, share: Fraction) -> tuple[Exact, Exact] | None:
    """Cosine and sine of an angle of so many degrees, or radians, as a letter says: by name. None for another angle, or a reflex one."""
    if key.angle is not None or key.pi not in (0, 1) or len(key.factors) != 1:
        return None
    ((letter, exponent),) = key.factors
    if not isinstance(letter, Letter) or letter.function or exponent != 1:
        return None
    cosine = replace(letter, function="cos", turn="deg" if key.pi else "rad")
    if not replace(cosine, function="sin").ball() > 0 or letter.stands > (180 if key.pi else pi):
        return None
    acute = bool(cosine.ball() > 0)
    named = Exact.letter(cosine) if acute else -Exact.letter(replace(cosine, function="-cos"))
    return _multiple(named, share * 180 if key.pi else share)


def _multiple(named: Sum, share: Fraction) -> tuple[Exact, Exact]:
    cosine = Exact(named.terms)
    if share.denominator == 2:
        cosine, share = root(_HALF * (_ONE + cosine)), share * 2
    if share.denominator != 1 or abs(share) > 12:
        raise NotClosed("no short exact form for this angle's sine")
    sine = root(_ONE - cosine * cosine)
    one = (cosine, sine if share > 0 else -sine)
    result = (_ONE, ZERO)
    for _ in range(abs(int(share))):
        result = _rotated(result, one)
    return result


def _rotated(one: tuple[Exact, Exact], two: tuple[Exact, Exact]) -> tuple[Exact, Exact]:
    """Cosine and sine of the sum of two angles."""
    return settled(one[0] * two[0] - one[1] * two[1]), settled(one[0] * two[1] + one[1] * two[0])


def gathered(value: Exact) -> Exact:
    """The same value with angles put together whose sum or difference is a simpler one.

    >>> gathered(arc_tangent(Exact.of(2)) + arc_tangent(Exact.of(3))).text()
    '3*pi/4'
    """
    for one, two in itertools.combinations([key for key in value.terms if key.angle is not None], 2):
        simpler = _joined(value, one, two) or _told_by(value, one, two) or _told_by(value, two, one)
        if simpler is not None:
            return gathered(simpler)
    return value


MULTIPLES = tuple(Fraction(k) for k in ("1", "-1", "2", "-2", "1/2", "-1/2", "3", "-3", "4", "-4"))


def _told_by(value: Exact, one: Monomial, two: Monomial) -> Exact | None:
    """``value`` with its second angle told by its first, when it is a small multiple of it and a fraction of π.

    A float says which multiple to try; whether it is one is decided by exact cosine and sine.
    """
    assert one.angle is not None and two.angle is not None
    if (one.pi, one.factors) != (two.pi, two.factors):
        return None
    first, second = _named(one.angle), _named(two.angle)
    for multiple in MULTIPLES:
        rest = second - first * Exact.of(multiple)
        steps = float(rest.ball().mid()) * 60 / pi
        if abs(steps - round(steps)) > 1e-9:  # no multiple of 3°, so no angle that has a name
            continue
        try:
            cosine, sine = cosine_and_sine(rest)
            angle = arc_cosine(cosine)
            if angle.angles:
                continue
            known = -angle if negative(sine) else angle
            turns = round(float((rest - known).ball().mid()) / (2 * pi))
            known = known + Exact.pi() * Exact.of(2 * turns)
            others = Exact({key: amount for key, amount in value.terms.items() if key != two})
            share = Exact({monomial(two.pi, two.factors): value.terms[two]})
            return others + (first * Exact.of(multiple) + known) * share
        except NotClosed:
            continue
    return None


def _joined(value: Exact, one: Monomial, two: Monomial) -> Exact | None:
    """``value`` with two of its angles replaced by their sum or difference, when that has fewer angles."""
    p, q = value.terms[one], value.terms[two]
    if (one.pi, one.factors) != (two.pi, two.factors) or p not in (q, -q):
        return None
    assert one.angle is not None and two.angle is not None
    if one.angle.letters and two.angle.letters and len(one.angle.terms) == len(two.angle.terms) == 1:
        return None  # two angles that are letters: a + b is short enough
    together = _named(one.angle) + (_named(two.angle) if p == q else -_named(two.angle))
    try:
        cosine, sine = cosine_and_sine(together)
        angle = arc_cosine(cosine)
        if negative(sine):  # only a difference of two acute angles can be
            angle = -angle
        rest = Exact({key: amount for key, amount in value.terms.items() if key not in (one, two)})
        simpler = rest + angle * Exact({monomial(one.pi, one.factors): p})
    except NotClosed:
        return None
    return simpler if len(simpler.angles) < len(value.angles) else None
