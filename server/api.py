"""The API: everything the web app asks of the server."""

from __future__ import annotations

import json
import logging
from typing import Any

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError
from ninja.parser import Parser
from ninja.utils import check_csrf

from mensuration.problem import HALF_LETTER, UnreadableDocument
from server.describing import describe
from server.problems.api import router as problems
from server.working_out.answers import router as answers
from server.working_out.api import router as working_out
from server.working_out.cards import router as cards
from server.working_out.editing import router as editing
from server.working_out.letters import router as letters
from server.working_out.meshes import router as meshes
from server.working_out.sounding import router as sounding

LOG = logging.getLogger("server")
LONGEST_PLACE = 200


def from_our_page(request: HttpRequest) -> bool:
    """Only requests that bring back the page's own cookie may change or work out anything (CSRF)."""
    if check_csrf(request) is not None:
        raise HttpError(403, "this request did not come from the application's own page: reload it")
    return True


class Bodies(Parser):
    """Bodies as texts of JSON that can be written again."""

    def parse_body(self, request: HttpRequest) -> Any:
        try:
            body = json.loads(request.body)
            if b"\\ud" in request.body.lower():
                json.dumps(body, ensure_ascii=False).encode()
        except UnicodeEncodeError:
            raise HttpError(422, HALF_LETTER) from None
        except (
            ValueError,
            RecursionError,
        ):  # no UTF-8, a number of thousands of digits, brackets without end
            raise HttpError(400, "this is not a JSON text that can be read") from None
        return body


class Api(NinjaAPI):
    """The API, told of with every answer that it may give."""

    def get_openapi_schema(self, **wanted: Any) -> Any:
        return describe(super().get_openapi_schema(**wanted), "/api/")


api = Api(
    title="Tilt Grid",
    version="1",
    docs_url=None,
    openapi_url="/openapi.json",
    auth=from_our_page,
    parser=Bodies(),
)
api.add_router("", working_out)
api.add_router("/letters", letters)
api.add_router("", answers)
api.add_router("", editing)
api.add_router("", meshes)
api.add_router("", sounding)
api.add_router("/problems", problems)
api.add_router("/cards", cards)


def says(request: HttpRequest, sentence: str, status: int) -> HttpResponse:
    """A refusal: one sentence."""
    return api.create_response(request, {"says": sentence}, status=status)


@api.exception_handler(HttpError)
def refused(request: HttpRequest, error: HttpError) -> HttpResponse:
    return says(request, str(error), error.status_code)


@api.exception_handler(Http404)
def missing(request: HttpRequest, error: Http404) -> HttpResponse:
    return says(request, "this problem is not on the shelf any more", 404)


@api.exception_handler(UnreadableDocument)
def unreadable(request: HttpRequest, error: UnreadableDocument) -> HttpResponse:
    return says(request, str(error), 422)


@api.exception_handler(RequestDataTooBig)
def too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    return says(request, "the file is larger than 1 MB, the most a problem may have", 413)


@api.exception_handler(ValidationError)
def invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    fault: dict[str, Any] = error.errors[0]
    where = ".".join(str(step) for step in fault["loc"][2:])
    if len(where) > LONGEST_PLACE:
        return says(request, "this is nested too deeply to be read", 422)
    return says(request, f"{where}: {fault['msg'].lower()}" if where else fault["msg"].lower(), 422)


@api.exception_handler(Exception)
def unexpected(request: HttpRequest, error: Exception) -> HttpResponse:
    """A mistake of the program: said, and logged."""
    if not settings.LENIENT:
        raise error
    LOG.exception("failed: %s %s", request.method, request.path)
    return says(request, "something in the program failed here; what you typed is kept", 500)


def openapi_text() -> str:
    """The OpenAPI document, as the web app's types are generated from it."""
    return json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=2, sort_keys=True) + "\n"
