"""Functions over balls, over power series of balls (a function's value with its derivatives), and over complex balls.

Balls may stand for whole intervals. Where a function has no value on all of a ball, or no derivative, what is found has no bounds.
Complex balls are what a function is integrated over with proof; there a function says that it is analytic by having bounds.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import reduce
from typing import Any

from flint import acb, arb, arb_series, ctx

NO_BOUNDS = arb("nan")
Analytic = Callable[..., acb]


def sin_of_turns(turns: Any) -> Any:
    return (turns + turns).sin_pi()


def cos_of_turns(turns: Any) -> Any:
    return (turns + turns).cos_pi()


def tan_of_turns(turns: Any) -> Any:
    if isinstance(turns, arb_series):
        return sin_of_turns(turns) / cos_of_turns(turns)
    return (turns + turns).tan_pi()


def in_turns(name: str) -> Callable[[Any], Any]:
    """asin, acos or atan of balls and series."""

    def found(of: Any) -> Any:
        if name != "atan" and not isinstance(of, arb_series):
            of = of.intersection(arb(0, 1)) if of.overlaps(arb(0, 1)) else NO_BOUNDS
        return getattr(of, name)() / (2 * arb.pi())

    return found


def in_turns_where_analytic(name: str) -> Analytic:
    """asin and acos are analytic off the real axis and on it between -1 and 1, atan off the imaginary axis and on it there."""

    def found(z: acb, check: bool) -> Any:
        on_the_axis, along = (z.real, z.imag) if name == "atan" else (z.imag, z.real)
        if check and on_the_axis.contains(0) and not (along > -1 and along < 1):
            return acb(NO_BOUNDS)
        return getattr(z, name)() / (2 * arb.pi())

    return found


def square_root(of: Any) -> Any:
    """Of a ball that reaches below 0, of what of it does not."""
    if isinstance(of, arb_series):
        return of.sqrt()
    return NO_BOUNDS if of < 0 else of.nonnegative_part().sqrt()


def cube_root(of: Any) -> Any:
    if isinstance(of, arb_series):
        first = of[0]
        if first.contains(0):
            return arb_series([cube_root(first), *[NO_BOUNDS] * (ctx.cap - 1)])
        return (of.log() / 3).exp() if first > 0 else -((-of).log() / 3).exp()
    if of.contains(0):
        low, high = cube_root(of.lower()), cube_root(of.upper())
        return low.union(high)
    return of.root(3) if of > 0 else -((-of).root(3))


def cube_root_where_analytic(z: acb, check: bool) -> acb:
    """The real root of real numbers, so that of negative ones is negative."""
    if z.real > 0:
        return z.root(3)
    if z.real < 0:
        return -((-z).root(3))
    if check or z.imag != 0:
        return acb(NO_BOUNDS)
    return acb(cube_root(z.real))


def _first(of: Any) -> arb:
    return of[0] if isinstance(of, arb_series) else of


def absolute(of: Any) -> Any:
    first = _first(of)
    if first > 0:
        return of
    if first < 0:
        return -of
    return abs(of) if not isinstance(of, arb_series) else _bent(of, abs(first))


def _bent(of: arb_series, value: arb) -> arb_series:
    """A series that has a value and no derivatives."""
    return arb_series([value, *[NO_BOUNDS] * (ctx.cap - 1)])


def larger(one: Any, other: Any) -> Any:
    a, b = _first(one), _first(other)
    if a > b:
        return one
    if b > a:
        return other
    return a.max(b) if not isinstance(one, arb_series) else _bent(one, a.max(b))


def smaller(one: Any, other: Any) -> Any:
    return -larger(-one, -other)


def each_two(name: str) -> Analytic:
    """real_min or real_max of any number of complex balls."""

    def found(*arguments: Any) -> Any:
        *of, check = arguments
        return reduce(lambda one, other: getattr(one, name)(other, analytic=check), of)

    return found
