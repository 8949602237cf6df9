"""A card told: every quantity, the path of working, the picture, for each solution."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache

from mensuration.cards.agreement import ToldAgreement, agreements
from mensuration.cards.card import Card
from mensuration.drawing.card import CardPicture, Typed, card_picture
from mensuration.expressions import Path, Quantity, parse
from mensuration.frozen import Frozen, Table, fields_of, table
from mensuration.numbers import Rounding
from mensuration.solving import Solution, Step
from mensuration.solving.moving import moving
from mensuration.solving.solution import USUAL_CHOICE
from mensuration.tally.deriving import step_derivation, symbols_of
from mensuration.telling import Mathematics, Teller, Told, leaves, told
from mensuration.telling import mathematics as m
from mensuration.telling.derivations import letters, tell_lines
from mensuration.telling.mathematics import Maths
from mensuration.telling.shares import Ratio, share_of_turn
from mensuration.telling.values import exactly_written
from mensuration.telling.working import path_working
from mensuration.telling.writing import write
from mensuration.units import NUMBER


@dataclass(frozen=True)
class CardQuantity(Told):
    """``chosen`` where nothing settles it and the usual value was taken; an angle's ``share`` of the turn."""

    given: bool
    chosen: bool
    share: Ratio | None


@dataclass(frozen=True)
class CardStep(Frozen):
    """One step: the formula as people know it, rearranged, with numbers, the value. ``path`` leads to it."""

    quantity: str
    title: str
    symbol: Mathematics
    source: str
    familiar: Mathematics | None
    formula: Mathematics
    numbers: Mathematics
    trial: bool
    value: Told
    path: tuple[int, ...]


@dataclass(frozen=True)
class CardPartial(Frozen):
    """What follows from givens that are too few."""

    quantities: Table[str, CardQuantity]
    steps: tuple[CardStep, ...]


@dataclass(frozen=True)
class CardSolution(CardPartial):
    drawing: CardPicture


@dataclass(frozen=True)
class CardFrame(Frozen):
    """One of the figures that are still possible: the measure that changes, as it is read, and the picture."""

    text: str
    drawing: CardPicture


@dataclass(frozen=True)
class CardMoving(Frozen):
    """How a figure of which too little is known can still change: frames in the order in which a measure grows, all
    to one scale; ``first`` is to be shown first, counted from 0."""

    measure: str
    title: str
    frames: tuple[CardFrame, ...]
    first: int


@dataclass(frozen=True)
class ToldCard(Frozen):
    """A solved card: every solution, or what follows (``partial``) where there is none, and how the figure can still
    move where that is too little."""

    figure: str
    title: str
    solution: int | None
    solutions: tuple[CardSolution, ...]
    partial: CardPartial | None
    moving: CardMoving | None
    agreements: tuple[ToldAgreement, ...]


def told_card(card: Card, typed: Mapping[str, str], teller: Teller) -> ToldCard:
    """Both solutions where there are two; where there is none, what follows from the givens all the same.

    >>> from mensuration.cards import work_out
    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI, Rounding
    >>> from mensuration.solving import starting_givens
    >>> from mensuration.units import UNITS
    >>> teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    >>> card = work_out("it", "square", tuple(starting_givens(figures()["square"]).items()), teller)
    >>> told_card(card, {"side": "2"}, teller).figure
    'square'
    """
    found = tuple(_solution(card.name, solution, tuple(typed.items()), teller) for solution in card.solutions)
    partial = card.fault.partial if card.fault else None
    return ToldCard(
        card.figure.name,
        card.figure.title,
        card.number + 1 if card.solutions else None,
        found,
        None if partial is None else _partial(card.name, partial, teller),
        _moving(card, tuple(typed.items()), teller),
        agreements(card, teller),
    )


@lru_cache(maxsize=100)
def _moving(card: Card, typed: Typed, teller: Teller) -> CardMoving | None:
    if card.fault is None or card.fault.code != "too-little" or not card.given:
        return None
    still = moving(card.figure, dict(card.given), teller.pi, teller.unit.kind)
    if still is None:
        return None
    drawings = [card_picture(solution, teller, typed) for solution in still.figures]
    left, bottom, right, top = zip(*(drawing.bounds for drawing in drawings), strict=True)
    bounds = min(left), min(bottom), max(right), max(top)
    texts = [_to_three_figures(solution.values[still.measure.name], teller) for solution in still.figures]
    frames = (
        CardFrame(text, replace(drawing, bounds=bounds))
        for text, drawing in zip(texts, drawings, strict=True)
    )
    return CardMoving(still.measure.name, still.measure.title, tuple(frames), still.first)


def _to_three_figures(value: Quantity, teller: Teller) -> str:
    """A value as it can be typed."""
    if value.kind == NUMBER:
        return teller.tell(value).text
    return replace(teller, rounding=Rounding(figures=3)).tell(value).text


@lru_cache(maxsize=1000)
def _solution(name: str, solution: Solution, typed: Typed, teller: Teller) -> CardSolution:
    found = _partial(name, solution, teller)
    return CardSolution(found.quantities, found.steps, card_picture(solution, teller, typed))


