"""Formulas in floats, for pictures and for searching: quick, and never told to anyone."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from math import acos, asin, atan, cbrt, cos, nan, pi, sin, sqrt, tan

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf
from mensuration.expressions.parse import parse

Floats = dict[str, float]
_FUNCTIONS: dict[str, Callable[[float], float]] = {
    "sqrt": sqrt,
    "cbrt": cbrt,
    "abs": abs,
    "sin": lambda t: sin(2 * pi * t),
    "cos": lambda t: cos(2 * pi * t),
    "tan": lambda t: tan(2 * pi * t),
    "asin": lambda x: asin(x) / (2 * pi),
    "acos": lambda x: acos(x) / (2 * pi),
    "atan": lambda x: atan(x) / (2 * pi),
}
_UNITS = {"deg": 1 / 360, "turn": 1.0, "rad": 1 / (2 * pi)}
Compiled = Callable[[Floats], float]


def ellipse_perimeter(a: float, b: float) -> float:
    """Once round an ellipse, by the arithmetic-geometric mean (Gauss): 2π (a² - Σ 2^(n-1) c²) over the mean."""
    one, two, power = max(a, b), min(a, b), 1.0
    total = one * one - (one * one - two * two) / 2
    while abs(one - two) > 1e-15 * one:
        total -= power * ((one - two) / 2) ** 2
        one, two, power = (one + two) / 2, sqrt(one * two), power * 2
    return 2 * pi * total / one


def in_floats(formula: str, values: Floats) -> float:
    """A formula of the catalogue in floats, angles in turns; nan where it has no real value."""
    try:
        result = _compiled(formula)(values)
    except (ValueError, ZeroDivisionError, OverflowError):
        return nan
    return result if isinstance(result, float | int) else nan  # a root of a negative number is complex


@lru_cache(maxsize=4000)
def _compiled(formula: str) -> Compiled:
    return _closure(parse(formula))


def _closure(node: Node) -> Compiled:
    match node:
        case Number(value):
            constant = float(value)
            return lambda values: constant
        case UnitOf(unit):
            size = _UNITS.get(unit.symbol, nan)
            return lambda values: size
        case Path():
            name = node.text
            return lambda values: values[name]
        case Negative(of):
            inner = _closure(of)
            return lambda values: -inner(values)
        case Binary(operator, left, right):
            a, b = _closure(left), _closure(right)
            return {
                "+": lambda values: a(values) + b(values),
                "-": lambda values: a(values) - b(values),
                "*": lambda values: a(values) * b(values),
                "/": lambda values: a(values) / b(values),
            }[operator]
        case Power(base, exponent):
            below, above = _closure(base), _closure(exponent)
            return lambda values: below(values) ** above(values)
        case Call("ellipse_perimeter", (one, two)):
            first, second = _closure(one), _closure(two)
            return lambda values: ellipse_perimeter(first(values), second(values))
        case Call(function, (of,)) if function in _FUNCTIONS:
            call, argument = _FUNCTIONS[function], _closure(of)
            return lambda values: call(argument(values))
        case _:
            return lambda values: nan
