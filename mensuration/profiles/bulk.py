"""Very many strips at once: what a rule comes to over whole columns, in whole numbers where all are fractions, else in balls."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from fractions import Fraction
from itertools import pairwise
from math import lcm
from typing import Any

from flint import arb

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
Column = Sequence[Any]


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
    below = lcm(*(column.below for column in own.values() if column is not None))
    terms = _terms(summed, {name: column.over(below) for name, column in own.items() if column is not None})
    above, parts = _sum(x.tops, terms, rule, left_over, between, 0)
    return Real.of(Fraction(above, parts * x.below * below**summed.degree))


def _in_balls(
    positions: Sequence[Real],
    columns: Mapping[str, Sequence[Real]],
    summed: Summed,
    rule: RuleName,
    left_over: LeftOver,
    between: bool,
) -> Real:
    def recipe() -> Any:
        x = [value.ball() for value in positions]
        terms = _terms(summed, {name: [v.ball() for v in column] for name, column in columns.items()})
        above, parts = _sum(x, terms, rule, left_over, between, arb(0))
        return above / parts

    return Real(None, recipe)


def _terms(summed: Summed, columns: Mapping[str, Column]) -> list[Any]:
    names = list(columns)
    if summed.term == names[0]:
        return list(columns[names[0]])
    form: Callable[[Mapping[str, Any]], Any] = closure(parse(summed.term), _PLAIN)
    return [form(dict(zip(names, row, strict=True))) for row in zip(*columns.values(), strict=True)]


def _sum(
    x: Sequence[Any], t: Sequence[Any], rule: RuleName, left_over: LeftOver, between: bool, nothing: Any
) -> tuple[Any, int]:
    """The sum, and by what it is still to be divided."""
    widths = [b - a for a, b in pairwise(x)]
    if between:
        return sum((w * y for w, y in zip(widths, t, strict=True)), nothing), 1
    match rule:
        case "left":
            return sum((w * y for w, y in zip(widths, t, strict=False)), nothing), 1
        case "right":
            return sum((w * y for w, y in zip(widths, t[1:], strict=True)), nothing), 1
        case "midpoint":
            pairs = ((x[i + 1] - x[i - 1]) * t[i] for i in range(1, len(t), 2))
            return sum(pairs, nothing), 1
        case "trapezoid":
            return sum((w * (a + b) for w, a, b in zip(widths, t, t[1:], strict=False)), nothing), 2
    first = 1 if len(widths) % 2 and left_over == "first" else 0
    total_ = nothing
    for i in range(first, len(widths) - 1, 2):
        total_ = total_ + widths[i] * (t[i] + 4 * t[i + 1] + t[i + 2])
    total_ = 2 * total_
    if len(widths) % 2:
        at = 0 if first else len(widths) - 1
        total_ = total_ + 3 * widths[at] * (t[at] + t[at + 1])
    return total_, 6
