"""Forms of a figure's relations: which quantities they name, where they lead, which are left over."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from functools import lru_cache
from itertools import combinations
from math import inf

from mensuration.catalogue.figure import Figure
from mensuration.expressions import parse, paths
from mensuration.expressions.algebras import Floats

MOST_PLANS = 20_000
MOST_TOGETHER = 3
LARGE = 1e100  # sizes of which a float holds no third power
SURELY = 1e-9
Form = tuple[str, str]  # a quantity and its formula


@lru_cache(maxsize=8000)
def inputs(formula: str) -> frozenset[str]:
    """The quantities that a formula names."""
    return frozenset({path.text for path in paths(parse(formula))} - {"pi"})


def plan_from(figure: Figure, known: Iterable[str]) -> list[Form]:
    """The forms that lead from what is known to everything else, in order; those with two values only if need be."""
    return _plan_from(figure, frozenset(known))


@lru_cache(maxsize=MOST_PLANS)
def _plan_from(figure: Figure, given: frozenset[str]) -> list[Form]:
    plan: list[Form] = []
    known = set(given)
    forms = [
        (quantity, formula, quantity in relation.second)
        for relation in figure.relations
        for quantity, formula in relation.forms.items()
    ]
    while True:
        grown = False
        for two_valued in (False, True):
            for quantity, formula, two in forms:
                if two == two_valued and quantity not in known and inputs(formula) <= known:
                    plan.append((quantity, formula))
                    known.add(quantity)
                    grown = True
                    if two:
                        break
            if grown:
                break
        if not grown:
            return plan


def variants(figure: Figure, plan: list[Form]) -> list[list[Form]]:
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


def forms_behind(plan: list[Form], *equations: Form) -> tuple[Form, ...]:
    """The forms of a plan on which equations hang, in order."""
    needed = {name for left, right in equations for name in (left, *inputs(right))}
    used = []
    for quantity, formula in reversed(plan):
        if quantity in needed:
            used.append((quantity, formula))
            needed |= inputs(formula)
    return tuple(reversed(used))


def settles(figure: Figure, known: Iterable[str]) -> bool:
    """Whether all measures follow from what is known, by forms alone."""
    names = {*known}
    return names | {name for name, _ in plan_from(figure, names)} >= {m.name for m in figure.measures}


def left_over_of(figure: Figure, plan: list[Form]) -> Iterator[tuple[str, tuple[str, ...]]]:
    """Relations that the plan does not use, what is still to hold: a quantity and its forms, one or two."""
    used = {formula for _, formula in plan}
    for relation in figure.relations:
        if not used & set(relation.forms.values()):
            left, right = next(iter(relation.forms.items()))
            yield left, (right, *([relation.second[left]] if left in relation.second else []))


def reached(figure: Figure, known: Iterable[str]) -> set[str]:
    """Everything that follows from what is known, by forms and usual choices."""
    found = set(known)
    forms: list[tuple[str, Iterable[str]]] = [
        (quantity, inputs(formula))
        for relation in figure.relations
        for quantity, formula in relation.forms.items()
    ]
    forms += [(name, {*d.needs, *inputs(d.formula)}) for name, d in figure.defaults.items()]
    grown = True
    while grown:
        grown = False
        for quantity, needed in forms:
            if quantity not in found and found.issuperset(needed):
                found.add(quantity)
                grown = True
    return found


def noise_in(expression: str, values: Floats) -> float:
    """By how much a formula in floats may be off, at the sizes of what it names."""
    size = 1 + max(abs(values[name]) for name in inputs(expression))
    return SURELY * size**3 if size < LARGE else inf
