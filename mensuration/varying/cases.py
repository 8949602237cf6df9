"""Every case of what is varied. Far fewer are worked out than there are: where the same form in letters gives all corners of a block of
cases it gives what lies between, and blocks are parted until it does."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise, product
from math import prod

import numpy
from flint import arb
from numpy import float64
from numpy.typing import NDArray

from mensuration.expressions import Quantity
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.equations import enclosed
from mensuration.numbers.letters import in_floats, put_in
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Problem
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.held import Held, held_letters
from mensuration.problem.holding import gives
from mensuration.problem.in_letters import InLetters
from mensuration.telling import Teller
from mensuration.units import NO_UNIT, Kind, Unit
from mensuration.varying.axes import Axis, NotVaried, read_axes

ALL_WORKED_OUT = 40  # cases
BLOCKS = {1: 16, 2: 6}  # into which each letter's range is parted at first
MOST_LAWS = 24
IMPOSSIBLE = -2
NO_LAW = -1
Point = tuple[Real, ...]


@dataclass(frozen=True, eq=False)
class Law:
    """What all watched expressions are in letters, as numbers of their units, around some values of them; None: no such form."""

    forms: tuple[Exact | None, ...]

    def gives(self, values: Mapping[str, Real], worked: Sequence[Real | None]) -> bool:
        """Whether every form comes to what was worked out with these values."""
        pairs = zip(self.forms, worked, strict=True)
        return all(
            form is None or (value is not None and gives(form, values, value)) for form, value in pairs
        )


class Varied:
    """All cases, the last letter changing fastest.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> varied = Varied(read(document))
    >>> [varied.value(number, 0).value for number in range(varied.count)], varied.laws[0].forms
    ([Real('5'), Real('9'), Real('5')], (Exact(6*w - w**2),))
    """

    def __init__(self, problem: Problem, rough: bool = False) -> None:
        """NotVaried where the problem varies nothing, or what can't be. ``rough``: only a few cases, to be seen at once."""
        complaints = Complaints()
        self.held: Mapping[str, Held] = held_letters(problem, complaints)
        for complaint in complaints.all:
            raise NotVaried(complaint.where, complaint.says)
        self.problem = problem
        self.first = Evaluation(problem, ())
        self.axes: tuple[Axis, ...] = read_axes(problem, self.first, list(self.held), rough)
        assert problem.vary is not None
        self.watch = tuple(problem.vary.watch)
        self.teller: Teller = self.first.teller
        self._desk = InLetters(problem, (), self.first, self.held, only=())
        self.shape = tuple(len(axis.values) for axis in self.axes)
        self.count = prod(self.shape)
        self.laws: list[Law] = []
        self.law_of = numpy.full(self.count, NO_LAW)
        self.worked: dict[int, tuple[Quantity | str, ...]] = {}
        self.kinds: dict[int, Kind] = {}
        self._fill()

    # Cases

    def point(self, number: int) -> Point:
        """The letters' values in a case."""
        places = numpy.unravel_index(number, self.shape)
        return tuple(axis.values[int(place)] for axis, place in zip(self.axes, places, strict=True))

    def named(self, point: Point) -> dict[str, Real]:
        """Values by their letters, also of those that give way."""
        return {axis.letter: value for axis, value in zip(self.axes, point, strict=True)}

    def quantities(self, point: Point) -> tuple[Quantity, ...]:
        """Letters' values with their units."""
        return tuple(
            self._desk.as_quantity(axis.letter, value) for axis, value in zip(self.axes, point, strict=True)
        )

    def at(self, point: Point) -> Evaluation:
        """The problem with these values put in, not yet worked out."""
        return Evaluation(self.problem, (), self._desk.put_for(self.named(point)))

    def work_out(self, point: Point) -> tuple[Quantity | str, ...]:
        """What everything watched comes to, or why to nothing."""
        return tuple(self._desk.work_out(self.named(point), self.watch))

    def value(self, number: int, watched: int) -> Quantity | str:
        """What one of the watched expressions comes to in a case, or why to nothing."""
        if number in self.worked:
            return self.worked[number][watched]
        law = int(self.law_of[number])
        form = self.laws[law].forms[watched] if law >= 0 else None
        if form is not None:
            with suppress(ValueError, ZeroDivisionError):
                return self.with_unit(watched, put_in(form, self.named(self.point(number))))
        self.worked[number] = self.work_out(self.point(number))
        return self.worked[number][watched]

    def shown(self, number: int, watched: int) -> Quantity | str:
        """The same as digits that are proven, where nobody wants more: by sines and cosines of angles between those of a range."""
        law = int(self.law_of[number])
        form = self.laws[law].forms[watched] if law >= 0 else None
        if form is None or number in self.worked or not any(letter.function for letter in form.letters):
            return self.value(number, watched)
        values = self.named(self.point(number))

        def ball() -> arb:
            return enclosed(form, {name: value.ball() for name, value in values.items()})

        return self.with_unit(watched, Real(None, ball))

    def unit(self, watched: int) -> Unit:
        """In which an expression is told."""
        kind = self.kinds.get(watched)
        return (self.teller.unit_for(kind) if kind is not None else None) or NO_UNIT

    def form(self, watched: int) -> Exact | None:
        """The one form that an expression has in all cases in which it has a value; None where there are several, or cases without."""
        numbers = {int(law) for law in self.law_of if law != IMPOSSIBLE}
        forms = {self.laws[number].forms[watched] if number >= 0 else None for number in numbers}
        return forms.pop() if len(forms) == 1 else None

    def with_unit(self, watched: int, amount: Real) -> Quantity:
        """So many of the units of an expression."""
        unit = self.unit(watched)
        return Quantity(amount * unit.size(self.teller.pi), self.kinds[watched])

    @cached_property
    def floats(self) -> tuple[NDArray[float64], ...]:
        """Every watched expression in its unit in all cases, roughly; not a number where it has no value."""
        return tuple(self._floats(watched) for watched in range(len(self.watch)))

    def _floats(self, watched: int) -> NDArray[float64]:
        found = numpy.full(self.count, numpy.nan)
        places = numpy.meshgrid(
            *(numpy.array([float(v) for v in axis.values]) for axis in self.axes), indexing="ij"
        )
        values = {axis.letter: place.ravel() for axis, place in zip(self.axes, places, strict=True)}
        for number, law in enumerate(self.laws):
            form, own = law.forms[watched], self.law_of == number
            if form is not None and own.any():
                found[own] = in_floats(form, {name: each[own] for name, each in values.items()})
        for number, worked in self.worked.items():
            if not isinstance(worked[watched], str):
                found[number] = float(self.teller.amount(worked[watched])[0])  # type: ignore[arg-type]
            else:
                found[number] = numpy.nan
        return found

    # Laws

    def _fill(self) -> None:
        if self.count <= ALL_WORKED_OUT:
            for number in range(self.count):
                self._look(number)
            return
        parts = [self._parted(length) for length in self.shape]
        waiting = [tuple(block) for block in product(*parts)]
        while waiting:
            block = waiting.pop()
            corners = {
                self._look(self._number(corner)) for corner in product(*({low, high} for low, high in block))
            }
            wide = [place for place, (low, high) in enumerate(block) if high - low > 1]
            inside = numpy.ix_(*(range(low, high + 1) for low, high in block))
            state = corners.pop() if len(corners) == 1 else NO_LAW
            if state != NO_LAW and not (state >= 0 and None in self.laws[state].forms):
                grid = self.law_of.reshape(self.shape)
                grid[inside] = numpy.where(grid[inside] == NO_LAW, state, grid[inside])
            elif wide:
                place = max(wide, key=lambda each: block[each][1] - block[each][0])
                low, high = block[place]
                middle = (low + high) // 2
                for part in ((low, middle), (middle, high)):
                    waiting.append((*block[:place], part, *block[place + 1 :]))

    def _parted(self, length: int) -> list[tuple[int, int]]:
        blocks = min(BLOCKS[len(self.shape)], max(1, length - 1))
        ends = [(length - 1) * k // blocks for k in range(blocks + 1)]
        return list(pairwise(ends)) or [(0, 0)]

    def _number(self, places: Sequence[int]) -> int:
        return int(numpy.ravel_multi_index(tuple(places), self.shape))

    def _look(self, number: int) -> int:
        """Work out a case, and say by which law it goes."""
        if number not in self.worked:
            point = self.point(number)
            self.worked[number] = worked = self.work_out(point)
            self.law_of[number] = self._law(point, worked)
        return int(self.law_of[number])

    def _law(self, point: Point, worked: tuple[Quantity | str, ...]) -> int:
        if all(isinstance(each, str) for each in worked):
            return IMPOSSIBLE
        for watched, each in enumerate(worked):
            if not isinstance(each, str):
                self.kinds.setdefault(watched, each.kind)
        values = self.named(point)
        amounts = [None if isinstance(each, str) else self.teller.amount(each)[0] for each in worked]
        for number in reversed(range(len(self.laws))):
            if self.laws[number].gives(values, amounts):
                return number
        if len(self.laws) == MOST_LAWS:
            return NO_LAW
        law = self.law_at(point)
        if all(form is None for form in law.forms) or not law.gives(values, amounts):
            return NO_LAW
        self.laws.append(law)
        return len(self.laws) - 1

    def law_at(self, point: Point) -> Law:
        """The forms in letters where they stand for this; none where a letter gives way that has no formula."""
        if any(held.formula is None for held in self.held.values()):
            return Law((None,) * len(self.watch))
        inner = InLetters(
            self.problem, self.watch, self.at(point), self.held, only=[axis.letter for axis in self.axes]
        )
        forms: list[Exact | None] = []
        for expression in self.watch:
            try:
                forms.append(inner.exact(expression))
            except NotClosed:
                forms.append(None)
        return Law(tuple(forms))
