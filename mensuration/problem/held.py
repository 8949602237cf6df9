"""What is held fixed: an expression keeps a value, and a letter gives way, by a formula where there is one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from mensuration.expressions import ExpressionError
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.equations import coefficients, solved, zeros
from mensuration.numbers.letter_angles import itself
from mensuration.numbers.letters import put_in
from mensuration.numbers.monomials import Sum, monomial
from mensuration.numbers.settling import settled
from mensuration.numbers.zero import negative
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Hold, Problem
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.holding import check_here
from mensuration.problem.in_letters import Given, InLetters

FARTHEST = Real.of(10**4)  # times what a letter stands for: how far it gives way


@dataclass(frozen=True)
class Held(Given):
    """A letter that gives way. ``formula``: what it is by the others, where that can be told; ``rest`` is 0 then."""

    letter: str
    formula: Exact | None
    rest: Exact
    near: Real

    def value(self, values: Mapping[str, Real]) -> Real:
        """In the unit that it counts. ValueError or ZeroDivisionError where it can't be."""
        if self.formula is not None:
            found = put_in(self.formula, values)
            if found.sign() <= 0:
                raise ValueError("it would not be more than 0")
            return found
        alone = put_in(self.rest, {**values, self.letter: Real(self._letter)}).exact
        if alone is None or len(alone.letters) != 1:
            raise ValueError("there is no formula of what is held")
        there = zeros(alone, self.letter, self.near / FARTHEST, self.near * FARTHEST).found
        if not there:
            raise ValueError("nothing that it could be keeps this")
        return min(there, key=lambda zero: abs(float(zero - self.near)))

    @property
    def _letter(self) -> Exact:
        return next(itself(each) for each in self.rest.letters if each.name == self.letter)


def held_letters(problem: Problem, complaints: Complaints) -> dict[str, Held]:
    """The letters that give way, by name. What can't be held is complained about.

    >>> from mensuration.problem.document import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "h"}}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": n, "stands": "2"} for n in "wh"]}
    >>> document["hold"] = [{"expression": "bed.perimeter", "at": "40", "gives": "h"}]
    >>> held_letters(read(document), Complaints())["h"].formula
    Exact(20 - w)
    """
    found: dict[str, Held] = {}
    for number, hold in enumerate(problem.hold or ()):
        try:
            found[hold.gives] = _held(problem, hold, found)
        except (ExpressionError, NotClosed) as error:
            says = error.says if isinstance(error, ExpressionError) else str(error)
            complaints.add(f"hold.{number}", "not-held", says)
    return found


def _held(problem: Problem, hold: Hold, before: Mapping[str, Held]) -> Held:
    names = [letter.name for letter in problem.letters or ()]
    if hold.gives not in names:
        known = ", ".join(names) or "none"
        raise ExpressionError(
            "no-letter", f"there is no letter “{hold.gives}” that could give way: the letters are {known}"
        )
    if hold.gives in before:
        raise ExpressionError("gives-twice", f"“{hold.gives}” gives way already")
    inner = InLetters(problem, [hold.expression], given=before)
    if hold.gives not in inner.stands:
        says = inner.kept.get(hold.gives, "what stands for it can't be worked out")
        raise ExpressionError("stays", f"“{hold.gives}” can't give way: {says}")
    exact = inner.exact(hold.expression)
    check_here(inner, exact, inner.work_out({}, [hold.expression])[0])
    rest = exact - _at(inner.first, hold, exact)
    if not any(letter.name == hold.gives for letter in rest.letters):
        raise ExpressionError("does-not-hang", f"“{hold.expression}” does not hang on “{hold.gives}”")
    near = inner.stands[hold.gives]
    return Held(hold.gives, _formula(rest, hold.gives, near), rest, near)


def _at(first: Evaluation, hold: Hold, exact: Exact) -> Exact:
    """The value at which it is held, in the unit of the expression; a bare number has that unit."""
    held, at = first.values([hold.expression, hold.at])
    if isinstance(held, str) or isinstance(at, str):
        raise ExpressionError("not-held", next(each for each in (held, at) if isinstance(each, str)))
    count = first.teller.count(at, held.kind)
    if count is None:
        raise ExpressionError(
            "wrong-kind", f"“{hold.expression}” is {held.kind.says()}: it can't be held at {at.kind.says()}"
        )
    if count.exact is None:
        raise NotClosed("this value has no exact form")
    return count.exact


def _without_root(rest: Exact, letter: str) -> Exact:
    """``c √S + d`` squared to ``S − (d/c)²``, where the letter stands only in S and d/c is not more than 0."""
    within = [key for key in rest.terms if any(each.name == letter for each in key.lettered)]
    if len(within) != 1:
        return rest
    (key,) = within
    roots = [base for base, e in key.factors if isinstance(base, Sum) and e == Fraction(1, 2)]
    inside = [base for base in roots if any(each.name == letter for each in base.letters)]
    if len(inside) != 1:
        return rest
    others = Exact(
        {monomial(key.pi, [f for f in key.factors if f[0] is not inside[0]], key.angle): rest.terms[key]}
    )
    side = settled((Exact({key: rest.terms[key]}) - rest) / others)
    return settled(Exact(inside[0].terms) - side * side) if side and not negative(side) else rest


def _formula(rest: Exact, letter: str, near: Real) -> Exact | None:
    """What the letter is by the others: of two solutions the one that is nearest to what stands for it."""
    try:
        read = coefficients(_without_root(rest, letter), letter)
        found = [] if read is None else solved(*read)
    except (NotClosed, ValueError):
        return None
    exact = [zero for zero in found if zero.exact is not None and zero.sign() > 0]
    if not exact or len(exact) < len([zero for zero in found if zero.sign() > 0]):
        return None
    return min(exact, key=lambda zero: abs(float(zero) - float(near))).exact
