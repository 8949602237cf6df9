"""The values that a letter goes through: in steps, or many of them where it goes through all."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from math import prod

from mensuration.expressions import Quantity
from mensuration.numbers import Real
from mensuration.problem.document import Problem, VariedLetter
from mensuration.problem.evaluation import Evaluation
from mensuration.units import NO_UNIT, Unit

MOST_CASES = 10_000
ALL = "all"
"""In place of a step: through all values."""
POINTS = {1: 121, 2: 31}
"""Of each letter that goes through all values, by how many letters there are."""
ROUGH = {1: 13, 2: 4}


class NotVaried(ValueError):
    """What is to be varied can't be; the sentence says why, and ``where`` it stands."""

    def __init__(self, where: str, says: str) -> None:
        super().__init__(says)
        self.where, self.says = where, says


@dataclass(frozen=True)
class Axis:
    """A letter, its values as numbers of its unit, and whether it goes through all between them."""

    letter: str
    values: tuple[Real, ...]
    unit: Unit
    continuous: bool


def read_axes(
    problem: Problem, first: Evaluation, given: Sequence[str], rough: bool = False
) -> tuple[Axis, ...]:
    """The letters of a problem that vary. NotVaried where it varies nothing, or what can't be; ``given`` are those that give way.
    ``rough``: only a few of their values."""
    if problem.vary is None:
        raise NotVaried(
            "vary", "this problem varies nothing: “vary” says which letters change, and what is watched"
        )
    names = [each.letter for each in problem.vary.letters]
    for number, name in enumerate(names):
        if name not in first.names.letters:
            known = ", ".join(first.names.letters) or "none"
            raise NotVaried(f"vary.letters.{number}", f"there is no letter “{name}”: the letters are {known}")
        if name in given:
            raise NotVaried(
                f"vary.letters.{number}", f"“{name}” gives way, as something is held fixed: vary another"
            )
    if len(set(names)) < len(names):
        raise NotVaried("vary.letters", f"“{names[0]}” can't change in two ways at once")
    axes = tuple(
        _axis(first, each, number, POINTS[len(names)]) for number, each in enumerate(problem.vary.letters)
    )
    count = prod(len(axis.values) for axis in axes)
    if rough:
        return tuple(_thinned(axis, ROUGH[len(names)]) for axis in axes)
    if count > MOST_CASES:
        raise NotVaried("vary.letters", f"these are {count} cases; at most {MOST_CASES} are worked out")
    return axes


def _thinned(axis: Axis, most: int) -> Axis:
    last = len(axis.values) - 1
    places = sorted({last * k // max(1, most - 1) for k in range(most)})
    return replace(axis, values=tuple(axis.values[place] for place in places))


def _axis(evaluation: Evaluation, range_: VariedLetter, number: int, points: int) -> Axis:
    place = f"vary.letters.{number}"
    stands = evaluation.values([range_.letter])[0]
    if isinstance(stands, str):
        raise NotVaried(f"letters.{range_.letter}.stands", stands)
    unit = evaluation.teller.unit_for(stands.kind) or NO_UNIT

    def end(text: str, name: str) -> Real:
        return _end(evaluation, text, f"{place}.{name}", stands)

    low, high = end(range_.low, "low"), end(range_.high, "high")
    way = high - low
    if way.sign() < 0:
        raise NotVaried(f"{place}.high", "this must not be less than the low end")
    if range_.step.strip() == ALL:
        shares = [Real.of(Fraction(k, points - 1)) for k in range(points)] if way.sign() else [Real.of(0)]
        return Axis(range_.letter, tuple(low + way * share for share in shares), unit, True)
    step = end(range_.step, "step")
    if step.sign() <= 0:
        raise NotVaried(f"{place}.step", "the step must be more than 0")
    steps = float(way / step)
    if steps >= MOST_CASES:
        raise NotVaried(f"{place}.step", f"these are more than {MOST_CASES} steps: take longer ones")
    count = int(steps)
    while (way - step * Real.of(count + 1)).sign() >= 0:  # the float was a hair too small
        count += 1
    while (way - step * Real.of(count)).sign() < 0:
        count -= 1
    return Axis(range_.letter, tuple(low + step * Real.of(k) for k in range(count + 1)), unit, False)


def _end(evaluation: Evaluation, text: str, place: str, like: Quantity) -> Real:
    """A typed end or step as a number of the letter's unit, which a bare number has."""
    found = evaluation.values([text])[0]
    if isinstance(found, str):
        raise NotVaried(place, found)
    count = evaluation.teller.count(found, like.kind)
    if count is None:
        raise NotVaried(
            place,
            f"this must be {like.kind.says()}, as what stands for the letter is, not {found.kind.says()}",
        )
    return count
