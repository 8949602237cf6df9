"""Solids of the catalogue as bodies in space, and how they look."""

from mensuration.drawing.solid.bodies import Mesh, mesh_of
from mensuration.drawing.solid.lines import Sketch
from mensuration.drawing.solid.sketch import sketch

__all__ = ["Mesh", "Sketch", "mesh_of", "sketch"]
