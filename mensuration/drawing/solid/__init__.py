"""Solids of the catalogue as bodies in space, and how they look."""

from mensuration.drawing.solid.bodies import Mesh, mesh_of
from mensuration.drawing.solid.lines import Wireframe
from mensuration.drawing.solid.sketch import sketch

__all__ = ["Mesh", "Wireframe", "mesh_of", "sketch"]
