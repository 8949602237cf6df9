"""Curves with bars: stretches are parted where what stands in them is nothing, so that on each it is itself or its opposite."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import pairwise

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Power, children
from mensuration.numbers import Real
from mensuration.profiles.curves import Curve, Stretch
from mensuration.profiles.terms import NO_ATOMS, NoTerms, terms_of

MOST = 12  # places at which a stretch is parted


def without_bars(curve: Curve) -> Curve:
    """The same curve, its bars gone round polynomials whose zeros are fractions; others stay.

    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers import PI
    >>> bent = Curve((Stretch(parse("abs(x - 1)"), Real.of(0), Real.of(3)),), {}, PI)
    >>> [stretch.end for stretch in without_bars(bent).stretches]
    [Real('1'), Real('3')]
    """
    if not any(_bars(stretch.tree) for stretch in curve.stretches):
        return curve
    found = [each for stretch in curve.stretches for each in _parted(curve, stretch)]
    return Curve(tuple(found), curve.names, curve.pi)


def _bars(node: Node) -> list[Node]:
    """What stands in bars."""
    own = [node.arguments[0]] if isinstance(node, Call) and node.function == "abs" else []
    return own + [inner for child in children(node) for inner in _bars(child)]


def _parted(curve: Curve, stretch: Stretch) -> Iterator[Stretch]:
    start, end = float(stretch.start), float(stretch.end)
    zeros: dict[Node, list[Fraction]] = {}
    for inside in _bars(stretch.tree):
        known = _zeros(inside)
        if known is not None:
            zeros[inside] = known
    places = sorted({zero for known in zeros.values() for zero in known if start < zero < end})
    if not zeros or len(places) > MOST:
        yield stretch
        return
    ends = [stretch.start, *map(Real.of, places), stretch.end]
    for a, b in pairwise(ends):
        middle = (a + b) / Real.of(2)
        signs = {
            inside: Curve((Stretch(inside, a, b),), curve.names, curve.pi).at(middle).sign()
            for inside in zeros
        }
        yield Stretch(_without(stretch.tree, signs), a, b)


def _zeros(inside: Node) -> list[Fraction] | None:
    """The zeros of a polynomial; None where it is none, or one of its zeros is no fraction."""
    try:
        terms = terms_of(inside)
    except NoTerms:
        return None
    ratio = terms.get(NO_ATOMS)
    if list(terms) != [NO_ATOMS] or ratio is None or ratio.polynomial is None:
        return None
    _, factors = ratio.above.factor()
    found = []
    for factor, _ in factors:
        if factor.degree() == 1:
            zero = -factor[0] / factor[1]
            found.append(Fraction(int(zero.p), int(zero.q)))
        elif factor.degree() > 2 or factor[1] * factor[1] > 4 * factor[2] * factor[0]:
            return None
    return found


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
