"""Equations without a closed form: one quantity found by trial, its digits proven.

When no rearranged form leads on, one more quantity is tried: with it everything else follows forward, and one
relation is left over that holds only for the right values. Sign changes of that relation are found in floats;
at a working precision the root is enclosed between two values at which the relation has opposite proven signs.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations, pairwise
from math import inf, isfinite, log, nan

from flint import arb, ctx

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse, paths
from mensuration.expressions.floats import Floats, in_floats
from mensuration.numbers import Real, TooDeep
from mensuration.numbers.proof import precision
from mensuration.units import ANGLE, NUMBER, Kind

SAMPLES = 200
FAR = 45
PROOF_BITS = 128
SPREAD = 4  # powers of ten below and above the size of what is given
MOST = 4
MOST_TOGETHER = 3
MOST_PLANS = 20_000
MOST_EQUATIONS = 12
FLAT = 3
ENOUGH = 12
MOST_UNPROVEN = 2
COARSE = 15  # one in so many samples shows whether a relation says anything
IDLE = 1e-11
FITTING = 1e-9
WIDENINGS = 6
KINDS = {"length": 1, "area": 2, "volume": 3}


@dataclass(frozen=True)
class Trial:
    """What was tried: the quantity, its value, and the relation that it had to meet (quantity = formula).

    ``by`` are the forms that give what else is unknown in that relation, in terms of what was tried.
    """

    quantity: str
    value: Quantity
    left: str
    right: str
    by: tuple[tuple[str, str], ...] = ()


@dataclass
class Patience:
    """How many equations may still be tried before one gives up.

    ``refuted`` says that one of them has no solution though it hangs on what is tried.
    """

    left: int
    refuted: bool = False


def trials(figure: Figure, values: Mapping[str, Quantity], pi_: Real, patience: Patience) -> list[Trial]:
    """Every value of one more quantity with which all relations can hold; none where trying leads nowhere."""
    if all(quantity.kind in (ANGLE, NUMBER) for quantity in values.values()):
        return []  # no size is known
    for measure in figure.measures:
        if measure.kind == "count" and measure.name not in values:
            return _whole_numbers(figure, values, measure, pi_, patience)
    lost = False  # whether a relation that says something new holds for nothing that was tried
    for driver in _drivers(figure, values):
        plan = _plan(figure, {*values, driver})
        for left, rights in _left_over(figure, plan):
            found, idle = _of_one(figure, values, driver, plan, left, rights, pi_, patience)
            if found or patience.left < 0:
                return found
            lost |= not idle
    patience.refuted |= lost
    return []


def _of_one(
    figure: Figure,
    values: Mapping[str, Quantity],
    driver: str,
    plan: list[tuple[str, str]],
    left: str,
    rights: tuple[str, ...],
    pi_: Real,
    patience: Patience,
) -> tuple[list[Trial], bool]:
    """The values of one quantity with which one relation holds; and whether that relation says nothing new."""
    found: list[Trial] = []
    unproven = 0
    needed = [form for form in plan if any(form in _by(plan, left, right) for right in rights)]
    rest = [form for form in plan if form not in needed]
    for way in _variants(figure, needed):
        equations = [_Equation(figure, values, driver, [*way, *rest], left, right, pi_) for right in rights]
        if _idle(equations):
            return [], True
        for equation in equations:
            patience.left -= 1
            if patience.left < 0:
                return found[:MOST], False
            for root in equation.roots():
                trial = Trial(driver, equation.proven(*root), left, equation.right, equation.needed)
                near = [float(other.value.value) for other in found]
                here = float(trial.value.value) if _is_proven(trial) else nan
                unproven += not isfinite(here)
                if unproven > MOST_UNPROVEN:
                    return found[:MOST], True  # it holds nearly everywhere: only rounding changes its sign
                if isfinite(here) and all(abs(here - x) > 1e-9 * abs(here) for x in near):
                    found.append(trial)
    return found[:MOST], unproven > 0


def _by(plan: list[tuple[str, str]], left: str, right: str) -> tuple[tuple[str, str], ...]:
    """The forms of a plan on which a relation hangs, in order."""
    needed = {left, *inputs(right)}
    used = []
    for quantity, formula in reversed(plan):
        if quantity in needed:
            used.append((quantity, formula))
            needed |= inputs(formula)
    return tuple(reversed(used))


def _idle(equations: list[_Equation]) -> bool:
    """Whether one or the other form of a relation holds whatever is tried, so that it says nothing new."""
    grid = equations[0].grid()
    nought = known = 0
    for x in (*grid[::COARSE], *grid):  # some of all first, then one after the other
        here = [abs(off) for off in (equation.off(x) for equation in equations) if isfinite(off)]
        known += bool(here)
        nought += bool(here) and min(here) < IDLE
        if nought > FLAT:
            return True
        if known > ENOUGH and not nought:
            return False
    return 2 * nought > known


def _whole_numbers(
    figure: Figure, values: Mapping[str, Quantity], count: Measure, pi_: Real, patience: Patience
) -> list[Trial]:
    """Every whole number of edges with which the relations left over hold (in floats)."""
    plan = _plan(figure, {*values, count.name})
    left_over = list(_left_over(figure, plan))
    if not left_over or {*values, count.name, *(name for name, _ in plan)} < {
        m.name for m in figure.measures
    }:
        return []
    branches = [
        [_Equation(figure, values, count.name, way, left, rights[0], pi_) for left, rights in left_over]
        for way in _variants(figure, plan)
    ]

    def fits_with(n: float) -> bool:
        return any(all(abs(equation.off(n)) < FITTING for equation in branch) for branch in branches)

    fits = [n for n in range(FEWEST_EDGES, count.most + 1) if fits_with(float(n))]
    if len(fits) > MOST:
        return []  # they hold whatever is tried
    patience.refuted |= not fits
    left, (right, *_) = left_over[0]
    return [Trial(count.name, Quantity(Real.of(n)), left, right) for n in fits]


def _is_proven(trial: Trial) -> bool:
    with precision(PROOF_BITS):
        return bool(trial.value.value.ball().is_finite())


@lru_cache(maxsize=8000)
def inputs(formula: str) -> frozenset[str]:
    """The quantities that a formula names."""
    return frozenset({path.text for path in paths(parse(formula))} - {"pi"})


def _drivers(figure: Figure, values: Mapping[str, Quantity]) -> Iterator[str]:
    """Lengths and angles with which everything else would follow, the usual ones first."""
    usual = list(figure.usual)
    names = sorted(
        (m.name for m in figure.measures if m.kind in ("length", "angle") and m.name not in values),
        key=lambda name: usual.index(name) if name in usual else len(usual),
    )
    everything = {m.name for m in figure.measures}
    for name in names:
        if {*values, name} | {quantity for quantity, _ in _plan(figure, {*values, name})} >= everything:
            yield name


_plans: dict[tuple[str, frozenset[str]], list[tuple[str, str]]] = {}


def _plan(figure: Figure, known: set[str]) -> list[tuple[str, str]]:
    """The forms that lead from what is known to everything else, in order."""
    key = (figure.name, frozenset(known))
    if key not in _plans:
        if len(_plans) > MOST_PLANS:
            _plans.clear()
        _plans[key] = _planned(figure, set(known))
    return _plans[key]


def _planned(figure: Figure, known: set[str]) -> list[tuple[str, str]]:
    plan: list[tuple[str, str]] = []
    grown = True
    while grown:
        grown = False
        for relation in figure.relations:
            for quantity, formula in relation.forms.items():
                if quantity not in known and inputs(formula) <= known:
                    plan.append((quantity, formula))
                    known.add(quantity)
                    grown = True
    return plan


def _variants(figure: Figure, plan: list[tuple[str, str]]) -> list[list[tuple[str, str]]]:
    """The plan with either value of each form that has two: in every combination while those are few."""
    others = {
        (quantity, relation.forms[quantity]): other
        for relation in figure.relations
        for quantity, other in relation.second.items()
    }
    places = [index for index, form in enumerate(plan) if form in others]
    ways: list[tuple[int, ...]] = [(), *((place,) for place in places)]
    if len(places) <= MOST_TOGETHER:
        ways += [some for count in range(2, len(places) + 1) for some in combinations(places, count)]
    return [
        [
            (name, others[name, formula]) if index in way else (name, formula)
            for index, (name, formula) in enumerate(plan)
        ]
        for way in ways
    ]


def _left_over(figure: Figure, plan: list[tuple[str, str]]) -> Iterator[tuple[str, tuple[str, ...]]]:
    """Relations that the plan does not use, what is still to hold: a quantity and its forms, one or two."""
    used = {formula for _, formula in plan}
    for relation in figure.relations:
        if not used & set(relation.forms.values()):
            left, right = next(iter(relation.forms.items()))
            yield left, (right, *([relation.second[left]] if left in relation.second else []))


class _Equation:
    def __init__(
        self,
        figure: Figure,
        values: Mapping[str, Quantity],
        driver: str,
        plan: list[tuple[str, str]],
        left: str,
        right: str,
        pi_: Real,
    ) -> None:
        self.values, self.driver, self.plan, self.pi = dict(values), driver, plan, pi_
        self.left, self.right = left, right
        self.needed = _by(plan, left, right)
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
            abs(value) ** (1 / KINDS[measure.kind])
            for name, value in self.known.items()
            if (measure := figure.measure(name)) is not None and measure.kind in KINDS and value
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

    def _followed(self, x: float, forms: Iterable[tuple[str, str]]) -> Floats | None:
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
        for way in _variants(self.figure, rest):
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
