"""Solve for a letter: all values with which a measure comes to what is wanted, also those that the figure can't have, and why not."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from mensuration.frozen import Frozen
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.equations import rising, roots_of, zeros
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Problem
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.held import Held, held_letters
from mensuration.problem.holding import AWAY, gives
from mensuration.problem.in_letters import InLetters
from mensuration.telling import Told
from mensuration.telling.in_letters import forms, written_in_letters
from mensuration.units import NO_UNIT, Unit
from mensuration.varying.axes import NotVaried

FARTHEST = Real.of(AWAY[-1])
TRIED = tuple(Fraction(9, 8) ** k for k in range(-25, 26))
"""Times what the letter stands for: where it is looked for other forms."""


@dataclass(frozen=True)
class LetterSolution(Frozen):
    """A value of the letter; ``says``: why the figure can't have it, None if it can."""

    value: Told
    at: float
    says: str | None


@dataclass(frozen=True)
class Solved(Frozen):
    """The equations that were solved, one for each form that the measure has, and all their solutions, rising."""

    letter: str
    equations: tuple[str, ...]
    solutions: tuple[LetterSolution, ...]
    certain: bool


def solve_for(problem: Problem, expression: str, at: str, letter: str) -> Solved:
    """The values of a letter with which the expression comes to ``at``. NotVaried where that can't be asked.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "w + 2"}}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}]}
    >>> found = solve_for(read(document), "bed.area", "24", "w")
    >>> found.equations, [(each.value.exact, each.says) for each in found.solutions]
    (('w² + 2 w = 24',), [('-6', 'width must be more than 0'), ('4', None)])
    """
    complaints = Complaints()
    held = held_letters(problem, complaints)
    for complaint in complaints.all:
        raise NotVaried(complaint.where, complaint.says)
    first = Evaluation(problem, ())
    if letter not in first.names.letters or letter in held:
        known = ", ".join(name for name in first.names.letters if name not in held) or "none"
        raise NotVaried("letter", f"“{letter}” is no letter that can be found: the letters are {known}")
    return _Solving(problem, first, held, expression, at, letter).solved()


class _Solving:
    def __init__(
        self,
        problem: Problem,
        first: Evaluation,
        held: dict[str, Held],
        expression: str,
        at: str,
        letter: str,
    ) -> None:
        self.problem, self.first, self.held = problem, first, held
        self.expression, self.letter = expression, letter
        self.desk = InLetters(problem, (), first, held, only=())
        if letter not in self.desk.units:
            raise NotVaried("letter", f"what stands for “{letter}” can't be worked out")
        self.stand = self.desk.values_of[letter]
        now, wanted = Evaluation(problem, (), self.desk.put_for({})).values([expression, at])
        if isinstance(now, str):
            raise NotVaried("expression", now)
        if isinstance(wanted, str):
            raise NotVaried("at", wanted)
        self.unit: Unit = first.teller.unit_for(now.kind) or NO_UNIT
        count = first.teller.count(wanted, now.kind)
        if count is None:
            raise NotVaried(
                "at", f"“{expression}” is {now.kind.says()}: it can't come to {wanted.kind.says()}"
            )
        self.wanted = count

    def solved(self) -> Solved:
        found, equations, certain = list[Real](), list[str](), True
        wanted = self.wanted.exact
        if wanted is None:
            raise NotVaried("at", "this value has no exact form")
        for form, low, high in self._forms():
            if not form.letters:
                continue
            equations.append(f"{forms(form)[0].text} = {written_in_letters(wanted).text}")
            rest = form - wanted
            every = roots_of(rest, self.letter)
            if every is None:
                zeros_ = zeros(rest, self.letter, low, high)
                every, certain = list(zeros_.found), certain and zeros_.certain
            found += every
        if not equations:
            raise NotVaried("letter", f"“{self.expression}” does not hang on “{self.letter}”")
        return Solved(
            self.letter, tuple(equations), tuple(self._tried(value) for value in rising(found)), certain
        )

    def _forms(self) -> list[tuple[Exact, Real, Real]]:
        """Every form of the expression in the letter that it has with some of its values, and between which it was met."""
        met: list[tuple[Exact, list[int]]] = []
        for place in sorted(range(len(TRIED)), key=lambda each: abs(each - len(TRIED) // 2)):
            values = {self.letter: self.stand * Real.of(TRIED[place])}
            worked = self.desk.work_out(values, [self.expression])[0]
            if isinstance(worked, str):
                continue
            amount = worked.in_unit(self.unit, self.first.teller.pi)
            known = next((places for form, places in met if gives(form, values, amount)), None)
            if known is not None:
                known.append(place)
                continue
            there = Evaluation(self.problem, (), self.desk.put_for(values))
            inner = InLetters(self.problem, [self.expression], there, self.held, only=[self.letter])
            try:
                met.append((inner.exact(self.expression), [place]))
            except NotClosed as error:
                if not met and TRIED[place] == 1:
                    raise NotVaried("expression", str(error)) from None
        return [(form, self._beside(min(places), -1), self._beside(max(places), 1)) for form, places in met]

    def _beside(self, place: int, way: int) -> Real:
        """The next value that was tried."""
        beyond = place + way
        if 0 <= beyond < len(TRIED):
            return self.stand * Real.of(TRIED[beyond])
        return self.stand * FARTHEST if way > 0 else self.stand / FARTHEST

    def _tried(self, value: Real) -> LetterSolution:
        unit = self.desk.units[self.letter]
        told = self.first.teller.tell(
            self.desk.as_quantity(self.letter, value), unit if unit is not NO_UNIT else None
        )
        return LetterSolution(told, float(value), self._why_not(value))

    def _why_not(self, value: Real) -> str | None:
        worked = self.desk.work_out({self.letter: value}, [self.expression])[0]
        if isinstance(worked, str):
            return worked
        came_to = worked.in_unit(self.unit, self.first.teller.pi)
        if (came_to - self.wanted).sign() == 0:
            return None
        return f"there the form no longer holds: it comes to {self.first.teller.plainly(worked)}"
