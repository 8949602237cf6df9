"""The rules by which strips are measured: left, right, midpoint, trapezoid, Simpson, and the sums that bound from above and below.

T. Simpson, Mathematical Dissertations, 1743; upper and lower sums after J. G. Darboux, 1875; the others are elementary. Each strip
is a formula over its own ordinates, so that what is told of it is what it is measured by.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property, lru_cache
from itertools import pairwise
from typing import Any, Literal

from flint import arb, ctx, fmpq

from mensuration.expressions import Node, parse
from mensuration.expressions.algebras import Algebra, closure
from mensuration.numbers import PI, Real
from mensuration.numbers.columns import Fractions, middles
from mensuration.profiles.ordinates import Ordinates, Row

RuleName = Literal["trapezoid", "simpson", "midpoint", "left", "right", "upper", "lower"]
LeftOver = Literal["last", "first"]
TWO = Real.of(2)
MOST_EXACT = 24  # strips whose roots are kept
MOST_STRIPS = 200  # that are told one by one
_REALS: Algebra[Real] = Algebra(lambda real: real, {})
_FRACTIONS: Algebra[fmpq] = Algebra(lambda real: fmpq(*real.rational.as_integer_ratio()), {})  # type: ignore[union-attr]
_BALLS: Algebra[arb] = Algebra(Real.ball, {})


class RuleFault(ValueError):
    """A rule that can't be used on some ordinates; in words."""


@dataclass(frozen=True)
class Rule:
    """A rule's name among people, and its formula for a strip, in which each side in braces stands for what is summed there."""

    title: str
    frame: str
    sides: tuple[str, ...]


RULES: dict[RuleName, Rule] = {
    "trapezoid": Rule("trapezoid rule", "({left} + {right}) / 2 * width", ("left", "right")),
    "simpson": Rule(
        "Simpson's rule", "width / 3 * ({left} + 4 {middle} + {right})", ("left", "middle", "right")
    ),
    "midpoint": Rule("midpoint rule", "{middle} width", ("middle",)),
    "left": Rule("left rule", "{left} width", ("left",)),
    "right": Rule("right rule", "{right} width", ("right",)),
    "upper": Rule("upper sum", "{highest} width", ("highest",)),
    "lower": Rule("lower sum", "{lowest} width", ("lowest",)),
}
BOUNDING = ("upper", "lower")


@dataclass(frozen=True)
class Summed:
    """What is summed over strips: a term over the columns of a row, and what the whole sum is multiplied by."""

    measure: str
    term: str
    factor: str = ""

    @cached_property
    def columns(self) -> tuple[str, ...]:
        """The columns that the term names."""
        return tuple(
            name for name in ("height", "outer", "inner", "breadth", "away", "at") if name in self.term
        )

    @property
    def degree(self) -> int:
        """Of which degree the term is in its columns."""
        return 2 if "^2" in self.term or " " in self.term else 1

    def formula(self, rule: RuleName) -> Node:
        """The formula for one strip."""
        return parse(f"{self.factor} {self._inner(rule)}".strip())

    def inner(self, rule: RuleName) -> Node:
        """The same without what the whole sum is multiplied by."""
        return parse(self._inner(rule))

    def _inner(self, rule: RuleName) -> str:
        own = RULES[rule]
        return own.frame.format_map({side: self._term_at(side) for side in own.sides})

    def _term_at(self, side: str) -> str:
        term = self.term
        for column in self.columns:
            term = term.replace(column, name_at(side, column))
        return term


def name_at(side: str, column: str) -> str:
    """What a column's value on one side of a strip is called in formulas."""
    return side if column == "height" else f"{side}_{column}"


AREA = Summed("area", "height")
DISCS = Summed("spun_volume", "height^2", "pi")
WASHERS = Summed("spun_volume", "(outer^2 - inner^2)", "pi")
SHELLS = Summed("spun_volume", "away height", "2 pi")
BY_BREADTHS = Summed("volume", "breadth height")
SIDEWAYS = Summed("moment", "at height")


@dataclass(frozen=True, eq=False)
class Strip:
    """One strip: its place, from where to where it goes, its rule, how wide it counts, and the row on each of its sides."""

    number: int
    start: Real
    end: Real
    rule: RuleName
    width: Real
    sides: Mapping[str, Row]

    def values(self, summed: Summed) -> dict[str, Real]:
        """What is put in for each name of its formula."""
        found = {
            name_at(side, column): self.sides[side][column]
            for side in RULES[self.rule].sides
            for column in summed.columns
        }
        return {**found, "width": self.width}


