"""Lines of working: told in another unit (``area as ft^2``, ``share as %``), and numbers in them that are rounded values of others."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from fractions import Fraction

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, children
from mensuration.numbers.rounding import to_step
from mensuration.problem.settings import parse_unit
from mensuration.telling import Teller
from mensuration.units import NUMBER, Kind, Unit

PERCENT = Unit("%", NUMBER, Fraction(1, 100))
_AS = re.compile(r"(.*\S)\s+as\s+(\S.*?)\s*", re.DOTALL)
_DECIMAL = re.compile(r"\d+\.\d+")
NAMED = re.compile(r"\s*([A-Za-z_]\w*)\s*=(?!=)\s*")
"""A name before what a line says."""
FEWEST_DIGITS = 3
_CANT = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError)


def split_as(text: str) -> tuple[str, str | None]:
    """An expression, and the unit in which it is wanted.

    >>> split_as("panel.area as ft^2")
    ('panel.area', 'ft^2')
    """
    found = _AS.fullmatch(text)
    return (found[1], found[2]) if found else (text, None)


def unit_for(text: str, kind: Kind) -> Unit:
    """The unit in which a value is wanted. ExpressionError where it doesn't measure such a quantity.

    >>> from mensuration.units import LENGTH
    >>> unit_for("cm", LENGTH).symbol
    'cm'
    """
    unit = parse_unit(text)
    if unit.kind != kind:
        says = f"the answer is {kind.says()}; “{text}” measures {unit.kind.says()}"
        raise ExpressionError("wrong-unit", says)
    return unit


def unit_as(text: str, kind: Kind) -> Unit:
    """The same, also per cent of a plain number."""
    if text == "%":
        if kind != NUMBER:
            raise ExpressionError("wrong-unit", f"only a plain number can be told as %, not {kind.says()}")
        return PERCENT
    return unit_for(text, kind)


def retyped(
    trees: Mapping[str, Node], values: Mapping[str, Quantity], scope: Scope, teller: Teller
) -> Iterator[tuple[str, str]]:
    """Lines in which the rounded value of another line stands as a number, and a sentence on what that does to the end."""
    for name, tree in trees.items():
        for number in dict.fromkeys(_decimals(tree)):
            other = next(
                (
                    each
                    for each, value in values.items()
                    if each != name and _is_rounded(number, value, teller)
                ),
                None,
            )
            if other is None:
                continue
            says = f"{number.typed} is “{other}” rounded: write its name, so that it keeps all its digits"
            try:
                exact = evaluate(_put(tree, number, values[other], teller), _with(scope, values[other]))
                kept, typed = (teller.tell(each).text for each in (exact, values[name]))
            except (*_CANT, KeyError):
                kept = typed = ""
            if kept != typed:
                says += f"; then this comes to {kept}, not {typed}"
            yield name, says


def _decimals(node: Node) -> Iterator[Number]:
    if isinstance(node, Number) and _DECIMAL.fullmatch(node.typed):
        if len(node.typed.replace(".", "").lstrip("0")) >= FEWEST_DIGITS:
            yield node
    for child in children(node):
        yield from _decimals(child)


def _is_rounded(number: Number, value: Quantity, teller: Teller) -> bool:
    amount, _ = teller.amount(value)
    step = Fraction(1, 10 ** len(number.typed.partition(".")[2]))
    return amount.rational != number.value and to_step(amount, step).value == number.value


EXACT = Path(("exact value",))


def _put(node: Node, number: Number, value: Quantity, teller: Teller) -> Node:
    """The expression with the exact value in place of a number, which may have its unit behind it."""
    match node:
        case Binary("*", left, unit, True) if left == number and _kind(unit) == value.kind != NUMBER:
            return EXACT
        case Number() if node == number and value.kind == NUMBER:
            return EXACT
        case Negative(of):
            return Negative(_put(of, number, value, teller))
        case Binary(operator, left, right, implied):
            one, two = (_put(side, number, value, teller) for side in (left, right))
            return Binary(operator, one, two, implied)
        case Power(base, exponent):
            return Power(_put(base, number, value, teller), exponent)
        case Call(name, arguments):
            return Call(name, tuple(_put(each, number, value, teller) for each in arguments))
    return node


def _kind(node: Node) -> Kind | None:
    try:
        return evaluate(node, Scope()).kind
    except _CANT:
        return None


def _with(scope: Scope, value: Quantity) -> Scope:
    def look_up(path: Path) -> Quantity | None:
        return value if path == EXACT else scope.look_up(path)

    return Scope(look_up, scope.known, scope.pi, scope.of_figure)
