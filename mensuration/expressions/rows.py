"""Numbers, units and names that stand side by side: which of them are one measurement, and what they are together."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise

from lark import Token, Tree

from mensuration.expressions.errors import ExpressionError
from mensuration.expressions.nodes import Binary, Node, Number, Path, Power, UnitOf
from mensuration.units import ANGLE, LENGTH, UNITS


def check_marks(parts: list[Tree[Token] | Token]) -> None:
    """That no two marks stand together: 3'' is no unit. ExpressionError."""
    for one, two in pairwise(parts):
        if all(isinstance(part, Tree) and part.data == "unitmark" for part in (one, two)):
            raise ExpressionError(
                "marks", 'two marks make no unit; write inches as 3" or 3 in', start_of(two)
            )


def check_whole_fraction(items: list[Node], parts: list[Tree[Token] | Token]) -> None:
    """6/2(1+2): some take 6/2 first, others 2(1+2)."""
    for position, item in enumerate(items[:-1]):
        if isinstance(item, Number) and "/" in item.typed and item.value.denominator == 1:
            if not is_unit(items[position + 1]) and not isinstance(items[position + 1], Number):
                above, below = (text.strip() for text in item.typed.split("/"))
                says = f"this can be read in two ways: write {above}/({below} …), or ({above}/{below}) × …"
                raise ExpressionError("two-ways", says, start_of(parts[position]))


def marks_behind(
    items: list[Node], parts: list[Tree[Token] | Token]
) -> tuple[list[Node], list[Tree[Token] | Token]]:
    """The items with a mark of money behind the number that it stands before: €4.20 is 4.20 EUR."""
    order = list(range(len(items)))
    for at, (one, two) in enumerate(pairwise(items)):
        if isinstance(one, UnitOf) and one.unit.kind.money and isinstance(two, Number):
            if order[at] == at and not (at and isinstance(items[at - 1], Number)):
                order[at], order[at + 1] = at + 1, at
    return [items[i] for i in order], [parts[i] for i in order]


def measurements(items: list[Node], parts: list[Tree[Token] | Token]) -> list[Node]:
    """The items with every number and its units put together: 12 ft 6 in is one. ExpressionError where a sign is missing."""
    grouped: list[Node] = []
    smallest: UnitOf | None = None  # the last unit of a measurement that may go on: 12 ft …
    position = 0
    while position < len(items):
        item = items[position]
        if not isinstance(item, Number) or in_brackets(parts[position]):  # 2 (3) is a product
            grouped.append(item)
            smallest = None
            position += 1
            continue
        unit = items[position + 1] if position + 1 < len(items) else None
        if smallest is not None or (grouped and isinstance(grouped[-1], Number)):
            of = unit
            if smallest is not None and unit is not None and smallest.unit.kind == ANGLE:
                of = _of_angle(unit, parts[position + 1])
            _check_continuation(smallest, item, of, start_of(parts[position]))
        if not is_unit(unit):
            grouped.append(item)
            smallest = None
            position += 1
            continue
        assert unit is not None
        if smallest is not None and smallest.unit.kind == ANGLE:
            unit = _of_angle(unit, parts[position + 1])
        measured = Binary("*", item, unit, implied=True)
        if smallest is not None:
            grouped[-1] = Binary("+", grouped[-1], measured, implied=True)
        else:
            grouped.append(measured)
        smallest = unit if isinstance(unit, UnitOf) else None
        position += 2
    return grouped


def _check_continuation(
    smallest: UnitOf | None, number: Number, unit: Node | None, position: int | None
) -> None:
    if smallest is None:
        raise ExpressionError("two-numbers", f"a sign is missing before {number.typed}", position)
    if not isinstance(unit, UnitOf):
        raise ExpressionError("unit-missing", f"which unit has {number.typed} here?", position)
    larger, smaller = smallest.unit, unit.unit
    fits = larger.kind == smaller.kind and larger.factor and smaller.factor
    if not fits or (larger.factor or 0) <= (smaller.factor or 0):
        raise ExpressionError(
            "two-numbers", f"a sign is missing before {number.typed} {smaller.symbol}", position
        )


_POWERS = {"sq": 2, "square": 2, "cu": 3, "cubic": 3}
_GALLONS = {"us": "usgal", "uk": "ukgal", "imp": "ukgal", "imperial": "ukgal"}
_GALLON = ("gal", "gallon", "gallons")


def in_words(
    items: list[Node], parts: list[Tree[Token] | Token]
) -> tuple[list[Node], list[Tree[Token] | Token]]:
    """Units of two words put together: sq ft, cubic metres, US gallons."""
    made: list[Node] = []
    of: list[Tree[Token] | Token] = []
    position = 0
    while position < len(items):
        item, after = items[position], items[position + 1] if position + 1 < len(items) else None
        word = item.names[0].lower() if isinstance(item, Path) and len(item.names) == 1 else ""
        of.append(parts[position])
        position += 1
        if word in _POWERS and isinstance(after, UnitOf) and after.unit.kind == LENGTH:
            item = Power(after, Number(Fraction(_POWERS[word]), str(_POWERS[word])))
            position += 1
        elif word in _GALLONS and isinstance(after, Path) and after.text.lower() in _GALLON:
            item = Path((_GALLONS[word],))
            position += 1
        made.append(item)
    return made, of


def _of_angle(unit: Node, tree: Tree[Token] | Token) -> Node:
    """The marks of feet and inches behind degrees are minutes and seconds: 20° 30'."""
    if isinstance(tree, Tree) and tree.data == "unitmark" and isinstance(unit, UnitOf):
        smaller = {"ft": "arcmin", "in": "arcsec"}.get(unit.unit.symbol)
        return UnitOf(UNITS[smaller]) if smaller else unit
    return unit


def in_brackets(tree: Tree[Token] | Token) -> bool:
    """Whether a tree is one bracket."""
    while isinstance(tree, Tree) and tree.data == "row" and len(tree.children) == 1:
        tree = tree.children[0]
    return isinstance(tree, Tree) and tree.data == "bracket"


def is_unit(node: Node | None) -> bool:
    """Whether a node is a unit or a power of one."""
    if isinstance(node, Power):
        return isinstance(node.base, UnitOf)
    return isinstance(node, UnitOf)


def end_of(item: Tree[Token] | Token) -> int | None:
    """Where a tree ends in the text."""
    while isinstance(item, Tree) and item.children:
        item = item.children[-1]
    return item.end_pos if isinstance(item, Token) else None


def start_of(item: Tree[Token] | Token) -> int | None:
    """Where a tree starts in the text."""
    while isinstance(item, Tree) and item.children:
        item = item.children[0]
    return item.start_pos if isinstance(item, Token) else None
