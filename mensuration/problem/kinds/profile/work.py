"""A profile worked out: strips by its rule, area, volumes, length, centroid, and what is in it up to a level."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Sequence
from functools import cached_property, partial
from itertools import pairwise

from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Path, Power, UnitOf, children, paths
from mensuration.frozen import table
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.columns import Fractions, distances
from mensuration.numbers.rounding import Rounding
from mensuration.plane.edges import Point
from mensuration.problem.kinds.kind import FigureResults, NotWorkedOut, Work
from mensuration.problem.kinds.profile import told
from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.problem.kinds.profile.solid import solid_picture
from mensuration.problem.kinds.profile.sources import Reader, Source
from mensuration.problem.kinds.profile.told import ProfileResults
from mensuration.profiles.bulk import total
from mensuration.profiles.converging import bound, convergence
from mensuration.profiles.derivatives import NoDerivative
from mensuration.profiles.extremes import Unbounded
from mensuration.profiles.integrals import Integral, NoDigits
from mensuration.profiles.levels import Basin, Bed, Bowl, NoLevel, level_for
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.regions import Line
from mensuration.profiles.rules import (
    AREA,
    BOUNDING,
    BY_BREADTHS,
    MOST_STRIPS,
    RULES,
    SIDEWAYS,
    RuleFault,
    RuleName,
    Strip,
    Summed,
    check,
    strips_of,
)
from mensuration.profiles.smooth import FEWEST, smooth_area
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
from mensuration.telling import Told, leaves
from mensuration.telling.mathematics import Maths
from mensuration.telling.tallies import ToldTally, tally_working, tell_tally
from mensuration.telling.values import Mathematics, is_pi
from mensuration.telling.values import told as mathematics
from mensuration.telling.writing import write
from mensuration.units import NUMBER, Kind

MEASURES = (
    "area", "volume", "spun_volume", "length", "spun_surface", "width", "mean_height", "centroid_x", "centroid_y",
    "amount", "filled_area", "filled_volume", "halving_level",
)  # fmt: skip
VOLUME, AMOUNT = Summed("volume", "height"), Summed("amount", "height")
MOST_SMOOTH = 2000
MOST_BOUNDED = 24  # strips of upper and lower sums beside other rules
SHORT = Rounding(figures=3)  # of differences
MOST_CORNERS = 60  # strips of a profile that is a part or a base
FEW = 24  # strips that are told one by one though nobody looks at their tally
Telling = Callable[[int], Tally]
_CANT = (
    NoDigits, NoDerivative, Unbounded, NoLevel, RuleFault, ExpressionError, ZeroDivisionError, ValueError, ArithmeticError,
)  # fmt: skip


class ProfileWork(Work[ProfileDocument]):
    """One profile; without a source until it could be read."""

    source: Source | None = None
    line: Line | None = None
    strips: tuple[Strip, ...] = ()

    def work_out(self) -> None:
        reader = Reader(self.figure, self.context)
        source = reader.source()
        self.line = reader.line()
        if source is None or not self._can_be_exact(source):
            return
        rule = self._rule
        try:
            check(source.ordinates, rule)
            strips: tuple[Strip, ...] = ()
            if source.ordinates.count <= told.MOST_DRAWN or rule in BOUNDING:
                strips = strips_of(source.ordinates, rule, self.figure.left_over)
        except RuleFault as fault:
            self.context.complain("rule", "rule-needs", str(fault))
            return
        except Unbounded:
            says = "how high it gets within a strip can't be told, so it has no upper and lower sums"
            self.context.complain("rule", "rule-needs", says)
            return
        except (ExpressionError, ZeroDivisionError, ValueError):
            self.context.complain("curve", "no-value", "it has no value in the middle of a strip")
            return
        if rule == "simpson" and source.ordinates.count % 2:
            says = (
                f"Simpson's rule takes strips two by two: of {source.ordinates.count} the {self.figure.left_over} one is told as "
                "a trapezoid; with one strip more or less there is none left over"
            )
            self.context.complain("rule", "odd-strips", says, "warning")
        self.source, self.strips = source, strips
        if self.exact and "area" not in self._tallies:
            says = "its area can't be told with proven digits; a rule tells about how large it is"
            self.context.complain("rule", "no-digits", says)

    @property
    def exact(self) -> bool:
        """Whether it is told by integrals, not by strips."""
        return self.figure.rule == "exact"

    @property
    def _rule(self) -> RuleName:
        return "trapezoid" if self.figure.rule == "exact" else self.figure.rule

    def _can_be_exact(self, source: Source) -> bool:
        if self.exact and source.region is None:
            says = "only a curve can be told exactly: between readings nobody knows how high it is"
            self.context.complain("rule", "rule-needs", says)
            return False
        return True

    # Tallies

    @cached_property
    def _tallies(self) -> dict[str, Tally]:
        """Every tally; more than FEW strips are told together."""
        if self.source is None:
            return {}
        found = {}
        for measure, tally in self._tellings(self.source):
            try:
                found[measure] = tally(FEW)
            except _CANT:
                continue
        if self.source.breadth is not None and "area" in found:
            length = self._kinds.length
            whole = volume_tally(found["area"].total, self.source.breadth, length, self._pi)
            found = {"area": found.pop("area"), "volume": whole, **found}
        return found

    def _in_full(self, measure: str) -> Tally:
        """A tally strip by strip, unless there are very many."""
        own = self._tallies[measure]
        if self.source is None or self.exact or self.source.ordinates.count <= FEW:
            return own
        of = dict(self._tellings(self.source)).get(measure)
        return own if of is None else of(MOST_STRIPS)

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
            length, pi = self._kinds.length, self._pi
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
        unit, pi = self.context.teller.unit, self._pi
        for measure, power, of in wanted:
            yield measure, lambda _, m=measure, p=power, f=of: exact_tally(m, f(), unit, p, pi)  # type: ignore[misc]

    @cached_property
    def _kinds(self) -> Kinds:
        assert self.source is not None
        return Kinds(self.source.position, self.source.height, self.context.teller.unit.kind)

    @property
    def _pi(self) -> Real:
        return self.context.teller.pi

    def _area(self, most: int) -> Tally:
        assert self.source is not None
        if self.strips and len(self.strips) <= most:
            return strips_tally(self.strips, AREA, self._kinds, self._pi)
        return self._told_by_rule(self.source.ordinates, AREA, most)

    def _told_by_rule(self, ordinates: Ordinates, summed: Summed, most: int) -> Tally:
        return rule_tally(ordinates, self._rule, self.figure.left_over, summed, self._kinds, self._pi, most)

    def _of_strips(self, ordinates: Ordinates, summed: Summed, most: int) -> Tally:
        if self._rule in BOUNDING:
            raise RuleFault("upper and lower sums are those of an area")
        return self._told_by_rule(ordinates, summed, most)

    def _sum(self, ordinates: Ordinates, rule: RuleName, summed: Summed = AREA) -> Real:
        return total(ordinates, rule, summed, self._pi, self.figure.left_over)

    @cached_property
    def _line_here(self) -> Line:
        """The line that it is led round, in base units. NoDigits where it could not be read."""
        if self.line is None:
            raise NoDigits
        return Line(self.line.along, self.line.at * self.context.teller.unit.size(self._pi))

    def _spun(self, most: int) -> Tally:
        assert self.source is not None
        return self._of_strips(*led_round(self.source.ordinates, self._line_here), most)

    @cached_property
    def _edge(self) -> Ordinates:
        """What was measured: the tops, of depths the bottoms."""
        source = self.source
        assert source is not None
        heights = source.bottoms if source.what == "depth" else source.tops
        return Ordinates(source.ordinates.positions, heights)

    def _spun_surface(self, most: int) -> Tally:
        assert self.source is not None
        edge, line = self._edge, self._line_here
        places = edge.positions if line.along == "upright" else edge.heights
        return spun_surface_tally(edge, distances(places, line.at), self._kinds.length, self._pi, most)

    def tally(self, measure: str) -> ToldTally | None:
        return tell_tally(self._in_full(measure), self.context.teller) if measure in self._tallies else None

    def tallies_of(self, measure: str) -> tuple[Tally, ...]:
        return (self._in_full(measure),) if measure in self._tallies else ()

    def working(self, measure: str) -> list[Maths] | None:
        if measure not in self._tallies:
            return None
        name = f"{self.figure.name}.{measure}"
        return list(tally_working(name, self._in_full(measure), self.context.teller))

    # Quantities

    def _total(self, measure: str) -> Quantity:
        if measure not in self._tallies:
            raise NoDigits
        return self._tallies[measure].total

    def _quantity(self, name: str) -> Quantity:
        """One quantity; one of _CANT where it has none."""
        source = self.source
        if source is None:
            raise NoDigits
        length = self._kinds.length
        if name in self._tallies:
            return self._total(name)
        if name == "width" and source.what != "rate":
            return Quantity(source.ordinates.width, length)
        if not source.lies_flat:
            raise NoDigits
        if name == "mean_height":
            return Quantity(self._total("area").value / source.ordinates.width, length)
        if name in ("centroid_x", "centroid_y"):
            return Quantity(self._centroid[name == "centroid_y"], length)
        if name == "filled_area":
            return self._filled(self._basin(None), 2)
        if name == "filled_volume":
            return self._filled(self._volume_basin, 3)
        if name == "halving_level":
            return self._halving
        raise NoDigits

    @cached_property
    def _centroid(self) -> tuple[Real, Real]:
        """By integrals, or by the rule: the moments about both axes over the area. NoDigits where parts of it count less than
        nothing."""
        source, area = self.source, self._total("area").value
        assert source is not None
        if not self._all_above or not area.sign():
            raise NoDigits
        if self.exact and source.region is not None:
            size = self.context.teller.unit.size(self._pi)
            x, y = source.region.centroid
            return x * size, y * size
        if self._rule in BOUNDING:
            raise NoDigits
        at = source.ordinates.positions
        between = source.ordinates.between
        sideways = source.ordinates.with_columns(
            {"at": at}, None if between is None else lambda places: {**between(places), "at": places}
        )
        moment = self._sum(sideways, self._rule, SIDEWAYS)
        ordinates, summed = led_round(source.ordinates, Line("level", NOUGHT))
        squares = self._sum(ordinates, self._rule, Summed("moment", summed.term))
        if source.what == "depth":
            squares = -squares
        return moment / area, squares / (Real.of(2) * area)

    @cached_property
    def _all_above(self) -> bool:
        assert self.source is not None
        return min(self._signs) >= 0

    @cached_property
    def _signs(self) -> set[int]:
        assert self.source is not None
        heights = self.source.ordinates.heights
        if isinstance(heights, Fractions):
            return {(top > 0) - (top < 0) for top in heights.tops}
        return {height.sign() for height in heights}

    # As a basin

    def _basin(self, weight: str | None) -> Basin:
        """The profile as a basin; ``weight`` is by what its area becomes a volume: breadth, or round an upright line. NoDigits
        where parts of it lie below its bottom."""
        source = self.source
        if source is None or not source.lies_flat or not self._all_above:
            raise NoDigits
        if source.region is not None:
            region = source.region
            if weight == "breadth":
                return Bowl(region, region.breadth)
            return Bowl(region, region.shells(self.line) if weight and self.line else None)
        x = source.ordinates.positions
        counts = None
        if weight == "breadth":
            counts = source.ordinates.columns["breadth"]
        elif weight:
            at = self._line_here.at
            counts = tuple(Real.of(2) * self._pi * abs(each - at) for each in x)
        return Bed(x, source.tops, source.bottoms, counts)

    @cached_property
    def _volume_basin(self) -> Basin:
        """What holds a volume. NoDigits where nothing makes one of it."""
        source = self.source
        assert source is not None
        varies = "breadth" in source.ordinates.columns
        if varies:
            return self._basin("breadth")
        if source.breadth is not None:
            return self._basin(None)
        if self.line is not None and self.figure.spin is not None and self.line.along == "upright":
            return self._basin("upright")
        raise NoDigits

    def _in_base(self, value: Real, power: int) -> Real:
        """A curve's measure from plain numbers; those of readings are in base units."""
        assert self.source is not None
        if self.source.region is None:
            return value
        for _ in range(power):
            value = value * self.context.teller.unit.size(self._pi)
        return value

    @cached_property
    def level(self) -> Quantity | None:
        """How high above its deepest place it is filled; None where that isn't said or can't be read."""
        if self.figure.level is None:
            return None
        found = self.context.read(self.figure.level, "length", "level")
        if found is not None and found.value.sign() < 0:
            self.context.complain("level", "negative", "a level is not below the deepest place")
            return None
        return found

    def _filled(self, basin: Basin, power: int, level: Quantity | None = None) -> Quantity:
        level = level or self.level
        if level is None:
            raise NoDigits
        up = level.value / self._in_base(Real.of(1), 1)
        top = basin.low + up
        if float(top) > float(basin.high):
            top = basin.high
        length = self._kinds.length
        amount = self._in_base(basin.amount(top), power if not self._times_breadth(basin, power) else 2)
        if self._times_breadth(basin, power):
            assert self.source is not None and self.source.breadth is not None
            amount = amount * self.source.breadth.value
        return Quantity(amount, length.power(power))

    def _times_breadth(self, basin: Basin, power: int) -> bool:
        """Whether a volume is the basin's area times one breadth."""
        assert self.source is not None
        return power == 3 and self.source.breadth is not None and getattr(basin, "weight", None) is None

    def _level_for(self, basin: Basin, amount: Real) -> Quantity:
        found = level_for(basin, amount)
        return Quantity(self._in_base(found - basin.low, 1), self._kinds.length)

    @cached_property
    def _halving(self) -> Quantity:
        try:
            basin = self._volume_basin
        except _CANT:
            basin = self._basin(None)
        return self._level_for(basin, basin.amount(basin.high) / Real.of(2))

    def region(self) -> list[Point] | None:
        source = self.source
        if source is None:
            raise NotWorkedOut(f"“{self.figure.name}”")
        if not source.lies_flat:
            says = f"“{self.figure.name}” is no figure of the plane: its readings are no heights"
            raise ExpressionError("no-region", says)
        if source.ordinates.count > MOST_CORNERS:
            says = f"“{self.figure.name}” has more than {MOST_CORNERS} strips: too many corners for a figure"
            raise ExpressionError("no-region", says)
        return _ring(list(source.ordinates.positions), list(source.bottoms), list(source.tops))

    def function(self, name: str, of: Quantity) -> Quantity:
        """``fill`` of a depth, ``depth`` of a volume, where it has one; else of an area."""
        if self.source is None:
            raise NotWorkedOut(f"“{self.figure.name}”")
        length = self._kinds.length
        try:
            if name == "fill":
                if of.kind == NUMBER:
                    of = Quantity(of.value * self.context.teller.unit.size(self._pi), length)
                if of.kind != length:
                    raise ExpressionError("wrong-kind", f"fill takes a depth, not {of.kind.says()}")
                try:
                    return self._filled(self._volume_basin, 3, of)
                except NoDigits:
                    return self._filled(self._basin(None), 2, of)
            basin, power = self._basin_for(of.kind)
            if of.kind == NUMBER:
                unit = self.context.teller.unit.to_power(power)
                of = Quantity(of.value * unit.size(self._pi), unit.kind)
            amount = of.value / self._in_base(Real.of(1), 2 if self._times_breadth(basin, power) else power)
            if self._times_breadth(basin, power):
                assert self.source is not None and self.source.breadth is not None
                amount = amount / self.source.breadth.value
            return self._level_for(basin, amount)
        except NoLevel as fault:
            raise ExpressionError("no-level", f"“{self.figure.name}”: {fault}") from None
        except (NoDigits, Unbounded):
            raise ExpressionError(
                "no-container", f"what is in “{self.figure.name}” up to a level can't be told"
            ) from None

    def _basin_for(self, kind: Kind) -> tuple[Basin, int]:
        """The basin of what is asked of it: a volume where it has one, unless an area is."""
        length = self._kinds.length
        if kind != length.power(2):
            try:
                return self._volume_basin, 3
            except NoDigits:
                pass
        if kind not in (length.power(2), NUMBER):
            raise ExpressionError("wrong-kind", f"“{self.figure.name}” holds an area, not {kind.says()}")
        return self._basin(None), 2

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        if len(names) != 1:
            says = f"say which quantity of “{text}” is meant: {', '.join(MEASURES)}"
            raise ExpressionError("no-quantity", says)
        (name,) = names
        if name not in MEASURES:
            raise unknown_word(name, list(MEASURES), f"quantity of “{text}”")
        source = self.source
        if source is not None and source.lies_flat and name == "volume" and "volume" not in self._tallies:
            raise ExpressionError("needs-breadth", f"“{text}” has no breadth: with one it has a volume")
        if source is not None and name.startswith("filled") and self.figure.level is None:
            raise ExpressionError("needs-level", f"say up to which level “{text}” is filled")
        try:
            return self._quantity(name)
        except _CANT:
            if source is None:
                raise NotWorkedOut(f"“{text}”") from None
            raise ExpressionError("no-quantity", f"“{text}” has no {name.replace('_', ' ')}") from None

    # Results

    def results(self, also: Collection[str]) -> FigureResults:
        source, teller = self.source, self.context.teller
        if source is None:
            return ProfileResults()
        ordinates = source.ordinates
        gaps = f"{ordinates.count + 1} ordinates, so {ordinates.count} strips"
        if ordinates.even:
            gaps += f" of {teller.tell(Quantity(ordinates.spacing, source.position)).text} each"
        first = next(iter(self._tallies), "")
        wanted = set() if "slid" in also else {first, *also}
        tallies = (
            (measure, tell_tally(self._in_full(measure) if measure in wanted else tally, teller))
            for measure, tally in self._tallies.items()
        )
        rules, off, beside = self._side_by_side(source)
        basin = self._told_basin()
        axis = None
        if self.figure.spin is not None and self.line is not None and source.lies_flat:
            axis = self.line.along, float(self.line.at)
        return ProfileResults(
            quantities=table(self._told_quantities()),
            tallies=table(tallies),
            column=None if self.exact else self._column(source),
            rules=table(rules),
            off=table(off),
            beside=beside,
            posts="" if self.exact else gaps,
            says=tuple(self._sentences(source)),
            antiderivative=self._antiderivative() if self.exact else None,
            smooth=self._smooth(source),
            errors=tuple(self._errors(source)) if "plot" in also else (),
            ways=tuple(self._ways(source)) if "ways" in also else (),
            basin=basin,
            solid=solid_picture(
                source, self.line, also, self.figure.spin is not None, self.figure.name, teller
            )
            if "solid" in also
            else None,
            sections=self._sections(source),
            drawing=told.drawing(
                source,
                () if self.exact else self.strips,
                teller,
                source.region is None and source.lies_flat,
                None if basin is None else basin.at,
                axis,
            ),
        )

    def _told_quantities(self) -> Iterator[tuple[str, Told]]:
        wanted = MEASURES if self.figure.level is not None else MEASURES[:-3]
        for name in wanted:
            try:
                yield name, self.context.teller.tell(self._quantity(name))
            except _CANT:
                continue

    def _column(self, source: Source) -> told.Column | None:
        return told.column(source, self._rule, self.context.teller)

    def _known(self, source: Source) -> Real | None:
        """The area of a curve, as it is."""
        if source.region is None:
            return None
        try:
            return self._in_base(source.region.area.value, 2)
        except _CANT:
            return None

    def _side_by_side(self, source: Source) -> tuple[list[tuple[str, Told]], list[tuple[str, Told]], str]:
        """What every rule comes to that can be used, and by how much it differs from what the area is, or from the chosen one."""
        kind = source.position.times(source.height)
        totals: dict[str, Real] = {}
        for rule in RULES:
            if rule in BOUNDING and source.ordinates.count > MOST_BOUNDED and rule != self.figure.rule:
                continue
            try:
                totals[rule] = self._sum(source.ordinates, rule)
            except _CANT:
                continue
        known, beside = self._known(source), "the true area"
        if known is not None:
            totals["exact"] = known
        elif self._rule in totals:
            known, beside = totals[self._rule], RULES[self._rule].title
        teller = self.context.teller
        rules = [(rule, teller.tell(Quantity(total, kind))) for rule, total in totals.items()]
        off = []
        if known is not None:
            off = [
                (rule, teller.tell(Quantity(total - known, kind), rounding=SHORT))
                for rule, total in totals.items()
                if rule != "exact"
            ]
        return rules, off, beside

    def _sentences(self, source: Source) -> Iterator[str]:
        signs = self._signs
        crosses = source.region.crosses if source.region is not None else {1, -1} <= signs
        if source.lies_flat and (crosses or -1 in signs):
            yield (
                "what lies below the line is taken away: the area is signed"
                if self.figure.signed
                else "what lies below the line is added: the area is not signed"
            )
        if source.region is None:
            return
        top = source.region.top
        for before, after in pairwise(top.stretches):
            gap = self._jump(before.tree, after.tree, after.start)
            if gap:
                yield gap
        if any(_has_plain_angle(stretch.tree) for stretch in top.stretches):
            yield "angles without a unit are in radians"
        if self.exact and source.region.area.antiderivatives is None:
            yield "no antiderivative in short form was found: its digits are proven all the same"

    def _jump(self, before: Node, after: Node, x: Real) -> str | None:
        source = self.source
        assert source is not None and source.region is not None
        top = source.region.top
        low, high = (top.over(lambda _, tree=tree: tree).at(x) for tree in (before, after))  # type: ignore[misc]
        if low.same_as(high):
            return None
        at, one, two = (f"{float(value):.6g}" for value in (x, low, high))
        return f"at x = {at} it jumps from {one} to {two}"

    def _antiderivative(self) -> Mathematics | None:
        """F(x) of the first stretch, as people write it."""
        source = self.source
        known = source.region.area.antiderivatives if source and source.region else None
        if known is None:
            return None

        def letter(path: Path) -> Maths:
            return leaves.PI if is_pi(path) else leaves.symbol(path.text, path.text)

        return mathematics(write(_without_radians(known[0]), letter))

    def _smooth(self, source: Source) -> Told | None:
        count = len(source.ordinates.heights)
        if source.region is not None or not FEWEST <= count <= MOST_SMOOTH:
            return None
        total = smooth_area(source.ordinates)
        return self.context.teller.tell(Quantity(total, source.position.times(source.height)))

    def _errors(self, source: Source) -> Iterator[told.Errors]:
        known = self._known(source)
        if source.region is None or known is None:
            return
        height, size = source.region.height, float(self._in_base(Real.of(1), 2))
        count = source.ordinates.count
        for each in convergence(height, source.region.area.value):
            most = bound(height, each.rule, count)
            try:
                error = f"{abs(float(self._sum(source.ordinates, each.rule) - known)) / size:.3g}"
            except _CANT:
                error = ""
            yield told.Errors(
                each.rule,
                each.points,
                "" if each.order is None else f"{each.order:.2f}",
                "" if most is None else f"{most:.3g}",
                error,
            )

    def _ways(self, source: Source) -> Iterator[told.Way]:
        region, line = source.region, self.line
        if region is None or line is None:
            return
        title = "shells" if line.along == "upright" else "discs" if region.bottom is None else "washers"
        try:
            found = [(title, region.spun_volume(line).value), *region.ways(line)]
        except _CANT:
            return
        kind = self._kinds.length.power(3)
        for name, volume in found:
            yield told.Way(name, self.context.teller.tell(Quantity(self._in_base(volume, 3), kind)))

    def _told_basin(self) -> told.Basin | None:
        level = self.level
        if level is None:
            return None
        tell = self.context.teller.tell
        try:
            basin = self._basin(None)
            area = tell(self._quantity("filled_area"))
        except _CANT:
            says = "what is in it up to a level can't be told: parts of it lie below its bottom, or it is no figure of lengths"
            self.context.complain("level", "no-level", says, "warning")
            return None
        unit = float(self.context.teller.unit.size(self._pi))
        low = float(self._in_base(basin.low, 1)) / unit
        return told.Basin(
            tell(level),
            area,
            self._or_none("filled_volume"),
            self._or_none("halving_level"),
            low + float(level.value) / unit,
        )

    def _or_none(self, name: str) -> Told | None:
        try:
            return self.context.teller.tell(self._quantity(name))
        except _CANT:
            return None

    def _sections(self, source: Source) -> tuple[str, ...]:
        """The cross-sections of a grid's rows."""
        if source.what != "grid":
            return ()
        return tuple(
            self.context.teller.tell(Quantity(height, source.height)).text
            for height in source.ordinates.heights
        )


