"""A tally told: entry by entry, with titles, notes, formulas and numbers in place."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from mensuration.frozen import Frozen
from mensuration.pictures import Split
from mensuration.tally.entry import Entry, Role, Sign, Tally
from mensuration.telling import leaves
from mensuration.telling import mathematics as m
from mensuration.telling.derivations import Lines, ToldStep, tell_lines, tell_step
from mensuration.telling.mathematics import Maths
from mensuration.telling.values import Mathematics, Teller, Told, told
from mensuration.telling.working import step_line

SignMark = Literal["+", "-", ""]
MARKS: dict[Sign, SignMark] = {Sign.ADDED: "+", Sign.TAKEN: "-", Sign.UNCOUNTED: ""}
NOTES = {
    Role.OVERLAP: "{} lies partly on what was there before",
    Role.OUTSIDE: "{} reaches beyond the figure",
    Role.COMMON: "what lies in all parts so far",
    Role.SHARED: "shared with {}: inside the figure, not counted",
    Role.COVERED: "inside {}: not counted",
    Role.CUT: "taken away with {}: not counted",
    Role.HIDDEN: "inside the solid: not counted",
    Role.OPEN: "open: not there, or not counted",
    Role.OPENING: "not there to be counted",
}
TITLES = {Role.OVERLAP: "overlap, counted twice", Role.OUTSIDE: "lies outside, not there to take"}


@dataclass(frozen=True)
class ToldEntry(Frozen):
    """One entry of a tally. ``stretch`` is its place among the figure's stretches, for what lights up with it."""

    id: str
    sign: SignMark
    badge: str
    part: str
    edge: str | None
    role: Role
    counted: bool
    stretch: int | None
    title: str
    shape: str
    note: str
    value: Told
    steps: tuple[ToldStep, ...]
    formula: Mathematics | None
    trial: bool
    numbers: Mathematics | None
    alike: tuple[str, ...] = ()
    """The entries of faces that are told together in this one."""


@dataclass(frozen=True)
class ToldTally(Frozen):
    """The entries of one measure and their total, as split by ``way``, which a picture shows where there is one."""

    measure: str
    way: str
    entries: tuple[ToldEntry, ...]
    total: Told
    note: str
    split: Split | None = None


def badge(index: int) -> str:
    """A, B … Z, AA, AB …"""
    letters = ""
    index += 1
    while index:
        index, rest = divmod(index - 1, 26)
        letters = chr(65 + rest) + letters
    return letters


def tell_entries(tally: Tally, teller: Teller) -> tuple[ToldEntry, ...]:
    """Every entry of a tally."""
    return tuple(tell_entry(tally.measure, entry, teller) for entry in tally.entries)


def tell_tally(tally: Tally, teller: Teller) -> ToldTally:
    """A whole tally."""
    total = teller.tell(tally.total)
    return ToldTally(tally.measure, tally.way, tell_entries(tally, teller), total, total.note)


@lru_cache(maxsize=1024)
def tell_entry(measure: str, entry: Entry, teller: Teller) -> ToldEntry:
    """One entry of the tally of ``measure``."""
    subject = entry.subject
    piece, stretched = entry.role is Role.PIECE, subject.stretch is not None
    own = f"piece.{subject.number + 1}" if piece else f"{measure}.{subject.name}.{subject.face or entry.role}"
    own += f".{subject.again + 1}" if subject.again else ""
    lines = _lines(entry, teller)
    return ToldEntry(
        id=f"{measure}.{subject.stretch}" if stretched else own,
        alike=tuple(f"{measure}.{subject.name}.{face or entry.role}" for face in subject.alike),
        sign=MARKS[entry.sign],
        badge=str(subject.number + 1) if piece else badge(subject.number),
        part=subject.name,
        edge=subject.edge,
        role=entry.role,
        counted=entry.sign is not Sign.UNCOUNTED,
        stretch=subject.stretch,
        title=title_of(entry),
        shape=("line" if subject.straight else "arc") if stretched else subject.shape,
        note=_note(entry),
        value=teller.tell(entry.value),
        steps=tuple(tell_step(step, teller, subject.name) for step in entry.steps),
        formula=told(lines.formula) if lines.formula else None,
        trial=entry.derivation.trial is not None,
        numbers=told(lines.numbers) if lines.numbers else None,
    )


def _lines(entry: Entry, teller: Teller) -> Lines:
    return tell_lines(entry.derivation, teller, entry.subject.name)


def title_of(entry: Entry) -> str:
    """What an entry is called."""
    subject = entry.subject
    if entry.role is Role.PIECE:
        return subject.shape
    if subject.stretch is not None:
        return f"{subject.name}, {subject.edge}"
    if subject.face:
        return f"{subject.name}, {subject.face}" + (f" ({subject.again + 1})" if subject.again else "")
    if entry.role is Role.COMMON:
        return f"common with {subject.name}"
    return TITLES.get(entry.role, subject.name)


def _note(entry: Entry) -> str:
    subject = entry.subject
    if entry.role is Role.OUTLINE:
        return "" if subject.whole else f"what is left of the {subject.edge}"
    if entry.role not in NOTES:
        return ""
    beside = " and ".join(subject.beside) or subject.name
    return NOTES[entry.role].format(beside if subject.stretch is not None else subject.name)


@lru_cache(maxsize=256)
def tally_working(name: str, tally: Tally, teller: Teller) -> tuple[Maths, ...]:
    """Formula, numbers and value of every entry that counts, then the sum."""
    lines: list[Maths] = []
    total: Maths | None = None
    counted = [entry for entry in tally.entries if entry.sign]
    for entry in counted:
        own, title = entry.subject.name, title_of(entry)
        for step in entry.steps:
            lines.append(step_line(tell_step(step, teller, own).title or title, step, teller, own))
        lines.append(step_line(title, entry.derivation, teller, own))
        total = _with(total, entry.sign, teller.written(entry.value))
    whole = teller.written(tally.total)
    sides = (
        (leaves.words(name), m.Numbers((total,)), whole)
        if total is not None and len(counted) > 1
        else (leaves.words(name), whole)
    )
    return (*lines, m.Equal(sides))


def _with(total: Maths | None, sign: Sign, value: Maths) -> Maths:
    if total is None:
        return value if sign > 0 else m.Minus(value)
    return m.Sum(total, "+" if sign > 0 else "-", value)
