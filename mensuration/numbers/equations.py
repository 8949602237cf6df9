"""Where a value that hangs on one letter is 0: exactly where there is a formula, else with proven digits, and never one too few."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import cmp_to_key
from math import gcd

from flint import acb_poly, arb, arb_poly, ctx

from mensuration.numbers.exact import ZERO, Exact
from mensuration.numbers.letter_angles import as_written, bare_angle, in_radians
from mensuration.numbers.letters import derivative, put_in, raised
from mensuration.numbers.monomials import Base, Letter, Monomial, NotClosed, Sum, monomial
from mensuration.numbers.proof import precision, rational_near
from mensuration.numbers.quotients import taken_apart
from mensuration.numbers.real import Real
from mensuration.numbers.zero import is_zero

SEARCH_BITS = 80
GUESSING_BITS = 240
MOST_PIECES = 4000  # into which a range is cut
FINEST = Fraction(1, 2**40)  # of the range


@dataclass(frozen=True)
class Zeros:
    """The zeros of a value, rising. ``certain``: there are no others in the range."""

    found: tuple[Real, ...]
    certain: bool


def zeros(value: Exact, letter: str, low: Real, high: Real) -> Zeros:
    """All zeros from ``low`` to ``high``, which are positive; the value has no other letter. None at all for what is always 0.

    >>> from mensuration.numbers.letters import lettered
    >>> (w,) = lettered([("w", Fraction(3))], 1).values()
    >>> zeros(w * w - Exact.of(2), "w", Real.of(1), Real.of(9))
    Zeros(found=(Real('sqrt(2)'),), certain=True)
    """
    value, high = _by_itself(value, letter), _within(value, letter, high)
    try:
        factors = [base for base, exponent in taken_apart(value).factors if exponent > 0]
    except NotClosed:
        factors = [value]
    found, certain = list[Real](), True
    for factor in factors:
        if not factor.letters:
            continue
        own = _of_polynomial(factor, letter)
        if own is None:
            searched = _searched(factor, letter, low, high)
            own, certain = list(searched.found), certain and searched.certain
        found += [zero for zero in own if (zero - low).sign() >= 0 and (high - zero).sign() >= 0]
    return Zeros(tuple(rising(found)), certain)


def _by_itself(value: Exact, letter: str) -> Exact:
    """An angle's letter itself in place of the function of it that is reckoned with, where that is all that is there."""
    told = as_written(value)
    return value if any(each.name == letter and each.function for each in told.letters) else told


def _within(value: Exact, letter: str, high: Real) -> Real:
    """An angle that is told by functions of it is less than 180°."""
    own = next((each for each in _by_itself(value, letter).letters if each.name == letter), None)
    if own is None or not own.function:
        return high
    most = Real(Exact.pi() / in_radians(own))
    return most if (high - most).sign() > 0 else high


def rising(values: list[Real]) -> list[Real]:
    """Values in their order, equal ones once."""

    def order(one: Real, two: Real) -> int:
        return (one - two).sign()

    ordered = sorted(values, key=cmp_to_key(order))
    return [
        value for place, value in enumerate(ordered) if not place or not value.same_as(ordered[place - 1])
    ]


# Polynomials in a power of the letter


def coefficients(value: Exact, letter: str) -> tuple[list[Real], Fraction] | None:
    """``(c, step)`` with value = Σ c[k] · letter^(k·step); None where the letter stands elsewhere too, or below a bar.

    >>> from mensuration.numbers.letters import lettered
    >>> (w,) = lettered([("w", Fraction(3))], 1).values()
    >>> coefficients(Exact.of(5) * w * w - Exact.pi(), "w")
    ([Real('-pi'), Real('5')], Fraction(2, 1))
    """
    by_power: dict[Fraction, Exact] = {}
    for key, number in value.terms.items():
        power, rest = Fraction(0), list[tuple[Base, Fraction]]()
        for base, exponent in key.factors:
            if isinstance(base, Letter) and base.name == letter and not base.function:
                power = exponent
            else:
                rest.append((base, exponent))
        others = Exact({monomial(key.pi, rest, key.angle): number})
        if power < 0 or any(each.name == letter for each in others.letters):
            return None
        by_power[power] = by_power.get(power, ZERO) + others
    below = 1
    for power in by_power:
        below = below * power.denominator // gcd(below, power.denominator)
    step = Fraction(gcd(*(int(power * below) for power in by_power)), below)
    if not step:
        return None
    found = [Real(ZERO)] * (int(max(by_power) / step) + 1)
    for power, coefficient in by_power.items():
        found[int(power / step)] = Real(coefficient)
    return found, step


def _of_polynomial(value: Exact, letter: str) -> list[Real] | None:
    """All positive zeros of a polynomial in a power of the letter."""
    read = coefficients(value, letter)
    if read is None:
        return None
    numbers, step = read
    if len(numbers) <= 3:
        return solved(numbers, step)
    isolated = _isolated(numbers)
    return None if isolated is None else [raised(zero, 1 / step) for zero in isolated]


