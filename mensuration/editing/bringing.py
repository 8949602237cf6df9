"""Bringing a solved card into a problem: what is given means the same there, whatever the units."""

from __future__ import annotations

from mensuration.catalogue import Figure, PlaneFigure, figures
from mensuration.editing.figures import add_figure
from mensuration.editing.parts import add_part
from mensuration.editing.refusing import Refused
from mensuration.expressions import ExpressionError, Scope, evaluate, is_literal, parse
from mensuration.problem import Problem
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Ask
from mensuration.problem.kinds.formula import FormulaDocument
from mensuration.problem.kinds.plane import Part, PlaneDocument
from mensuration.problem.kinds.solid import PieceDocument, SolidDocument
from mensuration.problem.models import Settings
from mensuration.problem.settings import read_settings
from mensuration.telling import Teller
from mensuration.units import NUMBER, POWERS

MOST_ASKS = 4
OF_ALL = ("volume", "surface")  # that a solid has as a whole


def bring_card(problem: Problem, card: FormulaDocument, settings: Settings) -> tuple[Problem, str]:
    """The problem with the figure of a card that was solved under its own settings; and the name it got.

    A plane figure becomes a part of the first plane figure there is, a solid the first piece of a solid of its own, in the
    solution that is chosen. What is given and
    hangs on the unit of length or angle gets its unit written behind it. A problem without figures gets the card's
    title and asks for what the card did not know. Refused where the units can't be turned into each other.
    """
    figure = figures().get(card.figure or "")
    if figure is None:
        raise Refused("this figure is not in the catalogue")
    given = carried(figure, card.given or {}, settings, problem.settings)
    if not isinstance(figure, PlaneFigure):
        return _bring_solid(problem, figure, card, given)
    owner = next((f.name for f in problem.figures if isinstance(f, PlaneDocument)), None)
    first = not problem.figures
    if owner is None:
        problem, owner = add_figure(problem, PlaneDocument(name="figure"))
    problem, _ = add_part(problem, owner, Part(name=figure.name, shape=figure.name, given=given))
    if first:
        problem = problem.model_copy(
            update={
                "title": problem.title or figure.title,
                "asks": [
                    Ask(label="Perimeter", expression=f"{owner}.perimeter"),
                    Ask(label="Area", expression=f"{owner}.area"),
                ],
            }
        )
    return problem, owner


def _bring_solid(
    problem: Problem, figure: Figure, card: FormulaDocument, given: dict[str, str]
) -> tuple[Problem, str]:
    first = not problem.figures
    piece = figure.name.replace("-", "_")
    pieces = [PieceDocument(name=piece, shape=figure.name, given=given, solution=card.solution)]
    added = SolidDocument(name="solid", kind="solid", pieces=pieces)
    problem, name = add_figure(problem, added)
    return (_asking(problem, figure, name, piece, given) if first else problem), name


def _asking(problem: Problem, figure: Figure, name: str, piece: str, given: dict[str, str]) -> Problem:
    known = [m for m in figure.measures if not (m.further or m.same) and m.name not in given]
    wanted = [m for m in known if m.name in OF_ALL] or known[:MOST_ASKS]
    asks = [
        Ask(
            label=m.title[:1].upper() + m.title[1:],
            expression=f"{name if m.name in OF_ALL else f'{name}.{piece}'}.{m.name}",
        )
        for m in wanted
    ]
    return problem.model_copy(update={"title": problem.title or figure.title, "asks": asks})


def carried(figure: Figure, given: dict[str, str], source: Settings, target: Settings) -> dict[str, str]:
    """Typed givens of a figure as texts that stand for the same quantities under other settings."""
    here, there = read_settings(source, Complaints()), read_settings(target, Complaints())
    return {
        name: _carried(text, figure.kind_of_given(name), here, there, name) for name, text in given.items()
    }


def _carried(text: str, kind: str, here: Teller, there: Teller, name: str) -> str:
    if kind == "count" or (here.angle == there.angle if kind == "angle" else here.unit == there.unit):
        return text
    if kind != "angle" and here.unit.kind != there.unit.kind:
        units = " and ".join("plain units" if t.unit.kind.plain else t.unit.symbol for t in (here, there))
        raise Refused(
            f"{units} can't be turned into each other: choose another unit of length on the card first"
        )
    try:
        quantity = evaluate(parse(text), Scope(pi=here.pi))
    except ExpressionError as error:
        raise Refused(f"the {name} can't be brought along: {error.says}") from None
    if quantity.kind != NUMBER:
        return text
    unit = here.angle if kind == "angle" else here.unit.to_power(POWERS[kind])
    number = text.strip() if is_literal(text) else f"({text.strip()})"
    return f"{number}°" if unit.symbol == "deg" else f"{number} {unit.text}"
