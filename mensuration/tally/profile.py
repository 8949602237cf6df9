"""The tallies of a profile: its area strip by strip, its volume by a breadth."""

from __future__ import annotations

from collections.abc import Sequence

from mensuration.expressions import Quantity, parse
from mensuration.expressions.nodes import Negative
from mensuration.numbers import Real
from mensuration.profiles import RULES, Strip, area_of
from mensuration.tally.entry import Derivation, Entry, Role, Sign, Subject, Tally, measured
from mensuration.units import Kind

MOST_STRIPS = 200
LETTERS = {"left": "y_a", "right": "y_b", "middle": "y_m", "width": "w", "area": "A", "breadth": "b"}
BY_BREADTH = parse("area breadth")


def area_tally(strips: Sequence[Strip], length: Kind, pi: Real) -> Tally:
    """Strip by strip; one below the line counts less than nothing. Very many are told together."""
    if len(strips) > MOST_STRIPS:
        total = area_of(tuple(strips))
        sign = Sign.TAKEN if total.sign() < 0 else Sign.ADDED
        size = measured("area", Quantity(abs(total), length.power(2)), pi)
        whole = Entry(sign, Role.PART, Subject(f"{len(strips)} strips", 0, shape="strips"), size)
        return Tally("area", length.power(2), (whole,), "strips")
    return Tally("area", length.power(2), tuple(_entry(strip, length, pi) for strip in strips), "strips")


def _entry(strip: Strip, length: Kind, pi: Real) -> Entry:
    values = {name: Quantity(value, length) for name, value in strip.values.items()}
    formula = RULES[strip.rule].formula
    subject = Subject(f"strip {strip.number + 1}", strip.number, shape="strip")
    own = Derivation("area", formula, values, pi, LETTERS)
    if own.value.value.sign() >= 0:
        return Entry(Sign.ADDED, Role.PART, subject, own)
    return Entry(Sign.TAKEN, Role.PART, subject, Derivation("area", Negative(formula), values, pi, LETTERS))


def volume_tally(area: Quantity, breadth: Quantity, length: Kind, pi: Real) -> Tally:
    """The area times how broad it is all along."""
    own = Derivation("volume", BY_BREADTH, {"area": area, "breadth": breadth}, pi, LETTERS)
    entry = Entry(Sign.ADDED, Role.PART, Subject("profile", 0, shape="profile"), own)
    return Tally("volume", length.power(3), (entry,), "breadth")
