"""Second ways to the volume of a solid: layer by layer from the ground up, the surrounding block less what is missing, and by
Pappus for what is round."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

from mensuration.catalogue.figure import Solid, Turned
from mensuration.expressions import Quantity, parse
from mensuration.numbers import Real
from mensuration.plane.arrangement import arrange
from mensuration.plane.measuring import enclosed
from mensuration.plane.placing import Bordered
from mensuration.plane.regions import straight_side
from mensuration.solids import Joined
from mensuration.solids.slabs import Slab
from mensuration.solids.stacking import Stack
from mensuration.solids.standing import Extent, extents
from mensuration.solids.turned import area_and_moment, profile_of
from mensuration.tally.entry import Derivation, Entry, Role, Sign, Subject, Tally
from mensuration.units import Kind

LAYERS, BLOCK, PAPPUS = "layers", "block", "Pappus"
BOX = parse("length width height")
SAME, CHANGING = parse("area height"), parse("height / 6 * (bottom + 4 middle + top)")
LED_ROUND = parse("2 pi centroid area")
LETTERS = {
    "area": "A",
    "height": "h",
    "bottom": "A_0",
    "middle": r"A_{1/2}",
    "top": "A_1",
    "centroid": r"\bar{r}",
    "length": "l",
    "width": "w",
}
BLOCK_SIDES = ("length", "width", "height")
MOST = 12  # layers that are told


def volume_ways(joined: Joined, length: Kind, pi: Real) -> Iterator[Tally]:
    """Every other way to the volume that can be told."""
    ways = {
        LAYERS: _layers(joined, length, pi),
        BLOCK: _block(joined, length, pi),
        PAPPUS: _led_round(joined, length, pi),
    }
    for way, entries in ways.items():
        if entries:
            yield Tally("volume", length.power(3), tuple(entries), way)


def _slabs(joined: Joined) -> list[tuple[Stack, Slab]]:
    """The layers from the ground up, where their sections are square functions of the level; none where they are too many."""
    stacks = [stack.upright for stack in joined.stacks]
    found = [(stack, slab) for stack in stacks if stack for slab in stack.slabs]
    square = all(layer.by_squares for _, slab in found for _, layer in slab.present)
    cut = any(stack.cutting for stack in stacks if stack)
    return (
        []
        if joined.alone or joined.enclosed or None in stacks or cut or not square or len(found) > MOST
        else found
    )


def _layers(joined: Joined, length: Kind, pi: Real) -> list[Entry]:
    found = _slabs(joined)
    if len(found) == 1 and found[0][1].constant:
        return []  # the one layer is the piece
    entries = []
    for number, (stack, slab) in enumerate(found):

        def area(level: Real, stack: Stack = stack, slab: Slab = slab) -> Real:
            return enclosed(arrange(tuple(slab.at(level))), stack.covers, pi)

        subject = Subject(f"layer {number + 1}", number, shape="layer")
        entries.append(_layer(Sign.ADDED, subject, slab, area, length, pi))
    return entries


def _block(joined: Joined, length: Kind, pi: Real) -> list[Entry]:
    """The block that surrounds it, and what of that is missing in each layer."""
    found = _slabs(joined)
    alone = len(joined.pieces) == 1 and not all(slab.constant for _, slab in found)
    if len(joined.stacks) != 1 or not found or alone:
        return []
    reach = [
        [extents(piece.solution, piece.frame)[axis] for piece in joined.pieces if piece.join == "add"]
        for axis in range(3)
    ]
    x, y, z = ((min((a for a, _ in ends), key=float), max((b for _, b in ends), key=float)) for ends in reach)
    if any(float(low) == float(high) for low, high in (x, y, z)):
        return []  # beside its length it is too thin for a block to have corners
    bit = max(piece.index for piece in joined.pieces) + 1
    around = _rectangle(x, y, bit)
    missing = []
    for number, (stack, slab) in enumerate(found):

        def area(level: Real, stack: Stack = stack, slab: Slab = slab) -> Real:
            plane = arrange((*slab.at(level), around))
            return enclosed(plane, lambda mask: bool(mask >> bit & 1) and not stack.covers(mask), pi)

        if area(slab.middle).sign():
            subject = Subject(f"missing in layer {number + 1}", number + 1, shape="layer")
            missing.append(_layer(Sign.TAKEN, subject, slab, area, length, pi))
    if not missing:
        return []
    sides = {name: Quantity(b - a, length) for name, (a, b) in zip(BLOCK_SIDES, (x, y, z), strict=True)}
    own = Derivation("volume", BOX, sides, pi, LETTERS)
    return [Entry(Sign.ADDED, Role.PART, Subject("surrounding block", 0, shape="block"), own), *missing]


def _rectangle(x: Extent, y: Extent, index: int) -> Bordered:
    corners = [(x[0], y[0]), (x[1], y[0]), (x[1], y[1]), (x[0], y[1])]
    sides = [
        replace(straight_side("block", number, one, two), part=index)
        for number, (one, two) in enumerate(zip(corners, [*corners[1:], corners[0]], strict=True))
    ]
    return Bordered("block", index, "add", tuple(sides))


def _layer(
    sign: Sign, subject: Subject, slab: Slab, area: Callable[[Real], Real], length: Kind, pi: Real
) -> Entry:
    height, square = Quantity(slab.high - slab.low, length), length.power(2)
    if slab.constant:
        values, formula = {"area": Quantity(area(slab.middle), square), "height": height}, SAME
    else:
        levels = {"bottom": slab.low, "middle": slab.middle, "top": slab.high}
        areas = {name: Quantity(area(level), square) for name, level in levels.items()}
        values, formula = {"height": height, **areas}, CHANGING
    source = "" if slab.constant else "sections at both ends and four times that in the middle"
    return Entry(sign, Role.PART, subject, Derivation("volume", formula, values, pi, LETTERS, source=source))


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
