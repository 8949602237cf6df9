"""From typed text to a parsed expression, or to a sentence that says what is wrong with it."""

from __future__ import annotations

import re
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from importlib.resources import files

from lark import Lark, Token, Tree
from lark.exceptions import UnexpectedCharacters, UnexpectedInput, UnexpectedToken

from mensuration.expressions.errors import ExpressionError
from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.names import PATH
from mensuration.expressions.nodes import (
    Binary,
    Call,
    Negative,
    Node,
    Number,
    Path,
    Power,
    UnitOf,
    children,
)
from mensuration.numbers.monomials import MAX_INDEX
from mensuration.units import UNITS

MAX_LENGTH = 500
MAX_DEPTH = 40
MAX_NESTING = 150  # of everything: brackets, signs, roots, sums of sums
MAX_DIGITS = 40
_SUPERSCRIPTS = str.maketrans("⁻⁰¹²³⁴⁵⁶⁷⁸⁹", "-0123456789")
_DECIMAL = re.compile(r"\d{1,20}(\.\d{1,20})?")
_PARSER = Lark(
    files("mensuration.expressions")
    .joinpath("grammar.lark")
    .read_text("utf-8")
    .replace("<functions>", "|".join(FUNCTIONS))
    .replace("<path>", PATH),
    parser="lalr",
    maybe_placeholders=False,
)


@lru_cache(maxsize=8192)
def parse(text: str) -> Node:
    """Parse typed text. ExpressionError, with a position, when it can't be read.

    >>> parse("2 1/2")
    Number(value=Fraction(5, 2), typed='2 1/2')
    """
    if not text.strip():
        raise ExpressionError("empty", "something is missing here: type a value")
    if _DECIMAL.fullmatch(text):
        return Number(Fraction(text), text)  # most of what is typed
    if len(text) > MAX_LENGTH:
        raise ExpressionError("too-long", f"this is longer than {MAX_LENGTH} characters")
    _check_brackets(text)
    try:
        tree = _PARSER.parse(text)
    except UnexpectedInput as error:
        raise _explained(text, error) from None
    return _Reader(text).read(tree)


def _check_brackets(text: str) -> None:
    opened: list[int] = []
    for position, character in enumerate(text):
        if character == "(":
            opened.append(position)
            if len(opened) > MAX_DEPTH:
                raise ExpressionError("too-deep", "there are too many brackets inside one another", position)
        elif character == ")":
            if not opened:
                raise ExpressionError("bracket", "this bracket “)” was never opened", position)
            opened.pop()
    if opened:
        raise ExpressionError("bracket", "this bracket “(” is never closed", opened[-1])


def _explained(text: str, error: UnexpectedInput) -> ExpressionError:
    position = error.pos_in_stream if error.pos_in_stream is not None else len(text)
    if isinstance(error, UnexpectedToken) and error.token.type == "$END":
        return ExpressionError(
            "unfinished", "this stops too soon: something is missing at the end", len(text)
        )
    character = text[position]
    if character == ",":
        return ExpressionError(
            "comma", "a comma can't stand here; write decimals with a point: 2.4", position
        )
    if character == "=":
        return ExpressionError("equals", "write only the value, without an equals sign", position)
    if character == ")":
        return ExpressionError("bracket", "something is missing before this bracket", position)
    if isinstance(error, UnexpectedCharacters):
        return ExpressionError("character", f"“{character}” can't be read here", position)
    return ExpressionError(
        "unexpected", f"“{character}” can't stand here; something is missing before it", position
    )


