"""What one figure of the catalogue declares.

A figure is data: its quantities, the relations between them with every rearranged form, its
constraints, its outline and what is drawn on it. All formulas are text in the language of
:mod:`mensuration.expressions`, over the figure's own quantity names; lengths are in one unit,
angles carry theirs. Everything else (solving, placing, drawing, the picker, the tests over the
whole catalogue) follows from the declaration. ``docs/adding-a-figure.md`` walks through one.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

XY = tuple[str, str]


@dataclass(frozen=True)
class Measure:
    """A quantity of the figure. ``kind`` is ``length``, ``area`` or ``angle``; ``signed`` may be any size."""

    name: str
    symbol: str
    kind: str = "length"
    signed: bool = False


@dataclass(frozen=True)
class Relation:
    """One relation in all its rearranged forms, the familiar one first; ``source`` says where it is from."""

    forms: Mapping[str, str]
    source: str


@dataclass(frozen=True)
class Constraint:
    """``expression`` must be more than 0, else ``says``, at the given called ``at``."""

    expression: str
    at: str
    says: str


@dataclass(frozen=True)
class Line:
    """A straight edge of the outline, from where the last one ended to ``to``."""

    name: str
    to: XY
    length: str


@dataclass(frozen=True)
class Arc:
    """A circular edge round ``centre`` to ``to``, turning by ``turn`` (an angle, anticlockwise)."""

    name: str
    to: XY
    centre: XY
    turn: str
    length: str


@dataclass(frozen=True)
class Outline:
    """The boundary, walked anticlockwise from ``start``, so that the inside lies on the left."""

    start: XY
    edges: tuple[Line | Arc, ...]


@dataclass(frozen=True)
class Span:
    """A dimension line for ``measure`` from ``start`` to ``end``.

    ``side`` says on which side of that direction it stands off (-1 right, 1 left, 0 on the line
    itself). It is drawn when the measure was given, or when ``always``, but not when ``unless`` was.
    ``other`` is where it may stand instead, on the same side of that direction: the opposite edge.
    """

    measure: str
    start: XY
    end: XY
    side: int = -1
    always: bool = True
    unless: str = ""
    other: tuple[XY, XY] | None = None


@dataclass(frozen=True)
class Grip:
    """A point that can be dragged: each entry of ``drives`` is (measure, axis, factor).

    The measure becomes ``factor`` times the grip's distance from the anchor along the axis
    (``x``, ``y`` in the figure's own directions, or ``radial``).
    """

    at: XY
    drives: tuple[tuple[str, str, str], ...]


@dataclass(frozen=True)
class Figure:
    """One plane figure of the catalogue."""

    name: str
    title: str
    measures: tuple[Measure, ...]
    relations: tuple[Relation, ...]
    outline: Outline
    starting: Mapping[str, str]
    spans: tuple[Span, ...]
    grips: tuple[Grip, ...]
    constraints: tuple[Constraint, ...] = ()
    defaults: Mapping[str, str] = field(default_factory=dict)
    right_angles: tuple[tuple[XY, XY, XY], ...] = ()
    equal_edges: tuple[tuple[str, ...], ...] = ()
    synonyms: tuple[str, ...] = ()

    @property
    def usual(self) -> tuple[str, ...]:
        """The measures people usually give: those that a fresh part starts with."""
        return tuple(self.starting)

    def measure(self, name: str) -> Measure | None:
        return next((m for m in self.measures if m.name == name), None)
