"""What is told of a profile beside its quantities and tallies: the column of weights, rules side by side, the picture."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Literal

import numpy as np

from mensuration.drawing.space import SpaceDrawing
from mensuration.expressions import Quantity
from mensuration.frozen import EMPTY, Frozen, Table
from mensuration.numbers import Real
from mensuration.numbers.columns import floats_of
from mensuration.problem.kinds.kind import FigureResults
from mensuration.problem.kinds.profile.sources import Source
from mensuration.profiles.curves import Curve
from mensuration.profiles.rules import RULES, RuleName, Strip, weights
from mensuration.profiles.smooth import FEWEST, smooth_line
from mensuration.telling import Teller, Told
from mensuration.telling.values import Mathematics
from mensuration.units import Kind

CURVE_STEPS = 160  # in which a curve is drawn
MOST_DRAWN = 400  # strips
MOST_TOLD = 60  # ordinates in the column of weights
MOST_SPOTS = 2000  # of a line
MOST_DOTS = 200  # ordinates that are drawn
ARC = 12  # steps of a parabola over two strips
Spot = tuple[float, float]


@dataclass(frozen=True)
class Weighted(Frozen):
    """An ordinate as people write it in a column: where, how high, how often it counts, and what that comes to."""

    position: str
    height: str
    weight: int
    product: str


@dataclass(frozen=True)
class Column(Frozen):
    """The ordinates with their weights, the weighted sum, what it is multiplied by, and what that comes to."""

    rows: tuple[Weighted, ...]
    sum: Told
    factor: Told
    says: str
    area: Told


@dataclass(frozen=True)
class StripsDrawn(Frozen):
    """Strips as rings of spots, the line that goes through the ordinates or is the curve, the lower one, a smooth guess through
    readings, and the ordinates unless they are many, in the unit of length; whether the picture hangs down from its line. ``filled`` is the level up
    to which it is filled; ``axis`` the line that it is led round."""

    strips: tuple[tuple[Spot, ...], ...]
    line: tuple[Spot, ...]
    lower: tuple[Spot, ...]
    ordinates: tuple[Spot, ...]
    smooth: tuple[Spot, ...] = ()
    filled: float | None = None
    axis: tuple[Literal["level", "upright"], float] | None = None
    flat: bool = True
    """Whether heights are lengths like the positions, so that a picture can be to scale."""


@dataclass(frozen=True)
class Errors(Frozen):
    """How the error of a rule shrinks: for so many strips each, the order seen (the power with which it shrinks), the bound for
    the strips there are, and the error there."""

    rule: RuleName
    points: tuple[tuple[int, float], ...]
    order: str
    bound: str
    error: str


@dataclass(frozen=True)
class Way(Frozen):
    """The volume of revolution, told another way."""

    title: str
    volume: Told


@dataclass(frozen=True)
class Basin(Frozen):
    """What is in a profile up to a level above its deepest place: area, and volume where it has one; and the level that halves it."""

    level: Told
    area: Told
    volume: Told | None
    halving: Told | None
    at: float


@dataclass(frozen=True, kw_only=True)
class ProfileResults(FigureResults):
    """Area and volume, the column of weights (left out in a ``brief`` telling, while something is slid), the area by every rule that can be used with how far it is ``off`` what is told
    ``beside``, the antiderivative, and the picture."""

    brief: bool = False
    column: Column | None = None
    rules: Table[str, Told] = EMPTY
    off: Table[str, Told] = EMPTY
    beside: str = ""
    posts: str = ""
    says: tuple[str, ...] = ()
    antiderivative: Mathematics | None = None
    smooth: Told | None = None
    errors: tuple[Errors, ...] = ()
    ways: tuple[Way, ...] = ()
    basin: Basin | None = None
    sections: tuple[str, ...] = ()
    solid: SpaceDrawing | None = None
    drawing: StripsDrawn | None = None
    kind: Literal["profile"] = "profile"


FACTORS: dict[str, str] = {
    "trapezoid": "half the width of a strip",
    "simpson": "a third of the width of a strip",
    "left": "the width of a strip",
    "right": "the width of a strip",
    "midpoint": "the width of a strip",
}


def column(source: Source, rule: RuleName, teller: Teller) -> Column | None:
    """The column of weights, where strips are equal and not too many."""
    ordinates = source.ordinates
    found = weights(ordinates, rule)
    if found is None or len(ordinates.heights) > MOST_TOLD:
        return None
    counts, factor = found
    products = [h * Real.of(n) for h, n in zip(ordinates.heights, counts, strict=True)]
    rows = zip(ordinates.positions, ordinates.heights, counts, products, strict=True)
    total = Real.sum(products)
    at, high = partial(_told, teller, source.position), partial(_told, teller, source.height)
    whole = source.position.times(source.height)
    return Column(
        tuple(Weighted(at(x), high(y), n, high(p)) for x, y, n, p in rows),
        teller.tell(Quantity(total, source.height)),
        teller.tell(Quantity(factor, source.position)),
        FACTORS[rule],
        teller.tell(Quantity(total * factor, whole)),
    )


def _told(teller: Teller, kind: Kind, value: Real) -> str:
    return teller.written(Quantity(value, kind)).text


def drawing(
    source: Source,
    strips: Sequence[Strip],
    teller: Teller,
    smooth: bool,
    filled: float | None = None,
    axis: tuple[Literal["level", "upright"], float] | None = None,
) -> StripsDrawn:
    """The picture."""
    across, up = (scale(teller, kind) for kind in (source.position, source.height))
    ordinates = source.ordinates

    def spots(heights: Sequence[Real]) -> tuple[Spot, ...]:
        step = max(1, len(heights) // MOST_SPOTS)
        pairs = list(zip(floats_of(ordinates.positions), floats_of(heights), strict=True))
        return tuple((x / across, y / up) for x, y in [*pairs[:-1:step], pairs[-1]])

    tops = spots(source.tops)
    line, lower = tops, spots(source.bottoms)
    if source.region is not None:
        line = tuple(_sampled(source.region.top))
        flat = source.region.bottom
        lower = tuple(_sampled(flat)) if flat is not None else ((line[0][0], 0.0), (line[-1][0], 0.0))
    guess: tuple[Spot, ...] = ()
    if smooth and FEWEST <= len(tops) <= MOST_DRAWN:
        hanging = source.what == "depth"
        guess = tuple(smooth_line(*zip(*(lower if hanging else tops), strict=True)))
    rings: tuple[tuple[Spot, ...], ...] = ()
    if len(strips) <= MOST_DRAWN:
        rings = tuple(
            tuple((_short(x / across), _short(y / up)) for x, y in _ring(strip, source.what == "depth"))
            for strip in strips
        )
    dots = tops if len(tops) <= MOST_DOTS else ()
    return StripsDrawn(rings, line, lower, dots, guess, filled, axis, source.lies_flat)


def _short(value: float) -> float:
    """So many digits as can be seen."""
    return float(f"{value:.7g}")


def scale(teller: Teller, kind: Kind) -> float:
    """The size of the unit in which quantities of a kind are told."""
    unit = teller.unit_for(kind)
    return 1.0 if unit is None else float(unit.size(teller.pi))


def _sampled(curve: Curve) -> Iterator[Spot]:
    """Points of each stretch, both of its ends too."""
    per = max(2, CURVE_STEPS // len(curve.stretches))
    for stretch in curve.stretches:
        own = Curve((stretch,), curve.names, curve.pi)
        x = np.linspace(float(stretch.start), float(stretch.end), per + 1)
        for a, b in zip(x, own.floats(x), strict=True):
            if np.isfinite(b):
                yield float(a), float(b)


def _ring(strip: Strip, hanging: bool) -> list[Spot]:
    start, end = float(strip.start), float(strip.end)
    sides = {
        side: {name: float(value) for name, value in strip.sides[side].items()}
        for side in RULES[strip.rule].sides
    }
    if hanging:
        tops = {side: row.get("bottom", 0.0) for side, row in sides.items()}
        bottoms = dict.fromkeys(sides, 0.0)
    else:
        bottoms = {side: row.get("bottom", 0.0) for side, row in sides.items()}
        tops = {side: bottoms[side] + row["height"] for side, row in sides.items()}
    if strip.rule == "trapezoid":
        return [
            (start, bottoms["left"]),
            (start, tops["left"]),
            (end, tops["right"]),
            (end, bottoms["right"]),
        ]
    if strip.rule == "simpson":
        return [*_parabola(start, end, bottoms), *reversed(list(_parabola(start, end, tops)))]
    (top,), (bottom,) = tops.values(), bottoms.values()
    return [(start, bottom), (start, top), (end, top), (end, bottom)]


def _parabola(start: float, end: float, heights: dict[str, float]) -> Iterator[Spot]:
    a, m, b = heights["left"], heights["middle"], heights["right"]
    if a == m == b:
        yield from ((start, a), (end, b))
        return
    for k in range(ARC + 1):
        t = k / ARC
        yield start + (end - start) * t, a * (1 - t) * (1 - 2 * t) + 4 * m * t * (1 - t) + b * t * (2 * t - 1)
