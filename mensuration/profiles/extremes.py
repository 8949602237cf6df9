"""How high and how low a curve gets between two places, and how large its derivatives are: enclosed, by branch and bound.

Bounds over an interval are those of the curve over a ball, and of its middle and its slope (R. E. Moore, Interval Analysis, 1966).
"""

from __future__ import annotations

from collections.abc import Callable
from heapq import heappop, heappush
from math import inf

from flint import arb

from mensuration.numbers import Real
from mensuration.numbers.proof import precision
from mensuration.profiles.curves import Curve, Stretch

BITS = 220
CLOSE = 2.0**-70  # of what is looked for
NARROW = 2.0**-170  # an interval
MOST = 1500  # intervals; by then it must be known
ROUGHLY = 1e-4
PARTS = 64  # in which a derivative is looked at


class Unbounded(ArithmeticError):
    """A curve whose size can't be bounded between two places."""


def highest(curve: Curve, start: Real, end: Real) -> Real:
    """The greatest height between two places, at one of them exactly where it lies there. Unbounded where there is none.

    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers import PI
    >>> square = Curve((Stretch(parse("x (2 - x)"), Real.of(0), Real.of(3)),), {}, PI)
    >>> round(float(highest(square, Real.of(0), Real.of(3))), 9)
    1.0
    """
    return _extreme(curve, start, end, 1)


def lowest(curve: Curve, start: Real, end: Real) -> Real:
    """The least height between two places."""
    return _extreme(curve, start, end, -1)


def _extreme(curve: Curve, start: Real, end: Real, sign: int) -> Real:
    with precision(BITS):
        inner = [s for s in curve.stretches if float(s.end) > float(start) and float(s.start) < float(end)]
        best: Real | None = None
        for stretch in inner:
            a = start if float(start) >= float(stretch.start) else stretch.start
            b = end if float(end) <= float(stretch.end) else stretch.end
            found = _within(curve, stretch, a, b, sign)
            if best is None or (found.ball() - best.ball()) * sign > 0:
                best = found
    if best is None:
        raise Unbounded
    return best


def _within(curve: Curve, stretch: Stretch, start: Real, end: Real, sign: int) -> Real:
    low, high = start.ball(), end.ball()
    whole = low.union(high)
    slope = curve.series(stretch, whole, 2)[1]
    if slope > 0 or slope < 0:
        rising = (slope > 0) == (sign > 0)
        return _end(curve, stretch, end if rising else start)
    ends = [_end(curve, stretch, each) for each in (start, end)]
    best = max((each.ball() * sign for each in ends), key=lambda ball: float(ball.mid()))
    most = best.lower()  # what lies above it has not been ruled out
    waiting: list[tuple[float, int, arb, arb, arb]] = []  # the highest bound first

    def wait(a: arb, b: arb) -> None:
        bound = _bound(curve, stretch, a.union(b), sign)
        if not bound.is_finite() and b - a < NARROW * (1 + abs(b)):
            raise Unbounded
        rank = -float(bound.upper()) if bound.is_finite() else -inf
        heappush(waiting, (rank, len(waiting) + looked * MOST, a, b, bound))

    looked = 0
    wait(low, high)
    while waiting:
        _, _, a, b, bound = heappop(waiting)
        looked += 1
        if bound.is_finite() and not bound.upper() > best.lower():
            break
        if bound.is_finite() and bound.upper() - best.lower() < CLOSE * (1 + abs(best)):
            most = most.max(bound.upper())
            break
        if looked > MOST:
            if not bound.is_finite() or bound.upper() - best.lower() > ROUGHLY * (1 + abs(best)):
                raise Unbounded
            most = most.max(bound.upper())
            break
        middle = a.union(b).mid()
        here = curve.ball(stretch, middle) * sign
        if here.is_finite() and here.lower() > best.lower():
            best = here
        wait(a, middle)
        wait(middle, b)
    most = most.max(best)
    for each in ends:
        if not each.ball() * sign < most:
            return each
    found = best.union(most) * sign
    return Real(None, lambda: found)


def _end(curve: Curve, stretch: Stretch, x: Real) -> Real:
    own = Curve((stretch,), curve.names, curve.pi)
    return own.many([x])[0]


def _bound(curve: Curve, stretch: Stretch, ball: arb, sign: int) -> arb:
    value, slope = curve.ball(stretch, ball), curve.series(stretch, ball, 2)[1]
    middle = ball.mid()
    centred = curve.ball(stretch, middle) + slope * (ball - middle)
    if value.is_finite() and centred.is_finite() and value.overlaps(centred):
        value = value.intersection(centred)
    elif centred.is_finite():
        value = centred
    return value * sign


def largest_derivative(curve: Curve, order: int) -> arb | None:
    """An upper bound for the size of a derivative all along; None where there is none."""
    with precision(BITS):
        most = arb(0)
        factorial = _factorial(order)
        for stretch in curve.stretches:
            start, end = stretch.start.ball(), stretch.end.ball()
            step = (end - start) / PARTS
            for part in range(PARTS):
                a = start + step * part
                size = _sized(lambda x, s=stretch: curve.series(s, x, order + 1)[order], a, a + step)  # type: ignore[misc]
                if size is None:
                    return None
                most = most.max(size * factorial)
        return most.upper()


def _sized(of: Callable[[arb], arb], a: arb, b: arb) -> arb | None:
    found = abs(of(a.union(b)))
    return found.upper() if found.is_finite() else None


def _factorial(n: int) -> int:
    return 1 if n < 2 else n * _factorial(n - 1)
