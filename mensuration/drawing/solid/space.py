"""Points in space in floats, and the view of a picture: parallel projection, to scale."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, radians, sin

V3 = tuple[float, float, float]
Spot = tuple[float, float]


def dot(a: V3, b: V3) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def minus(a: V3, b: V3) -> V3:
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


def along(a: V3, t: float, direction: V3) -> V3:
    """The point ``t`` times ``direction`` away from ``a``."""
    return a[0] + t * direction[0], a[1] + t * direction[1], a[2] + t * direction[2]


def cross(a: V3, b: V3) -> V3:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def normal(points: Sequence[V3]) -> V3:
    """The outward normal of a flat face whose corners go anticlockwise seen from outside (Newell's sum)."""
    x = y = z = 0.0
    for (ax, ay, az), (bx, by, bz) in zip(points, [*points[1:], points[0]], strict=True):
        x += (ay - by) * (az + bz)
        y += (az - bz) * (ax + bx)
        z += (ax - bx) * (ay + by)
    return x, y, z


def unit(a: V3) -> V3:
    size = dot(a, a) ** 0.5 or 1.0
    return a[0] / size, a[1] / size, a[2] / size


@dataclass(frozen=True)
class View:
    """Seen from the front, ``turned`` degrees to the right, ``raised`` degrees from above."""

    turned: float
    raised: float

    @property
    def right(self) -> V3:
        a = radians(self.turned)
        return cos(a), sin(a), 0.0

    @property
    def up(self) -> V3:
        a, e = radians(self.turned), radians(self.raised)
        return -sin(a) * sin(e), cos(a) * sin(e), cos(e)

    @property
    def towards(self) -> V3:
        """The direction from the body to the eye."""
        a, e = radians(self.turned), radians(self.raised)
        return sin(a) * cos(e), -cos(a) * cos(e), sin(e)

    def seen(self, point: V3) -> Spot:
        """A point as the picture shows it."""
        return dot(self.right, point), dot(self.up, point)
