"""Curves y = f(x) as people type them, over plain numbers: read once, then worked out exactly, in balls, series and floats.

In a curve x is a plain number of the problem's unit of length, and so is the height. Angles without a unit are radians there, and
e is Euler's number.
"""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from math import lcm
from typing import Any

import numpy as np
from flint import acb, arb, arb_series, ctx, fmpq
from numpy.typing import NDArray

from mensuration.expressions import ExpressionError, Path, Quantity, Scope, evaluate
from mensuration.expressions.algebras import ARRAYS, Algebra, closure
from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Power, UnitOf, paths
from mensuration.numbers import PI, Real
from mensuration.numbers.columns import LARGEST, Fractions
from mensuration.numbers.monomials import MAX_INDEX
from mensuration.numbers.proof import PRECISIONS, precision
from mensuration.profiles.derivatives import RADIAN, any_angle
from mensuration.units import NUMBER, UNITS, Unit

X = Path(("x",))
METRE = UNITS["m"]
ONE = Number(Fraction(1), "1")
MAX_POWER = 64
_OF_ANGLES, _TO_ANGLES = ("sin", "cos", "tan"), ("asin", "acos", "atan")
_BALLS: dict[str, Callable[..., Any]] = {name: f.balls for name, f in FUNCTIONS.items() if f.balls}
_RATIONALS: Algebra[fmpq] = Algebra(lambda real: fmpq(*_whole(real).as_integer_ratio()), {})
_INTERVALS: Algebra[arb] = Algebra(Real.ball, _BALLS)
_SERIES: Algebra[arb_series] = Algebra(lambda real: arb_series([real.ball()]), _BALLS)


class _Checked(dict[str, Callable[..., acb]]):
    """The functions of complex balls, which say where they are not analytic if that is asked."""

    analytic = False

    def __missing__(self, name: str) -> Callable[..., acb]:
        call = FUNCTIONS[name].complexes
        if call is None:
            raise KeyError(name)
        self[name] = lambda *of: call(*of, self.analytic)
        return self[name]


class NotRational(ValueError):
    """A number that is no fraction."""


def _whole(real: Real) -> Fraction:
    found = real.rational
    if found is None:
        raise NotRational
    return found


_NAMED = re.compile(r"\s*(?:y|[a-z]\(x\))\s*=(?!=)")
_BARS = re.compile(r"\|([^|]+)\|")


def as_curve(text: str) -> str:
    """A typed curve without its ``y =`` or ``f(x) =``, and with abs for bars.

    >>> as_curve("y = |x - 1|")
    ' abs(x - 1)'
    """
    found = _NAMED.match(text)
    return _BARS.sub(r"abs(\1)", text[found.end() :] if found else text)


def plain(
    node: Node, value_of: Callable[[Path], Quantity | None], pi: Real, unit: Unit = METRE
) -> tuple[Node, dict[str, Real]]:
    """A typed expression over x as one over plain numbers: powers of e and of fractions by exp and roots, angles in radians,
    lengths as numbers of the ``unit``; with what its other names stand for. ExpressionError where something in it has no meaning.

    >>> from mensuration.expressions import parse
    >>> plain(parse("x^(1/2)"), lambda path: None, PI)[0]
    Call(function='sqrt', arguments=(Path(names=('x',)),))
    """
    names: dict[str, Real] = {}
    return _Plain(value_of, pi, unit, names).of(node), names


