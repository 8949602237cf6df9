"""What lies between a curve and a lower one, or the line: what is integrated for its area, its volumes, its length and its centroid.

A solid of revolution by discs or washers across the line it is led round, or by shells round it; each way is told by the other too,
integrated by parts, and by Pappus: the area times the way of its centroid.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, number_of
from mensuration.numbers import NOUGHT, Real
from mensuration.profiles.curves import Curve
from mensuration.profiles.derivatives import NoDerivative, derivative
from mensuration.profiles.extremes import Unbounded, highest, lowest
from mensuration.profiles.integrals import Integral, NoDigits
from mensuration.profiles.terms import tidied

X, TWO, PI = Path(("x",)), number_of(2), Path(("pi",))
SEEN, NEARLY = 801, 1e-9
AT = "line"  # what the place of the line is called, round which a region is led, where it is no fraction


@dataclass(frozen=True)
class Line:
    """A line that a region is led round: a level or an upright one, and where it is, in the units of x."""

    along: Literal["level", "upright"]
    at: Real


@dataclass(frozen=True, eq=False)
class Region:
    """What lies between ``top`` and ``bottom`` (the line where there is none), over plain numbers; where ``unsigned``, what lies
    below the bottom counts as much as what lies above it. ``breadth`` tells how broad it is at each x."""

    top: Curve
    bottom: Curve | None = None
    breadth: Curve | None = None
    unsigned: bool = False

    @cached_property
    def height(self) -> Curve:
        """How high it is at each x."""
        found = self.top if self.bottom is None else self.top.with_(self.bottom, less)
        if not self.unsigned or _sign(found) == 1:
            return found
        return found.over(Negative if _sign(found) == -1 else lambda node: Call("abs", (node,)))

    @cached_property
    def crosses(self) -> bool:
        """Whether the top crosses the bottom, as far as is seen."""
        x = np.linspace(float(self.top.start), float(self.top.end), SEEN)
        heights = self.top.floats(x) - self.flat.floats(x)
        near = np.nanmax(np.abs(heights)) * NEARLY
        return bool(np.any(heights > near) and np.any(heights < -near))

    # Integrals

    @cached_property
    def area(self) -> Integral:
        return Integral(self.height)

    @cached_property
    def volume(self) -> Integral:
        """By the breadth."""
        assert self.breadth is not None
        return Integral(self.height.with_(self.breadth, times))

    def spun_volume(self, line: Line) -> Integral:
        """What it sweeps when it is led round a line: washers across a level line, shells round an upright one."""
        if line.along == "upright":
            away = self._away(line)
            return Integral(_positive(self.height).with_(away, _shell))
        return Integral(self._squares(line).over(lambda node: times(PI, node)))

    def shells(self, line: Line) -> Curve:
        """How long the way is round an upright line at each x."""
        return self._away(line).over(lambda node: times(times(TWO, PI), node))

    @property
    def length(self) -> Integral:
        """Along the curve. NoDerivative where it has no slope in short form."""
        return Integral(self.top.over(_steepness))

    def spun_surface(self, line: Line) -> Integral:
        """What the curve itself sweeps."""
        away = self._away(line) if line.along == "upright" else _positive(self._from(self.top, line))
        steep = self.top.over(_steepness)
        return Integral(away.with_(steep, lambda one, two: times(times(times(TWO, PI), one), two)))

    @cached_property
    def centroid(self) -> tuple[Real, Real]:
        """Its x and its height. NoDigits where it can't be told, or there is no area."""
        area = self.area.value
        if not area.sign():
            raise NoDigits
        x = Integral(self.height.over(lambda node: times(X, node))).value / area
        y = self._squares(Line("level", NOUGHT), halved=True)
        return x, Integral(y).value / area

    def ways(self, line: Line) -> list[tuple[str, Real]]:
        """The volume of revolution by other ways than the first, as far as they can be told: where the region lies on one side
        of the line."""
        found: list[tuple[str, Real]] = []
        if not self._on_one_side(line):
            return found
        by_parts = self._by_parts(line)
        if by_parts is not None:
            found.append(("discs" if line.along == "upright" else "shells", by_parts))
        try:
            x, y = self.centroid
            away = abs((x if line.along == "upright" else y) - line.at)
            found.append(("Pappus", Real.of(2) * self.top.pi * away * self.area.value))
        except (NoDigits, ArithmeticError, ValueError):
            pass
        return found

    def _by_parts(self, line: Line) -> Real | None:
        """π [u² f] - π ∫ u² f' round an upright line, u = x - c; π [x u²] - 2π ∫ x u f' round a level one, u = f - c; of the
        bottom the same, taken away."""
        try:
            whole = self._parts_of(self.top, line)
            return abs(whole - self._parts_of(self.flat, line))
        except (NoDerivative, NoDigits, ArithmeticError, ValueError):
            return None

    def _parts_of(self, curve: Curve, line: Line) -> Real:
        total = []
        for stretch in curve.stretches:
            own = Curve((stretch,), curve.names, curve.pi)
            if line.along == "upright":
                u = own.over(lambda node: X).with_(self._at(line), less)
                inner = u.with_(own.over(derivative), lambda one, two: times(Power(one, TWO), two))
            else:
                u = self._from(own, line)
                steep = own.over(derivative)
                inner = u.with_(steep, lambda one, two: times(times(times(TWO, X), one), two))
            total += [_outer(own, line, stretch.end), -_outer(own, line, stretch.start)]
            total.append(-Integral(inner).value)
        return curve.pi * Real.sum(total)

    # Pieces of integrands

    @cached_property
    def flat(self) -> Curve:
        """The lower curve, or the line."""
        return self.bottom or self.top.over(lambda _: number_of(0))

    def _on_one_side(self, line: Line) -> bool:
        if line.along == "upright":
            at = float(line.at)
            return _sign(self.height) != 0 and not float(self.top.start) < at < float(self.top.end)
        return _sign(self._from(self.top, line).with_(self._from(self.flat, line), times)) == 1

    def _at(self, line: Line) -> Curve:
        exact = line.at.rational
        node: Node = Path((AT,)) if exact is None else Number(exact, str(exact))
        if exact is not None and exact < 0:
            node = Negative(Number(-exact, str(-exact)))
        names = {AT: line.at} if exact is None else {}
        return Curve(self.top.over(lambda _: node).stretches, {**self.top.names, **names}, self.top.pi)

    def _from(self, curve: Curve, line: Line) -> Curve:
        return curve if line.at.same_as(NOUGHT) else curve.with_(self._at(line), less)

    def _away(self, line: Line) -> Curve:
        return _positive(self._from(self.top.over(lambda _: X), line))

    def _squares(self, line: Line, halved: bool = False) -> Curve:
        """The square of how far the outer side is from a level line, less that of the inner one; nothing of the inner one
        where the line runs between them."""
        top = self._from(self.top, line)
        if self.bottom is None and line.at.same_as(NOUGHT):
            found = top.over(lambda node: Power(node, TWO))
        else:
            low = self._from(self.flat, line)
            squares = lambda one, two: Binary("-", Power(one, TWO), Power(two, TWO))  # noqa: E731
            found = top.with_(low, squares)
            if halved:
                pass
            elif _sign(top.with_(low, times)) == 1:
                found = _positive(found)
            else:
                found = top.with_(low, lambda one, two: Power(_greater(one, two), TWO)).with_(
                    top.with_(low, _inner), less
                )
        return found.over(lambda node: Binary("/", node, TWO)) if halved else found


