"""The tallies of a profile: strip by strip by a rule, or stretch by stretch by antiderivatives; chords and what they sweep."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from mensuration.expressions import Quantity, parse
from mensuration.expressions.nodes import Binary, Negative, Node, Path, Power, UnitOf, number_of
from mensuration.numbers import Real
from mensuration.profiles.bulk import total
from mensuration.profiles.curves import Curve
from mensuration.profiles.integrals import Integral
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import (
    LeftOver,
    RuleName,
    Strip,
    Summed,
    length_of,
    spun_surface_of,
    strips_of,
)
from mensuration.profiles.terms import put_in
from mensuration.tally.entry import Derivation, Entry, Role, Sign, Subject, Tally, measured
from mensuration.units import NUMBER, Kind, Unit

_SIDES = {"left": "a", "right": "b", "middle": "m", "highest": "M", "lowest": "m"}
_COLUMNS = {"outer": "R", "inner": "r", "breadth": "b", "away": "d", "at": "x"}
LETTERS = {
    **{side: f"y_{below}" for side, below in _SIDES.items()},
    **{
        f"{side}_{column}": f"{letter}_{below}"
        for side, below in _SIDES.items()
        for column, letter in _COLUMNS.items()
    },
    "width": "w",
    "area": "A",
    "breadth": "b",
    "to": "x_2",
    "from": "x_1",
}
BY_BREADTH = parse("area breadth")
CHORD = parse("sqrt(width^2 + (right - left)^2)")
SWEPT = parse("pi (left_outer + right_outer) sqrt(width^2 + (right - left)^2)")


@dataclass(frozen=True)
class Kinds:
    """Of which kind positions, heights and the problem's lengths are."""

    position: Kind
    height: Kind
    length: Kind

    def of(self, name: str) -> Kind:
        """The kind of what stands for a name in a strip's formula."""
        if name == "width":
            return self.position
        return self.length if "_" in name else self.height

    def total(self, summed: Summed) -> Kind:
        """The kind of what a sum over strips comes to."""
        kind = self.position
        for column in summed.columns:
            if column != "inner":
                kind = kind.times(self.height if column == "height" else self.length)
        squared = "^2" in summed.term
        return kind.times(self.height if "height" in summed.term else self.length) if squared else kind


def rule_tally(
    ordinates: Ordinates,
    rule: RuleName,
    left_over: LeftOver,
    summed: Summed,
    kinds: Kinds,
    pi: Real,
    most: int,
) -> Tally:
    """Strip by strip; more than ``most`` are told together. RuleFault where the rule asks for other ordinates."""
    if ordinates.count <= most:
        return strips_tally(strips_of(ordinates, rule, left_over), summed, kinds, pi)
    whole = total(ordinates, rule, summed, pi, left_over)
    return _together(summed.measure, whole, f"{ordinates.count} strips", kinds.total(summed), pi)


def strips_tally(strips: Sequence[Strip], summed: Summed, kinds: Kinds, pi: Real) -> Tally:
    """Strip by strip; one below the line counts less than nothing."""
    kind = kinds.total(summed)
    entries = [_entry(summed, strip, kinds, pi) for strip in strips]
    return Tally(summed.measure, kind, tuple(entries), "strips")


@lru_cache(maxsize=200)
def _formula(summed: Summed, rule: RuleName) -> Node:
    return summed.formula(rule)


def _entry(summed: Summed, strip: Strip, kinds: Kinds, pi: Real) -> Entry:
    values = {name: Quantity(value, kinds.of(name)) for name, value in strip.values(summed).items()}
    formula = _formula(summed, strip.rule)
    subject = Subject(f"strip {strip.number + 1}", strip.number, shape="strip")
    own = Derivation(summed.measure, formula, values, pi, LETTERS)
    if own.value.value.sign() >= 0:
        return Entry(Sign.ADDED, Role.PART, subject, own)
    turned = Derivation(summed.measure, Negative(formula), values, pi, LETTERS)
    return Entry(Sign.TAKEN, Role.PART, subject, turned)


def _together(measure: str, total: Real, title: str, kind: Kind, pi: Real) -> Tally:
    sign = Sign.TAKEN if total.sign() < 0 else Sign.ADDED
    size = measured(measure, Quantity(abs(total), kind), pi)
    entry = Entry(sign, Role.PART, Subject(title, 0, shape="strips"), size)
    return Tally(measure, kind, (entry,), "strips")


