"""Answers as people give them: read, and compared with what is right, exactly or rounded as is asked."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, in_radians, parse
from mensuration.expressions.nodes import Binary, Negative, Node, Number, Path, Power, UnitOf
from mensuration.numbers import Real
from mensuration.numbers.rounding import Rounding, round_by, to_step
from mensuration.telling import Teller
from mensuration.units import ANGLE, FURTHER, NUMBER, Unit

_COMMA = re.compile(r"(?<=\d),(?=\d)")
_SUM_WITH_UNIT = re.compile(r"(.*[\dπ)i])\s*([A-Za-z]+(?:\^?[23²³])?)")  # 3 + 2π m²: the unit is that of both
_GROUPED = re.compile(r"\d{1,3}(,\d{3})+(\.\d+)?(?!\d)")


@dataclass(frozen=True)
class Answer:
    """A typed answer: its value, in its own unit where it has one, and the digits that were typed of a plain decimal."""

    quantity: Quantity
    bare: bool
    """Whether it has no unit."""
    digits: str | None
    unit: Unit | None

    @property
    def places(self) -> int:
        """How many places a plain decimal has."""
        return len(self.digits.partition(".")[2]) if self.digits else 0


def read_answer(typed: str, teller: Teller) -> Answer:
    """An answer; a decimal comma is read as a point. ExpressionError where it can't be read."""
    text = typed.strip()
    if not _GROUPED.search(text):
        text = _COMMA.sub(".", text)
    text = text.lstrip("≈=~ ")
    try:
        tree = parse(text)
        quantity = evaluate(tree, Scope(pi=teller.pi))
    except ExpressionError as error:
        sum_ = _SUM_WITH_UNIT.fullmatch(text)
        if sum_ is None or error.code == "unknown-name":
            raise
        tree = parse(f"({sum_[1]}) {sum_[2]}")
        quantity = evaluate(tree, Scope(pi=teller.pi))
    if quantity.kind != ANGLE:
        quantity = in_radians(quantity, tree)
    number, unit = _literal(tree)
    return Answer(quantity, quantity.kind == NUMBER, number, unit)


def _literal(tree: Node) -> tuple[str | None, Unit | None]:
    """The digits and the unit of a plain decimal."""
    match tree:
        case Number(_, typed) if re.fullmatch(r"\d*\.?\d+", typed):
            return typed, None
        case Negative(Number(_, typed)) if re.fullmatch(r"\d*\.?\d+", typed):
            return f"-{typed}", None
        case Binary("*", Number(_, typed), unit, True) if re.fullmatch(r"\d*\.?\d+", typed):
            return typed, _unit(unit)
    return None, None


def _unit(node: Node) -> Unit | None:
    match node:
        case UnitOf(unit):
            return unit
        case Power(UnitOf(unit), Number(power)) if power.denominator == 1 and power > 0:
            return unit.to_power(int(power))
        case Path() if node.text in FURTHER:
            size, kind = FURTHER[node.text]
            return Unit(node.text, kind, Fraction(size))
    return None


@dataclass(frozen=True)
class Wanted:
    """What is right: the value, the unit in which it is asked, how it is rounded."""

    quantity: Quantity
    unit: Unit
    rounding: Rounding
    pi: Real

    @property
    def number(self) -> Real:
        """In the unit that is asked."""
        return self.quantity.in_unit(self.unit, self.pi)

    def text(self) -> str:
        return round_by(self.number, self.rounding).text


def is_right(answer: Answer, wanted: Wanted) -> bool:
    """Whether an answer with a unit of the right kind is right: the very value in any form, or a decimal that is it rounded as
    is asked, in its unit or in another."""
    value = answer.quantity.value
    if answer.quantity.kind != wanted.quantity.kind:
        return False
    if value.same_as(wanted.quantity.value):
        return True
    return answer.digits is not None and any(
        value.same_as(rounded) for rounded in _rounded(answer, wanted, wanted.rounding)
    )


