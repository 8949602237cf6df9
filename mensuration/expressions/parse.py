"""From typed text to a parsed expression, or to a sentence that says what is wrong with it."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from importlib.resources import files
from itertools import pairwise

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
from mensuration.units import ANGLE, LENGTH, UNIT_WITH_POWER, UNITS

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
    _check_brackets(text)
    try:
        tree = _PARSER.parse(text)
    except UnexpectedInput as error:
        raise _explained(text, error) from None
    return _Reader(text).read(tree)


# What looks like a usual sign is read as it, character by character, so that positions stay.
_USUAL = str.maketrans(
    {
        **dict.fromkeys("º˚", "°"),
        **dict.fromkeys("⋅∙•‧", "·"),
        **dict.fromkeys("⁄∕", "/"),
        **dict.fromkeys("−–—‐‑", "-"),
        **dict.fromkeys(
            "\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u202f\u205f\u3000\u00a0", " "
        ),
    }
)
_FEET_AND_INCHES = re.compile(r"(?<=[\d½¼¾])['′’]( ?)-( ?)(?=\d[\d ./]*[\"″”])")
_HYPHENED = re.compile(r"(?<![\d.])(\d+)-(\d+/\d+(?![\d.])|[¼½¾⅓⅔⅛⅜⅝⅞])")


def as_usual(text: str) -> str:
    """The text with usual signs, as long as it was. ExpressionError where a hyphen may mean two things.

    >>> as_usual("90º − 3⋅4")
    '90° - 3·4'
    """
    text = text.translate(_USUAL)
    for found in _FEET_AND_INCHES.finditer(text):
        if found[1] or found[2]:
            says = "is this feet and inches, or a difference? Write 12' 6\", or 12 ft - 6 in"
            raise ExpressionError("hyphen", says, found.start() + 1)
        text = text[: found.end() - 1] + " " + text[found.end() :]
    hyphened = _HYPHENED.search(text)
    if hyphened is not None:
        whole, part = hyphened.groups()
        says = f"this can be read in two ways: write {whole} {part}, or {whole} - {part} with spaces"
        raise ExpressionError("hyphen", says, hyphened.end(1))
    return text


_THOUSANDS = re.compile(r"\d{1,3}(,\d{3})+(?!\d)")


def _about_comma(text: str, position: int) -> str:
    for found in _THOUSANDS.finditer(text):
        if found.start() < position < found.end():
            plain, point = found[0].replace(",", ""), found[0].replace(",", ".", 1)
            if found[0].count(",") > 1:
                return f"write thousands without commas: {plain}"
            return f"“{found[0]}” can be read in two ways: write {plain}, or {point} with a point"
    return "a comma can't stand here; write decimals with a point: 2.4"


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
        return ExpressionError("comma", _about_comma(text, position), position)
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
        if _in_brackets(parts[1]):
            return Binary("/", above, below)
        self._ask_about_stroke(parts[1], below)
        match below:
            case Binary("*", number, unit, True) if _is_unit(unit) and _is_bare(above) and _is_bare(number):
                # π/2 rad is half of π radians, as 1/2 m is half a metre, and 2/π m a length; 6 m / 2 m stays a division.
                return Binary("*", Binary("/", above, number), unit, implied=True)
        return Binary("/", above, below)

    def _ask_about_stroke(self, tree: Tree[Token] | Token, below: Node) -> None:
        """A product without a sign below a stroke: some read b/2 h as half of b h, others as b over 2 h."""
        match below:
            case Binary("*", left, right, True) if not (_is_unit(right) and not _is_unit(left)):
                assert isinstance(tree, Tree)
                second = next(child for child in tree.children[1:] if not _is_unit(self.read(child)))
                start, middle, end = _start(tree) or 0, _start(second) or 0, _end(tree) or 0
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
            raise ExpressionError("unit-power", says, _start(parts[1]))
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
            raise ExpressionError("root", says, _start(parts[0]))
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
                "division-by-zero", "a fraction can't have 0 below the line", _start(token)
            ) from None
        return Number(value, typed)

    def _row(self, parts: list[Tree[Token] | Token]) -> Node:
        """An implied product; a number with its units binds first, and 12 ft 6 in is a sum."""
        self._check_marks(parts)
        words = _in_words([self.read(part) for part in parts], parts)
        self._check_whole_fraction(*words)
        items = self._measurements(*words)
        result = items[0]
        for item in items[1:]:
            result = Binary("*", result, item, implied=True)
        return result

    def _check_marks(self, parts: list[Tree[Token] | Token]) -> None:
        for one, two in pairwise(parts):
            if all(isinstance(part, Tree) and part.data == "unitmark" for part in (one, two)):
                raise ExpressionError(
                    "marks", 'two marks make no unit; write inches as 3" or 3 in', _start(two)
                )

    def _check_whole_fraction(self, items: list[Node], parts: list[Tree[Token] | Token]) -> None:
        """6/2(1+2): some take 6/2 first, others 2(1+2)."""
        for position, item in enumerate(items[:-1]):
            if isinstance(item, Number) and "/" in item.typed and item.value.denominator == 1:
                if not _is_unit(items[position + 1]) and not isinstance(items[position + 1], Number):
                    above, below = (text.strip() for text in item.typed.split("/"))
                    says = (
                        f"this can be read in two ways: write {above}/({below} …), or ({above}/{below}) × …"
                    )
                    raise ExpressionError("two-ways", says, _start(parts[position]))

    def _measurements(self, items: list[Node], parts: list[Tree[Token] | Token]) -> list[Node]:
        grouped: list[Node] = []
        smallest: UnitOf | None = None  # the last unit of a measurement that may go on: 12 ft …
        position = 0
        while position < len(items):
            item = items[position]
            if not isinstance(item, Number) or _in_brackets(parts[position]):  # 2 (3) is a product
                grouped.append(item)
                smallest = None
                position += 1
                continue
            unit = items[position + 1] if position + 1 < len(items) else None
            if smallest is not None or (grouped and isinstance(grouped[-1], Number)):
                of = unit
                if smallest is not None and unit is not None and smallest.unit.kind == ANGLE:
                    of = _of_angle(unit, parts[position + 1])
                self._check_continuation(smallest, item, of, _start(parts[position]))
            if not _is_unit(unit):
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


_POWERS = {"sq": 2, "square": 2, "cu": 3, "cubic": 3}
_GALLONS = {"us": "usgal", "uk": "ukgal", "imp": "ukgal", "imperial": "ukgal"}
_GALLON = ("gal", "gallon", "gallons")


def _in_words(
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


def _in_brackets(tree: Tree[Token] | Token) -> bool:
    while isinstance(tree, Tree) and tree.data == "row" and len(tree.children) == 1:
        tree = tree.children[0]
    return isinstance(tree, Tree) and tree.data == "bracket"


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


def _end(item: Tree[Token] | Token) -> int | None:
    while isinstance(item, Tree) and item.children:
        item = item.children[-1]
    return item.end_pos if isinstance(item, Token) else None


def _start(item: Tree[Token] | Token) -> int | None:
    while isinstance(item, Tree) and item.children:
        item = item.children[0]
    return item.start_pos if isinstance(item, Token) else None
