"""Putting expressions of antiderivatives together, as short as people would write them."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from operator import add, mul, sub, truediv

from flint import fmpq, fmpq_poly

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power
from mensuration.profiles.terms import NO_ATOMS, number, polynomial, root_of_fraction, terms_of

UNITY = number(fmpq(1))
_X = fmpq_poly([0, 1])
MOST = 64  # of a power that is multiplied out at once
_OPERATORS: Mapping[str, Callable[[fmpq_poly, fmpq_poly], fmpq_poly]] = {
    "+": add,
    "-": sub,
    "*": mul,
    "/": truediv,
}


class NotFound(Exception):
    """An integrand without an antiderivative of a form that is known here."""


def raised(node: Node, power: int) -> Node:
    """A power above 0."""
    return node if power == 1 else Power(node, number(fmpq(power)))


def root_of(value: fmpq) -> Node:
    """The square root of a number: a number itself where it is one."""
    root = root_of_fraction(value)
    return Call("sqrt", (number(value),)) if root is None else number(root)


def product(one: Node, other: Node) -> Node:
    """Two factors, the first left out where it is 1."""
    return other if one == UNITY else Binary("*", one, other)


def divided(node: Node, by: Node) -> Node:
    """A quotient, unless by 1."""
    return node if by == UNITY else Binary("/", node, by)


def negated(node: Node) -> Node:
    """With the other sign."""
    return node.of if isinstance(node, Negative) else Negative(node)


def times(factor: fmpq, node: Node) -> Iterator[Node]:
    """A number of times an expression: nothing of 0."""
    if not factor:
        return
    size = abs(factor)
    own = node if size.p == 1 else product(number(fmpq(size.p)), node)
    if size.q != 1:
        own = Binary("/", own, number(fmpq(size.q)))
    yield Negative(own) if factor < 0 else own


def times_polynomial(factor: fmpq_poly, node: Node) -> Iterator[Node]:
    """A polynomial times an expression: nothing of 0."""
    if factor.degree() == 0:
        yield from times(factor[0], node)
    elif factor:
        yield product(polynomial(factor), node)


def polynomial_in(node: Node) -> fmpq_poly:
    """An expression as a polynomial in x. NotFound where it is none."""
    plain = _plainly(node)
    if plain is not None:
        return plain
    terms = terms_of(node)
    if any(atoms for atoms in terms) or not terms:
        raise NotFound
    found = terms[NO_ATOMS].polynomial
    if found is None:
        raise NotFound
    return found


def _plainly(node: Node) -> fmpq_poly | None:
    """What is put as a polynomial already, which is quick to see."""
    match node:
        case Number(value):
            return fmpq_poly([fmpq(value.numerator, value.denominator)])
        case Path(("x",)):
            return _X
        case Negative(of):
            inner = _plainly(of)
            return None if inner is None else -inner
        case Power(base, Number(power)) if power.denominator == 1 and 0 <= power <= MOST:
            below = _plainly(base)
            return None if below is None else below ** int(power)
        case Binary(operator, left, right):
            one, two = _plainly(left), _plainly(right)
            if one is None or two is None or (operator == "/" and (two.degree() > 0 or not two)):
                return None
            return _OPERATORS[operator](one, two)
    return None


def linear(of: fmpq_poly) -> fmpq_poly:
    """The polynomial itself. NotFound unless it is of the first degree."""
    if of.degree() != 1:
        raise NotFound
    return of
