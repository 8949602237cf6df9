"""Shapes of the stateless answers. They describe what mensuration tells; they compute nothing."""

from __future__ import annotations

from typing import Literal

from ninja import Schema
from pydantic import JsonValue

Spot = tuple[float, float]


class Mathematics(Schema):
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


class Step(Schema):
    quantity: str
    formula: Mathematics
    numbers: Mathematics
    value: Mathematics


class Entry(Schema):
    """One entry of a tally."""

    id: str
    sign: Literal["+", "-", ""]
    badge: str
    part: str
    edge: str | None
    role: Literal["part", "overlap", "outside", "common", "outline", "shared", "covered", "cut"]
    counted: bool
    stretch: int | None
    title: str
    shape: str
    note: str
    value: Told
    steps: list[Step]
    formula: Mathematics | None
    numbers: Mathematics | None


class Tally(Schema):
    measure: str
    entries: list[Entry]
    total: Told
    note: str


class Segment(Schema):
    """A piece of curve. ``sweep`` in degrees, anticlockwise positive."""

    kind: Literal["line", "arc"]
    start: Spot
    end: Spot
    centre: Spot | None = None
    radius: float | None = None
    sweep: float | None = None


class Span(Schema):
    measure: str
    start: Spot
    end: Spot
    other: tuple[Spot, Spot] | None
    side: int
    given: bool
    typed: str | None
    text: str


class Drive(Schema):
    given: str
    along: Spot | None
    factor: float
    signed: bool


class Grip(Schema):
    at: Spot
    drives: list[Drive]


class DrawnPart(Schema):
    name: str
    badge: str
    shape: str
    title: str
    join: Literal["add", "take", "common"]
    anchor: Spot
    turn: float
    flip: bool
    path: list[Segment]
    label: Spot
    spans: list[Span]
    grips: list[Grip]
    rightAngles: list[tuple[Spot, Spot, Spot]]
    ticks: list[list[Segment]]


class Stretch(Schema):
    id: str
    role: Literal["outline", "shared", "covered", "cut"]
    part: str
    edge: str
    path: list[Segment]


class Drawing(Schema):
    unit: str
    bounds: tuple[float, float, float, float]
    parts: list[DrawnPart]
    outline: list[list[Segment]]
    stretches: list[Stretch]


class FigureResults(Schema):
    quantities: dict[str, Told]
    parts: dict[str, dict[str, Told]]
    drawing: Drawing | None
    tallies: dict[str, Tally]


class LineResults(Told):
    quantity: str
    steps: list[Mathematics]


class AskResults(Schema):
    label: str
    quantity: str | None
    kind: str | None
    exact: str | None
    exactText: str | None = None
    tex: str | None
    decimal: str | None
    unit: str | None
    rounded: str | None
    text: str | None
    roundedTex: str | None = None
    approximate: bool | None = None
    note: str | None = None
    steps: list[Mathematics]
    working: list[str]


class Complaint(Schema):
    where: str
    code: str
    says: str
    level: Literal["error", "warning"]
    position: int | None


class Results(Schema):
    title: str
    asks: list[AskResults]
    figures: dict[str, FigureResults]
    lines: dict[str, LineResults]
    complaints: list[Complaint]


class Shape(Schema):
    """A figure of the catalogue, for the picker."""

    name: str
    title: str
    measures: list[str]
    starting: dict[str, str]
    path: list[Segment]
    bounds: tuple[float, float, float, float]


class UnitChoice(Schema):
    symbol: str
    name: str


class Reference(Schema):
    """What the web app offers to choose from."""

    shapes: list[Shape]
    units: list[UnitChoice]


class EntryIn(Schema):
    text: str
    taken: list[str] = []


class Suggestion(Schema):
    label: str
    line: str


class EntryOut(Schema):
    part: dict[str, JsonValue] | None
    says: str | None
    position: int | None
    suggestions: list[Suggestion]
