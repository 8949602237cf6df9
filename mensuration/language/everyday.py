"""Everyday words in a statement that mean a quantity: edging is a perimeter, turf an area, a pour a volume."""

from __future__ import annotations

import re
import tomllib
from dataclasses import dataclass
from functools import cache, lru_cache
from importlib.resources import files

from mensuration.frozen import Frozen

EXPRESSIONS = {"perimeter": "perimeter", "area": "area", "surface area": "surface", "volume": "volume"}


@dataclass(frozen=True)
class Word(Frozen):
    """A piece of the statement; one that means a quantity says which, and how that is counted and asked for."""

    text: str
    quantity: str | None
    counted: str | None
    expression: str | None


@cache
def _words() -> tuple[re.Pattern[str], dict[str, tuple[str, str]]]:
    table = tomllib.loads(files("mensuration.language").joinpath("words.toml").read_text("utf-8"))
    groups: dict[str, tuple[str, str]] = {}
    patterns: list[tuple[int, str]] = []
    for number, entry in enumerate(table["quantity"]):
        for index, word in enumerate(entry["words"]):
            group = f"q{number}_{index}"
            groups[group] = (entry["name"], entry["unit"])
            body = re.escape(word).replace(r"\*", r"\w*").replace(r"\ ", r"\s+")
            patterns.append((-len(word), f"(?P<{group}>{body})"))
    patterns.sort()
    return re.compile(rf"(?<!\w)(?:{'|'.join(p for _, p in patterns)})(?!\w)", re.IGNORECASE), groups


@lru_cache(maxsize=500)
def _marked(statement: str) -> tuple[tuple[str, str | None, str | None], ...]:
    pattern, groups = _words()
    pieces: list[tuple[str, str | None, str | None]] = []
    end = 0
    for match in pattern.finditer(statement):
        if match.start() > end:
            pieces.append((statement[end : match.start()], None, None))
        name, unit = groups[match.lastgroup or ""]
        pieces.append((match.group(0), name, unit))
        end = match.end()
    if end < len(statement):
        pieces.append((statement[end:], None, None))
    return tuple(pieces)


def marked_words(statement: str) -> tuple[Word, ...]:
    """The statement in pieces; those that mean a quantity say which, and how it is counted.

    >>> [piece.quantity for piece in marked_words("How much turf?")]
    [None, 'area', None]
    """
    return tuple(
        Word(text, quantity, unit, EXPRESSIONS[quantity] if quantity else None)
        for text, quantity, unit in _marked(statement)
    )
