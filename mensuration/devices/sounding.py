"""A simulated sounding device: it is towed along a made-up bed and tells depth after depth, with a little noise."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from math import pi, sin

from mensuration.frozen import Frozen

NOISE = 0.02  # of the depth, as a device's data sheet has it
FEWEST, MOST = 2, 120


@dataclass(frozen=True)
class Sounding(Frozen):
    """One reading: where, how deep, both in metres as they would be typed; which one it is, of how many."""

    x: str
    y: str
    number: int
    of: int


@dataclass(frozen=True)
class Bed(Frozen):
    """A made-up bed: how wide and how deep it is, in metres."""

    name: str
    title: str
    width: float
    depth: float


SHAPES: dict[str, Callable[[float], float]] = {
    "pond": lambda s: sin(pi * s) * (0.85 + 0.15 * sin(5 * s)),
    "canal": lambda s: min(1.0, s / 0.25, (1 - s) / 0.25),
    "cove": lambda s: s**0.8 * (1 - s) ** 0.7 * 2.8,
}
"""How deep each is at a share of its width, of its greatest depth."""
BEDS = {
    bed.name: bed
    for bed in (
        Bed("pond", "skate park pond", 12.0, 2.4),
        Bed("canal", "feeder canal", 8.0, 1.6),
        Bed("cove", "paddling cove", 18.0, 3.1),
    )
}


def soundings(bed: str, count: int, seed: int) -> Iterator[Sounding]:
    """So many readings from bank to bank, equally far apart. KeyError for a bed that is none, ValueError for another count.

    >>> [one.y for one in soundings("canal", 3, 1)][::2]
    ['0.00', '0.00']
    """
    own, shape = BEDS[bed], SHAPES[bed]
    if not FEWEST <= count <= MOST:
        raise ValueError(f"the device takes from {FEWEST} to {MOST} readings")
    noise = random.Random(seed)
    for number in range(count):
        share = number / (count - 1)
        depth = own.depth * max(0.0, shape(share))
        read = max(0.0, depth * (1 + noise.gauss(0, NOISE)))
        at = Fraction(str(own.width)) * number / (count - 1)
        yield Sounding(f"{float(at):.3f}".rstrip("0").rstrip("."), f"{read:.2f}", number + 1, count)
