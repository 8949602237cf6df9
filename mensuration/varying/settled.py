"""Settled though not everything is: what the givens of a figure determine though the figure itself is still free.

What is missing is given as letters. A measure whose form has none of them in it is the same for all shapes that the figure can have.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations, islice
from typing import Any

from mensuration.catalogue import figures
from mensuration.frozen import Frozen
from mensuration.numbers import Exact, NotClosed
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import begun
from mensuration.problem.in_letters import InLetters
from mensuration.problem.kinds import kind_of
from mensuration.problem.models import FigureDocument
from mensuration.telling import Told

SHARES = tuple(Fraction(each) for each in ("31/50", "17/50", "71/50", "7/50", "31/10"))
"""Of the size of what is given: what is tried for what is missing."""
MOST_TRIES = 60
MOST_FREE = 2
LETTERS = ("t", "s", "p", "q", "v", "x", "y", "z", *(f"t{k}" for k in range(1, 40)))
"""None of them is a way to walk: left, right, up or down."""
MISSING = re.compile(r"\?")
SIDE = re.compile(r"\b([LRUD])\s+([^,;]+)")


@dataclass(frozen=True)
class FreeLetter(Frozen):
    """A letter for what is missing: ``place`` and ``text`` say what to put where, so that the figure can be moved."""

    letter: str
    stands: str
    called: str


@dataclass(frozen=True)
class SettledMeasure(Frozen):
    """A measure that is the same for all shapes, as a value."""

    measure: str
    value: Told


@dataclass(frozen=True)
class Settled(Frozen):
    """What is settled of a figure, whatever the free letters are; ``changes``: texts to put at places of the document, by path, for
    which the figure is the same but for being moved by its letters."""

    figure: str
    says: str
    measures: tuple[SettledMeasure, ...]
    free: tuple[FreeLetter, ...]
    changes: tuple[tuple[tuple[str, ...], str], ...]


def settled(problem: Problem, name: str) -> Settled | None:
    """What the givens of an unfinished figure settle; None where that is nothing, or the figure is finished.

    >>> from mensuration.problem import read
    >>> ring = {"name": "path", "kind": "formula", "figure": "ring", "given": {"chord": "10"}}
    >>> found = settled(read({"figures": [ring]}), "path")
    >>> [(each.measure, each.value.exact) for each in found.measures], found.says
    ([('area', '25*pi')], 'area is settled, whatever the outer radius is')
    """
    number = next((place for place, figure in enumerate(problem.figures) if figure.name == name), None)
    if number is None:
        return None
    chosen = _chosen(problem, name)
    if chosen is None:
        return None
    for option in islice(_options(problem, problem.figures[number], number, chosen), MOST_TRIES):
        found = _found(problem, name, option)
        if found is not None:
            return found if found.measures else None
    return None


@dataclass(frozen=True)
class _Option:
    """Letters for what is missing, and the texts that name them."""

    free: tuple[FreeLetter, ...]
    changes: tuple[tuple[tuple[str, ...], str], ...]
    known: frozenset[str]


def _chosen(problem: Problem, name: str) -> list[str] | None:
    """The measures of a card that are as usual only since nothing is said of them, none for another unfinished figure; None for a
    figure that is finished."""
    evaluation, _ = begun(problem)
    results = evaluation.results()
    card = getattr(results.figures.get(name), "card", None)
    if card is not None and card.solutions:
        return [
            measure for measure, quantity in card.solutions[0].quantities.items() if quantity.chosen
        ] or None
    open_ = any(
        complaint.code == "too-little" and complaint.where.startswith(f"figures.{name}.")
        for complaint in results.complaints
    )
    return [] if open_ else None


def _options(problem: Problem, figure: FigureDocument, number: int, chosen: list[str]) -> Iterator[_Option]:
    if getattr(figure, "figure", None) in figures():
        yield from _of_card(problem, figure, number, chosen)
    for place, part in enumerate(getattr(figure, "parts", ())):
        walk = getattr(part, "walk", None)
        if walk and len(MISSING.findall(walk)) > MOST_FREE:
            yield from _of_walk(problem, walk, ("figures", str(number), "parts", str(place), "walk"))


def _of_card(problem: Problem, figure: Any, number: int, chosen: list[str]) -> Iterator[_Option]:
    """A length that is not given, or two of them, as letters."""
    catalogue = figures()[figure.figure]
    size = _size(problem, figure.given)
    missing = [m for m in catalogue.measures if m.name not in figure.given and m.kind == "length"]
    missing.sort(key=lambda measure: measure.name not in chosen)
    for count in range(1, MOST_FREE + 1):
        for picked in combinations(missing[: 8 // count], count):
            for share in SHARES:
                stands = [size * share * (1 + Fraction(place, 5)) for place in range(count)]
                free = tuple(
                    FreeLetter(
                        _letter(problem, place),
                        str(float(stand)),
                        measure.called or measure.name.replace("_", " "),
                    )
                    for place, (measure, stand) in enumerate(zip(picked, stands, strict=True))
                )
                path = ("figures", str(number), "given")
                changes = tuple(((*path, m.name), each.letter) for m, each in zip(picked, free, strict=True))
                yield _Option(free, changes, frozenset({*figure.given, *(m.name for m in picked)}))


def _of_walk(problem: Problem, walk: str, path: tuple[str, ...]) -> Iterator[_Option]:
    """Of the missing sides all but one level and one upright are letters; which one, is tried."""
    sides = SIDE.findall(walk)
    missing = [place for place, (_, text) in enumerate(sides) if text.strip() == "?"]
    levels = [place for place in missing if sides[place][0] in "LR"]
    uprights = [place for place in missing if sides[place][0] in "UD"]
    for level in reversed(levels or [-1]):
        for upright in reversed(uprights or [-1]):
            free_places = [place for place in missing if place not in (level, upright)]
            for share in SHARES[:2]:
                free, texts = [], [text.strip() for _, text in sides]
                for count, place in enumerate(free_places):
                    along = "LR" if sides[place][0] in "LR" else "UD"
                    given = [text for way, text in sides if way in along and text.strip() != "?"]
                    size = _size(problem, {str(k): text for k, text in enumerate(given)})
                    stands = size * share / (len(levels if along == "LR" else uprights) - 1)
                    letter = _letter(problem, count)
                    free.append(FreeLetter(letter, str(round(float(stands), 6)), f"side {place + 1}"))
                    texts[place] = letter
                text = ", ".join(f"{way} {side}" for (way, _), side in zip(sides, texts, strict=True))
                yield _Option(tuple(free), ((path, text),), frozenset())


def _letter(problem: Problem, place: int) -> str:
    """A name that nothing bears yet."""
    taken = {letter.name for letter in problem.letters or ()} | {line.name for line in problem.lines}
    taken |= {figure.name for figure in problem.figures}
    return next(islice((name for name in LETTERS if name not in taken), place, None))


def _size(problem: Problem, given: Mapping[str, str]) -> Fraction:
    """The mean of the lengths that are given, in the problem's unit."""
    evaluation, _ = begun(problem)
    found = []
    for value in evaluation.values([text for text in given.values() if text.strip()]):
        if not isinstance(value, str):
            amount = abs(float(evaluation.teller.amount(value)[0]))
            if amount:
                found.append(amount)
    return Fraction(sum(found) / len(found)).limit_denominator(1000) if found else Fraction(1)


