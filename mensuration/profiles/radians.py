"""Angles in curves: without a unit they are in radians, which people don't write."""

from __future__ import annotations

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Power, UnitOf, children, paths


def without_radians(node: Node) -> Node:
    """An expression over plain numbers as people write it: sin(x), not sin(x rad).

    >>> from mensuration.expressions import parse
    >>> without_radians(parse("sin(x rad)")) == parse("sin(x)")
    True
    """
    match node:
        case Binary(operator, inner, UnitOf()) if operator in "*/":
            return without_radians(inner)
        case Binary(operator, left, right, implied):
            return Binary(operator, without_radians(left), without_radians(right), implied)
        case Negative(of):
            return Negative(without_radians(of))
        case Power(base, exponent):
            return Power(without_radians(base), exponent)
        case Call(name, arguments):
            return Call(name, tuple(map(without_radians, arguments)))
    return node


def has_plain_angle(node: Node) -> bool:
    """Whether an angle without a unit stands in a sine or its like.

    >>> from mensuration.expressions import parse
    >>> has_plain_angle(parse("2 + cos(x rad)")), has_plain_angle(parse("2 + cos(30 deg)"))
    (True, False)
    """
    match node:
        case Call("sin" | "cos" | "tan", (Binary("*", inner, UnitOf()),)):
            return any(path.names == ("x",) for path in paths(inner))
    return any(map(has_plain_angle, children(node)))
