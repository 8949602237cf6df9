"""Stateless answers: evaluate a document, read a typed part, list what can be chosen."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from mensuration.problem import evaluate_problem, read_text
from mensuration.problem.entry import EntryError, read_entry, suggestions
from mensuration.problem.picker import picker
from mensuration.units import LENGTH_UNITS, UNIT_NAMES
from server.working_out.schemas import EntryIn, EntryOut, Reference, Results

router = Router()


@router.post(
    "/evaluate",
    response=Results,
    openapi_extra={
        "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}, "required": True}
    },
)
def evaluate(request: HttpRequest, also: str = "") -> HttpResponse:
    """Results of the problem document in the request's body. Nothing is stored.

    ``also`` names, with commas between, what is told only when it is wanted: ways, squares, why.

    The results go out as the core told them, which its tests hold to the declared shape; only the
    tallies that asks repeat from their figures are left out.
    """
    results = evaluate_problem(read_text(request.body), also.split(","))
    for ask in results["asks"]:
        ask.pop("tally", None)
    return HttpResponse(json.dumps(results, ensure_ascii=False), content_type="application/json")


@router.post("/entry", response=EntryOut)
def entry(request: HttpRequest, typed: EntryIn) -> dict[str, Any]:
    """The part that a typed line describes, or what is wrong with it; and ways to go on."""
    ways = suggestions(typed.text)
    try:
        part = read_entry(typed.text, typed.shapes)
    except EntryError as error:
        return {"part": None, "says": error.says, "position": error.position, "suggestions": ways}
    return {"part": part, "says": None, "position": None, "suggestions": ways}


@router.get("/reference", response=Reference)
def reference(request: HttpRequest) -> dict[str, Any]:
    """Shapes with their pictures, and the units of length."""
    units = [
        {"symbol": symbol, "name": UNIT_NAMES[symbol][-1 if symbol == "unit" else 1]}
        for symbol in LENGTH_UNITS
    ]
    return {"shapes": picker(), "units": units}
