"""Results of the core, sent as they are: their classes tell the API's schema and write the JSON."""

from __future__ import annotations

from typing import Any

from django.http import HttpResponse

from mensuration.frozen import adapter


def described(*, body: Any = None, answer: Any = None, status: int = 200) -> dict[str, Any]:
    """What a route tells of itself where ninja can't see it: the content of a body that is read here, and of an answer that is no
    JSON, by their media types."""
    told: dict[str, Any] = {}
    if body:
        told["requestBody"] = {"content": body, "required": True}
    if answer:
        told["responses"] = {status: {"description": "OK", "content": answer}}
    return told


A_PROBLEM = {"application/json": {"schema": {"$ref": "#/components/schemas/Problem"}}}
A_TEXT = {"schema": {"type": "string"}}
A_FILE = {"schema": {"type": "string", "format": "binary"}}
DOCUMENT_BODY = described(body=A_PROBLEM)
"""For requests whose body is read by the core itself, which says in words what is wrong with it."""


def sent(result: object, of: Any = None) -> HttpResponse:
    """A result (of a type, where its class alone doesn't tell) as the answer to a request."""
    content = adapter(of or type(result)).dump_json(result, by_alias=True, warnings=False)
    return HttpResponse(content, content_type="application/json")
