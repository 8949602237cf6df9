"""Reading what is given of a catalogue figure, by the names of its measures."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from mensuration.catalogue import Figure
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.problem.complaints import Complaints

Reading = Callable[[str, str, str], Quantity]  # text, kind, the figure whose names it may use


def read_givens(
    figure: Figure,
    typed: Mapping[str, str],
    owner: str,
    where: str,
    complaints: Complaints,
    reading: Reading,
) -> dict[str, Quantity] | None:
    """Every given with its value; None when one of them can't be read, which is complained about."""
    given: dict[str, Quantity] = {}
    sound = True
    for name, text in typed.items():
        at = f"{where}.given.{name}"
        meant = figure.shorthands.get(name, (name,))
        measure = figure.measure(meant[0])
        if measure is None:
            known = [*(m.name for m in figure.measures), *figure.shorthands]
            fault = unknown_word(name, known, f"measurement of a {figure.title.lower()}")
            complaints.add(at, "unknown-given", fault.says)
            sound = False
            continue
        try:
            given |= dict.fromkeys(meant, reading(text, measure.kind, owner))
        except ExpressionError as error:
            complaints.add(at, error.code, error.says, position=error.position)
            sound = False
    return given if sound else None
