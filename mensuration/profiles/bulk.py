"""Very many strips at once: what a rule comes to over whole columns, in whole numbers where all are fractions, else in balls."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from fractions import Fraction
from math import lcm
from typing import Any

import numpy as np
from numpy.typing import NDArray

from mensuration.expressions import parse
from mensuration.expressions.algebras import Algebra, closure
from mensuration.numbers import PI, Real
from mensuration.numbers.columns import Fractions, middles
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import (
    AREA,
    BOUNDING,
    MOST_EXACT,
    LeftOver,
    RuleName,
    Summed,
    check,
    strips_of,
    times_factor,
    total_of,
)

_PLAIN: Algebra[Any] = Algebra(lambda real: real, {})
Column = NDArray[Any]
ROOM = 64  # more than all factors together that a rule and a term put before a product


def total(
    ordinates: Ordinates, rule: RuleName, summed: Summed = AREA, pi: Real = PI, left_over: LeftOver = "last"
) -> Real:
    """What a rule comes to, however many strips there are. RuleFault where it asks for other ordinates.

    >>> x = tuple(Real.of(n) for n in range(1001))
    >>> total(Ordinates(x, x), "trapezoid")
    Real('500000')
    """
    if ordinates.count <= MOST_EXACT or rule in BOUNDING:
        return total_of(strips_of(ordinates, rule, left_over), summed, pi)
    check(ordinates, rule)
    names = summed.columns
    columns: dict[str, Sequence[Real]] = {
        name: ordinates.heights if name == "height" else ordinates.columns[name] for name in names
    }
    positions: Sequence[Real] = ordinates.positions
    between = rule == "midpoint" and ordinates.between is not None
    if between and ordinates.between is not None:
        everything = ordinates.between(middles(ordinates.positions))
        columns = {name: everything[name] for name in names}
    found = _whole(positions, columns, summed, rule, left_over, between)
    if found is None:
        found = _in_balls(positions, columns, summed, rule, left_over, between)
    return times_factor(found, summed, pi)


def _whole(
    positions: Sequence[Real],
    columns: Mapping[str, Sequence[Real]],
    summed: Summed,
    rule: RuleName,
    left_over: LeftOver,
    between: bool,
) -> Real | None:
    """In whole numbers; None where a number is no fraction. A term is of one degree in its columns."""
    x = Fractions.of(positions)
    own = {name: Fractions.of(column) for name, column in columns.items()}
    if x is None or any(column is None for column in own.values()):
        return None
    known = {name: column for name, column in own.items() if column is not None}
    below = lcm(*(column.below for column in known.values()))
    tops = {name: column.over(below) for name, column in known.items()}
    largest = max(max(map(abs, column), default=1) for column in tops.values()) or 1
    reach = max(abs(x.tops[0]), abs(x.tops[-1]), 1)
    # Whole numbers of the machine, where no sum of products grows too long for them.
    small = reach * largest**summed.degree * len(x) * ROOM < 1 << 62
    kind: Any = np.int64 if small else object
    terms = _terms(summed, {name: np.array(column, dtype=kind) for name, column in tops.items()})
    above, parts = _sum(np.array(x.tops, dtype=kind), terms, rule, left_over, between)
    return Real.of(Fraction(int(above), parts * x.below * below**summed.degree))


def _in_balls(
    positions: Sequence[Real],
    columns: Mapping[str, Sequence[Real]],
    summed: Summed,
    rule: RuleName,
    left_over: LeftOver,
    between: bool,
) -> Real:
    def recipe() -> Any:
        x = np.array([value.ball() for value in positions], dtype=object)
        balls = {name: np.array([v.ball() for v in column], dtype=object) for name, column in columns.items()}
        above, parts = _sum(x, _terms(summed, balls), rule, left_over, between)
        return above / parts

    return Real(None, recipe)


def _terms(summed: Summed, columns: Mapping[str, Column]) -> Column:
    form: Callable[[Mapping[str, Any]], Column] = closure(parse(summed.term), _PLAIN)
    return form(columns)


def _sum(x: Column, t: Column, rule: RuleName, left_over: LeftOver, between: bool) -> tuple[Any, int]:
    """The sum, and by what it is still to be divided."""
    widths = x[1:] - x[:-1]
    if between:
        return (widths * t).sum(), 1
    match rule:
        case "left":
            return (widths * t[:-1]).sum(), 1
        case "right":
            return (widths * t[1:]).sum(), 1
        case "midpoint":
            return ((x[2::2] - x[:-2:2]) * t[1::2]).sum(), 1
        case "trapezoid":
            return (widths * (t[:-1] + t[1:])).sum(), 2
    odd = len(widths) % 2
    first = 1 if odd and left_over == "first" else 0
    last = len(widths) - (1 if odd and not first else 0)
    pairs = t[first:last:2] + 4 * t[first + 1 : last : 2] + t[first + 2 : last + 1 : 2]
    found = 2 * (widths[first:last:2] * pairs).sum()
    if odd:
        at = 0 if first else len(widths) - 1
        found = found + 3 * widths[at] * (t[at] + t[at + 1])
    return found, 6
