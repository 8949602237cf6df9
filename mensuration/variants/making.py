"""Variants of a problem: values drawn for its givens by a seed, and kept where all that is wanted of them is so."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator
from copy import deepcopy
from dataclasses import dataclass
from fractions import Fraction
from random import Random
from typing import Any

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.numbers.rounding import decimal_or_fraction
from mensuration.problem.document import Problem, Variants, VariedGiven
from mensuration.problem.evaluate import begun, evaluate
from mensuration.problem.evaluation import Evaluation
from mensuration.slips.checking import slip_values
from mensuration.units import NO_UNIT, NUMBER
from mensuration.variants.wording import reworded

MOST_DRAWN = 400  # values for one variant before it is given up
MOST_STEPS = 10_000
UNIT_BEHIND = re.compile(r"^\s*[-\d.,/ ]+?\s*([a-zA-Z°%][\w^°²³/]*)?\s*$")


class NoVariants(ValueError):
    """Variants can't be made; the sentence says why, and ``where`` it stands."""

    def __init__(self, where: str, says: str) -> None:
        super().__init__(says)
        self.where, self.says = where, says


@dataclass(frozen=True)
class VariantAnswer(Frozen):
    """An ask and its answer, rounded as it is asked for."""

    label: str
    text: str


@dataclass(frozen=True)
class Variant(Frozen):
    """A problem with other numbers: what was put for what, its answers, and which givens its statement doesn't name. ``key`` tells
    it from others."""

    number: int
    key: str
    givens: tuple[tuple[str, str], ...]
    answers: tuple[VariantAnswer, ...]
    document: dict[str, Any]
    unsaid: tuple[str, ...]


@dataclass(frozen=True)
class _Drawn:
    """A given that varies: where its text stands in the document, what stands there, and its values as numbers of its unit."""

    name: str
    path: tuple[str | int, ...]
    typed: str
    unit: str
    values: tuple[Fraction, ...]

    def text(self, value: Fraction) -> str:
        number = decimal_or_fraction(value)
        return f"{number} {self.unit}".strip()


def variants(
    problem: Problem, seed: int, first: int, count: int, besides: Collection[str] = ()
) -> Iterator[Variant]:
    """Variants number ``first`` and on, ``count`` of them; fewer where no more are found. NoVariants where the wish can't be read.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "4", "height": "3"}}
    >>> given = [{"name": f"slab.{side}", "low": "3", "high": "24"} for side in ("width", "height")]
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "variants": {"givens": given, "whole": ["slab.diagonal"]}}
    >>> document["asks"] = [{"label": "Area", "expression": "bed.area"}]
    >>> [variant.key for variant in variants(read(document), 7, 1, 2)] == [variant.key for variant in variants(read(document), 7, 1, 2)]
    True
    """
    if problem.variants is None:
        raise NoVariants("variants", "say first which givens vary, and between which bounds")
    wish = problem.variants
    document: dict[str, Any] = problem.model_dump(by_alias=True, exclude_none=True)
    evaluation, _ = begun(problem)
    drawn = [_drawn(problem, document, evaluation, given, place) for place, given in enumerate(wish.givens)]
    for place, expression in enumerate(wish.whole):
        value = evaluation.values([expression])[0]
        if isinstance(value, str):
            raise NoVariants(f"variants.whole.{place}", value)
    slips = _slip_count(problem) if wish.slips else 0
    seen = {*besides, _key([each.typed for each in drawn])}
    for number in range(first, first + count):
        variant = _one(problem, document, wish, drawn, Random(f"{seed}:{number}"), number, seen, slips)
        if variant is None:
            return
        seen.add(variant.key)
        yield variant


def _one(
    problem: Problem,
    document: dict[str, Any],
    wish: Variants,
    drawn: list[_Drawn],
    pick: Random,
    number: int,
    seen: set[str],
    slips: int,
) -> Variant | None:
    for _ in range(MOST_DRAWN):
        texts = [each.text(pick.choice(each.values)) for each in drawn]
        key = _key(texts)
        if key in seen:
            continue
        changed = _changed(document, drawn, texts)
        fresh = Problem.model_validate(changed)
        if not _is_as_wanted(fresh, wish):
            continue
        if slips and _slip_count(fresh) < slips:
            continue
        answers = _answers(fresh)
        if answers is None:
            continue
        statement, unsaid = reworded(
            problem.statement, {each.typed: text for each, text in zip(drawn, texts, strict=True)}
        )
        changed["statement"] = statement
        changed["title"] = f"{problem.title or 'Problem'}, variant {number}"
        names = tuple(each.name for each in drawn if each.typed in unsaid)
        givens = tuple((each.name, text) for each, text in zip(drawn, texts, strict=True))
        return Variant(number, key, givens, answers, changed, names)
    return None


def _key(texts: list[str]) -> str:
    return " | ".join(texts)


