"""The document of a profile: readings at positions or on a grid, or a curve from one position to another."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Field, create_model

from mensuration.problem.models import FigureDocument, Model, Name, Typed

MAX_READINGS = 10_000
MAX_STRIPS = 1000
MAX_STRETCHES = 20
MAX_PARAMETERS = 12
MAX_GRID = 200

Readable = Annotated[list[Typed], Field(max_length=MAX_READINGS)]


class Readings(Model):
    """Readings ``y`` at positions ``x``; where there are no positions, they begin at 0 and go on by the ``spacing``.

    Readings are heights above a line, depths below it, areas of cross-sections, or rates of ``flow`` (such as L/min) at times;
    ``breadths`` tell how broad it is at each position.
    """

    x: Readable = []
    y: Readable = []
    breadths: Readable = []
    spacing: Typed | None = None
    of: Literal["height", "depth", "cross-section", "rate"] = "height"
    flow: Typed | None = None


class Grid(Model):
    """Depths at places on a two-way grid, row by row: so far apart within a row (``along``) and from row to row (``across``)."""

    along: Typed = "1"
    across: Typed = "1"
    depths: Annotated[
        list[Annotated[list[Typed], Field(max_length=MAX_GRID)]], Field(max_length=MAX_GRID)
    ] = []


class Stretch(Model):
    """How a curve goes on, and to where."""

    curve: Typed
    to: Typed


class Parameter(Model):
    """A letter in a curve: its value, and between which values it is slid."""

    name: Name
    value: Typed = "1"
    low: Typed = "0"
    high: Typed = "5"


class Spin(Model):
    """The line that a profile is led round: level at a height, or upright at a position."""

    along: Literal["level", "upright"] = "level"
    at: Typed = "0"


class _ProfileDocument(FigureDocument):
    """Measured ``readings``, a ``grid`` of depths, or a ``curve`` over x with so many ``strips``, by a ``rule``.

    A curve is told in the problem's unit of length, x and the height as plain numbers of it. It may go on in stretches
    (``more``) and lie above another (``lower``). ``breadth`` is how broad it is all along, of a curve also an expression over x.
    Unless ``signed``, what lies below the line is added. ``left_over`` is the strip that Simpson's rule leaves to a trapezoid.
    """

    kind: Literal["profile"]
    readings: Readings | None = None
    grid: Grid | None = None
    curve: Typed | None = None
    to: Typed | None = None
    more: Annotated[list[Stretch], Field(max_length=MAX_STRETCHES)] = []
    lower: Typed | None = None
    parameters: Annotated[list[Parameter], Field(max_length=MAX_PARAMETERS)] = []
    strips: Typed = "10"
    rule: Literal["trapezoid", "simpson", "midpoint", "left", "right", "upper", "lower", "exact"] = (
        "trapezoid"
    )
    left_over: Literal["last", "first"] = "last"
    breadth: Typed | None = None
    signed: bool = True
    spin: Spin | None = None
    level: Typed | None = None


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