def _partial(name: str, solution: Solution, teller: Teller) -> CardPartial:
    known = [measure.name for measure in solution.figure.measures if measure.name in solution.values]
    return CardPartial(
        table((each, _quantity(solution, each, teller)) for each in known),
        tuple(_step(name, solution, step, teller) for step in solution.steps),
    )


def _quantity(solution: Solution, name: str, teller: Teller) -> CardQuantity:
    told_ = teller.tell(solution.values[name])
    chosen = any(s.quantity == name and s.source == USUAL_CHOICE for s in solution.steps)
    return CardQuantity(
        **fields_of(told_),
        given=name in solution.given,
        chosen=chosen,
        share=_shares(solution, teller).get(name),
    )


def _shares(solution: Solution, teller: Teller) -> dict[str, Ratio]:
    """What each of a figure's angles that are part of a turn is of the whole turn."""
    return {
        measure.name: share_of_turn(solution.values[measure.name], teller)
        for measure in solution.figure.measures
        if measure.of_turn and measure.name in solution.values
    }


def _step(name: str, solution: Solution, step: Step, teller: Teller) -> CardStep:
    """The formula as people know it, rearranged, with numbers in place, the value exact and rounded."""
    derivation = step_derivation(solution, step)
    lines = tell_lines(derivation, teller, name, closing=False)
    assert lines.formula is not None and lines.numbers is not None
    letter = letters(derivation)
    familiar = _familiar(solution, step)
    return CardStep(
        step.quantity,
        solution.figure.title_of(step.quantity),
        told(letter(Path((step.quantity,)))),
        step.source,
        told(m.Equal((letter(Path((familiar[0],))), write(parse(familiar[1]), letter))))
        if familiar
        else None,
        told(lines.formula),
        told(lines.numbers),
        bool(step.equations),
        teller.tell(solution.values[step.quantity]),
        _indices(solution, step),
    )


def _familiar(solution: Solution, step: Step) -> tuple[str, str] | None:
    """The relation as people know it, where the step rearranges it."""
    familiar = step.familiar
    if familiar is None or familiar[1] == step.formula or familiar[0] not in solution.values:
        return None
    return familiar


def _indices(solution: Solution, step: Step) -> tuple[int, ...]:
    """Which of the steps lead to this one, itself the last."""
    path = {id(other) for other in solution.path_to({step.quantity})}
    return tuple(i for i, other in enumerate(solution.steps) if id(other) in path)


def measure_working(card: Card, measure: str, teller: Teller) -> list[Maths]:
    """The written lines that lead to one quantity.

    >>> from mensuration.cards import work_out
    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI, Rounding
    >>> from mensuration.solving import starting_givens
    >>> from mensuration.units import UNITS
    >>> teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    >>> card = work_out("it", "square", tuple(starting_givens(figures()["square"]).items()), teller)
    >>> [line.text for line in measure_working(card, "area", teller)]
    ['area = side² = (2 m)² = 4 m²']
    """
    path = card.solution.path_to({measure})
    return path_working([step_derivation(card.solution, step) for step in path], teller)


def copied_lines(card: Card, teller: Teller, measure: str | None = None) -> list[Maths]:
    """The path of working as it is copied: of each step its formula with numbers, then its value, exact and rounded.

    Only what leads to ``measure``, where one is named.

    >>> from mensuration.cards import work_out
    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI, Rounding
    >>> from mensuration.solving import starting_givens
    >>> from mensuration.units import UNITS
    >>> teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    >>> card = work_out("it", "square", tuple(starting_givens(figures()["square"]).items()), teller)
    >>> [line.text for line in copied_lines(card, teller, "area")]
    ['area = side² = (2 m)²', 'area = 4 m²']
    """
    solution = card.solution
    steps = solution.steps if measure is None else tuple(solution.path_to({measure}))
    lines: list[Maths] = []
    for step in steps:
        derivation = step_derivation(solution, step)
        own = tell_lines(derivation, teller, closing=False)
        assert own.formula is not None and own.numbers is not None
        if _same_letters(own.formula):
            continue  # two names for one quantity are no step
        symbol = leaves.symbol(symbols_of(solution.figure)[step.quantity], step.quantity)
        if derivation.trial is not None:
            lines.append(m.Row((own.formula, own.numbers), r",\quad ", "; "))
        else:
            lines.append(m.Equal((own.formula, own.numbers)))
        lines.append(m.Equal((symbol, _value(solution, step, teller))))
    return lines


def _same_letters(formula: Maths) -> bool:
    left, _, right = formula.tex.partition(" = ")
    return left == right


def _value(solution: Solution, step: Step, teller: Teller) -> Maths:
    """The exact value where there is one, and the rounded one."""
    value = solution.values[step.quantity]
    told_ = teller.tell(value)
    exact = exactly_written(told_) or teller.written(value)
    if not told_.approximate:
        return exact
    return m.Equal((exact, m.Written(told_.rounded_tex, told_.text)), almost=True)
