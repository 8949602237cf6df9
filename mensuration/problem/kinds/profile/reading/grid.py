"""Depths on a two-way grid, as cross-sections along one way."""

from __future__ import annotations

from mensuration.numbers import Real
from mensuration.problem.kinds.profile.document import Grid
from mensuration.problem.kinds.profile.reading.texts import Texts
from mensuration.problem.kinds.profile.sources import Source
from mensuration.profiles.grids import cross_sections
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import RuleFault, RuleName


class FromGrid(Texts):
    """Reads a grid."""

    def source(self, grid: Grid) -> Source | None:
        if not grid.depths or not grid.depths[0]:
            return None
        wide = len(grid.depths[0])
        for number, row in enumerate(grid.depths):
            if len(row) != wide:
                says = f"row {number + 1} has {len(row)} depths, the first one {wide}"
                self.context.complain(f"grid.depths.{number}", "uneven", says)
                return None
        along = self.positive(grid.along, "length", "grid.along", "the spacing")
        across = self.positive(grid.across, "length", "grid.across", "the spacing")
        read = [self.many(row, "length", f"grid.depths.{i}") for i, row in enumerate(grid.depths)]
        rows = [row for row in read if row is not None]
        if along is None or across is None or len(rows) < len(read):
            return None
        if wide < 2 or len(rows) < 2:
            self.context.complain("grid", "too-few", "a grid has two rows and two columns at least")
            return None
        positions = tuple(along.value * Real.of(i) for i in range(wide))
        rule: RuleName = "trapezoid" if self.figure.rule == "exact" else self.figure.rule
        try:
            sections = cross_sections(positions, rows, rule, self.figure.left_over)
        except RuleFault as fault:
            self.context.complain("rule", "rule-needs", f"along a row: {fault}")
            return None
        places = tuple(across.value * Real.of(i) for i in range(len(rows)))
        length = self.unit.kind
        ordinates = Ordinates(places, tuple(sections))
        return Source("grid", ordinates, length, length.power(2), grid=(positions, rows))
