"""Outlines: figures walked side by side or given by their corners, read and shaped."""

from mensuration.outlines.shaping import OUTLINE, OutlineFault, Sketch, shape_points, shape_walk, solved
from mensuration.outlines.steps import Step, read_walk, texts_of

__all__ = [
    "OUTLINE",
    "OutlineFault",
    "Sketch",
    "Step",
    "read_walk",
    "shape_points",
    "shape_walk",
    "solved",
    "texts_of",
]
