"""Angles of known cosine: recognised where they are fractions of the turn, named otherwise.

Every angle is brought to one form, so that the same angle met on different ways is seen to be the
same: a fraction of π where its cosine is a known one, else a named angle ``acos(c)`` with c > 0. A
cosine √q is doubled to a rational one (cos 2θ = 2 cos² θ − 1); a rational one is halved as long as it
stays rational; and of two complementary angles with rational cosines only one is named.
"""

from __future__ import annotations

import itertools
from fractions import Fraction
from functools import lru_cache
from math import pi

from mensuration.numbers.exact import ZERO, Exact, Key, NotClosed, to_fraction
from mensuration.numbers.proof import prove

_HALF = Exact.of(Fraction(1, 2))
_ONE = Exact.of(1)

# Sines of whole multiples of 15° from 0° to 90°, from the half-angle formulas.
SINES = {
    0: ZERO,
    15: (Exact.root(6) - Exact.root(2)) * Exact.of(Fraction(1, 4)),
    30: _HALF,
    45: Exact.root(Fraction(1, 2)),
    60: Exact.root(Fraction(3, 4)),
    75: (Exact.root(6) + Exact.root(2)) * Exact.of(Fraction(1, 4)),
    90: _ONE,
}
# Cosines in the regular pentagon, from the golden ratio.
_PENTAGON = {
    36: (Exact.root(5) + _ONE) * Exact.of(Fraction(1, 4)),
    72: (Exact.root(5) - _ONE) * Exact.of(Fraction(1, 4)),
}
KNOWN_COSINES = {90 - degrees: sine for degrees, sine in SINES.items()} | _PENTAGON
_DEGREES = {cosine: degrees for degrees, cosine in KNOWN_COSINES.items()}
# Tangents that are sums of roots though sine and cosine are not, by tan θ = (1 − cos 2θ)/sin 2θ.
TANGENTS = {
    Fraction(15, 2): Exact.root(6) - Exact.root(3) + Exact.root(2) - Exact.of(2),
    Fraction(45, 2): Exact.root(2) - _ONE,
    Fraction(75, 2): Exact.root(6) + Exact.root(3) - Exact.root(2) - Exact.of(2),
    Fraction(105, 2): Exact.root(6) - Exact.root(3) - Exact.root(2) + Exact.of(2),
    Fraction(135, 2): Exact.root(2) + _ONE,
    Fraction(165, 2): Exact.root(6) + Exact.root(3) + Exact.root(2) + Exact.of(2),
}


@lru_cache(maxsize=4096)
def arc_cosine(cosine: Exact) -> Exact:
    """The angle from 0 to π with this cosine, in radians. NotClosed where the cosine is no sum of roots.

    >>> arc_cosine(Exact.of(Fraction(-7, 25))).text()
    'pi - 2*acos(4/5)'
    """
    if not cosine.algebraic:
        raise NotClosed("no short exact form for this angle")
    if _negative(cosine):
        return Exact.pi() - arc_cosine(-cosine)
    if cosine in _DEGREES:
        return Exact.pi() * Exact.of(Fraction(_DEGREES[cosine], 180))
    rational = cosine.rational
    if rational is None:
        double = Exact.of(2) * cosine * cosine - _ONE
        return _HALF * arc_cosine(double) if double.rational is not None else _named(cosine)
    half = _halved(rational)
    if half is not None:
        return Exact.of(2) * arc_cosine(Exact.of(half))
    sine = Exact.root(1 - rational * rational).rational
    if sine is not None and (sine > rational or _halved(sine) is not None):
        return Exact.pi() * _HALF - arc_cosine(Exact.of(sine))
    return _named(cosine)


def _negative(value: Exact) -> bool:
    sign = value.plain_sign()
    if sign is None:
        sign = prove(lambda: 1 if value.ball() > 0 else -1 if value.ball() < 0 else None)
        if sign is None:
            raise NotClosed("this value can't be told from 0")
    return sign < 0


def _halved(cosine: Fraction) -> Fraction | None:
    """The cosine of half the angle, when it is rational."""
    return Exact.root((1 + cosine) / 2).rational


def _named(cosine: Exact) -> Exact:
    return Exact({(0, 1, cosine): _ONE.terms[(0, 1, None)]})


def arc_sine(sine: Exact) -> Exact:
    """The angle from -π/2 to π/2 with this sine, in radians."""
    return Exact.pi() * _HALF - arc_cosine(sine)


