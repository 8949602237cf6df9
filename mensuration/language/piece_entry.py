"""A piece of a solid typed in words: ``take away cylinder radius 0.5 height 3 on block top named hole``."""

from __future__ import annotations

import re
from collections.abc import Mapping
from functools import lru_cache
from typing import Any

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.expressions import fresh_name, nearest
from mensuration.expressions.errors import shortened
from mensuration.language.entry import MAX_LENGTH, EntryError, Suggestion, begins_with_shape, checked
from mensuration.language.making_entry import begins_a_making, read_making
from mensuration.language.piece_clauses import Clause, clauses, fresh_piece, leading_join, take_common


def solids() -> dict[str, Solid]:
    """Every solid of the catalogue, by name."""
    return {name: figure for name, figure in figures().items() if isinstance(figure, Solid)}


def begins_a_solid(text: str) -> bool:
    """Whether a line begins with the name of a solid rather than of a plane figure."""
    _, rest, offset = leading_join(text)
    if begins_a_making(rest):
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
    join, rest, offset = leading_join(text)
    if begins_a_making(rest):
        return read_making(rest, offset, join, pieces)
    found = _leading_solid(rest)
    if found is None:
        raise _no_solid(rest.strip(), offset)
    solid, length = found
    piece = fresh_piece(solid.name, join)
    for clause in clauses(_words_of(solid), rest[length:], offset + length):
        _take(clause, piece, solid, pieces)
    if not piece["given"]:
        raise EntryError(f"say its size, such as {_example(solid)}", len(text.rstrip()))
    piece["name"] = piece["name"] or fresh_name(solid.name.replace("-", "_"), pieces)
    return piece


def _take(clause: Clause, piece: dict[str, Any], solid: Solid, pieces: Mapping[str, str]) -> None:
    if clause.word == "":
        _sizes(clause, piece, solid)
    elif not take_common(clause, piece, pieces):
        text = checked(clause.text, clause.start, f"the {solid.title_of(clause.word)}")
        piece["given"][clause.word] = text


def _sizes(clause: Clause, piece: dict[str, Any], solid: Solid) -> None:
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


def _words_of(solid: Solid) -> dict[str, str]:
    """Every spelling of a solid's measures."""
    return {
        spelt.lower(): measure.name
        for measure in solid.measures
        for spelt in (measure.name, measure.name.replace("_", " "), measure.title)
    }


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
    _, rest, offset = leading_join(text)
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
