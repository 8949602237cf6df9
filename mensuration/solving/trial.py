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
from mensuration.expressions.algebras import Floats, in_floats
from mensuration.numbers import Real
from mensuration.solving.forms import Form, forms_behind, left_over_of, plan_from, settles, variants
from mensuration.solving.search import figures_with, sufficient
from mensuration.solving.system import System

NEAR = 1e-5
ASIDE = 1e-4
MOST_TOGETHER = 60  # choices of equations that are tried for several unknowns


@dataclass(frozen=True)
class Trial:
    """Quantities with their values, and the equations that these have to meet (quantity = formula).

    ``by`` are the forms that give what else is unknown in these equations, in terms of what was tried. ``whole`` is the figure in floats.
    """

    values: Mapping[str, Quantity]
    equations: tuple[Form, ...]
    whole: Floats
    by: tuple[Form, ...] = ()


def trials(figure: Figure, values: Mapping[str, Quantity], given: frozenset[str], pi_: Real) -> list[Trial]:
    """How each figure with these values goes on, one for each figure; none where no figure has them."""
    values = dict(values)  # as they are now: the proofs come back to them
    known = {"pi": float(pi_), **{name: float(quantity.value) for name, quantity in values.items()}}
    wholes = [
        whole
        for whole in figures_with(figure, known, given)
        if all(_near(known[name], whole[name]) for name in values)
    ]
    told = (_Found(figure, values, given, pi_, whole).told() for whole in wholes)
    return [trial for trial in told if trial is not None]


def _near(one: float, two: float) -> bool:
    return isclose(one, two, rel_tol=NEAR, abs_tol=1e-12)


@dataclass(frozen=True)
class _Found:
    """A whole figure found in floats, and what of it is known."""

    figure: Figure
    values: Mapping[str, Quantity]
    given: frozenset[str]
    pi: Real
    whole: Floats

    def told(self) -> Trial | None:
        for measure in self.figure.measures:
            if measure.kind == "count" and measure.name not in self.values:
                return self._counted(measure.name)
        for driver in self._drivers():
            for equation, forms in self._holding(driver):
                trial = self._solved((driver,), (equation,), forms)
                if trial is not None:
                    return trial
        return self._together()

    def _counted(self, count: str) -> Trial:
        """A count, which needs no proof: it is the whole number that it must be."""
        return Trial(
            {count: Quantity(Real.of(round(self.whole[count])))}, tuple(self._equations()[:1]), self.whole
        )

    def _together(self) -> Trial | None:
        """All unknowns of the basis at once, by as many of the givens."""
        unknowns = tuple(name for name in self.figure.basis if name not in self.values)
        plan = plan_from(self.figure, self.figure.basis)
        basis = {*self.figure.basis} - {*unknowns}
        for equations in islice(combinations(self._equations(), len(unknowns)), MOST_TOGETHER):
            if not sufficient(self.figure, frozenset(basis | {name for name, _ in equations})):
                continue  # they hang on one another
            behind = forms_behind(plan, *equations)
            forms = tuple(form for form in behind if form[0] not in self.given)
            trial = self._solved(unknowns, equations, forms)
            if trial is not None:
                return trial
        return None

    def _solved(
        self, unknowns: tuple[str, ...], equations: tuple[Form, ...], forms: tuple[Form, ...]
    ) -> Trial | None:
        system = System(self.figure, self.values, unknowns, forms, equations, self.pi)
        solved = system.solved(self.whole)
        return (
            None
            if solved is None
            else Trial(dict(zip(unknowns, solved, strict=True)), equations, self.whole, forms)
        )

    def _equations(self) -> list[Form]:
        """What the givens beside the basis say of it."""
        forms = dict(plan_from(self.figure, self.figure.basis))
        return [
            (m.name, forms[m.name]) for m in self.figure.measures if m.name in self.given and m.name in forms
        ]

    def _drivers(self) -> Iterator[str]:
        """Lengths and angles with which everything else would follow, the usual ones first."""
        lines = [
            m.name
            for m in self.figure.measures
            if m.kind in ("length", "angle") and m.name not in self.values
        ]
        usual = [name for name in self.figure.usual if name in lines]
        for name in (*usual, *(name for name in lines if name not in usual)):
            if settles(self.figure, {*self.values, name}):
                yield name

    def _holding(self, driver: str) -> Iterator[tuple[Form, tuple[Form, ...]]]:
        """Relations left over with a driver, and the forms that lead to each, as they are true of the figure."""
        plan = plan_from(self.figure, {*self.values, driver})
        for left, rights in left_over_of(self.figure, plan):
            for right in rights:
                for forms in variants(self.figure, list(forms_behind(plan, (left, right)))):
                    told = [*forms, (left, right)]
                    if all(_near(in_floats(text, self.whole), self.whole[name]) for name, text in told):
                        if not self._is_idle(driver, told):
                            yield (left, right), tuple(forms)
                        break

    def _is_idle(self, driver: str, told: list[Form]) -> bool:
        """Whether the last of these holds just as well for another value of the driver, so that it says nothing of it."""
        aside = {**self.whole, driver: self.whole[driver] * (1 + ASIDE)}
        for name, formula in told[:-1]:
            aside[name] = in_floats(formula, aside)
        left, right = told[-1]
        return isclose(in_floats(right, aside), aside[left], rel_tol=ASIDE * NEAR)