def _changed(document: dict[str, Any], drawn: list[_Drawn], texts: list[str]) -> dict[str, Any]:
    """The document with these texts; it has neither variants nor tries of its own."""
    changed = deepcopy(document)
    changed.pop("variants", None)
    for ask in changed.get("asks", ()):
        ask.pop("tries", None)
    for each, text in zip(drawn, texts, strict=True):
        at: Any = changed
        for name in each.path[:-1]:
            at = at[name]
        at[each.path[-1]] = text
    return changed


def _is_as_wanted(problem: Problem, wish: Variants) -> bool:
    """Whether the figure can be, and what is to come out short does."""
    evaluation, _ = begun(problem)
    values = evaluation.values([*wish.whole, *(ask.expression for ask in problem.asks)])
    if any(isinstance(value, str) for value in values):
        return False
    if any(complaint.level == "error" for complaint in evaluation.complaints.all):
        return False
    return all(_is_short(evaluation, value, wish.places) for value in values[: len(wish.whole)])


def _is_short(evaluation: Evaluation, value: Quantity | str, places: int) -> bool:
    if isinstance(value, str):
        return False
    rational = evaluation.teller.amount(value)[0].rational
    return rational is not None and (rational * 10**places).denominator == 1


def _answers(problem: Problem) -> tuple[VariantAnswer, ...] | None:
    """The answers to all asks; None where the whole problem has a mistake after all."""
    results = evaluate(problem)
    if any(complaint.level == "error" for complaint in results.complaints) or any(
        ask.text is None for ask in results.asks
    ):
        return None
    return tuple(VariantAnswer(ask.label, ask.text or "") for ask in results.asks)


def _slip_count(problem: Problem) -> int:
    """How many different answers slips lead to, and the right ones."""
    return sum(
        len({round(float(value.value), 9) for value in slip_values(problem, ask.label)})
        for ask in problem.asks
    )


# What varies


def _drawn(
    problem: Problem, document: dict[str, Any], evaluation: Evaluation, given: VariedGiven, place: int
) -> _Drawn:
    where = f"variants.givens.{place}"
    path = _paths(problem).get(given.name)
    if path is None:
        known = ", ".join(_paths(problem)) or "none"
        raise NoVariants(f"{where}.name", f"“{given.name}” is no given: there are {known}")
    typed: Any = document
    for name in path:
        typed = typed[name]
    match = UNIT_BEHIND.match(str(typed))
    if match is None:
        raise NoVariants(f"{where}.name", f"“{typed}” is no plain number: only a number can be drawn anew")
    unit = match.group(1) or ""
    low, high, step = (
        _number(evaluation, getattr(given, end), unit, f"{where}.{end}") for end in ("low", "high", "step")
    )
    if step <= 0:
        raise NoVariants(f"{where}.step", "the step must be more than 0")
    if high < low:
        raise NoVariants(f"{where}.high", "this must not be less than the low end")
    if (high - low) / step >= MOST_STEPS:
        raise NoVariants(f"{where}.step", f"these are more than {MOST_STEPS} steps: take longer ones")
    values = tuple(low + step * k for k in range(int((high - low) / step) + 1))
    return _Drawn(given.name, path, str(typed), unit, values)


def _number(evaluation: Evaluation, text: str, unit: str, where: str) -> Fraction:
    """A bound as a number of the unit in which the given is typed."""
    value, one = evaluation.values([text, f"1 {unit}" if unit else "1"])
    if isinstance(value, str):
        raise NoVariants(where, value)
    amount: Real = value.value
    if value.kind != NUMBER and not isinstance(one, str):
        of = one if unit else Quantity(_unit_size(evaluation, value), value.kind)
        if value.kind != of.kind:
            raise NoVariants(where, f"this must be {of.kind.says()}, not {value.kind.says()}")
        amount = value.value / of.value
    if amount.rational is None:
        raise NoVariants(where, "this must be a plain number")
    return amount.rational


def _unit_size(evaluation: Evaluation, value: Quantity) -> Real:
    return (evaluation.teller.unit_for(value.kind) or NO_UNIT).size(evaluation.teller.pi)


def _paths(problem: Problem) -> dict[str, tuple[str | int, ...]]:
    """Every given by its name: ``slab.width`` of a part or a piece, ``can.radius`` of a card, ``w`` of a letter."""
    found: dict[str, tuple[str | int, ...]] = {}
    for number, letter in enumerate(problem.letters or ()):
        found[letter.name] = ("letters", number, "stands")
    for number, figure in enumerate(problem.figures):
        for measure in getattr(figure, "given", None) or ():
            found[f"{figure.name}.{measure}"] = ("figures", number, "given", measure)
        for kind in ("parts", "pieces"):
            for place, part in enumerate(getattr(figure, kind, None) or ()):
                for measure in getattr(part, "given", None) or ():
                    path = ("figures", number, kind, place, "given", measure)
                    found.setdefault(f"{part.name}.{measure}", path)
                    found[f"{figure.name}.{part.name}.{measure}"] = path
    return found
