"""The document of a profile: readings at positions, or a curve from one position to another."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Field, create_model

from mensuration.problem.models import FigureDocument, Model, Typed

MAX_READINGS = 10_000
MAX_STRIPS = 1000


class Readings(Model):
    """Heights or depths ``y`` at positions ``x``; where there are no positions, they begin at 0 and go on by the ``spacing``."""

    x: Annotated[list[Typed], Field(max_length=MAX_READINGS)] = []
    y: Annotated[list[Typed], Field(max_length=MAX_READINGS)] = []
    spacing: Typed | None = None


class _ProfileDocument(FigureDocument):
    """Measured ``readings``, or a ``curve`` over x with so many ``strips``, by a ``rule``; ``breadth`` is how broad it is all
    along. The curve is told in the problem's unit of length, x and the height as plain numbers of it."""

    kind: Literal["profile"]
    readings: Readings | None = None
    curve: Typed | None = None
    to: Typed | None = None
    strips: Typed = "10"
    rule: Literal["trapezoid", "simpson", "midpoint", "left", "right"] = "trapezoid"
    breadth: Typed | None = None


if TYPE_CHECKING:
    ProfileDocument = _ProfileDocument
else:  # ``from`` can't be written as a field of a class
    ProfileDocument = create_model(
        "ProfileDocument",
        __base__=_ProfileDocument,
        __module__=__name__,
        __doc__=_ProfileDocument.__doc__,
        **{"from": (Typed | None, None)},
    )
