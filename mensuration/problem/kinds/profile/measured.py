"""What is measured of a profile: tallies by its rule or by integrals, lengths, the centroid."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import cached_property, partial

from mensuration.expressions import ExpressionError, Quantity
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.columns import Fractions, distances
from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.problem.kinds.profile.sources import Source
from mensuration.profiles.bulk import total
from mensuration.profiles.derivatives import NoDerivative
from mensuration.profiles.extremes import Unbounded
from mensuration.profiles.integrals import Integral, NoDigits
from mensuration.profiles.levels import NoLevel
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.regions import Line
from mensuration.profiles.rules import (
    AREA,
    BOUNDING,
    BY_BREADTHS,
    MOST_STRIPS,
    SIDEWAYS,
    RuleFault,
    RuleName,
    Strip,
    Summed,
)
from mensuration.profiles.spinning import led_round
from mensuration.tally.entry import Tally
from mensuration.tally.profile import (
    Kinds,
    exact_tally,
    length_tally,
    rule_tally,
    spun_surface_tally,
    strips_tally,
    volume_tally,
)
from mensuration.telling import Teller

VOLUME, AMOUNT = Summed("volume", "height"), Summed("amount", "height")
FEW = 24  # strips that are told one by one though nobody looks at their tally
Telling = Callable[[int], Tally]
CANT = (
    NoDigits, NoDerivative, Unbounded, NoLevel, RuleFault, ExpressionError, ZeroDivisionError, ValueError, ArithmeticError,
)  # fmt: skip
"""What is raised where a measure can't be told."""


