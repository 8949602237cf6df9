"""Stretches at whose ends a square root is steep beyond all bounds, as a half circle is, told over another letter, over which
they are smooth.

Where u = r² - (x - m)², with x = m + r sin φ is √u = r cos φ. Where u = (x - a) v, with x = a + h t² is √u = t √(h v), which is not steep at t = 0; at the other end, and at both, likewise
(P. J. Davis and P. Rabinowitz, Methods of Numerical Integration, 1984, section 2.12).
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator, Mapping
from contextlib import suppress
from fractions import Fraction
from math import pi

from flint import fmpq, fmpq_poly

from mensuration.expressions.algebras import FLOATS, closure
from mensuration.expressions.functions import arc_sine
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Path, Power, children
from mensuration.numbers import NOUGHT, UNIT, Real
from mensuration.profiles.curves import Stretch, X
from mensuration.profiles.derivatives import RADIAN
from mensuration.profiles.forming import NotFound, polynomial_in, product, root_of
from mensuration.profiles.terms import NoTerms, number, polynomial

NEARLY = 1e-9
_FROM_START, _FROM_END = fmpq_poly([0, 1]), fmpq_poly([1, -1])
_WAYS = {
    (True, False): _FROM_START**2,
    (False, True): 1 - _FROM_END**2,
    (True, True): _FROM_START**2 * (3 - 2 * _FROM_START),
}
"""How far x has come where square roots are nothing at its start, its end, or both."""


def straightened(stretch: Stretch) -> Stretch:
    """A stretch from 0 to 1 with the same integral, where square roots of polynomials are nothing at an end; else the stretch.

    >>> from mensuration.expressions import parse
    >>> from mensuration.numbers import Real
    >>> own = straightened(Stretch(parse("sqrt(x)"), Real.of(0), Real.of(4)))
    >>> own.tree == parse("2 * x * 8 x")
    True
    """
    if "sqrt" not in stretch.functions:
        return stretch
    inside = _under_roots(stretch.tree)
    start, end = stretch.start.rational, stretch.end.rational
    if start is None or end is None or not any(_about_nothing(each, (start, end)) for each in inside):
        return stretch
    roots = dict(_polynomials(inside))
    a, b = (fmpq(side.numerator, side.denominator) for side in (start, end))
    steep = [u for u in roots.values() if not u(a) or not u(b)]
    if not steep:
        return stretch
    if all(u == steep[0] for u in steep) and steep[0].degree() == 2 and steep[0][2] < 0:
        return _round(stretch, steep[0], {inside for inside, u in roots.items() if u == steep[0]}, (a, b))
    way = a + (b - a) * _WAYS[any(not u(a) for u in steep), any(not u(b) for u in steep)]
    known = {inside: _root_over(u(way)) for inside, u in roots.items()}
    tree = Binary("*", _over(stretch.tree, known, polynomial(way)), polynomial(way.derivative()))
    return Stretch(tree, NOUGHT, UNIT)


def _round(stretch: Stretch, u: fmpq_poly, inside: Collection[Node], ends: tuple[fmpq, fmpq]) -> Stretch:
    """Over the angle in turns where what is under the root is k (r² - (x - m)²), as for the arc of a circle."""
    middle = -u[1] / (2 * u[2])
    radius = max(abs(end - middle) for end in ends if not u(end))
    if not radius or any(abs(end - middle) > radius for end in ends):
        return stretch
    start, end = (_arc((e - middle) / radius) for e in ends)
    along, upright = (product(number(radius), Call(name, (X,))) for name in ("sin", "cos"))
    way = Binary("+", number(middle), along) if middle else along
    tree = _over(stretch.tree, dict.fromkeys(inside, product(root_of(-u[2]), upright)), way)
    return Stretch(Binary("*", tree, Binary("/", upright, RADIAN)), start, end)


def _arc(sine: fmpq) -> Real:
    """The angle between -1/4 and 1/4 of a turn with this sine, in turns."""
    if sine.q == 1:
        return Real.of(Fraction(int(sine.p), 4))
    return arc_sine(Real.of(Fraction(int(sine.p), int(sine.q))))


def _under_roots(node: Node) -> list[Node]:
    """What square roots are taken of."""
    own = [node.arguments[0]] if isinstance(node, Call) and node.function == "sqrt" else []
    return own + [inside for child in children(node) for inside in _under_roots(child)]


def _about_nothing(inside: Node, places: Iterable[Fraction]) -> bool:
    """Whether it may be 0 at one of the places: a quick look, since most are not."""
    try:
        form = closure(inside, FLOATS)
        return any(abs(form({"x": float(x), "pi": pi})) < NEARLY for x in places)
    except (KeyError, ValueError, ArithmeticError):
        return False


def _polynomials(inside: Iterable[Node]) -> Iterator[tuple[Node, fmpq_poly]]:
    for each in inside:
        with suppress(NotFound, NoTerms, ZeroDivisionError):
            yield each, polynomial_in(each)


def _root_over(under: fmpq_poly) -> Node:
    """The square root of a polynomial, squares of the way from either end taken out."""
    outer = fmpq_poly([1])
    for way in (_FROM_START, _FROM_END):
        while under and not under % (way * way):
            under, outer = under // (way * way), outer * way
    root = root_of(under[0]) if under.degree() < 1 else Call("sqrt", (polynomial(under),))
    return root if outer.degree() < 1 else product(root, polynomial(outer))


def _over(node: Node, roots: Mapping[Node, Node], way: Node) -> Node:
    """An expression with x replaced by the way it goes, and some roots by what is known of them."""
    match node:
        case Call("sqrt", (inside,)) if inside in roots:
            return roots[inside]
        case Path(("x",)):
            return way
        case Call(name, arguments):
            return Call(name, tuple(_over(each, roots, way) for each in arguments))
        case Negative(of):
            return Negative(_over(of, roots, way))
        case Binary(operator, left, right, implied):
            return Binary(operator, _over(left, roots, way), _over(right, roots, way), implied)
        case Power(base, exponent):
            return Power(_over(base, roots, way), exponent)
    return node
