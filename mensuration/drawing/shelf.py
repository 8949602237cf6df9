"""The small picture by which a shelf shows a figure."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.drawing.card import CardPicture
from mensuration.frozen import Frozen
from mensuration.pictures import Bounds, Segment


@dataclass(frozen=True)
class ShelfPicture(Frozen):
    """An outline with its bounds, or a card's picture; ``kind`` is the kind of figure that it shows."""

    kind: str
    outline: tuple[tuple[Segment, ...], ...] = ()
    bounds: Bounds | None = None
    card: CardPicture | None = None