def arc_tangent(tangent: Exact) -> Exact:
    """The angle between -π/2 and π/2 with this tangent, in radians."""
    return arc_sine(tangent / (_ONE + tangent * tangent).sqrt())


@lru_cache(maxsize=4096)
def cosine_and_sine(angle: Exact) -> tuple[Exact, Exact]:
    """Cosine and sine of an angle in radians made of fractions of π and halves of named angles.

    NotClosed for any other angle, and where a half-angle is no sum of roots.
    """
    result = (_ONE, ZERO)
    for (power, radicand, cosine), coefficient in angle.terms.items():
        share = to_fraction(coefficient)
        if radicand != 1 or power != (1 if cosine is None else 0):
            raise NotClosed("no short exact form for this angle's sine")
        step = _of_degrees(share * 180) if cosine is None else _multiple(cosine, share)
        result = _rotated(result, step)
    return result


def _of_degrees(degrees: Fraction) -> tuple[Exact, Exact]:
    if degrees.denominator != 1 or degrees % 15:
        raise NotClosed("no short exact form for this angle's sine")
    return known_sine(int(degrees) + 90), known_sine(int(degrees))


def known_sine(degrees: int) -> Exact:
    """The sine of a whole multiple of 15°."""
    degrees %= 360
    if degrees >= 180:
        return -known_sine(degrees - 180)
    return SINES[min(degrees, 180 - degrees)]


def _multiple(cosine: Exact, share: Fraction) -> tuple[Exact, Exact]:
    if share.denominator == 2:
        cosine, share = (_HALF * (_ONE + cosine)).sqrt(), share * 2
    if share.denominator != 1 or abs(share) > 12:
        raise NotClosed("no short exact form for this angle's sine")
    sine = (_ONE - cosine * cosine).sqrt()
    one = (cosine, sine if share > 0 else -sine)
    result = (_ONE, ZERO)
    for _ in range(abs(int(share))):
        result = _rotated(result, one)
    return result


def _rotated(one: tuple[Exact, Exact], two: tuple[Exact, Exact]) -> tuple[Exact, Exact]:
    """Cosine and sine of the sum of two angles."""
    return one[0] * two[0] - one[1] * two[1], one[0] * two[1] + one[1] * two[0]


def gathered(value: Exact) -> Exact:
    """The same value with angles put together whose sum or difference is a simpler one.

    >>> gathered(arc_tangent(Exact.of(2)) + arc_tangent(Exact.of(3))).text()
    '3*pi/4'
    """
    for one, two in itertools.combinations([key for key in value.terms if key[2] is not None], 2):
        simpler = _joined(value, one, two) or _told_by(value, one, two) or _told_by(value, two, one)
        if simpler is not None:
            return gathered(simpler)
    return value


MULTIPLES = tuple(Fraction(k) for k in ("1", "-1", "2", "-2", "1/2", "-1/2", "3", "-3", "4", "-4"))


def _told_by(value: Exact, one: Key, two: Key) -> Exact | None:
    """``value`` with its second angle told by its first, when it is a small multiple of it and a fraction of π.

    A float says which multiple to try; whether it is one is decided by exact cosine and sine.
    """
    assert one[2] is not None and two[2] is not None
    if one[:2] != two[:2]:
        return None
    first, second = _named(one[2]), _named(two[2])
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
            known = -angle if _negative(sine) else angle
            turns = round(float((rest - known).ball().mid()) / (2 * pi))
            known = known + Exact.pi() * Exact.of(2 * turns)
            others = Exact({key: amount for key, amount in value.terms.items() if key != two})
            share = Exact({(*two[:2], None): value.terms[two]})
            return others + (first * Exact.of(multiple) + known) * share
        except NotClosed:
            continue
    return None


def _joined(value: Exact, one: Key, two: Key) -> Exact | None:
    """``value`` with two of its angles replaced by their sum or difference, when that has fewer angles."""
    p, q = value.terms[one], value.terms[two]
    if one[:2] != two[:2] or p not in (q, -q):
        return None
    assert one[2] is not None and two[2] is not None
    together = _named(one[2]) + (_named(two[2]) if p == q else -_named(two[2]))
    try:
        cosine, sine = cosine_and_sine(together)
        angle = arc_cosine(cosine)
        if _negative(sine):  # only a difference of two acute angles can be
            angle = -angle
        rest = Exact({key: amount for key, amount in value.terms.items() if key not in (one, two)})
        simpler = rest + angle * Exact({(*one[:2], None): p})
    except NotClosed:
        return None
    return simpler if len(simpler.angles) < len(value.angles) else None
