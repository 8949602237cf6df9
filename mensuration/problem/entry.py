"""A part typed in words: ``take away semicircle diameter 1.2 at 2.4, 0.6 turned 270 named bite``."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from mensuration.catalogue import PlaneFigure, plane_figures
from mensuration.expressions import ExpressionError, nearest, parse
from mensuration.outlines import OUTLINE, read_walk
from mensuration.problem.graph import name_fault
from mensuration.problem.standing import NoEdge, find_standing, fitted, missing_beside

MAX_LENGTH = 300
JOINS = {
    "add": ("add",),
    "take": ("take away", "take", "cut out", "cut"),
    "common": ("keep common", "common"),
}
CLAUSES = {
    "at": ("at",),
    "turn": ("turned", "turn"),
    "flip": ("flipped", "flip"),
    "name": ("named", "called"),
}
_OUTLINE = re.compile(r"outline\s+", re.IGNORECASE)
_CORNERS = re.compile(r"^\s*\(|;\s*[-\d.(][^;]*,[^;]*|^\s*[-\d.][^RULDrulda-z;]*,")
_NAMED = re.compile(r"\s(?:named|called)\s+(\S+)\s*$", re.IGNORECASE)
_BY = re.compile(r"\s+by\s+|\s*[x×,]\s*", re.IGNORECASE)


class EntryError(ValueError):
    """What is wrong with the typed part, and where in the text it stands."""

    def __init__(self, says: str, position: int = 0) -> None:
        super().__init__(says)
        self.says = says
        self.position = position


@dataclass(frozen=True)
class _Piece:
    """A key word of the line and the text that follows it."""

    key: str
    value: str
    start: int


def read_entry(text: str, shapes: Mapping[str, str] | None = None) -> dict[str, Any]:
    """The part that a line describes, as in the problem document. EntryError in words.

    ``shapes`` gives the shape of every part that is there, by name.

    >>> read_entry("circle radius 2")["given"]
    {'radius': '2'}
    """
    shapes = shapes or {}
    if len(text) > MAX_LENGTH:
        raise EntryError(f"this is longer than {MAX_LENGTH} characters")
    join, rest, offset = _leading_join(text)
    outline = _OUTLINE.match(rest)
    if outline:
        return _outline(rest[outline.end() :], offset + outline.end(), shapes, join)
    try:
        standing = find_standing(rest, shapes)
    except NoEdge as error:
        raise EntryError(str(error), offset) from None
    if standing is not None:  # blanked out, so that positions stay what they are
        rest = rest[: standing.start] + " " * (standing.end - standing.start) + rest[standing.end :]
    found = _leading_shape(rest)
    if found is None:
        raise _no_shape(rest.strip(), offset)
    figure, length = found
    pieces = _pieces(rest[length:], offset + length, figure)
    given: dict[str, str] = {}
    part: dict[str, Any] = {
        "shape": figure.name,
        "given": given,
        "at": ["0", "0"],
        "turn": "0",
        "flip": False,
    }
    for piece in pieces:
        if piece.key == "":
            given.update(_bare_sizes(piece, figure))
        elif piece.key == "at":
            part["at"] = _place(piece)
        elif piece.key == "turn":
            part["turn"] = _checked(piece.value, piece.start, "a turn, in degrees")
        elif piece.key == "flip":
            part["flip"] = True
        elif piece.key == "name":
            fault = name_fault(piece.value)
            part["name"] = piece.value
            if fault or piece.value in shapes:
                raise EntryError(fault or f"there is already something named “{piece.value}”", piece.start)
        elif piece.key in JOINS:
            join = piece.key
        else:
            given[piece.key] = _checked(piece.value, piece.start, f"the {piece.key}")
    if standing is not None:
        part["on"] = standing.on
        if standing.length is not None:
            part["given"] = given = fitted(figure, standing.length, given)
            missing = missing_beside(figure, given)
            if missing:
                raise EntryError(f"say also its {' and '.join(missing)}", len(text.rstrip()))
        if standing.on.get("side", "in") == "in" and join == "add":
            join = "take"
    if not given:
        raise EntryError(f"say its size, such as {_example(figure)}", len(text))
    part.setdefault("name", fresh_name(figure.name, shapes))
    return {"name": part["name"], **part, "join": join}


def _outline(text: str, offset: int, shapes: Mapping[str, str], join: str) -> dict[str, Any]:
    """``outline R 9, U 7, L 5 … named deck``: the rest of the line is the walk, or the corners."""
    part: dict[str, Any] = {"name": fresh_name(OUTLINE, shapes), "shape": OUTLINE, "given": {}}
    named = _NAMED.search(text)
    walk = text[: named.start()] if named else text
    if named:
        part["name"] = name = named[1]
        fault = name_fault(name) or (f"there is already something named “{name}”" if name in shapes else None)
        if fault:
            raise EntryError(fault, offset + named.start(1))
    place = {"at": ["0", "0"], "turn": "0", "flip": False, "join": join}
    if _CORNERS.search(walk):
        return {**part, "points": _corners(walk, offset), **place}
    try:
        read_walk(walk)
    except ExpressionError as error:
        raise EntryError(error.says, offset + (error.position or 0)) from None
    return {**part, "walk": walk.strip(), **place}


def _corners(text: str, offset: int) -> list[list[str]]:
    """``0, 0; 9, 0; 9, 7`` or ``(0, 0) (9, 0) (9, 7)``: corners by their coordinates."""
    points = []
    for piece in re.finditer(r"[^;()]+", text):
        if piece.group().strip(" ,"):
            lead = len(piece.group()) - len(piece.group().lstrip(" ,"))
            points.append(_place(_Piece("at", piece.group().strip(" ,"), offset + piece.start() + lead)))
    if len(points) < 3:
        raise EntryError("an outline needs at least three corners: 0, 0; 9, 0; 9, 7", offset)
    return points


def fresh_name(shape: str, taken: Iterable[str]) -> str:
    """A name for a new part that nothing else has: ``circle``, ``circle2`` …"""
    base = shape.replace("-", "_")
    used = set(taken)
    count = 1
    while (name := base if count == 1 else f"{base}{count}") in used:
        count += 1
    return name


def suggestions(text: str, limit: int = 8) -> list[dict[str, str]]:
    """Ways to go on with a line: what to show, and the whole line that choosing it gives."""
    join, rest, offset = _leading_join(text)
    lead = text[:offset]
    found = _leading_shape(rest)
    if found is None or (found[1] == len(rest) and not rest.endswith(" ")):
        word = rest.strip().lower()
        names = [
            (figure.title.lower(), figure)
            for figure in plane_figures().values()
            if any(known.startswith(word) for known in _names(figure))
        ]
        if OUTLINE.startswith(word) and not rest.lower().startswith("outline "):
            return [
                *({"label": name, "line": f"{lead}{name} {figure.usual[0]} "} for name, figure in names),
                {"label": "outline, walked side by side", "line": f"{lead}outline R 9, U 4, "},
            ][: limit + 1]
        return [{"label": name, "line": f"{lead}{name} {figure.usual[0]} "} for name, figure in names][:limit]
    figure, length = found
    head, _, last = rest.rpartition(" ")
    if len(head) < length:
        head, last = rest[:length], ""
    used = {piece.key for piece in _pieces(rest[length:], 0, figure)}
    words = [m.name for m in figure.measures if m.name not in used]
    words = sorted(words, key=lambda word: word not in figure.usual)
    clauses = ["on"] if " on " not in rest else []
    clauses += [key_words[0] for key, key_words in CLAUSES.items() if key not in used]
    words = clauses + words if used else words + clauses
    words += ["take away"] if join == "add" and "take" not in used else []
    fitting = [word for word in words if word.startswith(last.lower()) and word != last.lower()]
    return [{"label": word, "line": f"{lead}{head.rstrip()} {word} "} for word in fitting][:limit]


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
    best: tuple[PlaneFigure, int] | None = None
    for figure in plane_figures().values():
        for name in _names(figure):
            matched = re.match(rf"{re.escape(name)}(?![\w-])", text, re.IGNORECASE)
            if matched and (best is None or matched.end() > best[1]):
                best = (figure, matched.end())
    return best


def _no_shape(text: str, offset: int) -> EntryError:
    known = [name for figure in plane_figures().values() for name in _names(figure)]
    titles = [figure.title.lower() for figure in plane_figures().values()]
    if not text:
        return EntryError(f"type a shape and its size, such as {_example(plane_figures()['rectangle'])}")
    guess = nearest(text.split()[0], known)
    hint = f"did you mean “{guess}”?" if guess else f"the shapes are {', '.join(titles)}"
    return EntryError(f"“{text.split()[0][:40]}” is not a known shape; {hint}", offset)


def _pieces(text: str, offset: int, figure: PlaneFigure) -> list[_Piece]:
    keys = {measure.name: measure.name for measure in figure.measures}
    keys |= {word: key for key, words in {**CLAUSES, **JOINS}.items() for word in words}
    pattern = "|".join(re.escape(word) for word in sorted(keys, key=len, reverse=True))
    marks = list(re.finditer(rf"(?<![\w.])({pattern})(?![\w.])", text, re.IGNORECASE))
    pieces: list[_Piece] = []
    before = text[: marks[0].start()] if marks else text
    if before.strip(" ,"):
        pieces.append(_Piece("", before.strip(" ,"), offset + len(before) - len(before.lstrip(" ,"))))
    for index, mark in enumerate(marks):
        end = marks[index + 1].start() if index + 1 < len(marks) else len(text)
        value = text[mark.end() : end]
        start = offset + mark.end() + len(value) - len(value.lstrip(" =:"))
        pieces.append(_Piece(keys[mark.group(1).lower()], value.strip(" ,=:"), start))
    return pieces


def _bare_sizes(piece: _Piece, figure: PlaneFigure) -> dict[str, str]:
    """``rectangle 2.4 by 1.2``: sizes without names are the usual ones, in their order."""
    values = _BY.split(piece.value)
    if len(values) != len(figure.usual):
        wanted = " and ".join(figure.usual)
        raise EntryError(f"say which sizes these are; a {figure.title.lower()} has {wanted}", piece.start)
    return {
        name: _checked(value, piece.start, f"the {name}")
        for name, value in zip(figure.usual, values, strict=True)
    }


def _place(piece: _Piece) -> list[str]:
    values = piece.value.strip("() ").split(",")
    if len(values) != 2:
        raise EntryError("a place is two measurements with a comma between: at 2.4, 0.6", piece.start)
    return [_checked(value.strip(), piece.start, "a measurement of the place") for value in values]


def _checked(text: str, position: int, what: str) -> str:
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