class Measured:
    """The measures of one profile that could be read."""

    def __init__(
        self,
        figure: ProfileDocument,
        source: Source,
        line: Line | None,
        strips: tuple[Strip, ...],
        teller: Teller,
    ) -> None:
        self.figure, self.source, self.line, self.strips = figure, source, line, strips
        self.teller = teller

    @property
    def exact(self) -> bool:
        """Whether it is told by integrals, not by strips."""
        return self.figure.rule == "exact"

    @property
    def rule(self) -> RuleName:
        """The rule by which ordinates are summed."""
        return rule_of(self.figure)

    @property
    def pi(self) -> Real:
        """What π counts as."""
        return self.teller.pi

    @cached_property
    def tallies(self) -> dict[str, Tally]:
        """Every tally; more than FEW strips are told together."""
        found = {}
        for measure, tally in self._tellings(self.source):
            try:
                found[measure] = tally(FEW)
            except CANT:
                continue
        if self.source.breadth is not None and "area" in found:
            length = self.kinds.length
            whole = volume_tally(found["area"].total, self.source.breadth, length, self.pi)
            found = {"area": found.pop("area"), "volume": whole, **found}
        return found

    def in_full(self, measure: str, most: int = MOST_STRIPS) -> Tally:
        """A tally strip by strip, unless there are more than ``most``."""
        own = self.tallies[measure]
        if self.exact or most >= self.source.ordinates.count <= FEW:
            return own
        of = dict(self._tellings(self.source)).get(measure)
        return own if of is None else of(most)

    def _tellings(self, source: Source) -> Iterator[tuple[str, Telling]]:
        """How each tally is told, up to so many strips one by one."""
        if source.what in ("cross-section", "grid"):
            yield "volume", partial(self._of_strips, source.ordinates, VOLUME)
        elif source.what == "rate":
            yield "amount", partial(self._of_strips, source.ordinates, AMOUNT)
        elif self.exact:
            yield from self._by_integrals(source)
        else:
            yield "area", self._area
            if "breadth" in source.ordinates.columns:
                yield "volume", partial(self._of_strips, source.ordinates, BY_BREADTHS)
            yield "spun_volume", self._spun
            length, pi = self.kinds.length, self.pi
            yield "length", lambda most: length_tally(self._edge, length, pi, most)
            yield "spun_surface", self._spun_surface

    def _by_integrals(self, source: Source) -> Iterator[tuple[str, Telling]]:
        region, line = source.region, self.line
        assert region is not None
        wanted: list[tuple[str, int, Callable[[], Integral]]] = [("area", 2, lambda: region.area)]
        if region.breadth is not None:
            wanted.append(("volume", 3, lambda: region.volume))
        if line is not None:
            wanted.append(("spun_volume", 3, lambda: region.spun_volume(line)))
        wanted.append(("length", 1, lambda: region.length))
        if line is not None:
            wanted.append(("spun_surface", 2, lambda: region.spun_surface(line)))
        unit, pi = self.teller.unit, self.pi
        for measure, power, of in wanted:
            yield measure, lambda _, m=measure, p=power, f=of: exact_tally(m, f(), unit, p, pi)  # type: ignore[misc]

    @cached_property
    def kinds(self) -> Kinds:
        """What its positions, heights and lengths are."""
        return Kinds(self.source.position, self.source.height, self.teller.unit.kind)

    def _area(self, most: int) -> Tally:
        if self.strips and len(self.strips) <= most:
            return strips_tally(self.strips, AREA, self.kinds, self.pi)
        return self._told_by_rule(self.source.ordinates, AREA, most)

    def _told_by_rule(self, ordinates: Ordinates, summed: Summed, most: int) -> Tally:
        return rule_tally(ordinates, self.rule, self.figure.left_over, summed, self.kinds, self.pi, most)

    def _of_strips(self, ordinates: Ordinates, summed: Summed, most: int) -> Tally:
        if self.rule in BOUNDING:
            raise RuleFault("upper and lower sums are those of an area")
        return self._told_by_rule(ordinates, summed, most)

    def sum(self, ordinates: Ordinates, rule: RuleName, summed: Summed = AREA) -> Real:
        """What a rule makes of ordinates."""
        return total(ordinates, rule, summed, self.pi, self.figure.left_over)

    @cached_property
    def line_here(self) -> Line:
        """The line that it is led round, in base units. NoDigits where it could not be read."""
        if self.line is None:
            raise NoDigits
        return Line(self.line.along, self.line.at * self.teller.unit.size(self.pi))

    def _spun(self, most: int) -> Tally:
        return self._of_strips(*led_round(self.source.ordinates, self.line_here), most)

    @cached_property
    def _edge(self) -> Ordinates:
        """What was measured: the tops, of depths the bottoms."""
        source = self.source
        heights = source.bottoms if source.what == "depth" else source.tops
        return Ordinates(source.ordinates.positions, heights)

    def _spun_surface(self, most: int) -> Tally:
        edge, line = self._edge, self.line_here
        places = edge.positions if line.along == "upright" else edge.heights
        return spun_surface_tally(edge, distances(places, line.at), self.kinds.length, self.pi, most)

    def _total(self, measure: str) -> Quantity:
        if measure not in self.tallies:
            raise NoDigits
        return self.tallies[measure].total

    def quantity(self, name: str) -> Quantity:
        """One quantity; one of CANT where it has none."""
        source = self.source
        length = self.kinds.length
        if name in self.tallies:
            return self._total(name)
        if name == "width" and source.what != "rate":
            return Quantity(source.ordinates.width, length)
        if not source.lies_flat:
            raise NoDigits
        if name == "mean_height":
            return Quantity(self._total("area").value / source.ordinates.width, length)
        if name in ("centroid_x", "centroid_y"):
            return Quantity(self._centroid[name == "centroid_y"], length)
        raise NoDigits

    @cached_property
    def _centroid(self) -> tuple[Real, Real]:
        """By integrals, or by the rule: the moments about both axes over the area. NoDigits where parts of it count less than
        nothing."""
        source, area = self.source, self._total("area").value
        if not self.all_above or not area.sign():
            raise NoDigits
        if self.exact and source.region is not None:
            size = self.teller.unit.size(self.pi)
            x, y = source.region.centroid
            return x * size, y * size
        if self.rule in BOUNDING:
            raise NoDigits
        at = source.ordinates.positions
        between = source.ordinates.between
        sideways = source.ordinates.with_columns(
            {"at": at}, None if between is None else lambda places: {**between(places), "at": places}
        )
        moment = self.sum(sideways, self.rule, SIDEWAYS)
        ordinates, summed = led_round(source.ordinates, Line("level", NOUGHT))
        squares = self.sum(ordinates, self.rule, Summed("moment", summed.term))
        if source.what == "depth":
            squares = -squares
        return moment / area, squares / (Real.of(2) * area)

    @cached_property
    def all_above(self) -> bool:
        """Whether no part of it counts less than nothing."""
        return min(self.signs) >= 0

    @cached_property
    def signs(self) -> set[int]:
        """The signs of its heights."""
        heights = self.source.ordinates.heights
        if isinstance(heights, Fractions):
            return {(top > 0) - (top < 0) for top in heights.tops}
        return {height.sign() for height in heights}

    def in_base(self, value: Real, power: int) -> Real:
        """A curve's measure from plain numbers; those of readings are in base units."""
        if self.source.region is None:
            return value
        for _ in range(power):
            value = value * self.teller.unit.size(self.pi)
        return value


def rule_of(figure: ProfileDocument) -> RuleName:
    """The rule by which a profile's ordinates are summed."""
    return "trapezoid" if figure.rule == "exact" else figure.rule
