"""Working out a parsed expression, with units."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from fractions import Fraction

from flint import arb

from mensuration.expressions.errors import ExpressionError, unknown_word
from mensuration.expressions.functions import FUNCTIONS, root
from mensuration.expressions.nodes import (
    Binary,
    Call,
    Negative,
    Node,
    Number,
    Path,
    Power,
    UnitOf,
)
from mensuration.expressions.quantity import Quantity
from mensuration.numbers import PI, Real
from mensuration.numbers.monomials import MAX_INDEX
from mensuration.numbers.proof import precision
from mensuration.units import FURTHER, NUMBER, UNITS

MAX_EXPONENT = 64
LARGEST = 1000  # the power of 2 beyond which nothing is worked with, about 10^300
MAX_BITS = 4096
ORDINARY = 1e100  # a size that a float tells well enough


@dataclass(frozen=True)
class Scope:
    """What names stand for: a look-up, the words it knows (for hints), the convention for π, functions of
    figures."""

    look_up: Callable[[Path], Quantity | None] = field(default=lambda path: None)
    known: Callable[[], list[str]] = field(default=list)
    pi: Real = PI
    of_figure: Callable[[str, Path, Quantity], Quantity] | None = None
    """What a function of a figure comes to: its name, the figure's, and what else it is told."""

    def value_of(self, path: Path) -> Quantity:
        if path.names == ("pi",):
            return Quantity(self.pi)
        found = self.look_up(path)
        if found is None and path.text in FURTHER:
            size, kind = FURTHER[path.text]
            return Quantity(Real.of(size), kind)
        if found is None and path.text in ("gal", "gallon", "gallons"):
            says = "a gallon is 3.785 L in the US and 4.546 L in the UK: write US gal or UK gal"
            raise ExpressionError("which-gallon", says)
        if found is None:
            raise unknown_word(path.text, [*self.known(), *UNITS, "pi"])
        return found


def evaluate(node: Node, scope: Scope) -> Quantity:
    """The value of a parsed expression. ExpressionError where kinds clash or a value is not real.

    >>> from mensuration.expressions.parse import parse
    >>> evaluate(parse("12 ft 6 in"), Scope()).value  # in metres
    Real('381/100')
    """
    match node:
        case Number():
            return Quantity(node.real)
        case UnitOf(unit):
            return Quantity(unit.size(scope.pi), unit.kind)
        case Path():
            return scope.value_of(node)
        case Negative(of):
            inner = evaluate(of, scope)
            return Quantity(-inner.value, inner.kind)
        case Binary(operator, left, right):
            a, b = evaluate(left, scope), evaluate(right, scope)
            if operator == "*":
                return _within_bounds(a.times(b))
            if operator == "/":
                return _within_bounds(a.over(b))
            if a.kind != b.kind:
                a, b = in_radians(a, left), in_radians(b, right)
            return a.plus(b, 1 if operator == "+" else -1)
        case Power(base, Number(power)):
            return _power(evaluate(base, scope), power)
        case Power(base, exponent):
            value = evaluate(exponent, scope)
            return _power(evaluate(base, scope), value.value.rational if value.kind == NUMBER else None)
        case Call(function, arguments):
            called = FUNCTIONS[function]
            if called.of_figure:
                return _of_figure(function, arguments, scope)
            if function == "sum" and len(arguments) == 1 and isinstance(arguments[0], Path):
                return scope.value_of(summed(arguments[0]))
            value = called.worked([evaluate(argument, scope) for argument in arguments])
            if called.counted_in_pi and scope.pi is not PI:
                return Quantity(value.value * scope.pi / PI, value.kind)
            return value


MEMBERS = ("parts", "pieces")
SUMMED = "sum of"


def summed(path: Path) -> Path:
    """``panel.parts.area`` within sum(…): the name of the sum over all parts. Any other name stays.

    >>> summed(Path(("panel", "parts", "area"))).names
    ('panel', 'sum of', 'area')
    """
    if len(path.names) == 3 and path.names[1] in MEMBERS:
        return Path((path.names[0], SUMMED, path.names[2]))
    return path


def _of_figure(function: str, arguments: tuple[Node, ...], scope: Scope) -> Quantity:
    if scope.of_figure is None or len(arguments) != 2 or not isinstance(arguments[0], Path):
        says = f"{function} takes a solid's name and a measurement: {function}(drum, 0.5)"
        raise ExpressionError("arguments", says)
    return scope.of_figure(function, arguments[0], evaluate(arguments[1], scope))


def in_radians(quantity: Quantity, node: Node) -> Quantity:
    """A quantity without its angles, in radians, where they come from nothing but inverse functions: as exact values are
    written, 9 acos(2/3) m². Any other quantity as it is.

    >>> from mensuration.expressions.parse import parse
    >>> half = parse("2 acos(0) m")
    >>> in_radians(evaluate(half, Scope()), half).kind.says()
    'a length'
    """
    turns = quantity.kind.angle
    if not turns or not _names_angles_by_ratios(node):
        return quantity
    radians = (Real.of(2) * PI) ** turns
    return Quantity(quantity.value * radians, quantity.kind._replace(angle=0))


def _names_angles_by_ratios(node: Node) -> bool:
    """Whether the only angles in an expression are values of inverse functions."""
    match node:
        case UnitOf(unit):
            return not unit.kind.angle
        case Number():
            return True
        case Path(names):
            return names == ("pi",)
        case Negative(of):
            return _names_angles_by_ratios(of)
        case Binary(_, left, right):
            return _names_angles_by_ratios(left) and _names_angles_by_ratios(right)
        case Power(base, _):
            return _names_angles_by_ratios(base)
        case Call(function, _):
            return function in ("asin", "acos", "atan", "sqrt", "cbrt")
        case _:
            return False


def _power(base: Quantity, power: Fraction | None) -> Quantity:
    if power is None:
        raise ExpressionError("power", "a power must be a plain number")
    if power.denominator != 1:
        if power.denominator > MAX_INDEX:
            says = f"a power must be a whole number, or a fraction with at most {MAX_INDEX} below the bar"
            raise ExpressionError("power", says)
        base = root(base, power.denominator)
    whole = power.numerator
    bits = 1 if base.value.exact is None else base.value.exact.bits
    if abs(whole) > MAX_EXPONENT or bits * abs(whole) > MAX_BITS:
        raise ExpressionError("too-large", "this power is too large to work out")
    if whole < 0 and base.value.sign() == 0:
        raise ExpressionError("division-by-zero", "this divides by 0")
    _check_length(base.value, whole)
    return _within_bounds(Quantity(base.value**whole, base.kind.power(whole)))


def _check_length(value: Real, power: int) -> None:
    """That a power's size is within bounds, before it is worked out."""
    with precision(64):
        size = abs(value.ball())
        if size.contains(0):
            return
        length = float((size.log() / arb(2).log()).mid())
    if abs(length * power) > LARGEST:
        raise ExpressionError("too-large", "this power is too large to work out")


def _within_bounds(quantity: Quantity) -> Quantity:
    """A quantity of a size that can be worked with. ExpressionError for another."""
    exact = quantity.value.exact
    if exact is not None and exact.longest < LARGEST // 2:
        return quantity
    if 1 / ORDINARY < abs(float(quantity.value)) < ORDINARY:
        return quantity
    with precision(64):
        size = abs(quantity.value.ball())
        large = bool(size > arb(2) ** LARGEST)
        small = bool(size > 0) and bool(size < arb(2) ** -LARGEST)
    if large or small:
        says = f"this is too {'large' if large else 'near to 0'} to be worked with"
        raise ExpressionError("too-large", says)
    return quantity
