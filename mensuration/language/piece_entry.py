"""A piece of a solid typed in words: ``take away cylinder radius 0.5 height 3 on block top named hole``."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from functools import lru_cache
from typing import Any, NamedTuple

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.expressions import fresh_name, name_fault, nearest
from mensuration.expressions.errors import shortened
from mensuration.language.entry import MAX_LENGTH, EntryError, Suggestion, begins_with_shape, checked
from mensuration.solids.standing import FACES

TAKES = ("take away", "cut out", "carve", "take", "cut")
CLAUSES = ("on", "in", "at", "shifted", "lying", "open", "named")
STANDS = ("on", "in")
_RAISE = re.compile(r"raise\b", re.IGNORECASE)
_BY = re.compile(r"(?P<figure>\w+)\s+by\s+(?P<height>.+)", re.IGNORECASE)


class _Clause(NamedTuple):
    """A word of the line, what stands behind it, and where that begins."""

    word: str
    text: str
    start: int


def solids() -> dict[str, Solid]:
    """Every solid of the catalogue, by name."""
    return {name: figure for name, figure in figures().items() if isinstance(figure, Solid)}


def begins_a_solid(text: str) -> bool:
    """Whether a line begins with the name of a solid rather than of a plane figure."""
    _, rest, offset = _leading_join(text)
    if _RAISE.match(rest):
        return True
    found = _leading_solid(rest)
    return found is not None and offset + found[1] > begins_with_shape(text)


def read_piece(text: str, pieces: Mapping[str, str] | None = None) -> dict[str, Any]:
    """The piece that a line describes, as in the problem document. EntryError in words.

    ``pieces`` gives the shape of every piece that is there, by name.

    >>> read_piece("cylinder radius 0.9 height 2.4 lying")["given"]
    {'radius': '0.9', 'height': '2.4'}
    """
    pieces = pieces or {}
    if len(text) > MAX_LENGTH:
        raise EntryError(f"this is longer than {MAX_LENGTH} characters")
    join, rest, offset = _leading_join(text)
    raising = _RAISE.match(rest)
    if raising is not None:
        return _raised(raising, rest, offset, join, pieces)
    found = _leading_solid(rest)
    if found is None:
        raise _no_solid(rest.strip(), offset)
    solid, length = found
    piece: dict[str, Any] = {
        "name": "",
        "shape": solid.name,
        "given": {},
        "join": join,
        "lying": False,
        "open": [],
    }
    for clause in _clauses(solid, rest[length:], offset + length):
        _take(clause, piece, solid, pieces)
    if not piece["given"]:
        raise EntryError(f"say its size, such as {_example(solid)}", len(text.rstrip()))
    piece["name"] = piece["name"] or fresh_name(solid.name.replace("-", "_"), pieces)
    return piece


def _raised(
    raising: re.Match[str], rest: str, offset: int, join: str, pieces: Mapping[str, str]
) -> dict[str, Any]:
    """``raise deck by 0.3``: a plane figure of the problem, raised straight up."""
    match = _BY.fullmatch(rest[raising.end() :].strip())
    if match is None:
        raise EntryError("say which figure, and how high: raise deck by 0.3", offset + raising.end())
    figure, height = match["figure"], match["height"]
    start = offset + raising.end() + match.start("height")
    return {
        "name": fresh_name(figure, pieces),
        "shape": "prism",
        "base": figure,
        "given": {"height": checked(height.strip(), start, "the height")},
        "join": join,
        "lying": False,
        "open": [],
    }


def _take(clause: _Clause, piece: dict[str, Any], solid: Solid, pieces: Mapping[str, str]) -> None:
    word, text, start = clause
    if word == "":
        _sizes(clause, piece, solid)
    elif word == "lying":
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
    else:
        piece["given"][word] = checked(text, start, f"the {solid.title_of(word)}")


def _sizes(clause: _Clause, piece: dict[str, Any], solid: Solid) -> None:
    """``cuboid 4 by 2 by 3``: sizes without names are the usual ones, in their order."""
    values = re.split(r"\s+by\s+|\s*[x×]\s*", clause.text, flags=re.IGNORECASE)
    if len(values) != len(solid.usual):
        known = ", ".join(solid.title_of(name) for name in solid.usual)
        word = clause.text.split()[0]
        guess = nearest(word, [m.name for m in solid.measures])
        hint = f"did you mean “{guess}”?" if guess else f"the sizes here are {known}"
        raise EntryError(f"“{shortened(word)}” can't be read here; {hint}", clause.start)
    for name, text in zip(solid.usual, values, strict=True):
        piece["given"][name] = checked(text.strip(), clause.start, f"the {solid.title_of(name)}")


def _stand(clause: _Clause, piece: dict[str, Any], pieces: Mapping[str, str]) -> None:
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


def _put(clause: _Clause, piece: dict[str, Any]) -> None:
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


def _clauses(solid: Solid, text: str, offset: int) -> Iterator[_Clause]:
    """The line word by word, each with what stands behind it; first what stands behind the solid's name."""
    measures = {}
    for measure in solid.measures:
        for spelt in (measure.name, measure.name.replace("_", " "), measure.title):
            measures[spelt.lower()] = measure.name
    words = sorted((*measures, *CLAUSES), key=len, reverse=True)
    found = list(re.finditer(rf"(?<![\w.])({'|'.join(map(re.escape, words))})(?![\w.])", text, re.IGNORECASE))
    ends = [match.start() for match in found] + [len(text)]
    head = text[: ends[0]].strip(" ,")
    if head:
        yield _Clause("", head, offset + text.index(head))
    for match, end in zip(found, ends[1:], strict=True):
        word = match[1].lower()
        value = text[match.end() : end].strip(" ,=:")
        yield _Clause(measures.get(word, word), value, offset + match.end() + 1)


