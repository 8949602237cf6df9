"""Working out a parsed expression, with units."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from fractions import Fraction
from functools import lru_cache

from flint import acb, arb

from mensuration.expressions.errors import ExpressionError, unknown_word
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
from mensuration.numbers import PI, UNIT, Exact, NotClosed, Real, angles
from mensuration.units import ANGLE, NUMBER, UNITS

HALF = Fraction(1, 2)
MAX_EXPONENT = 64
MAX_BITS = 4096


@dataclass(frozen=True)
class Scope:
    """What names stand for: a look-up, the words it knows (for hints), and the convention for π."""

    look_up: Callable[[Path], Quantity | None] = field(default=lambda path: None)
    known: Callable[[], list[str]] = field(default=list)
    pi: Real = PI

    def value_of(self, path: Path) -> Quantity:
        if path.names == ("pi",):
            return Quantity(self.pi)
        found = self.look_up(path)
        if found is None:
            raise unknown_word(path.text, [*self.known(), *UNITS, "pi"])
        return found


def evaluate(node: Node, scope: Scope) -> Quantity:
    """The value of a parsed expression. ExpressionError where kinds clash or a value is not real."""
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
                return a.times(b)
            if operator == "/":
                return a.over(b)
            return a.plus(b, 1 if operator == "+" else -1)
        case Power(base, Number(power)):
            return _power(evaluate(base, scope), power)
        case Power(base, exponent):
            value = evaluate(exponent, scope)
            return _power(evaluate(base, scope), value.value.rational if value.kind == NUMBER else None)
        case Call(function, arguments):
            return _call(function, [evaluate(argument, scope) for argument in arguments])


def _power(base: Quantity, power: Fraction | None) -> Quantity:
    if power is None:
        raise ExpressionError("power", "a power must be a plain number")
    if power.denominator != 1:
        if power == HALF:
            return _root(base)
        raise ExpressionError("power", "a power must be a whole number (or 1/2 for a square root)")
    whole = power.numerator
    bits = 1 if base.value.exact is None else base.value.exact.bits
    if abs(whole) > MAX_EXPONENT or bits * abs(whole) > MAX_BITS:
        raise ExpressionError("too-large", "this power is too large to work out")
    if whole < 0 and base.value.sign() == 0:
        raise ExpressionError("division-by-zero", "this divides by 0")
    return Quantity(base.value**whole, base.kind.power(whole))


def _root(of: Quantity) -> Quantity:
    if any(power % 2 for power in of.kind):
        raise ExpressionError("root", f"a square root of {of.kind.says()} has no unit")
    if of.value.sign() < 0:
        raise ExpressionError("root", "a square root of a negative number is not real")
    kind = type(of.kind)(*(power // 2 for power in of.kind))
    return Quantity(of.value.sqrt(), kind)


def _cube_root(of: Quantity) -> Quantity:
    if any(power % 3 for power in of.kind):
        raise ExpressionError("root", f"a cube root of {of.kind.says()} has no unit")
    kind = type(of.kind)(*(power // 3 for power in of.kind))
    return Quantity(of.value.cbrt(), kind)


def _call(function: str, arguments: list[Quantity]) -> Quantity:
    if function in ("min", "max"):
        best = arguments[0]
        for other in arguments[1:]:
            smaller = other.plus(best, -1).value.sign() < 0
            best = other if smaller == (function == "min") else best
        return best
    if function == "ellipse_perimeter":
        return _ellipse_perimeter(arguments)
    if len(arguments) != 1:
        raise ExpressionError("arguments", f"{function} takes one value in its brackets")
    (of,) = arguments
    if function == "sqrt":
        return _root(of)
    if function == "cbrt":
        return _cube_root(of)
    if function == "abs":
        return Quantity(abs(of.value), of.kind)
    if function in ("sin", "cos", "tan"):
        if of.kind != ANGLE:
            raise ExpressionError(
                "angle-unit", f"{function} needs an angle: write deg (°), rad or turn behind it"
            )
        return Quantity(trigonometric(function, of.value))
    return Quantity(_inverse(function, of), ANGLE)


def _ellipse_perimeter(arguments: list[Quantity]) -> Quantity:
    """Once round an ellipse: 4a E(1 - b²/a²) with a ≥ b, by the complete elliptic integral."""
    if len(arguments) != 2 or arguments[0].kind != arguments[1].kind:
        raise ExpressionError("arguments", "ellipse_perimeter takes two half axes: ellipse_perimeter(a, b)")
    small, large = sorted((q.value for q in arguments), key=float)
    kind = arguments[0].kind
    if small.sign() <= 0:
        raise ExpressionError("arguments", "the half axes of an ellipse must be more than 0")
    if small.same_as(large):
        return Quantity(Real.of(2) * PI * large, kind)

    def recipe() -> arb:
        a, b = large.ball(), small.ball()
        return 4 * a * acb(1 - b * b / (a * a)).elliptic_e().real

    return Quantity(Real(None, recipe, small, large), kind)


def trigonometric(function: str, turns: Real) -> Real:
    """sin, cos or tan of an angle given in turns; exact where :mod:`mensuration.numbers.angles` knows it."""
    if turns.exact is not None:
        try:
            return Real(_exactly(function, turns.exact))
        except NotClosed:
            pass
    if function == "tan":
        below = trigonometric("cos", turns)
        if below.sign() == 0:
            raise ExpressionError("tan", "tan has no value at this angle")
        return trigonometric("sin", turns) / below
    if function == "cos":
        return turns.through(lambda ball: (2 * ball).cos_pi())
    return turns.through(lambda ball: (2 * ball).sin_pi())


@lru_cache(maxsize=4096)
def _exactly(function: str, turns: Exact) -> Exact:
    rational = turns.rational
    if function == "tan" and rational is not None:
        degrees = rational * 360 % 180
        if degrees in angles.TANGENTS:
            return angles.TANGENTS[degrees]
    cosine, sine = angles.cosine_and_sine(turns * _WHOLE_TURN)
    if function == "tan":
        if not cosine:
            raise ExpressionError("tan", "tan has no value at this angle")
        return sine / cosine
    return cosine if function == "cos" else sine


_WHOLE_TURN = Exact.pi() * Exact.of(2)
_INVERSES: dict[str, Callable[[Exact], Exact]] = {
    "asin": angles.arc_sine,
    "acos": angles.arc_cosine,
    "atan": angles.arc_tangent,
}


def _inverse(function: str, of: Quantity) -> Real:
    """asin, acos or atan in turns."""
    if of.kind != NUMBER:
        raise ExpressionError("ratio", f"{function} needs a plain ratio, not {of.kind.says()}")
    value = of.value
    if function != "atan" and (abs(value) - UNIT).sign() > 0:
        raise ExpressionError("ratio", f"{function} needs a ratio from -1 to 1")
    if value.exact is not None:
        try:
            return Real(_INVERSES[function](value.exact) / _WHOLE_TURN)
        except NotClosed:
            pass

    def turns(ball: arb) -> arb:
        clipped = ball if function == "atan" else ball.intersection(arb(0, 1))
        angle = {"asin": arb.asin, "acos": arb.acos, "atan": arb.atan}[function](clipped)
        return angle / (2 * arb.pi())

    return value.through(turns)
