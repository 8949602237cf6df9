"""Scaling: by which factor every measure changes when all lengths are doubled, or one letter is."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.frozen import Frozen
from mensuration.numbers import NotClosed, Real, Rounding, round_by
from mensuration.numbers.letter_angles import itself
from mensuration.numbers.letters import put_in
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import begun
from mensuration.problem.holding import check_here
from mensuration.problem.in_letters import InLetters
from mensuration.problem.kinds import kind_of
from mensuration.telling.in_letters import written_in_letters
from mensuration.units import ANGLE

TIMES = 2
TWO = Real.of(TIMES)


@dataclass(frozen=True)
class ScalingFactor(Frozen):
    """By what a measure is multiplied; ``always``: whatever the letters stand for."""

    text: str
    always: bool


@dataclass(frozen=True)
class MeasureFactors(Frozen):
    """One measure: its factor when all lengths are doubled, and when each letter is, in the order of the letters."""

    measure: str
    all_lengths: ScalingFactor
    letters: tuple[ScalingFactor | None, ...]


@dataclass(frozen=True)
class Scaling(Frozen):
    """The table of factors."""

    letters: tuple[str, ...]
    measures: tuple[MeasureFactors, ...]


def scaling(problem: Problem) -> Scaling:
    """The factor on each measure of each figure when lengths are doubled.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "h"}}
    >>> letters = [{"name": "w", "stands": "2"}, {"name": "h", "stands": "3"}]
    >>> found = scaling(read({"figures": [{"name": "bed", "parts": [slab]}], "letters": letters}))
    >>> [(row.measure, row.all_lengths.text, [each.text for each in row.letters]) for row in found.measures]
    [('bed.area', '4', ['2', '2']), ('bed.perimeter', '2', ['≈ 1.400', '≈ 1.600'])]
    """
    measures = [
        f"{figure.name}.{measure}" for figure in problem.figures for measure in kind_of(figure).known(figure)
    ]
    first, held = begun(problem)
    inner = InLetters(problem, measures, first, held)
    rows = []
    for measure in measures:
        value = inner.value_or_why(measure)
        if isinstance(value, str):
            continue
        power = 0 if value.kind == ANGLE else value.kind.length + value.kind.plain
        factor = ScalingFactor(str(TIMES**power), True)
        rows.append(
            MeasureFactors(measure, factor, tuple(_factor(inner, measure, name) for name in inner.stands))
        )
    return Scaling(tuple(inner.stands), tuple(rows))


def _factor(inner: InLetters, measure: str, letter: str) -> ScalingFactor | None:
    """The form with the doubled letter over the form; rounded, with what the letters stand for, where that is no number."""
    try:
        exact = inner.exact(measure)
        check_here(inner, exact, inner.first.value_or_why(measure))
        every = {each.name: Real(itself(each)) for each in exact.letters}
        if letter not in every:
            return ScalingFactor("1", True)
        quotient = put_in(exact, {**every, letter: every[letter] * TWO}) / Real(exact)
        if quotient.exact is not None and not quotient.exact.letters:
            return ScalingFactor(written_in_letters(quotient.exact).text, True)
        stands = {name: inner.stands[name] for name in every}
        there = put_in(exact, {**stands, letter: stands[letter] * TWO}) / put_in(exact, stands)
    except (NotClosed, ValueError, ZeroDivisionError):
        return None
    return ScalingFactor(f"≈ {round_by(there, Rounding(figures=4)).text}", False)
