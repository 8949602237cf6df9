"""A card: one figure, what is given of it, and every figure that has these measurements."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from mensuration.catalogue import Figure, figures
from mensuration.expressions import Quantity
from mensuration.solving import Solution, SolvingError, solutions
from mensuration.telling import Teller


@dataclass(frozen=True, eq=False)
class Card:
    """``solutions`` are empty where there is a ``fault``, which may hold what was found all the same."""

    name: str
    figure: Figure
    given: tuple[tuple[str, Quantity], ...]
    solutions: tuple[Solution, ...]
    fault: SolvingError | None = None
    number: int = 0

    @property
    def solution(self) -> Solution:
        """The chosen solution."""
        return self.solutions[self.number]

    @property
    def known(self) -> Mapping[str, Quantity]:
        """What is known: of the chosen solution, or as far as it goes."""
        if self.solutions:
            return self.solution.values
        partial = self.fault.partial if self.fault else None
        return partial.values if partial else {}

    def chosen(self, number: int) -> Card:
        """The card with another of its solutions chosen, counted from 0."""
        return Card(self.name, self.figure, self.given, self.solutions, self.fault, number)


@lru_cache(maxsize=400)
def work_out(name: str, figure: str, given: tuple[tuple[str, Quantity], ...], teller: Teller) -> Card:
    """Solve a figure of the catalogue from what is given of it."""
    declared = figures()[figure]

    try:
        found = solutions(declared, dict(given), teller.pi, teller.plainly, thorough=True)
        return Card(name, declared, given, tuple(found))
    except SolvingError as fault:
        return Card(name, declared, given, (), fault)
