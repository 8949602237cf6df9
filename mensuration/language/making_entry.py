"""Solids made of a problem's plane figures, in words: ``raise deck by 0.3``, ``raise deck to a point 3 cut off at 1``, ``spin
vase about left by 180°``."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any

from mensuration.expressions import fresh_name
from mensuration.expressions.errors import shortened
from mensuration.language.entry import EntryError, checked
from mensuration.language.piece_clauses import Clause, clauses, fresh_piece, take_common

_LEAD = re.compile(r"(raise|spin)\b", re.IGNORECASE)
_FIGURE = re.compile(r"\s*(\w+)")
RAISING = {
    "by": "by",
    "to a point": "point",
    "to point": "point",
    "cut off at": "cut",
    "cut at": "cut",
    "over": "over",
}
SPINNING = {"about": "about", "round": "about", "around": "about", "by": "by"}
SIDES = ("left", "right", "bottom", "top")


def begins_a_making(text: str) -> bool:
    """Whether a line makes a solid of a figure."""
    return _LEAD.match(text) is not None


def read_making(text: str, offset: int, join: str, pieces: Mapping[str, str]) -> dict[str, Any]:
    """The piece that a line makes of a figure, as in the problem document. EntryError in words.

    >>> read_making("raise deck by 0.3", 0, "add", {})["given"]
    {'height': '0.3'}
    >>> piece = read_making("raise deck to a point 3 cut off at 1", 0, "add", {})
    >>> piece["shape"], piece["given"]
    ('frustum', {'height': '1', 'point': '3'})
    >>> read_making("spin vase about right by 180°", 0, "add", {})["about"]
    'right'
    """
    lead = _LEAD.match(text)
    assert lead is not None
    spins = lead[1].lower() == "spin"
    figure = _FIGURE.match(text, lead.end())
    example = "spin vase about left" if spins else "raise deck by 0.3"
    if figure is None:
        raise EntryError(f"say which figure: {example}", offset + lead.end())
    piece = fresh_piece("spun" if spins else "prism", join, base=figure[1])
    said: dict[str, Clause] = {}
    for clause in clauses(SPINNING if spins else RAISING, text[figure.end() :], offset + figure.end()):
        if clause.word == "":
            raise EntryError(f"“{shortened(clause.text)}” can't be read here: say {example}", clause.start)
        if not take_common(clause, piece, pieces):
            said[clause.word] = clause
    if spins:
        _spin(piece, said)
    else:
        _raise(piece, said, offset + len(text.rstrip()))
    piece["name"] = piece["name"] or fresh_name(figure[1], pieces)
    return piece


def _raise(piece: dict[str, Any], said: dict[str, Clause], end: int) -> None:
    point, cut = said.get("point"), said.get("cut")
    if point is not None and point.text == "" and "by" in said:  # raise deck to a point by 3
        point = said["by"]
    height = point or said.get("by")
    if height is None or height.text == "":
        raise EntryError("say how high: raise deck by 0.3, or raise deck to a point 3", end)
    piece["given"] = {"height": checked(height.text, height.start, "the height")}
    if point is not None:
        piece["shape"] = "pyramid"
    if cut is not None:
        if point is None:
            raise EntryError(
                "what is cut off is raised to a point: raise deck to a point 3 cut off at 1", cut.start
            )
        piece["shape"] = "frustum"
        low = checked(cut.text, cut.start, "the height at which it is cut off")
        piece["given"] = {"height": low, "point": piece["given"]["height"]}
    if "over" in said:
        if point is None:
            raise EntryError(
                "only a point stands over a place: raise deck to a point 3 over 1, 2", said["over"].start
            )
        piece["foot"] = _pairs(said["over"], 1)[0]


def _spin(piece: dict[str, Any], said: dict[str, Clause]) -> None:
    about, by = said.get("about"), said.get("by")
    if about is not None:
        side = about.text.lower().removeprefix("the ").removeprefix("its ").strip()
        piece["about"] = side if side in SIDES else _pairs(about, 2)
    if by is not None:
        piece["given"] = {"angle": checked(by.text, by.start, "the angle of the turn")}


def _pairs(clause: Clause, count: int) -> list[list[str]]:
    """Points, each of two measurements: ``0, 0 to 0, 3``."""
    points = [
        [text.strip(" ()") for text in point.split(",")] for point in re.split(r"\bto\b|\band\b", clause.text)
    ]
    if len(points) != count or any(len(point) != 2 for point in points):
        wanted = (
            "a point such as 1, 2"
            if count == 1
            else "a side (left, right, bottom, top), or a line such as 0, 0 to 0, 3"
        )
        raise EntryError(
            f"“{shortened(clause.text) or 'nothing'}” can't be read here: say {wanted}", clause.start
        )
    return [[checked(text, clause.start, "a measurement of the place") for text in point] for point in points]