def _leading_join(text: str) -> tuple[str, str, int]:
    stripped = text.lstrip()
    offset = len(text) - len(stripped)
    for word in TAKES:
        if stripped.lower().startswith(word + " "):
            rest = stripped[len(word) + 1 :]
            return "take", rest.lstrip(), offset + len(word) + 1 + len(rest) - len(rest.lstrip())
    return "add", stripped, offset


@lru_cache(maxsize=1)
def _spelt() -> list[tuple[str, Solid]]:
    names = [
        (name.lower(), solid)
        for solid in solids().values()
        for name in (solid.name, solid.name.replace("-", " "), solid.title, *solid.synonyms)
    ]
    return sorted(names, key=lambda pair: -len(pair[0]))


def _spelling(solid: Solid, word: str) -> str | None:
    """The shortest of a solid's own names that begin with a word."""
    own = [name for name in (solid.title.lower(), solid.name) if name.startswith(word)]
    return min(own, key=len, default=None)


def _leading_solid(text: str) -> tuple[Solid, int] | None:
    """The solid with whose name a text begins, the longest such name."""
    lower = text.lower()
    for name, solid in _spelt():
        after = lower[len(name) : len(name) + 1]
        if lower.startswith(name) and not (after.isalnum() or after in ("_", "-")):
            return solid, len(name)
    return None


def _no_solid(text: str, offset: int) -> EntryError:
    if not text:
        return EntryError(f"type a solid and its size, such as {_example(solids()['cuboid'])}")
    word = text.split()[0]
    guess = nearest(word.lower(), [name for name, _ in _spelt()])
    hint = f"did you mean “{guess}”?" if guess else "such as cuboid, cylinder, cone, sphere"
    return EntryError(f"“{shortened(word)}” is not a known solid; {hint}", offset)


def _example(solid: Solid) -> str:
    sizes = " ".join(f"{name} {value}" for name, value in solid.starting.items())
    return f"“{solid.title.lower()} {sizes}”"


def piece_suggestions(text: str, pieces: Mapping[str, str], limit: int = 8) -> tuple[Suggestion, ...]:
    """Ways to go on with a line.

    >>> [way.line for way in piece_suggestions("cyl", {})][:1]
    ['cylinder radius ']
    """
    _, rest, offset = _leading_join(text)
    lead = text[:offset]
    found = _leading_solid(rest)
    if found is None or (found[1] == len(rest) and not rest.endswith(" ")):
        word = rest.strip().lower()
        fitting = sorted(
            dict.fromkeys(solid for name, solid in _spelt() if name.startswith(word)),
            key=lambda solid: (_spelling(solid, word) is None, len(_spelling(solid, word) or "")),
        )
        return tuple(
            Suggestion(solid.title.lower(), f"{lead}{solid.title.lower()} {solid.usual[0]} ")
            for solid in fitting
        )[:limit]
    solid, length = found
    head, _, last = rest.rpartition(" ")
    if len(head) < length:
        head, last = rest[:length], ""
    used = {word.lower() for word in re.findall(r"[\w-]+", rest[length:])}
    stands = [f"on {name}" for name in pieces]
    words = [name for name in solid.usual if name not in used]
    words += [
        *stands,
        "lying",
        *(m.name for m in solid.measures if m.name not in used and m.name not in words),
        "named",
    ]
    fitting_words = [word for word in words if word.startswith(last.lower()) and word != last.lower()]
    return tuple(Suggestion(word, f"{lead}{head.rstrip()} {word} ") for word in fitting_words[:limit])
