"""An answer given as working: several lines, of which the first wrong one is pointed at; those after it are judged by what they
follow from."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from mensuration.expressions import ExpressionError, Path, Quantity, paths
from mensuration.frozen import Frozen
from mensuration.numbers.rounding import to_step
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import Asked, asked
from mensuration.slips.answers import Answer, read_answer
from mensuration.slips.checking import Verdict, check_answer, in_full
from mensuration.telling import Teller
from mensuration.units import NUMBER

MOST_LINES = 40
_EQUALS = re.compile(r"\s*[=≈]\s*")
_LETTERS = re.compile(r"[A-Za-z_]\w*(?:\s*\w+)*")
_CANT = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError)


@dataclass(frozen=True)
class Written(Frozen):
    """The verdict on working: on its answer, and the first line (from 1) that is wrong, with what is wrong there."""

    verdict: Verdict
    line: int | None
    says: str


def check_working(problem: Problem, label: str, text: str) -> Written:
    """The verdict on lines of working, the last of which comes to the answer.

    >>> from mensuration.problem import read
    >>> pad = {"name": "pad", "parts": [{"name": "a", "shape": "rectangle", "given": {"width": "3", "height": "2"}}]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks})
    >>> check_working(problem, "Area", "3 m * 2 m = 7 m²").says
    'line 1: the left side comes to 6.00 m², not 7.00 m²'
    """
    lines = [(number, line) for number, line in enumerate(text.split("\n"), 1) if line.strip()][:MOST_LINES]
    found = asked(problem, label)
    if not lines or found is None:
        return Written(check_answer(problem, label, text), None, "")
    last = _EQUALS.split(lines[-1][1])[-1]
    verdict = check_answer(problem, label, last)
    for number, line in lines:
        says = _unequal(line, found.teller)
        if says is not None:
            return Written(verdict, number, f"line {number}: {says}")
    if verdict.right:
        return Written(verdict, None, "")
    known = list(_known(found, problem))
    for number, line in lines[:-1]:
        sides = [side for side in _sides(line, found.teller) if side is not None]
        if sides and not any(_is(sides[-1], value, found.teller) for value in known):
            return Written(
                verdict, number, f"line {number} is the first whose value is none on the way to the answer"
            )
    return Written(verdict, None, "")


def _sides(line: str, teller: Teller) -> list[Answer | None]:
    """What stands between the equals signs; None for a letter or for what can't be read."""
    found: list[Answer | None] = []
    for side in _EQUALS.split(line):
        if _LETTERS.fullmatch(side.strip()):
            found.append(None)
            continue
        try:
            found.append(read_answer(side, teller))
        except _CANT:
            found.append(None)
    return found


def _unequal(line: str, teller: Teller) -> str | None:
    """What doesn't hold in a line; None where all of it does."""
    sides = [side for side in _sides(line, teller) if side is not None]
    for left, right in pairwise(sides):
        if not _is(right, left.quantity, teller):
            one, two = (teller.tell(side.quantity).text for side in (left, right))
            return f"the left side comes to {one}, not {two}"
    return None


def _is(answer: Answer, value: Quantity, teller: Teller) -> bool:
    """Whether an answer is a value, or that rounded to as many digits as it has; a missing unit is no matter on the way."""
    own = answer.quantity
    unit = teller.unit_for(value.kind)
    if own.kind != value.kind:
        if own.kind != NUMBER or unit is None:
            return False
        own = Quantity(own.value * unit.size(teller.pi), value.kind)
    if own.value.same_as(value.value):
        return True
    if answer.digits is None:
        return False
    told = answer.unit if answer.unit is not None else unit
    number = value.value if told is None else value.value / told.size(teller.pi)
    return to_step(number, Fraction(1, 10**answer.places)).value == Fraction(answer.digits)


def _known(found: Asked, problem: Problem) -> Iterator[Quantity]:
    """Every value on the way: of entries and their steps, of sums of the first of them, and of names."""
    yield found.quantity
    for path in {path.text: path for path in paths(in_full(found.tree, problem))}.values():
        yield from _of(found, path)


def _of(found: Asked, path: Path) -> Iterator[Quantity]:
    value = found.scope.look_up(path)
    if value is not None:
        yield value
    if len(path.names) != 2 or path.names[0] not in found.works:
        return
    for tally in found.works[path.names[0]].tallies_of(path.names[1]):
        total: Quantity | None = None
        for entry in tally.entries:
            if not entry.sign:
                continue
            for step in entry.steps:
                yield step.value
            yield entry.value
            signed = Quantity(entry.value.value if entry.sign > 0 else -entry.value.value, entry.value.kind)
            total = signed if total is None else total.plus(signed, 1)
            yield total
