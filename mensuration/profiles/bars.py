"""Curves with bars: stretches are parted where what stands in them is nothing, so that on each it is itself or its opposite."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import pairwise

from flint import fmpq, fmpq_poly

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Power, children
from mensuration.numbers import Real
from mensuration.profiles.curves import Curve, Stretch
from mensuration.profiles.forming import NotFound, polynomial_in
from mensuration.profiles.terms import NoTerms

MOST = 12  # places at which a stretch is parted


def without_bars(curve: Curve) -> Curve:
    """The same curve, its bars gone round polynomials whose zeros are fractions; others stay.

    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers import PI
    >>> bent = Curve((Stretch(parse("abs(x - 1)"), Real.of(0), Real.of(3)),), {}, PI)
    >>> [stretch.end for stretch in without_bars(bent).stretches]
    [Real('1'), Real('3')]
    """
    if not any("abs" in stretch.functions for stretch in curve.stretches):
        return curve
    found = [each for stretch in curve.stretches for each in _parted(stretch)]
    return Curve(tuple(found), curve.names, curve.pi)


def _bars(node: Node) -> list[Node]:
    """What stands in bars."""
    own = [node.arguments[0]] if isinstance(node, Call) and node.function == "abs" else []
    return own + [inner for child in children(node) for inner in _bars(child)]


def _parted(stretch: Stretch) -> Iterator[Stretch]:
    start, end = float(stretch.start), float(stretch.end)
    known = {
        inside: polynomial
        for inside in _bars(stretch.tree)
        if (polynomial := _with_fractions(inside)) is not None
    }
    places = sorted({zero for _, zeros in known.values() for zero in zeros if start < zero < end})
    if not known or len(places) > MOST:
        yield stretch
        return
    ends = [(start, stretch.start), *((float(x), Real.of(x)) for x in places), (end, stretch.end)]
    for (low, a), (high, b) in pairwise(ends):
        middle = fmpq(*((low + high) / 2).as_integer_ratio())
        signs = {inside: 1 if polynomial(middle) >= 0 else -1 for inside, (polynomial, _) in known.items()}
        yield Stretch(_without(stretch.tree, signs), a, b)


def _with_fractions(inside: Node) -> tuple[fmpq_poly, list[Fraction]] | None:
    """A polynomial with its zeros; None where it is none, or one of its zeros is no fraction."""
    try:
        polynomial = polynomial_in(inside)
    except (NotFound, NoTerms):
        return None
    factors = [polynomial] if polynomial.degree() == 1 else [factor for factor, _ in polynomial.factor()[1]]
    found = []
    for factor in factors:
        if factor.degree() == 1:
            zero = -factor[0] / factor[1]
            found.append(Fraction(int(zero.p), int(zero.q)))
        elif factor.degree() > 2 or factor[1] * factor[1] > 4 * factor[2] * factor[0]:
            return None
    return polynomial, found


def _without(node: Node, signs: dict[Node, int]) -> Node:
    match node:
        case Call("abs", (inside,)) if inside in signs:
            return inside if signs[inside] >= 0 else Negative(inside)
        case Call(name, arguments):
            return Call(name, tuple(_without(each, signs) for each in arguments))
        case Negative(of):
            return Negative(_without(of, signs))
        case Binary(operator, left, right, implied):
            return Binary(operator, _without(left, signs), _without(right, signs), implied)
        case Power(base, exponent):
            return Power(_without(base, signs), exponent)
    return node