# Chords


def length_tally(ordinates: Ordinates, length: Kind, pi: Real, most: int) -> Tally:
    """The chords from ordinate to ordinate; more than ``most`` are told together."""
    if ordinates.count > most:
        return _together("length", length_of(ordinates), f"{ordinates.count} chords", length, pi)
    return _chords("length", CHORD, ordinates, length, length, pi)


def spun_surface_tally(ordinates: Ordinates, far: Sequence[Real], length: Kind, pi: Real, most: int) -> Tally:
    """What the chords sweep round a line from which their ends are so ``far``: the sides of frustums; more than ``most`` are told
    together."""
    area = length.power(2)
    if ordinates.count > most:
        total = spun_surface_of(ordinates, far, pi)
        return _together("spun_surface", total, f"{ordinates.count} frustums", area, pi)
    return _chords("spun_surface", SWEPT, ordinates, length, area, pi, far)


def _chords(
    measure: str,
    formula: Node,
    ordinates: Ordinates,
    length: Kind,
    kind: Kind,
    pi: Real,
    far: Sequence[Real] | None = None,
) -> Tally:
    entries = []
    far = ordinates.heights if far is None else far
    spots = list(zip(ordinates.positions, ordinates.heights, far, strict=True))
    for number, ((x, y, r), (u, v, s)) in enumerate(pairwise(spots)):
        sizes = {"width": u - x, "left": y, "right": v}
        if formula is SWEPT:
            sizes |= {"left_outer": r, "right_outer": s}
        values = {name: Quantity(value, length) for name, value in sizes.items()}
        own = Derivation(measure, formula, values, pi, LETTERS)
        subject = Subject(f"chord {number + 1}", number, shape="chord")
        entries.append(Entry(Sign.ADDED, Role.PART, subject, own))
    return Tally(measure, kind, tuple(entries), "strips")


def volume_tally(area: Quantity, breadth: Quantity, length: Kind, pi: Real) -> Tally:
    """The area times how broad it is all along."""
    own = Derivation("volume", BY_BREADTH, {"area": area, "breadth": breadth}, pi, LETTERS)
    entry = Entry(Sign.ADDED, Role.PART, Subject("profile", 0, shape="profile"), own)
    return Tally("volume", length.power(3), (entry,), "breadth")


# By antiderivatives


def exact_tally(measure: str, integral: Integral, unit: Unit, power: int, pi: Real) -> Tally:
    """What an antiderivative comes to at the end of each stretch, less what at its start; where there is none in short form,
    one entry with proven digits. NoDigits where they can't be proven."""
    kind = unit.kind.power(power)
    known = integral.antiderivatives
    if known is None:
        return _proven(measure, integral, unit, kind, power, pi)
    entries = []
    for number, (node, stretch) in enumerate(zip(known, integral.of.stretches, strict=True)):
        values = {"from": Quantity(stretch.start), "to": Quantity(stretch.end), **_named(integral.of)}
        shift = Binary("-", put_in(node, Path(("to",))), put_in(node, Path(("from",))))
        formula: Node = Binary("*", shift, _unit(unit, power), implied=True)
        subject = Subject(f"stretch {number + 1}", number, shape="stretch")
        own = Derivation(measure, formula, values, pi, LETTERS)
        sign = Sign.ADDED
        if own.value.value.sign() < 0:
            sign, own = Sign.TAKEN, Derivation(measure, Negative(formula), values, pi, LETTERS)
        entries.append(Entry(sign, Role.PART, subject, own))
    return Tally(measure, kind, tuple(entries), "exact")


def _proven(measure: str, integral: Integral, unit: Unit, kind: Kind, power: int, pi: Real) -> Tally:
    total = integral.proven
    for _ in range(power):
        total = total * unit.size(pi)
    tally = _together(measure, total, "with proven digits", kind, pi)
    return Tally(measure, kind, tally.entries, "exact")


def _named(curve: Curve) -> Mapping[str, Quantity]:
    return {name: Quantity(value, NUMBER) for name, value in curve.names.items()}


def _unit(unit: Unit, power: int) -> Node:
    own = UnitOf(unit)
    return own if power == 1 else Power(own, number_of(power))
