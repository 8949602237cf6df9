"""A formula with letters put in, multiplied out: every product of sums term by term, nothing collected yet."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import reduce
from itertools import product

from mensuration.expressions import Node
from mensuration.expressions.nodes import Binary, Negative, Number, Power
from mensuration.numbers import Exact
from mensuration.numbers.exact import ZERO
from mensuration.numbers.letter_angles import as_written
from mensuration.telling import mathematics as m
from mensuration.telling.in_letters import LetterForm, written_in_letters
from mensuration.telling.mathematics import Maths

PUT_IN = "letters put in"
EXPANDED = "expanded"
MOST_TERMS = 12
MOST_POWER = 4
Value = Callable[[Node], Exact | None]
"""What a name, or any other piece of a formula, comes to as a number of its units; None where that has no exact form."""


class Expanded(m.Sum):
    """A sum whose terms are not collected yet."""


def multiplied_out(formula: Node, value: Value, total: Exact) -> Maths | None:
    """The formula's terms; None where it has no product of sums, or where nothing could be collected afterwards.

    >>> from fractions import Fraction
    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers.letters import lettered
    >>> (w,) = lettered([("w", Fraction(3))], 1).values()
    >>> sides = {"width": w + Exact.of(2), "height": w + Exact.of(3)}
    >>> multiplied_out(parse("width height"), lambda node: sides[node.text], sides["width"] * sides["height"]).text
    'w² + 3 w + 2 w + 6'
    """
    if not _has_product_of_sums(formula, value):
        return None
    terms = _terms(formula, value)
    if (
        terms is None
        or not len(total.terms) < len(terms) <= MOST_TERMS
        or not any(term.letters for term in terms)
    ):
        return None
    if reduce(Exact.__add__, terms, ZERO) != total:
        return None
    first, *others = (as_written(term) for term in terms)
    told: Maths = written_in_letters(first)
    for term in others:
        falls = term.ordered()[0][1] < 0
        told = Expanded(told, "-" if falls else "+", written_in_letters(-term if falls else term))
    return told


def _has_product_of_sums(node: Node, value: Value) -> bool:
    match node:
        case Binary("*" | "/", left, right):
            sides = [each for each in (_terms(left, value), _terms(right, value)) if each is not None]
            return any(len(each) > 1 for each in sides)
        case Binary(_, left, right):
            return _has_product_of_sums(left, value) or _has_product_of_sums(right, value)
        case Negative(of):
            return _has_product_of_sums(of, value)
        case Power(base, Number()):
            terms = _terms(base, value)
            return terms is not None and len(terms) > 1
    return False


def _terms(node: Node, value: Value) -> list[Exact] | None:
    """What a formula comes to as terms in the order in which they are met."""
    match node:
        case Binary("*", left, right):
            return _each(left, right, value, Exact.__mul__)
        case Binary("/", left, right):
            below = _terms(right, value)
            if below is None or len(below) != 1 or not below[0]:
                return None
            return _each(left, right, value, Exact.__truediv__)
        case Binary(sign, left, right):
            one, two = _terms(left, value), _terms(right, value)
            if one is None or two is None:
                return None
            return one + ([-each for each in two] if sign == "-" else two)
        case Negative(of):
            inner = _terms(of, value)
            return None if inner is None else [-each for each in inner]
        case Power(base, Number() as exponent) if exponent.value in range(1, MOST_POWER + 1):
            inner = _terms(base, value)
            if inner is None or len(inner) ** int(exponent.value) > MOST_TERMS:
                return None
            return [reduce(Exact.__mul__, each) for each in product(inner, repeat=int(exponent.value))]
        case _:
            found = value(node)
            return None if found is None else [Exact({key: found.terms[key]}) for key, _ in found.ordered()]


def _each(left: Node, right: Node, value: Value, of: Callable[[Exact, Exact], Exact]) -> list[Exact] | None:
    one, two = _terms(left, value), _terms(right, value)
    if one is None or two is None or len(one) * len(two) > MOST_TERMS:
        return None
    return [of(a, b) for a, b in product(one, two)]


def put_in_and_expanded(lines: Sequence[Maths], forms: Sequence[LetterForm]) -> tuple[LetterForm, ...]:
    """What the last line of a working that says more than its value has before that value, as forms that lead to the first one."""
    known = {_without_spaces(form.text) for form in forms}
    for line in reversed(lines):
        *before, value = _sides(line)
        if _without_spaces(value.text) not in known:
            break
        put = [side for each in before if isinstance(each, m.Numbers) for side in each.sides]
        new = [side for side in put if _without_spaces(side.text) not in known]
        if put:
            return tuple(
                LetterForm(EXPANDED if isinstance(side, Expanded) else PUT_IN, side.tex, side.text)
                for side in new
            )
    return ()


def _without_spaces(text: str) -> str:
    return text.replace(" ", "").replace("-", "−")


def _sides(line: Maths) -> tuple[Maths, ...]:
    while isinstance(line, m.Row):
        line = line.items[-1]
    return line.sides if isinstance(line, m.Equal) else (line,)
