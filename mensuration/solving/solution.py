"""A solved figure: every quantity with the steps that led to it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from mensuration.catalogue.figure import Figure, Outline, PlaneFigure
from mensuration.expressions import Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.algebras import Floats
from mensuration.numbers import Real
from mensuration.solving.forms import inputs
from mensuration.units import LENGTH

USUAL_CHOICE = "the usual choice"


def starting_givens(figure: Figure) -> dict[str, Quantity]:
    """What a fresh figure starts with, lengths in metres.

    >>> from mensuration.catalogue import figures
    >>> starting_givens(figures()["rectangle"])["width"].value
    Real('3')
    """
    given: dict[str, Quantity] = {}
    for name, text in figure.starting.items():
        quantity, measure = evaluate(parse(text), Scope()), figure.measure(name)
        length = measure is not None and measure.kind == "length"
        given[name] = Quantity(quantity.value, LENGTH) if length else quantity
    return given


@dataclass(frozen=True)
class Step:
    """One quantity found: by ``formula``, from the quantities it names.

    ``familiar`` is the relation as people know it, a quantity and its formula, of which ``formula`` is rearranged.
    Without a closed form it was found by trial, with the others in ``together`` if it was not alone, so that the
    ``equations`` hold: quantities and their formulas, in which the forms ``by`` give what else is unknown.
    """

    quantity: str
    formula: str
    source: str
    familiar: tuple[str, str] | None = None
    equations: tuple[tuple[str, str], ...] = ()
    by: tuple[tuple[str, str], ...] = ()
    together: tuple[str, ...] = ()


@dataclass(frozen=True, eq=False)
class Solution:
    """Every quantity found (base units), which were given, and the steps in order."""

    figure: Figure
    values: Mapping[str, Quantity]
    given: frozenset[str]
    steps: tuple[Step, ...]
    pi: Real
    remarks: Mapping[str, str] = field(default_factory=dict)
    """What is said of givens, by name: that they agree with the rest but for digits that nobody typed."""

    @property
    def plane(self) -> PlaneFigure:
        """The figure, which must be a plane one."""
        assert isinstance(self.figure, PlaneFigure)
        return self.figure

    @cached_property
    def outline(self) -> Outline:
        """The plane figure's boundary, with as many edges as it has here."""
        return self.plane.boundary(lambda measure: int(self.values[measure].value.rational or 0))

    @cached_property
    def floats(self) -> Floats:
        """Every quantity in floats, angles in turns: for pictures."""
        return {"pi": float(self.pi), **{name: float(q.value) for name, q in self.values.items()}}

    def scope(self) -> Scope:
        return Scope(lambda path: self.values.get(path.text), lambda: list(self.values), self.pi)

    def work_out(self, expression: str) -> Quantity:
        return evaluate(parse(expression), self.scope())

    def spot(self, xy: tuple[str, str]) -> tuple[Real, Real]:
        """A point of the figure's own axes, exact where plain roots and π tell it."""
        if xy not in self._spots:
            scope = replace(self.scope(), look_up=self._plain_value)
            x, y = (evaluate(parse(text), scope).value.plain() for text in xy)
            self._spots[xy] = x, y
        return self._spots[xy]

    @cached_property
    def _spots(self) -> dict[tuple[str, str], tuple[Real, Real]]:
        return {}

    def _plain_value(self, path: Path) -> Quantity | None:
        found = self.values.get(path.text)
        return None if found is None else Quantity(found.value.plain(), found.kind)

    def path_to(self, wanted: set[str]) -> list[Step]:
        """The steps that lead from the givens to ``wanted``, in order, and no others."""
        needed = set(wanted)
        path: list[Step] = []
        for step in reversed(self.steps):
            if step.quantity in needed:
                path.append(step)
                needed |= inputs(step.formula)
                if step.equations:
                    needed |= {*self.given, *step.together}
        return path[::-1]
