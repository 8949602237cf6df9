"""Equations without a closed form: one quantity found by trial, its digits proven.

When no rearranged form leads on, one more quantity is tried: with it everything else follows forward, and one
relation is left over that holds only for the right values. Sign changes of that relation are found in floats;
at a working precision the root is enclosed between two values at which the relation has opposite proven signs.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import isfinite, nan

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure
from mensuration.expressions import Quantity
from mensuration.numbers import Real
from mensuration.numbers.proof import precision
from mensuration.solving.equation import Equation
from mensuration.solving.forms import Form, forms_behind, left_over_of, plan_from, variants
from mensuration.units import ANGLE, NUMBER

PROOF_BITS = 128
MOST = 4
MOST_EQUATIONS = 12
FLAT = 3
ENOUGH = 12
MOST_UNPROVEN = 2
COARSE = 15  # one in so many samples shows whether a relation says anything
IDLE = 1e-11
FITTING = 1e-9


@dataclass(frozen=True)
class Trial:
    """What was tried: the quantity, its value, and the relation that it had to meet (quantity = formula).

    ``by`` are the forms that give what else is unknown in that relation, in terms of what was tried.
    """

    quantity: str
    value: Quantity
    left: str
    right: str
    by: tuple[Form, ...] = ()


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
        plan = plan_from(figure, {*values, driver})
        for left, rights in left_over_of(figure, plan):
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
    plan: list[Form],
    left: str,
    rights: tuple[str, ...],
    pi_: Real,
    patience: Patience,
) -> tuple[list[Trial], bool]:
    """The values of one quantity with which one relation holds; and whether that relation says nothing new."""
    found: list[Trial] = []
    unproven = 0
    needed = [form for form in plan if any(form in forms_behind(plan, left, right) for right in rights)]
    rest = [form for form in plan if form not in needed]
    for way in variants(figure, needed):
        equations = [Equation(figure, values, driver, [*way, *rest], left, right, pi_) for right in rights]
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


def _idle(equations: list[Equation]) -> bool:
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
    plan = plan_from(figure, {*values, count.name})
    left_over = list(left_over_of(figure, plan))
    if not left_over or {*values, count.name, *(name for name, _ in plan)} < {
        m.name for m in figure.measures
    }:
        return []
    branches = [
        [Equation(figure, values, count.name, way, left, rights[0], pi_) for left, rights in left_over]
        for way in variants(figure, plan)
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


def _drivers(figure: Figure, values: Mapping[str, Quantity]) -> Iterator[str]:
    """Lengths and angles with which everything else would follow, the usual ones first."""
    usual = list(figure.usual)
    names = sorted(
        (m.name for m in figure.measures if m.kind in ("length", "angle") and m.name not in values),
        key=lambda name: usual.index(name) if name in usual else len(usual),
    )
    everything = {m.name for m in figure.measures}
    for name in names:
        if {*values, name} | {quantity for quantity, _ in plan_from(figure, {*values, name})} >= everything:
            yield name
