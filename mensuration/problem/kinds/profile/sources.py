"""What a profile is made of, read from its document: ordinates, and of a curve the region under it. What is wrong is complained
about where it stands."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from mensuration.expressions import ExpressionError, Path, Quantity, parse, paths
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.columns import Fractions, differences, distances, scaled, spaced
from mensuration.problem.kinds.kind import Context
from mensuration.problem.kinds.profile.document import MAX_STRIPS, Grid, ProfileDocument, Readings
from mensuration.problem.settings import parse_unit
from mensuration.profiles.breaks import Break, breaks
from mensuration.profiles.curves import Curve, Stretch, as_curve, plain
from mensuration.profiles.extremes import highest, lowest
from mensuration.profiles.grids import cross_sections
from mensuration.profiles.ordinates import Columns, Ordinates, Row
from mensuration.profiles.regions import Line, Region
from mensuration.profiles.rules import RuleFault, RuleName
from mensuration.units import NUMBER, Kind, Unit

FROM = "from"
KEPT_ROOTS = 60  # strips of a curve whose ordinates keep their roots
MOST_OUTSTANDING = 5
DEFAULT_FLOW = "L/min"
FLOW = re.compile(r"(.+?)\s*(?:/|per|a)\s*(s|sec|second|min|minute|h|hour)s?\.?", re.IGNORECASE)
TIMES = {"s": "s", "sec": "s", "second": "s", "min": "min", "minute": "min", "h": "h", "hour": "h"}
_DECIMAL = re.compile(r"[-−]?\d{1,20}(\.\d{1,20})?")
_WITHOUT_VALUE = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError)


@dataclass(frozen=True, eq=False)
class Flow:
    """A rate's unit: an amount, in a time."""

    amount: Unit
    time: str


@dataclass(frozen=True, eq=False)
class Source:
    """Ordinates in base units with their top and bottom as columns, and which kinds positions and heights are of; of a curve the
    ``region`` in plain numbers of the problem's unit. ``breadth`` is how broad it is all along, where that is one length."""

    what: str
    ordinates: Ordinates
    position: Kind
    height: Kind
    region: Region | None = None
    flow: Flow | None = None
    breadth: Quantity | None = None
    grid: tuple[Sequence[Real], list[Sequence[Real]]] | None = None
    """Of depths on a grid the positions along a row, and every row's depths."""

    @property
    def lies_flat(self) -> bool:
        """Whether it is a figure in the plane, with an area."""
        return self.what in ("height", "depth", "curve")

    @property
    def tops(self) -> Sequence[Real]:
        return self.ordinates.columns.get("top", self.ordinates.heights)

    @property
    def bottoms(self) -> Sequence[Real]:
        found = self.ordinates.columns.get("bottom")
        return found if found is not None else Fractions([0] * len(self.ordinates.positions), 1)