def _ring(x: list[Real], bottoms: list[Real], tops: list[Real]) -> list[Point]:
    """Along the bottom to the right and back along the top, without corners that lie on a straight line or on one another."""
    corners = [*zip(x, bottoms, strict=True), *reversed(list(zip(x, tops, strict=True)))]
    found: list[Point] = []
    for corner in corners:
        if found and _same(found[-1], corner):
            continue
        while len(found) > 1 and _straight(found[-2], found[-1], corner):
            found.pop()
        found.append(corner)
    if len(found) > 1 and _same(found[0], found[-1]):
        found.pop()
    return found


def _same(one: Point, two: Point) -> bool:
    return one[0].same_as(two[0]) and one[1].same_as(two[1])


def _straight(one: Point, two: Point, three: Point) -> bool:
    rise = (two[0] - one[0]) * (three[1] - one[1]) - (three[0] - one[0]) * (two[1] - one[1])
    return rise.sign() == 0


def _without_radians(node: Node) -> Node:
    """An expression over plain numbers as people write it: sin(x), not sin(x rad)."""
    match node:
        case Binary(operator, inner, UnitOf()) if operator in "*/":
            return _without_radians(inner)
        case Binary(operator, left, right, implied):
            return Binary(operator, _without_radians(left), _without_radians(right), implied)
        case Negative(of):
            return Negative(_without_radians(of))
        case Power(base, exponent):
            return Power(_without_radians(base), exponent)
        case Call(name, arguments):
            return Call(name, tuple(map(_without_radians, arguments)))
    return node


def _has_plain_angle(node: Node) -> bool:
    """Whether an angle without a unit stands in a sine or its like."""
    match node:
        case Call("sin" | "cos" | "tan", (Binary("*", inner, UnitOf()),)):
            return any(path.names == ("x",) for path in paths(inner))
    return any(map(_has_plain_angle, children(node)))
