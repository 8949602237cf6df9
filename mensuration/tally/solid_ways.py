"""Second ways to the volume of a solid: layer by layer from the ground up, and by Pappus for what is round."""

from __future__ import annotations

from collections.abc import Iterator

from mensuration.catalogue.figure import Solid, Turned
from mensuration.expressions import Quantity, parse
from mensuration.numbers import Real
from mensuration.plane.arrangement import arrange
from mensuration.plane.measuring import enclosed
from mensuration.solids import Joined
from mensuration.solids.slabs import Slab
from mensuration.solids.stacking import Stack
from mensuration.solids.turned import area_and_moment, profile_of
from mensuration.tally.entry import Derivation, Entry, Role, Sign, Subject, Tally
from mensuration.units import Kind

LAYERS, PAPPUS = "layers", "Pappus"
SAME, CHANGING = parse("area height"), parse("height / 6 * (bottom + 4 middle + top)")
LED_ROUND = parse("2 pi centroid area")
LETTERS = {
    "area": "A",
    "height": "h",
    "bottom": "A_0",
    "middle": r"A_{1/2}",
    "top": "A_1",
    "centroid": r"\bar{r}",
}
MOST = 12  # layers that are told


def volume_ways(joined: Joined, length: Kind, pi: Real) -> Iterator[Tally]:
    """Every other way to the volume that can be told."""
    for entries, way in ((_layers(joined, length, pi), LAYERS), (_led_round(joined, length, pi), PAPPUS)):
        if entries:
            yield Tally("volume", length.power(3), tuple(entries), way)


def _layers(joined: Joined, length: Kind, pi: Real) -> list[Entry]:
    stacks = [stack.upright for stack in joined.stacks]
    found = [(stack, slab) for stack in stacks if stack for slab in stack.slabs]
    square = all(layer.by_squares for _, slab in found for _, layer in slab.present)
    if joined.alone or None in stacks or not square or not 1 <= len(found) <= MOST:
        return []
    if len(found) == 1 and found[0][1].constant:
        return []  # the one layer is the piece
    return [_layer(number, stack, slab, length, pi) for number, (stack, slab) in enumerate(found)]


def _layer(number: int, stack: Stack, slab: Slab, length: Kind, pi: Real) -> Entry:
    def area(level: Real) -> Quantity:
        return Quantity(enclosed(arrange(tuple(slab.at(level))), stack.covers, pi), length.power(2))

    height = Quantity(slab.high - slab.low, length)
    if slab.constant:
        values, formula = {"area": area(slab.middle), "height": height}, SAME
    else:
        levels = {"bottom": slab.low, "middle": slab.middle, "top": slab.high}
        values, formula = (
            {"height": height, **{name: area(level) for name, level in levels.items()}},
            CHANGING,
        )
    source = "" if slab.constant else "sections at both ends and four times that in the middle"
    own = Derivation("volume", formula, values, pi, LETTERS, source=source)
    return Entry(Sign.ADDED, Role.PART, Subject(f"layer {number + 1}", number, shape="layer"), own)


def _led_round(joined: Joined, length: Kind, pi: Real) -> list[Entry]:
    """Each round piece as its profile led round the axis; only where every piece is one by itself."""
    entries = []
    for number, piece in enumerate(joined.pieces):
        solid = piece.solution.figure
        assert isinstance(solid, Solid)
        share = joined.shares[number]
        if not isinstance(solid.body, Turned) or piece.join != "add" or share.common.sign():
            return []
        area, moment = area_and_moment(profile_of(piece.solution, solid.body), pi)
        values = {"centroid": Quantity(moment / area, length), "area": Quantity(area, length.power(2))}
        own = Derivation("volume", LED_ROUND, values, pi, LETTERS)
        entries.append(
            Entry(Sign.ADDED, Role.PART, Subject(piece.name, number, shape=solid.title.lower()), own)
        )
    return entries
