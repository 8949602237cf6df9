"""What was varied, told: as data, and as a table of text."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.telling import Told
from mensuration.telling.in_letters import LetterForm, forms
from mensuration.units import NO_UNIT
from mensuration.varying.cases import Point, Varied
from mensuration.varying.extremes import Extreme, extremes
from mensuration.varying.why import reason, special

MOST_SAID = 4  # ties that are told one by one
MOST_TOLD = 1000  # cases with all forms of their values; of more, only numbers for a picture


@dataclass(frozen=True)
class ToldCase(Frozen):
    """A case: its letters' values, each watched value or None, and why there is none (the first reason)."""

    at: tuple[str, ...]
    values: tuple[Told | None, ...]
    says: str | None


@dataclass(frozen=True)
class ToldAxis(Frozen):
    """A letter that varies, its unit, its values as numbers, and whether it goes through all between them."""

    letter: str
    unit: str
    values: tuple[float, ...]
    continuous: bool


@dataclass(frozen=True)
class ToldExtreme(Frozen):
    """A greatest or least value; some of the places where it is, in words and as numbers; what is special at the first."""

    value: Told
    places: tuple[tuple[str, ...], ...]
    at: tuple[tuple[float, ...], ...]
    ties: int
    at_end: bool
    reached: bool
    proven: bool
    special: tuple[str, ...]


@dataclass(frozen=True)
class ToldLaw(Frozen):
    """A form in letters, and in how many cases it is the one."""

    forms: tuple[LetterForm, ...]
    unit: str
    holds: int
    of: int


@dataclass(frozen=True)
class ToldWatched(Frozen):
    """One watched expression; nothing is told of it where no case gives it a value. ``points``: its values in all cases as numbers.
    ``in_letters``: the forms that it has, in as many cases as each says; ``why`` it is greatest or least where it is."""

    expression: str
    unit: str
    points: tuple[float | None, ...]
    greatest: ToldExtreme | None
    least: ToldExtreme | None
    constant: bool
    cancels: bool
    says: str
    why: str | None
    in_letters: tuple[ToldLaw, ...]


@dataclass(frozen=True)
class ToldHeld(Frozen):
    """What is held fixed, and what gives way by which formula."""

    expression: str
    at: str
    gives: str
    formula: str | None


@dataclass(frozen=True)
class ToldVaried(Frozen):
    """Everything that was varied; ``cases`` are the first of ``count``."""

    letters: tuple[str, ...]
    axes: tuple[ToldAxis, ...]
    held: tuple[ToldHeld, ...]
    watched: tuple[ToldWatched, ...]
    cases: tuple[ToldCase, ...]
    count: int


def tell_varied(varied: Varied) -> ToldVaried:
    """Cases, greatest and least as data.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> tell_varied(Varied(read(document))).watched[0].greatest.value.exact
    '9'
    """
    watched = tuple(_watched(varied, expression, number) for number, expression in enumerate(varied.watch))
    axes = tuple(
        ToldAxis(axis.letter, axis.unit.text, tuple(map(float, axis.values)), axis.continuous)
        for axis in varied.axes
    )
    held = tuple(
        ToldHeld(hold.expression, hold.at, hold.gives, _formula_of(varied, hold.gives))
        for hold in varied.problem.hold or ()
    )
    cases = tuple(_case(varied, number) for number in range(min(varied.count, MOST_TOLD)))
    return ToldVaried(tuple(axis.letter for axis in varied.axes), axes, held, watched, cases, varied.count)


def _formula_of(varied: Varied, letter: str) -> str | None:
    formula = varied.held[letter].formula
    return None if formula is None else forms(formula)[0].text


def _case(varied: Varied, number: int) -> ToldCase:
    values = [varied.shown(number, watched) for watched in range(len(varied.watch))]
    at = zip(varied.axes, varied.quantities(varied.point(number)), strict=True)
    return ToldCase(
        tuple(
            varied.teller.tell(value).text if axis.continuous else varied.teller.written(value).text
            for axis, value in at
        ),
        tuple(None if isinstance(value, str) else varied.teller.tell(value) for value in values),
        next((value for value in values if isinstance(value, str)), None),
    )


def _written(varied: Varied, point: Point) -> tuple[str, ...]:
    return tuple(varied.teller.written(each).text for each in varied.quantities(point))


def _watched(varied: Varied, expression: str, number: int) -> ToldWatched:
    points = tuple(None if value != value else float(value) for value in varied.floats[number])
    unit = varied.unit(number).text
    found = extremes(varied, number)
    if found is None:
        says = "has a value in no case"
        return ToldWatched(expression, unit, points, None, None, False, False, says, None, ())
    greatest, least = _extreme(varied, found.greatest), _extreme(varied, found.least)
    if found.constant:
        cancel = ", as the letters cancel" if found.cancels else ""
        through = any(axis.continuous for axis in varied.axes)
        where = "for all values" if through else f"in all {found.count} cases"
        says = f"is the same {where}: {greatest.value.text}{cancel}"
    else:
        says = (
            f"greatest {_said(varied, found.greatest, greatest)}; least {_said(varied, found.least, least)}"
        )
    return ToldWatched(
        expression,
        unit,
        points,
        greatest,
        least,
        found.constant,
        found.cancels,
        says,
        reason(varied, number, found),
        _laws(varied, number, found.count),
    )


