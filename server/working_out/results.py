"""Results of the core, sent as they are: their classes tell the API's schema and write the JSON."""

from __future__ import annotations

from typing import Any

from django.http import HttpResponse

from mensuration.frozen import adapter

DOCUMENT_BODY = {
    "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}, "required": True}
}
"""For requests whose body is read by the core itself, which says in words what is wrong with it."""


def sent(result: object, of: Any = None) -> HttpResponse:
    """A result (of a type, where its class alone doesn't tell) as the answer to a request."""
    content = adapter(of or type(result)).dump_json(result, by_alias=True, warnings=False)
    return HttpResponse(content, content_type="application/json")
