"""Shapes of what the shelf and the bench exchange with the server."""

from __future__ import annotations

from datetime import datetime
from enum import StrEnum
from typing import Annotated

from ninja import ModelSchema, Schema
from pydantic import AliasChoices, Field, JsonValue

from mensuration.exchange.preview import Preview
from mensuration.problem import Problem as Document
from server.problems.models import Label, Problem

LabelName = Annotated[str, Field(min_length=1, max_length=Label.LONGEST)]
LabelNames = Annotated[list[LabelName], Field(max_length=Label.MOST)]


class Listed(ModelSchema):
    """A problem as the shelf shows it."""

    preview: Preview
    labels: list[str] = Field(validation_alias=AliasChoices("label_names", "labels"))

    class Meta:
        model = Problem
        fields = ["id", "title", "version", "created", "changed"]


class Removed(Schema):
    """A problem in the bin."""

    id: int
    title: str
    removed: datetime


class LabelCount(Schema):
    """A label, and how many problems on the shelf lie under it."""

    name: str
    count: int


class Page(Schema):
    """Some of the problems that were looked for. ``found``: how many there are of them; ``on_shelf``: of all."""

    problems: list[Listed]
    found: int
    on_shelf: int
    labels: list[LabelCount]


class Order(StrEnum):
    """In which order problems stand on the shelf."""

    CHANGED = "changed"
    CREATED = "created"
    TITLE = "title"


class Sought(Schema):
    """What is looked for on the shelf, and which part of what is found is wanted."""

    words: Annotated[str, Field(max_length=200)] = ""
    label: Annotated[str, Field(max_length=Label.LONGEST)] = ""
    order: Order = Order.CHANGED
    start: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    count: Annotated[int, Field(ge=1, le=200)] = 24


class Labels(Schema):
    labels: LabelNames


class Brought(Schema):
    """A problem of another shelf, with its labels there."""

    document: dict[str, JsonValue]
    labels: LabelNames = []


class Arrived(Schema):
    """Where a brought problem is now. ``already``: the very same one was on the shelf."""

    id: int
    already: bool


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
