"""The problem document: what is known and what is asked. The names are a contract (docs/).

Reading a document checks only its shape; mistakes in what it says (a radius of 0, an unknown name)
are complaints of :func:`mensuration.problem.evaluate`, so that a problem with mistakes still opens.
"""

from __future__ import annotations

import json
from math import isfinite
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from mensuration.language.rates import MAX_RATES
from mensuration.problem.kinds import AnyFigure, PlaneDocument
from mensuration.problem.models import MAX_PARTS, Model, Name, RoundingRule, Settings, Typed

MAX_BYTES = 1_000_000  # of a document, written without any gaps
MAX_FILE_BYTES = 4 * MAX_BYTES  # of a file, which may be indented
MAX_DEPTH = 40
MAX_DIGITS = 300  # of a number in a field that is only kept
HALF_LETTER = "there is half of a letter here, which no text can hold"
TOO_LARGE = "the problem is larger than 1 MB, the most a problem may have"
MAX_FIGURES = 50
MAX_LINES = 200
MAX_ASKS = 100
MAX_LETTERS = 12
MAX_HELD = 4
MAX_WATCHED = 12
MAX_TRIES = 100
FORMAT = "tilt-grid/problem"


class UnreadableDocument(ValueError):
    """A file that is no problem document; the sentence says where it stops being one."""


class WorkingLine(Model):
    """A named expression of the working."""

    name: Name
    expression: Typed


class Try(Model):
    """An answer that was given to an ask, when, and whether it was right."""

    answer: Annotated[str, Field(max_length=500)]
    at: Annotated[str, Field(max_length=40, description="In UTC, as 2026-11-27T09:10:00Z")]
    right: bool = False


class Ask(Model):
    """One thing that the problem wants to know; ``tries`` are the answers that were given."""

    label: Annotated[str, Field(max_length=200)]
    expression: Typed
    unit: Annotated[str | None, Field(max_length=40)] = None
    rounding: RoundingRule | Literal["none"] | None = None
    rates: Annotated[
        list[Annotated[str, Field(max_length=100)]] | None,
        Field(max_length=MAX_RATES, description="What it costs or takes: €4.20 per m, 12 % waste"),
    ] = None
    tries: Annotated[list[Try] | None, Field(max_length=MAX_TRIES)] = None


class Letter(Model):
    """A measurement that stays open: its name stands in other measurements (``w``, ``2 w``, ``w + 3 m``), and ``stands`` is the value
    with which the figure is drawn and worked out meanwhile."""

    name: Name
    stands: Typed


class VariedLetter(Model):
    """A letter that goes from ``low`` to ``high`` in steps, or through all values between where ``step`` is ``all``."""

    letter: Name
    low: Typed
    high: Typed
    step: Typed = "1"


class Hold(Model):
    """What is held fixed: the expression keeps the value ``at``, and the letter ``gives`` gives way."""

    expression: Typed
    at: Typed
    gives: Name


class Vary(Model):
    """What changes, and the quantities, lines and expressions that are watched meanwhile."""

    letters: Annotated[list[VariedLetter], Field(min_length=1, max_length=2)]
    watch: Annotated[list[Typed], Field(min_length=1, max_length=MAX_WATCHED)]


class Solve(Model):
    """What a letter must be for an expression to come to ``at``."""

    expression: Typed
    at: Typed
    letter: Name


class VariedGiven(Model):
    """A given that is drawn anew: ``slab.width``, ``can.radius`` or a letter, from ``low`` to ``high`` in steps."""

    name: Typed
    low: Typed
    high: Typed
    step: Typed = "1"


class Variants(Model):
    """Problems like this one with other numbers: what varies, what comes out with at most ``places`` decimals, and whether slips must
    lead to as many different answers as here."""

    givens: Annotated[list[VariedGiven], Field(min_length=1, max_length=MAX_LETTERS)]
    whole: Annotated[list[Typed], Field(max_length=MAX_WATCHED)] = []
    places: Annotated[int, Field(ge=0, le=3)] = 0
    slips: bool = True


