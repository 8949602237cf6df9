"""The same solid scaled: lengths by k, areas by k², the volume by k³, and the surface to the volume by 1/k."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.tally.solid import SolidTallies
from mensuration.telling import Teller, Told

POWERS = {"edges": 1, "surface": 2, "volume": 3}


@dataclass(frozen=True)
class ScaledMeasure(Frozen):
    """A measure before and after, and the power of k by which it grows."""

    measure: str
    power: int
    before: Told
    after: Told


@dataclass(frozen=True)
class Scaled(Frozen):
    """What scaling does to each measure; ``ratio`` is the surface to the volume, before and after, by the unit of length."""

    k: Told
    measures: tuple[ScaledMeasure, ...]
    ratio: tuple[str, str] | None


def scaled(tallies: SolidTallies, k: Real, teller: Teller) -> Scaled:
    """The measures of the solid k times as large."""
    told = []
    for measure, power in POWERS.items():
        if measure not in tallies.measures:
            continue
        before = tallies.quantity(measure)
        after = Quantity(before.value * k**power, before.kind)
        told.append(ScaledMeasure(measure, power, teller.tell(before), teller.tell(after)))
    ratio = None
    if "surface" in tallies.measures and tallies.quantity("volume").value.sign() > 0:
        one = (
            tallies.quantity("surface").value / tallies.quantity("volume").value * teller.unit.size(teller.pi)
        )
        ratio = _per_length(one, teller), _per_length(one / k, teller)
    return Scaled(teller.tell(Quantity(k)), tuple(told), ratio)


def _per_length(value: Real, teller: Teller) -> str:
    unit = teller.unit.symbol
    told = teller.tell(Quantity(value))
    sign = "≈ " if told.approximate else ""
    return f"{sign}{told.text} per {unit or 'unit'}"
