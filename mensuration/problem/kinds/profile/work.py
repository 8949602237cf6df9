"""A profile worked out: read, checked, measured and told."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from functools import cached_property

from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.plane.edges import Point
from mensuration.problem.kinds.kind import FigureResults, NotWorkedOut, Work
from mensuration.problem.kinds.profile import told
from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.problem.kinds.profile.held import Held
from mensuration.problem.kinds.profile.measured import CANT, Measured, rule_of
from mensuration.problem.kinds.profile.page import MEASURES, Page
from mensuration.problem.kinds.profile.reading.curve import FromCurve
from mensuration.problem.kinds.profile.reading.grid import FromGrid
from mensuration.problem.kinds.profile.reading.readings import FromReadings
from mensuration.problem.kinds.profile.reading.texts import Texts
from mensuration.problem.kinds.profile.sources import Source
from mensuration.problem.kinds.profile.told import ProfileResults
from mensuration.profiles.corners import ring
from mensuration.profiles.extremes import Unbounded
from mensuration.profiles.rules import BOUNDING, RuleFault, Strip, check, strips_of
from mensuration.tally.entry import Tally
from mensuration.telling.mathematics import Maths
from mensuration.telling.tallies import ToldTally, tally_working, tell_tally

MOST_CORNERS = 60  # strips of a profile that is a part or a base


class ProfileWork(Work[ProfileDocument]):
    """One profile; not ``measured`` until it could be read."""

    measured: Measured | None = None

    def work_out(self) -> None:
        source = self._read()
        line = Texts(self.figure, self.context).line()
        if source is None or not self._can_be_exact(source):
            return
        rule = rule_of(self.figure)
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
        self.measured = Measured(self.figure, source, line, strips, self.context.teller)
        if self.measured.exact and "area" not in self.measured.tallies:
            says = "its area can't be told with proven digits; a rule tells about how large it is"
            self.context.complain("rule", "no-digits", says)

    def _read(self) -> Source | None:
        figure, context = self.figure, self.context
        if figure.curve is not None:
            return FromCurve(figure, context).source()
        if figure.grid is not None:
            return FromGrid(figure, context).source(figure.grid)
        return FromReadings(figure, context).source(figure.readings)

    def _can_be_exact(self, source: Source) -> bool:
        if self.figure.rule == "exact" and source.region is None:
            says = "only a curve can be told exactly: between readings nobody knows how high it is"
            self.context.complain("rule", "rule-needs", says)
            return False
        return True

    @cached_property
    def _held(self) -> Held:
        return Held(self._known, self.context)

    @property
    def _known(self) -> Measured:
        """What is measured. NotWorkedOut where it could not be read."""
        if self.measured is None:
            raise NotWorkedOut(f"“{self.figure.name}”")
        return self.measured

    @cached_property
    def _page(self) -> Page:
        return Page(self._known, self._held, self.context)

    def _tally(self, measure: str) -> Tally | None:
        if self.measured is None or measure not in self.measured.tallies:
            return None
        return self.measured.in_full(measure)

    def tally(self, measure: str) -> ToldTally | None:
        found = self._tally(measure)
        return None if found is None else tell_tally(found, self.context.teller)

    def tallies_of(self, measure: str) -> tuple[Tally, ...]:
        found = self._tally(measure)
        return () if found is None else (found,)

    def working(self, measure: str) -> list[Maths] | None:
        found = self._tally(measure)
        if found is None:
            return None
        return list(tally_working(f"{self.figure.name}.{measure}", found, self.context.teller))

    def region(self) -> list[Point] | None:
        source = self._known.source
        if not source.lies_flat:
            says = f"“{self.figure.name}” is no figure of the plane: its readings are no heights"
            raise ExpressionError("no-region", says)
        if source.ordinates.count > MOST_CORNERS:
            says = f"“{self.figure.name}” has more than {MOST_CORNERS} strips: too many corners for a figure"
            raise ExpressionError("no-region", says)
        return ring(source.ordinates.positions, source.bottoms, source.tops)

    def function(self, name: str, of: Quantity) -> Quantity:
        return self._held.function(name, of)

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        if len(names) != 1:
            says = f"say which quantity of “{text}” is meant: {', '.join(MEASURES)}"
            raise ExpressionError("no-quantity", says)
        (name,) = names
        if name not in MEASURES:
            raise unknown_word(name, list(MEASURES), f"quantity of “{text}”")
        if self.measured is None:
            raise NotWorkedOut(f"“{text}”")
        lies_flat = self.measured.source.lies_flat
        if lies_flat and name == "volume" and "volume" not in self.measured.tallies:
            raise ExpressionError("needs-breadth", f"“{text}” has no breadth: with one it has a volume")
        if name.startswith("filled") and self.figure.level is None:
            raise ExpressionError("needs-level", f"say up to which level “{text}” is filled")
        try:
            return self._page.quantity(name)
        except CANT:
            raise ExpressionError("no-quantity", f"“{text}” has no {name.replace('_', ' ')}") from None

    def results(self, also: Collection[str]) -> FigureResults:
        return ProfileResults() if self.measured is None else self._page.results(also)