class _Plain:
    def __init__(
        self, value_of: Callable[[Path], Quantity | None], pi: Real, unit: Unit, names: dict[str, Real]
    ) -> None:
        self.value_of, self.pi, self.unit, self.names = value_of, pi, unit, names

    def of(self, node: Node) -> Node:
        match node:
            case Path(("x",)) | Path(("pi",)) | Number():
                return node
            case UnitOf(unit):
                return self._unit(node) if not unit.kind.angle else node
            case Path():
                return self._named(node)
            case Negative(inner):
                return Negative(self.of(inner))
            case Binary(operator, left, right, implied):
                return Binary(operator, self.of(left), self.of(right), implied)
            case Power(base, exponent):
                return self._power(base, exponent)
            case Call(name, arguments):
                return self._call(name, arguments)
        raise AssertionError(node)

    def _named(self, path: Path) -> Node:
        found = self.value_of(path)
        if found is None and path.names == ("e",):
            return Call("exp", (ONE,))
        if found is None:
            found = Scope(self.value_of, pi=self.pi).value_of(path)
        if found.kind != NUMBER:
            says = (
                f"“{path.text}” is {found.kind.says()}: in a curve, names stand for plain numbers or lengths"
            )
            raise ExpressionError("wrong-kind", says)
        self.names[path.text] = found.value
        exact = found.value.rational
        return path if exact is None else Number(exact, str(exact))

    def _unit(self, node: UnitOf) -> Node:
        """A unit of length, in that in which x is."""
        size = (node.unit.size(self.pi) / self.unit.size(self.pi)).rational
        if node.unit.kind != self.unit.kind or size is None:
            says = f"{node.unit.text} has no place in a curve: x and the height are lengths there"
            raise ExpressionError("wrong-kind", says)
        return Number(size, str(size))

    def _power(self, base: Node, exponent: Node) -> Node:
        if isinstance(base, Path) and base.names == ("e",) and self.value_of(base) is None:
            return Call("exp", (self.of(exponent),))
        below, above = self.of(base), self.of(exponent)
        if any(path == X for path in paths(above)):
            return Call("exp", (Binary("*", above, Call("ln", (below,))),))
        power = self._constant(above).rational
        if power is None:
            return Call("exp", (Binary("*", above, Call("ln", (below,))),))
        if power.denominator > MAX_INDEX or abs(power.numerator) > MAX_POWER:
            raise ExpressionError("too-large", "this power is too large to work out")
        whole = abs(power.numerator)
        if power.denominator == 1:
            inner = below
        elif power.denominator in (2, 3):
            inner = Call("sqrt" if power.denominator == 2 else "cbrt", (below,))
        else:
            root = Number(Fraction(1, power.denominator), f"1/{power.denominator}")
            inner = Call("exp", (Binary("*", root, Call("ln", (below,))),))
        raised = inner if whole == 1 else Power(inner, Number(Fraction(whole), str(whole)))
        return raised if power > 0 else ONE if power == 0 else Binary("/", ONE, raised)

    def _constant(self, node: Node) -> Real:
        found = evaluate(node, Scope(lambda path: self._known(path), pi=self.pi))
        if found.kind != NUMBER:
            raise ExpressionError("power", "a power must be a plain number")
        return found.value

    def _known(self, path: Path) -> Quantity | None:
        return Quantity(self.names[path.text]) if path.text in self.names else None

    def _call(self, name: str, arguments: tuple[Node, ...]) -> Node:
        function = FUNCTIONS[name]
        if function.balls is None:
            raise ExpressionError("function", f"{name} can't be used in a curve")
        one = len(arguments) == 1
        if not one and name not in ("min", "max"):
            raise ExpressionError("arguments", f"{name} takes one value in its brackets")
        inner = tuple(self.of(argument) for argument in arguments)
        if name in _OF_ANGLES and not any_angle(arguments[0]):
            return Call(name, (Binary("*", inner[0], RADIAN),))
        if name in _TO_ANGLES:
            return Binary("/", Call(name, inner), RADIAN)
        return Call(name, inner)


def _called(node: Node) -> Iterator[str]:
    match node:
        case Binary(_, left, right):
            yield from _called(left)
            yield from _called(right)
        case Call(name, arguments):
            yield name
            for argument in arguments:
                yield from _called(argument)
        case Negative(of) | Power(of):
            yield from _called(of)


@dataclass(frozen=True, eq=False)
class Stretch:
    """A plain expression, from one x to another."""

    tree: Node
    start: Real
    end: Real

    @cached_property
    def functions(self) -> frozenset[str]:
        """The names of those that are in it."""
        return frozenset(_called(self.tree))


