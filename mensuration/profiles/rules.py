"""The rules by which strips are measured: left, right, midpoint, trapezoid, Simpson.

T. Simpson, Mathematical Dissertations, 1743; the others are elementary. Each strip is a formula over its own ordinates, so
that what is told of it is what it is measured by.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from mensuration.expressions import Node, parse
from mensuration.numbers import Real
from mensuration.profiles.ordinates import Ordinates

RuleName = Literal["trapezoid", "simpson", "midpoint", "left", "right"]
TWO = Real.of(2)


class RuleFault(ValueError):
    """A rule that can't be used on some ordinates; in words."""


@dataclass(frozen=True)
class Rule:
    """A rule's name among people, its formula for one strip, and for the strip spun round the line: discs, measured by the same
    rule."""

    title: str
    formula: Node
    spun: Node


RULES: dict[RuleName, Rule] = {
    "trapezoid": Rule(
        "trapezoid rule", parse("(left + right) / 2 * width"), parse("pi (left^2 + right^2) / 2 * width")
    ),
    "simpson": Rule(
        "Simpson's rule",
        parse("width / 3 * (left + 4 middle + right)"),
        parse("pi width / 3 * (left^2 + 4 middle^2 + right^2)"),
    ),
    "midpoint": Rule("midpoint rule", parse("middle width"), parse("pi middle^2 width")),
    "left": Rule("left rule", parse("left width"), parse("pi left^2 width")),
    "right": Rule("right rule", parse("right width"), parse("pi right^2 width")),
}


@dataclass(frozen=True, eq=False)
class Strip:
    """One strip: its place, from where to where it goes, the formula, and what is put in for each of its names."""

    number: int
    start: Real
    end: Real
    rule: RuleName
    values: Mapping[str, Real]


def strips_of(ordinates: Ordinates, rule: RuleName) -> tuple[Strip, ...]:
    """The strips of a rule. RuleFault where the rule asks for other ordinates.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 1, 2), (0, 1, 4)))
    >>> [strip.values["right"] for strip in strips_of(Ordinates(x, y), "trapezoid")]
    [Real('1'), Real('4')]
    """
    if ordinates.count < 1:
        raise RuleFault("strips need two readings at least")
    if rule == "simpson":
        return tuple(_pairs(ordinates))
    if rule == "midpoint":
        return tuple(_middles(ordinates))
    found = []
    for i in range(ordinates.count):
        start, end = ordinates.positions[i : i + 2]
        left, right = ordinates.heights[i : i + 2]
        values = {"left": left, "right": right, "width": end - start}
        used = {"left": ("left", "width"), "right": ("right", "width")}.get(rule, tuple(values))
        found.append(Strip(i, start, end, rule, {name: values[name] for name in used}))
    return tuple(found)


def _pairs(ordinates: Ordinates) -> Iterator[Strip]:
    """Two strips at a time; where one is left over, it is a trapezoid."""
    if not ordinates.even:
        raise RuleFault("Simpson's rule takes equal strips: here they are of different widths")
    x, y = ordinates.positions, ordinates.heights
    for number, i in enumerate(range(0, ordinates.count - 1, 2)):
        values = {"left": y[i], "middle": y[i + 1], "right": y[i + 2], "width": x[i + 1] - x[i]}
        yield Strip(number, x[i], x[i + 2], "simpson", values)
    if ordinates.count % 2:
        values = {"left": y[-2], "right": y[-1], "width": x[-1] - x[-2]}
        yield Strip(ordinates.count // 2, x[-2], x[-1], "trapezoid", values)


def _middles(ordinates: Ordinates) -> Iterator[Strip]:
    """The height in the middle of each strip; of readings two strips are one, in the middle of which there is a reading."""
    x, y = ordinates.positions, ordinates.heights
    if ordinates.between is not None:
        for i in range(ordinates.count):
            values = {"middle": ordinates.between((x[i] + x[i + 1]) / TWO), "width": x[i + 1] - x[i]}
            yield Strip(i, x[i], x[i + 1], "midpoint", values)
        return
    if ordinates.count % 2 or not ordinates.even:
        raise RuleFault(
            "the midpoint rule takes two equal strips of readings as one, with a reading in the middle: "
            "here their number is odd"
            if ordinates.count % 2
            else "the midpoint rule needs readings in the middle of its strips: here they are of different widths"
        )
    for number, i in enumerate(range(0, ordinates.count, 2)):
        values = {"middle": y[i + 1], "width": x[i + 2] - x[i]}
        yield Strip(number, x[i], x[i + 2], "midpoint", values)


def area_of(strips: Sequence[Strip]) -> Real:
    """What the formulas of all strips come to, without telling each.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 1, 2), (0, 1, 4)))
    >>> area_of(strips_of(Ordinates(x, y), "simpson"))
    Real('8/3')
    """
    return Real.sum(_by_rule(strip, lambda height: height) for strip in strips)


def spun_of(strips: Sequence[Strip], pi: Real) -> Real:
    """What the formulas of all strips spun round the line come to, without telling each.

    >>> from mensuration.numbers import PI
    >>> x = tuple(Real.of(n) for n in (0, 1, 2))
    >>> spun_of(strips_of(Ordinates(x, x), "simpson"), PI)
    Real('8*pi/3')
    """
    return pi * Real.sum(_by_rule(strip, lambda height: height * height) for strip in strips)


def length_of(ordinates: Ordinates) -> Real:
    """The length of all chords, without telling each: of so many roots there is no short form.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 3), (0, 4)))
    >>> length_of(Ordinates(x, y))
    Real(5.0)
    """
    spots = zip(ordinates.positions, ordinates.heights, strict=True)
    squares = ((u - x) * (u - x) + (v - y) * (v - y) for (x, y), (u, v) in pairwise(spots))
    return Real.sum(Real(None, square.ball, square).sqrt() for square in squares)


def _by_rule(strip: Strip, of: Callable[[Real], Real]) -> Real:
    heights, width = (
        {name: of(v) for name, v in strip.values.items() if name != "width"},
        strip.values["width"],
    )
    if strip.rule == "trapezoid":
        return (heights["left"] + heights["right"]) * width / TWO
    if strip.rule == "simpson":
        return width * (heights["left"] + Real.of(4) * heights["middle"] + heights["right"]) / Real.of(3)
    return next(iter(heights.values())) * width


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
