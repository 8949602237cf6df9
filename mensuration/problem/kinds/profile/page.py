"""What is told of a profile for its page: quantities, tallies, rules side by side, sentences, errors, the basin, the pictures."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from itertools import pairwise

from mensuration.expressions import Quantity
from mensuration.expressions.nodes import Node, Path
from mensuration.frozen import table
from mensuration.numbers import UNIT, Real
from mensuration.numbers.rounding import Rounding
from mensuration.problem.kinds.kind import Context
from mensuration.problem.kinds.profile import told
from mensuration.problem.kinds.profile.held import HELD, Held
from mensuration.problem.kinds.profile.measured import CANT, Measured
from mensuration.problem.kinds.profile.solid import solid_picture
from mensuration.problem.kinds.profile.told import ProfileResults
from mensuration.profiles.converging import bound, convergence
from mensuration.profiles.radians import has_plain_angle, without_radians
from mensuration.profiles.rules import BOUNDING, RULES
from mensuration.profiles.smooth import FEWEST, smooth_area
from mensuration.tally.entry import Tally
from mensuration.telling import Told, leaves
from mensuration.telling.mathematics import Maths
from mensuration.telling.tallies import tell_tally
from mensuration.telling.values import Mathematics, is_pi
from mensuration.telling.values import told as mathematics
from mensuration.telling.writing import write

MEASURES = (
    "area", "volume", "spun_volume", "length", "spun_surface", "width", "mean_height", "centroid_x", "centroid_y",
    "amount", *HELD,
)  # fmt: skip
MOST_SMOOTH = 2000
MOST_BOUNDED = 24  # strips of upper and lower sums beside other rules
SHORT = Rounding(figures=3)  # of differences


class Page:
    """Tells one profile."""

    def __init__(self, measured: Measured, held: Held, context: Context) -> None:
        self.measured, self.held, self.context = measured, held, context
        self.figure, self.source, self.teller = measured.figure, measured.source, context.teller

    def quantity(self, name: str) -> Quantity:
        """One of MEASURES; one of CANT where it has none."""
        return self.held.quantity(name) if name in HELD else self.measured.quantity(name)

    def results(self, also: Collection[str]) -> ProfileResults:
        """All that is told; ``also`` names what is told only when it is wanted."""
        source, teller = self.source, self.teller
        ordinates = source.ordinates
        gaps = f"{ordinates.count + 1} ordinates, so {ordinates.count} strips"
        if ordinates.even:
            gaps += f" of {teller.tell(Quantity(ordinates.spacing, source.position)).text} each"
        first = next(iter(self.measured.tallies), "")
        slid = "slid" in also
        wanted = {first, *also}
        tallies = (
            (measure, tell_tally(self._tally(measure, slid, measure in wanted), teller))
            for measure in self.measured.tallies
        )
        rules, off, beside = self._side_by_side()
        basin = self._told_basin()
        axis = None
        if self.figure.spin is not None and self.measured.line is not None and source.lies_flat:
            axis = self.measured.line.along, float(self.measured.line.at)
        return ProfileResults(
            quantities=table(self._told_quantities()),
            tallies=table(tallies),
            brief=slid,
            column=None if self.measured.exact or slid else told.column(source, self.measured.rule, teller),
            rules=table(rules),
            off=table(off),
            beside=beside,
            posts="" if self.measured.exact else gaps,
            says=tuple(self._sentences()),
            antiderivative=self._antiderivative() if self.measured.exact else None,
            smooth=self._smooth(),
            errors=tuple(self._errors()) if "plot" in also else (),
            ways=tuple(self._ways()) if "ways" in also else (),
            basin=basin,
            solid=solid_picture(
                source, self.measured.line, also, self.figure.spin is not None, self.figure.name, teller
            )
            if "solid" in also
            else None,
            sections=self._sections(),
            drawing=told.drawing(
                source,
                () if self.measured.exact else self.measured.strips,
                teller,
                source.region is None and source.lies_flat,
                None if basin is None else basin.at,
                axis,
            ),
        )

    def _tally(self, measure: str, slid: bool, wanted: bool) -> Tally:
        """Strip by strip where it is looked at; all strips together while something is slid."""
        if slid:
            return self.measured.in_full(measure, 0)
        return self.measured.in_full(measure) if wanted else self.measured.tallies[measure]

    def _told_quantities(self) -> Iterator[tuple[str, Told]]:
        wanted = MEASURES if self.figure.level is not None else MEASURES[:-3]
        for name in wanted:
            try:
                yield name, self.teller.tell(self.quantity(name))
            except CANT:
                continue

    def _known(self) -> Real | None:
        """The area of a curve, as it is."""
        source = self.source
        if source.region is None:
            return None
        try:
            return self.measured.in_base(source.region.area.value, 2)
        except CANT:
            return None

    def _side_by_side(self) -> tuple[list[tuple[str, Told]], list[tuple[str, Told]], str]:
        """What every rule comes to that can be used, and by how much it differs from what the area is, or from the chosen one."""
        source = self.source
        kind = source.position.times(source.height)
        totals: dict[str, Real] = {}
        for rule in RULES:
            if rule in BOUNDING and source.ordinates.count > MOST_BOUNDED and rule != self.figure.rule:
                continue
            try:
                totals[rule] = self.measured.sum(source.ordinates, rule)
            except CANT:
                continue
        known, beside = self._known(), "the true area"
        if known is not None:
            totals["exact"] = known
        elif self.measured.rule in totals:
            known, beside = totals[self.measured.rule], RULES[self.measured.rule].title
        teller = self.teller
        rules = [(rule, teller.tell(Quantity(total, kind))) for rule, total in totals.items()]
        off = []
        if known is not None:
            off = [
                (rule, teller.tell(Quantity(total - known, kind), rounding=SHORT))
                for rule, total in totals.items()
                if rule != "exact"
            ]
        return rules, off, beside

    def _sentences(self) -> Iterator[str]:
        source = self.source
        signs = self.measured.signs
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
        if any(has_plain_angle(stretch.tree) for stretch in top.stretches):
            yield "angles without a unit are in radians"
        if self.measured.exact and source.region.area.antiderivatives is None:
            yield "no antiderivative in short form was found: its digits are proven all the same"

    def _jump(self, before: Node, after: Node, x: Real) -> str | None:
        source = self.source
        assert source.region is not None
        top = source.region.top
        low, high = (top.over(lambda _, tree=tree: tree).at(x) for tree in (before, after))  # type: ignore[misc]
        if low.same_as(high):
            return None
        at, one, two = (f"{float(value):.6g}" for value in (x, low, high))
        return f"at x = {at} it jumps from {one} to {two}"

    def _antiderivative(self) -> Mathematics | None:
        """F(x) of the first stretch, as people write it."""
        source = self.source
        known = source.region.area.antiderivatives if source.region else None
        if known is None:
            return None

        def letter(path: Path) -> Maths:
            return leaves.PI if is_pi(path) else leaves.symbol(path.text, path.text)

        return mathematics(write(without_radians(known[0]), letter))

    def _smooth(self) -> Told | None:
        source = self.source
        count = len(source.ordinates.heights)
        if source.region is not None or not FEWEST <= count <= MOST_SMOOTH:
            return None
        total = smooth_area(source.ordinates)
        return self.teller.tell(Quantity(total, source.position.times(source.height)))

    def _errors(self) -> Iterator[told.Errors]:
        source = self.source
        known = self._known()
        if source.region is None or known is None:
            return
        height, size = source.region.height, float(self.measured.in_base(UNIT, 2))
        count = source.ordinates.count
        for each in convergence(height, source.region.area.value):
            most = bound(height, each.rule, count)
            try:
                error = f"{abs(float(self.measured.sum(source.ordinates, each.rule) - known)) / size:.3g}"
            except CANT:
                error = ""
            yield told.Errors(
                each.rule,
                each.points,
                "" if each.order is None else f"{each.order:.2f}",
                "" if most is None else f"{most:.3g}",
                error,
            )

    def _ways(self) -> Iterator[told.Way]:
        region, line = self.source.region, self.measured.line
        if region is None or line is None:
            return
        title = "shells" if line.along == "upright" else "discs" if region.bottom is None else "washers"
        try:
            found = [(title, region.spun_volume(line).value), *region.ways(line)]
        except CANT:
            return
        kind = self.measured.kinds.length.power(3)
        for name, volume in found:
            yield told.Way(name, self.teller.tell(Quantity(self.measured.in_base(volume, 3), kind)))

    def _told_basin(self) -> told.Basin | None:
        level = self.held.level
        if level is None:
            return None
        tell = self.teller.tell
        try:
            basin = self.held.basin(None)
            area = tell(self.quantity("filled_area"))
        except CANT:
            says = "what is in it up to a level can't be told: parts of it lie below its bottom, or it is no figure of lengths"
            self.context.complain("level", "no-level", says, "warning")
            return None
        unit = float(self.teller.unit.size(self.measured.pi))
        low = float(self.measured.in_base(basin.low, 1)) / unit
        return told.Basin(
            tell(level),
            area,
            self._or_none("filled_volume"),
            self._or_none("halving_level"),
            low + float(level.value) / unit,
        )

    def _or_none(self, name: str) -> Told | None:
        try:
            return self.teller.tell(self.quantity(name))
        except CANT:
            return None

    def _sections(self) -> tuple[str, ...]:
        """The cross-sections of a grid's rows."""
        source = self.source
        if source.what != "grid":
            return ()
        return tuple(
            self.teller.tell(Quantity(height, source.height)).text for height in source.ordinates.heights
        )
