"""What letters are good for: varied, solved for, scaled; what is settled of a free figure; variants of a problem."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from mensuration.exchange.variants import variant_sheets, variants_csv
from mensuration.problem import read, read_text
from mensuration.variants import NoVariants, Variant, VariantAnswer, variants
from mensuration.varying import (
    NotVaried,
    Scaling,
    Settled,
    Solved,
    ToldVaried,
    Varied,
    scaling,
    settled,
    solve_for,
    tell_varied,
)
from server.working_out.results import A_TEXT, DOCUMENT_BODY, described, sent

router = Router(by_alias=True)
MOST_AT_ONCE = 20


@router.post("/vary", response=ToldVaried, openapi_extra=DOCUMENT_BODY)
def varied(request: HttpRequest, rough: bool = False) -> HttpResponse:
    """Every case of what the problem document in the body varies, the greatest and the least; only a few cases where ``rough``."""
    try:
        return sent(tell_varied(Varied(read_text(request.body), rough)))
    except NotVaried as error:
        raise HttpError(422, error.says) from None


@router.post("/scaling", response=Scaling, openapi_extra=DOCUMENT_BODY)
def scaled(request: HttpRequest) -> HttpResponse:
    """By which factor each measure changes when lengths are doubled."""
    return sent(scaling(read_text(request.body)))


@router.post("/settled", response=Settled | None, openapi_extra=DOCUMENT_BODY)
def settled_of(request: HttpRequest, figure: str) -> HttpResponse:
    """What the givens of an unfinished figure settle; null where that is nothing."""
    return sent(settled(read_text(request.body), figure), Settled | None)


class SolveIn(Schema):
    """A problem document, and what a letter must be for an expression to come to a value."""

    document: dict[str, Any]
    expression: Annotated[str, Field(max_length=400)]
    at: Annotated[str, Field(max_length=400)]
    letter: Annotated[str, Field(max_length=60)]


@router.post("/solve", response=Solved)
def solved(request: HttpRequest, wanted: SolveIn) -> HttpResponse:
    """All values of a letter with which the expression comes to what is wanted."""
    try:
        return sent(solve_for(read(wanted.document), wanted.expression, wanted.at, wanted.letter))
    except NotVaried as error:
        raise HttpError(422, error.says) from None


class VariantsIn(Schema):
    """A problem document with its wish for variants; which of them, by what seed, and the keys of those that there are already."""

    document: dict[str, Any]
    seed: Annotated[int, Field(ge=0, le=10**9)] = 1
    first: Annotated[int, Field(ge=1, le=10_000)] = 1
    count: Annotated[int, Field(ge=1, le=MOST_AT_ONCE)] = 10
    besides: Annotated[list[Annotated[str, Field(max_length=2000)]], Field(max_length=1000)] = []


@router.post("/variants", response=list[Variant])
def made(request: HttpRequest, wanted: VariantsIn) -> HttpResponse:
    """Some variants, the same for a seed; fewer than are wanted where no more are found."""
    try:
        found = variants(read(wanted.document), wanted.seed, wanted.first, wanted.count, wanted.besides)
        return sent(tuple(found), tuple[Variant, ...])
    except NoVariants as error:
        raise HttpError(422, error.says) from None


class AnswerIn(Schema):
    """An ask and its answer."""

    label: Annotated[str, Field(max_length=200)]
    text: Annotated[str, Field(max_length=2000)]


class VariantIn(Schema):
    """A variant that was made."""

    number: int
    key: Annotated[str, Field(max_length=2000)]
    givens: Annotated[list[tuple[str, str]], Field(max_length=100)]
    answers: Annotated[list[AnswerIn], Field(max_length=200)]
    document: dict[str, Any]
    unsaid: list[str] = []

    def made(self) -> Variant:
        answers = tuple(VariantAnswer(each.label, each.text) for each in self.answers)
        return Variant(self.number, self.key, tuple(self.givens), answers, self.document, tuple(self.unsaid))


class VariantsOut(Schema):
    """Variants that were made, to be written down."""

    title: Annotated[str, Field(max_length=200)] = ""
    variants: Annotated[list[VariantIn], Field(max_length=1000)]


@router.post("/variants/table", openapi_extra=described(answer={"text/csv": A_TEXT}))
def table(request: HttpRequest, of: VariantsOut) -> HttpResponse:
    """Givens and answers as comma-separated values."""
    return HttpResponse(
        variants_csv([each.made() for each in of.variants]), content_type="text/csv; charset=utf-8"
    )


@router.post("/variants/sheets", openapi_extra=described(answer={"text/html": A_TEXT}))
def sheets(request: HttpRequest, of: VariantsOut) -> HttpResponse:
    """A page to print: a sheet for each variant, and the key."""
    text = variant_sheets(of.title or "Variants", [each.made() for each in of.variants])
    return HttpResponse(text, content_type="text/html; charset=utf-8")
