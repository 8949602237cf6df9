"""From typed text to a parsed expression, or to a sentence that says what is wrong with it."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from importlib.resources import files

from lark import Lark, Token, Tree
from lark.exceptions import UnexpectedInput

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
from mensuration.expressions.rows import (
    check_marks,
    check_whole_fraction,
    end_of,
    in_brackets,
    in_words,
    is_unit,
    marks_behind,
    measurements,
    start_of,
)
from mensuration.expressions.signs import as_usual, check_brackets, explained
from mensuration.numbers.monomials import MAX_INDEX
from mensuration.units import UNIT_WITH_POWER, UNITS

MAX_LENGTH = 500
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


@lru_cache(maxsize=4096)
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
    text = as_usual(text)
    check_brackets(text)
    try:
        tree = _PARSER.parse(text)
    except UnexpectedInput as error:
        raise explained(text, error) from None
    return _Reader(text).read(tree)


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
        if in_brackets(parts[1]):
            return Binary("/", above, below)
        self._ask_about_stroke(parts[1], below)
        match below:
            case Binary("*", number, unit, True) if is_unit(unit) and _is_bare(above) and _is_bare(number):
                # π/2 rad is half of π radians, as 1/2 m is half a metre, and 2/π m a length; 6 m / 2 m stays a division.
                return Binary("*", Binary("/", above, number), unit, implied=True)
        return Binary("/", above, below)

    def _ask_about_stroke(self, tree: Tree[Token] | Token, below: Node) -> None:
        """A product without a sign below a stroke: some read b/2 h as half of b h, others as b over 2 h."""
        match below:
            case Binary("*", left, right, True) if not (is_unit(right) and not is_unit(left)):
                assert isinstance(tree, Tree)
                second = next(child for child in tree.children[1:] if not is_unit(self.read(child)))
                start, middle, end = start_of(tree) or 0, start_of(second) or 0, end_of(tree) or 0
                while self.text[middle - 1] == "(":
                    middle -= 1
                end += self.text.count("(", middle, end) - self.text.count(")", middle, end)
                one, two = self.text[start:middle].strip(), self.text[middle:end].strip()
                says = f"this can be read in two ways: put brackets round what stands below, “({one} {two})”, or a × before “{two}”"
                raise ExpressionError("two-ways", says, start)

    def _percent(self, parts: list[Tree[Token] | Token]) -> Node:
        number = self.read(parts[0])
        assert isinstance(number, Number)
        return Number(number.value / 100, f"{number.typed}%")

    def _negative(self, parts: list[Tree[Token] | Token]) -> Node:
        return Negative(self.read(parts[0]))

    def _power(self, parts: list[Tree[Token] | Token]) -> Node:
        return Power(self.read(parts[0]), self.read(parts[1]))

    def _raised(self, parts: list[Tree[Token] | Token]) -> Node:
        typed = str(parts[1]).translate(_SUPERSCRIPTS)
        base = self.read(parts[0])
        if isinstance(base, UnitOf) and len(typed.lstrip("-")) > 1:
            says = f"“{base.unit.symbol}{parts[1]}” is no unit; areas are in {base.unit.symbol}², volumes in {base.unit.symbol}³"
            raise ExpressionError("unit-power", says, start_of(parts[1]))
        exponent = Number(Fraction(int(typed.lstrip("-"))), typed.lstrip("-"))
        return Power(base, Negative(exponent) if typed.startswith("-") else exponent)

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
            raise ExpressionError("root", says, start_of(parts[0]))
        return Power(self.read(parts[1]), Number(Fraction(1, index), f"1/{index}"))

    def _root(self, parts: list[Tree[Token] | Token]) -> Node:
        return Call("sqrt", (self.read(parts[0]),))

    def _path(self, parts: list[Tree[Token] | Token]) -> Node:
        name = str(parts[0])
        if name in UNITS:
            return UnitOf(UNITS[name])
        raised = UNIT_WITH_POWER.fullmatch(name)
        if raised is not None:  # m2
            return Power(UnitOf(UNITS[raised[1]]), Number(Fraction(raised[2]), raised[2]))
        if name in FUNCTIONS:
            raise ExpressionError(
                "function", f"write what {name} is taken of in brackets: {name}(…)", start_of(parts[0])
            )
        if name == "π":
            name = "pi"
        return Path(tuple(name.split(".")))

    def _unitmark(self, parts: list[Tree[Token] | Token]) -> Node:
        return UnitOf(UNITS[str(parts[0])])

    def _unknown(self, parts: list[Tree[Token] | Token]) -> Node:
        raise ExpressionError(
            "unknown-value", "“?” has no value yet: type the measurement", start_of(parts[0])
        )

    def _number(self, parts: list[Tree[Token] | Token]) -> Node:
        token = parts[0]
        assert isinstance(token, Token)
        typed = str(token)
        if len(typed) > MAX_DIGITS:
            raise ExpressionError(
                "too-long", f"numbers may have at most {MAX_DIGITS} digits", start_of(token)
            )
        try:
            if token.type == "MIXED":
                whole, fraction = typed.split(None, 1)
                value = Fraction(whole) + Fraction(fraction.replace(" ", "").replace("\t", ""))
            elif token.type == "FRACTION":
                value = Fraction(typed.replace(" ", "").replace("\t", ""))
            elif token.type == "VULGAR":
                value = Fraction(typed[:-1].strip() or 0) + Fraction(
                    unicodedata.numeric(typed[-1])
                ).limit_denominator(10)
            elif token.type == "SPACED":
                value = Fraction(typed.replace(" ", ""))
            else:
                value = Fraction(typed)
        except ZeroDivisionError:
            raise ExpressionError(
                "division-by-zero", "a fraction can't have 0 below the line", start_of(token)
            ) from None
        return Number(value, typed)

    def _row(self, parts: list[Tree[Token] | Token]) -> Node:
        """An implied product; a number with its units binds first, and 12 ft 6 in is a sum."""
        check_marks(parts)
        words = in_words([self.read(part) for part in parts], parts)
        check_whole_fraction(*words)
        items = measurements(*marks_behind(*words))
        result = items[0]
        for item in items[1:]:
            result = Binary("*", result, item, implied=True)
        return result


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
