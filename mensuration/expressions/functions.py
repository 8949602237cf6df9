"""Every function that can be typed: one row each, with all that is done with it.

A row says how a function is worked out with units and exactly, in floats, in arrays of floats, in boxes and in slopes, in balls,
power series and complex balls (:mod:`mensuration.expressions.analytic`), and how it is written. Angles are in turns throughout. A function is added here and nowhere else.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache, reduce
from operator import truediv
from typing import Any

import numpy as np
from flint import acb, arb
from numpy.typing import NDArray

from mensuration.expressions import analytic, ellipses
from mensuration.expressions.errors import ExpressionError
from mensuration.expressions.quantity import Quantity
from mensuration.expressions.slope import Slope
from mensuration.numbers import NOUGHT, UNIT, Exact, NotClosed, Real, angles
from mensuration.numbers.boxes import Boxes, greater, lesser
from mensuration.numbers.rounding import decimal_or_fraction, to_step
from mensuration.numbers.settling import settled
from mensuration.units import ANGLE, NUMBER

Array = NDArray[np.float64]
TURN = 2 * math.pi
MOST_PLACES = 12  # to which is rounded
LARGEST_POWER = 600  # of e; beyond it nothing is worked with


@dataclass(frozen=True)
class Function:
    """One function. ``worked`` is told quantities and answers with one, or raises ExpressionError."""

    name: str
    tex: str
    worked: Callable[[Sequence[Quantity]], Quantity]
    floats: Callable[..., Any]
    arrays: Callable[..., Any]
    slopes: Callable[..., Slope] | None = None
    boxes: Callable[..., Boxes] | None = None
    balls: Callable[..., Any] | None = None
    """Of balls and of power series with balls for coefficients."""
    complexes: Callable[..., acb] | None = None
    """Of complex balls; the last argument asks to have no bounds where the function is not analytic."""
    counted_in_pi: bool = False
    """Whether a value is a multiple of π, and so hangs on the convention for it."""
    of_figure: bool = False
    """Whether its first argument is a figure's name, not a quantity: the scope works it out then."""


# With units


def root(of: Quantity, index: int = 2) -> Quantity:
    """A root of a quantity, the square root unless ``index`` says another. ExpressionError where its unit or its sign has
    none.

    >>> root(Quantity(Real.of(8)), 3).value
    Real('2')
    """
    called = {2: "a square root", 3: "a cube root"}.get(index, f"a root of index {index}")
    kind = of.kind.root(index)
    if kind is None:
        raise ExpressionError("root", f"{called} of {of.kind.says()} has no unit")
    if index % 2 == 0 and of.value.sign() < 0:
        raise ExpressionError("root", f"{called} of a negative number is not real")
    return Quantity(of.value.root(index), kind)


def _cube_root(of: Quantity) -> Quantity:
    return root(of, 3)


def _absolute(of: Quantity) -> Quantity:
    return Quantity(abs(of.value), of.kind)


def _exponential(of: Quantity) -> Quantity:
    """e to the power of a plain number."""
    if of.kind != NUMBER:
        raise ExpressionError("ratio", f"exp needs a plain number, not {of.kind.says()}")
    if abs(float(of.value)) > LARGEST_POWER:
        raise ExpressionError("too-large", "this power is too large to work out")
    return Quantity(UNIT if of.value.sign() == 0 else of.value.through(arb.exp))


def _logarithm(of: Quantity) -> Quantity:
    """The power to which e is raised for a plain number."""
    if of.kind != NUMBER:
        raise ExpressionError("ratio", f"ln needs a plain number, not {of.kind.says()}")
    if of.value.sign() <= 0:
        raise ExpressionError("logarithm", "ln is taken of numbers that are more than 0")
    return Quantity(NOUGHT if of.value.same_as(UNIT) else of.value.through(arb.log))


def _rounded(arguments: Sequence[Quantity]) -> Quantity:
    """A plain number rounded half up, to whole numbers or to so many places."""
    if not 1 <= len(arguments) <= 2:
        raise ExpressionError(
            "arguments", "round takes a number, and perhaps to how many places: round(2.345, 2)"
        )
    if any(each.kind != NUMBER for each in arguments):
        says = "round takes a plain number: divide by the unit first, round(width / 1 m, 2)"
        raise ExpressionError("ratio", says)
    places = arguments[1].value.rational if len(arguments) > 1 else Fraction(0)
    if places is None or places.denominator != 1 or not 0 <= places <= MOST_PLACES:
        raise ExpressionError("arguments", f"the number of places is whole, from 0 to {MOST_PLACES}")
    return Quantity(Real.of(to_step(arguments[0].value, Fraction(1, 10 ** int(places))).value))


def _round_float(value: float, places: float = 0) -> float:
    size = 10.0**places
    return math.copysign(math.floor(abs(value) * size + 0.5) / size, value)


def _sum(arguments: Sequence[Quantity]) -> Quantity:
    total = arguments[0]
    for other in arguments[1:]:
        total = total.plus(other, 1)
    return total


