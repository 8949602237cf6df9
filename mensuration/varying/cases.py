"""Every case of what is varied: values put in for one letter or two, and what is watched worked out with them, exactly."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import product
from math import prod

from mensuration.expressions import Quantity
from mensuration.numbers import Real
from mensuration.problem.document import Problem, VariedLetter
from mensuration.problem.evaluation import Evaluation
from mensuration.telling import Teller
from mensuration.units import NUMBER

MOST_CASES = 10_000


class NotVaried(ValueError):
    """What is to be varied can't be; the sentence says why, and ``where`` it stands."""

    def __init__(self, where: str, says: str) -> None:
        super().__init__(says)
        self.where, self.says = where, says


@dataclass(frozen=True)
class Case:
    """The values of the letters, and what each watched expression comes to with them, or why to nothing."""

    at: tuple[Quantity, ...]
    values: tuple[Quantity | str, ...]


@dataclass(frozen=True)
class Varied:
    """All cases, the last letter changing fastest. ``shape``: how many values each letter goes through."""

    letters: tuple[str, ...]
    watch: tuple[str, ...]
    shape: tuple[int, ...]
    cases: tuple[Case, ...]
    teller: Teller

    def valued(self, watched: int) -> dict[int, Quantity]:
        """What one of the watched expressions comes to, by the number of the case, where it comes to something."""
        values = enumerate(case.values[watched] for case in self.cases)
        return {number: value for number, value in values if not isinstance(value, str)}


def vary(problem: Problem) -> Varied:
    """Every case of what a problem varies. NotVaried where it varies nothing, or what can't be.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> [case.values[0].value for case in vary(read(document)).cases]
    [Real('5'), Real('9'), Real('5')]
    """
    if problem.vary is None:
        raise NotVaried(
            "vary", "this problem varies nothing: “vary” says which letters change, and what is watched"
        )
    first = Evaluation(problem, ())
    names = tuple(each.letter for each in problem.vary.letters)
    for number, name in enumerate(names):
        if name not in first.names.letters:
            known = ", ".join(first.names.letters) or "none"
            raise NotVaried(f"vary.letters.{number}", f"there is no letter “{name}”: the letters are {known}")
    if len(set(names)) < len(names):
        raise NotVaried("vary.letters", f"“{names[0]}” can't change in two ways at once")
    ranges = [_values(first, each, number) for number, each in enumerate(problem.vary.letters)]
    shape = tuple(len(values) for values in ranges)
    if prod(shape) > MOST_CASES:
        raise NotVaried("vary.letters", f"these are {prod(shape)} cases; at most {MOST_CASES} are worked out")
    watch = tuple(problem.vary.watch)
    return Varied(names, watch, shape, tuple(_cases(problem, names, ranges, watch)), first.teller)


def _cases(
    problem: Problem, names: tuple[str, ...], ranges: list[list[Quantity]], watch: tuple[str, ...]
) -> Iterator[Case]:
    for at in product(*ranges):
        evaluation = Evaluation(problem, (), dict(zip(names, at, strict=True)))
        yield Case(at, tuple(evaluation.values(watch)))


def _values(evaluation: Evaluation, range_: VariedLetter, number: int) -> list[Quantity]:
    """The values of a letter, from the low end on as far as the steps go."""
    place = f"vary.letters.{number}"
    stands = evaluation.values([range_.letter])[0]
    if isinstance(stands, str):
        raise NotVaried(f"letters.{range_.letter}.stands", stands)
    low, high, step = (
        _end(evaluation, getattr(range_, end), f"{place}.{end}", stands) for end in ("low", "high", "step")
    )
    if step.value.sign() <= 0:
        raise NotVaried(f"{place}.step", "the step must be more than 0")
    way = high.value - low.value
    if way.sign() < 0:
        raise NotVaried(f"{place}.high", "this must not be less than the low end")
    steps = float(way / step.value)
    if steps >= MOST_CASES:
        raise NotVaried(f"{place}.step", f"these are more than {MOST_CASES} steps: take longer ones")
    count = int(steps)
    while (way - step.value * Real.of(count + 1)).sign() >= 0:  # the float was a hair too small
        count += 1
    while (way - step.value * Real.of(count)).sign() < 0:
        count -= 1
    return [Quantity(low.value + step.value * Real.of(k), low.kind) for k in range(count + 1)]


def _end(evaluation: Evaluation, text: str, place: str, like: Quantity) -> Quantity:
    """A typed end or step; a bare number has the unit that what stands for the letter is told in."""
    found = evaluation.values([text])[0]
    if isinstance(found, str):
        raise NotVaried(place, found)
    unit = evaluation.teller.unit_for(like.kind)
    if found.kind == NUMBER and unit is not None:
        return found.times(Quantity(unit.size(evaluation.teller.pi), unit.kind))
    if found.kind != like.kind:
        raise NotVaried(
            place,
            f"this must be {like.kind.says()}, as what stands for the letter is, not {found.kind.says()}",
        )
    return found
