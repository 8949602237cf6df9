"""Solids of the catalogue as bodies in space, and how they look."""

from mensuration.solids.bodies import Mesh, mesh_of
from mensuration.solids.drawn import Sketch
from mensuration.solids.sketch import sketch

__all__ = ["Mesh", "Sketch", "mesh_of", "sketch"]
