"""Derivations of a solved figure's quantities, from the path that the solver took."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

from mensuration.catalogue import Figure
from mensuration.expressions import Node, Path, parse, paths
from mensuration.solving import Solution, Step
from mensuration.tally.entry import Derivation, Trial

Derived = tuple[tuple[Derivation, ...], Derivation]  # the steps, and what they lead to


@lru_cache(maxsize=1000)
def symbols_of(figure: Figure) -> Mapping[str, str]:
    """The letters of a figure's quantities, in TeX."""
    return {m.name: m.symbol for m in figure.measures}


@lru_cache(maxsize=500)
def step_derivation(solution: Solution, step: Step) -> Derivation:
    """One step of the solver: its formula with the solution's values put in."""
    tree = parse(step.formula)
    trial = None
    if step.equations:
        before = solution.steps[: solution.steps.index(step)]
        known = (*solution.given, *(earlier.quantity for earlier in before))
        trial = Trial(
            tuple((left, parse(right)) for left, right in step.equations),
            tuple((left, parse(right)) for left, right in step.by),
            step.together,
            solution.figure.title_of(step.together[0]) if step.together else "",
            {name: solution.values[name] for name in known},
        )
    return _derivation(solution, step.quantity, tree, step.source, trial)


def _derivation(
    solution: Solution, quantity: str, tree: Node, source: str = "", trial: Trial | None = None
) -> Derivation:
    names = {path.text for path in paths(tree)} - {"pi"}
    return Derivation(
        quantity,
        tree,
        {name: solution.values[name] for name in names},
        solution.pi,
        symbols_of(solution.figure),
        solution.given,
        source=source,
        trial=trial,
    )


@lru_cache(maxsize=1000)
def derived(solution: Solution, quantity: str) -> Derived:
    """How a quantity comes about: the steps to it, and its own formula with the numbers put in."""
    if quantity in solution.given:
        return (), _derivation(solution, quantity, Path((quantity,)))
    *steps, last = solution.path_to({quantity})
    return tuple(step_derivation(solution, step) for step in steps), step_derivation(solution, last)


@lru_cache(maxsize=1000)
def derived_by(solution: Solution, formula: str, quantity: str) -> Derived:
    """A formula over a solution's quantities, such as an edge's length; the steps lead to what it names."""
    tree = parse(formula)
    if isinstance(tree, Path) and tree.text not in solution.given and solution.path_to({tree.text}):
        return derived(solution, tree.text)
    wanted = {path.text for path in paths(tree) if path.names != ("pi",)} - set(solution.given)
    steps = tuple(step_derivation(solution, step) for step in solution.path_to(wanted))
    return steps, _derivation(solution, quantity, tree)
