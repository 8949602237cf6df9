"""The kind ``formula``: one figure of the catalogue, solved from what is given of it."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from mensuration.cards import Card, ToldCard, gallery, measure_working, told_card, work_out
from mensuration.catalogue import figures
from mensuration.drawing.shelf import ShelfPicture
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.frozen import table
from mensuration.problem.kinds.givens import declared, read_givens
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind, NotWorkedOut, Work
from mensuration.problem.models import FigureDocument, Givens
from mensuration.tally.deriving import derived
from mensuration.tally.entry import Entry, Role, Sign, Subject, Tally
from mensuration.telling.mathematics import Maths


class FormulaDocument(FigureDocument):
    """One figure of the catalogue, solved from what is ``given``; ``solution`` chooses where there are two."""

    kind: Literal["formula"]
    figure: Annotated[str | None, Field(max_length=60, description="The catalogue's name for it")] = None
    given: Givens | None = None
    solution: Annotated[int | None, Field(ge=1, le=9)] = None


@dataclass(frozen=True, kw_only=True)
class FormulaResults(FigureResults):
    """Every known quantity, and the card with all its solutions."""

    card: ToldCard | None = None
    kind: Literal["formula"] = "formula"


class FormulaWork(Work[FormulaDocument]):
    """One card; None until it could be read."""

    card: Card | None = None

    def work_out(self) -> None:
        figure, context = self.figure, self.context
        found = declared(figure.figure, context)
        given = read_givens(found, figure.given or {}, context) if found is not None else None
        if found is None or given is None:
            return
        self.card = card = work_out(figure.name, found.name, tuple(given.items()), context.teller)
        wanted = figure.solution or 1
        if card.fault is not None:
            at = f"given.{card.fault.given}" if card.fault.given else "given"
            context.complain(at, card.fault.code, card.fault.says)
        elif wanted > len(card.solutions):
            count = len(card.solutions)
            says = "there is only one solution" if count == 1 else f"there are only {count} solutions"
            context.complain("solution", "out-of-range", says, "warning")
        else:
            self.card = card.chosen(wanted - 1)
        if self.card.solutions:
            for name, says in self.card.solution.remarks.items():
                context.complain(f"given.{name}", "agrees", says, "warning")

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        known = PROTOTYPE.known(self.figure)
        if len(names) != 1:
            says = f"say which quantity of “{text}” is meant: {', '.join(known[:6])}"
            raise ExpressionError("no-quantity", says)
        (name,) = names
        if self.card is not None and name not in known:
            raise unknown_word(name, known, f"quantity of “{text}”")
        if self.card is None or name not in self.card.known:
            raise NotWorkedOut(f"the {name} of “{text}”")
        return self.card.known[name]

    def tallies_of(self, measure: str) -> tuple[Tally, ...]:
        card = self.card
        if card is None or not card.solutions or measure in card.solution.given:
            return ()
        solution = card.solution
        if measure not in solution.values:
            return ()
        steps, own = derived(solution, measure)
        subject = Subject(self.figure.name, 0, shape=solution.figure.title.lower())
        entry = Entry(Sign.ADDED, Role.PART, subject, own, steps)
        return (Tally(measure, own.value.kind, (entry,)),)

    def known_of(self, member: str) -> Mapping[str, Quantity]:
        return self.card.known if self.card is not None else {}

    def typed_of(self, member: str) -> Mapping[str, str]:
        return self.figure.given or {}

    def working(self, measure: str) -> list[Maths] | None:
        card = self.card
        if card is None or not card.solutions or measure in card.solution.given:
            return None
        return measure_working(card, measure, self.context.teller)

    def results(self, also: Collection[str]) -> FigureResults:
        card, teller = self.card, self.context.teller
        if card is None:
            return FormulaResults()
        quantities = table((name, teller.tell(value)) for name, value in card.known.items())
        return FormulaResults(quantities=quantities, card=told_card(card, self.figure.given or {}, teller))


class FormulaKind(Kind[FormulaDocument]):
    name = "formula"
    document = FormulaDocument
    results = FormulaResults

    def start(self, figure: FormulaDocument, context: Context) -> FormulaWork:
        return FormulaWork(figure, context)

    def texts(self, figure: FormulaDocument) -> Iterator[tuple[str | None, str]]:
        for text in (figure.given or {}).values():
            yield None, text

    def with_texts(self, figure: FormulaDocument, change: Change) -> FormulaDocument:
        if figure.given is None:
            return figure
        given = {name: change(text) for name, text in figure.given.items()}
        return figure.model_copy(update={"given": given})

    def picture(self, figure: FormulaDocument, results: FigureResults) -> ShelfPicture | None:
        card = results.card if isinstance(results, FormulaResults) else None
        if card is not None and card.solution is not None:
            return ShelfPicture(self.name, card=card.solutions[card.solution - 1].drawing)
        return catalogue_picture(self.name, figure.figure)

    def known(self, figure: FormulaDocument) -> list[str]:
        found = figures().get(figure.figure or "")
        return [m.name for m in found.measures] if found else []


def catalogue_picture(kind: str, figure: str | None) -> ShelfPicture | None:
    """The picture of a figure as the gallery has it."""
    row = next((row for row in gallery() if row.name == figure), None)
    return ShelfPicture(kind, card=row.picture) if row else None


PROTOTYPE = FormulaKind()