def solved(numbers: list[Real], step: Fraction) -> list[Real]:
    """The positive x with Σ numbers[k] · x^(k·step) = 0, by formula: for two or three coefficients; else none."""
    if len(numbers) == 2:
        found = [-numbers[0] / numbers[1]]
    elif len(numbers) == 3:
        found = _quadratic(numbers[0], numbers[1], numbers[2])
    else:
        found = []
    return [raised(zero, 1 / step) for zero in found if zero.sign() > 0]


def _quadratic(c: Real, b: Real, a: Real) -> list[Real]:
    """``a x² + b x + c = 0``: x = (−b ± √(b² − 4ac)) / 2a."""
    inside = b * b - Real.of(4) * a * c
    if inside.sign() < 0:
        return []
    root, twice = inside.sqrt(), Real.of(2) * a
    return [(-b - root) / twice, (-b + root) / twice] if inside.sign() else [-b / twice]


def _isolated(numbers: list[Real]) -> list[Real] | None:
    """The positive zeros of a polynomial of higher degree, each between bounds of its own; None where two can't be told apart."""

    def roots() -> list[arb]:
        balls = [number.ball() for number in numbers]
        polynomial, found = arb_poly(balls), acb_poly(balls).complex_roots()
        slope = polynomial.derivative()
        real = [root.real for root in found if root.imag.contains(0) and root.real > 0]
        return sorted(
            (_narrowed(polynomial, slope, ball) for ball in real), key=lambda ball: float(ball.mid())
        )

    try:
        with precision(SEARCH_BITS):
            count = len(roots())
    except (ValueError, ArithmeticError):
        return None

    def at(place: int) -> arb:
        found = roots()
        return found[place] if len(found) == count else arb.nan()

    return [Real(None, lambda place=place: at(place)) for place in range(count)]  # type: ignore[misc]


def _narrowed(polynomial: arb_poly, slope: arb_poly, ball: arb) -> arb:
    """Newton's step for balls, as long as it helps: the one zero in a ball lies in m − p(m)/p'(ball), too."""
    while True:
        middle = ball.mid()
        step = polynomial(middle) / slope(ball)
        if not step.is_finite():
            return ball
        closer = (middle - step).intersection(ball) if ball.overlaps(middle - step) else ball
        if not closer.rad() * 2 < ball.rad():
            return ball
        ball = closer


def roots_of(value: Exact, letter: str) -> list[Real] | None:
    """All real zeros, also those below 0, of a value that is a polynomial in the letter; None for another.

    >>> from mensuration.numbers.letters import lettered
    >>> (w,) = lettered([("w", Fraction(3))], 1).values()
    >>> roots_of(w * w + Exact.of(2) * w - Exact.of(24), "w")
    [Real('-6'), Real('4')]
    """
    try:
        factors = [base for base, exponent in taken_apart(value).factors if exponent > 0]
    except NotClosed:
        return None
    found: list[Real] = []
    for factor in factors:
        read = coefficients(factor, letter)
        if read is None or read[1].denominator > 1:
            return None
        numbers, step = read
        if len(numbers) == 2 and step == 1:
            found.append(-numbers[0] / numbers[1])
        elif len(numbers) == 3 and step == 1:
            found += _quadratic(numbers[0], numbers[1], numbers[2])
        else:
            for sign in (1, -1):
                own = _one_side(numbers, step, sign)
                if own is None:
                    return None
                found += own
    return rising(found)


def _one_side(numbers: list[Real], step: Fraction, sign: int) -> list[Real] | None:
    """The zeros of Σ numbers[k] · x^(k·step) that have this sign: of the polynomial with −x those above 0."""
    every = [-each if sign < 0 and k * int(step) % 2 else each for k, each in enumerate(numbers)]
    if len(every) <= 3:
        found: list[Real] | None = solved(every, step)
    else:
        isolated = _isolated(every)
        found = None if isolated is None else [raised(zero, 1 / step) for zero in isolated]
    return None if found is None else [zero if sign > 0 else -zero for zero in found]


class Nowhere(ArithmeticError):
    """The value is none anywhere there: an even root of what is negative, an angle whose cosine is beyond 1."""


# Any other value: bounds of its values over shorter and shorter ranges


def enclosed(value: Sum, values: dict[str, arb]) -> arb:
    """A ball in which the value lies, whatever its letters are in theirs, where it is one; not finite where that can't be told.
    Nowhere where it is none for any of them."""
    total = arb(0)
    for key, number in value.terms.items():
        total += _enclosed(key, values) * number
    return total


