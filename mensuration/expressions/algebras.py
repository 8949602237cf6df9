"""Formulas of the catalogue made into functions, over any kind of number that can be reckoned with.

In floats, one by one or many at once in arrays: for pictures and for searching; quick, and never told. In slopes: balls
together with their derivatives, for proofs.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from math import nan
from operator import add, mul, sub, truediv
from typing import Any, Generic, TypeVar

import numpy as np
from flint import arb

from mensuration.expressions.functions import FUNCTIONS, Array
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf
from mensuration.expressions.parse import parse
from mensuration.expressions.slope import Slope
from mensuration.numbers import PI, Real
from mensuration.numbers.boxes import Boxes
from mensuration.units import Unit

N = TypeVar("N")
Closure = Callable[[Mapping[str, N]], N]
Floats = dict[str, float]
_OPERATORS: Mapping[str, Callable[[Any, Any], Any]] = {"+": add, "-": sub, "*": mul, "/": truediv}


@dataclass(frozen=True)
class Algebra(Generic[N]):
    """A kind of number: how a real number becomes one, and its functions."""

    of: Callable[[Real], N]
    functions: Mapping[str, Callable[..., N]]


def closure(node: Node, algebra: Algebra[N]) -> Closure[N]:
    """The expression as a function of its quantities' values.

    KeyError for a function that the algebra doesn't know, ValueError for a power that is not whole.
    """
    match node:
        case Number() | UnitOf():
            constant = algebra.of(node.real if isinstance(node, Number) else _size(node.unit))
            return lambda values: constant
        case Path():
            name = node.text
            return lambda values: values[name]
        case Negative(of):
            inner = closure(of, algebra)
            return lambda values: -inner(values)  # type: ignore[operator]
        case Binary(operator, left, right):
            a, b, apply = closure(left, algebra), closure(right, algebra), _OPERATORS[operator]
            return lambda values: apply(a(values), b(values))
        case Power(base, Number(value)) if value.denominator == 1:
            below, above = closure(base, algebra), int(value)
            return lambda values: below(values) ** above  # type: ignore[operator]
        case Call(function, (of,)):
            call, argument = algebra.functions[function], closure(of, algebra)
            return lambda values: call(argument(values))
        case Call(function, arguments):
            call, of_all = algebra.functions[function], [closure(argument, algebra) for argument in arguments]
            return lambda values: call(*(of(values) for of in of_all))
        case _:
            raise ValueError("a formula of the catalogue has whole powers")


@lru_cache(maxsize=400)
def _size(unit: Unit) -> Real:
    return unit.size(PI)


FLOATS: Algebra[float] = Algebra(float, {name: f.floats for name, f in FUNCTIONS.items()})
ARRAYS: Algebra[Array] = Algebra(
    lambda real: np.array(float(real)), {name: f.arrays for name, f in FUNCTIONS.items()}
)
BOXES: Algebra[Boxes] = Algebra(
    lambda real: Boxes.of([real]), {name: f.boxes for name, f in FUNCTIONS.items() if f.boxes}
)
SLOPES: Algebra[Slope] = Algebra(
    lambda real: Slope(real.ball(), arb(0)), {name: f.slopes for name, f in FUNCTIONS.items() if f.slopes}
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
    return closure(parse(formula), FLOATS)


@lru_cache(maxsize=4000)
def in_arrays(formula: str) -> Closure[Array]:
    """A formula as a function of arrays by name, element by element; nan where it has no real value."""
    return closure(parse(formula), ARRAYS)


@lru_cache(maxsize=4000)
def in_boxes(formula: str) -> Closure[Boxes]:
    """A formula as a function of boxes by name; nan where it may have no real value."""
    return closure(parse(formula), BOXES)


@lru_cache(maxsize=4000)
def in_slopes(formula: str, bits: int) -> Closure[Slope]:
    """A formula as a function of slopes by name, at ``bits`` of working precision (which must be in force)."""
    return closure(parse(formula), SLOPES)