class _Reader:
    """Turns Lark's tree into nodes. Depth is bounded by MAX_DEPTH and MAX_LENGTH."""

    def __init__(self, text: str) -> None:
        self.text = text
        self.depth = 0

    def read(self, tree: Tree[Token] | Token) -> Node:
        assert isinstance(tree, Tree)
        self.depth += 1
        if self.depth > MAX_NESTING:
            raise ExpressionError("too-deep", "there is too much inside one another here")
        reader: Callable[[list[Tree[Token] | Token]], Node] = getattr(self, f"_{tree.data}")
        node = reader(tree.children)
        self.depth -= 1
        return node

    def _add(self, parts: list[Tree[Token] | Token]) -> Node:
        return Binary("+", self.read(parts[0]), self.read(parts[1]))

    def _subtract(self, parts: list[Tree[Token] | Token]) -> Node:
        return Binary("-", self.read(parts[0]), self.read(parts[1]))

    def _multiply(self, parts: list[Tree[Token] | Token]) -> Node:
        return Binary("*", self.read(parts[0]), self.read(parts[1]))

    def _divide(self, parts: list[Tree[Token] | Token]) -> Node:
        above, below = self.read(parts[0]), self.read(parts[1])
        match below:
            case Binary("*", number, unit, True) if _is_unit(unit) and _is_bare(above) and _is_bare(number):
                # π/2 rad is half of π radians, as 1/2 m is half a metre, and 2/π m a length; 6 m / 2 m stays a division.
                return Binary("*", Binary("/", above, number), unit, implied=True)
        return Binary("/", above, below)

    def _negative(self, parts: list[Tree[Token] | Token]) -> Node:
        return Negative(self.read(parts[0]))

    def _power(self, parts: list[Tree[Token] | Token]) -> Node:
        return Power(self.read(parts[0]), self.read(parts[1]))

    def _raised(self, parts: list[Tree[Token] | Token]) -> Node:
        typed = str(parts[1]).translate(_SUPERSCRIPTS)
        exponent = Number(Fraction(int(typed.lstrip("-"))), typed.lstrip("-"))
        return Power(self.read(parts[0]), Negative(exponent) if typed.startswith("-") else exponent)

    def _call(self, parts: list[Tree[Token] | Token]) -> Node:
        return Call(str(parts[0]), tuple(self.read(part) for part in parts[1:]))

    def _bracket(self, parts: list[Tree[Token] | Token]) -> Node:
        return self.read(parts[0])

    def _cube_root(self, parts: list[Tree[Token] | Token]) -> Node:
        return Call("cbrt", (self.read(parts[0]),))

    def _index_root(self, parts: list[Tree[Token] | Token]) -> Node:
        index = int(str(parts[0])[:-1].translate(_SUPERSCRIPTS))
        if not 2 <= index <= MAX_INDEX:
            says = f"a root's small number must be from 2 to {MAX_INDEX}"
            raise ExpressionError("root", says, _start(parts[0]))
        return Power(self.read(parts[1]), Number(Fraction(1, index), f"1/{index}"))

    def _root(self, parts: list[Tree[Token] | Token]) -> Node:
        return Call("sqrt", (self.read(parts[0]),))

    def _path(self, parts: list[Tree[Token] | Token]) -> Node:
        name = str(parts[0])
        if name in UNITS:
            return UnitOf(UNITS[name])
        if name in FUNCTIONS:
            raise ExpressionError(
                "function", f"write what {name} is taken of in brackets: {name}(…)", _start(parts[0])
            )
        if name == "π":
            name = "pi"
        return Path(tuple(name.split(".")))

    def _unitmark(self, parts: list[Tree[Token] | Token]) -> Node:
        return UnitOf(UNITS[str(parts[0])])

    def _unknown(self, parts: list[Tree[Token] | Token]) -> Node:
        raise ExpressionError("unknown-value", "“?” has no value yet: type the measurement", _start(parts[0]))

    def _number(self, parts: list[Tree[Token] | Token]) -> Node:
        token = parts[0]
        assert isinstance(token, Token)
        typed = str(token)
        if len(typed) > MAX_DIGITS:
            raise ExpressionError("too-long", f"numbers may have at most {MAX_DIGITS} digits", _start(token))
        try:
            if token.type == "MIXED":
                whole, fraction = typed.split(None, 1)
                value = Fraction(whole) + Fraction(fraction.replace(" ", "").replace("\t", ""))
            elif token.type == "FRACTION":
                value = Fraction(typed.replace(" ", "").replace("\t", ""))
            else:
                value = Fraction(typed)
        except ZeroDivisionError:
            raise ExpressionError(
                "division-by-zero", "a fraction can't have 0 below the line", _start(token)
            ) from None
        return Number(value, typed)

    def _row(self, parts: list[Tree[Token] | Token]) -> Node:
        """An implied product; a number with its units binds first, and 12 ft 6 in is a sum."""
        items = self._measurements([self.read(part) for part in parts], parts)
        result = items[0]
        for item in items[1:]:
            result = Binary("*", result, item, implied=True)
        return result

    def _measurements(self, items: list[Node], parts: list[Tree[Token] | Token]) -> list[Node]:
        grouped: list[Node] = []
        smallest: UnitOf | None = None  # the last unit of a measurement that may go on: 12 ft …
        position = 0
        while position < len(items):
            item = items[position]
            if not isinstance(item, Number):
                grouped.append(item)
                smallest = None
                position += 1
                continue
            unit = items[position + 1] if position + 1 < len(items) else None
            if smallest is not None or (grouped and isinstance(grouped[-1], Number)):
                self._check_continuation(smallest, item, unit, _start(parts[position]))
            if not _is_unit(unit):
                grouped.append(item)
                smallest = None
                position += 1
                continue
            assert unit is not None
            measured = Binary("*", item, unit, implied=True)
            if smallest is not None:
                grouped[-1] = Binary("+", grouped[-1], measured, implied=True)
            else:
                grouped.append(measured)
            smallest = unit if isinstance(unit, UnitOf) else None
            position += 2
        return grouped

    def _check_continuation(
        self, smallest: UnitOf | None, number: Number, unit: Node | None, position: int | None
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


def _is_unit(node: Node | None) -> bool:
    if isinstance(node, Power):
        return isinstance(node.base, UnitOf)
    return isinstance(node, UnitOf)


def _is_bare(node: Node) -> bool:
    """Whether an expression is made of numbers and π alone."""
    if isinstance(node, UnitOf) or (isinstance(node, Path) and node.names != ("pi",)):
        return False
    return all(_is_bare(child) for child in children(node))


def is_literal(text: str) -> bool:
    """Whether a typed measurement is only a number with at most its units, and no name.

    >>> is_literal("2 ft 3 in"), is_literal("slab.width")
    (True, False)
    """
    try:
        return _literal(parse(text))
    except ExpressionError:
        return False


def _literal(node: Node) -> bool:
    match node:
        case Number() | UnitOf():
            return True
        case Binary(_, left, right, True):
            return _literal(left) and _literal(right)
        case Negative(of):
            return _literal(of)
        case _:
            return False


def _start(item: Tree[Token] | Token) -> int | None:
    while isinstance(item, Tree) and item.children:
        item = item.children[0]
    return item.start_pos if isinstance(item, Token) else None
