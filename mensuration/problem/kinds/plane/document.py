"""The document of a plane figure: parts joined in order."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mensuration.problem.models import MAX_PARTS, Corner, FigureDocument, Givens, Model, Name, Typed


class Attachment(Model):
    """What a part stands on: a straight edge of another part, or (with no edge) that part's middle.

    On an edge it stands ``out`` of the other part or lies ``in`` it; ``along`` says which ends meet where the
    two edges are not equally long. ``at`` then shifts it along the edge and away from it.
    """

    part: Name
    edge: Annotated[str | None, Field(max_length=60)] = None
    side: Literal["out", "in"] = "out"
    along: Literal["start", "middle", "end"] = "middle"


class Part(Model):
    """One part of a plane figure: a shape with givens, placed and joined.

    The shape ``outline`` has a ``walk`` or ``points`` instead of givens; the shape ``profile`` is what a profile of the
    problem (``of``) has between its line and its readings or curve.
    """

    name: Name
    shape: Annotated[str, Field(max_length=60)]
    given: Givens = {}
    walk: Annotated[Typed | None, Field(description="Steps such as R 9, U 7, L ?")] = None
    points: Annotated[list[Corner] | None, Field(max_length=200)] = None
    of: Name | None = None
    on: Attachment | None = None
    at: tuple[Typed, Typed] = ("0", "0")
    turn: Typed = "0"
    flip: bool = False
    join: Literal["add", "take", "common"] = "add"


class Shaded(Model):
    """What is shaded of a figure on unit squares: squares by column and row, parts by name."""

    squares: Annotated[list[tuple[int, int]], Field(max_length=2000)] = []
    parts: Annotated[list[Name], Field(max_length=MAX_PARTS)] = []


class PlaneDocument(FigureDocument):
    """A plane figure: ``parts`` joined in order."""

    kind: Literal["plane"] = "plane"
    parts: list[Part] = []
    way: Annotated[str | None, Field(max_length=20, description="How the area is split")] = None
    cuts: Annotated[list[tuple[Corner, Corner]] | None, Field(max_length=60, description="Own cut lines")] = (
        None
    )
    shaded: Shaded | None = None
