"""Formulas in floats, one by one or many at once in arrays: for pictures and for searching; quick, and never told."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import lru_cache
from math import nan, pi
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from mensuration.expressions.closures import Algebra, Closure, closure
from mensuration.expressions.parse import parse

Floats = dict[str, float]
Array = NDArray[np.float64]
N = TypeVar("N", float, Array)
TURN = 2 * pi
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


def _of_turns(function: Callable[[N], N]) -> Callable[[N], N]:
    return lambda turns: function(TURN * turns)


def _to_turns(function: Callable[[N], N]) -> Callable[[N], N]:
    return lambda ratio: function(ratio) / TURN


_FLOATS: Algebra[float] = Algebra(
    of=float,
    functions={
        "sqrt": math.sqrt,
        "cbrt": math.cbrt,
        "abs": abs,
        "ellipse_perimeter": ellipse_perimeter,
        "sin": _of_turns(math.sin),
        "cos": _of_turns(math.cos),
        "tan": _of_turns(math.tan),
        "asin": _to_turns(math.asin),
        "acos": _to_turns(math.acos),
        "atan": _to_turns(math.atan),
    },
)
_ARRAYS: Algebra[Array] = Algebra(
    of=lambda real: np.array(float(real)),
    functions={
        "sqrt": np.sqrt,
        "cbrt": np.cbrt,
        "abs": np.abs,
        "ellipse_perimeter": _ellipse_perimeters,
        "sin": _of_turns(np.sin),
        "cos": _of_turns(np.cos),
        "tan": _of_turns(np.tan),
        "asin": _to_turns(np.arcsin),
        "acos": _to_turns(np.arccos),
        "atan": _to_turns(np.arctan),
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