class Problem(Model):
    """A problem document."""

    format: Literal["tilt-grid/problem"] = "tilt-grid/problem"
    version: Literal[1] = 1
    title: Annotated[str, Field(max_length=200)] = ""
    statement: Annotated[str, Field(max_length=20_000)] = ""
    words: Annotated[
        dict[
            Annotated[str, Field(max_length=60)],
            Literal["perimeter", "area", "surface area", "volume", "nothing"],
        ]
        | None,
        Field(max_length=200, description="What words of the statement mean here, in small letters"),
    ] = None
    settings: Settings = Settings()
    letters: Annotated[list[Letter] | None, Field(max_length=MAX_LETTERS)] = None
    hold: Annotated[list[Hold] | None, Field(max_length=MAX_HELD)] = None
    vary: Vary | None = None
    solve: Annotated[list[Solve] | None, Field(max_length=MAX_WATCHED)] = None
    variants: Variants | None = None
    figures: Annotated[list[AnyFigure], Field(max_length=MAX_FIGURES)] = []
    lines: Annotated[list[WorkingLine], Field(max_length=MAX_LINES)] = []
    asks: Annotated[list[Ask], Field(max_length=MAX_ASKS)] = []


def read(document: dict[str, Any]) -> Problem:
    """A checked problem from its JSON object. UnreadableDocument where it is none.

    >>> read({"format": "tilt-grid/problem", "version": 1, "title": "Pad"}).title
    'Pad'
    """
    _check_shape(document)
    try:
        problem = Problem.model_validate(document)
    except ValidationError as error:
        raise UnreadableDocument(_first_fault(error)) from None
    parts = sum(len(figure.parts) for figure in problem.figures if isinstance(figure, PlaneDocument))
    if parts > MAX_PARTS:
        raise UnreadableDocument(f"the problem has {parts} parts; at most {MAX_PARTS} are allowed")
    return problem


def _check_shape(document: dict[str, Any]) -> None:
    """UnreadableDocument where a document is larger, or nested deeper, than what is written can be read again, or holds a number
    that no JSON text can."""
    layer: list[Any] = [document]
    for _ in range(MAX_DEPTH):
        layer = [inner for value in layer for inner in (value.values() if isinstance(value, dict) else value)]
        for value in layer:
            if isinstance(value, float) and not isfinite(value):
                raise UnreadableDocument("a number here is infinite or none at all")
            if isinstance(value, int) and abs(value) >= 10**MAX_DIGITS:
                raise UnreadableDocument(f"a number here has more than {MAX_DIGITS} digits")
        layer = [value for value in layer if isinstance(value, dict | list | tuple)]
        if not layer:
            break
    else:
        raise UnreadableDocument(f"this is nested deeper than {MAX_DEPTH} levels")
    text = json.dumps(document, ensure_ascii=False, separators=(",", ":"))
    try:
        size = len(text.encode())
    except UnicodeEncodeError:
        raise UnreadableDocument(HALF_LETTER) from None
    if size > MAX_BYTES:
        raise UnreadableDocument(TOO_LARGE)


def read_text(text: str | bytes) -> Problem:
    """A checked problem from a file's contents. UnreadableDocument, in words, where it is none.

    >>> read_text('{"format": "tilt-grid/problem", "version": 1, "title": "Pad"}').title
    'Pad'
    """
    if len(text if isinstance(text, bytes) else text.encode("utf-8", "surrogatepass")) > MAX_FILE_BYTES:
        raise UnreadableDocument(TOO_LARGE)
    try:
        document = json.loads(text)
    except json.JSONDecodeError as error:
        raise UnreadableDocument(
            f"this is not JSON: line {error.lineno}, column {error.colno}: {error.msg}"
        ) from None
    except (ValueError, RecursionError):  # no UTF-8, a number of thousands of digits, brackets without end
        raise UnreadableDocument("this is not a JSON text that can be read") from None
    if not isinstance(document, dict):
        raise UnreadableDocument("a problem file holds one JSON object in braces")
    if document.get("format") != FORMAT:
        raise UnreadableDocument(f'format: expected "{FORMAT}"')
    return read(document)


def _first_fault(error: ValidationError) -> str:
    fault = error.errors()[0]
    steps = [str(step) for step in fault["loc"]]
    if steps[:1] == ["figures"] and len(steps) > 2:
        del steps[2]  # the kind by which pydantic tells the figures apart
    return f"{'.'.join(steps) or 'the document'}: {fault['msg'].lower()}"


def json_schema() -> dict[str, Any]:
    """The JSON Schema of the problem document, as published in docs/.

    >>> json_schema()["title"]
    'Problem'
    """
    schema = Problem.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}
