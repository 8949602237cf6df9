"""Working precision, and proofs about real numbers by ball arithmetic.

A *ball* is an interval that is guaranteed to hold the true value. A digit is shown only when every
number in the ball would show it; where the ball is too wide, the work is done again more precisely.
"""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from threading import RLock
from typing import TypeVar

from flint import arb, ctx, fmpq

PRECISIONS = (80, 160, 320, 640, 1280)

_lock = RLock()  # the precision belongs to the whole process, so only one thread works at a time
_T = TypeVar("_T")


class precision:
    """Do the ball arithmetic inside with ``bits`` bits of working precision."""

    __slots__ = ("_before", "_bits")

    def __init__(self, bits: int) -> None:
        self._bits = bits

    def __enter__(self) -> None:
        _lock.acquire()
        self._before = ctx.prec
        ctx.prec = self._bits

    def __exit__(self, *fault: object) -> None:
        ctx.prec = self._before
        _lock.release()


def prove(attempt: Callable[[], _T | None]) -> _T | None:
    """The first answer that ``attempt`` can prove at rising precision; None if it never can."""
    with _lock:
        before = ctx.prec
        try:
            for bits in PRECISIONS:
                ctx.prec = bits
                answer = attempt()
                if answer is not None:
                    return answer
        finally:
            ctx.prec = before
    return None


def whole(ball: arb) -> int | None:
    """The floor of a ball, when all of it agrees."""
    unique = ball.floor().unique_fmpz()
    return None if unique is None else int(unique)


def rational_near(ball: arb) -> Fraction | None:
    """The one short fraction that a narrow ball suggests, or None; a guess, to be proven elsewhere.

    A fraction is short when its numerator and denominator together need less than a third of the digits that the ball
    has: then hardly any other number lies so near to one.
    """
    if not ball.is_finite():
        return None
    if ball.contains(0):
        return Fraction(0)
    accuracy = int(ball.rel_accuracy_bits())
    mantissa, exponent = (int(part) for part in ball.mid().man_exp())
    above, below = (mantissa << exponent, 1) if exponent >= 0 else (mantissa, 1 << -exponent)
    before, last = (0, 1), (1, 0)
    while (
        below
    ):  # the convergents of its continued fraction, until one is far nearer than chance would have it
        whole, rest = divmod(above, below)
        before, last = last, (whole * last[0] + before[0], whole * last[1] + before[1])
        if (abs(last[0]) * last[1]).bit_length() * 3 > accuracy:
            return None
        if below.bit_length() - rest.bit_length() > accuracy // 4:
            break
        above, below = below, rest
    return Fraction(*last) if ball.contains(fmpq(*last)) else None
