"""Zeros of equations with proven digits: Newton's method over intervals.

The approach is Newton's own, at the working precision in force. The proof is Krawczyk's operator (R. Krawczyk,
Computing 4, 1969): it maps a box into itself only if the equations have exactly one zero there.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from math import inf

from flint import arb, arb_mat, ctx

APPROACHES = 24
RENEWED = 4  # steps after which the slopes are worked out anew, for many digits
WIDENINGS = 6

Balls = list[arb]


def enclosed_zero(
    off: Callable[[Balls], Balls],
    slopes: Callable[[Balls], Balls],
    start: Sequence[arb | float],
    size: float,
    farthest: float = inf,
) -> Balls | None:
    """The one zero near ``start``, each coordinate enclosed; None where none, or not only one, can be proven.

    ``off`` gives by how much each equation is off at a point; ``slopes`` its slopes by the coordinates, equation by
    equation, at a point or over a box. ``size`` is how large coordinates are; the zero is looked for no farther away
    than ``farthest``.
    """
    bits, count = ctx.prec, len(start)
    middle = [arb(x) for x in start]
    inverse = _inverse(slopes(middle))
    if inverse is None:
        return None
    for approach in range(1, APPROACHES):
        steps = [step.mid() for step in (inverse * arb_mat(count, 1, off(middle))).entries()]
        middle = [arb((x - step).mid()) for x, step in zip(middle, steps, strict=True)]
        if any(
            abs(float(x) - float(arb(first).mid())) > farthest for x, first in zip(middle, start, strict=True)
        ):
            return None
        if all(abs(step) < arb(2) ** (10 - bits) * size for step in steps):
            break
        if approach % RENEWED == 0:
            inverse = _inverse(slopes(middle))
            if inverse is None:
                return None
    newton = inverse * arb_mat(count, 1, off(middle))
    unit = arb_mat(count, count, [int(i == j) for i in range(count) for j in range(count)])
    widest = [(abs(x) + (size if x == 0 else 0)) * arb(2) ** (12 - bits) for x in middle]
    for _ in range(WIDENINGS):
        box = [arb(x.mid(), r.upper()) for x, r in zip(middle, widest, strict=True)]
        spread = unit - inverse * arb_mat(count, count, slopes(box))
        away = spread * arb_mat(count, 1, [b - x for b, x in zip(box, middle, strict=True)])
        image = [middle[i] - newton[i, 0] + away[i, 0] for i in range(count)]
        if all(b.contains_interior(k) for b, k in zip(box, image, strict=True)):
            return image
        widest = [16 * r for r in widest]
    return None


def _inverse(slopes: Balls) -> arb_mat | None:
    """The inverse of the square matrix of the slopes' middles; None where it has none."""
    count = round(len(slopes) ** 0.5)
    try:
        return arb_mat(count, count, [arb(slope.mid()) for slope in slopes]).inv().mid()
    except ZeroDivisionError:
        return None
