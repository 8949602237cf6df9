"""What a profile holds as a basin: up to a level, and up to which level for an amount."""

from __future__ import annotations

from functools import cached_property

from mensuration.expressions import ExpressionError, Quantity
from mensuration.numbers import UNIT, Real
from mensuration.problem.kinds.kind import Context
from mensuration.problem.kinds.profile.measured import CANT, Measured
from mensuration.profiles.extremes import Unbounded
from mensuration.profiles.integrals import NoDigits
from mensuration.profiles.levels import Basin, Bed, Bowl, NoLevel, level_for
from mensuration.units import NUMBER, Kind

HELD = ("filled_area", "filled_volume", "halving_level")


class Held:
    """What one profile holds."""

    def __init__(self, measured: Measured, context: Context) -> None:
        self.measured, self.context, self.figure = measured, context, measured.figure

    def quantity(self, name: str) -> Quantity:
        """One of HELD; one of CANT where it has none."""
        if name == "filled_area":
            return self.filled_area
        if name == "filled_volume":
            return self.filled_volume
        return self.halving

    @cached_property
    def filled_area(self) -> Quantity:
        return self.filled(self.basin(None), 2)

    @cached_property
    def filled_volume(self) -> Quantity:
        return self.filled(self.volume_basin, 3)

    def basin(self, weight: str | None) -> Basin:
        """The profile as a basin; ``weight`` is by what its area becomes a volume: breadth, or round an upright line. NoDigits
        where parts of it lie below its bottom."""
        source = self.measured.source
        if not source.lies_flat or not self.measured.all_above:
            raise NoDigits
        if source.region is not None:
            region = source.region
            if weight == "breadth":
                return Bowl(region, region.breadth)
            return Bowl(region, region.shells(self.measured.line) if weight and self.measured.line else None)
        x = source.ordinates.positions
        counts = None
        if weight == "breadth":
            counts = source.ordinates.columns["breadth"]
        elif weight:
            at = self.measured.line_here.at
            counts = tuple(Real.of(2) * self.measured.pi * abs(each - at) for each in x)
        return Bed(x, source.tops, source.bottoms, counts)

    @cached_property
    def volume_basin(self) -> Basin:
        """What holds a volume. NoDigits where nothing makes one of it."""
        source = self.measured.source
        varies = "breadth" in source.ordinates.columns
        if varies:
            return self.basin("breadth")
        if source.breadth is not None:
            return self.basin(None)
        if (
            self.measured.line is not None
            and self.figure.spin is not None
            and self.measured.line.along == "upright"
        ):
            return self.basin("upright")
        raise NoDigits

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

    def filled(self, basin: Basin, power: int, level: Quantity | None = None) -> Quantity:
        """What is in it up to a level, its own unless another is given. NoDigits where there is none."""
        level = level or self.level
        if level is None:
            raise NoDigits
        up = level.value / self.measured.in_base(UNIT, 1)
        top = basin.low + up
        if float(top) > float(basin.high):
            top = basin.high
        return Quantity(basin.amount(top) * self._size(basin, power), self.measured.kinds.length.power(power))

    def _size(self, basin: Basin, power: int) -> Real:
        """By what the basin's amount is multiplied: a curve's plain numbers by the unit, an area by the one breadth there is."""
        breadth = self.measured.source.breadth
        if power == 3 and breadth is not None and getattr(basin, "weight", None) is None:
            return self.measured.in_base(breadth.value, 2)
        return self.measured.in_base(UNIT, power)

    def _level_for(self, basin: Basin, amount: Real) -> Quantity:
        found = level_for(basin, amount)
        return Quantity(self.measured.in_base(found - basin.low, 1), self.measured.kinds.length)

    @cached_property
    def halving(self) -> Quantity:
        """The level up to which half of it is filled."""
        try:
            basin = self.volume_basin
        except CANT:
            basin = self.basin(None)
        return self._level_for(basin, basin.amount(basin.high) / Real.of(2))

    def function(self, name: str, of: Quantity) -> Quantity:
        """``fill`` of a depth, ``depth`` of a volume, where it has one; else of an area."""
        length = self.measured.kinds.length
        try:
            if name == "fill":
                if of.kind == NUMBER:
                    of = Quantity(of.value * self.context.teller.unit.size(self.measured.pi), length)
                if of.kind != length:
                    raise ExpressionError("wrong-kind", f"fill takes a depth, not {of.kind.says()}")
                try:
                    return self.filled(self.volume_basin, 3, of)
                except NoDigits:
                    return self.filled(self.basin(None), 2, of)
            basin, power = self._basin_for(of.kind)
            if of.kind == NUMBER:
                unit = self.context.teller.unit.to_power(power)
                of = Quantity(of.value * unit.size(self.measured.pi), unit.kind)
            return self._level_for(basin, of.value / self._size(basin, power))
        except NoLevel as fault:
            raise ExpressionError("no-level", f"“{self.figure.name}”: {fault}") from None
        except (NoDigits, Unbounded):
            raise ExpressionError(
                "no-container", f"what is in “{self.figure.name}” up to a level can't be told"
            ) from None

    def _basin_for(self, kind: Kind) -> tuple[Basin, int]:
        """The basin of what is asked of it: a volume where it has one, unless an area is."""
        length = self.measured.kinds.length
        if kind != length.power(2):
            try:
                return self.volume_basin, 3
            except NoDigits:
                pass
        if kind not in (length.power(2), NUMBER):
            raise ExpressionError("wrong-kind", f"“{self.figure.name}” holds an area, not {kind.says()}")
        return self.basin(None), 2
