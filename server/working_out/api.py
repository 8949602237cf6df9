"""Stateless answers: evaluate a document, read a typed part, list what can be chosen."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field, JsonValue

from mensuration.drawing.picker import PickedShape, picker
from mensuration.exchange import ReadReadings, TableError, read_readings
from mensuration.exchange.preview import Preview, preview
from mensuration.expressions.functions import FUNCTIONS
from mensuration.frozen import Frozen
from mensuration.language.entry import EntryError, Suggestion, read_entry, suggestions
from mensuration.language.piece_entry import begins_a_solid, piece_suggestions, read_piece
from mensuration.problem import Results, Typing, evaluate, read, read_text, while_typing
from mensuration.units import FURTHER, LENGTH_UNITS, UNIT_NAMES
from server.working_out.remembered import remember_preview, remembered_preview
from server.working_out.results import DOCUMENT_BODY, sent

router = Router(by_alias=True)


@router.post("/evaluate", response=Results, openapi_extra=DOCUMENT_BODY)
def evaluated(request: HttpRequest, also: str = "") -> HttpResponse:
    """Results of the problem document in the request's body. Nothing is stored.

    ``also`` names, with commas between, what is told only when it is wanted. The tallies that asks repeat from their
    figures are left out.
    """
    problem = read_text(request.body)
    results = evaluate(problem, also.split(","))
    remember_preview(problem, preview(problem, results))
    return sent(replace(results, asks=tuple(replace(ask, tally=None) for ask in results.asks)))


@router.post("/preview", response=Preview, openapi_extra=DOCUMENT_BODY)
def previewed(request: HttpRequest) -> HttpResponse:
    """What the shelf shows of the problem document in the request's body."""
    problem = read_text(request.body)
    return sent(remembered_preview(problem) or preview(problem))


class ReadingsIn(Schema):
    """Readings as text."""

    text: str


@router.post("/readings", response=ReadReadings)
def readings(request: HttpRequest, typed: ReadingsIn) -> HttpResponse:
    """Readings that are pasted or opened."""
    try:
        return sent(read_readings(typed.text))
    except TableError as error:
        raise HttpError(422, str(error)) from None


class EntryIn(Schema):
    """A line in which a part (``of`` a plane figure) or a piece (of a solid) is typed, and the shape of every one that is
    there."""

    text: str
    shapes: dict[str, str] = {}
    of: Literal["plane", "solid"] = "plane"


@dataclass(frozen=True)
class EntryAnswer(Frozen):
    """The part or the piece that a line describes, or what is wrong with it and where; and ways to go on. Among the parts
    of a plane figure a line may name a solid, too."""

    part: dict[str, JsonValue] | None
    piece: dict[str, JsonValue] | None
    says: str | None
    position: int | None
    suggestions: tuple[Suggestion, ...]


@router.post("/entry", response=EntryAnswer)
def entry(request: HttpRequest, typed: EntryIn) -> HttpResponse:
    """Read a part or a piece that is typed in words."""
    of_solid = typed.of == "solid"
    ways = piece_suggestions(typed.text, typed.shapes) if of_solid else suggestions(typed.text)
    try:
        if of_solid:
            return sent(EntryAnswer(None, read_piece(typed.text, typed.shapes), None, None, ways))
        if begins_a_solid(typed.text):
            return sent(EntryAnswer(None, read_piece(typed.text), None, None, ways))
        return sent(EntryAnswer(read_entry(typed.text, typed.shapes), None, None, None, ways))
    except EntryError as error:
        return sent(EntryAnswer(None, None, error.says, error.position, ways))


class TypingIn(Schema):
    """A text that is typed in a problem: in the line ``within``, or among the measurements of a ``figure``, or of what is
    ``within`` it; and where the caret stands."""

    document: dict[str, JsonValue]
    text: str = Field(max_length=2000)
    caret: int | None = None
    figure: str | None = None
    within: str | None = None


@router.post("/typing", response=Typing)
def typing(request: HttpRequest, typed: TypingIn) -> HttpResponse:
    """What is seen of an expression while it is typed: its brackets, how it looks in print, how its names can go on."""
    problem = read(typed.document)
    return sent(while_typing(problem, typed.text, typed.caret, typed.figure, typed.within))


@dataclass(frozen=True)
class UnitChoice(Frozen):
    symbol: str
    name: str


@dataclass(frozen=True)
class Reference(Frozen):
    """What the web app offers to choose from: shapes with their pictures, the units of length, what else can be typed for areas and
    volumes, and the functions that an expression can have."""

    shapes: tuple[PickedShape, ...]
    units: tuple[UnitChoice, ...]
    further: tuple[str, ...]
    functions: tuple[str, ...]


@router.get("/reference", response=Reference)
def reference(request: HttpRequest) -> HttpResponse:
    """Shapes, units and functions."""
    units = [UnitChoice(symbol, UNIT_NAMES[symbol][-1 if symbol == "unit" else 1]) for symbol in LENGTH_UNITS]
    further = {size: name for name, size in reversed(FURTHER.items())}
    return sent(Reference(picker(), tuple(units), tuple(reversed(further.values())), tuple(FUNCTIONS)))
