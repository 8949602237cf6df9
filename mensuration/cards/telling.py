"""A card told: every quantity, the path of working, the picture, for each solution."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from mensuration.cards.agreement import agreements
from mensuration.cards.card import Card
from mensuration.cards.picture import card_picture
from mensuration.expressions import Path, parse
from mensuration.expressions.write import Written, write
from mensuration.solving import Solution, Step
from mensuration.solving.solution import USUAL_CHOICE
from mensuration.steps import line_of, symbol_of, told_step
from mensuration.telling import Teller, told


def told_card(card: Card, typed: Mapping[str, str], teller: Teller) -> dict[str, Any]:
    """Both solutions where there are two; where there is none, what follows from the givens all the same."""
    found = [
        _solution(_Named(card.name, solution), tuple(typed.items()), teller) for solution in card.solutions
    ]
    partial = card.fault.partial if card.fault else None
    return {
        "figure": card.figure.name,
        "title": card.figure.title,
        "solution": card.number + 1 if card.solutions else None,
        "solutions": found,
        "partial": None if partial is None else _quantities(_Named(card.name, partial), teller),
        "agreements": agreements(card, teller),
    }


@lru_cache(maxsize=1000)
def _solution(named: _Named, typed: tuple[tuple[str, str], ...], teller: Teller) -> dict[str, Any]:
    return {**_quantities(named, teller), "drawing": card_picture(named.solution, teller, typed)}


def _quantities(named: _Named, teller: Teller) -> dict[str, Any]:
    solution = named.solution
    return {
        "quantities": {
            name: {
                **teller.tell(solution.values[name]),
                "given": name in solution.given,
                "chosen": any(s.quantity == name and s.source == USUAL_CHOICE for s in solution.steps),
            }
            for name in (m.name for m in solution.figure.measures)
            if name in solution.values
        },
        "steps": [
            {**_step(named, step, teller), "path": _indices(solution, step)} for step in solution.steps
        ],
    }


def _indices(solution: Solution, step: Step) -> list[int]:
    """Which of the steps lead to this one, itself the last."""
    path = {id(other) for other in solution.path_to({step.quantity})}
    return [i for i, other in enumerate(solution.steps) if id(other) in path]


@dataclass(frozen=True)
class _Named:
    """A solution under the card's name, as the steps are told of."""

    name: str
    solution: Solution


def _step(named: _Named, step: Step, teller: Teller) -> dict[str, Any]:
    """The formula as people know it, rearranged, with numbers in place, the value exact and rounded."""
    symbol = symbol_of(named)
    measure = named.solution.figure.measure(step.quantity)
    assert measure is not None
    value = teller.tell(named.solution.values[step.quantity])
    rearranged = step.familiar is not None and step.familiar[1] != step.formula
    familiar = None
    if rearranged and step.familiar is not None and step.familiar[0] in named.solution.values:
        left, right = (write(parse(text), symbol) for text in step.familiar)
        familiar = told(Written(f"{left.tex} = {right.tex}", f"{left.text} = {right.text}"))
    return {
        "quantity": step.quantity,
        "title": measure.title,
        "symbol": told(symbol(Path((step.quantity,)))),
        "source": step.source,
        "familiar": familiar,
        **told_step(named, step, teller, closing=False),
        "value": value,
    }


def path_working(card: Card, measure: str, teller: Teller) -> list[dict[str, str]]:
    """The written lines that lead to one quantity."""
    named = _Named(card.name, card.solution)
    return [
        line_of(told_step(named, step, teller), teller.written(card.solution.values[step.quantity]))
        for step in card.solution.path_to({measure})
    ]
