"""Bodies that are declared by their plane faces, as meshes."""

from __future__ import annotations

from itertools import pairwise

import numpy as np

from mensuration.catalogue.figure import Faces
from mensuration.expressions.algebras import in_floats
from mensuration.solids.meshes.body import Body, NoMesh, is_convex


def flat_faced(values: dict[str, float], body: Faces) -> Body:
    """A convex body with the measures in ``values``. NoMesh where it is not convex.

    >>> from mensuration.catalogue import figures
    >>> body = figures()["cube"].body
    >>> flat_faced({"side": 2.0}, body).itself().volume()
    8.0
    """
    names = list(body.corners)
    points = np.array([[in_floats(text, values) for text in xyz] for xyz in body.corners.values()])
    triangles, faces = [], []
    for number, ring in enumerate(body.faces.values()):
        corners = [names.index(corner) for corner in ring]
        for one, two in pairwise(corners[1:]):
            triangles.append((corners[0], one, two))
            faces.append(number)
    found = Body(points, np.array(triangles), np.array(faces), tuple(body.faces), 0.0, 0.0)
    if not is_convex(found):
        raise NoMesh
    return found
