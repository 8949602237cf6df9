"""Answers that people give: checked, and hints on the way to them; and the page that is handed out. Nothing is stored."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field, JsonValue

from mensuration.exchange.page import FORMS, Sheet, page
from mensuration.expressions import ExpressionError
from mensuration.problem import read, read_text
from mensuration.problem.forms import MOST_PLACES, Forms, forms, forms_of_ask
from mensuration.slips import Written, check_working, hints
from server.working_out.results import A_PROBLEM, A_TEXT, described, sent

router = Router(by_alias=True)
MAX_ANSWER = 4000


class AnswerIn(Schema):
    """A problem, the label of one of its asks, and what was answered."""

    document: dict[str, JsonValue]
    label: str
    answer: str = Field("", max_length=MAX_ANSWER)


@router.post("/check", response=Written)
def check(request: HttpRequest, given: AnswerIn) -> HttpResponse:
    """The verdict on an answer, or on working of several lines that ends with it."""
    return sent(check_working(read(given.document), given.label, given.answer))


class FormsIn(Schema):
    """A problem, an expression over it or the label of one of its asks, and to how many places it is wanted."""

    document: dict[str, JsonValue]
    expression: str = Field("", max_length=2000)
    ask: str | None = None
    places: int = Field(12, ge=0, le=MOST_PLACES)


@router.post("/forms", response=Forms)
def told_in_every_form(request: HttpRequest, of: FormsIn) -> HttpResponse:
    """One value in every form. What has none is refused in a sentence."""
    problem = read(of.document)
    try:
        if of.ask is not None:
            return sent(forms_of_ask(problem, of.ask, of.places))
        return sent(forms(problem, of.expression, of.places))
    except ExpressionError as error:
        raise HttpError(422, error.says) from None


@router.post(
    "/page",
    openapi_extra=described(body=A_PROBLEM, answer=dict.fromkeys(sorted(set(FORMS.values())), A_TEXT)),
)
def paged(
    request: HttpRequest, form: Literal["html", "markdown", "text"] = "html", what: Sheet = "worked"
) -> HttpResponse:
    """A problem as a page to hand out: worked, a sheet to fill in, or its key."""
    return HttpResponse(
        page(read_text(request.body), form, what), content_type=f"{FORMS[form]}; charset=utf-8"
    )


@router.post("/hints", response=list[str])
def hinted(request: HttpRequest, given: AnswerIn) -> HttpResponse:
    """The hints to an ask, step by step."""
    return sent(list(hints(read(given.document), given.label)), list[str])
