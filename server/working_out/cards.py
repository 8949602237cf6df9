"""The catalogue as the gallery and the formula sheet show it."""

from __future__ import annotations

import json
from functools import cache

from django.http import HttpRequest, HttpResponse
from ninja import Router

from mensuration.cards import gallery, sheet
from server.working_out.card_schemas import CardRow, SheetRow

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
