"""Derivatives of expressions over x, as expressions."""

from __future__ import annotations

from fractions import Fraction

from mensuration.expressions.nodes import (
    Binary,
    Call,
    Negative,
    Node,
    Number,
    Path,
    Power,
    UnitOf,
    children,
    number_of,
    paths,
)
from mensuration.units import UNITS

RADIAN = UnitOf(UNITS["rad"])
ONE, TWO, THREE = number_of(1), number_of(2), number_of(3)
NONE = number_of(0)


class NoDerivative(ValueError):
    """An expression that has none here, such as the larger of two."""


def derivative(node: Node) -> Node:
    """The derivative by x. Sines and their like are of angles in radians. NoDerivative where there is none.

    >>> from mensuration.expressions import parse
    >>> derivative(parse("x^2"))
    Binary(operator='*', left=Number(value=Fraction(2, 1), typed='2'), right=Path(names=('x',)), implied=False)
    """
    if not any(path.names == ("x",) for path in paths(node)):
        return NONE
    match node:
        case Path(("x",)):
            return ONE
        case Negative(of):
            return Negative(derivative(of))
        case Binary("+" | "-" as sign, left, right):
            one, two = derivative(left), derivative(right)
            if two == NONE:
                return one
            return (
                Negative(two)
                if one == NONE and sign == "-"
                else two
                if one == NONE
                else Binary(sign, one, two)
            )
        case Binary("*", left, right):
            return _plus(_times(derivative(left), right), _times(left, derivative(right)))
        case Binary("/", above, below):
            first = derivative(above)
            steep = derivative(below)
            if steep == NONE:
                return Binary("/", first, below)
            rest = Binary("/", _times(above, steep), Power(below, TWO))
            return Negative(rest) if first == NONE else Binary("-", Binary("/", first, below), rest)
        case Power(base, Number(value)) if value.denominator == 1 and value > 0:
            raised = base if value == 2 else Power(base, _less(value)) if value > 2 else ONE
            return _times(_times(Number(value, str(value)), raised), derivative(base))
        case Call(name, (of,)):
            return _times(_of_call(name, of), _without_angle(of))
    raise NoDerivative


def _less(value: Fraction) -> Number:
    return Number(value - 1, str(value - 1))


def _of_call(name: str, of: Node) -> Node:
    match name:
        case "sin":
            return Call("cos", (of,))
        case "cos":
            return Negative(Call("sin", (of,)))
        case "tan":
            return Binary("/", ONE, Power(Call("cos", (of,)), TWO))
        case "exp":
            return Call("exp", (of,))
        case "ln":
            return Binary("/", ONE, of)
        case "sqrt":
            return Binary("/", ONE, Binary("*", TWO, Call("sqrt", (of,))))
        case "cbrt":
            return Binary("/", ONE, Binary("*", THREE, Power(Call("cbrt", (of,)), TWO)))
        case "abs":
            return Binary("/", of, Call("abs", (of,)))
        case "atan":
            return Binary("*", RADIAN, Binary("/", ONE, Binary("+", ONE, Power(of, TWO))))
        case "asin" | "acos":
            found = Binary("*", RADIAN, Binary("/", ONE, Call("sqrt", (Binary("-", ONE, Power(of, TWO)),))))
            return found if name == "asin" else Negative(found)
    raise NoDerivative


def _without_angle(of: Node) -> Node:
    """The derivative of what stands in a function, of an angle in radians."""
    match of:
        case Binary("*", inner, UnitOf(unit)) if unit.kind.angle:
            steep = derivative(inner)
            return steep if unit == RADIAN.unit else Binary("/", Binary("*", steep, UnitOf(unit)), RADIAN)
        case _ if any_angle(of):
            return Binary("/", derivative(of), RADIAN)
    return derivative(of)


def any_angle(node: Node) -> bool:
    """Whether an angle's unit stands in an expression."""
    return (isinstance(node, UnitOf) and bool(node.unit.kind.angle)) or any(map(any_angle, children(node)))


def _times(one: Node, other: Node) -> Node:
    if NONE in (one, other):
        return NONE
    if one == ONE:
        return other
    return one if other == ONE else Binary("*", one, other)


def _plus(one: Node, other: Node) -> Node:
    if one == NONE:
        return other
    return one if other == NONE else Binary("+", one, other)
