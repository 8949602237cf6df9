"""What solids on a regular polygon share: its corners, and pyramids and frustums on them."""

from __future__ import annotations

from mensuration.catalogue.figure import XYZ, Faces

MOST_SIDES = 60


def corner(index: int, sides: int, radius: str, height: str) -> XYZ:
    """A corner of a regular polygon round the axis, the front side level."""
    angle = f"({2 * index + 1}*180°/{sides} - 90°)"
    return f"({radius}) cos{angle}", f"({radius}) sin{angle}", height


def pointed(sides: int, radius: str) -> Faces:
    """A pyramid with its point at the measure ``height``."""
    corners = {f"corner {i + 1}": corner(i - 1, sides, radius, "0") for i in range(sides)}
    ring = list(corners)
    faces = {f"face {i + 1}": (ring[i], ring[(i + 1) % sides], "point") for i in range(sides)}
    return Faces({**corners, "point": ("0", "0", "height")}, {"bottom": tuple(reversed(ring)), **faces})


def cut_off(sides: int, bottom: str, top: str) -> Faces:
    """A frustum with its top at the measure ``height``."""
    below = {f"corner {i + 1}": corner(i - 1, sides, bottom, "0") for i in range(sides)}
    above = {f"top corner {i + 1}": corner(i - 1, sides, top, "height") for i in range(sides)}
    ring, crown = list(below), list(above)
    faces = {
        f"face {i + 1}": (ring[i], ring[(i + 1) % sides], crown[(i + 1) % sides], crown[i])
        for i in range(sides)
    }
    return Faces({**below, **above}, {"bottom": tuple(reversed(ring)), "top": tuple(crown), **faces})
