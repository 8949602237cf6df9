"""How far the rules are off: by how much their error shrinks with the number of strips, and how large it can be at most."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from math import log2

import numpy as np

from mensuration.numbers import Real
from mensuration.numbers.proof import precision
from mensuration.profiles.curves import Curve
from mensuration.profiles.extremes import largest_derivative
from mensuration.profiles.rules import RuleName

FEWEST, MOST = 1, 1024  # strips
SEEN = 1e-13  # of the area; smaller errors are those of floats
LAST = 3  # halvings from which the order is read
ORDERS: dict[RuleName, tuple[int, int]] = {
    "left": (1, 2),
    "right": (1, 2),
    "midpoint": (2, 24),
    "trapezoid": (2, 12),
    "simpson": (4, 180),
}
"""The power of the number of strips with which a rule's error shrinks, and the number below the bound: the error is at most
M (b - a)^(p+1)/(c n^p), M the largest size of the p-th derivative. R. L. Burden, J. D. Faires, Numerical Analysis."""


@dataclass(frozen=True)
class Convergence:
    """The error of a rule for so many strips each, and the order seen: the power with which it shrinks; None where it is no
    clear power."""

    rule: RuleName
    points: tuple[tuple[int, float], ...]
    order: float | None


def convergence(height: Curve, area: Real) -> list[Convergence]:
    """How the error of every rule shrinks for a curve whose area is known."""
    wanted = float(area)
    found: dict[RuleName, list[tuple[int, float]]] = {rule: [] for rule in ORDERS}
    n = FEWEST
    while n <= MOST:
        for rule, total in _totals(height, n).items():
            error = abs(total - wanted)
            if np.isfinite(error):
                found[rule].append((n, float(error)))
        n *= 2
    size = SEEN * max(abs(wanted), 1e-300)
    return [
        Convergence(rule, tuple(seen), _order(seen))
        for rule, points in found.items()
        if (seen := [point for point in points if point[1] > size])
    ]


def _totals(height: Curve, n: int) -> dict[RuleName, float]:
    start, end = float(height.start), float(height.end)
    x = np.linspace(start, end, n + 1)
    w = (end - start) / n
    y = height.floats(x)
    totals: dict[RuleName, float] = {
        "left": float(np.sum(y[:-1]) * w),
        "right": float(np.sum(y[1:]) * w),
        "midpoint": float(np.sum(height.floats((x[1:] + x[:-1]) / 2)) * w),
        "trapezoid": float((np.sum(y) - (y[0] + y[-1]) / 2) * w),
    }
    if n % 2 == 0:
        counts = np.where(np.arange(n + 1) % 2 == 1, 4, 2)
        counts[[0, -1]] = 1
        totals["simpson"] = float(np.sum(counts * y) * w / 3)
    return totals


def _order(points: list[tuple[int, float]]) -> float | None:
    steps = [log2(a / b) for (n, a), (m, b) in itertools.pairwise(points) if m == 2 * n and b > 0]
    last = steps[-LAST:]
    if len(last) < LAST or max(last) - min(last) > 0.25:
        return None
    return last[-1]


def bound(height: Curve, rule: RuleName, n: int) -> float | None:
    """The most by which a rule can be off, proven; None where the derivative that tells it has no bounds.

    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers import PI
    >>> from mensuration.profiles.curves import Stretch
    >>> square = Curve((Stretch(parse("x^2"), Real.of(0), Real.of(3)),), {}, PI)
    >>> round(bound(square, "trapezoid", 6), 9)  # 2 · 3³/(12 · 6²)
    0.125
    """
    if rule not in ORDERS or len(height.stretches) > 1:
        return None
    order, below = ORDERS[rule]
    most = largest_derivative(height, order)
    if most is None:
        return None
    with precision(80):
        width = (height.end - height.start).ball()
        found = most * width ** (order + 1) / (below * n**order)
        return float(found.upper())