@dataclass(frozen=True, eq=False)
class Curve:
    """Stretches one behind the other, and what the names in them stand for. At a joint, the stretch that begins there counts."""

    stretches: tuple[Stretch, ...]
    names: Mapping[str, Real]
    pi: Real = PI

    @property
    def start(self) -> Real:
        return self.stretches[0].start

    @property
    def end(self) -> Real:
        return self.stretches[-1].end

    def stretch_at(self, x: float) -> Stretch:
        return next((s for s in reversed(self.stretches) if x >= float(s.start)), self.stretches[0])

    def over(self, tree_of: Callable[[Node], Node]) -> Curve:
        """The curve with something done to each of its expressions."""
        stretches = tuple(Stretch(tree_of(s.tree), s.start, s.end) for s in self.stretches)
        return Curve(stretches, self.names, self.pi)

    def with_(self, other: Curve, join: Callable[[Node, Node], Node]) -> Curve:
        """Both curves as one, wherever both go on: such as what lies between them."""
        ends = sorted({*(s.start for s in (*self.stretches, *other.stretches)), self.end}, key=float)
        ends = [x for i, x in enumerate(ends) if not i or not x.same_as(ends[i - 1])]
        stretches = [
            Stretch(
                join(self.stretch_at(float(a + b) / 2).tree, other.stretch_at(float(a + b) / 2).tree), a, b
            )
            for a, b in itertools.pairwise(ends)
        ]
        return Curve(tuple(stretches), {**self.names, **other.names}, self.pi)

    # Values

    def at(self, x: Real) -> Real:
        """The height, exactly where it has a short form. ExpressionError where it has none."""
        tree = self.stretch_at(float(x)).tree

        def look_up(path: Path) -> Quantity | None:
            return Quantity(x if path == X else self.names[path.text])

        return evaluate(tree, Scope(look_up, pi=self.pi)).value

    def many(self, places: Sequence[Real]) -> Sequence[Real]:
        """The heights at many places: exact where the curve is a quotient of polynomials, else with proven digits.
        ExpressionError where one has none."""
        known = self._fractions(places)
        if known is not None:
            return known
        found = []
        with precision(PRECISIONS[0]):
            for x in places:
                stretch = self.stretch_at(float(x)) if len(self.stretches) > 1 else self.stretches[0]
                height = Real(None, lambda x=x, s=stretch: self.ball(s, x.ball()), x)  # type: ignore[misc]
                if not height.ball().is_finite():
                    height = self.at(x)  # which says why
                found.append(height)
        return found

    def _fractions(self, places: Sequence[Real]) -> Fractions | None:
        """The heights where all of them are fractions."""
        x = Fractions.of(places)
        if x is None or len(self.stretches) > 1 or self._rational[0] is None:
            return None
        form = self._rational[0]
        try:
            values = [form({"x": fmpq(top, x.below)}) for top in x.tops]
        except ZeroDivisionError:
            raise ExpressionError("division-by-zero", "this divides by 0") from None
        below = 1
        for value in values:
            below = lcm(below, int(value.q))
            if below > LARGEST:
                return None
        return Fractions([int(value.p) * (below // int(value.q)) for value in values], below)

    @cached_property
    def _rational(self) -> list[Callable[[Mapping[str, Any]], Any] | None]:
        found: list[Callable[[Mapping[str, Any]], Any] | None] = []
        for stretch in self.stretches:
            try:
                own = closure(stretch.tree, _RATIONALS)
                own({"x": fmpq(1, 3), **{name: fmpq(0) for name in self.names}})
                found.append(own if not self._irrational(stretch) else None)
            except (KeyError, ValueError):
                found.append(None)
            except ZeroDivisionError:
                found.append(own if not self._irrational(stretch) else None)
        return found

    def _irrational(self, stretch: Stretch) -> bool:
        return any(path != X for path in paths(stretch.tree))

    def ball(self, stretch: Stretch, x: arb) -> arb:
        """The heights over a ball round x, at the working precision."""
        try:
            found: arb = self._closure(stretch, "balls", _INTERVALS)({"x": x, **self._balls})
        except ZeroDivisionError:
            return arb("nan")
        return found

    def series(self, stretch: Stretch, x: arb, length: int) -> list[arb]:
        """The height and its derivatives, each divided by its factorial, over a ball round x."""
        before = ctx.cap
        ctx.cap = length
        try:
            names = {name: arb_series([ball]) for name, ball in self._balls.items()}
            found = self._closure(stretch, f"series {length}", _SERIES)(
                {"x": arb_series([x, arb(1)]), **names}
            )
            terms = list(found) if isinstance(found, arb_series) else [found]
        except (ZeroDivisionError, ValueError):  # as of what may be a division by 0
            return [arb("nan")] * length
        finally:
            ctx.cap = before
        return [*terms, *[arb(0)] * (length - len(terms))][:length]

    def complex(self, stretch: Stretch) -> Callable[[acb, bool], acb]:
        """The curve continued to complex balls, as it is integrated."""
        checked = _Checked()
        own = closure(stretch.tree, Algebra(lambda real: acb(real.ball()), checked))
        values = {name: acb(ball) for name, ball in self._balls.items()}

        def found(z: acb, analytic: bool) -> acb:
            checked.analytic, values["x"] = analytic, z
            try:
                return own(values)
            except ZeroDivisionError:
                return acb(arb("nan"))

        return found

    def floats(self, x: NDArray[np.float64]) -> NDArray[np.float64]:
        """About how high it is at many places; nan where it has no value."""
        names = {name: np.array(float(value)) for name, value in {**self.names, "pi": self.pi}.items()}
        found = np.full(x.shape, np.nan)
        for number, stretch in enumerate(self.stretches):
            here = x >= float(stretch.start) if number else np.full(x.shape, True)
            with np.errstate(all="ignore"):
                found[here] = self._closure(stretch, "floats", ARRAYS)({"x": x[here], **names})
        return found

    def _closure(
        self, stretch: Stretch, what: str, algebra: Algebra[Any]
    ) -> Callable[[Mapping[str, Any]], Any]:
        key = (id(stretch), what, ctx.prec)
        if key not in self._closures:
            self._closures[key] = closure(stretch.tree, algebra)
        return self._closures[key]

    @cached_property
    def _closures(self) -> dict[tuple[int, str, int], Callable[[Mapping[str, Any]], Any]]:
        return {}

    @property
    def _balls(self) -> dict[str, arb]:
        bits = ctx.prec
        if bits not in self._known_balls:
            known = {name: value.ball() for name, value in {**self.names, "pi": self.pi}.items()}
            self._known_balls[bits] = known
        return self._known_balls[bits]

    @cached_property
    def _known_balls(self) -> dict[int, dict[str, arb]]:
        return {}
