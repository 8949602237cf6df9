"""Edits of a document that isn't stored: the verbs of the core, for the web app."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import JsonValue

from mensuration.editing import AnyEdit, Refused, edit
from mensuration.problem import Problem, read

router = Router(by_alias=True)


class EditIn(Schema):
    """A document and what is to be changed in it."""

    document: dict[str, JsonValue]
    edit: AnyEdit


class EditOut(Schema):
    """The document afterwards, and the name of what was made."""

    document: Problem
    name: str | None


@router.post("/edit", response=EditOut, exclude_none=True)
def edited(request: HttpRequest, wanted: EditIn) -> EditOut:
    """A document with one change made. What can't be done is refused in a sentence, and nothing is stored."""
    try:
        done = edit(read(wanted.document), wanted.edit)
    except Refused as error:
        raise HttpError(422, str(error)) from None
    return EditOut(document=done.problem, name=done.name)