def is_number(answer: Answer, wanted: Wanted) -> bool:
    """Whether the number alone is right, in the unit that is asked."""
    plain = Answer(
        Quantity(_number_of(answer) * wanted.unit.size(wanted.pi), wanted.quantity.kind),
        False,
        answer.digits,
        wanted.unit,
    )
    return is_right(plain, wanted)


def _number_of(answer: Answer) -> Real:
    return Real.of(Fraction(answer.digits)) if answer.digits is not None else answer.quantity.value


def _rounded(answer: Answer, wanted: Wanted, rule: Rounding) -> Iterator[Real]:
    size = wanted.unit.size(wanted.pi)
    yield Real.of(round_by(wanted.number, rule).value) * size
    if answer.unit is not None and answer.unit != wanted.unit and answer.unit.kind == wanted.quantity.kind:
        own = answer.unit.size(wanted.pi)
        yield Real.of(round_by(wanted.quantity.value / own, rule).value) * own


def otherwise_rounded(answer: Answer, wanted: Wanted) -> str | None:
    """The slip of rounding by which an answer differs; None where it differs by more."""
    if answer.digits is None:
        return None
    unit = (
        answer.unit if answer.unit is not None and answer.unit.kind == wanted.quantity.kind else wanted.unit
    )
    number = wanted.quantity.value / unit.size(wanted.pi)
    typed = Fraction(answer.digits)
    step = Fraction(1, 10**answer.places)
    nearest = to_step(number, step).value
    if typed == nearest:
        return "wrong-place"
    cut = _cut(number, step)
    if typed == cut != nearest:
        rational = number.rational
        half = rational is not None and (rational - cut) / step == Fraction(1, 2)
        return "five-down" if half else "cut-off"
    return None


def _cut(number: Real, step: Fraction) -> Fraction:
    """The multiple of a step next to it towards nothing."""
    nearest = to_step(number, step).value
    far = (Real.of(abs(nearest)) - abs(number)).sign() > 0
    sign = 1 if nearest >= 0 else -1
    return nearest - sign * step if far else nearest


def matches(answer: Answer, value: Quantity, wanted: Wanted) -> bool:
    """Whether an answer is what a slip makes: its very value, or that rounded as is asked, or to as many places at least."""
    other = Wanted(value, wanted.unit, wanted.rounding, wanted.pi)
    own = answer.quantity
    if answer.bare or own.kind != value.kind:
        own = Quantity(_number_of(answer) * wanted.unit.size(wanted.pi), value.kind)
    unit = None if answer.bare or answer.quantity.kind != value.kind else answer.unit
    seen = Answer(own, False, answer.digits, unit)
    if is_right(seen, other):
        return True
    if seen.digits is None:
        return False
    in_unit = unit or wanted.unit
    number = value.value / in_unit.size(wanted.pi)
    finer = answer.places > (wanted.rounding.places or 0)
    return finer and to_step(number, Fraction(1, 10**answer.places)).value == Fraction(seen.digits or "0")


def typing_slip(answer: Answer, wanted: Wanted) -> str | None:
    """A slip of typing: the point moved, a digit dropped, doubled, swapped or struck beside its key."""
    if answer.digits is None:
        return None
    right, typed = wanted.text(), answer.digits
    if "/" in right:
        return None
    if _digits(right) == _digits(typed) and _digits(right):
        return "point-slip" if Fraction(right) != Fraction(typed) else None
    return "digit-slip" if len(_digits(right)) > 2 and _one_off(right, typed) else None


def _digits(text: str) -> str:
    return text.lstrip("-").replace(".", "").strip("0")


def _one_off(right: str, typed: str) -> bool:
    shorter = {right[:i] + right[i + 1 :] for i in range(len(right)) if right[i] != "."}
    doubled = {right[: i + 1] + right[i] + right[i + 1 :] for i in range(len(right)) if right[i] != "."}
    swapped = {right[:i] + right[i + 1] + right[i] + right[i + 2 :] for i in range(len(right) - 1)}
    return typed in (shorter | doubled | swapped) - {right} and _is_decimal(typed)


def _is_decimal(text: str) -> bool:
    try:
        Fraction(text)
    except ValueError:
        return False
    return True
