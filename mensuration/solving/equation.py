"""One equation in one unknown: what is known and tried, what follows, and how far a relation is from holding."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from itertools import pairwise
from math import inf, isfinite, log, nan

from flint import arb, ctx

from mensuration.catalogue.figure import Figure
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.expressions.floats import Floats, in_floats
from mensuration.numbers import Real, TooDeep
from mensuration.solving.forms import Form, forms_behind, variants
from mensuration.units import ANGLE, POWERS, Kind

SAMPLES = 200
FAR = 45
SPREAD = 4  # powers of ten below and above the size of what is given
WIDENINGS = 6


class Equation:
    def __init__(
        self,
        figure: Figure,
        values: Mapping[str, Quantity],
        driver: str,
        plan: list[Form],
        left: str,
        right: str,
        pi_: Real,
    ) -> None:
        self.values, self.driver, self.plan, self.pi = dict(values), driver, plan, pi_
        self.left, self.right = left, right
        self.needed = forms_behind(plan, left, right)
        measure = figure.measure(driver)
        self.angle = measure is not None and measure.kind == "angle"
        self.known: Floats = {name: float(quantity.value) for name, quantity in values.items()}
        self.known["pi"] = float(pi_)
        self.figure = figure
        self.signed = {m.name for m in figure.measures if m.signed}
        self.limits = [constraint.expression for constraint in figure.constraints]
        self.size = self._size(figure)

    def _size(self, figure: Figure) -> float:
        """A length of the order of what is given."""
        sizes = [
            abs(value) ** (1 / POWERS[measure.kind])
            for name, value in self.known.items()
            if (measure := figure.measure(name)) is not None and measure.kind in POWERS and value
        ]
        return max(sizes, default=1.0)

    def off(self, x: float) -> float:
        """How far the relation left over is from holding, as a share of its own size; nan where nothing follows."""
        found = self._followed(x, self.needed)
        if found is None:
            return nan
        right = in_floats(self.right, found)
        left = found[self.left]
        size = abs(left) + abs(right)
        return (left - right) / size if isfinite(right) and size else nan

    def _followed(self, x: float, forms: Iterable[Form]) -> Floats | None:
        """What is known, what is tried, and what follows by these forms; None where something can't be."""
        found = {**self.known, self.driver: x}
        for quantity, formula in forms:
            value = in_floats(formula, found)
            if not isfinite(value) or (value <= 0 and quantity not in self.signed):
                return None
            found[quantity] = value
        return found

    def stands(self, x: float) -> bool:
        """Whether a whole figure follows from a value, in one way or another, within its constraints."""
        rest = [form for form in self.plan if form not in self.needed]
        for way in variants(self.figure, rest):
            found = self._followed(x, [*self.needed, *way])
            if found is not None and all(in_floats(limit, found) > 0 for limit in self.limits):
                return True
        return False

    def grid(self) -> list[float]:
        """What is tried: angles all round; lengths about the size of what is given, and fewer far from it."""
        if self.angle:
            return [k / SAMPLES for k in range(1, SAMPLES)]
        near = [self.size * 10 ** (2 * k / SAMPLES - 1) for k in range(SAMPLES)]
        far = [self.size * 10 ** (1 + (SPREAD - 1) * k / FAR) for k in range(FAR + 1)]
        return [*(self.size**2 / x for x in reversed(far)), *near, *far]

    def roots(self) -> list[tuple[float, float]]:
        """Narrow brackets of sign changes."""
        tried = [(x, self.off(x)) for x in self.grid()]
        found = []
        for (x, one), (y, two) in pairwise(self._with_turns(tried)):
            if isfinite(one) != isfinite(two):  # where it begins or ends to have a value
                good, end = (x, self._end(x, y)) if isfinite(one) else (y, self._end(y, x))
                (x, one), (y, two) = sorted([(good, self.off(good)), (end, self.off(end))])
            if isfinite(one) and isfinite(two) and (one > 0) != (two > 0):
                bracket = self._narrowed(x, y)
                if bracket is not None and any(self.stands(end) for end in bracket):
                    found.append(bracket)
        return found

    def _with_turns(self, tried: list[tuple[float, float]]) -> list[tuple[float, float]]:
        """The samples, and between them where the relation comes near to 0 and turns: two roots may lie there."""
        samples = list(tried)
        for (x, one), (_, here), (y, two) in zip(tried, tried[1:], tried[2:], strict=False):
            if not (isfinite(one) and isfinite(here) and isfinite(two)):
                continue
            sign = 1 if here > 0 else -1
            if one * sign > here * sign < two * sign and one * sign > 0 and two * sign > 0:
                turn = self._turn(x, y, sign)
                if self.off(turn) * sign <= 0:
                    samples.append((turn, self.off(turn)))
        return sorted(samples)

    def _turn(self, low: float, high: float, sign: int) -> float:
        """Where the relation's size is least between two values, by thirds; stops once its sign has changed."""
        for _ in range(40):
            one, two = (2 * low + high) / 3, (low + 2 * high) / 3
            first, second = self.off(one) * sign, self.off(two) * sign
            if first <= 0:
                return one
            if first < second:
                high = two
            else:
                low = one
        return (low + high) / 2

    def _end(self, good: float, bad: float) -> float:
        """The last value, from a good one towards a bad one, for which everything follows."""
        for _ in range(50):
            middle = (good + bad) / 2
            if isfinite(self.off(middle)):
                good = middle
            else:
                bad = middle
        return good

    def _narrowed(self, low: float, high: float) -> tuple[float, float] | None:
        sign = self.off(low) > 0
        for _ in range(80):
            middle = (low + high) / 2
            here = self.off(middle)
            if not isfinite(here):
                return None
            if (here > 0) == sign:
                low = middle
            else:
                high = middle
        near = max(abs(self.off(low)), abs(self.off(high)))
        return (low, high) if near < 1e-6 else None  # else it jumps there

    def proven(self, low: float, high: float) -> Quantity:
        """The root as a number whose digits are proven at every precision."""
        middle = (low + high) / 2
        kind = ANGLE if self.angle else self._length_kind()

        def off_ball(x: arb) -> arb:
            found = {**self.values, self.driver: Quantity(Real(None, lambda: x), kind)}
            scope = Scope(lambda path: found.get(path.text), list, self.pi)
            try:
                for quantity, formula in self.needed:
                    found[quantity] = evaluate(parse(formula), scope)
                return (found[self.left].value - evaluate(parse(self.right), scope).value).ball()
            except (ExpressionError, ZeroDivisionError, TooDeep):
                return arb(nan)  # nothing follows from this value

        return Quantity(Real(None, lambda: _enclosed(off_ball, middle)), kind)

    def _length_kind(self) -> Kind:
        kinds = [quantity.kind for quantity in self.values.values()]
        plain = any(kind.plain for kind in kinds)
        return Kind(plain=1) if plain else Kind(length=1)


def _enclosed(off: Callable[[arb], arb], start: float) -> arb:
    """The root near ``start`` at the working precision in force, by secants, between proven opposite signs."""
    bits = ctx.prec
    step = arb(2) ** (-40) * abs(start)
    a, b = arb(start), arb(start) + step
    fa, fb = off(a), off(b)
    for _ in range(int(log(bits + 2, 1.5)) + 4):
        slope = fb - fa
        if slope.contains(0):
            break
        a, fa, b = b, fb, arb((b - fb * (b - a) / slope).mid())
        fb = off(b)
        if abs(b - a) < arb(2) ** (-bits) * abs(start) * 8:
            break
    radius = arb(2) ** (8 - bits) * abs(arb(start))
    for _ in range(WIDENINGS):
        low, high = off(b - radius), off(b + radius)
        if (low < 0 and high > 0) or (low > 0 and high < 0):
            return arb(b.mid(), radius)
        radius = radius * 16
    return arb(start, inf)  # nothing is proven, so nothing is claimed
