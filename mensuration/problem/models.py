"""What every part of the problem document is built on. The names of all fields are a contract (docs/)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field

MAX_PARTS = 500


def _typed(value: object) -> object:
    if isinstance(value, bool) or not isinstance(value, int | float):
        return value
    return str(value)


Typed = Annotated[
    str,
    BeforeValidator(_typed),
    Field(max_length=100_000, description="A measurement or expression, as a person types it."),
]
Name = Annotated[str, Field(max_length=60)]
Corner = tuple[Typed, Typed]
Givens = dict[Annotated[str, Field(max_length=60)], Typed]


class Model(BaseModel):
    """Fields that are not known are kept as they are."""

    model_config = ConfigDict(extra="allow", validate_default=True)


class FigureDocument(Model):
    """What a figure of every kind has: its name, and which kind it is."""

    name: Name


class RoundingRule(Model):
    """One of: decimal places, significant figures, or the nearest step."""

    places: Annotated[int | None, Field(ge=0, le=12)] = None
    figures: Annotated[int | None, Field(ge=1, le=15)] = None
    step: Typed | None = None


class Settings(Model):
    """What holds for the whole problem unless said otherwise."""

    unit: str = "m"
    angle: str = "deg"
    pi: Literal["exact", "3.14", "22/7"] = "exact"
    rounding: RoundingRule | Literal["none"] = RoundingRule(places=2)
    exact: Literal["decimal", "fraction", "mixed"] = "decimal"
    """As what exact numbers without roots and π are written in the working where they are not whole."""
    try_first: bool = False
    """Whether answers and working are hidden until they were tried, or are asked for."""
