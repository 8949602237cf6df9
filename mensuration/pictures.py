"""What pictures are made of, as results hold it: plain numbers in the picture's unit.

Only the types stand here, below all that tells and draws; how they are filled is :mod:`mensuration.drawing`.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mensuration.frozen import Frozen

Spot = tuple[float, float]
Bounds = tuple[float, float, float, float]  # left, bottom, right, top


@dataclass(frozen=True)
class Segment(Frozen):
    """A piece of curve. ``sweep`` in degrees, anticlockwise positive; an ellipse has also its other half axis and how
    it leans."""

    kind: Literal["line", "arc"]
    start: Spot
    end: Spot
    centre: Spot | None = None
    radius: float | None = None
    sweep: float | None = None
    minor: float | None = None
    lean: float | None = None


@dataclass(frozen=True)
class DrawnSpan(Frozen):
    """A dimension line. ``shown`` ones are drawn as they are; the others when their quantity is pointed at."""

    measure: str
    start: Spot
    end: Spot
    other: tuple[Spot, Spot] | None
    side: int
    given: bool
    typed: str | None
    text: str
    shown: bool = True


@dataclass(frozen=True)
class DrawnAngle(Frozen):
    """An angle marked with an arc, from the arm to ``one`` anticlockwise to that to ``two``."""

    measure: str
    at: Spot
    one: Spot
    two: Spot
    degrees: float
    given: bool
    typed: str | None
    text: str
    shown: bool = True


Corner = tuple[Spot, Spot, Spot]  # of a right angle: its corner and the ends of its arms


@dataclass(frozen=True)
class Sketched(Frozen):
    """Edges that make no figure, and the spots that are the matter."""

    path: tuple[Segment, ...]
    spots: tuple[Spot, ...]


@dataclass(frozen=True)
class DrawnPiece(Frozen):
    """One piece of a split figure, with a spot for its number."""

    id: str
    badge: str
    sign: Literal["+", "-", ""]
    path: tuple[Segment, ...]
    label: Spot


@dataclass(frozen=True)
class Split(Frozen):
    """A figure in pieces, and the lines along which it is cut."""

    title: str
    cuts: tuple[tuple[Spot, Spot], ...]
    pieces: tuple[DrawnPiece, ...]
