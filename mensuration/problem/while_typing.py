"""What is seen while an expression is typed: its brackets, how it looks in print, what it comes to, and how names go on."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from mensuration.expressions import ExpressionError
from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.signs import as_usual, brackets
from mensuration.frozen import Frozen
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import AtHand, at_hand
from mensuration.problem.lines import NAMED, split_as, unit_as
from mensuration.telling.mathematics import Equal, Maths
from mensuration.telling.values import Mathematics, told
from mensuration.telling.working import as_typed
from mensuration.units import LENGTH_UNITS, NUMBER, POWERS, UNITS, Kind

MOST = 8  # ways to go on
LONGEST = 500
_NAME = re.compile(r"(?<![\w.])[A-Za-z_][\w.]*$")
_UNIT = re.compile(r"\sas\s+([\w^%/]*)$")
_AS = re.compile(r"\s+as(\s.*)?$", re.DOTALL)
_LOOSE_END = re.compile(r"[\s+\-*/×·÷:^(,√∛]+$")
_CANT = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError, RecursionError)


@dataclass(frozen=True)
class Bracket(Frozen):
    """Where a bracket stands, and how many are round it; ``other`` is where its other half stands, if there is one."""

    at: int
    depth: int
    other: int | None


@dataclass(frozen=True)
class Completion(Frozen):
    """A way in which a name goes on: what then stands in the text from ``start`` to ``end``, and what it is worth."""

    text: str
    start: int
    end: int
    hint: str


@dataclass(frozen=True)
class Typing(Frozen):
    """What is seen of an expression while it is typed; ``shown`` is None where nothing of it can be read yet."""

    brackets: tuple[Bracket, ...]
    shown: Mathematics | None
    says: str | None
    position: int | None
    completions: tuple[Completion, ...]


def while_typing(
    problem: Problem,
    text: str,
    caret: int | None = None,
    figure: str | None = None,
    within: str | None = None,
) -> Typing:
    """What is seen of a text that is typed in the line ``within``, or among the measurements of a ``figure``, or of the part or
    piece ``within`` it. Names go on to what can be used there: to nothing that hangs on what is typed. Never raises for it.

    >>> from mensuration.problem import read
    >>> line = {"name": "long", "expression": "2 m"}
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "lines": [line]})
    >>> seen = while_typing(problem, "3 lo")
    >>> [(way.text, way.hint) for way in seen.completions]
    [('long', '2.00 m')]
    """
    text = text[:LONGEST]
    caret = len(text) if caret is None else max(0, min(caret, len(text)))
    named = NAMED.match(text) if figure is None else None
    if named is not None and caret >= named.end():  # its name is typed before it
        rest = while_typing(problem, text[named.end() :], caret - named.end(), None, within)
        return _moved(rest, named.end())
    hand = at_hand(problem, figure, within)
    paired = tuple(Bracket(*each) for each in brackets(text))
    shown = says = position = None
    try:
        shown = _shown(text, hand, figure is None)
    except _CANT as fault:
        says = fault.says if isinstance(fault, ExpressionError) else "this can't be worked out"
        position = fault.position if isinstance(fault, ExpressionError) else None
        shown = _beginning(text, hand)
    ways = tuple(_units(text, caret, hand)) if figure is None else ()
    return Typing(
        paired,
        None if shown is None else told(shown),
        says,
        position,
        ways or tuple(_ways(text, caret, hand)),
    )


def _moved(seen: Typing, by: int) -> Typing:
    """The same of a text that stands farther on."""
    return Typing(
        tuple(Bracket(b.at + by, b.depth, None if b.other is None else b.other + by) for b in seen.brackets),
        seen.shown,
        seen.says,
        None if seen.position is None else seen.position + by,
        tuple(Completion(c.text, c.start + by, c.end + by, c.hint) for c in seen.completions),
    )


def _shown(text: str, hand: AtHand, may_have_unit: bool) -> Maths:
    """The expression as it looks in print, and what it comes to."""
    expression, wanted = split_as(text) if may_have_unit else (text, None)
    quantity = hand.worked(expression)
    unit = None if wanted is None else unit_as(wanted, quantity.kind)
    typed, value = as_typed(expression), hand.teller.written(quantity, unit)
    return typed if typed.text == value.text else Equal((typed, value))


def _beginning(text: str, hand: AtHand) -> Maths | None:
    """As much of an unfinished text as can be read: without its loose end, its brackets closed."""
    text = _AS.sub("", text)
    for begun in (text, _LOOSE_END.sub("", text)):
        missing = sum(1 for bracket in brackets(begun) if bracket.other is None and begun[bracket.at] == "(")
        try:
            return as_typed(begun + ")" * missing)
        except _CANT:
            continue
    return None


def _ways(text: str, caret: int, hand: AtHand) -> Iterator[Completion]:
    """How the name before the caret can go on: names that begin so first, then those that have a piece that does."""
    begun = _NAME.search(_as_usual(text[:caret]))
    if begun is None:
        return
    word, start = begun[0], begun.start()
    rest = re.match(r"[\w.]*", text[caret:])
    end = caret + (rest.end() if rest else 0)
    after_number = re.search(r"\d\s*$", text[:start]) is not None
    if (after_number and word in UNITS) or text[start:end] in {
        name for name, _ in (*hand.quantities, *hand.whole_names, *hand.own)
    }:
        return
    for name, hint in list(dict.fromkeys(_matching(word.lower(), hand)))[:MOST]:
        yield Completion(name, start, end, hint)


def _matching(low: str, hand: AtHand) -> Iterator[tuple[str, str]]:
    """What a word can become: first what begins with it, a part before its quantities; then what it is a piece of."""
    known = hand.whole_names if low.partition(".")[0] in hand.works else hand.quantities
    names = [(name, hand.teller.tell(quantity).text) for name, quantity in known]
    stems = dict.fromkeys(name[: name.rindex(".") + 1] for name, _ in names if name.count(".") > 0)
    parts = [(stem, "…") for stem in stems if stem.rstrip(".") not in hand.works]
    functions = [(f"{name}(", "a function") for name in FUNCTIONS if len(low) > 1]
    near = [each for each in names if each[0].count(".") <= low.count(".") + (low in hand.works)]
    own = [each for each in names if each[0].rpartition(".")[0] in hand.works]
    begin = [*hand.own, *near, *own, *parts, *functions]
    yield from (each for each in begin if each[0].lower().startswith(low) and each[0].lower() != low)
    yield from (
        each for each in [*parts, *names] if any(p.startswith(low) for p in each[0].lower().split(".") if p)
    )


def _as_usual(text: str) -> str:
    """The text with usual signs where it can be read so; as long as it was."""
    try:
        return as_usual(text)
    except ExpressionError:
        return text


def _units(text: str, caret: int, hand: AtHand) -> Iterator[Completion]:
    """Units in which a line can be told, behind its “as”."""
    begun = _UNIT.search(text[:caret])
    if begun is None:
        return
    try:
        kind = hand.worked(split_as(text[: begun.start()] + " as x")[0]).kind
    except _CANT:
        return
    for unit in _units_of(kind):
        if unit.startswith(begun[1]) and unit != begun[1]:
            yield Completion(unit, begun.start(1), len(text), "")


def _units_of(kind: Kind) -> list[str]:
    if kind == NUMBER:
        return ["%"]
    lengths = [UNITS[symbol] for symbol in LENGTH_UNITS]
    powers = [unit.to_power(power) for power in POWERS.values() for unit in lengths]
    litres = ["L", "mL"] if kind.length == POWERS["volume"] else []
    return [*litres, *(unit.text for unit in powers if unit.kind == kind)][:MOST]
