"""What a tally is made of.

A *derivation* is a formula with what is put in for each of its names; its value is worked out from these and from
nothing else, so that what is told of it and what is counted cannot differ. An *entry* is a derivation with a sign, the
role it plays and what it belongs to; a *tally* is a list of entries, and its total is their signed sum. Tallies of parts,
of ways to split, of perimeters, of faces and of strips are all of this one type.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import Enum, IntEnum, StrEnum
from functools import cached_property, lru_cache

from mensuration.expressions import Node, Path, Quantity, Scope, evaluate
from mensuration.numbers import Real
from mensuration.units import Kind

Equation = tuple[str, Node]  # a quantity and what it equals


class Sign(IntEnum):
    """How an entry counts."""

    TAKEN = -1
    UNCOUNTED = 0
    ADDED = 1


class Role(StrEnum):
    """What an entry is to its measure."""

    PART = "part"
    OVERLAP = "overlap"
    OUTSIDE = "outside"
    COMMON = "common"
    PIECE = "piece"
    OUTLINE = "outline"
    SHARED = "shared"
    COVERED = "covered"
    CUT = "cut"
    FACE = "face"
    EDGE = "edge"
    OPENING = "opening"
    HIDDEN = "hidden"
    OPEN = "open"


class Look(Enum):
    """How a formula is told beside its numbers."""

    LETTERS = "in the letters of its quantities"
    SILENT = "not at all: the numbers say it"
    CORNERS = "as the sum over the corners"


@dataclass(frozen=True)
class Trial:
    """Equations without a closed form that an unknown meets; ``by`` are the forms that give what else is unknown in
    them, ``together`` the unknowns that were found at once (``first`` is what people call the first of them),
    ``known`` what was known before."""

    equations: tuple[Equation, ...]
    by: tuple[Equation, ...] = ()
    together: tuple[str, ...] = ()
    first: str = ""
    known: Mapping[str, Quantity] = field(default_factory=dict)


@dataclass(frozen=True, eq=False)
class Derivation:
    """One quantity by a formula over names, each of which has a value (base units).

    ``symbols`` are the letters of the names in TeX, ``given`` the names whose values a person typed. Of ``count`` pieces
    that are alike one is derived. A value found by ``trial`` is its own substitution.
    """

    quantity: str
    formula: Node
    substitution: Mapping[str, Quantity]
    pi: Real
    symbols: Mapping[str, str] = field(default_factory=dict)
    given: frozenset[str] = frozenset()
    look: Look = Look.LETTERS
    title: str = ""
    source: str = ""
    count: int = 1
    trial: Trial | None = None

    @cached_property
    def value(self) -> Quantity:
        """What the formula comes to."""
        return evaluate(self.formula, Scope(lambda path: self.substitution.get(path.text), list, self.pi))

    @property
    def bare(self) -> bool:
        """Whether there is nothing to tell: one quantity that was measured, not typed."""
        own = self.formula == Path((self.quantity,))
        return own and self.trial is None and self.quantity not in self.given


@lru_cache(maxsize=1024)
def measured(quantity: str, value: Quantity, pi: Real) -> Derivation:
    """A value that is measured on the figure itself."""
    return Derivation(quantity, Path((quantity,)), {quantity: value}, pi)


@dataclass(frozen=True)
class Subject:
    """What an entry belongs to: a part or piece by ``name`` and its ``number`` in the list (from 0), one of its edges,
    one ``stretch`` of all, or one ``face``, as people call it; ``beside`` are other parts that have to do with it. Of faces
    told together ``alike`` are the names; ``again`` tells those of one name apart that are told by themselves."""

    name: str = ""
    number: int = 0
    edge: str | None = None
    straight: bool = True
    stretch: int | None = None
    whole: bool = True
    shape: str = ""
    face: str = ""
    beside: tuple[str, ...] = ()
    alike: tuple[str, ...] = ()
    again: int = 0


@dataclass(frozen=True)
class Entry:
    """One entry: ``steps`` lead to what its derivation puts in. Entries of the same derivation are equal."""

    sign: Sign
    role: Role
    subject: Subject
    derivation: Derivation
    steps: tuple[Derivation, ...] = ()

    @property
    def value(self) -> Quantity:
        """Its size, never negative."""
        return self.derivation.value


@dataclass(frozen=True, eq=False)
class Tally:
    """The entries of one ``measure``, as split by ``way``."""

    measure: str
    kind: Kind
    entries: tuple[Entry, ...]
    way: str = "parts"

    @cached_property
    def total(self) -> Quantity:
        """The signed sum of what counts."""
        values = [(entry.sign, entry.value.value) for entry in self.entries if entry.sign]
        return Quantity(Real.sum(v if sign > 0 else -v for sign, v in values), self.kind)