def strips_of(ordinates: Ordinates, rule: RuleName, left_over: LeftOver = "last") -> tuple[Strip, ...]:
    """The strips of a rule; ``left_over`` is the one that is a trapezoid where Simpson's rule leaves one over. RuleFault where
    the rule asks for other ordinates.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 1, 2), (0, 1, 4)))
    >>> [strip.values(AREA)["right"] for strip in strips_of(Ordinates(x, y), "trapezoid")]
    [Real('1'), Real('4')]
    """
    check(ordinates, rule)
    if rule == "simpson":
        return tuple(_pairs(ordinates, left_over))
    if rule == "midpoint":
        return tuple(_middles(ordinates))
    if rule in BOUNDING:
        return tuple(_bounds(ordinates, rule))
    return tuple(_single(ordinates, i, i, rule) for i in range(ordinates.count))


def check(ordinates: Ordinates, rule: RuleName) -> None:
    """RuleFault, in words, where the rule asks for other ordinates.

    >>> check(Ordinates((Real.of(0), Real.of(1)), (Real.of(2), Real.of(3))), "trapezoid")
    """
    if ordinates.count < 1:
        raise RuleFault("strips need two readings at least")
    if rule == "simpson" and not ordinates.even:
        raise RuleFault("Simpson's rule takes equal strips: here they are of different widths")
    if rule in BOUNDING and ordinates.extremes is None:
        raise RuleFault("upper and lower sums need a curve: between readings nobody knows how high it is")
    if rule == "midpoint" and ordinates.between is None and (ordinates.count % 2 or not ordinates.even):
        raise RuleFault(
            "the midpoint rule takes two equal strips of readings as one, with a reading in the middle: "
            "here their number is odd"
            if ordinates.count % 2
            else "the midpoint rule needs readings in the middle of its strips: here they are of different widths"
        )


def _single(ordinates: Ordinates, number: int, at: int, rule: RuleName) -> Strip:
    start, end = ordinates.positions[at : at + 2]
    sides = dict(zip(("left", "right"), ordinates.rows[at : at + 2], strict=True))
    return Strip(number, start, end, rule, end - start, sides)


