"""What a line about a piece of a solid says besides its size: where it stands, how it joins, what it is called."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from typing import Any, NamedTuple

from mensuration.expressions import name_fault
from mensuration.expressions.errors import shortened
from mensuration.language.entry import EntryError, checked
from mensuration.solids.standing import FACES

TAKES = ("take away", "cut out", "carve", "take", "cut")
CLAUSES = ("on", "in", "at", "shifted", "lying", "open", "named", "repeated")
_REPEATED = re.compile(r"(?P<count>.+?)\s+(?P<how>every|round|around)\s+(?P<size>.+)", re.IGNORECASE)
STANDS = ("on", "in")


class Clause(NamedTuple):
    """A word of the line, what stands behind it, and where that begins."""

    word: str
    text: str
    start: int


def fresh_piece(shape: str, join: str, **more: Any) -> dict[str, Any]:
    """A piece as in the problem document, of which nothing else is told yet."""
    return {"name": "", "shape": shape, "given": {}, "join": join, "lying": False, "open": [], **more}


def take_common(clause: Clause, piece: dict[str, Any], pieces: Mapping[str, str]) -> bool:
    """Puts into the piece what the clause says, where every piece can be told that; whether it could."""
    word, text, start = clause
    if word == "lying":
        piece["lying"] = True
        if text:
            raise EntryError(f"“{shortened(text)}” can't be read here", start)
    elif word == "open":
        piece["open"] = [name.strip() for name in re.split(r",| and ", text) if name.strip()]
    elif word == "named":
        fault = name_fault(text, pieces)
        if fault is not None:
            raise EntryError(fault, start)
        piece["name"] = text
    elif word in STANDS:
        _stand(clause, piece, pieces)
    elif word in ("at", "shifted"):
        _put(clause, piece)
    elif word == "repeated":
        piece["copies"] = _copies(clause)
    else:
        return False
    return True


def _stand(clause: Clause, piece: dict[str, Any], pieces: Mapping[str, str]) -> None:
    words = [word for word in clause.text.replace(" of ", " ").split() if word != "the"]
    face = next((word for word in words if word in FACES), "top")
    names = [word for word in words if word not in FACES]
    if len(names) != 1 or names[0] not in pieces:
        known = ", ".join(pieces) or "none yet"
        name = shortened(" ".join(names)) or "nothing"
        raise EntryError(f"“{name}” is no piece here to stand on; the pieces are {known}", clause.start)
    piece["on"] = {"piece": names[0], "face": face, "at": ["0", "0"]}
    if clause.word == "in":
        piece["join"] = "take"


def _copies(clause: Clause) -> dict[str, Any]:
    """``4 every 1.5`` (along x; or by three measurements), or ``6 round 2``: a circle of that radius."""
    match = _REPEATED.fullmatch(clause.text)
    steps = [] if match is None else [text.strip(" ()") for text in match["size"].split(",")]
    if match is None or len(steps) not in (1, 3) or (match["how"].lower() != "every" and len(steps) != 1):
        says = "say how often, and how far apart: repeated 4 every 1.5; or round which radius: repeated 6 round 2"
        raise EntryError(says, clause.start)
    count = checked(match["count"], clause.start, "how often it is there")
    steps = [checked(step, clause.start, "how far apart they are") for step in steps]
    if match["how"].lower() != "every":
        return {"count": count, "radius": steps[0]}
    return {"count": count, "by": [*steps, "0", "0"][:3]}


def _put(clause: Clause, piece: dict[str, Any]) -> None:
    inner = clause.text.strip("()")
    values = [checked(text.strip(), clause.start, "a measurement of the place") for text in inner.split(",")]
    standing = piece.get("on")
    wanted = 2 if standing else 3
    if len(values) == 2 and not standing:
        values.append("0")
    if len(values) != wanted:
        says = (
            "two measurements along the face: at 0.5, 0.2" if standing else "three measurements: at 1, 2, 0"
        )
        raise EntryError(f"a place is {says}", clause.start)
    if standing:
        standing["at"] = values
    else:
        piece["at"] = values


def clauses(own: Mapping[str, str], text: str, offset: int) -> Iterator[Clause]:
    """The line word by word, each with what stands behind it; first what stands before all of them. ``own`` gives further
    words, with what each means."""
    words = sorted((*own, *CLAUSES), key=len, reverse=True)
    found = list(re.finditer(rf"(?<![\w.])({'|'.join(map(re.escape, words))})(?![\w.])", text, re.IGNORECASE))
    ends = [match.start() for match in found] + [len(text)]
    head = text[: ends[0]].strip(" ,")
    if head:
        yield Clause("", head, offset + text.index(head))
    for match, end in zip(found, ends[1:], strict=True):
        word = match[1].lower()
        value = text[match.end() : end].strip(" ,=:")
        yield Clause(own.get(word, word), value, offset + match.end() + 1)


def leading_join(text: str) -> tuple[str, str, int]:
    """How the line says that the piece joins, the rest of it, and where that begins."""
    stripped = text.lstrip()
    offset = len(text) - len(stripped)
    for word in TAKES:
        if stripped.lower().startswith(word + " "):
            rest = stripped[len(word) + 1 :]
            return "take", rest.lstrip(), offset + len(word) + 1 + len(rest) - len(rest.lstrip())
    return "add", stripped, offset
