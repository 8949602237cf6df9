"""A problem worked out with its letters as letters: every measure comes in them, exactly."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Collection, Iterable, Mapping, Sequence
from contextlib import suppress
from fractions import Fraction
from itertools import count

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate
from mensuration.expressions import Node as Tree
from mensuration.expressions.nodes import Binary, Call, Negative, Number, Power, UnitOf
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.deciding import decisions
from mensuration.numbers.letters import lettered
from mensuration.numbers.monomials import Sum
from mensuration.numbers.rounding import decimal_or_fraction
from mensuration.problem.document import Problem
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.names import Node, where
from mensuration.telling import Teller
from mensuration.telling.expanding import multiplied_out
from mensuration.telling.in_letters import angle_in_letters, written_in_letters
from mensuration.telling.mathematics import Maths
from mensuration.units import ANGLE, NO_UNIT, Unit

STAMPS = count(1)
HALF_A_TURN = Real.of(Fraction(1, 2))
NO_FORM = "this has no exact form in letters"


class LetterTeller(Teller):
    """Tells numbers of units without the units, as people write formulas."""

    def amount(self, quantity: Quantity, unit: Unit | None = None) -> tuple[Real, Unit]:
        value, own = super().amount(quantity, unit)
        return value, own if own.kind == ANGLE else NO_UNIT

    def written(self, quantity: Quantity, unit: Unit | None = None) -> Maths:
        """NotClosed for what may have letters in it and has no exact form: its digits would be those of what the letters stand for."""
        value, own = self.amount(quantity, unit)
        if value.exact is None:
            raise NotClosed(NO_FORM)
        if value.exact.letters:
            return angle_in_letters(value.exact) if own.symbol == "deg" else written_in_letters(value.exact)
        return super().written(quantity, unit)

    def counted(self, node: Tree) -> Tree:
        """``2 w + 20 cm`` as ``2 w + 0.2``, where metres are counted."""
        match node:
            case Binary("*", Number(), UnitOf() | Power(UnitOf())):
                found = evaluate(node, Scope(pi=self.pi))
                count = None if found.kind == ANGLE else self.amount(found)[0].rational
                return node if count is None else Number(count, decimal_or_fraction(count))
            case Binary(operator, left, right, implied):
                return Binary(operator, self.counted(left), self.counted(right), implied)
            case Negative(of):
                return Negative(self.counted(of))
            case Power(base, exponent):
                return Power(self.counted(base), exponent)
            case Call(function, arguments):
                return Call(function, tuple(self.counted(each) for each in arguments))
        return node

    def expanded(self, formula: Tree, scope: Scope, total: Quantity) -> Maths | None:
        def value(piece: Tree) -> Exact | None:
            if isinstance(piece, Number):
                return piece.real.exact
            try:
                return self.amount(evaluate(piece, scope))[0].exact
            except (ExpressionError, ZeroDivisionError):
                return None

        exact = self.amount(total)[0].exact
        try:
            return None if exact is None else multiplied_out(formula, value, exact)
        except NotClosed:  # too long to be a step
            return None

    def plainly(self, quantity: Quantity) -> str:
        """In a sentence of a complaint, which nobody reads here."""
        try:
            return super().plainly(quantity)
        except NotClosed:
            return "…"


class Given(ABC):
    """A letter that is told by the others."""

    @abstractmethod
    def value(self, values: Mapping[str, Real]) -> Real:
        """What it is with these. ValueError or ZeroDivisionError where it can't be."""


