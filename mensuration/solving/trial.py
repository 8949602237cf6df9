"""Unknowns without a closed form: which of them to tell by which equations, once a figure is found in floats.

When no rearranged form leads on, :mod:`mensuration.solving.search` finds the figures. Each is told by as little as
possible: one more quantity with which everything else follows forward, so that one relation is left over, which
holds for the right value only; or, where there is no such quantity, several at once.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from itertools import combinations, islice
from math import isclose

from mensuration.catalogue.figure import Figure
from mensuration.expressions import Quantity
from mensuration.expressions.floats import Floats, in_floats
from mensuration.numbers import Real
from mensuration.solving.forms import Form, forms_behind, left_over_of, plan_from, variants
from mensuration.solving.search import basis, figures_with
from mensuration.solving.system import System

NEAR = 1e-5
ASIDE = 1e-4
MOST_TOGETHER = 60  # choices of equations that are tried for several unknowns


@dataclass(frozen=True)
class Trial:
    """Quantities with their values, and the equations that these have to meet (quantity = formula).

    ``by`` are the forms that give what else is unknown in these equations, in terms of what was tried.
    """

    values: Mapping[str, Quantity]
    equations: tuple[Form, ...]
    by: tuple[Form, ...] = ()


def trials(figure: Figure, values: Mapping[str, Quantity], given: frozenset[str], pi_: Real) -> list[Trial]:
    """How each figure with these values goes on, one for each figure; none where no figure has them."""
    values = dict(values)  # as they are now: the proofs come back to them
    known = {"pi": float(pi_), **{name: float(quantity.value) for name, quantity in values.items()}}
    found = []
    for whole in figures_with(figure, known, given):
        if all(_near(known[name], whole[name]) for name in values):
            trial = _told(figure, values, whole, given, pi_)
            if trial is not None:
                found.append(trial)
    return found


def _near(one: float, two: float) -> bool:
    return isclose(one, two, rel_tol=NEAR, abs_tol=1e-12)


def _told(
    figure: Figure, values: Mapping[str, Quantity], whole: Floats, given: frozenset[str], pi_: Real
) -> Trial | None:
    for measure in figure.measures:
        if measure.kind == "count" and measure.name not in values:
            return _counted(figure, measure.name, whole, given)
    for driver in _drivers(figure, values):
        plan = plan_from(figure, {*values, driver})
        for left, rights in left_over_of(figure, plan):
            for right, forms in _holding(figure, plan, left, rights, driver, values, whole):
                system = System(figure, values, (driver,), forms, ((left, right),), pi_)
                solved = system.solved(whole)
                if solved is not None:
                    return Trial({driver: solved[0]}, system.equations, forms)
    return _together(figure, values, whole, given, pi_)


def _holding(
    figure: Figure,
    plan: list[Form],
    left: str,
    rights: tuple[str, ...],
    driver: str,
    values: Mapping[str, Quantity],
    whole: Floats,
) -> Iterator[tuple[str, tuple[Form, ...]]]:
    """The forms of a relation, and of what leads to it, that are true of the figure."""
    for right in rights:
        for forms in variants(figure, list(forms_behind(plan, left, right))):
            told = [*forms, (left, right)]
            if all(_near(in_floats(formula, whole), whole[name]) for name, formula in told):
                if not _is_idle(whole, driver, told):
                    yield right, tuple(forms)
                break


def _is_idle(whole: Floats, driver: str, told: list[Form]) -> bool:
    """Whether the last of these holds just as well for another value of the driver, so that it says nothing of it."""
    aside = {**whole, driver: whole[driver] * (1 + ASIDE)}
    for name, formula in told[:-1]:
        aside[name] = in_floats(formula, aside)
    left, right = told[-1]
    return isclose(in_floats(right, aside), aside[left], rel_tol=ASIDE * NEAR)


def _counted(figure: Figure, count: str, whole: Floats, given: frozenset[str]) -> Trial:
    """A count, which needs no proof: it is the whole number that it must be."""
    equations = _equations(figure, given)
    return Trial({count: Quantity(Real.of(round(whole[count])))}, tuple(equations[:1]))


def _together(
    figure: Figure, values: Mapping[str, Quantity], whole: Floats, given: frozenset[str], pi_: Real
) -> Trial | None:
    """All unknowns of the basis at once, by as many of the givens."""
    unknowns = tuple(name for name in basis(figure) if name not in values)
    plan = plan_from(figure, basis(figure))
    choices = combinations(_equations(figure, given), len(unknowns))
    for equations in islice(choices, MOST_TOGETHER):
        behind = {form for equation in equations for form in forms_behind(plan, *equation)}
        forms = tuple(form for form in plan if form in behind and form[0] not in given)
        system = System(figure, values, unknowns, forms, equations, pi_)
        solved = system.solved(whole)
        if solved is not None:
            return Trial(dict(zip(unknowns, solved, strict=True)), equations, forms)
    return None


def _equations(figure: Figure, given: frozenset[str]) -> list[Form]:
    """What the givens beside the basis say of it."""
    forms = dict(plan_from(figure, basis(figure)))
    return [(m.name, forms[m.name]) for m in figure.measures if m.name in given and m.name in forms]


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