def _extreme(least: bool) -> Callable[[Sequence[Quantity]], Quantity]:
    def found(arguments: Sequence[Quantity]) -> Quantity:
        best = arguments[0]
        for other in arguments[1:]:
            smaller = other.plus(best, -1).value.sign() < 0
            best = other if smaller == least else best
        return best

    return found


def _of_one(name: str, worked: Callable[[Quantity], Quantity]) -> Callable[[Sequence[Quantity]], Quantity]:
    def checked(arguments: Sequence[Quantity]) -> Quantity:
        if len(arguments) != 1:
            raise ExpressionError("arguments", f"{name} takes one value in its brackets")
        return worked(arguments[0])

    return checked


def _of_an_angle(name: str) -> Callable[[Quantity], Quantity]:
    def worked(of: Quantity) -> Quantity:
        if of.kind != ANGLE:
            says = f"{name} needs an angle: write deg (°), rad or turn behind it"
            if of.kind == NUMBER and of.value.rational is not None:
                number = decimal_or_fraction(of.value.rational)
                says = (
                    f"is {number} in degrees or in radians? Write {name}({number}°) or {name}({number} rad)"
                )
            raise ExpressionError("angle-unit", says)
        return Quantity(trigonometric(name, of.value))

    return worked


def trigonometric(function: str, turns: Real) -> Real:
    """sin, cos or tan of an angle given in turns; exact where :mod:`mensuration.numbers.angles` knows it.

    >>> trigonometric("sin", Real.of(1) / Real.of(12))
    Real('1/2')
    """
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


_WHOLE_TURN = Exact.pi() * Exact.of(2)


@lru_cache(maxsize=4096)
def _exactly(function: str, turns: Exact) -> Exact:
    cosine, sine = angles.cosine_and_sine(turns * _WHOLE_TURN)
    if function == "tan":
        if not cosine:
            raise ExpressionError("tan", "tan has no value at this angle")
        return settled(sine / cosine)
    return cosine if function == "cos" else sine


def _inverse(
    name: str, exactly: Callable[[Exact], Exact], roughly: Callable[[arb], arb]
) -> Callable[[Quantity], Quantity]:
    """asin, acos or atan, in turns."""

    def worked(of: Quantity) -> Quantity:
        if of.kind != NUMBER:
            raise ExpressionError("ratio", f"{name} needs a plain ratio, not {of.kind.says()}")
        value = of.value
        if name != "atan" and (abs(value) - UNIT).sign() > 0:
            raise ExpressionError("ratio", f"{name} needs a ratio from -1 to 1")
        if value.exact is not None:
            try:
                return Quantity(Real(exactly(value.exact) / _WHOLE_TURN), ANGLE)
            except NotClosed:
                pass

        def turns(ball: arb) -> arb:
            clipped = ball if name == "atan" else ball.intersection(arb(0, 1))
            return roughly(clipped) / (2 * arb.pi())

        return Quantity(value.through(turns), ANGLE)

    return worked


# Slopes


def _turn() -> arb:
    return 2 * arb.pi()


def _sqrt_slope(of: Slope) -> Slope:
    value = of.value.sqrt()
    return Slope(value, of.slope / (2 * value))


def _cbrt_slope(of: Slope) -> Slope:
    value = of.value.root(3)
    return Slope(value, of.slope / (3 * value * value))


def _sin_slope(turns: Slope) -> Slope:
    sine, cosine = (2 * turns.value).sin_cos_pi()
    return Slope(sine, cosine * _turn() * turns.slope)


def _cos_slope(turns: Slope) -> Slope:
    sine, cosine = (2 * turns.value).sin_cos_pi()
    return Slope(cosine, -sine * _turn() * turns.slope)


def _asin_slope(of: Slope) -> Slope:
    return Slope(of.value.asin() / _turn(), of.slope / ((1 - of.value * of.value).sqrt() * _turn()))


def _acos_slope(of: Slope) -> Slope:
    return Slope(of.value.acos() / _turn(), -of.slope / ((1 - of.value * of.value).sqrt() * _turn()))


def _atan_slope(of: Slope) -> Slope:
    return Slope(of.value.atan() / _turn(), of.slope / ((1 + of.value * of.value) * _turn()))


def _of_turns(function: Callable[[Any], Any]) -> Callable[[Any], Any]:
    return lambda turns: function(TURN * turns)


def _to_turns(function: Callable[[Any], Any]) -> Callable[[Any], Any]:
    return lambda ratio: function(ratio) / TURN


def _circular(
    name: str,
    floats: Any,
    arrays: Any,
    slopes: Callable[..., Slope],
    of_waves: Callable[[Boxes, Boxes], Boxes],
) -> Function:
    worked = _of_one(name, _of_an_angle(name))
    boxes = lambda turns: of_waves(*(2 * turns).sin_cos_pi())  # noqa: E731
    balls = getattr(analytic, f"{name}_of_turns")
    complexes = lambda turns, _: balls(turns)  # noqa: E731
    return Function(
        name, rf"\{name}", worked, _of_turns(floats), _of_turns(arrays), slopes, boxes, balls, complexes
    )


