"""Formulas of the catalogue made into functions, over any kind of number that can be reckoned with."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from operator import add, mul, sub, truediv
from typing import Any, Generic, TypeVar

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf
from mensuration.numbers import PI, Real

N = TypeVar("N")
Closure = Callable[[Mapping[str, N]], N]
_OPERATORS: Mapping[str, Callable[[Any, Any], Any]] = {"+": add, "-": sub, "*": mul, "/": truediv}


@dataclass(frozen=True)
class Algebra(Generic[N]):
    """A kind of number: how a real number becomes one, and its functions. Angles are in turns."""

    of: Callable[[Real], N]
    functions: Mapping[str, Callable[..., N]]


def closure(node: Node, algebra: Algebra[N]) -> Closure[N]:
    """The expression as a function of its quantities' values.

    KeyError for a function that the algebra doesn't know, ValueError for a power that is not whole.
    """
    match node:
        case Number() | UnitOf():
            constant = algebra.of(node.real if isinstance(node, Number) else node.unit.size(PI))
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
