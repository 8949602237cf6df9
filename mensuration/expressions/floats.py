"""Formulas in floats, one by one or many at once in arrays: for pictures and for searching; quick, and never told."""

from __future__ import annotations

import math
from functools import lru_cache
from math import nan, pi

import numpy as np
from numpy.typing import NDArray

from mensuration.expressions.closures import Algebra, Closure, closure
from mensuration.expressions.parse import parse

Floats = dict[str, float]
Array = NDArray[np.float64]
TURN = 2 * pi
_UNITS = {"deg": 1 / 360, "turn": 1.0, "rad": 1 / TURN}
HALVINGS = 12  # of the difference between the means, each to its square


def ellipse_perimeter(a: float, b: float) -> float:
    """Once round an ellipse, by the arithmetic-geometric mean (Gauss): 2π (a² - Σ 2^(n-1) c²) over the mean."""
    one, two, power = max(a, b), min(a, b), 1.0
    total = one * one - (one * one - two * two) / 2
    while abs(one - two) > 1e-15 * one:
        total -= power * ((one - two) / 2) ** 2
        one, two, power = (one + two) / 2, math.sqrt(one * two), power * 2
    return TURN * total / one


def _ellipse_perimeters(a: Array, b: Array) -> Array:
    one, two, power = np.maximum(a, b), np.minimum(a, b), 1.0
    total: Array = one * one - (one * one - two * two) / 2
    for _ in range(HALVINGS):
        total = total - power * ((one - two) / 2) ** 2
        one, two, power = (one + two) / 2, np.sqrt(one * two), power * 2
    perimeters: Array = TURN * total / one
    return perimeters


_FLOATS: Algebra[float] = Algebra(
    number=float,
    unit=lambda unit: _UNITS.get(unit.symbol, nan),
    functions={
        "sqrt": math.sqrt,
        "cbrt": math.cbrt,
        "abs": abs,
        "sin": lambda t: math.sin(TURN * t),
        "cos": lambda t: math.cos(TURN * t),
        "tan": lambda t: math.tan(TURN * t),
        "asin": lambda x: math.asin(x) / TURN,
        "acos": lambda x: math.acos(x) / TURN,
        "atan": lambda x: math.atan(x) / TURN,
        "ellipse_perimeter": ellipse_perimeter,
    },
)
_ARRAYS: Algebra[Array] = Algebra(
    number=lambda value: np.array(float(value)),
    unit=lambda unit: np.array(_UNITS.get(unit.symbol, nan)),
    functions={
        "sqrt": np.sqrt,
        "cbrt": np.cbrt,
        "abs": np.abs,
        "sin": lambda t: np.sin(TURN * t),
        "cos": lambda t: np.cos(TURN * t),
        "tan": lambda t: np.tan(TURN * t),
        "asin": lambda x: np.arcsin(x) / TURN,
        "acos": lambda x: np.arccos(x) / TURN,
        "atan": lambda x: np.arctan(x) / TURN,
        "ellipse_perimeter": _ellipse_perimeters,
    },
)


def in_floats(formula: str, values: Floats) -> float:
    """A formula of the catalogue in floats, angles in turns; nan where it has no real value."""
    try:
        result = _in_floats(formula)(values)
    except (ValueError, ZeroDivisionError, OverflowError):
        return nan
    return result if isinstance(result, float | int) else nan  # a root of a negative number is complex


@lru_cache(maxsize=4000)
def _in_floats(formula: str) -> Closure[float]:
    return closure(parse(formula), _FLOATS)


@lru_cache(maxsize=4000)
def in_arrays(formula: str) -> Closure[Array]:
    """A formula as a function of arrays by name, element by element; nan where it has no real value."""
    return closure(parse(formula), _ARRAYS)
