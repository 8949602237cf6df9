"""A part typed in words: ``take away semicircle diameter 1.2 at 2.4, 0.6 turned 270 named bite``."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from importlib.resources import files
from typing import Any, NamedTuple

from lark import Lark, Token, Tree
from lark.exceptions import UnexpectedInput

from mensuration.catalogue import PlaneFigure, plane_figures
from mensuration.expressions import (
    ExpressionError,
    fresh_name,
    is_literal,
    name_fault,
    nearest,
    one_word,
    parse,
)
from mensuration.expressions.errors import shortened
from mensuration.expressions.signs import in_two_ways
from mensuration.frozen import Frozen
from mensuration.language.standing import NoEdge, Standing, fitted, missing_beside, standing_on
from mensuration.outlines import OUTLINE, PROFILE, read_walk

MAX_LENGTH = 300
JOINS = {"take": ("take away", "take", "cut out", "cut"), "common": ("keep common", "common")}
CLAUSES = ("at", "turned", "flipped", "named")
_GRAMMAR = files("mensuration.language").joinpath("entry.lark").read_text("utf-8")
_THOUSANDS = re.compile(r"(?<![\d,.])(\d{1,3}),(\d{3})(?![\d,])")  # "2, 300" are two sizes
_NAMED_SIZE = re.compile(
    r"([a-z][\w-]*)[ =:]+[-.\d]", re.IGNORECASE
)  # such as "length 6", where "length" is no measure


class EntryError(ValueError):
    """What is wrong with the typed part, and where in the text it stands."""

    def __init__(self, says: str, position: int = 0) -> None:
        super().__init__(says)
        self.says = says
        self.position = position


class _Value(NamedTuple):
    """A text of the line and where it begins."""

    text: str
    start: int


@lru_cache(maxsize=100)
def _parser(shape: str) -> Lark:
    """The grammar with the words of one shape; of an outline it has none."""
    figure = plane_figures().get(shape)
    names = (
        sorted((m.name for m in figure.measures), key=len, reverse=True) if figure else ["outline"]
    )  # which begins the line, and is taken off it
    measures = "|".join(name.replace("_", "[_ ]") for name in names)
    return Lark(
        _GRAMMAR.replace("<measures>", measures),
        parser="lalr",
        start=["part", "outline", "corners"],
        propagate_positions=True,
    )


_LENT = re.compile(r"profile\s+(?P<of>\w+)(\s+on\s+(?P<part>\w+)\.(?P<edge>\w+))?", re.IGNORECASE)


def read_entry(text: str, shapes: Mapping[str, str] | None = None) -> dict[str, Any]:
    """The part that a line describes, as in the problem document; it has a place (``at``) where one was typed. EntryError in
    words.

    ``shapes`` gives the shape of every part that is there, by name.

    >>> read_entry("circle radius 2")["given"]
    {'radius': '2'}
    """
    shapes = shapes or {}
    if len(text) > MAX_LENGTH:
        raise EntryError(f"this is longer than {MAX_LENGTH} characters")
    join, rest, offset = _leading_join(text)
    outline = re.match(r"outline\s+", rest, re.IGNORECASE)
    if outline:
        return _outline(rest[outline.end() :], offset + outline.end(), shapes, join)
    lent = _LENT.fullmatch(rest.strip())
    if lent:
        return _lent(lent, shapes, join)
    found = _leading_shape(rest)
    if found is None:
        raise _no_shape(rest.strip(), offset)
    figure, length = found
    return _Reader(figure, rest[length:], offset + length, shapes, join).part(len(text.rstrip()))


class _Reader:
    """Reads what stands behind the name of a shape."""

    def __init__(
        self, figure: PlaneFigure, text: str, offset: int, shapes: Mapping[str, str], join: str
    ) -> None:
        self.figure, self.text, self.offset, self.shapes = figure, text, offset, shapes
        self.given: dict[str, str] = {}
        self.fields: dict[str, Any] = {"turn": "0", "flip": False}
        self.name: str | None = None
        self.join = join
        self.standing: Standing | None = None

    def part(self, end: int) -> dict[str, Any]:
        try:
            tree = _parser(self.figure.name).parse(self.text, start="part")
        except UnexpectedInput as error:
            position = error.pos_in_stream if error.pos_in_stream is not None else len(self.text)
            raise EntryError("this can't be read here", self.offset + position) from None
        for clause in tree.children:
            assert isinstance(clause, Tree)
            if clause.data == "value":
                self._sizes(self._value(clause))
            else:
                getattr(self, f"_{clause.data}")(clause)
        given, join = self._seated(end)
        if not given:
            raise EntryError(f"say its size, such as {_example(self.figure)}", end)
        name = self.name or fresh_name(self.figure.name, self.shapes)
        part = {"name": name, "shape": self.figure.name, "given": given, **self.fields}
        if self.standing is not None:
            part["on"] = self.standing.on
        return {**part, "join": join}

    def _seated(self, end: int) -> tuple[dict[str, str], str]:
        """The givens sized to the edge on which the part stands; what lies in another is taken away from it."""
        standing = self.standing
        if standing is None:
            return self.given, self.join
        given = self.given
        if standing.length is not None:
            given = fitted(self.figure, standing.length, given)
            missing = missing_beside(self.figure, given)
            if missing:
                raise EntryError(f"say also its {' and '.join(missing)}", end)
        inside = standing.on.get("side", "in") == "in"
        return given, "take" if inside and self.join == "add" else self.join

    def _value(self, tree: Tree[Token] | None, after: Token | None = None) -> _Value:
        """The text of a value, without the signs that may stand before or behind it."""
        if tree is None:
            return _Value("", self.offset + ((after.end_pos if after else 0) or 0))
        start, end = tree.meta.start_pos, tree.meta.end_pos
        raw = self.text[start:end]
        text = raw.strip(" ,=:")
        return _Value(text, self.offset + start + len(raw) - len(raw.lstrip(" ,=:")))

    def _behind(self, clause: Tree[Token]) -> _Value:
        word, *values = clause.children
        assert isinstance(word, Token)
        value = values[0] if values else None
        assert value is None or isinstance(value, Tree)
        return self._value(value, word)

    def _sizes(self, value: _Value) -> None:
        """``rectangle 2.4 by 1.2``: sizes without names are the usual ones, in their order."""
        if not value.text:
            return
        thousands = _THOUSANDS.search(value.text)
        if thousands is not None:
            one, two = thousands.groups()
            says = in_two_ways(thousands[0], one + two, f"{one} by {two}")
            raise EntryError(says, value.start + thousands.start())
        values = re.split(r"\s+by\s+|\s*[x×,]\s*", value.text, flags=re.IGNORECASE)
        usual = self.figure.usual
        named = _NAMED_SIZE.match(value.text)
        if named is not None and named[1].lower() != "pi":
            raise EntryError(self._no_measure(named[1]), value.start)
        if len(values) != len(usual):
            says = f"say which sizes these are; a {self.figure.title.lower()} has {' and '.join(usual)}"
            raise EntryError(says, value.start)
        for name, text in zip(usual, values, strict=True):
            self.given[name] = checked(text, value.start, f"the {name}")

    def _no_measure(self, word: str) -> str:
        known = [m.name for m in self.figure.measures]
        title = self.figure.title.lower()
        guess = nearest(word, known)
        hint = f"did you mean “{guess}”?" if guess else f"it has {', '.join(known)}"
        return f"a {title} has no “{shortened(word)}”; {hint}"

    def _given(self, clause: Tree[Token]) -> None:
        word = clause.children[0]
        names = {m.name.lower(): m.name for m in self.figure.measures}
        exact = {m.name: m.name for m in self.figure.measures}
        typed = str(word).replace(" ", "_")
        name = exact.get(typed) or names[typed.lower()]
        value = self._behind(clause)
        self.given[name] = checked(value.text, value.start, f"the {name}")

    def _shared(self, clause: Tree[Token]) -> None:
        """``shared by 15``: one of so many equal shares of the whole turn."""
        value = self._behind(clause)
        angle = next((m.name for m in self.figure.measures if m.of_turn), None)
        if angle is None:
            raise EntryError(f"a {self.figure.title.lower()} is no share of a turn", value.start)
        by = checked(value.text, value.start, "by how many it is shared")
        self.given[angle] = f"360°/{by if by.isdigit() else f'({by})'}"

    def _at(self, clause: Tree[Token]) -> None:
        self.fields["at"] = _place(self._behind(clause))

    def _turn(self, clause: Tree[Token]) -> None:
        value = self._behind(clause)
        self.fields["turn"] = checked(value.text, value.start, "a turn, in degrees")

    def _flip(self, clause: Tree[Token]) -> None:
        self.fields["flip"] = True

    def _name(self, clause: Tree[Token]) -> None:
        value = self._behind(clause)
        self.name = _named(value, self.shapes)

    def _take(self, clause: Tree[Token]) -> None:
        self.join = "take"

    def _common(self, clause: Tree[Token]) -> None:
        self.join = "common"

    def _standing(self, clause: Tree[Token]) -> None:
        side, edge, _, part = clause.children
        assert isinstance(edge, Tree) and isinstance(part, Tree)
        inside = str(side).lower() != "on"
        try:
            self.standing = standing_on(self._value(part).text, self._value(edge).text, inside, self.shapes)
        except NoEdge as error:
            raise EntryError(str(error), self._value(edge).start) from None


_NUMBER = r"-?\d+(?:\.\d+)?"
_PAIRS = re.compile(rf"{_NUMBER},{_NUMBER}(?: {_NUMBER},{_NUMBER})+")


def _outline(text: str, offset: int, shapes: Mapping[str, str], join: str) -> dict[str, Any]:
    """``outline R 9, U 7, L 5 … named deck``: the rest of the line is the walk, or the corners."""
    try:
        tree = _parser(OUTLINE).parse(text, start="outline")
    except UnexpectedInput:
        raise EntryError("type the walk side by side, such as R 9, U 4, L 9, D 4", offset) from None
    body, *named = tree.children
    assert isinstance(body, Tree)
    name = fresh_name(OUTLINE, shapes)
    if named:
        word = named[1]
        assert isinstance(word, Token)
        name = _named(_Value(text[word.start_pos :], offset + (word.start_pos or 0)), shapes)
    part: dict[str, Any] = {"name": name, "shape": OUTLINE, "given": {}}
    place = {"turn": "0", "flip": False, "join": join}
    walk = text[body.meta.start_pos : body.meta.end_pos]
    offset += body.meta.start_pos
    if _PAIRS.fullmatch(walk):  # corners without brackets, with gaps between them
        walk = walk.replace(" ", ";")
    first = re.split(r"[,;]", walk)[0]
    if walk.startswith("(") or (";" in walk and is_literal(first)):
        return {**part, "points": _corners(walk, offset), **place}
    try:
        read_walk(walk)
    except ExpressionError as error:
        raise EntryError(error.says, offset + (error.position or 0)) from None
    return {**part, "walk": walk.strip(), **place}


def _lent(found: re.Match[str], shapes: Mapping[str, str], join: str) -> dict[str, Any]:
    """``profile mound on wall.top``: what a profile of the problem lends, perhaps on an edge of another part."""
    part: dict[str, Any] = {
        "name": fresh_name(found["of"], shapes),
        "shape": PROFILE,
        "of": found["of"],
        "given": {},
    }
    if found["part"]:
        part["on"] = {"part": found["part"], "edge": found["edge"], "side": "out", "along": "middle"}
    return {**part, "turn": "0", "flip": False, "join": join}


def _corners(text: str, offset: int) -> list[list[str]]:
    """``0, 0; 9, 0; 9, 7`` or ``(0, 0) (9, 0) (9, 7)``: corners by their coordinates."""
    try:
        tree = _parser(OUTLINE).parse(text, start="corners")
    except UnexpectedInput as error:
        says = "a place is two measurements with a comma between: 2.4, 0.6"
        position = error.pos_in_stream if error.pos_in_stream is not None else len(text)
        raise EntryError(says, offset + position) from None
    points = [
        [
            checked(str(word).strip(), offset + (word.start_pos or 0), "a coordinate")
            for word in pair.children
            if isinstance(word, Token)
        ]
        for pair in tree.children
        if isinstance(pair, Tree)
    ]
    if len(points) < 3:
        raise EntryError("an outline needs at least three corners: 0, 0; 9, 0; 9, 7", offset)
    return points


def _named(value: _Value, shapes: Mapping[str, str]) -> str:
    name = one_word(value.text)
    fault = name_fault(name, shapes)
    if fault is not None:
        raise EntryError(fault, value.start)
    return name


@dataclass(frozen=True)
class Suggestion(Frozen):
    """A way to go on with a line: what to show, and the whole line that choosing it gives."""

    label: str
    line: str


def suggestions(text: str, limit: int = 8) -> tuple[Suggestion, ...]:
    """Ways to go on with a line.

    >>> [way.line for way in suggestions("semi")]
    ['semicircle radius ']
    """
    join, rest, offset = _leading_join(text)
    lead = text[:offset]
    found = _leading_shape(rest)
    if found is None or (found[1] == len(rest) and not rest.endswith(" ")):
        return _shapes_for(rest, lead, limit)
    figure, length = found
    head, _, last = rest.rpartition(" ")
    if len(head) < length:
        head, last = rest[:length], ""
    used = _words_in(rest[length:])
    words = sorted(
        (m.name for m in figure.measures if m.name not in used), key=lambda word: word not in figure.usual
    )
    clauses = [word for word in ("on", *CLAUSES) if not used & {word, word.removesuffix("ed")}]
    words = clauses + words if used else words + clauses
    words += ["take away"] if join == "add" and "take" not in used else []
    fitting = [word for word in words if word.startswith(last.lower()) and word != last.lower()]
    ways = [Suggestion(word, f"{lead}{head.rstrip()} {word} ") for word in fitting]
    return tuple(ways[:limit])


def _shapes_for(rest: str, lead: str, limit: int) -> tuple[Suggestion, ...]:
    word = rest.strip().lower()
    names = [
        Suggestion(figure.title.lower(), f"{lead}{figure.title.lower()} {figure.usual[0]} ")
        for figure in plane_figures().values()
        if any(known.startswith(word) for known in _names(figure))
    ]
    if OUTLINE.startswith(word) and not rest.lower().startswith("outline "):
        walked = Suggestion("outline, walked side by side", f"{lead}outline R 9, U 4, ")
        return tuple([*names, walked][: limit + 1])
    return tuple(names[:limit])


def _words_in(text: str) -> set[str]:
    return {word.lower() for word in re.findall(r"[\w-]+", text) if not word.isdigit()}


def _names(figure: PlaneFigure) -> list[str]:
    return [figure.name, figure.title.lower(), *figure.synonyms]


def _leading_join(text: str) -> tuple[str, str, int]:
    stripped = text.lstrip()
    offset = len(text) - len(stripped)
    for join, words in JOINS.items():
        for word in words:
            if stripped.lower().startswith(word + " "):
                rest = stripped[len(word) + 1 :]
                gap = len(rest) - len(rest.lstrip())
                return join, rest.lstrip(), offset + len(word) + 1 + gap
    return "add", stripped, offset


def _leading_shape(text: str) -> tuple[PlaneFigure, int] | None:
    """The shape with whose name a text begins, the longest such name."""
    best: tuple[PlaneFigure, int] | None = None
    lower = text.lower()
    for figure in plane_figures().values():
        for name in _names(figure):
            after = lower[len(name) : len(name) + 1]
            begins = lower.startswith(name.lower()) and not (after.isalnum() or after in ("_", "-"))
            if begins and (best is None or len(name) > best[1]):
                best = (figure, len(name))
    return best


def begins_with_shape(text: str) -> int:
    """How many characters of a line are a way to join and the name of a shape; 0 where it names none."""
    _, rest, offset = _leading_join(text)
    found = _leading_shape(rest)
    return offset + found[1] if found else 0


def _no_shape(text: str, offset: int) -> EntryError:
    known = [name for figure in plane_figures().values() for name in _names(figure)]
    titles = [figure.title.lower() for figure in plane_figures().values()]
    if not text:
        return EntryError(f"type a shape and its size, such as {_example(plane_figures()['rectangle'])}")
    guess = nearest(text.split()[0], known)
    hint = f"did you mean “{guess}”?" if guess else f"the shapes are {', '.join(titles)}"
    return EntryError(f"“{text.split()[0][:40]}” is not a known shape; {hint}", offset)


def _place(value: _Value) -> list[str]:
    inner = value.text
    if inner.startswith("(") and inner.endswith(")"):
        inner = inner[1:-1]
    values = inner.split(",")
    if len(values) != 2:
        raise EntryError("a place is two measurements with a comma between: at 2.4, 0.6", value.start)
    return [checked(text.strip(), value.start, "a measurement of the place") for text in values]


def checked(text: str, position: int, what: str) -> str:
    """A text that can be read as a measurement. EntryError where it can't."""
    if not text:
        raise EntryError(f"{what} is missing here", position)
    try:
        parse(text)
    except ExpressionError as error:
        raise EntryError(error.says, position + (error.position or 0)) from None
    return text


def _example(figure: PlaneFigure) -> str:
    sizes = " ".join(f"{name} {value}" for name, value in figure.starting.items())
    return f"“{figure.title.lower()} {sizes}”"
