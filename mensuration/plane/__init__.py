"""Plane figures: placed parts, how their boundaries lie, and the figure that they make together."""

from mensuration.plane.arrangement import TooCrowded
from mensuration.plane.composing import AreaShare, Composition, Stretch, compose
from mensuration.plane.edges import Edge
from mensuration.plane.placing import PlacedPart, Placement, place

__all__ = [
    "AreaShare",
    "Composition",
    "Edge",
    "PlacedPart",
    "Placement",
    "Stretch",
    "TooCrowded",
    "compose",
    "place",
]
