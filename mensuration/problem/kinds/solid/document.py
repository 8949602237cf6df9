"""The document of a solid: pieces joined in order."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mensuration.problem.models import MAX_PARTS, FigureDocument, Givens, Model, Name, Typed

Place = tuple[Typed, Typed, Typed]


class Footing(Model):
    """What a piece stands on: a face of another piece, in its middle; ``at`` then shifts it along the face."""

    piece: Name
    face: Literal["top", "bottom", "front", "back", "left", "right"] = "top"
    at: tuple[Typed, Typed] = ("0", "0")


class PieceDocument(Model):
    """One piece of a solid: a solid of the catalogue with givens, placed and joined.

    The shape ``prism`` with a ``base`` is a plane figure of the problem, raised by its height. ``lying`` lays it on its side; ``turns`` are quarter turns about axes of space, one after the other. Without ``on`` its
    lowest point is as high as the last of ``at`` says. ``open`` names faces that are not there or not counted.
    """

    name: Name
    shape: Annotated[str, Field(max_length=60)]
    given: Givens = {}
    base: Annotated[Name | None, Field(description="The plane figure that a prism raises")] = None
    on: Footing | None = None
    at: Place = ("0", "0", "0")
    lying: bool = False
    turns: Annotated[list[Literal["x", "y", "z"]], Field(max_length=12)] = []
    join: Literal["add", "take"] = "add"
    open: Annotated[list[Name], Field(max_length=60)] = []


class SolidDocument(FigureDocument):
    """A solid: ``pieces`` joined in order; filled up to the ``level``, a depth from its lowest point, where there is one."""

    kind: Literal["solid"]
    pieces: Annotated[list[PieceDocument], Field(max_length=MAX_PARTS)] = []
    level: Typed | None = None
