"""The catalogue as the gallery and the formula sheet show it."""

from __future__ import annotations

import json
from functools import cache
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError

from mensuration.cards import gallery, sheet
from mensuration.catalogue import figures
from mensuration.exchange import TableError, read_table, table_text
from mensuration.exchange.tables import DELIMITERS
from mensuration.problem import read_text
from server.working_out.card_schemas import CardRow, SheetRow, TableIn, TableOut

router = Router()


@cache
def _told(full: bool) -> bytes:
    """The catalogue never changes while the server runs, so it is told once."""
    return json.dumps(sheet() if full else gallery(), ensure_ascii=False).encode()


@router.get("", response=list[CardRow])
def cards(request: HttpRequest) -> HttpResponse:
    """Every figure of the catalogue with its picture, family by family."""
    return HttpResponse(_told(full=False), content_type="application/json")


@router.get("/sheet", response=list[SheetRow])
def formula_sheet(request: HttpRequest) -> HttpResponse:
    """The same with quantities and all formulas."""
    return HttpResponse(_told(full=True), content_type="application/json")


@router.post("/table/read", response=TableOut)
def read(request: HttpRequest, table: TableIn) -> dict[str, Any]:
    """Columns and rows of a pasted or opened table."""
    figure = figures().get(table.figure)
    if figure is None:
        raise HttpError(422, "this figure is not in the catalogue")
    try:
        return read_table(table.text, figure)
    except TableError as error:
        raise HttpError(422, str(error)) from None


@router.post(
    "/table/write",
    openapi_extra={
        "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}, "required": True}
    },
)
def write(
    request: HttpRequest, name: str, delimiter: str = "comma", decimal_comma: bool = False
) -> HttpResponse:
    """The table of cases called ``name`` of the problem document in the body, as comma-separated values."""
    if delimiter not in DELIMITERS:
        raise HttpError(422, "the delimiter is one of: " + ", ".join(DELIMITERS))
    try:
        text = table_text(read_text(request.body), name, delimiter, decimal_comma)
    except TableError as error:
        raise HttpError(422, str(error)) from None
    return HttpResponse(text, content_type="text/csv; charset=utf-8")
