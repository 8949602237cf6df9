"""The catalogue as the gallery and the formula sheet show it; tables in and out; working to be copied."""

from __future__ import annotations

from functools import cache
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.errors import HttpError

from mensuration.cards import gallery, sheet
from mensuration.cards.gallery import CardRow, SheetRow
from mensuration.catalogue import figures
from mensuration.exchange import ReadTable, TableError, read_table, table_text
from mensuration.exchange.tables import DELIMITERS
from mensuration.exchange.working import FORMS, card_text
from mensuration.problem import read_text
from server.working_out.results import A_PROBLEM, A_TEXT, described, sent

router = Router(by_alias=True)


@cache
def _told(full: bool) -> bytes:
    """The catalogue never changes while the server runs, so it is told once."""
    rows: Any = sheet() if full else gallery()
    return sent(rows, tuple[SheetRow, ...] if full else tuple[CardRow, ...]).content


@router.get("", response=list[CardRow])
def cards(request: HttpRequest) -> HttpResponse:
    """Every figure of the catalogue with its picture, family by family."""
    return HttpResponse(_told(full=False), content_type="application/json")


@router.get("/sheet", response=list[SheetRow])
def formula_sheet(request: HttpRequest) -> HttpResponse:
    """The same with quantities and all formulas."""
    return HttpResponse(_told(full=True), content_type="application/json")


class TableIn(Schema):
    """A table as text, for a figure of the catalogue."""

    figure: str
    text: str


@router.post("/table/read", response=ReadTable)
def read(request: HttpRequest, table: TableIn) -> HttpResponse:
    """Columns and rows of a pasted or opened table."""
    figure = figures().get(table.figure)
    if figure is None:
        raise HttpError(422, "this figure is not in the catalogue")
    try:
        return sent(read_table(table.text, figure))
    except TableError as error:
        raise HttpError(422, str(error)) from None


@router.post("/table/write", openapi_extra=described(body=A_PROBLEM, answer={"text/csv": A_TEXT}))
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


@router.post(
    "/working",
    openapi_extra=described(body=A_PROBLEM, answer=dict.fromkeys(sorted(set(FORMS.values())), A_TEXT)),
)
def working(
    request: HttpRequest, name: str, form: Literal["text", "tex", "mathml"] = "text", wanted: str = ""
) -> HttpResponse:
    """The path of working of the card called ``name`` of the problem document in the body, to be copied; only what
    leads to the quantity ``wanted``, where one is named."""
    text = card_text(read_text(request.body), name, form, wanted or None)
    if text is None:
        raise HttpError(422, "there is no solved card of this name")
    return HttpResponse(text, content_type=f"{FORMS[form]}; charset=utf-8")
