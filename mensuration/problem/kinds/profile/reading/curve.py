"""A curve typed as mathematics, as a region and the ordinates of its strips."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import pairwise

from mensuration.expressions import ExpressionError, Quantity, parse, paths
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.columns import differences, distances, scaled, spaced
from mensuration.problem.kinds.profile.document import MAX_STRIPS
from mensuration.problem.kinds.profile.reading.texts import WITHOUT_VALUE, Texts, says_of
from mensuration.problem.kinds.profile.sources import Source
from mensuration.profiles.breaks import Break, breaks
from mensuration.profiles.curves import Curve, Stretch, as_curve
from mensuration.profiles.extremes import highest, lowest
from mensuration.profiles.ordinates import Columns, Ordinates
from mensuration.profiles.regions import Region

FROM = "from"
KEPT_ROOTS = 60  # strips of a curve whose ordinates keep their roots


class FromCurve(Texts):
    """Reads a curve."""

    def source(self) -> Source | None:
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
        breadth = self.breadth() if region.breadth is None else None
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
            found = self.one_curve(text, place, a, b)
            if found is None:
                return None
            stretches += found.stretches
            names.update(found.names)
        top = Curve(tuple(stretches), names, self.pi)
        bottom = breadth = None
        if figure.lower is not None:
            bottom = self.one_curve(figure.lower, "lower", joints[0], joints[-1])
            if bottom is None:
                return None
        if self._breadth_varies():
            breadth = self.one_curve(figure.breadth or "", "breadth", joints[0], joints[-1])
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
            except WITHOUT_VALUE:
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
        """Its heights, of few with their roots. One of WITHOUT_VALUE where it has none."""
        if len(places) > KEPT_ROOTS + 1:
            return curve.many(places)
        return [curve.at(x) for x in places]

    def _heights(self, curve: Curve, places: Sequence[Real], where: str) -> Sequence[Real]:
        """Its heights at the places; where it has none, that is complained about and raised."""
        try:
            return self._values(curve, places)
        except WITHOUT_VALUE:
            pass  # looked at one by one, to say where
        found = []
        for x in places:
            try:
                found.append(curve.at(x))
            except WITHOUT_VALUE as error:
                at = self.context.teller.tell(Quantity(x * self.size, self.unit.kind)).text
                self.context.complain(where, "no-value", f"at x = {at}: {says_of(error)}")
                raise
        return found
