"""An expression written out as mathematics, with whatever stands for its names."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction

from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf
from mensuration.telling import leaves
from mensuration.telling import mathematics as m
from mensuration.telling.mathematics import Maths

Leaf = Callable[[Path], Maths]


def write(node: Node, leaf: Leaf, times: bool = False) -> Maths:
    """``node`` with ``leaf`` deciding what stands for names; ``times`` sets × in implied products."""
    match node:
        case Number():
            return number(node)
        case UnitOf(unit):
            return m.Written(unit.tex, unit.text, ready_mathml=unit.mathml)
        case Path():
            return leaf(node)
        case Negative(of):
            return m.Minus(write(of, leaf, times))
        case Power(base, Number(Fraction(numerator=1, denominator=index))) if index > 1:
            return m.Root(write(base, leaf, times), index)
        case Power(base, exponent):
            return m.Raised(write(base, leaf, times), write(exponent, leaf, times))
        case Call("sqrt", (of,)):
            return m.Root(write(of, leaf, times))
        case Call("cbrt", (of,)):
            return m.Root(write(of, leaf, times), 3)
        case Call(function, (Path() as figure, other)) if FUNCTIONS[function].of_figure:
            named = (leaves.words(figure.text), write(other, leaf, times))
            return m.Applied(function, FUNCTIONS[function].tex, named)
        case Call(function, arguments):
            inside = tuple(write(argument, leaf, times) for argument in arguments)
            return m.Applied(function, FUNCTIONS[function].tex, inside)
        case Binary("*", left, UnitOf(unit)):
            return m.WithUnit(write(left, leaf, times), unit)
        case Binary("*", left, Power(UnitOf(unit), Number(Fraction(denominator=1, numerator=power)))) if (
            0 < power < 4 and unit.factor is not None
        ):
            return m.WithUnit(write(left, leaf, times), unit.to_power(power))
        case Binary("*", left, right, implied):
            return m.Times(write(left, leaf, times), write(right, leaf, times), implied and not times)
        case Binary("/", left, right):
            return m.Over(write(left, leaf, times), write(right, leaf, times))
        case Binary(_, left, right, True):
            return m.Beside(write(left, leaf, times), write(right, leaf, times))
        case Binary(sign, left, right):
            return m.Sum(write(left, leaf, times), sign, write(right, leaf, times))


def number(node: Number) -> Maths:
    """A typed number as it was typed: fractions and mixed numbers with a bar."""
    typed = node.typed
    if typed.endswith("%"):
        return m.Written(typed.replace("%", r"\%"), typed)
    if "/" not in typed:
        return leaves.digits(typed)
    mixed = " " in typed.strip().replace(" /", "/").replace("/ ", "/")
    whole, rest = divmod(node.value, 1)
    if mixed and whole:
        return leaves.fraction(rest.numerator, rest.denominator, typed, int(whole))
    return leaves.fraction(node.value.numerator, node.value.denominator, typed)
