"""The tallies of a profile: its area strip by strip, its volume by a breadth or spun round the line, its length."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from mensuration.expressions import Quantity, parse
from mensuration.expressions.nodes import Negative, Node
from mensuration.numbers import Real
from mensuration.profiles import RULES, Ordinates, Strip, area_of, length_of, spun_of
from mensuration.tally.entry import Derivation, Entry, Role, Sign, Subject, Tally, measured
from mensuration.units import Kind

MOST_STRIPS = 200
LETTERS = {"left": "y_a", "right": "y_b", "middle": "y_m", "width": "w", "area": "A", "breadth": "b"}
BY_BREADTH = parse("area breadth")
CHORD = parse("sqrt(width^2 + (right - left)^2)")


def area_tally(strips: Sequence[Strip], length: Kind, pi: Real) -> Tally:
    """Strip by strip; one below the line counts less than nothing. Very many are told together."""
    if len(strips) > MOST_STRIPS:
        return _together("area", area_of(strips), f"{len(strips)} strips", length.power(2), pi)
    entries = [_entry("area", strip, RULES[strip.rule].formula, length, pi) for strip in strips]
    return Tally("area", length.power(2), tuple(entries), "strips")


def spun_tally(strips: Sequence[Strip], length: Kind, pi: Real) -> Tally:
    """What the strips sweep when they are led round the line, disc by disc."""
    if len(strips) > MOST_STRIPS:
        return _together("spun_volume", spun_of(strips, pi), f"{len(strips)} strips", length.power(3), pi)
    entries = [_entry("spun_volume", strip, RULES[strip.rule].spun, length, pi) for strip in strips]
    return Tally("spun_volume", length.power(3), tuple(entries), "strips")


def length_tally(ordinates: Ordinates, length: Kind, pi: Real) -> Tally:
    """The chords from ordinate to ordinate."""
    if ordinates.count > MOST_STRIPS:
        return _together("length", length_of(ordinates), f"{ordinates.count} chords", length, pi)
    spots = list(zip(ordinates.positions, ordinates.heights, strict=True))
    entries = []
    for number, ((x, y), (u, v)) in enumerate(pairwise(spots)):
        values = {
            name: Quantity(value, length) for name, value in (("width", u - x), ("left", y), ("right", v))
        }
        own = Derivation("length", CHORD, values, pi, LETTERS)
        entries.append(
            Entry(Sign.ADDED, Role.PART, Subject(f"chord {number + 1}", number, shape="chord"), own)
        )
    return Tally("length", length, tuple(entries), "strips")


def _together(measure: str, total: Real, title: str, kind: Kind, pi: Real) -> Tally:
    sign = Sign.TAKEN if total.sign() < 0 else Sign.ADDED
    size = measured(measure, Quantity(abs(total), kind), pi)
    entry = Entry(sign, Role.PART, Subject(title, 0, shape="strips"), size)
    return Tally(measure, kind, (entry,), "strips")


def _entry(measure: str, strip: Strip, formula: Node, length: Kind, pi: Real) -> Entry:
    values = {name: Quantity(value, length) for name, value in strip.values.items()}
    subject = Subject(f"strip {strip.number + 1}", strip.number, shape="strip")
    own = Derivation(measure, formula, values, pi, LETTERS)
    if own.value.value.sign() >= 0:
        return Entry(Sign.ADDED, Role.PART, subject, own)
    return Entry(Sign.TAKEN, Role.PART, subject, Derivation(measure, Negative(formula), values, pi, LETTERS))


def volume_tally(area: Quantity, breadth: Quantity, length: Kind, pi: Real) -> Tally:
    """The area times how broad it is all along."""
    own = Derivation("volume", BY_BREADTH, {"area": area, "breadth": breadth}, pi, LETTERS)
    entry = Entry(Sign.ADDED, Role.PART, Subject("profile", 0, shape="profile"), own)
    return Tally("volume", length.power(3), (entry,), "breadth")