class InLetters(Evaluation):
    """A problem worked out with its letters as letters, as far as some expressions need it.

    >>> from mensuration.problem.document import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}]}
    >>> InLetters(read(document), ["bed.area"]).exact("bed.area")
    Exact(6*w - w**2)
    """

    def __init__(
        self,
        problem: Problem,
        expressions: Iterable[str],
        first: Evaluation | None = None,
        given: Mapping[str, Given] | None = None,
        only: Collection[str] | None = None,
    ) -> None:
        """``first``: the same problem worked out with what stands for its letters. ``given``: letters that are told by others.
        ``only``: the letters that are not numbers, all where nothing is said."""
        self.first = first or Evaluation(problem, ())
        self.given = given or {}
        names = list(self.first.names.letters)
        stands = dict(zip(names, self.first.values(names), strict=True))
        put = {name: value for name, value in stands.items() if not isinstance(value, str)}
        self.units = {name: self.first.teller.unit_for(value.kind) or NO_UNIT for name, value in put.items()}
        self.kept = {name: says for name, value in put.items() if (says := _stays(value, self.units[name]))}
        """Letters that stay numbers, and why."""
        self.stands = {
            name: self.first.teller.amount(value)[0]
            for name, value in put.items()
            if name not in self.kept and (only is None or name in only) and name not in self.given
        }
        turns = {name: self.units[name].symbol for name in self.stands if put[name].kind == ANGLE}
        letters = lettered(((name, _near(value)) for name, value in self.stands.items()), next(STAMPS), turns)
        self.values_of = {name: self.first.teller.amount(value)[0] for name, value in put.items()}
        """What every letter stands for, in the unit that it counts."""
        super().__init__(problem, (), self.put_for({name: Real(letter) for name, letter in letters.items()}))
        with decisions() as self._decided:
            self.values(list(expressions))

    def telling(self, teller: Teller) -> Teller:
        return LetterTeller(teller.unit, teller.angle, teller.rounding, teller.pi, teller.rationals)

    def as_quantity(self, name: str, value: Real) -> Quantity:
        """So many of the units that a letter counts."""
        unit = self.units[name]
        return Quantity(value * unit.size(self.first.teller.pi), unit.kind)

    def put_for(self, values: Mapping[str, Real]) -> dict[str, Quantity]:
        """What is put in for all letters with these values for some: what is told by others follows, the rest stands."""
        every = {**self.values_of, **values}
        for name, by in self.given.items():
            with suppress(ValueError, ZeroDivisionError):
                every[name] = by.value(every)
        return {name: self.as_quantity(name, value) for name, value in every.items() if name in self.units}

    def why_not(self, values: Mapping[str, Real]) -> str | None:
        """Why a letter that is told by others can be nothing with these values; None where all can be."""
        every = {**self.values_of, **values}
        for name, by in self.given.items():
            try:
                every[name] = by.value(every)
            except (ValueError, ZeroDivisionError) as error:
                return f"“{name}” can't give way so far: {error}"
        return None

    def work_out(self, values: Mapping[str, Real], expressions: Sequence[str]) -> list[Quantity | str]:
        """What expressions come to with these values for some letters, or why to nothing."""
        says = self.why_not(values)
        if says is not None:
            return [says] * len(expressions)
        return Evaluation(self.problem, (), self.put_for(values)).values(expressions)

    def exact(self, expression: str) -> Exact:
        """An expression as a number of its units, with letters. NotClosed where it has no such form, or none at all."""
        with decisions() as asked:
            value = self.value_or_why(expression)
        self._decided.update(asked)
        if isinstance(value, str):
            raise NotClosed(value)
        exact = self.teller.amount(value)[0].exact
        if exact is None:
            raise NotClosed(NO_FORM)
        return exact

    def work_out_node(self, node: Node) -> None:
        try:
            super().work_out_node(node)
        except NotClosed as error:
            self.complaints.add(where(node, self.names, self.problem), "no-form", str(error))

    @property
    def decided(self) -> list[Sum]:
        """All values with letters whose signs the forms hang on."""
        return list(self._decided)


def _stays(value: Quantity, unit: Unit) -> str | None:
    if value.value.sign() <= 0:
        return "what is told in letters stands for more than 0"
    if value.kind == ANGLE and (HALF_A_TURN - value.value).sign() <= 0:
        return "an angle that is told in letters stands for less than 180°"
    if value.kind == ANGLE and unit.symbol not in ("deg", "rad"):
        return "an angle that is told in letters counts degrees or radians"
    return None


def _near(value: Real) -> Fraction:
    """A fraction that is, or is near to, what a letter stands for."""
    return value.rational or Fraction(float(value))
