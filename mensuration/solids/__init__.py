"""Solids of the catalogue as bodies in space, and how they look."""

from mensuration.solids.bodies import Mesh, mesh_of
from mensuration.solids.sketch import Sketch, sketch

__all__ = ["Mesh", "Sketch", "mesh_of", "sketch"]
