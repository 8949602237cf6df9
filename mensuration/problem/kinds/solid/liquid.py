"""What is in a solid that is filled up to a level: its content, what it touches, and the curve of content against depth."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.solids import Joined
from mensuration.solids.filling import filled, reach_up, risen
from mensuration.solids.wetting import free_surface, wetted
from mensuration.telling import Teller, Told
from mensuration.units import FURTHER, Unit

LITRE = Unit("L", FURTHER["L"][1], Fraction(FURTHER["L"][0]))
POINTS = 32  # of the curve


@dataclass(frozen=True)
class Risen(Frozen):
    """How deep the liquid stands once another solid is lowered into it, and by how much it rose; ``at`` is that level as a
    number of the picture's unit."""

    body: str
    depth: Told
    rise: Told
    at: float


@dataclass(frozen=True)
class Liquid(Frozen):
    """What is in a solid up to a level: the level, the content, the room left and both in litres, the liquid's own surface
    and the wetted area; ``at`` and ``height`` are the level and the solid's height as numbers of the picture's unit. The
    ``curve`` of content against depth, in the problem's unit, where it is wanted."""

    depth: Told
    content: Told
    left: Told
    litres: str
    left_litres: str
    surface: Told
    wetted: Told
    at: float
    height: float
    risen: Risen | None = None
    curve: tuple[tuple[float, float], ...] = ()


def liquid(
    joined: Joined,
    whole: Quantity,
    depth: Quantity,
    teller: Teller,
    body: tuple[str, Joined] | None,
    plotted: bool,
) -> Liquid:
    """What is in a solid whose ``whole`` volume is known, up to a depth. CannotBeFilled where that can't be told, or a
    ``body`` that is lowered into it makes it run over."""
    length = teller.unit.kind
    content = Quantity(filled(joined, depth.value), length.power(3))
    left = whole.plus(content, -1)
    low, high = reach_up(joined)
    size = float(teller.unit.size(teller.pi))
    litres = [teller.tell(each, LITRE).text if each.kind == LITRE.kind else "" for each in (content, left)]
    return Liquid(
        teller.tell(depth),
        teller.tell(content),
        teller.tell(left),
        litres[0],
        litres[1],
        teller.tell(Quantity(free_surface(joined, depth.value), length.power(2))),
        teller.tell(Quantity(wetted(joined, depth.value), length.power(2))),
        float(depth.value) / size,
        float(high - low) / size,
        None if body is None else _risen(joined, *body, depth, teller),
        _curve(joined, size) if plotted else (),
    )


def _risen(joined: Joined, name: str, body: Joined, depth: Quantity, teller: Teller) -> Risen:
    level = Quantity(risen(joined, body, depth.value), depth.kind)
    size = float(teller.unit.size(teller.pi))
    return Risen(name, teller.tell(level), teller.tell(level.plus(depth, -1)), float(level.value) / size)


def _curve(joined: Joined, size: float) -> tuple[tuple[float, float], ...]:
    low, high = reach_up(joined)
    depths = [(high - low) * Real.of(Fraction(step, POINTS)) for step in range(POINTS + 1)]
    return tuple((float(depth) / size, float(filled(joined, depth)) / size**3) for depth in depths)
