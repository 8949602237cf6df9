"""Shapes of cards and of the gallery, as mensuration tells them."""

from __future__ import annotations

from typing import Literal

from ninja import Schema

from server.working_out.shapes import Angle, Mathematics, Segment, Span, Spot, Told


class ShownSpan(Span):
    """``shown`` ones are drawn as they are; the others when their quantity is pointed at."""

    shown: bool


class ShownAngle(Angle):
    shown: bool


class Stroke(Schema):
    points: list[Spot]
    hidden: bool


class Fill(Schema):
    """Rings of points filled together; ``bright`` from 0 to 1."""

    rings: list[list[Spot]]
    bright: float


class CardPicture(Schema):
    """A plane figure by its ``path``, a solid by ``lines`` and ``fills``."""

    kind: Literal["plane", "solid"]
    path: list[Segment]
    lines: list[Stroke]
    fills: list[Fill]
    spans: list[ShownSpan]
    angles: list[ShownAngle]
    rightAngles: list[tuple[Spot, Spot, Spot]]
    ticks: list[list[Segment]]
    arrows: list[list[Segment]]
    bounds: tuple[float, float, float, float]


class CardQuantity(Told):
    """``chosen`` where nothing settles it and the usual value was taken."""

    given: bool
    chosen: bool


class CardStep(Schema):
    """One step: the formula as people know it, rearranged, with numbers, the value. ``path`` leads to it."""

    quantity: str
    title: str
    symbol: Mathematics
    source: str
    familiar: Mathematics | None
    formula: Mathematics
    numbers: Mathematics
    trial: bool
    value: Told
    path: list[int]


class CardPartial(Schema):
    quantities: dict[str, CardQuantity]
    steps: list[CardStep]


class CardSolution(CardPartial):
    drawing: CardPicture


class AgreementForm(Schema):
    title: str
    formula: Mathematics
    numbers: Mathematics | None
    value: Told | None


class Agreement(Schema):
    """Two forms of one measure, and what they come to at a special value."""

    measure: str
    title: str
    forms: list[AgreementForm]
    agree: bool | None
    special: list[AgreementForm]
    specialAgrees: bool | None


class Card(Schema):
    figure: str
    title: str
    solution: int | None
    solutions: list[CardSolution]
    partial: CardPartial | None
    agreements: list[Agreement]


class CaseCell(Schema):
    text: str
    number: float
    given: bool


class CaseRow(Schema):
    """One case: its cells by column or quantity, or why they could not be found, and at which column."""

    cells: dict[str, CaseCell]
    says: str | None
    at: str | None
    solutions: int
    agree: dict[str, bool]


class Cases(Schema):
    figure: str
    title: str
    rows: list[CaseRow]


class TableIn(Schema):
    """A table as text, for a figure of the catalogue."""

    figure: str
    text: str


class TableColumn(Schema):
    name: str
    role: Literal["given", "expected", "note"]
    of: str | None = None
    unit: str | None = None


class TableOut(Schema):
    """What was read, and what was made of it in sentences."""

    columns: list[TableColumn]
    rows: list[dict[str, str]]
    says: list[str]


class CardRow(Schema):
    """A figure in the gallery."""

    name: str
    title: str
    family: str
    synonyms: list[str]
    plane: bool
    picture: CardPicture


class CardMeasure(Schema):
    name: str
    title: str
    symbol: str
    kind: Literal["length", "area", "volume", "angle", "count"]
    further: bool
    signed: bool


class RelationForm(Mathematics):
    """A relation solved for one quantity; ``second`` is its other value, where it has two."""

    quantity: str
    needs: list[str]
    second: Mathematics | None


class CardRelation(Schema):
    source: str
    forms: list[RelationForm]


class SheetRow(CardRow):
    starting: dict[str, str]
    measures: list[CardMeasure]
    formulas: list[CardRelation]
