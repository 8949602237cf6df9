"""The OpenAPI document tells of every answer that a request may get: what ninja knows from the routes, and what the whole server adds."""

from __future__ import annotations

from typing import Any

from server.front.answering import Asked
from server.front.app import is_worked_out

REFUSAL = {"application/json": {"schema": {"$ref": "#/components/schemas/Refusal"}}}
OF_ALL = {500: "A mistake of the program; it is logged"}
OF_CHANGING = {403: "The request did not come from the application's own page"}
OF_BODIES = {
    400: "The body is not JSON that can be read",
    408: "The body did not arrive in time",
    413: "The body is larger than any may be",
    422: "Something in it can't be read or be done; the sentence says what and where",
}
OF_WORK = {
    429: "One client, or all together, asked for more at once than is worked out at once",
    503: "It took too long and was stopped",
}


def describe(document: dict[str, Any], root: str) -> dict[str, Any]:
    """Add the refusals that any route may answer with to an OpenAPI document whose paths begin with ``root``."""
    for path, operations in document["paths"].items():
        for method, told in operations.items():
            answers = told["responses"]
            for status, what in _refusals(method.upper(), "/api/" + path.removeprefix(root), told).items():
                answers.setdefault(status, {"description": what, "content": REFUSAL})
    return document


def _refusals(method: str, path: str, told: dict[str, Any]) -> dict[int, str]:
    refusals = dict(OF_ALL)
    if method != "GET":
        refusals |= OF_CHANGING
    if "requestBody" in told:
        refusals |= OF_BODIES
    if told.get("parameters"):
        refusals |= {422: OF_BODIES[422]}
    if is_worked_out(Asked({"REQUEST_METHOD": method, "PATH_INFO": path}, b"")):
        refusals |= OF_WORK
    return refusals
