"""What was varied, told: as data, and as a table of text."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.telling import Told
from mensuration.units import NO_UNIT, NUMBER
from mensuration.varying.cases import Varied
from mensuration.varying.extremes import Extreme, extremes
from mensuration.varying.in_letters import Polynomial, in_letters

MOST_TOLD = 4  # ties that are told one by one


@dataclass(frozen=True)
class ToldCase(Frozen):
    """A case: its letters' values, each watched value or None, and why there is none (the first reason)."""

    at: tuple[str, ...]
    values: tuple[Told | None, ...]
    says: str | None


@dataclass(frozen=True)
class ToldExtreme(Frozen):
    """A greatest or least value and the numbers of its cases."""

    value: Told
    cases: tuple[int, ...]
    at_end: bool


@dataclass(frozen=True)
class ToldWatched(Frozen):
    """One watched expression; nothing is told of it where no case gives it a value. ``in_letters``: as a polynomial in the letters,
    where it is one, and in which cases."""

    expression: str
    greatest: ToldExtreme | None
    least: ToldExtreme | None
    constant: bool
    says: str
    in_letters: str | None = None


@dataclass(frozen=True)
class ToldVaried(Frozen):
    """Everything that was varied."""

    letters: tuple[str, ...]
    watched: tuple[ToldWatched, ...]
    cases: tuple[ToldCase, ...]


def tell_varied(varied: Varied) -> ToldVaried:
    """Cases, greatest and least as data.

    >>> from mensuration.problem import read
    >>> from mensuration.varying import vary
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> tell_varied(vary(read(document))).watched[0].greatest.value.exact
    '9'
    """
    cases = tuple(
        ToldCase(
            tuple(varied.teller.written(each).text for each in case.at),
            tuple(None if isinstance(value, str) else varied.teller.tell(value) for value in case.values),
            next((value for value in case.values if isinstance(value, str)), None),
        )
        for case in varied.cases
    )
    watched = tuple(_watched(varied, expression, number) for number, expression in enumerate(varied.watch))
    return ToldVaried(varied.letters, watched, cases)


def _watched(varied: Varied, expression: str, number: int) -> ToldWatched:
    found = extremes(varied, number)
    if found is None:
        return ToldWatched(expression, None, None, False, "has a value in no case")
    formula = in_letters(varied, number)

    def told(extreme: Extreme) -> ToldExtreme:
        return ToldExtreme(varied.teller.tell(extreme.value), extreme.cases, extreme.at_end)

    greatest, least = told(found.greatest), told(found.least)
    if found.constant:
        cancel = (
            ", as the letters cancel" if formula and formula.constant and formula.holds == formula.of else ""
        )
        says = f"is the same in all {found.count} cases: {greatest.value.text}{cancel}"
    else:
        says = f"greatest {_said(varied, found.greatest)}; least {_said(varied, found.least)}"
    return ToldWatched(
        expression, greatest, least, found.constant, says, _formula(varied, formula) if formula else None
    )


def _formula(varied: Varied, formula: Polynomial) -> str:
    """The polynomial, the units that its letters and its value are in, and where it holds."""
    stands = {letter: varied.cases[0].at[place] for place, letter in enumerate(varied.letters)}
    units = {
        letter: varied.teller.unit_for(value.kind) for letter, value in stands.items() if value.kind != NUMBER
    }
    where = [f"{letter} in {unit.text}" for letter, unit in units.items() if unit]
    told = formula.text(varied.teller)
    brackets = len(formula.terms) > 1 and formula.unit is not NO_UNIT
    told = formula.unit.after(f"({told})" if brackets else told)
    held = (
        f"in all {formula.of} cases"
        if formula.holds == formula.of
        else f"in {formula.holds} of {formula.of} cases"
    )
    return told + f" ({', '.join([*where, held])})"


def _said(varied: Varied, extreme: Extreme) -> str:
    def at(values: tuple[Quantity, ...]) -> str:
        pairs = zip(varied.letters, values, strict=True)
        return ", ".join(f"{letter} = {varied.teller.written(value).text}" for letter, value in pairs)

    told = [at(varied.cases[number].at) for number in extreme.cases[:MOST_TOLD]]
    more = len(extreme.cases) - len(told)
    places = " and at ".join(told) + (f" and in {more} more cases" if more else "")
    where = "at an end" if extreme.at_end else "inside"
    return f"{varied.teller.tell(extreme.value).text} at {places} ({where})"


def text_of(told: ToldVaried) -> str:
    """The table, and below it the greatest and least of each column.

    >>> from mensuration.problem import read
    >>> from mensuration.varying import vary
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> print(text_of(tell_varied(vary(read(document)))))
    w  bed.area
    1   5.00 m²
    3   9.00 m²
    5   5.00 m²
    <BLANKLINE>
    bed.area: greatest 9.00 m² at w = 3 (inside); least 5.00 m² at w = 1 and at w = 5 (at an end)
    """
    head = [*told.letters, *(watched.expression for watched in told.watched)]
    rows = [
        [
            *case.at,
            *("—" if value is None else value.text for value in case.values),
            *filter(None, [case.says]),
        ]
        for case in told.cases
    ]
    widths = [max(len(row[place]) for row in (head, *rows)) for place in range(len(head))]
    lines = ["  ".join(_padded(row, widths)).rstrip() for row in (head, *rows)]
    lines.append("")
    for watched in told.watched:
        if watched.in_letters:
            lines.append(f"{watched.expression} = {watched.in_letters}")
        lines.append(f"{watched.expression}: {watched.says}")
    return "\n".join(lines)


def _padded(row: list[str], widths: list[int]) -> list[str]:
    return [text.rjust(width) for text, width in zip(row, widths, strict=False)] + row[len(widths) :]
