"""The document of a solid: pieces joined in order."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mensuration.problem.models import MAX_PARTS, FigureDocument, Givens, Model, Name, Typed

Place = tuple[Typed, Typed, Typed]
Spot = tuple[Typed, Typed]
Beside = Literal["left", "right", "bottom", "top"]


class Footing(Model):
    """What a piece stands on: a face of another piece, in its middle; ``at`` then shifts it along the face."""

    piece: Name
    face: Literal["top", "bottom", "front", "back", "left", "right"] = "top"
    at: tuple[Typed, Typed] = ("0", "0")


class Copies(Model):
    """How often a piece is there: so many times, each moved on ``by`` from the one before, or all round a circle of that
    ``radius``, in whose middle the piece would stand."""

    count: Typed
    by: Place | None = None
    radius: Typed | None = None


class OpeningDocument(Model):
    """A rectangle that a face lacks: a door, a window, so often. It is left out of the surface."""

    name: Name
    face: Name
    width: Typed
    height: Typed
    count: Typed = "1"


class BaseDocument(Model):
    """A shape with givens that stands for the plane figure of which a piece is made."""

    shape: Annotated[str, Field(max_length=60)]
    given: Givens = {}


class PieceDocument(Model):
    """One piece of a solid: a solid of the catalogue with givens, placed and joined.

    With a ``base``, a plane figure of the problem, the shape says what is made of it: a ``prism`` raised by its height, a
    ``pyramid`` raised to a point over ``foot``, a ``frustum`` cut off at its height below that ``point``, or ``spun`` round
    a line of its plane by its turn: ``about`` a side of the surrounding rectangle (the left one, if none is told), or through two points. ``lying`` lays it on its side; ``turns`` are quarter turns about axes of space, one after the other. Without ``on`` its
    lowest point is as high as the last of ``at`` says. ``open`` names faces that are not there or not counted.
    """

    name: Name
    shape: Annotated[str, Field(max_length=60)]
    given: Givens = {}
    solution: Annotated[int | None, Field(ge=1, le=9, description="Chooses where there are several")] = None
    base: Annotated[
        Name | BaseDocument | None,
        Field(description="The plane figure of which it is made, or a shape of its own"),
    ] = None
    foot: Spot | None = None
    about: Beside | tuple[Spot, Spot] | None = None
    on: Footing | None = None
    at: Place = ("0", "0", "0")
    lying: bool = False
    turns: Annotated[list[Literal["x", "y", "z"]], Field(max_length=12)] = []
    join: Literal["add", "take"] = "add"
    open: Annotated[list[Name], Field(max_length=60)] = []
    copies: Copies | None = None
    openings: Annotated[list[OpeningDocument], Field(max_length=40)] = []


class SolidDocument(FigureDocument):
    """A solid: ``pieces`` joined in order; filled up to the ``level``, a depth from its lowest point, where there is one, and
    then another solid of the problem ``lowered`` into it. With a ``scale`` it is told what the solid so many times as large
    measures."""

    kind: Literal["solid"]
    pieces: Annotated[list[PieceDocument], Field(max_length=MAX_PARTS)] = []
    level: Typed | None = None
    lowered: Name | None = None
    scale: Typed | None = None
