"""A profile worked out: ordinates read or reckoned, strips by the rule, area, volumes and length."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import cached_property, partial
from typing import Literal

from mensuration.expressions import ExpressionError, Path, Quantity, Scope, evaluate, parse, unknown_word
from mensuration.frozen import EMPTY, Frozen, Table, table
from mensuration.numbers import Real
from mensuration.problem.kinds.kind import FigureResults, NotWorkedOut, Work
from mensuration.problem.kinds.profile.document import MAX_STRIPS, ProfileDocument, Readings
from mensuration.profiles import RULES, Ordinates, RuleFault, Strip, area_of, strips_of, weights
from mensuration.profiles.rules import RuleName
from mensuration.tally.entry import Tally
from mensuration.tally.profile import area_tally, length_tally, spun_tally, volume_tally
from mensuration.telling import Teller, Told
from mensuration.telling.mathematics import Maths
from mensuration.telling.tallies import ToldTally, tally_working, tell_tally
from mensuration.units import NUMBER

FROM = "from"
MEASURES = ("area", "volume", "spun_volume", "length", "width", "mean_height")
CURVE_STEPS = 120  # in which a curve is drawn
MOST_DRAWN = 400  # strips
MOST_TOLD = 60  # ordinates in the column of weights
Spot = tuple[float, float]


@dataclass(frozen=True)
class Weighted(Frozen):
    """An ordinate as people write it in a column: where, how high, how often it counts, and what that comes to."""

    position: str
    height: str
    weight: int
    product: str


@dataclass(frozen=True)
class Column(Frozen):
    """The ordinates with their weights, the weighted sum, what it is multiplied by, and what that comes to."""

    rows: tuple[Weighted, ...]
    sum: Told
    factor: Told
    says: str
    area: Told


@dataclass(frozen=True)
class StripsDrawn(Frozen):
    """Strips as rings of spots, and the line that goes through the ordinates or is the curve, in the unit of length."""

    strips: tuple[tuple[Spot, ...], ...]
    line: tuple[Spot, ...]
    ordinates: tuple[Spot, ...]


@dataclass(frozen=True, kw_only=True)
class ProfileResults(FigureResults):
    """Area and volume, the column of weights, the area by every rule that can be used, and the picture."""

    column: Column | None = None
    rules: Table[str, Told] = EMPTY
    posts: str = ""
    drawing: StripsDrawn | None = None
    kind: Literal["profile"] = "profile"


class ProfileWork(Work[ProfileDocument]):
    """One profile; None until it could be read."""

    ordinates: Ordinates | None = None
    strips: tuple[Strip, ...] = ()
    area: Tally | None = None
    breadth: Quantity | None = None

    def work_out(self) -> None:
        figure, context = self.figure, self.context
        self.ordinates = self._curve() if figure.curve is not None else self._readings(figure.readings)
        if self.ordinates is None:
            return
        try:
            strips = strips_of(self.ordinates, figure.rule)
        except RuleFault as fault:
            context.complain("rule", "rule-needs", str(fault))
            return
        except (ExpressionError, ZeroDivisionError, ValueError):
            says = "it has no value in the middle of a strip"
            context.complain("curve", "no-value", says)
            return
        if figure.rule == "simpson" and self.ordinates.count % 2:
            says = (
                f"Simpson's rule takes strips two by two: of {self.ordinates.count} the last one is told as a trapezoid; "
                "with one strip more or less there is none left over"
            )
            context.complain("rule", "odd-strips", says, "warning")
        self.strips = strips
        self.area = area_tally(strips, context.teller.unit.kind, context.teller.pi)
        if figure.breadth is not None:
            breadth = context.read(figure.breadth, "length", "breadth")
            if breadth is not None and breadth.value.sign() <= 0:
                context.complain("breadth", "not-positive", "the breadth must be more than 0")
            else:
                self.breadth = breadth

    # Ordinates

    def _readings(self, readings: Readings | None) -> Ordinates | None:
        if readings is None or not readings.y:
            return None
        context, count = self.context, len(readings.y)
        heights = [context.read(text, "length", f"readings.y.{i}") for i, text in enumerate(readings.y)]
        if readings.x:
            if len(readings.x) != count:
                says = (
                    f"there are {count} readings at {len(readings.x)} positions: each reading needs its own"
                )
                context.complain("readings.x", "uneven", says)
                return None
            found = [context.read(text, "length", f"readings.x.{i}") for i, text in enumerate(readings.x)]
        else:
            spacing = context.read(readings.spacing or "1", "length", "readings.spacing")
            if spacing is not None and spacing.value.sign() <= 0:
                context.complain("readings.spacing", "not-positive", "the spacing must be more than 0")
                spacing = None
            found = [
                None if spacing is None else Quantity(spacing.value * Real.of(i), spacing.kind)
                for i in range(count)
            ]
        known = [quantity.value for quantity in found if quantity is not None]
        read = [quantity.value for quantity in heights if quantity is not None]
        if len(known) < count or len(read) < count:
            return None
        if not self._rise(known):
            return None
        if count < 2:
            context.complain("readings", "too-few", "strips need two readings at least")
            return None
        ordinates = Ordinates(tuple(known), tuple(read))
        for i in ordinates.outstanding():
            says = "this reading stands out from those beside it: a slip?"
            context.complain(f"readings.y.{i}", "stands-out", says, "warning")
        return ordinates

    def _rise(self, positions: Sequence[Real]) -> bool:
        for i in range(1, len(positions)):
            if (positions[i] - positions[i - 1]).sign() <= 0:
                says = "positions must rise from one reading to the next"
                self.context.complain(f"readings.x.{i}", "not-rising", says)
                return False
        return True

    def _curve(self) -> Ordinates | None:
        """The ordinates of the curve; what is wrong with it is complained about."""
        figure, context = self.figure, self.context
        start = context.read(getattr(figure, FROM) or "0", "length", "from")
        end = context.read(figure.to or "1", "length", "to")
        count = context.read(figure.strips, "count", "strips")
        try:
            tree = parse(figure.curve or "")
        except ExpressionError as error:
            context.complain("curve", error.code, error.says, position=error.position)
            return None
        if start is None or end is None or count is None:
            return None
        if (end.value - start.value).sign() <= 0:
            context.complain("to", "not-rising", "a curve goes from a position to one farther on")
            return None
        n = count.value.rational
        if n is None or n.denominator != 1 or not 1 <= n <= MAX_STRIPS:
            context.complain("strips", "not-whole", f"the number of strips is whole, from 1 to {MAX_STRIPS}")
            return None
        unit = context.teller.unit.size(context.teller.pi)

        def height(x: Real) -> Real:
            def look_up(path: Path) -> Quantity | None:
                return Quantity(x / unit) if path.names == ("x",) else context.look_up(path)

            found = evaluate(tree, Scope(look_up, pi=context.teller.pi))
            if found.kind != NUMBER and found.kind != context.teller.unit.kind:
                raise ExpressionError("wrong-kind", f"a curve's height is a length, not {found.kind.says()}")
            return found.value * unit if found.kind == NUMBER else found.value

        step = (end.value - start.value) / Real.of(n)
        positions = tuple(start.value + step * Real.of(i) for i in range(int(n) + 1))
        heights = []
        for x in positions:
            try:
                heights.append(height(x))
            except (ExpressionError, ZeroDivisionError, ValueError) as error:
                at = context.teller.tell(Quantity(x, context.teller.unit.kind)).text
                says = error.says if isinstance(error, ExpressionError) else "it has no value"
                context.complain("curve", "no-value", f"at x = {at}: {says}")
                return None
        return Ordinates(positions, tuple(heights), height)

    # Quantities

    def _known(self) -> dict[str, Quantity]:
        if self.area is None or self.ordinates is None:
            return {}
        length = self.context.teller.unit.kind
        found = {"width": Quantity(self.ordinates.width, length)}
        found["mean_height"] = Quantity(self.area.total.value / self.ordinates.width, length)
        return found | {name: tally.total for name, tally in self._tallies.items()}

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        known = self._known()
        if len(names) != 1:
            says = f"say which quantity of “{text}” is meant: {', '.join(MEASURES)}"
            raise ExpressionError("no-quantity", says)
        if names[0] not in MEASURES:
            raise unknown_word(names[0], list(MEASURES), f"quantity of “{text}”")
        if names[0] == "volume" and known and self.figure.breadth is None:
            raise ExpressionError("needs-breadth", f"“{text}” has no breadth: with one it has a volume")
        if names[0] not in known:
            raise NotWorkedOut(f"“{text}”")
        return known[names[0]]

    @cached_property
    def _tallies(self) -> dict[str, Tally]:
        if self.area is None or self.ordinates is None:
            return {}
        length, pi = self.context.teller.unit.kind, self.context.teller.pi
        found = {
            "area": self.area,
            "spun_volume": spun_tally(self.strips, length, pi),
            "length": length_tally(self.ordinates, length, pi),
        }
        if self.breadth is not None:
            found["volume"] = volume_tally(self.area.total, self.breadth, length, pi)
        return found

    def tally(self, measure: str) -> ToldTally | None:
        tally = self._tallies.get(measure)
        return None if tally is None else tell_tally(tally, self.context.teller)

    def working(self, measure: str) -> list[Maths] | None:
        tally = self._tallies.get(measure)
        if tally is None:
            return None
        return list(tally_working(f"{self.figure.name}.{measure}", tally, self.context.teller))

    # Results

    def results(self, also: Collection[str]) -> FigureResults:
        teller, ordinates = self.context.teller, self.ordinates
        if ordinates is None:
            return ProfileResults()
        gaps = f"{ordinates.count + 1} ordinates, so {ordinates.count} strips"
        if ordinates.even:
            gaps += f" of {teller.tell(Quantity(ordinates.spacing, teller.unit.kind)).text} each"
        told = ((measure, self.tally(measure)) for measure in self._tallies)
        return ProfileResults(
            quantities=table((name, teller.tell(value)) for name, value in self._known().items()),
            tallies=table((measure, tally) for measure, tally in told if tally is not None),
            column=None if self.area is None else self._column(ordinates, teller),
            rules=table(self._by_rules(ordinates, teller)),
            posts=gaps,
            drawing=self._drawing(ordinates),
        )

    def _by_rules(self, ordinates: Ordinates, teller: Teller) -> list[tuple[str, Told]]:
        found: list[tuple[str, Told]] = []
        for rule in RULES:
            try:
                strips = strips_of(ordinates, rule)
            except (RuleFault, ExpressionError, ZeroDivisionError, ValueError):
                continue
            found.append((rule, teller.tell(Quantity(area_of(strips), teller.unit.kind.power(2)))))
        return found

    def _column(self, ordinates: Ordinates, teller: Teller) -> Column | None:
        found = weights(ordinates, self.figure.rule)
        if found is None or len(ordinates.heights) > MOST_TOLD:
            return None
        counts, factor = found
        length = teller.unit.kind
        tell = partial(_told_length, teller)
        products = [h * Real.of(n) for h, n in zip(ordinates.heights, counts, strict=True)]
        rows = zip(ordinates.positions, ordinates.heights, counts, products, strict=True)
        total = Real.sum(products)
        return Column(
            tuple(Weighted(tell(x), tell(y), n, tell(p)) for x, y, n, p in rows),
            teller.tell(Quantity(total, length)),
            teller.tell(Quantity(factor, length)),
            FACTORS[self.figure.rule],
            teller.tell(Quantity(total * factor, length.power(2))),
        )

    def _drawing(self, ordinates: Ordinates) -> StripsDrawn:
        unit = float(self.context.teller.unit.size(self.context.teller.pi))
        spots = [
            (float(x) / unit, float(y) / unit)
            for x, y in zip(ordinates.positions, ordinates.heights, strict=True)
        ]
        line = spots
        if ordinates.between is not None:
            start, width = ordinates.positions[0], ordinates.width
            line = []
            for k in range(CURVE_STEPS + 1):
                x = start + width * Real.of(k) / Real.of(CURVE_STEPS)
                try:
                    line.append((float(x) / unit, float(ordinates.between(x)) / unit))
                except (ExpressionError, ZeroDivisionError, ValueError):
                    continue
        strips: tuple[tuple[Spot, ...], ...] = ()
        if self.area is not None and ordinates.count <= MOST_DRAWN:
            strips = tuple(
                _ring(
                    s.rule,
                    float(s.start) / unit,
                    float(s.end) / unit,
                    {n: float(v) / unit for n, v in s.values.items()},
                )
                for s in self.strips
            )
        return StripsDrawn(strips, tuple(line), tuple(spots))


FACTORS: dict[RuleName, str] = {
    "trapezoid": "half the width of a strip",
    "simpson": "a third of the width of a strip",
    "left": "the width of a strip",
    "right": "the width of a strip",
    "midpoint": "the width of a strip",
}
ARC = 12  # steps of a parabola over two strips


def _ring(rule: RuleName, start: float, end: float, values: dict[str, float]) -> tuple[Spot, ...]:
    if rule == "trapezoid":
        tops = [(start, values["left"]), (end, values["right"])]
    elif rule == "simpson":
        a, m, b = values["left"], values["middle"], values["right"]
        tops = []
        for k in range(ARC + 1):
            t = k / ARC
            y = a * (1 - t) * (1 - 2 * t) + 4 * m * t * (1 - t) + b * t * (2 * t - 1)
            tops.append((start + (end - start) * t, y))
    else:
        height = next(value for name, value in values.items() if name != "width")
        tops = [(start, height), (end, height)]
    return ((start, 0.0), *tops, (end, 0.0))


def _told_length(teller: Teller, value: Real) -> str:
    return teller.written(Quantity(value, teller.unit.kind)).text
