"""Working out a whole problem: the pure function from a document to its results."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from typing import Any

from mensuration.cards import Card
from mensuration.expressions import (
    ExpressionError,
    Quantity,
    Scope,
    in_radians,
    parse,
)
from mensuration.expressions import (
    Node as Tree,
)
from mensuration.expressions import (
    evaluate as worked,
)
from mensuration.frozen import as_data
from mensuration.numbers.rounding import Rounding
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Problem, read
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.held import Held, held_letters
from mensuration.problem.in_letters import InLetters
from mensuration.problem.kinds import Work, kind_of
from mensuration.problem.kinds.formula import FormulaWork
from mensuration.problem.letters import with_letters
from mensuration.problem.lines import unit_for
from mensuration.problem.names import Node, hanging_on
from mensuration.problem.results import Results
from mensuration.problem.settings import read_rounding
from mensuration.telling import Teller
from mensuration.telling.mathematics import Maths
from mensuration.units import NO_UNIT, Unit


def evaluate(problem: Problem, also: Collection[str] = ()) -> Results:
    """The results of a problem: asks, figures, lines and complaints. Never raises for what it says.

    ``also`` names what is told only when it is wanted, of :data:`mensuration.problem.kinds.ALSO`.

    >>> slab = {"name": "slab", "shape": "square", "given": {"side": "3"}}
    >>> pad = {"name": "pad", "parts": [slab]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> document = {"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks}
    >>> evaluate(read(document)).asks[0].exact
    '9'
    """
    evaluation, held = begun(problem, also)
    return with_letters(evaluation.results(), evaluation, held)


def begun(problem: Problem, also: Collection[str] = ()) -> tuple[Evaluation, Mapping[str, Held]]:
    """A problem ready to be worked out, with what gives way so that what is held fixed keeps its value."""
    complaints = Complaints()
    held = held_letters(problem, complaints) if problem.hold else {}
    put = InLetters(problem, (), given=held, only=()).put_for({}) if held else {}
    evaluation = Evaluation(problem, also, {name: put[name] for name in held if name in put})
    for complaint in complaints.all:
        evaluation.complaints.all.append(complaint)
    return evaluation, held


def work_of(problem: Problem, name: str) -> Work[Any] | None:
    """A figure of a problem, worked out; None where there is no such figure."""
    evaluation, _ = begun(problem)
    evaluation.results()
    return evaluation.works.get(name)


def evaluate_problem(problem: Problem, also: Collection[str] = ()) -> dict[str, Any]:
    """The results of a problem as JSON holds them, the caller's own to keep and change.

    >>> evaluate_problem(read({"format": "tilt-grid/problem", "version": 1, "title": "Pad"}))["title"]
    'Pad'
    """
    data: dict[str, Any] = as_data(evaluate(problem, also))
    return data


def evaluate_document(document: dict[str, Any], also: Collection[str] = ()) -> dict[str, Any]:
    """The results of a problem given as its JSON object. UnreadableDocument where it is none.

    >>> slab = {"name": "slab", "shape": "square", "given": {"side": "3"}}
    >>> pad = {"name": "pad", "parts": [slab]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> document = {"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks}
    >>> evaluate_document(document)["asks"][0]["text"]
    '9.00 m²'
    """
    return evaluate_problem(read(document), also)


def solved_card(problem: Problem, name: str) -> tuple[Card, Teller] | None:
    """The solved card of a formula figure, and how its values are told; None where there is none."""
    evaluation, _ = begun(problem)
    evaluation.results()
    work = evaluation.works.get(name)
    card = work.card if isinstance(work, FormulaWork) else None
    return (card, evaluation.teller) if card is not None and card.solutions else None


@dataclass(frozen=True)
class Asked:
    """One ask of a problem, worked out: its expression and value, how it is told, and what its names stand for. ``works`` are
    the figures by name."""

    tree: Tree
    quantity: Quantity
    unit: Unit
    rounding: Rounding
    teller: Teller
    scope: Scope
    works: Mapping[str, Work[Any]]


def asked(problem: Problem, label: str) -> Asked | None:
    """An ask by its label; None where there is none, or it can't be worked out.

    >>> pad = {"name": "pad", "parts": [{"name": "a", "shape": "square", "given": {"side": "3"}}]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> document = {"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks}
    >>> asked(read(document), "Area").quantity.value
    Real('9')
    """
    evaluation, _ = begun(problem)
    evaluation.results()
    ask = next((each for each in problem.asks if each.label == label), None)
    found = None if ask is None else evaluation.read(ask.expression, "asks")
    if ask is None or found is None:
        return None
    tree, quantity = found
    rounding = read_rounding(ask.rounding, "asks", evaluation.complaints) or evaluation.teller.rounding
    try:
        unit = unit_for(ask.unit, quantity.kind) if ask.unit else evaluation.teller.unit_for(quantity.kind)
    except ExpressionError:
        return None
    scope, works = evaluation.scope(None), evaluation.works
    return Asked(tree, quantity, unit or NO_UNIT, rounding, evaluation.teller, scope, works)


@dataclass(frozen=True)
class AtHand:
    """What an expression can use: every quantity that has a value, by the name that it bears there."""

    teller: Teller
    scope: Scope
    quantities: tuple[tuple[str, Quantity], ...]
    whole_names: tuple[tuple[str, Quantity], ...]
    """The same, with the figure's name before every member."""
    works: Mapping[str, Work[Any]]
    trees: Mapping[str, Tree]
    own: tuple[tuple[str, str], ...]
    """Names that only the figure itself can use, with what each is."""
    """What every line says, by its name."""

    def worked(self, expression: str) -> Quantity:
        """What an expression comes to. ExpressionError where it comes to nothing."""
        tree = parse(expression)
        return in_radians(worked(tree, self.scope), tree)


def at_hand(problem: Problem, figure: str | None = None, within: str | None = None) -> AtHand:
    """What a line can use, or a measurement of a figure, which needs no figure's name before its own members. ``within`` is
    the member or the line that uses it: what hangs on that one is of no use there."""
    evaluation, _ = begun(problem)
    evaluation.results()
    user = Node("figure", figure) if figure else Node("line", within or "")
    if figure and within:
        user = Node("member", figure, within)
    besides = hanging_on(problem, evaluation.names, user)
    document = evaluation.names.figures.get(figure or "")
    return AtHand(
        evaluation.teller,
        evaluation.scope(figure),
        tuple(evaluation.quantities(figure, besides=besides)),
        tuple(evaluation.quantities(figure, True, besides)),
        evaluation.works,
        evaluation.trees,
        () if document is None else tuple(kind_of(document).own_names(document)),
    )


@dataclass(frozen=True)
class WorkedAsk:
    """One ask with the lines of its working and its answer; neither where it can't be worked out."""

    label: str
    lines: tuple[Maths, ...]
    answer: str


def worked_asks(problem: Problem) -> list[WorkedAsk]:
    """Every ask of a problem, worked.

    >>> pad = {"name": "pad", "parts": [{"name": "a", "shape": "square", "given": {"side": "3"}}]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> document = {"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks}
    >>> worked_asks(read(document))[0].answer
    '9.00 m²'
    """
    evaluation, _ = begun(problem)
    evaluation.results()
    return [
        WorkedAsk(
            ask.label,
            evaluation.worked.get(number, ()),
            (evaluation.asked[number].text or "") if number in evaluation.asked else "",
        )
        for number, ask in enumerate(problem.asks)
    ]
