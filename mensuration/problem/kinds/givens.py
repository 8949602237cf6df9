"""Reading what is given of a catalogue figure, by the names of its measures."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from mensuration.catalogue import Figure, figures
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.expressions.evaluate import SUMMED
from mensuration.numbers import Real
from mensuration.problem.kinds.kind import Context, NotWorkedOut
from mensuration.solving import Solution


def declared(name: str | None, context: Context, place: str = "figure") -> Figure | None:
    """The figure of the catalogue with this name; None where there is none, which is complained about."""
    figure = figures().get(name or "")
    if figure is None:
        says = (
            unknown_word(name, list(figures()), "figure").says
            if name
            else "say which figure of the catalogue this is"
        )
        context.complain(place, "unknown-figure", says)
    return figure


def read_givens(
    figure: Figure, typed: Mapping[str, str], context: Context, place: str = ""
) -> dict[str, Quantity] | None:
    """Every given with its value; None when one of them can't be read, which is complained about."""
    given: dict[str, Quantity] = {}
    sound = True
    for name, text in typed.items():
        at = f"{place}.given.{name}" if place else f"given.{name}"
        meant = figure.shorthands.get(name, (name,))
        measure = figure.measure(meant[0])
        if measure is None:
            known = [*(m.name for m in figure.measures), *figure.shorthands]
            fault = unknown_word(name, known, f"measurement of a {figure.title.lower()}")
            context.complain(at, "unknown-given", fault.says)
            sound = False
            continue
        try:
            given |= dict.fromkeys(meant, context.measurement(text, measure.kind))
        except ExpressionError as error:
            context.complain(at, error.code, error.says, position=error.position)
            sound = False
    return given if sound else None


def member_quantity(solution: Solution | None, names: Sequence[str], text: str) -> Quantity:
    """A quantity of one solved member, by the names behind its own. ExpressionError where there is none."""
    if len(names) != 1:
        known = [m.name for m in solution.figure.measures] if solution else []
        says = f"say which quantity of “{text}” is meant: {', '.join(known[:6])}"
        raise ExpressionError("no-quantity", says)
    if solution is None:
        raise NotWorkedOut(f"“{text}”")
    if names[0] not in solution.values:
        raise unknown_word(names[0], solution.values, f"quantity of “{text}”")
    return solution.values[names[0]]


def sum_over(solutions: Mapping[str, Solution], names: Sequence[str], text: str) -> Quantity:
    """The sum of a quantity over all members of a figure that have it. ExpressionError where none has, or where the names
    don't stand within sum(…)."""
    if len(names) != 2 or names[0] != SUMMED:
        says = f"“{text}.{'.'.join(names)}” are several values: write sum({text}.{'.'.join(names)})"
        raise ExpressionError("several", says)
    found = [solution.values[names[1]] for solution in solutions.values() if names[1] in solution.values]
    if not found:
        raise ExpressionError("no-quantity", f"nothing in “{text}” has the quantity “{names[1]}”")
    return Quantity(Real.sum(each.value for each in found), found[0].kind)
