"""What the shelf shows of a problem, worked out where it holds nobody up."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

from django.http import HttpRequest

from mensuration.exchange.preview import Preview, preview
from mensuration.frozen import as_data
from mensuration.problem import Problem as Document
from server.front.inside import is_served, worked_out

NOTHING: dict[str, Any] = as_data(Preview(answers=(), faults=0))


def preview_of(
    document: Document, request: HttpRequest | None, later: Callable[[dict[str, Any]], None]
) -> dict[str, Any] | None:
    """A problem's preview. None where it takes more than a moment; ``later`` is called with it then, once it is there."""
    if request is None or not is_served():
        found: dict[str, Any] = as_data(preview(document))
        return found
    body = json.dumps(document.model_dump(mode="json", exclude_none=True)).encode()
    told = worked_out(request.META, "/api/preview", body, lambda body: later(json.loads(body)))
    return None if told is None else dict(json.loads(told))
