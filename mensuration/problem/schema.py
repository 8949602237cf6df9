"""The problem document: what is known and what is asked. The names are a contract (docs/).

Reading a document checks only its shape; mistakes in what it says (a radius of 0, an unknown name)
are complaints of :func:`mensuration.problem.evaluate`, so that a problem with mistakes still opens.
Fields that are not known are kept as they are.
"""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, ValidationError

from mensuration.rates import MAX_RATES

MAX_BYTES = 1_000_000
MAX_PARTS = 500
MAX_FIGURES = 50
MAX_LINES = 200
MAX_ASKS = 100
MAX_COLUMNS = 60
MAX_ROWS = 10_000
FORMAT = "tilt-grid/problem"


class UnreadableDocument(ValueError):
    """A file that is no problem document; the sentence says where it stops being one."""


def _typed(value: object) -> object:
    if isinstance(value, bool) or not isinstance(value, int | float):
        return value
    return str(value)


Typed = Annotated[
    str,
    BeforeValidator(_typed),
    Field(max_length=100_000, description="A measurement or expression, as a person types it."),
]
Name = Annotated[str, Field(max_length=60)]


class Model(BaseModel):
    model_config = ConfigDict(extra="allow", validate_default=True)


class RoundingRule(Model):
    """One of: decimal places, significant figures, or the nearest step."""

    places: Annotated[int | None, Field(ge=0, le=12)] = None
    figures: Annotated[int | None, Field(ge=1, le=15)] = None
    step: Typed | None = None


class Settings(Model):
    """What holds for the whole problem unless said otherwise."""

    unit: str = "m"
    angle: str = "deg"
    pi: Literal["exact", "3.14", "22/7"] = "exact"
    rounding: RoundingRule | Literal["none"] = RoundingRule(places=2)


class Attachment(Model):
    """What a part stands on: a straight edge of another part, or (with no edge) that part's middle.

    On an edge it stands ``out`` of the other part or lies ``in`` it; ``along`` says which ends meet where the
    two edges are not equally long. ``at`` then shifts it along the edge and away from it.
    """

    part: Name
    edge: Annotated[str | None, Field(max_length=60)] = None
    side: Literal["out", "in"] = "out"
    along: Literal["start", "middle", "end"] = "middle"


class Part(Model):
    """One part of a plane figure: a shape with givens, placed and joined.

    The shape ``outline`` has a ``walk`` or ``points`` instead of givens.
    """

    name: Name
    shape: Annotated[str, Field(max_length=60)]
    given: dict[Annotated[str, Field(max_length=60)], Typed] = {}
    walk: Annotated[Typed | None, Field(description="Steps such as R 9, U 7, L ?")] = None
    points: Annotated[list[tuple[Typed, Typed]] | None, Field(max_length=200)] = None
    on: Attachment | None = None
    at: tuple[Typed, Typed] = ("0", "0")
    turn: Typed = "0"
    flip: bool = False
    join: Literal["add", "take", "common"] = "add"


Corner = tuple[Typed, Typed]


class Shaded(Model):
    """What is shaded of a figure on unit squares: squares by column and row, parts by name."""

    squares: Annotated[list[tuple[int, int]], Field(max_length=2000)] = []
    parts: Annotated[list[Name], Field(max_length=MAX_PARTS)] = []


class CaseColumn(Model):
    """A column of a table of cases: a quantity as ``given`` or ``expected``, in a unit, or a ``note``."""

    name: Name
    role: Literal["given", "expected", "note"] = "given"
    of: Annotated[str | None, Field(max_length=60, description="The quantity, where it is not the name")] = (
        None
    )
    unit: Annotated[str | None, Field(max_length=20)] = None
    rule: Annotated[Typed | None, Field(description="Fills the column: from 20 by 5, or 2 radius")] = None


Row = dict[Annotated[str, Field(max_length=60)], Typed]


