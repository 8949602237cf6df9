"""The shapes that answers are made of."""

from __future__ import annotations

from typing import Literal

from ninja import Schema

Spot = tuple[float, float]


class Mathematics(Schema):
    tex: str
    text: str


class Unfolded(Schema):
    """An exact form that is longer than a line."""

    exact: str
    tex: str
    text: str


class Told(Schema):
    """A value in all its forms."""

    exact: str | None
    exactText: str | None
    tex: str | None
    decimal: str
    unit: str
    rounded: str
    text: str
    shown: Mathematics
    roundedTex: str
    approximate: bool
    rule: str
    note: str
    unfolded: Unfolded | None = None


class Segment(Schema):
    """A piece of curve. ``sweep`` in degrees, anticlockwise positive; an ellipse has also its other half axis
    and how it leans."""

    kind: Literal["line", "arc"]
    start: Spot
    end: Spot
    centre: Spot | None = None
    radius: float | None = None
    sweep: float | None = None
    minor: float | None = None
    lean: float | None = None


class Span(Schema):
    measure: str
    start: Spot
    end: Spot
    other: tuple[Spot, Spot] | None
    side: int
    given: bool
    typed: str | None
    text: str


class Angle(Schema):
    measure: str
    at: Spot
    one: Spot
    two: Spot
    degrees: float
    given: bool
    typed: str | None
    text: str
