"""Slips in a tally: entries left out, counted though they don't count, or turned; and those in the formula of each entry."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from mensuration.expressions import Quantity
from mensuration.numbers import Real
from mensuration.slips.formulas import Chain, slips_in
from mensuration.tally.entry import Entry, Role, Sign, Tally
from mensuration.units import Unit

PARTIAL = ("semi", "quarter", "hemi", "half")
ENDS = {"bottom", "top", "base", "end"}
MOST_IN_DEPTH = 40  # entries whose formulas are looked into
FORGOTTEN = {
    Role.PART: "part-forgotten",
    Role.PIECE: "part-forgotten",
    Role.OUTLINE: "side-forgotten",
    Role.CUT: "side-forgotten",
    Role.FACE: "face-forgotten",
    Role.EDGE: "side-forgotten",
}
COUNTED = {
    Role.SHARED: "shared-edge-counted",
    Role.COVERED: "shared-edge-counted",
    Role.CUT: "side-forgotten",
    Role.OPEN: "open-face-counted",
    Role.HIDDEN: "joint-counted",
}
INSTEAD = {
    ("area", "perimeter"): "circumference-for-area",
    ("perimeter", "area"): "area-for-circumference",
    ("area", "circumference"): "circumference-for-area",
    ("circumference", "area"): "area-for-circumference",
    ("volume", "surface"): "surface-for-volume",
    ("surface", "volume"): "volume-for-surface",
    ("surface", "lateral"): "lateral-only",
    ("volume", "base_area"): "height-forgotten",
}
"""What is told instead of a measure, where another one of the figure is taken for it."""


@dataclass(frozen=True)
class Slipped:
    """What a slip makes of a total; at a ``part``, which is ``called`` otherwise where its name doesn't say it."""

    code: str
    total: Quantity
    part: str = ""
    called: str = ""


@dataclass(frozen=True)
class Known:
    """What is known beside a tally: all quantities of a part, and the bare numbers of what was typed in another unit."""

    values: Callable[[str], Mapping[str, Quantity]]
    bare: Callable[[str], Mapping[str, Quantity]]
    unit: Unit


def slips_of(tally: Tally, known: Known) -> Iterator[Slipped]:
    """Every slip in a tally, singly, and those that are made at every place alike."""
    total = tally.total
    alike: dict[str, list[Real]] = defaultdict(list)
    deep = len(tally.entries) <= MOST_IN_DEPTH
    for entry in tally.entries:
        found = [*_left_out(entry, tally)]
        if deep and entry.sign:
            found += _in_formula(entry, known)
        for code, change in found:
            alike[code].append(change)
            yield Slipped(code, _shifted(total, change), entry.subject.name, _called(entry))
    for code, changes in alike.items():
        if len(changes) > 1 and "forgotten" not in code.replace("hole-", ""):
            yield Slipped(code, _shifted(total, Real.sum(changes)), "", "every one of them")
    yield from _ends(tally)
    yield from _strips(tally)


def _shifted(total: Quantity, change: Real) -> Quantity:
    return Quantity(total.value + change, total.kind)


def _called(entry: Entry) -> str:
    subject = entry.subject
    if subject.face:
        return f"the {subject.face} of “{subject.name}”"
    return f"{subject.edge} of “{subject.name}”" if subject.edge else ""


def _left_out(entry: Entry, tally: Tally) -> Iterator[tuple[str, Real]]:
    value = entry.value.value
    if entry.sign is Sign.TAKEN:
        if entry.role is Role.OVERLAP:
            yield "overlap-twice", value
        elif entry.subject.shape not in ("strip", "chord", "stretch"):
            yield "hole-forgotten", value
            yield "hole-added", value + value
    elif entry.sign is Sign.ADDED:
        if (
            entry.role in FORGOTTEN
            and len(tally.entries) > 1
            and entry.subject.shape not in ("strip", "chord")
        ):
            yield FORGOTTEN[entry.role], _own_overlap(entry, tally) - value
    elif entry.role in COUNTED:
        yield COUNTED[entry.role], value


def _own_overlap(entry: Entry, tally: Tally) -> Real:
    """What is taken away since a part lies on others: who forgets the part doesn't take that away either."""
    return Real.sum(
        other.value.value
        for other in tally.entries
        if other.role is Role.OVERLAP and other.subject.name == entry.subject.name
    )


def _in_formula(entry: Entry, known: Known) -> Iterator[tuple[str, Real]]:
    if entry.derivation.trial is not None or any(step.trial is not None for step in entry.steps):
        return
    chain = Chain((*entry.steps, entry.derivation), known.unit)
    own = entry.value.value
    name = entry.subject.name
    partial = any(word in entry.subject.shape for word in PARTIAL)
    for code, found in slips_in(chain, known.values(name), known.bare(name)):
        change = found.value - own
        if not change.sign():
            continue
        if partial and code == "half-forgotten":
            code = "whole-for-half"
        if not partial and code == "whole-for-half":
            continue
        yield code, change if entry.sign is Sign.ADDED else -change


def _ends(tally: Tally) -> Iterator[Slipped]:
    """One of two equal ends of a piece, left out."""
    ends: dict[str, list[Entry]] = defaultdict(list)
    for entry in tally.entries:
        if entry.role is Role.FACE and entry.sign is Sign.ADDED and set(entry.subject.face.split()) & ENDS:
            ends[entry.subject.name].append(entry)
    for name, both in ends.items():
        if len(both) == 2 and both[0].value.value.same_as(both[1].value.value):
            yield Slipped("one-end-only", _shifted(tally.total, -both[0].value.value), name)
        elif len(both) == 1 and both[0].derivation.count == 1 and len(both[0].subject.alike) == 2:
            half = both[0].value.value / Real.of(2)
            yield Slipped("one-end-only", _shifted(tally.total, -half), name)


# Strips


def _strips(tally: Tally) -> Iterator[Slipped]:
    """Weights of ordinates gone wrong: of equal strips by trapezoids or by Simpson's rule, all above the line."""
    entries = tally.entries
    if len(entries) < 2 or any(entry.subject.shape != "strip" for entry in entries):
        return
    rows = [entry.derivation.substitution for entry in entries]
    width = rows[0]["width"].value
    if not all(row["width"].value.same_as(width) for row in rows):
        return
    count = len(entries)
    per = 2 if "middle" in rows[0] else 1
    if tally.measure == "area" and {"left", "right"} <= rows[0].keys() and len({*map(len, rows)}) == 1:
        ordinates = _ordinates(rows)
        below = Real.of(3 if per == 2 else 2)
        once = width * Real.sum(ordinates) / below
        ends = width * (ordinates[0] + ordinates[-1]) / below
        yield Slipped("ends-doubled", _shifted(tally.total, ends))
        yield Slipped("inside-not-doubled", Quantity(once, tally.total.kind))
    strips = Real.of(per * count)
    fewer = tally.total.value * strips / (strips + Real.of(1))
    yield Slipped("strip-count", Quantity(fewer, tally.total.kind))


def _ordinates(rows: Sequence[Mapping[str, Quantity]]) -> list[Real]:
    found = [rows[0]["left"].value]
    for row in rows:
        if "middle" in row:
            found.append(row["middle"].value)
        found.append(row["right"].value)
    return found
