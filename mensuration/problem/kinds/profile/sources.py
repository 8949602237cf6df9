"""What a profile is made of: ordinates, and of a curve the region under it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from mensuration.expressions import Quantity
from mensuration.numbers import Real
from mensuration.numbers.columns import Fractions
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.regions import Region
from mensuration.units import Kind, Unit


@dataclass(frozen=True, eq=False)
class Flow:
    """A rate's unit: an amount, in a time."""

    amount: Unit
    time: str


@dataclass(frozen=True, eq=False)
class Source:
    """Ordinates in base units with their top and bottom as columns, and which kinds positions and heights are of; of a curve the
    ``region`` in plain numbers of the problem's unit. ``breadth`` is how broad it is all along, where that is one length."""

    what: str
    ordinates: Ordinates
    position: Kind
    height: Kind
    region: Region | None = None
    flow: Flow | None = None
    breadth: Quantity | None = None
    grid: tuple[Sequence[Real], list[Sequence[Real]]] | None = None
    """Of depths on a grid the positions along a row, and every row's depths."""

    @property
    def lies_flat(self) -> bool:
        """Whether it is a figure in the plane, with an area."""
        return self.what in ("height", "depth", "curve")

    @property
    def tops(self) -> Sequence[Real]:
        return self.ordinates.columns.get("top", self.ordinates.heights)

    @property
    def bottoms(self) -> Sequence[Real]:
        found = self.ordinates.columns.get("bottom")
        return found if found is not None else Fractions([0] * len(self.ordinates.positions), 1)
