"""Expressions over x as sums of terms: a quotient of polynomials times powers of functions. What is integrated term by term.

Equal terms come together and products are multiplied out, so that one look shows what an expression is made of.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from math import isqrt

from flint import fmpq, fmpq_poly

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf

MOST_TERMS = 60
MAX_DEGREE = 40
POLY_X = fmpq_poly([0, 1])
ONE = fmpq_poly([1])
X = Path(("x",))
Atoms = frozenset[tuple[Node, int]]
NO_ATOMS: Atoms = frozenset()


class NoTerms(ValueError):
    """An expression that is no short sum of terms."""


@dataclass(frozen=True)
class Ratio:
    """A quotient of two polynomials in x with nothing in common."""

    above: fmpq_poly
    below: fmpq_poly

    @staticmethod
    def of(above: fmpq_poly, below: fmpq_poly = ONE) -> Ratio:
        """The quotient in lowest terms, its denominator with leading coefficient 1. NoTerms where it is too long."""
        if not below:
            raise NoTerms
        common = above.gcd(below)
        if common.degree() > 0:
            above, below = above // common, below // common
        lead = below[below.degree()]
        if max(above.degree(), below.degree()) > MAX_DEGREE:
            raise NoTerms
        return Ratio(above / lead, below / lead)

    @property
    def polynomial(self) -> fmpq_poly | None:
        return self.above if self.below.degree() == 0 else None

    def __add__(self, other: Ratio) -> Ratio:
        return Ratio.of(self.above * other.below + other.above * self.below, self.below * other.below)

    def __mul__(self, other: Ratio) -> Ratio:
        return Ratio.of(self.above * other.above, self.below * other.below)

    def __neg__(self) -> Ratio:
        return Ratio(-self.above, self.below)


UNITY = Ratio(ONE, ONE)
Terms = dict[Atoms, Ratio]
"""Products of powers of atoms, which are functions of x or constants without a fraction, with what each is multiplied by."""


def terms_of(node: Node) -> Terms:
    """The expression multiplied out. NoTerms where that is too long.

    >>> from mensuration.expressions import parse
    >>> [(atoms, ratio.above) for atoms, ratio in terms_of(parse("0.5 x (4 - x)")).items()]
    [(frozenset(), (-1/2)*x^2 + 2*x)]
    """
    match node:
        case Number(value):
            return (
                {NO_ATOMS: Ratio.of(fmpq_poly([fmpq(value.numerator, value.denominator)]))} if value else {}
            )
        case Path(("x",)):
            return {NO_ATOMS: Ratio(POLY_X, ONE)}
        case Path() | UnitOf():
            return {frozenset({(node, 1)}): UNITY}
        case Negative(of):
            return {atoms: -ratio for atoms, ratio in terms_of(of).items()}
        case Binary("+", left, right):
            return _plus(terms_of(left), terms_of(right))
        case Binary("-", left, right):
            return _plus(terms_of(left), terms_of(Negative(right)))
        case Binary("*", left, right):
            return _times(terms_of(left), terms_of(right))
        case Binary("/", left, right):
            return _times(terms_of(left), _inverse(terms_of(right)))
        case Power(base, Number(value)) if value.denominator == 1:
            return _raised(terms_of(base), int(value))
        case Call("sqrt", (of,)):
            return _root(of)
        case Call(name, arguments):
            return {frozenset({(Call(name, tuple(map(tidied, arguments))), 1)}): UNITY}
    raise NoTerms


def _root(of: Node) -> Terms:
    inside = terms_of(of)
    ratio = inside.get(NO_ATOMS) if len(inside) == 1 else None
    if ratio is not None and ratio.polynomial is not None and ratio.above.degree() == 0:
        known = root_of_fraction(ratio.above[0])
        if known is not None:
            return {NO_ATOMS: Ratio(fmpq_poly([known]), ONE)}
    return {frozenset({(Call("sqrt", (tidied_terms(inside),)), 1)}): UNITY}


def _plus(one: Terms, two: Terms) -> Terms:
    found = dict(one)
    for atoms, ratio in two.items():
        total = found[atoms] + ratio if atoms in found else ratio
        if total.above:
            found[atoms] = total
        else:
            found.pop(atoms, None)
    if len(found) > MOST_TERMS:
        raise NoTerms
    return found


def _times(one: Terms, two: Terms) -> Terms:
    found: Terms = {}
    for a, p in one.items():
        for b, q in two.items():
            found = _plus(found, _product(a, b, p * q))
    return found


def _product(one: Atoms, two: Atoms, ratio: Ratio) -> Terms:
    powers = dict(one)
    for atom, power in two:
        powers[atom] = powers.get(atom, 0) + power
    found: Terms = {NO_ATOMS: ratio}
    left: dict[Node, int] = {}
    for atom, power in powers.items():
        pairs = power // 2 if power > 0 else -(-power // 2)
        if isinstance(atom, Call) and atom.function == "sqrt" and pairs:  # √q √q is q
            found = _times(found, _raised(terms_of(atom.arguments[0]), pairs))
            power -= 2 * pairs
        if power:
            left[atom] = power
    found = _times(found, _roots_together(left)) if len(left) > 1 else found
    if not left:
        return found
    return {frozenset({*atoms, *left.items()}): own for atoms, own in found.items()}


def _roots_together(left: dict[Node, int]) -> Terms:
    """Several roots of quotients become one, which is taken from ``left`` where it comes to a number."""
    roots = [
        (atom, power, own)
        for atom, power in left.items()
        if isinstance(atom, Call)
        and atom.function == "sqrt"
        and (own := terms_of(atom.arguments[0])).keys() == {NO_ATOMS}
    ]
    if len(roots) < 2:
        return {NO_ATOMS: UNITY}
    whole: Terms = {NO_ATOMS: UNITY}
    for atom, power, own in roots:
        del left[atom]
        whole = _times(whole, _raised(own, power))
    ratio = whole[NO_ATOMS]
    top = ratio.polynomial
    if top is not None and top.degree() == 0 and (root := root_of_fraction(top[0])):
        return {NO_ATOMS: Ratio.of(fmpq_poly([root]))}
    left[Call("sqrt", (tidied_terms(whole),))] = 1
    return {NO_ATOMS: UNITY}


def root_of_fraction(value: fmpq) -> fmpq | None:
    """The square root of a fraction that is a square."""
    roots = [isqrt(abs(int(n))) for n in (value.p, value.q)]
    return fmpq(*roots) if value >= 0 and roots[0] ** 2 == value.p and roots[1] ** 2 == value.q else None


def _inverse(terms: Terms) -> Terms:
    if len(terms) != 1:
        whole = tidied_terms(terms)
        return {frozenset({(whole, -1)}): UNITY}
    ((atoms, ratio),) = terms.items()
    return {frozenset((atom, -power) for atom, power in atoms): Ratio.of(ratio.below, ratio.above)}


def _raised(terms: Terms, power: int) -> Terms:
    if power < 0:
        return _raised(_inverse(terms), -power)
    found: Terms = {NO_ATOMS: UNITY}
    for _ in range(power):
        found = _times(found, terms)
    return found


# Back to expressions


def tidied(node: Node) -> Node:
    """The expression multiplied out and put in order; itself where that is too long."""
    try:
        return tidied_terms(terms_of(node))
    except NoTerms:
        return node


def tidied_terms(terms: Terms) -> Node:
    """Terms as one expression, polynomials with the highest power first."""
    found: list[Node] = []
    for atoms in sorted(terms, key=lambda each: (len(each), str(each))):
        found += _term_nodes(atoms, terms[atoms])
    return added_up(found)


def added_up(parts: list[Node]) -> Node:
    """A sum in which what is taken away has its own sign."""
    if not parts:
        return number(fmpq(0))
    total = parts[0]
    for part in parts[1:]:
        total = Binary("-", total, part.of) if isinstance(part, Negative) else Binary("+", total, part)
    return total


def _term_nodes(atoms: Atoms, ratio: Ratio) -> Iterator[Node]:
    factors = [
        atom if power == 1 else Power(atom, number(fmpq(power)))
        for atom, power in sorted(atoms, key=str)
        if power > 0
    ]
    under = [
        atom if power == -1 else Power(atom, number(fmpq(-power)))
        for atom, power in sorted(atoms, key=str)
        if power < 0
    ]
    if ratio.below.degree() > 0:
        under.append(polynomial(ratio.below))
    tops = monomials(ratio.above) if not under and not factors else [ratio.above]
    for top in tops:
        yield _quotient(top, factors, under)


def _quotient(top: fmpq_poly, factors: list[Node], under: list[Node]) -> Node:
    number_above = top[top.degree()]
    negative = number_above < 0
    if negative:
        top = -top
    denominator = top.denom() if top.degree() == 0 or len(list(monomials(top))) == 1 else 1
    top = top * denominator
    parts = ([] if top == ONE and factors else [polynomial(top)]) + factors
    node = parts[0]
    for part in parts[1:]:
        node = Binary("*", node, part, implied=not isinstance(part, Number))
    below = ([number(fmpq(denominator))] if denominator != 1 else []) + under
    if below:
        bottom = below[0]
        for part in below[1:]:
            bottom = Binary("*", bottom, part)
        node = Binary("/", node, bottom)
    return Negative(node) if negative else node


def monomials(of: fmpq_poly) -> list[fmpq_poly]:
    """Its terms, the highest power first."""
    powers = range(of.degree(), -1, -1)
    return [fmpq_poly([0] * k + [of[k]]) for k in powers if of[k]]


def polynomial(of: fmpq_poly) -> Node:
    """A polynomial as an expression."""
    if of.degree() <= 0:
        return number(of[0])
    parts: list[Node] = []
    for one in monomials(of):
        k = one.degree()
        own: Node | None = None if k == 0 else X if k == 1 else Power(X, number(fmpq(k)))
        size = abs(one[k])
        node = (
            number(size)
            if own is None
            else own
            if size == 1
            else Binary("*", number(size), own, implied=True)
        )
        if own is not None and size.q != 1:
            top = own if size.p == 1 else Binary("*", number(fmpq(size.p)), own, implied=True)
            node = Binary("/", top, number(fmpq(size.q)))
        parts.append(Negative(node) if one[k] < 0 else node)
    return added_up(parts)


def number(value: fmpq) -> Node:
    """A fraction as an expression."""
    exact = Fraction(int(value.p), int(value.q))
    return Negative(Number(-exact, str(-exact))) if exact < 0 else Number(exact, str(exact))


def put_in(node: Node, what: Node) -> Node:
    """The expression with x replaced."""
    match node:
        case Path(("x",)):
            return what
        case Negative(of):
            return Negative(put_in(of, what))
        case Binary(operator, left, right, implied):
            return Binary(operator, put_in(left, what), put_in(right, what), implied)
        case Power(base, exponent):
            return Power(put_in(base, what), put_in(exponent, what))
        case Call(name, arguments):
            return Call(name, tuple(put_in(argument, what) for argument in arguments))
    return node
