"""Outlines: figures walked side by side or given by their corners, read and shaped."""

from mensuration.outlines.rewriting import FixedSide, walk_through, with_corner, with_side
from mensuration.outlines.shaping import (
    OUTLINE,
    OUTLINES,
    PROFILE,
    OutlineFault,
    Sketch,
    shape_points,
    shape_walk,
    solved,
)
from mensuration.outlines.steps import UNKNOWN, WalkStep, read_walk, texts_of, with_texts_of

__all__ = [
    "OUTLINE",
    "OUTLINES",
    "PROFILE",
    "UNKNOWN",
    "FixedSide",
    "OutlineFault",
    "Sketch",
    "WalkStep",
    "read_walk",
    "shape_points",
    "shape_walk",
    "solved",
    "texts_of",
    "walk_through",
    "with_corner",
    "with_side",
    "with_texts_of",
]
