"""Plane figures: placed parts, how their boundaries lie, and the figure that they make together."""

from mensuration.plane.arrangement import TooCrowded
from mensuration.plane.attaching import NoSeat, edge_axes, on_edge_of, on_middle_of, straight_edge
from mensuration.plane.composing import AreaShare, Composition, Stretch, compose
from mensuration.plane.crossing_itself import own_crossings
from mensuration.plane.edges import Edge
from mensuration.plane.placing import PlacedPart, Placement, place

__all__ = [
    "AreaShare",
    "Composition",
    "Edge",
    "NoSeat",
    "PlacedPart",
    "Placement",
    "Stretch",
    "TooCrowded",
    "compose",
    "edge_axes",
    "on_edge_of",
    "on_middle_of",
    "own_crossings",
    "place",
    "straight_edge",
]
