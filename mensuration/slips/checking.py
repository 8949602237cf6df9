"""An answer checked against an ask of a problem: right, or what is wrong with it, named as far as it is certain."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import combinations
from math import prod
from typing import Any

from mensuration.expressions import ExpressionError, Path, Quantity, Scope, evaluate, parse, paths
from mensuration.expressions.functions import FUNCTIONS
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Power, UnitOf, children
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.numbers.rounding import NOT_ROUNDED, Rounding, round_by
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import Asked, asked
from mensuration.problem.kinds import Work
from mensuration.slips.answers import (
    Answer,
    Wanted,
    is_number,
    is_right,
    matches,
    otherwise_rounded,
    read_answer,
    typing_slip,
)
from mensuration.slips.codes import RANKS, Slip, slip
from mensuration.slips.tallies import INSTEAD, Known, Slipped, slips_of
from mensuration.tally.entry import Tally
from mensuration.units import NUMBER

MOST = 4  # slips that are told
EARLY = Rounding(places=2)
MOST_PAIRED = 12  # entries of a tally in which two slips are looked for
SELDOM = 0.02  # of random answers
NEARLY = 1e-9
PAIRED = frozenset(
    {
        "diameter-for-radius", "radius-for-diameter", "hole-forgotten", "hole-added", "half-forgotten", "third-forgotten",
        "whole-for-half", "overlap-twice", "shared-edge-counted", "part-forgotten", "side-forgotten", "face-forgotten",
        "one-end-only", "open-face-counted", "joint-counted",
    }
)  # fmt: skip
"""Slips so usual that two of them may be made at once."""
DEEPEST = 12  # lines that name one another
RIGHT = "right"
_CANT = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError)


@dataclass(frozen=True)
class Verdict(Frozen):
    """What is said of an answer: whether it is right, the slips that make just this answer, likeliest first, and a sentence.
    Either slip may be the one, unless two make it ``together``."""

    right: bool
    slips: tuple[Slip, ...]
    says: str
    together: bool = False


def check_answer(problem: Problem, label: str, typed: str) -> Verdict:
    """The verdict on an answer to the ask with a label.

    >>> from mensuration.problem import read
    >>> pad = {"name": "pad", "parts": [{"name": "disc", "shape": "circle", "given": {"radius": "3"}}]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks})
    >>> check_answer(problem, "Area", "9π m²").right, check_answer(problem, "Area", "113.10 m²").slips[0].code
    (True, 'diameter-for-radius')
    """
    found = asked(problem, label)
    if found is None:
        return Verdict(False, (), f"“{label}” can't be worked out here, so there is nothing to compare with")
    try:
        answer = read_answer(typed, found.teller)
    except _CANT as error:
        says = error.says if isinstance(error, ExpressionError) else "this can't be read as a number"
        return Verdict(False, (), f"this answer can't be read: {says}")
    return _Check(problem, label, found, answer).verdict()


def slip_values(problem: Problem, label: str) -> list[Quantity]:
    """The right answer to an ask and all that slips lead to; nothing where it can't be worked out.

    >>> from mensuration.problem import read
    >>> pad = {"name": "pad", "parts": [{"name": "disc", "shape": "circle", "given": {"radius": "3"}}]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks})
    >>> {value.value.exact.text() for value in slip_values(problem, "Area")} >= {"9*pi", "36*pi"}
    True
    """
    found = asked(problem, label)
    if found is None:
        return []
    check = _Check(problem, label, found, read_answer("0", found.teller))
    return [found.quantity, *(each.total for each in check.candidates())]


def in_full(tree: Node, problem: Problem, depth: int = 0) -> Node:
    """An expression with the lines that it names put in, so that slips can be made in them.

    >>> from mensuration.problem import read
    >>> lines = [{"name": "a", "expression": "2 b"}]
    >>> in_full(parse("a"), read({"format": "tilt-grid/problem", "version": 1, "lines": lines})) == parse("2 b")
    True
    """
    lines = {line.name: line.expression for line in problem.lines}
    match tree:
        case Path((name,)) if name in lines and depth < DEEPEST:
            try:
                return in_full(parse(lines[name]), problem, depth + 1)
            except ExpressionError:
                return tree
        case Negative(of):
            return Negative(in_full(of, problem, depth))
        case Binary(operator, left, right, implied):
            one, two = (in_full(side, problem, depth) for side in (left, right))
            return Binary(operator, one, two, implied)
        case Power(base, exponent):
            return Power(in_full(base, problem, depth), exponent)
        case Call(name, (first, *rest)):
            kept = first if FUNCTIONS[name].of_figure else in_full(first, problem, depth)
            return Call(name, (kept, *(in_full(each, problem, depth) for each in rest)))
    return tree


class _Check:
    def __init__(self, problem: Problem, label: str, found: Asked, answer: Answer) -> None:
        self.problem, self.label, self.answer = problem, label, answer
        self.found = replace(found, tree=in_full(found.tree, problem))
        self.pi = found.teller.pi
        self.wanted = Wanted(found.quantity, found.unit, found.rounding, self.pi)

    def verdict(self) -> Verdict:
        answer, wanted = self.answer, self.wanted
        plain = wanted.quantity.kind == NUMBER
        if is_right(answer, wanted):
            return Verdict(True, (), RIGHT)
        if not plain and answer.quantity.kind != wanted.quantity.kind and is_number(answer, wanted):
            return self._slipped([slip("unit-missing" if answer.bare else "unit-power")])
        if not answer.bare and not plain and answer.quantity.kind != wanted.quantity.kind:
            other = f"the answer is {wanted.quantity.kind.says()}, not {answer.quantity.kind.says()}"
            return Verdict(False, tuple(self._told(self._found())), other)
        slips = self._told(self._found())
        if slips:
            return self._slipped(slips)
        both = self._both()
        if both:
            return Verdict(False, both, f"not yet: {both[0].says}, and {both[1].says}", together=True)
        return Verdict(False, (), self._certain())

    def _slipped(self, slips: list[Slip]) -> Verdict:
        return Verdict(False, tuple(slips), "not yet: " + "; or ".join(each.says for each in slips[:2]))

    def _told(self, found: Iterator[Slipped]) -> list[Slip]:
        known: dict[tuple[str, str], Slip] = {}
        for each in sorted(found, key=lambda one: RANKS[one.code]):
            known.setdefault((each.code, each.part), slip(each.code, each.part, each.called))
        return list(known.values())[:MOST]

    def _certain(self) -> str:
        """What is certain though no slip fits."""
        own = self.answer.quantity
        value = self.wanted.quantity.value
        if self.answer.bare and self.wanted.quantity.kind != NUMBER:
            own = Quantity(own.value * self.wanted.unit.size(self.pi), self.wanted.quantity.kind)
        size = "large" if (own.value - value).sign() > 0 else "small"
        bound = self._bound(float(own.value))
        return f"not right: it is too {size}" + (f", {bound}" if bound else "")

    def _bound(self, answer: float) -> str:
        """What is certain beyond the size of an answer: that even what surrounds the figure has no more, or that there and back is
        longer. Empty where that says nothing."""
        path = self.found.tree
        if not isinstance(path, Path) or len(path.names) != 2 or path.names[0] not in self.found.works:
            return ""
        sides = self.found.works[path.names[0]].surrounding()
        if sides is None or any(side <= 0 for side in sides):
            return ""
        length = self.found.teller.unit
        told = [self.found.teller.tell(Quantity(self._about(side), length.kind)).text for side in sides]
        more, less = answer > prod(sides) * (1 + NEARLY), answer < 2 * max(sides) * (1 - NEARLY)
        match path.names[1], len(sides):
            case "area", 2 if more:
                return f"more than the rectangle round it has, {' × '.join(told)}"
            case "volume", 3 if more:
                return f"more than the block round it has, {' × '.join(told)}"
            case "perimeter", 2 if less:
                return f"less than twice the longer side of the rectangle round it, {' × '.join(told)}"
        return ""

    def _about(self, size: float) -> Real:
        return Real.of(Fraction(size).limit_denominator(10**9))

    # What makes this answer

    def _found(self) -> Iterator[Slipped]:
        answer, wanted = self.answer, self.wanted
        for code in (otherwise_rounded(answer, wanted), typing_slip(answer, wanted)):
            if code is not None:
                yield Slipped(code, wanted.quantity)
        for each in self.candidates():
            if not each.total.value.same_as(wanted.quantity.value) and matches(answer, each.total, wanted):
                yield each

    def candidates(self) -> Iterator[Slipped]:
        """All that slips lead to."""
        yield from self._factors()
        yield from self._other_pi()
        for path in {path.text: path for path in paths(self.found.tree)}.values():
            for each in self._of_measure(path):
                whole = self._with(path, each.total)
                if whole is not None:
                    yield Slipped(each.code, whole, each.part, each.called)
        yield from self._of_filling(self.found.tree)

    def _both(self) -> tuple[Slip, ...]:
        """Two slips at two places of one tally that make this answer together; none where so many pairs are possible that
        one would fit a random answer."""
        for path in {path.text: path for path in paths(self.found.tree)}.values():
            for tally, slips in self._slips_at_places(path):
                pairs = [(one, two) for one, two in combinations(slips, 2) if one.part != two.part]
                if not self._would_tell(len(pairs), tally.total):
                    continue
                likely = sorted(pairs, key=lambda pair: sum(RANKS[each.code] for each in pair))
                for one, two in self._near(path, tally, likely):
                    total = one.total.value + two.total.value - tally.total.value
                    whole = self._with(path, Quantity(total, tally.kind))
                    if whole is not None and matches(self.answer, whole, self.wanted):
                        return tuple(slip(each.code, each.part, each.called) for each in (one, two))
        return ()

    def _slips_at_places(self, path: Path) -> Iterator[tuple[Tally, list[Slipped]]]:
        if len(path.names) == 2 and path.names[0] in self.found.works:
            work = self.found.works[path.names[0]]
            for tally in work.tallies_of(path.names[1]):
                if 1 < len(tally.entries) <= MOST_PAIRED:
                    found = (
                        each
                        for each in slips_of(tally, self._known(work))
                        if each.part and each.code in PAIRED
                    )
                    yield tally, list({(each.part, float(each.total.value)): each for each in found}.values())

    def _would_tell(self, pairs: int, total: Quantity) -> bool:
        """Whether a random answer of this length would seldom be one of so many."""
        size = abs(float(total.value)) or 1.0
        return pairs * self._step() / size <= SELDOM

    def _step(self) -> float:
        """By how much answers differ that are told apart, in base units."""
        unit = float((self.answer.unit or self.wanted.unit).size(self.pi))
        return 0.0 if self.answer.digits is None else unit / 10**self.answer.places

    def _near(
        self, path: Path, tally: Tally, pairs: Sequence[tuple[Slipped, Slipped]]
    ) -> Iterator[tuple[Slipped, Slipped]]:
        """Pairs of different places that come near the answer, the ask taken as it is close to its value."""
        total = float(tally.total.value)
        doubled = self._with(path, Quantity(tally.total.value * Real.of(2), tally.kind))
        if doubled is None or not total:
            return
        steep = (float(doubled.value) - float(self.wanted.quantity.value)) / total
        answer = self.answer.quantity.value
        if self.answer.bare and self.wanted.quantity.kind != NUMBER:
            answer = answer * self.wanted.unit.size(self.pi)
        off = float(answer) - float(self.wanted.quantity.value)
        slack = 1.5 * self._step() + NEARLY * abs(float(answer))
        for one, two in pairs:
            change = float(one.total.value) + float(two.total.value) - 2 * total
            if abs(change * steep - off) <= slack:
                yield one, two

    def _with(self, path: Path, value: Quantity) -> Quantity | None:
        """The ask with another value for one of its names."""
        scope = self.found.scope
        if self.found.tree == path:
            return value if value.kind == self.wanted.quantity.kind else None

        def look_up(other: Path) -> Quantity | None:
            return value if other == path else scope.look_up(other)

        try:
            found = evaluate(self.found.tree, Scope(look_up, scope.known, scope.pi, scope.of_figure))
        except _CANT:
            return None
        return found if found.kind == self.wanted.quantity.kind else None

    def _of_measure(self, path: Path) -> Iterator[Slipped]:
        if len(path.names) != 2 or path.names[0] not in self.found.works:
            return
        name, measure = path.names
        work = self.found.works[name]
        for tally in work.tallies_of(measure):
            yield from slips_of(tally, self._known(work))
            yield from self._early(tally)
        own = self.found.scope.look_up(path)
        for (wanted, instead), code in INSTEAD.items():
            other = self._other(work, name, instead) if wanted == measure else None
            if other is not None and own is not None:
                yield Slipped(code, self._as(other, own))
        if measure == "volume" and own is not None:
            area = self._other(work, name, "area")
            if area is not None:
                yield Slipped("breadth-forgotten", self._as(area, own))

    def _other(self, work: Work[Any], name: str, measure: str) -> Quantity | None:
        try:
            return work.quantity([measure], name)
        except _CANT:
            return None

    def _as(self, other: Quantity, own: Quantity) -> Quantity:
        """The number of another kind of quantity with the unit that is wanted."""
        size = self.found.teller.unit.size(self.pi)
        have, want = (kind.length + kind.plain for kind in (other.kind, own.kind))
        value = other.value
        for _ in range(abs(want - have)):
            value = value * size if want > have else value / size
        return Quantity(value, own.kind)

    def _known(self, work: Work[Any]) -> Known:
        def bare(member: str) -> Mapping[str, Quantity]:
            return self._bare(work.typed_of(member), work.known_of(member))

        return Known(work.known_of, bare, self.found.teller.unit)

    def _bare(self, typed: Mapping[str, str], known: Mapping[str, Quantity]) -> dict[str, Quantity]:
        """Measurements typed in another unit than most, as the numbers that stand there."""
        unit = self.found.teller.unit
        found = {}
        for name, text in typed.items():
            try:
                tree = parse(text)
            except ExpressionError:
                continue
            match tree:
                case Binary("*", Number() as number, UnitOf(own), True) if (
                    own != unit and own.kind == unit.kind
                ):
                    found[name] = Quantity(number.real * unit.size(self.pi), unit.kind)
        return {name: value for name, value in found.items() if name in known}

    # Units, π and rounding

    def _factors(self) -> Iterator[Slipped]:
        """A unit changed as one of lengths is."""
        unit = self.found.teller.unit_for(self.wanted.quantity.kind)
        answered = self.answer.unit or self.wanted.unit
        power = answered.power
        if (
            unit is None
            or power < 2
            or answered.kind != unit.kind
            or answered.size(self.pi).same_as(unit.size(self.pi))
        ):
            return
        ratio = (unit.size(self.pi) / answered.size(self.pi)).root(power)
        number = self.wanted.quantity.value / unit.size(self.pi) * ratio
        yield Slipped("plain-factor", Quantity(number * answered.size(self.pi), self.wanted.quantity.kind))

    def _other_pi(self) -> Iterator[Slipped]:
        taken = self.pi.rational is not None
        settings = self.problem.settings.model_copy(update={"pi": "exact" if taken else "3.14"})
        other = asked(self.problem.model_copy(update={"settings": settings}), self.label)
        if other is not None:
            yield Slipped("pi-full" if taken else "pi-314", other.quantity)

    def _early(self, tally: Tally) -> Iterator[Slipped]:
        """Every entry rounded before they are added."""
        unit = self.found.teller.unit_for(tally.kind)
        if unit is None:
            return
        size = unit.size(self.pi)
        rules = {
            self.found.rounding,
            self.found.teller.rounding,
            EARLY,
            Rounding(places=1),
            Rounding(places=0),
        }
        for rule in rules - {NOT_ROUNDED}:
            rounded = [
                (entry.sign, Real.of(round_by(entry.value.value / size, rule).value))
                for entry in tally.entries
                if entry.sign
            ]
            total = Real.sum(value if sign > 0 else -value for sign, value in rounded) * size
            yield Slipped("rounded-early", Quantity(total, tally.kind))

    # What is in a solid

    def _of_filling(self, tree: Node) -> Iterator[Slipped]:
        match tree:
            case Call("fill", (Path((name,)), _)) if name in self.found.works:
                whole = self._other(self.found.works[name], name, "volume")
                if whole is not None and whole.kind == self.wanted.quantity.kind:
                    yield Slipped("full-for-part-fill", whole)
                    rest = whole.value - self.wanted.quantity.value
                    yield Slipped("remaining-for-used", Quantity(rest, whole.kind))
        if isinstance(tree, Binary) and tree.operator == "-":
            for side in children(tree):
                try:
                    value = evaluate(side, self.found.scope)
                except _CANT:
                    continue
                if any(isinstance(each, Call) for each in (side, *children(side))):
                    yield Slipped("remaining-for-used", value)