class Reader:
    """Reads one profile."""

    def __init__(self, figure: ProfileDocument, context: Context) -> None:
        self.figure, self.context = figure, context
        self.unit = context.teller.unit
        self.pi = context.teller.pi
        self.size = self.unit.size(self.pi)

    def source(self) -> Source | None:
        """None until it can be read."""
        if self.figure.curve is not None:
            return self._of_curve()
        if self.figure.grid is not None:
            return self._of_grid(self.figure.grid)
        return self._of_readings(self.figure.readings)

    # Numbers

    def _many(self, texts: Sequence[str], kind: str, place: str) -> Sequence[Real] | None:
        """Measurements; None where one can't be read."""
        size = {"length": self.size, "area": self.size * self.size}.get(kind)
        plain_ = _decimals(texts, Fraction(1) if size is None else size.rational)
        if plain_ is not None:
            return plain_
        found: list[Real] = []
        whole = True
        for i, text in enumerate(texts):
            if _DECIMAL.fullmatch(text):
                value = Real.of(Fraction(text.replace("−", "-")))
                found.append(value if size is None or size.rational == 1 else value * size)
                continue
            quantity = self.context.read(text, "count" if size is None else kind, f"{place}.{i}")
            if quantity is None:
                whole = False
            else:
                found.append(quantity.value)
        return found if whole else None

    def _positive(self, text: str, kind: str, place: str, called: str) -> Quantity | None:
        found = self.context.read(text, kind, place)
        if found is not None and found.value.sign() <= 0:
            self.context.complain(place, "not-positive", f"{called} must be more than 0")
            return None
        return found

    def line(self) -> Line | None:
        """The line that the profile is led round, in the units of x; its own line unless said otherwise. None where it
        can't be read."""
        spin = self.figure.spin
        if spin is None:
            return Line("level", NOUGHT)
        at = self.context.read(spin.at, "length", "spin.at")
        return None if at is None else Line(spin.along, at.value / self.size)

    # Readings

    def _of_readings(self, readings: Readings | None) -> Source | None:
        if readings is None or not readings.y:
            return None
        flow = self._flow(readings) if readings.of == "rate" else None
        if readings.of == "rate" and flow is None:
            return None
        kind = {"cross-section": "area", "rate": "number"}.get(readings.of, "length")
        heights = self._many(readings.y, kind, "readings.y")
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
            breadth=self._breadth() if kind == "length" and not breadths else None,
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
            return self._many(readings.x, kind, "readings.x")
        spacing = self._positive(
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
        found = self._many(readings.breadths, "length", "readings.breadths")
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
        lower = self._one_curve(
            self.figure.lower, "lower", positions[0] / self.size, positions[-1] / self.size
        )
        if lower is None:
            return None
        try:
            bottoms = [height * self.size for height in lower.many([x / self.size for x in positions])]
        except _WITHOUT_VALUE as fault:
            self.context.complain("lower", "no-value", _says(fault))
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

    # A grid

    def _of_grid(self, grid: Grid) -> Source | None:
        if not grid.depths or not grid.depths[0]:
            return None
        wide = len(grid.depths[0])
        for number, row in enumerate(grid.depths):
            if len(row) != wide:
                says = f"row {number + 1} has {len(row)} depths, the first one {wide}"
                self.context.complain(f"grid.depths.{number}", "uneven", says)
                return None
        along = self._positive(grid.along, "length", "grid.along", "the spacing")
        across = self._positive(grid.across, "length", "grid.across", "the spacing")
        read = [self._many(row, "length", f"grid.depths.{i}") for i, row in enumerate(grid.depths)]
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

    # Curves

    def _of_curve(self) -> Source | None:
        figure, context = self.figure, self.context
        start = context.read(getattr(figure, FROM) or "0", "length", "from")
        count = context.read(figure.strips, "count", "strips")
        ends = [
            context.read(text, "length", place)
            for text, place in (
                (figure.to or "1", "to"),
                *((each.to, f"more.{i}.to") for i, each in enumerate(figure.more)),
            )
        ]
        known = [end.value / self.size for end in ends if end is not None]
        if start is None or count is None or len(known) < len(ends):
            return None
        joints = [start.value / self.size, *known]
        for i, (a, b) in enumerate(pairwise(joints)):
            if (b - a).sign() <= 0:
                place = "to" if not i else f"more.{i - 1}.to"
                context.complain(place, "not-rising", "a curve goes from a position to one farther on")
                return None
        n = count.value.rational
        if n is None or n.denominator != 1 or not 1 <= n <= MAX_STRIPS:
            context.complain("strips", "not-whole", f"the number of strips is whole, from 1 to {MAX_STRIPS}")
            return None
        region = self._region(joints)
        if region is None:
            return None
        breadth = self._breadth() if region.breadth is None else None
        if figure.breadth is not None and breadth is None and region.breadth is None:
            return None
        ordinates = self._along(region, int(n))
        if ordinates is None or not self._is_whole(region):
            return None
        length = self.unit.kind
        return Source("curve", ordinates, length, length, region, breadth=breadth)

    def _region(self, joints: list[Real]) -> Region | None:
        figure = self.figure
        texts = [(figure.curve or "", "curve")]
        texts += [(each.curve, f"more.{i}.curve") for i, each in enumerate(figure.more)]
        stretches: list[Stretch] = []
        names: dict[str, Real] = {}
        for (text, place), (a, b) in zip(texts, pairwise(joints), strict=True):
            found = self._one_curve(text, place, a, b)
            if found is None:
                return None
            stretches += found.stretches
            names.update(found.names)
        top = Curve(tuple(stretches), names, self.pi)
        bottom = breadth = None
        if figure.lower is not None:
            bottom = self._one_curve(figure.lower, "lower", joints[0], joints[-1])
            if bottom is None:
                return None
        if self._breadth_varies():
            breadth = self._one_curve(figure.breadth or "", "breadth", joints[0], joints[-1])
            if breadth is None:
                return None
        return Region(top, bottom, breadth, not figure.signed)

    def _breadth_varies(self) -> bool:
        if self.figure.breadth is None:
            return False
        try:
            return any(path.names == ("x",) for path in paths(parse(as_curve(self.figure.breadth))))
        except ExpressionError:
            return False

    def _breadth(self) -> Quantity | None:
        if self.figure.breadth is None:
            return None
        return self._positive(self.figure.breadth, "length", "breadth", "the breadth")

    def _one_curve(self, text: str, place: str, start: Real, end: Real) -> Curve | None:
        try:
            tree, names = plain(parse(as_curve(text)), self._named(), self.pi, self.unit)
        except ExpressionError as error:
            self.context.complain(place, error.code, error.says, position=error.position)
            return None
        return Curve((Stretch(tree, start, end),), names, self.pi)

    def _named(self) -> Callable[[Path], Quantity | None]:
        """What names stand for: the profile's own letters first."""
        own: dict[str, Quantity] = {}
        for i, each in enumerate(self.figure.parameters):
            found = self.context.read(each.value, "count", f"parameters.{i}.value")
            if found is not None:
                own[each.name] = found
        return lambda path: own.get(path.text) or self.context.look_up(path)

    def _is_whole(self, region: Region) -> bool:
        """Whether it has a height everywhere."""
        for curve, place in ((region.top, "curve"), (region.bottom, "lower"), (region.breadth, "breadth")):
            if curve is None:
                continue
            found = breaks(curve)
            if found:
                self.context.complain(place, "no-value", "; ".join(self._told_breaks(found)))
                return False
        return True

    def _told_breaks(self, found: Iterable[Break]) -> list[str]:
        told = []
        for each in list(found)[:3]:
            low, high = (f"{x:.6g}" for x in (each.low, each.high))
            if each.pole:
                told.append(
                    f"near x = {high} it grows beyond all bounds: what lies under it has no area that strips can tell"
                )
            elif high == low or each.high - each.low < 1e-6 * max(1.0, abs(each.high)):
                told.append(f"at x = {high} it has no value")
            else:
                told.append(f"from x = {low} to {high} it has no value")
        return told

    def _along(self, region: Region, count: int) -> Ordinates | None:
        """The ordinates of so many equal strips; what is wrong with the curve is complained about."""
        start, end = region.top.start, region.top.end
        step = (end - start) / Real.of(count)
        places = spaced(start, step, count + 1)
        curves = {"top": region.top}
        if region.bottom is not None:
            curves["bottom"] = region.bottom
        if region.breadth is not None:
            curves["breadth"] = region.breadth
        columns: dict[str, Sequence[Real]] = {}
        for name, curve in curves.items():
            place = {"top": "curve", "bottom": "lower"}.get(name, name)
            try:
                heights = self._heights(curve, places, place)
            except _WITHOUT_VALUE:
                return None
            columns[name] = scaled(heights, self.size)

        def between(x: Sequence[Real]) -> Columns:
            here = scaled(x, Real.of(1) / self.size)
            own = {name: scaled(self._values(curve, here), self.size) for name, curve in curves.items()}
            return {**own, "height": self._net(own)}

        def extremes(low: Real, high: Real) -> tuple[Real, Real]:
            a, b = low / self.size, high / self.size
            return lowest(region.height, a, b) * self.size, highest(region.height, a, b) * self.size

        return Ordinates(scaled(places, self.size), self._net(columns), between, columns, extremes)

    def _net(self, columns: Columns) -> Sequence[Real]:
        """How high it is: the top less the bottom, or the size of that."""
        net = columns["top"]
        if "bottom" in columns:
            net = differences(net, columns["bottom"])
        return net if self.figure.signed else distances(net, NOUGHT)

    def _values(self, curve: Curve, places: Sequence[Real]) -> Sequence[Real]:
        """Its heights, of few with their roots. One of _WITHOUT_VALUE where it has none."""
        if len(places) > KEPT_ROOTS + 1:
            return curve.many(places)
        return [curve.at(x) for x in places]

    def _heights(self, curve: Curve, places: Sequence[Real], where: str) -> Sequence[Real]:
        """Its heights at the places; where it has none, that is complained about and raised."""
        try:
            return self._values(curve, places)
        except _WITHOUT_VALUE:
            pass  # looked at one by one, to say where
        found = []
        for x in places:
            try:
                found.append(curve.at(x))
            except _WITHOUT_VALUE as error:
                at = self.context.teller.tell(Quantity(x * self.size, self.unit.kind)).text
                self.context.complain(where, "no-value", f"at x = {at}: {_says(error)}")
                raise
        return found


def _decimals(texts: Sequence[str], size: Fraction | None) -> Fractions | None:
    """Plain decimals times a size, all at once; None where one is anything else."""
    if size is None or not all(map(_DECIMAL.fullmatch, texts)):
        return None
    parted = [text.replace("−", "-").partition(".") for text in texts]
    places = max((len(after) for _, _, after in parted), default=0)
    tops = [int(before + after) * 10 ** (places - len(after)) for before, _, after in parted]
    return Fractions([top * size.numerator for top in tops], 10**places * size.denominator)


def _says(error: Exception) -> str:
    return error.says if isinstance(error, ExpressionError) else "it has no value"
