"""Entries that are alike, told once with how many there are."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable
from dataclasses import replace

from mensuration.expressions.nodes import Binary, number_of
from mensuration.tally.entry import Derivation, Entry


def together(entries: Iterable[Entry], belong: Callable[[Entry], Hashable]) -> tuple[Entry, ...]:
    """Neighbours or not, entries that count the same way, belong together and are derived alike become one: so many times
    the first of them."""
    groups: list[list[Entry]] = []
    for entry in entries:
        group = next((group for group in groups if _alike(group[0], entry, belong)), None)
        if group is None:
            groups.append([entry])
        else:
            group.append(entry)
    return tuple(_times(group) for group in groups)


def told_apart(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    """Entries of the same piece and face numbered, where there are several."""
    seen: dict[Hashable, int] = {}
    found = []
    for entry in entries:
        key = entry.subject.name, entry.subject.face, entry.role
        again = seen.get(key, 0)
        seen[key] = again + 1
        found.append(replace(entry, subject=replace(entry.subject, again=again)) if again else entry)
    return tuple(found)


def _alike(one: Entry, two: Entry, belong: Callable[[Entry], Hashable]) -> bool:
    return (
        (one.sign, one.role, belong(one)) == (two.sign, two.role, belong(two))
        and len(one.steps) == len(two.steps)
        and all(
            _same(a, b)
            for a, b in zip((*one.steps, one.derivation), (*two.steps, two.derivation), strict=True)
        )
    )


def _same(one: Derivation, two: Derivation) -> bool:
    return one.formula == two.formula and dict(one.substitution) == dict(two.substitution)


def _times(group: list[Entry]) -> Entry:
    first = group[0]
    if len(group) == 1:
        return first
    own = first.derivation
    many = replace(own, formula=Binary("*", number_of(len(group)), own.formula))
    faces = [entry.subject.face for entry in group]
    subject = replace(first.subject, face=listed_faces(faces), alike=tuple(dict.fromkeys(faces)))
    return replace(first, subject=subject, derivation=many)


def listed_faces(faces: list[str]) -> str:
    """What several faces are called: each by its name, or by the one name that all have, with how many there are.

    >>> listed_faces(["side", "side"]), listed_faces(["front", "back"]), listed_faces(["", ""])
    ('side, 2 of them', 'front, back', '2 of them')
    """
    names = [name for name in dict.fromkeys(faces) if name]
    count = [] if len(names) > 1 else [f"{len(faces)} of them"]
    return ", ".join([*names, *count])
