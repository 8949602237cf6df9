"""Which forms lead on from what is known, and what must hold besides: all that hangs on names alone, not on values."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache

from mensuration.catalogue.figure import Figure, Relation
from mensuration.solving.forms import MOST_PLANS, inputs, reached
from mensuration.solving.solution import USUAL_CHOICE, Step


@lru_cache(maxsize=MOST_PLANS)
def planned(figure: Figure, known: frozenset[str]) -> list[tuple[Step, Step | None]]:
    """The steps of one round, each with that to its other value. They hang only on which quantities are known."""
    steps: dict[str, tuple[Step, Step | None]] = {}
    for relation in figure.relations:
        familiar = next(iter(relation.forms.items()))
        for quantity, formula in relation.forms.items():
            if quantity in known or quantity in steps or not inputs(formula) <= known:
                continue
            second = relation.second.get(quantity)
            other = None if second is None else Step(quantity, second, relation.source, familiar)
            steps[quantity] = (Step(quantity, formula, relation.source, familiar), other)
    return list(steps.values())


@lru_cache(maxsize=MOST_PLANS)
def is_independent(figure: Figure, given: frozenset[str]) -> bool:
    """Whether none of the given quantities follows from the others."""
    return len(given) <= len(figure.basis) and not any(
        name in reached(figure, given - {name}) for name in given
    )


def has_second(figure: Figure, step: Step) -> bool:
    """Whether a step had another value beside the one that was taken."""
    return any(
        step.formula in (relation.second.get(step.quantity), relation.forms.get(step.quantity))
        for relation in figure.relations
        if step.quantity in relation.second
    )


def may_clash(figure: Figure, given: frozenset[str], steps: Sequence[Step]) -> bool:
    """Whether a relation may fail: not where no given follows from the others and no step had two values."""
    return not is_independent(figure, given) or any(has_second(figure, step) for step in steps)


def unused(figure: Figure, steps: Sequence[Step]) -> Iterator[Relation]:
    """The relations that no step used, so that they don't hold by themselves; not those that tell one of two angles."""
    told = {step.formula for step in steps}
    for relation in figure.relations:
        formula = next(iter(relation.forms.values()))
        if told.isdisjoint({*relation.forms.values(), *relation.second.values()}) and "asin(" not in formula:
            yield relation


def usual_step(figure: Figure, known: frozenset[str]) -> Step | None:
    """The first of what is usual of a figure that says something new."""
    for quantity, default in figure.defaults.items():
        if quantity not in known and {*default.needs, *inputs(default.formula)} <= known:
            return Step(quantity, default.formula, USUAL_CHOICE)
    return None
