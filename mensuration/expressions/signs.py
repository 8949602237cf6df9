"""Typed text before and after its grammar: usual signs, hyphens, brackets, and why a line can't be read."""

from __future__ import annotations

import re
from typing import NamedTuple

from lark.exceptions import UnexpectedCharacters, UnexpectedInput, UnexpectedToken

from mensuration.expressions.errors import ExpressionError

MAX_DEPTH = 40  # of brackets

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


def in_two_ways(typed: str, one: str, other: str) -> str:
    """The question about what two people would read differently.

    >>> in_two_ways("1,200", "1200", "1 by 200")
    '“1,200” can be read in two ways: write 1200, or 1 by 200'
    """
    return f"“{typed}” can be read in two ways: write {one}, or {other}"


_THOUSANDS = re.compile(r"\d{1,3}(,\d{3})+(?!\d)")


def _about_comma(text: str, position: int) -> str:
    for found in _THOUSANDS.finditer(text):
        if found.start() < position < found.end():
            plain, point = found[0].replace(",", ""), found[0].replace(",", ".", 1)
            if found[0].count(",") > 1:
                return f"write thousands without commas: {plain}"
            return in_two_ways(found[0], plain, f"{point} with a point")
    return "a comma can't stand here; write decimals with a point: 2.4"


class Paired(NamedTuple):
    """Where a bracket stands, how many are round it, and where its other half stands, if there is one."""

    at: int
    depth: int
    other: int | None


def brackets(text: str) -> list[Paired]:
    """Every bracket of a text, in order.

    >>> [(each.at, each.other) for each in brackets("2)(3)(")]
    [(1, None), (2, 4), (4, 2), (5, None)]
    """
    opened: list[int] = []
    found: dict[int, Paired] = {}
    for at, character in enumerate(text):
        if character == "(":
            found[at] = Paired(at, len(opened), None)
            opened.append(at)
        elif character == ")":
            before = opened.pop() if opened else None
            found[at] = Paired(at, len(opened), before)
            if before is not None:
                found[before] = found[before]._replace(other=at)
    return [found[at] for at in sorted(found)]


def check_brackets(text: str) -> None:
    """That every bracket is opened and closed, and not too many inside one another. ExpressionError."""
    unclosed = None
    for at, depth, other in brackets(text):
        if text[at] == "(" and depth >= MAX_DEPTH:
            raise ExpressionError("too-deep", "there are too many brackets inside one another", at)
        if other is None and text[at] == ")":
            raise ExpressionError("bracket", "this bracket “)” was never opened", at)
        if other is None:
            unclosed = at
    if unclosed is not None:
        raise ExpressionError("bracket", "this bracket “(” is never closed", unclosed)


def explained(text: str, error: UnexpectedInput) -> ExpressionError:
    """Why a line can't be read, and where."""
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
