"""Shapes of the stateless answers. They describe what mensuration tells; they compute nothing."""

from __future__ import annotations

from typing import Literal

from ninja import Schema
from pydantic import JsonValue

from server.working_out.card_schemas import Card, Cases
from server.working_out.shapes import Angle, Mathematics, Segment, Span, Spot, Told, Unfolded


class Step(Schema):
    quantity: str
    title: str | None = None
    formula: Mathematics
    numbers: Mathematics
    trial: bool = False
    value: Mathematics


class Entry(Schema):
    """One entry of a tally."""

    id: str
    sign: Literal["+", "-", ""]
    badge: str
    part: str
    edge: str | None
    role: Literal["part", "overlap", "outside", "common", "outline", "shared", "covered", "cut", "piece"]
    counted: bool
    stretch: int | None
    title: str
    shape: str
    note: str
    value: Told
    steps: list[Step]
    formula: Mathematics | None
    trial: bool = False
    numbers: Mathematics | None


class Piece(Schema):
    """One piece of a way of splitting, as the board shows it."""

    id: str
    badge: str
    sign: Literal["+", "-"]
    path: list[Segment]
    label: Spot


class Split(Schema):
    title: str
    cuts: list[tuple[Spot, Spot]]
    pieces: list[Piece]


class Tally(Schema):
    measure: str
    way: str
    entries: list[Entry]
    total: Told
    note: str
    split: Split | None


class Way(Schema):
    name: str
    title: str
    about: str
    tally: Tally


class Square(Schema):
    at: tuple[int, int]
    kind: Literal["whole", "half", "part"]
    number: int
    shaded: bool


class CountedLine(Schema):
    text: str


class Lattice(Schema):
    inside: list[tuple[int, int]]
    border: list[tuple[int, int]]
    says: str
    formula: Mathematics
    numbers: Mathematics
    agrees: bool


class Count(Schema):
    above: int
    below: int
    of: str


class Ratio(Schema):
    decimal: str
    percent: str
    exactly: bool
    count: Count | None
    lowest: Mathematics | None
    factor: int | None
    equivalents: list[str]


class ShadedShare(Schema):
    says: str
    ratio: Ratio | None


class Counted(Schema):
    """The figure on unit squares."""

    tooMany: bool
    squares: list[Square]
    lines: list[CountedLine]
    lattice: Lattice | None
    sides: int
    edges: list[tuple[tuple[int, int], tuple[int, int]]]
    shaded: ShadedShare | None


class Showing(Schema):
    """Why a formula holds: a movement of the part's own outline."""

    kind: Literal["double", "shear", "sectors"]
    title: str
    path: list[Segment]
    pivot: Spot
    up: Spot | None = None
    slide: Spot | None = None
    radius: float | None = None
    width: float | None = None
    lines: list[Mathematics]


class Drive(Schema):
    given: str
    axis: Literal["x", "y", "radial", "turn"]
    along: Spot | None
    factor: float
    less: float
    signed: bool


class Grip(Schema):
    at: Spot
    drives: list[Drive]


class StraightEdge(Schema):
    """A straight edge, on which other parts can stand; ``length`` as an expression."""

    name: str
    length: str
    size: float
    path: Segment


class WalkedSide(Schema):
    corner: Spot
    vector: Spot
    curved: bool


class DrawnPart(Schema):
    name: str
    badge: str
    shape: str
    title: str
    join: Literal["add", "take", "common"]
    anchor: Spot
    shift: Spot
    axes: tuple[Spot, Spot]
    turn: float
    flip: bool
    path: list[Segment]
    label: Spot
    spans: list[Span]
    grips: list[Grip]
    rightAngles: list[tuple[Spot, Spot, Spot]]
    angles: list[Angle]
    ticks: list[list[Segment]]
    arrows: list[list[Segment]]
    edges: list[StraightEdge]
    walk: list[WalkedSide] | None


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
    ways: list[Way] | None = None
    squares: Counted | None = None
    why: dict[str, list[Showing]] | None = None
    card: Card | None = None
    cases: Cases | None = None


class LineResults(Told):
    quantity: str
    steps: list[Mathematics]


class RateLine(Schema):
    typed: str
    text: str
    value: str
    says: str | None


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
    unfolded: Unfolded | None = None
    rates: list[RateLine]
    steps: list[Mathematics]
    working: list[str]


class Sketch(Schema):
    path: list[Segment]
    spots: list[Spot]


class Complaint(Schema):
    where: str
    code: str
    says: str
    level: Literal["error", "warning"]
    position: int | None
    sketch: Sketch | None = None


class Word(Schema):
    """A piece of the statement; one that means a quantity says which."""

    text: str
    quantity: str | None
    counted: str | None
    expression: str | None


class Results(Schema):
    title: str
    words: list[Word]
    asks: list[AskResults]
    figures: dict[str, FigureResults]
    lines: dict[str, LineResults]
    complaints: list[Complaint]


class Shape(Schema):
    """A figure of the catalogue, for the picker."""

    name: str
    title: str
    family: str
    measures: list[str]
    starting: dict[str, str]
    scales: list[str]
    seat: str | None
    standing: dict[str, str]
    explained: bool
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
    shapes: dict[str, str] = {}


class Suggestion(Schema):
    label: str
    line: str


class EntryOut(Schema):
    part: dict[str, JsonValue] | None
    says: str | None
    position: int | None
    suggestions: list[Suggestion]
