"""The tallies of a plane figure: its area part by part or as split, its perimeter stretch by stretch."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from functools import cached_property, lru_cache

from mensuration.expressions import Path, Quantity
from mensuration.expressions.nodes import Binary
from mensuration.numbers import NotClosed, Real
from mensuration.outlines import OUTLINES
from mensuration.plane import AreaShare, Composition, PlacedPart, Stretch, compose
from mensuration.plane.cutting import Cut, TooManyPieces, cut
from mensuration.plane.regions import Region, regions_of
from mensuration.tally.deriving import Derived, derived, derived_by
from mensuration.tally.entry import Derivation, Entry, Look, Role, Sign, Subject, Tally, measured
from mensuration.tally.splitting import pieces_derived, split_tally
from mensuration.units import Kind
from mensuration.ways import DoesNotFit, Way, usual_way, way_named, ways_of

PARTS = "parts"
MEASURES = ("area", "perimeter")
EXPLAINED_PARTS = 12
CHECKED_CUTS = 12
_NO_WAY = (NotClosed, TooManyPieces, DoesNotFit)


class PlaneTallies:
    """Area and perimeter of one composed figure, entry by entry."""

    def __init__(
        self, composition: Composition, length: Kind, way: str | None = None, cuts: Sequence[Cut] = ()
    ) -> None:
        """``way`` names the way in which the area is told, ``cuts`` are a person's own cut lines."""
        self.way = way
        self.cuts = cuts
        self.composition = composition
        self.length = length
        self.pi = composition.pi

    def of(self, measure: str) -> Tally:
        """The tally of ``area`` or ``perimeter``."""
        if measure == "area":
            return self.as_split if self.split else self.as_parts
        return self.perimeter

    def quantity(self, measure: str) -> Quantity:
        """The total of a measure."""
        return self.of(measure).total

    @cached_property
    def as_parts(self) -> Tally:
        """The area as the parts were joined."""
        entries = tuple(self._area_entry(share) for share in self.composition.shares)
        return Tally("area", self.length.power(2), entries, PARTS)

    @cached_property
    def as_split(self) -> Tally:
        """The area in the way in which it is told."""
        assert self.split is not None
        return self.split_tally(self.split)

    @cached_property
    def perimeter(self) -> Tally:
        """Every stretch once round, then those that don't count."""
        stretches = list(enumerate(self.composition.stretches))
        counted = [self._perimeter_entry(i, s) for i, s in stretches if s.role == Role.OUTLINE]
        others = [self._perimeter_entry(i, s) for i, s in stretches if s.role != Role.OUTLINE]
        return Tally("perimeter", self.length, (*counted, *others))

    # Ways of splitting

    @cached_property
    def region(self) -> Region:
        composition = self.composition
        return regions_of(composition.arrangement, composition.covers, composition.pi)

    @cached_property
    def split(self) -> Way | None:
        """The way in which the area is told; None when as the parts were joined."""
        alone = self.composition.parts[0] if len(self.composition.parts) == 1 else None
        outlined = alone is not None and alone.solution.figure.family == OUTLINES
        if self.way == PARTS or (self.way is None and not outlined) or not self.region.loops:
            return None
        try:
            way = way_named(self.way or usual_way(self.region), self.region, self.cuts)
        except _NO_WAY:
            return None
        return way if self._as_exact(self.split_tally(way)) else None

    def _as_exact(self, tally: Tally) -> bool:
        """Whether a way of splitting loses no exact form that the parts have."""
        return tally.total.value.exact is not None or self.as_parts.total.value.exact is None

    def split_tally(self, way: Way) -> Tally:
        """The tally of one way."""
        return split_tally(way, self.length, self.pi)

    def ways(self) -> list[tuple[Way, Tally]]:
        """Every way to split the figure, with its tally."""
        if not self.region.loops:
            return []
        shown = self.split.name if self.split else ""
        found = [(way, self.split_tally(way)) for way in ways_of(self.region, self.cuts, shown)]
        return [(way, tally) for way, tally in found if self._as_exact(tally)]

    def idle_cuts(self) -> list[int]:
        """Own cut lines that divide nothing, by their place in the list."""
        if self.split is None or self.split.name != "own" or len(self.cuts) > CHECKED_CUTS:
            return []
        count = len(cut(self.region, self.cuts))
        others = [[*self.cuts[:i], *self.cuts[i + 1 :]] for i in range(len(self.cuts))]
        return [i for i, rest in enumerate(others) if len(cut(self.region, rest)) == count]

    # Area

    def _area_entry(self, share: AreaShare) -> Entry:
        part = share.part
        sign, role = Sign(share.sign), Role(share.role)
        figure = part.solution.figure
        subject = Subject(part.name, part.index, shape=figure.title.lower())
        steps, derivation = self._area_derived(share)
        return Entry(sign, role, subject, derivation, steps)

    def _area_derived(self, share: AreaShare) -> Derived:
        part = share.part
        if share.role == Role.PART and part.solution.figure.family == OUTLINES:
            return _outline_derived(part, self.length, self.pi)
        if share.role == Role.PART:
            return derived(part.solution, "area")
        size = Quantity(share.size, self.length.power(2))
        if share.role != Role.OUTSIDE:
            found = self._region_derived(share)
            if found is not None:
                return found
        return (), measured("area", size, self.pi)

    def _region_derived(self, share: AreaShare) -> Derived | None:
        """How an overlap or a common part is made up: the polygon on its corners and its segments."""
        if share.relation != "partly" or len(self.composition.parts) > EXPLAINED_PARTS:
            return None
        found = _in_pieces(self.composition.overlap_region(share.part), self.length)
        exact = found is not None and found[1].value.value.exact is not None
        return found if exact or share.size.exact is None else None

    # Perimeter

    def _perimeter_entry(self, index: int, stretch: Stretch) -> Entry:
        part = self.composition.part(stretch.edge.part)
        counts = stretch.role == Role.OUTLINE
        steps, derivation = self._length_derived(part, stretch)
        subject = Subject(
            part.name,
            part.index,
            stretch.edge.name,
            stretch.edge.straight,
            index,
            stretch.whole,
            beside=tuple(self.composition.part(i).name for i in stretch.beside),
        )
        return Entry(Sign.ADDED if counts else Sign.UNCOUNTED, Role(stretch.role), subject, derivation, steps)

    def _length_derived(self, part: PlacedPart, stretch: Stretch) -> Derived:
        edge = stretch.edge
        if stretch.whole:
            return derived_by(part.solution, edge.formula, edge.name)
        others = self._gone(stretch) if stretch.role == Role.OUTLINE else None
        if others is None:
            return (), measured("length", Quantity(stretch.length, self.length), self.pi)
        return (), _what_is_left(Quantity(edge.length, self.length), Quantity(others, self.length), self.pi)

    def _gone(self, stretch: Stretch) -> Real | None:
        """What is missing of an edge, when only this one stretch of it is left and both are exact."""
        rest = stretch.edge.length - stretch.length
        if rest.exact is None or self.composition.outline_stretches[stretch.edge] > 1:
            return None
        return rest


@lru_cache(maxsize=1024)
def _what_is_left(whole: Quantity, gone: Quantity, pi: Real) -> Derivation:
    formula = Binary("-", Path(("whole",)), Path(("gone",)))
    return Derivation("length", formula, {"whole": whole, "gone": gone}, pi, look=Look.SILENT)


@lru_cache(maxsize=64)
def _in_pieces(region: Region, length: Kind) -> Derived | None:
    """A region as the polygon on its corners and its segments; None where it has no such pieces."""
    try:
        way = way_named("round" if not region.straight else usual_way(region), region)
    except _NO_WAY:
        return None
    return pieces_derived(way, length, region.pi) if way.pieces else None


@lru_cache(maxsize=200)
def _outline_derived(part: PlacedPart, length: Kind, pi: Real) -> Derived:
    """An outline among other parts: split in the usual way."""
    alone = compose(
        (replace(part, index=0, join="add", edges=tuple(replace(e, part=0) for e in part.edges)),), pi
    )
    region = regions_of(alone.arrangement, alone.covers, pi)
    return pieces_derived(way_named(usual_way(region), region), length, pi)
