"""Shapes of what the shelf and the bench exchange with the server."""

from __future__ import annotations

from datetime import datetime

from ninja import ModelSchema, Schema
from pydantic import JsonValue

from mensuration.exchange.preview import Preview
from mensuration.problem import Problem as Document
from server.problems.models import Problem


class Listed(ModelSchema):
    """A problem as the shelf shows it."""

    preview: Preview

    class Meta:
        model = Problem
        fields = ["id", "title", "version", "created", "changed", "removed"]


class Opened(Schema):
    """A problem as the bench works on it."""

    id: int
    version: int
    changed: datetime
    document: Document


class ListedEarlier(Schema):
    """A version of a problem that was replaced, and when."""

    version: int
    title: str
    saved: datetime


class OpenedEarlier(ListedEarlier):
    document: Document


class Created(Schema):
    document: dict[str, JsonValue]


class Saved(Schema):
    """A document to be saved; ``version`` is the one that the changes were made to."""

    version: int
    document: dict[str, JsonValue]


class Refusal(Schema):
    says: str


class Conflict(Refusal):
    """The problem as it is now, after somebody else's changes."""

    current: Opened