def _extreme(varied: Varied, extreme: Extreme) -> ToldExtreme:
    places = extreme.places[:MOST_SAID]
    return ToldExtreme(
        varied.teller.tell(extreme.value),
        tuple(_written(varied, place) for place in places),
        tuple(tuple(map(float, place)) for place in extreme.places),
        extreme.ties,
        extreme.at_end,
        extreme.reached,
        extreme.proven,
        special(varied, extreme.places[0]) if extreme.reached else (),
    )


def _laws(varied: Varied, watched: int, of: int) -> tuple[ToldLaw, ...]:
    holds: dict[tuple[LetterForm, ...], int] = {}
    for number, law in enumerate(varied.laws):
        form, count = law.forms[watched], int((varied.law_of == number).sum())
        if form is not None and count:
            told = forms(form)
            holds[told] = holds.get(told, 0) + count
    unit = varied.unit(watched).text
    return tuple(
        ToldLaw(told, unit, count, of) for told, count in sorted(holds.items(), key=lambda each: -each[1])
    )


def _said(varied: Varied, extreme: Extreme, told: ToldExtreme) -> str:
    def at(values: tuple[str, ...]) -> str:
        return ", ".join(f"{axis.letter} = {value}" for axis, value in zip(varied.axes, values, strict=True))

    more = extreme.ties - len(told.places)
    places = " and at ".join(map(at, told.places)) + (f" and in {more} more cases" if more else "")
    where = "at an end" if extreme.at_end else "inside"
    near = "" if extreme.reached else "nearly "
    beyond = "" if extreme.reached else ", where the figure can be no more"
    rough = "" if extreme.proven else ", found by steps"
    exact = f" = {told.value.exact_text}" if _worth(extreme.value, told.value) else ""
    return f"{near}{told.value.text}{exact} at {places} ({where}{beyond}{rough})"


def _worth(value: Quantity, told: Told) -> bool:
    """Whether the exact form says more than the rounded value."""
    return value.value.rational is None and told.exact_text is not None and told.approximate


def text_of(told: ToldVaried) -> str:
    """The table, and below it the greatest and least of each column.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> print(text_of(tell_varied(Varied(read(document)))))
    w  bed.area
    1   5.00 m²
    3   9.00 m²
    5   5.00 m²
    <BLANKLINE>
    bed.area = (6 w − w²) m² (in all 3 cases)
    bed.area: greatest 9.00 m² at w = 3 (inside); least 5.00 m² at w = 1 and at w = 5 (at an end)
      why: 6 w − w² = 9 − (w − 3)²: a square is never less than 0
      there: slab is a square
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
    if told.count > len(told.cases):
        lines.append(f"… {told.count - len(told.cases)} more cases")
    lines.append("")
    for held in told.held:
        by = f": {held.gives} = {held.formula}" if held.formula else ""
        lines.append(f"{held.expression} is held at {held.at}; {held.gives} gives way{by}")
    for watched in told.watched:
        lines += [f"{watched.expression} = {_law_text(told, law)}" for law in watched.in_letters]
        lines.append(f"{watched.expression}: {watched.says}")
        if watched.why:
            lines.append(f"  why: {watched.why}")
        for extreme in (watched.greatest, watched.least):
            if extreme and extreme.special:
                lines.append(f"  there: {', '.join(extreme.special)}")
    return "\n".join(lines)


def _law_text(told: ToldVaried, law: ToldLaw) -> str:
    """The form, the units that its letters and its value are in, and where it holds."""
    text = law.forms[0].text
    unit = next((each for each in (told_unit(law.unit),) if each), "")
    if unit:
        text = f"({text}) {unit}" if " + " in text or " − " in text else f"{text} {unit}"
    where = [f"{axis.letter} in {axis.unit}" for axis in told.axes if axis.unit]
    every = "for all values" if any(axis.continuous for axis in told.axes) else f"in all {law.of} cases"
    held = every if law.holds == law.of else f"in {law.holds} of {law.of} cases"
    return f"{text} ({', '.join([*where, held])})"


def told_unit(unit: str) -> str:
    """A unit as it stands behind a number."""
    return NO_UNIT.text if not unit else unit.replace("^2", "²").replace("^3", "³")


def _padded(row: list[str], widths: list[int]) -> list[str]:
    return [text.rjust(width) for text, width in zip(row, widths, strict=False)] + row[len(widths) :]
