"""Readings typed, pasted or taken by a device, as ordinates."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from itertools import pairwise

from mensuration.expressions import ExpressionError
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.columns import Fractions
from mensuration.problem.kinds.profile.document import Readings
from mensuration.problem.kinds.profile.reading.texts import WITHOUT_VALUE, Texts, says_of
from mensuration.problem.kinds.profile.sources import Flow, Source
from mensuration.problem.settings import parse_unit
from mensuration.profiles.ordinates import Ordinates, Row
from mensuration.units import NUMBER

MOST_OUTSTANDING = 5
DEFAULT_FLOW = "L/min"
FLOW = re.compile(r"(.+?)\s*(?:/|per|a)\s*(s|sec|second|min|minute|h|hour)s?\.?", re.IGNORECASE)
TIMES = {"s": "s", "sec": "s", "second": "s", "min": "min", "minute": "min", "h": "h", "hour": "h"}


class FromReadings(Texts):
    """Reads readings."""

    def source(self, readings: Readings | None) -> Source | None:
        if readings is None or not readings.y:
            return None
        flow = self._flow(readings) if readings.of == "rate" else None
        if readings.of == "rate" and flow is None:
            return None
        kind = {"cross-section": "area", "rate": "number"}.get(readings.of, "length")
        heights = self.many(readings.y, kind, "readings.y")
        positions = self._positions(readings, "number" if flow else "length")
        if heights is None or positions is None or not self._rise(positions):
            return None
        if len(heights) < 2:
            self.context.complain("readings", "too-few", "strips need two readings at least")
            return None
        if flow is not None:
            heights = [height * flow.amount.size(self.pi) for height in heights]
        length = self.unit.kind
        kinds = {"cross-section": length.power(2), "rate": length.power(3)}
        breadths = self._breadths(readings)
        columns = self._tops_and_bottoms(readings, heights, positions)
        if breadths is None or columns is None:
            return None
        net = heights
        if columns and readings.of != "depth":
            net = [top - bottom for top, bottom in zip(columns["top"], columns["bottom"], strict=True)]
        ordinates = Ordinates(positions, net).with_columns({**columns, **breadths})
        self._point_out(ordinates)
        return Source(
            readings.of,
            self._unsigned(ordinates) if not self.figure.signed and kind == "length" else ordinates,
            NUMBER if flow else length,
            kinds.get(readings.of, length),
            flow=flow,
            breadth=self.breadth() if kind == "length" and not breadths else None,
        )

    def _point_out(self, ordinates: Ordinates) -> None:
        found = ordinates.outstanding()
        for i in found[:MOST_OUTSTANDING]:
            says = "this reading stands out from those beside it: a slip?"
            self.context.complain(f"readings.y.{i}", "stands-out", says, "warning")

    def _positions(self, readings: Readings, kind: str) -> Sequence[Real] | None:
        count = len(readings.y)
        if readings.x:
            if len(readings.x) != count:
                says = (
                    f"there are {count} readings at {len(readings.x)} positions: each reading needs its own"
                )
                self.context.complain("readings.x", "uneven", says)
                return None
            return self.many(readings.x, kind, "readings.x")
        spacing = self.positive(
            readings.spacing or "1", "count" if kind == "number" else kind, "readings.spacing", "the spacing"
        )
        if spacing is None:
            return None
        step = spacing.value.rational
        if step is not None:
            return Fractions([step.numerator * i for i in range(count)], step.denominator)
        return [spacing.value * Real.of(i) for i in range(count)]

    def _rise(self, positions: Sequence[Real]) -> bool:
        known = Fractions.of(positions)
        rising: Iterable[bool]
        if known is not None:
            rising = (b > a for a, b in pairwise(known.tops))
        else:
            rising = ((b - a).sign() > 0 for a, b in pairwise(positions))
        for i, rises in enumerate(rising, 1):
            if not rises:
                says = "positions must rise from one reading to the next"
                self.context.complain(f"readings.x.{i}", "not-rising", says)
                return False
        return True

    def _breadths(self, readings: Readings) -> dict[str, Sequence[Real]] | None:
        if not readings.breadths:
            return {}
        if len(readings.breadths) != len(readings.y):
            says = (
                f"there are {len(readings.breadths)} breadths for {len(readings.y)} readings: "
                "each reading needs its own"
            )
            self.context.complain("readings.breadths", "uneven", says)
            return None
        found = self.many(readings.breadths, "length", "readings.breadths")
        if found is None:
            return None
        for i, breadth in enumerate(found):
            if breadth.sign() < 0:
                self.context.complain(f"readings.breadths.{i}", "negative", "a breadth is not less than 0")
                return None
        return {"breadth": found}

    def _tops_and_bottoms(
        self, readings: Readings, heights: Sequence[Real], positions: Sequence[Real]
    ) -> dict[str, Sequence[Real]] | None:
        """Where heights don't stand on the line: depths hang from it, and a lower curve may lie below."""
        if readings.of == "depth":
            known = Fractions.of(heights)
            level: Sequence[Real] = Fractions([0] * len(heights), 1)
            if known is not None:
                return {"top": level, "bottom": Fractions([-top for top in known.tops], known.below)}
            return {"top": level, "bottom": [-height for height in heights]}
        if self.figure.lower is None or readings.of != "height":
            return {}
        lower = self.one_curve(
            self.figure.lower, "lower", positions[0] / self.size, positions[-1] / self.size
        )
        if lower is None:
            return None
        try:
            bottoms = [height * self.size for height in lower.many([x / self.size for x in positions])]
        except WITHOUT_VALUE as fault:
            self.context.complain("lower", "no-value", says_of(fault))
            return None
        return {"top": heights, "bottom": bottoms}

    def _unsigned(self, ordinates: Ordinates) -> Ordinates:
        """The sizes of its heights, with one more ordinate wherever the line from reading to reading crosses the line."""
        rows: list[tuple[Real, Row]] = []
        for i, (x, row) in enumerate(zip(ordinates.positions, ordinates.rows, strict=True)):
            if i and (row["height"].sign() * rows[-1][1]["height"].sign()) < 0:
                before, old = rows[-1]
                share = old["height"] / (old["height"] - row["height"])
                between = {name: old[name] + (row[name] - old[name]) * share for name in row}
                rows.append((before + (x - before) * share, {**between, "height": NOUGHT}))
            rows.append((x, row))
        names = list(ordinates.columns)
        return Ordinates(
            tuple(x for x, _ in rows),
            tuple(abs(row["height"]) for _, row in rows),
            columns={name: tuple(row[name] for _, row in rows) for name in names}
            or {"top": tuple(row["height"] for _, row in rows), "bottom": (NOUGHT,) * len(rows)},
        )

    def _flow(self, readings: Readings) -> Flow | None:
        text = readings.flow or DEFAULT_FLOW
        parts = FLOW.fullmatch(text.strip())
        try:
            if parts is None:
                raise ExpressionError("flow", "a rate is an amount in a time, such as L/min or m^3/h")
            amount = parse_unit(parts[1])
            if amount.kind != self.unit.kind.power(3):
                raise ExpressionError("flow", f"{amount.text} is no amount: write L/min or m^3/h")
        except ExpressionError as error:
            self.context.complain("readings.flow", error.code, error.says)
            return None
        return Flow(amount, TIMES[parts[2].lower()])
