"""The one rule for names, whoever bears them: figures, parts, pieces, lines, columns."""

from __future__ import annotations

import re
from collections.abc import Container, Iterator

from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.nodes import Path
from mensuration.units import UNIT_WITH_POWER, UNITS

MOST = 60
NAME = re.compile(r"[^\W\d_]\w*")
_WORD = r"[^\W\dπ⁰¹²³⁴⁵⁶⁷⁸⁹][^\Wπ⁰¹²³⁴⁵⁶⁷⁸⁹]*"
PATH = rf"{_WORD}(\.{_WORD})*"
"""Names joined by dots, as they stand in an expression."""
RESERVED = frozenset({"pi", "π", *FUNCTIONS, *UNITS})


def name_fault(name: str, taken: Container[str] = ()) -> str | None:
    """Why a word can't be a name here, in a sentence; None where it can.

    >>> name_fault("m")
    '“m” already means something; choose another name'
    >>> name_fault("deck") is None
    True
    """
    if not name:
        return "a name is missing"
    if len(name) > MOST:
        return f"a name has at most {MOST} letters"
    if not NAME.fullmatch(name):
        return f"“{name}” can't be a name: use one word of letters, digits and _, a letter first"
    if name in RESERVED or UNIT_WITH_POWER.fullmatch(name):
        return f"“{name}” already means something; choose another name"
    if name in taken:
        return f"there is already something named “{name}” here"
    return None


def one_word(name: str) -> str:
    """A name as one word: gaps between words become ``_``.

    >>> one_word(" back wall ")
    'back_wall'
    """
    return re.sub(r"\s+", "_", name.strip())


def path_spans(text: str) -> Iterator[tuple[int, int, Path]]:
    """Everything in a text that could be a name, or names joined by dots, with where it starts and ends.

    The text need not be readable otherwise.

    >>> [path.names for _, _, path in path_spans("2 pad.slab.width + (tape")]
    [('pad', 'slab', 'width'), ('tape',)]
    """
    for found in re.finditer(PATH, text):
        yield found.start(), found.end(), Path(tuple(found[0].split(".")))


def fresh_name(base: str, taken: Container[str]) -> str:
    """A name that nothing has yet: ``circle``, ``circle2`` …

    >>> fresh_name("quarter-circle", ["quarter_circle"])
    'quarter_circle2'
    """
    base = re.sub(r"\W+", "_", base)
    if name_fault(base, taken) is None:
        return base
    stem = re.sub(r"\d+$", "", base)
    stem = stem if name_fault(f"{stem}2") is None else "part"
    count = 2
    while f"{stem}{count}" in taken:
        count += 1
    return f"{stem}{count}"