def _outer(curve: Curve, line: Line, x: Real) -> Real:
    """What stands before the integral: u² f round an upright line, x u² round a level one."""
    height = curve.at(x)
    away = (x if line.along == "upright" else height) - line.at
    return away * away * (height if line.along == "upright" else x)


def less(one: Node, other: Node) -> Node:
    return Binary("-", one, other)


def times(one: Node, other: Node) -> Node:
    return Binary("*", one, other)


def _shell(height: Node, away: Node) -> Node:
    return times(times(times(TWO, PI), away), height)


def _size(node: Node) -> Node:
    return Call("abs", (node,))


def _greater(one: Node, other: Node) -> Node:
    return Call("max", (_size(one), _size(other)))


def _inner(one: Node, other: Node) -> Node:
    """The square of the inner distance where both lie on one side, else nothing: from the product p of both, more than 0 there,
    and the larger size g, it is (p/g)²."""
    inside = Call("max", (times(one, other), number_of(0)))
    return Power(Binary("/", inside, _greater(one, other)), TWO)


def _steepness(node: Node) -> Node:
    return Call("sqrt", (Binary("+", number_of(1), Power(tidied(derivative(node)), TWO)),))


def _sign(curve: Curve) -> int:
    """1 where it is nowhere below the line, -1 where nowhere above, 0 where neither is certain."""
    try:
        if lowest(curve, curve.start, curve.end).sign() >= 0:
            return 1
        return -1 if highest(curve, curve.start, curve.end).sign() <= 0 else 0
    except (Unbounded, ArithmeticError, ValueError):
        return 0


def _positive(curve: Curve) -> Curve:
    """Its size at each x."""
    sign = _sign(curve)
    if sign == 1:
        return curve
    put: Callable[[Node], Node] = Negative if sign == -1 else _size
    return curve.over(put)