def _arc(
    name: str,
    exactly: Callable[[Exact], Exact],
    roughly: Callable[[arb], arb],
    floats: Any,
    arrays: Any,
    slopes: Callable[..., Slope],
    boxes: Callable[[Boxes], Boxes],
) -> Function:
    worked = _of_one(name, _inverse(name, exactly, roughly))
    return Function(
        name,
        rf"\arc{name[1:]}",
        worked,
        _to_turns(floats),
        _to_turns(arrays),
        slopes,
        _to_turns(boxes),
        analytic.in_turns(name),
        analytic.in_turns_where_analytic(name),
    )


def _without_figure(arguments: Sequence[Quantity]) -> Quantity:
    raise ExpressionError("no-figure", "say of which solid first, by its name: fill(drum, 0.5)")


def _never(*of: Any) -> Any:
    raise KeyError("a figure's own function is no formula")


def _of_figure(name: str) -> Function:
    return Function(name, rf"\operatorname{{{name}}}", _without_figure, _never, _never, of_figure=True)


FUNCTIONS: dict[str, Function] = {
    function.name: function
    for function in (
        Function(
            "sqrt",
            r"\sqrt",
            _of_one("sqrt", root),
            math.sqrt,
            np.sqrt,
            _sqrt_slope,
            Boxes.sqrt,
            analytic.square_root,
            lambda z, check: z.sqrt(analytic=check),
        ),
        Function(
            "cbrt",
            r"\sqrt[3]",
            _of_one("cbrt", _cube_root),
            math.cbrt,
            np.cbrt,
            _cbrt_slope,
            lambda of: of.root(3),
            analytic.cube_root,
            analytic.cube_root_where_analytic,
        ),
        Function(
            "exp",
            r"\exp",
            _of_one("exp", _exponential),
            math.exp,
            np.exp,
            lambda of: Slope(of.value.exp(), of.value.exp() * of.slope),
            balls=lambda of: of.exp(),
            complexes=lambda z, _: z.exp(),
        ),
        Function(
            "ln",
            r"\ln",
            _of_one("ln", _logarithm),
            math.log,
            np.log,
            lambda of: Slope(of.value.log(), of.slope / of.value),
            balls=lambda of: of.log(),
            complexes=lambda z, check: z.log(analytic=check),
        ),
        _circular("sin", math.sin, np.sin, _sin_slope, lambda sine, _: sine),
        _circular("cos", math.cos, np.cos, _cos_slope, lambda _, cosine: cosine),
        _circular("tan", math.tan, np.tan, lambda turns: _sin_slope(turns) / _cos_slope(turns), truediv),
        _arc("asin", angles.arc_sine, arb.asin, math.asin, np.arcsin, _asin_slope, Boxes.asin),
        _arc("acos", angles.arc_cosine, arb.acos, math.acos, np.arccos, _acos_slope, Boxes.acos),
        _arc("atan", angles.arc_tangent, arb.atan, math.atan, np.arctan, _atan_slope, Boxes.atan),
        Function(
            "abs",
            r"\operatorname{abs}",
            _of_one("abs", _absolute),
            abs,
            np.abs,
            abs,
            abs,
            analytic.absolute,
            lambda z, check: z.real_abs(analytic=check),
        ),
        Function(
            "min",
            r"\min",
            _extreme(least=True),
            min,
            lambda *of: reduce(np.minimum, of),
            None,
            lambda *of: reduce(lesser, of),
            lambda *of: reduce(analytic.smaller, of),
            analytic.each_two("real_min"),
        ),
        Function(
            "max",
            r"\max",
            _extreme(least=False),
            max,
            lambda *of: reduce(np.maximum, of),
            None,
            lambda *of: reduce(greater, of),
            lambda *of: reduce(analytic.larger, of),
            analytic.each_two("real_max"),
        ),
        Function("round", r"\operatorname{round}", _rounded, _round_float, np.vectorize(_round_float)),
        Function("sum", r"\operatorname{sum}", _sum, lambda *of: sum(of), lambda *of: sum(of)),
        Function(
            "ellipse_perimeter",
            r"P_{\text{ellipse}}",
            ellipses.perimeter,
            ellipses.perimeter_in_floats,
            ellipses.perimeters,
            ellipses.perimeter_slope,
            ellipses.perimeter_boxes,
            counted_in_pi=True,
        ),
        Function(
            "mean_radius",
            r"\bar{r}",
            ellipses.mean_radius,
            lambda a, b: ellipses.perimeter_in_floats(a, b) / TURN,
            lambda a, b: ellipses.perimeters(a, b) / TURN,
            lambda a, b: ellipses.perimeter_slope(a, b) * Slope(1 / _turn(), arb(0)),
            lambda a, b: ellipses.perimeter_boxes(a, b) / _turn(),
        ),
        _of_figure("fill"),
        _of_figure("depth"),
    )
}


def arc_sine(sine: Real) -> Real:
    """The angle between -1/4 and 1/4 of a turn with this sine, in turns.

    >>> arc_sine(Real.of(1) / Real.of(2))
    Real('1/12')
    """
    return FUNCTIONS["asin"].worked([Quantity(sine)]).value