def _found(problem: Problem, name: str, option: _Option) -> Settled | None:
    """What is settled with these letters; None where there is no such figure."""
    document: Any = problem.model_dump(by_alias=True, exclude_none=True)
    for path, text in option.changes:
        at = document
        for step in path[:-1]:
            at = at[int(step)] if isinstance(at, list) else at[step]
        at[path[-1]] = text
    document["letters"] = [
        *(document.get("letters") or ()),
        *({"name": each.letter, "stands": each.stands} for each in option.free),
    ]
    document.pop("hold", None)
    moved = Problem.model_validate(document)
    figure = next(each for each in moved.figures if each.name == name)
    measures = list(kind_of(figure).known(figure))
    inner = InLetters(moved, [f"{name}.{measure}" for measure in measures])
    exacts: dict[str, Exact] = {}
    for measure in measures:
        try:
            exacts[measure] = inner.exact(f"{name}.{measure}")
        except NotClosed:
            continue
    letters = {each.letter for each in option.free}
    if not any({letter.name for letter in exact.letters} & letters for exact in exacts.values()):
        return None
    found = [
        SettledMeasure(measure, inner.first.teller.tell(value))
        for measure, exact in exacts.items()
        if measure not in option.known and not {letter.name for letter in exact.letters} & letters
        if not isinstance(value := inner.first.values([f"{name}.{measure}"])[0], str)
    ]
    called = " and the ".join(each.called for each in option.free)
    names = " and ".join(each.measure for each in found)
    says = f"{names} {'is' if len(found) == 1 else 'are'} settled, whatever the {called} {'is' if len(option.free) == 1 else 'are'}"
    return Settled(name, says, tuple(found), option.free, option.changes)