def _enclosed(key: Monomial, values: dict[str, arb]) -> arb:
    if not key.lettered:
        return key.ball()
    found = arb.pi() ** arb(key.pi.numerator) if key.pi.denominator == 1 else _power(arb.pi(), key.pi)
    for base, exponent in key.factors:
        if isinstance(base, Letter):
            ball = base.of(values[base.name])
        elif isinstance(base, Sum):
            ball = enclosed(base, values)
        else:
            ball = arb(base) if isinstance(base, int) else base.ball()
        found *= _power(ball, exponent)
    if key.angle is None:
        return found
    bare = bare_angle(key.angle)
    if bare is None:
        return found * _angle(enclosed(key.angle, values))
    angle = values[bare.name] * in_radians(bare).ball()
    return found * (angle if bare.function == "cos" else arb.pi() - angle)


def _angle(cosine: arb) -> arb:
    if cosine > 1 or cosine < -1:
        raise Nowhere
    if not cosine.is_finite():
        return cosine
    low, high = cosine.lower(), cosine.upper()
    return (arb(1) if high > 1 else high).acos().union((arb(-1) if low < -1 else low).acos())


def _power(ball: arb, exponent: Fraction) -> arb:
    if exponent.denominator > 1:
        if ball < 0:
            raise Nowhere
        ball = ball.nonnegative_part().root(exponent.denominator)
    whole: arb = ball ** abs(exponent.numerator)
    return whole if exponent > 0 else 1 / whole


def _searched(value: Exact, letter: str, low: Real, high: Real) -> Zeros:
    """Zeros by cutting the range into pieces: over one, bounds of the value leave 0 out, or bounds of its derivative do, and the
    value changes its sign once or not at all."""
    try:
        slope = derivative(value, letter)
    except NotClosed:
        return Zeros((), False)
    found, certain = list[Real](), True
    for piece in _pieces(value, slope, letter, low, high):
        if piece is None:
            certain = False
        else:
            found.append(_recognised(value, letter, _between(value, letter, *piece)))
    return Zeros(tuple(found), certain)


def _pieces(
    value: Exact, slope: Exact, letter: str, low: Real, high: Real
) -> Iterator[tuple[Fraction, Fraction] | None]:
    """Ranges with just one zero each; None for one of which nothing can be told."""
    ends = Fraction(float(low)), Fraction(float(high))
    width = ends[1] - ends[0]
    waiting, tried = [ends], 0
    while waiting:
        left, right = waiting.pop()
        tried += 1
        if tried > MOST_PIECES:
            yield None
            return
        try:
            has_one = _has_zero(value, slope, letter, left, right)
        except Nowhere:
            continue
        if has_one is not None:
            if has_one:
                yield left, right
            continue
        if right - left < width * FINEST:
            yield None
            continue
        middle = left + (right - left) * Fraction(41, 83)  # where no zero lies by chance
        waiting += [(left, middle), (middle, right)]


def _has_zero(value: Exact, slope: Exact, letter: str, left: Fraction, right: Fraction) -> bool | None:
    """Whether there is just one zero between, or none; None where that can't be told."""
    with precision(SEARCH_BITS):
        ball = _ball(left).union(_ball(right))
        over = enclosed(value, {letter: ball})
        if over.is_finite() and not over.contains(0):
            return False
        rising = enclosed(slope, {letter: ball})
        if not rising.is_finite() or rising.contains(0):
            return None
        one, two = (enclosed(value, {letter: _ball(end)}) for end in (left, right))
        if (one > 0 and two > 0) or (one < 0 and two < 0):
            return False
        return True if (one > 0 and two < 0) or (one < 0 and two > 0) else None


def _ball(value: Fraction) -> arb:
    return arb(value.numerator) / value.denominator


def _recognised(value: Exact, letter: str, zero: Real) -> Real:
    """The zero as a fraction, the root of one or times π, where it is proven to be that."""
    with precision(GUESSING_BITS):
        ball = zero.ball()
        one, squared, by_pi = (rational_near(each) for each in (ball, ball * ball, ball / arb.pi()))
    for exact in (
        None if one is None else Real.of(one),
        None if squared is None else Real.of(squared).sqrt(),
        None if by_pi is None else Real(Exact.pi() * Exact.of(by_pi)),
    ):
        if exact is None:
            continue
        found = put_in(value, {letter: exact})
        if found.exact is not None and is_zero(found.exact):
            return exact
    return zero


def _between(value: Exact, letter: str, left: Fraction, right: Fraction) -> Real:
    """The one zero between two points, by halving."""
    with precision(SEARCH_BITS):
        falls = bool(enclosed(value, {letter: _ball(left)}) > 0)

    def halved() -> arb:
        one, two = left, right
        for _ in range(ctx.prec):
            middle = (one + two) / 2
            ball = enclosed(value, {letter: _ball(middle)})
            if ball.contains(0):
                break
            if bool(ball > 0) == falls:
                one = middle
            else:
                two = middle
        return _ball(one).union(_ball(two))

    return Real(None, halved)
