"""Working out the formula figures of a problem: a card each."""

from __future__ import annotations

from mensuration.cards import Card, work_out
from mensuration.catalogue import figures
from mensuration.expressions import ExpressionError, unknown_word
from mensuration.problem.complaints import Complaints
from mensuration.problem.givens import Reading, read_givens
from mensuration.problem.schema import Figure
from mensuration.telling import Teller


def solve_formula(figure: Figure, teller: Teller, complaints: Complaints, reading: Reading) -> Card | None:
    """The card of one formula figure; None where it can't be read. What is wrong is complained about."""
    where = f"figures.{figure.name}"
    declared = figures().get(figure.figure or "")
    if declared is None:
        error = (
            unknown_word(figure.figure, list(figures()), "figure")
            if figure.figure
            else ExpressionError("empty", "say which figure of the catalogue this is")
        )
        complaints.add(f"{where}.figure", "unknown-figure", error.says)
        return None
    given = read_givens(declared, figure.given or {}, figure.name, where, complaints, reading)
    if given is None:
        return None
    card = work_out(figure.name, declared.name, tuple(given.items()), teller)
    if card.fault is not None:
        at = f"{where}.given.{card.fault.given}" if card.fault.given else f"{where}.given"
        complaints.add(at, card.fault.code, card.fault.says)
        return card
    if figure.solution is not None and figure.solution > len(card.solutions):
        count = len(card.solutions)
        says = "there is only one solution" if count == 1 else f"there are only {count} solutions"
        complaints.add(f"{where}.solution", "out-of-range", says, "warning")
        return card
    return card.chosen((figure.solution or 1) - 1)
