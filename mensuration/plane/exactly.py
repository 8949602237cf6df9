"""Angles between spokes of a circle, exactly.

Everything here raises :class:`mensuration.numbers.NotClosed` where a value leaves that world.
"""

from __future__ import annotations

from fractions import Fraction
from math import pi

from mensuration.numbers import Exact, Real
from mensuration.numbers.angles import arc_cosine
from mensuration.plane.edges import ExactPoint
from mensuration.plane.geometry import dot

HALF = Exact.of(Fraction(1, 2))
WHOLE_TURN = Exact.pi() * Exact.of(2)


def size(value: Exact) -> Exact:
    return -value if Real(value).sign() < 0 else value


def angle_between(u: ExactPoint, v: ExactPoint, radius: Exact, rough: float) -> Exact:
    """The signed angle in radians from u to v, two spokes of one circle, nearest to ``rough``."""
    least = arc_cosine(dot(u, v) / (radius * radius))
    angle = least if abs(rough) <= pi else WHOLE_TURN - least  # at most half a turn, or the rest of it
    return angle if rough > 0 else -angle