class Figure(Model):
    """A named figure. Kind ``plane``: parts joined in order. Kind ``formula``: one catalogue ``figure``, solved from
    what is ``given``; ``solution`` chooses where there are two. Kind ``cases``: many ``rows`` of one catalogue ``figure``."""

    name: Name
    kind: Annotated[str, Field(max_length=60)] = "plane"
    parts: list[Part] = []
    way: Annotated[str | None, Field(max_length=20, description="How the area is split")] = None
    cuts: Annotated[list[tuple[Corner, Corner]] | None, Field(max_length=60, description="Own cut lines")] = (
        None
    )
    shaded: Shaded | None = None
    figure: Annotated[str | None, Field(max_length=60, description="The catalogue's name for it")] = None
    given: dict[Annotated[str, Field(max_length=60)], Typed] | None = None
    solution: Annotated[int | None, Field(ge=1, le=9)] = None
    columns: Annotated[list[CaseColumn] | None, Field(max_length=MAX_COLUMNS)] = None
    rows: Annotated[list[Row] | None, Field(max_length=MAX_ROWS)] = None
    first: Annotated[int | None, Field(ge=1, description="The number that the first row counts as")] = None


class Line(Model):
    """A named expression of the working."""

    name: Name
    expression: Typed


class Ask(Model):
    """One thing that the problem wants to know."""

    label: Annotated[str, Field(max_length=200)]
    expression: Typed
    unit: Annotated[str | None, Field(max_length=40)] = None
    rounding: RoundingRule | Literal["none"] | None = None
    rates: Annotated[
        list[Annotated[str, Field(max_length=100)]] | None,
        Field(max_length=MAX_RATES, description="What it costs or takes: €4.20 per m, 12 % waste"),
    ] = None


class Problem(Model):
    """A problem document."""

    format: Literal["tilt-grid/problem"] = "tilt-grid/problem"
    version: Literal[1] = 1
    title: Annotated[str, Field(max_length=200)] = ""
    statement: Annotated[str, Field(max_length=20_000)] = ""
    settings: Settings = Settings()
    figures: Annotated[list[Figure], Field(max_length=MAX_FIGURES)] = []
    lines: Annotated[list[Line], Field(max_length=MAX_LINES)] = []
    asks: Annotated[list[Ask], Field(max_length=MAX_ASKS)] = []


def read(document: dict[str, Any]) -> Problem:
    """A checked problem from its JSON object. UnreadableDocument where it is none."""
    try:
        problem = Problem.model_validate(document)
    except ValidationError as error:
        raise UnreadableDocument(_first_fault(error)) from None
    parts = sum(len(figure.parts) for figure in problem.figures)
    if parts > MAX_PARTS:
        raise UnreadableDocument(f"the problem has {parts} parts; at most {MAX_PARTS} are allowed")
    return problem


def read_text(text: str | bytes) -> Problem:
    """A checked problem from a file's contents. UnreadableDocument, in words, where it is none."""
    if len(text) > MAX_BYTES:
        raise UnreadableDocument("the file is larger than 1 MB, the most a problem may have")
    try:
        document = json.loads(text)
    except json.JSONDecodeError as error:
        raise UnreadableDocument(
            f"this is not JSON: line {error.lineno}, column {error.colno}: {error.msg}"
        ) from None
    except (UnicodeDecodeError, RecursionError):
        raise UnreadableDocument("this is not a JSON text") from None
    if not isinstance(document, dict):
        raise UnreadableDocument("a problem file holds one JSON object in braces")
    if document.get("format") != FORMAT:
        raise UnreadableDocument(f'format: expected "{FORMAT}"')
    return read(document)


def _first_fault(error: ValidationError) -> str:
    fault = error.errors()[0]
    where = ".".join(str(step) for step in fault["loc"]) or "the document"
    return f"{where}: {fault['msg'].lower()}"


def json_schema() -> dict[str, Any]:
    """The JSON Schema of the problem document, as published in docs/."""
    schema = Problem.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}
