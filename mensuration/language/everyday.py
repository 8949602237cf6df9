"""Everyday words in a statement that mean a quantity: edging is a perimeter, turf an area, a pour a volume."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache, lru_cache
from importlib.resources import files

from mensuration.expressions import ExpressionError, evaluate, parse
from mensuration.expressions.evaluate import Scope
from mensuration.frozen import Frozen
from mensuration.units import LENGTH

EXPRESSIONS = {"perimeter": "perimeter", "area": "area", "surface area": "surface", "volume": "volume"}


@dataclass(frozen=True)
class Word(Frozen):
    """A piece of the statement; one that means a quantity says which, and how that is counted and asked for; ``everyday`` of
    one that can mean a quantity, also where it does not here."""

    text: str
    quantity: str | None
    counted: str | None
    expression: str | None
    everyday: bool


@dataclass(frozen=True)
class About:
    """What a problem is about, as far as it decides what a word means: the kinds of its answers (``length``, ``area``, ``volume``),
    whether it has solids, and what was said of single words (in small letters; ``nothing`` of one that means none)."""

    kinds: frozenset[str] = frozenset()
    solids: bool = True
    said: Mapping[str, str] = field(default_factory=dict)


NOTHING = "nothing"
KIND_OF = {"perimeter": "length", "area": "area", "surface area": "area", "volume": "volume"}
COUNTED = {"perimeter": "a length", "area": "squares", "surface area": "squares", "volume": "cubes"}
# Doing something with it doesn't say how it is counted, where something else is asked for.
_VERBS = re.compile(r"(fill|pour|dig|dug|hold|wrap|sow|mow|watered|sprinkled)\w*", re.IGNORECASE)
_BESIDE = re.compile(r"\d\s*([^\W\d_]+(?:\s?[²³]|\^[23])?)\s+(?:of\s+)?$")
_SENTENCE = re.compile(r"[.?!](\s|$)")


@cache
def _words() -> tuple[re.Pattern[str], dict[str, str]]:
    table = tomllib.loads(files("mensuration.language").joinpath("words.toml").read_text("utf-8"))
    groups: dict[str, str] = {}
    patterns: list[tuple[int, str]] = []
    for number, entry in enumerate(table["quantity"]):
        for index, word in enumerate(entry["words"]):
            group = f"q{number}_{index}"
            groups[group] = entry["name"]
            body = re.escape(word).replace(r"\*", r"\w*").replace(r"\ ", r"\s+")
            patterns.append((-len(word), f"(?P<{group}>{body})"))
    patterns.sort()
    return re.compile(rf"(?<!\w)(?:{'|'.join(p for _, p in patterns)})(?!\w)", re.IGNORECASE), groups


@lru_cache(maxsize=500)
def _marked(statement: str) -> tuple[tuple[str, str | None], ...]:
    pattern, groups = _words()
    pieces: list[tuple[str, str | None]] = []
    end = 0
    for match in pattern.finditer(statement):
        if match.start() > end:
            pieces.append((statement[end : match.start()], None))
        pieces.append((match.group(0), groups[match.lastgroup or ""]))
        end = match.end()
    if end < len(statement):
        pieces.append((statement[end:], None))
    return tuple(pieces)


def marked_words(statement: str, asked: About | None = None) -> tuple[Word, ...]:
    """The statement in pieces; those that mean a quantity say which, and how it is counted. One quantity is told once a sentence.

    >>> [piece.quantity for piece in marked_words("How much turf?")]
    [None, 'area', None]
    >>> [piece.quantity for piece in marked_words("How much concrete?", About(frozenset({"area"}), False))]
    [None, 'area', None]
    """
    found: list[Word] = []
    before, told = "", set[str]()
    for text, quantity in _marked(statement):
        if quantity is None:
            if _SENTENCE.search(text):
                told.clear()
            meant = None
        else:
            meant = _meant(text, quantity, before, asked or About())
            meant = None if meant in told else meant
        if meant is not None:
            told.add(meant)
        found.append(_word(text, meant, quantity))
        before += text
    return tuple(found)


def _word(text: str, meant: str | None, known: str | None) -> Word:
    if meant is None:
        return Word(text, None, None, None, known is not None)
    return Word(text, meant, COUNTED[meant], EXPRESSIONS[meant], True)


def _meant(word: str, quantity: str, before: str, asked: About) -> str | None:
    """What a word means here: what was said of it, else what the unit beside it says, else what is asked for."""
    said = asked.said.get(word.lower())
    if said is not None:
        return None if said == NOTHING else said
    beside = _BESIDE.search(before)
    kind = _kind(beside[1].replace(" ", "")) if beside else None
    if kind is None:
        if not asked.kinds or KIND_OF[quantity] in asked.kinds:
            return "area" if quantity == "surface area" and asked.kinds and not asked.solids else quantity
        kind = (
            "area" if "area" in asked.kinds and quantity == "volume" and not _VERBS.fullmatch(word) else None
        )
    if kind is None or KIND_OF[quantity] == kind:
        return None if kind is None else quantity
    return {"length": "perimeter", "area": "area", "volume": "volume"}[kind]


def _kind(unit: str) -> str | None:
    """Which kind a unit measures: ``m``, ``m²``, ``litres``; None of other words."""
    try:
        kind = evaluate(parse(f"1 {unit}"), Scope()).kind
    except ExpressionError:
        return None
    return {LENGTH: "length", LENGTH.power(2): "area", LENGTH.power(3): "volume"}.get(kind)
