"""The working: the written steps from the givens to an answer."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

from mensuration.expressions import Node, Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.evaluate import summed
from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.nodes import Binary, Call, Negative, Number, Power, UnitOf
from mensuration.tally.entry import Derivation, Trial
from mensuration.telling import leaves
from mensuration.telling import mathematics as m
from mensuration.telling.derivations import tell_lines
from mensuration.telling.mathematics import Maths
from mensuration.telling.values import Mathematics, Teller, Told, is_pi
from mensuration.telling.writing import write
from mensuration.units import Unit


def line(
    title: str, formula: Maths | None, numbers: Maths | None, value: Maths, trial: Trial | None = None
) -> Maths:
    """``title: formula = numbers = value``, leaving out what says the same twice.

    Equations found by trial don't equal their numbers: these stand behind them.
    """
    return m.Row((leaves.words(title), _sides(formula, numbers, value, trial)), r"\colon\quad ", ": ")


def _sides(formula: Maths | None, numbers: Maths | None, value: Maths, trial: Trial | None) -> Maths:
    if trial is not None and formula is not None and numbers is not None:
        return m.Row((formula, m.Equal((numbers, value))), r",\quad ", "; ")
    put = numbers.sides if isinstance(numbers, m.Equal) and not numbers.almost else (numbers,)
    if formula is not None and put[0] is not None and put[0].text == formula.text:
        formula = None
    told: list[Maths] = []
    for side in (formula, *put, value):
        if side is not None and not _is_told(side, told):
            told.append(side)
    new = tuple(side for side in told if any(side is each for each in put))
    sides = (
        [m.Numbers(new) if side is new[0] else side for side in told if side not in new[1:]] if new else told
    )
    return m.Equal(tuple(sides))


def _is_told(side: Maths, told: Sequence[Maths]) -> bool:
    return any(f" = {other.text}".endswith(f" = {side.text}") for other in told)


@lru_cache(maxsize=2048)
def step_line(title: str, step: Derivation, teller: Teller, part: str) -> Maths:
    """One step as a line of the working; ``part`` is whose givens its numbers may be."""
    own = tell_lines(step, teller, part)
    return line(title, own.formula, own.numbers, teller.written(step.value), step.trial)


def path_working(path: Sequence[Derivation], teller: Teller) -> list[Maths]:
    """The written lines of a solver's path, each formula, its numbers and its value."""
    found = []
    for step in path:
        own = tell_lines(step, teller)
        found.append(_sides(own.formula, own.numbers, teller.written(step.value), step.trial))
    return found


def expression_working(
    name: str, expression: str, quantity: Quantity, scope: Scope, teller: Teller
) -> list[Maths]:
    """A named expression: as typed, with numbers in place, its value."""
    tree = parse(expression)
    value = teller.written(quantity)
    contents: dict[str, Quantity] = {}

    def number(path: Path) -> Maths:
        if path.text in contents:
            return teller.written(contents[path.text])
        return teller.pi_letter if is_pi(path) else teller.written(scope.value_of(path))

    typed = as_typed(expression)
    if isinstance(tree, Number | UnitOf):
        return [line(name, typed, None, value)]
    numbers = write(teller.counted(_worked_out(tree, scope, contents)), number, times=True)
    expanded = teller.expanded(tree, scope, quantity)
    return [line(name, typed, m.Equal((numbers, expanded)) if expanded is not None else numbers, value)]


def as_typed(expression: str) -> Maths:
    """A typed expression in print, its names as words. ExpressionError where it can't be read.

    >>> as_typed("2(a+b)/3").text
    '2 (a + b) / 3'
    """
    return write(parse(expression), lambda path: leaves.PI if is_pi(path) else leaves.words(path.text))


def _worked_out(node: Node, scope: Scope, contents: dict[str, Quantity]) -> Node:
    """An expression with what is told of figures (``fill(drum, 0.5)``) replaced by names for its values."""
    match node:
        case Call(function, (first, *_)) if FUNCTIONS[function].of_figure or _is_summed(function, first):
            name = f"content {len(contents) + 1}"
            contents[name] = evaluate(node, scope)
            return Path((name,))
        case Call(function, arguments):
            return Call(function, tuple(_worked_out(each, scope, contents) for each in arguments))
        case Negative(of):
            return Negative(_worked_out(of, scope, contents))
        case Binary(operator, left, right, implied):
            one, two = (_worked_out(each, scope, contents) for each in (left, right))
            return Binary(operator, one, two, implied)
        case Power(base, exponent):
            return Power(_worked_out(base, scope, contents), exponent)
        case _:
            return node


def _is_summed(function: str, first: Node) -> bool:
    return function == "sum" and isinstance(first, Path) and summed(first) != first


def unit_line(quantity: Quantity, unit: Unit | None, teller: Teller) -> list[Maths]:
    """The change into another unit than the problem's; nothing where there is none."""
    if unit is None or unit == teller.unit_for(quantity.kind):
        return []
    return [m.Equal((teller.written(quantity), teller.written(quantity, unit)))]


def rounding_line(value: Told) -> list[Maths]:
    """The one rounding, at the end; nothing where it changes nothing."""
    if not value.approximate:
        return []
    digits = value.decimal[: max(12, len(value.rounded) + 3)]
    cut = len(digits) < len(value.decimal)
    shown = m.Written(digits + (r"\ldots " if cut else ""), digits + ("…" if cut else ""))
    rounded = m.Written(value.rounded_tex, value.text)
    rule = leaves.words(f"({value.rule})")
    return [m.Row((m.Equal((shown, rounded), almost=True), rule))]


def tell_all(lines: Sequence[Maths]) -> tuple[Mathematics, ...]:
    """Lines as results hold them, without marks: nothing is changed in the working."""
    return tuple(Mathematics(each.tex, each.text) for each in lines)