def _pairs(ordinates: Ordinates, left_over: LeftOver) -> Iterator[Strip]:
    """Two strips at a time; where one is left over, it is a trapezoid."""
    x, rows = ordinates.positions, ordinates.rows
    first = 1 if ordinates.count % 2 and left_over == "first" else 0
    if first:
        yield _single(ordinates, 0, 0, "trapezoid")
    for number, i in enumerate(range(first, ordinates.count - 1, 2), first):
        sides = dict(zip(("left", "middle", "right"), rows[i : i + 3], strict=True))
        yield Strip(number, x[i], x[i + 2], "simpson", x[i + 1] - x[i], sides)
    if ordinates.count % 2 and not first:
        yield _single(ordinates, ordinates.count // 2, ordinates.count - 1, "trapezoid")


def _middles(ordinates: Ordinates) -> Iterator[Strip]:
    """The height in the middle of each strip; of readings two strips are one, in the middle of which there is a reading."""
    x = ordinates.positions
    if ordinates.between is not None:
        columns = ordinates.between(middles(x))
        for i, row in enumerate(zip(*columns.values(), strict=True)):
            sides = {"middle": dict(zip(columns, row, strict=True))}
            yield Strip(i, x[i], x[i + 1], "midpoint", x[i + 1] - x[i], sides)
        return
    for number, i in enumerate(range(0, ordinates.count, 2)):
        yield Strip(number, x[i], x[i + 2], "midpoint", x[i + 2] - x[i], {"middle": ordinates.rows[i + 1]})


def _bounds(ordinates: Ordinates, rule: RuleName) -> Iterator[Strip]:
    assert ordinates.extremes is not None
    side = RULES[rule].sides[0]
    for i, (start, end) in enumerate(pairwise(ordinates.positions)):
        low, high = ordinates.extremes(start, end)
        yield Strip(i, start, end, rule, end - start, {side: {"height": high if rule == "upper" else low}})


def total_of(strips: Sequence[Strip], summed: Summed = AREA, pi: Real = PI) -> Real:
    """What the formulas of all strips come to, without telling each.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 1, 2), (0, 1, 4)))
    >>> total_of(strips_of(Ordinates(x, y), "simpson"))
    Real('8/3')
    """
    return times_factor(_sum(strips, summed), summed, pi)


def times_factor(total: Real, summed: Summed, pi: Real) -> Real:
    """A sum times what all of it is multiplied by.

    >>> times_factor(Real.of(3), DISCS, PI)
    Real('3*pi')
    """
    return closure(parse(summed.factor), _REALS)({"pi": pi}) * total if summed.factor else total


def _sum(strips: Sequence[Strip], summed: Summed) -> Real:
    told = [(_compiled(summed, strip.rule), strip.values(summed)) for strip in strips]
    values = {value for _, own in told for value in own.values()}
    fractions = {value: value.rational for value in values}
    if None not in fractions.values():
        exact = {value: fmpq(f.numerator, f.denominator) for value, f in fractions.items() if f is not None}
        found = sum((forms[1]({name: exact[v] for name, v in own.items()}) for forms, own in told), fmpq(0))
        return Real.of(Fraction(int(found.p), int(found.q)))
    if len(strips) <= MOST_EXACT:
        return Real.sum(forms[0](own) for forms, own in told)

    def recipe() -> arb:
        balls = {value: value.ball() for value in values}
        return sum((forms[2]({name: balls[v] for name, v in own.items()}) for forms, own in told), arb(0))

    return Real(None, recipe)


Formula = Callable[[Mapping[str, Any]], Any]


@lru_cache(maxsize=200)
def _compiled(summed: Summed, rule: RuleName) -> tuple[Formula, Formula, Formula]:
    node = summed.inner(rule)
    return closure(node, _REALS), closure(node, _FRACTIONS), closure(node, _BALLS)


def length_of(ordinates: Ordinates) -> Real:
    """The length of all chords, without telling each: of so many roots there is no short form.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 3), (0, 4)))
    >>> length_of(Ordinates(x, y))
    Real(5.0)
    """
    return Real(None, lambda: sum(_chords(ordinates), arb(0)))


def _chords(ordinates: Ordinates) -> list[arb]:
    """Each chord, at the working precision in force."""
    bits = ctx.prec
    if bits not in ordinates.chords:
        spots = pairwise(zip(_balls(ordinates.positions), _balls(ordinates.heights), strict=True))
        steps = ((u - x, v - y) for (x, y), (u, v) in spots)
        ordinates.chords[bits] = [(width * width + rise * rise).sqrt() for width, rise in steps]
    return ordinates.chords[bits]


def _balls(values: Sequence[Real]) -> list[arb]:
    if isinstance(values, Fractions):
        return [arb(top) / values.below for top in values.tops]
    return [value.ball() for value in values]


def spun_surface_of(ordinates: Ordinates, far: Sequence[Real], pi: Real) -> Real:
    """What the chords sweep when they are led round a line from which their ends are so ``far``, frustum by frustum.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 3), (0, 4)))
    >>> round(float(spun_surface_of(Ordinates(x, y), y, Real.of(3))), 9)  # π · 4 · 5
    60.0
    """

    def recipe() -> arb:
        chords = _chords(ordinates)
        return sum(
            ((a + b) * chord for (a, b), chord in zip(pairwise(_balls(far)), chords, strict=True)), arb(0)
        )

    return pi * Real(None, recipe)


def weights(ordinates: Ordinates, rule: RuleName) -> tuple[list[int], Real] | None:
    """How often each ordinate counts, and what their weighted sum is multiplied by; None where strips differ.

    >>> x = tuple(Real.of(n) for n in range(5))
    >>> weights(Ordinates(x, x), "simpson")
    ([1, 4, 2, 4, 1], Real('1/3'))
    """
    if ordinates.count < 1 or not ordinates.even:
        return None
    n, spacing = ordinates.count, ordinates.spacing
    if rule == "trapezoid":
        return [1, *[2] * (n - 1), 1], spacing / TWO
    if rule == "simpson" and n % 2 == 0:
        return [1, *[4 if i % 2 else 2 for i in range(1, n)], 1], spacing / Real.of(3)
    if rule == "left":
        return [*[1] * n, 0], spacing
    if rule == "right":
        return [0, *[1] * n], spacing
    return None
