"""Antiderivatives of a polynomial with the root of a linear or square function, or a cube root of a linear one."""

from __future__ import annotations

from collections.abc import Iterator

from flint import fmpq, fmpq_mat, fmpq_poly

from mensuration.expressions.nodes import Binary, Call, Negative, Node
from mensuration.profiles.derivatives import RADIAN
from mensuration.profiles.forming import (
    NotFound,
    divided,
    linear,
    polynomial_in,
    product,
    raised,
    root_of,
    times,
    times_polynomial,
)
from mensuration.profiles.terms import NO_ATOMS, Ratio, number, polynomial, root_of_fraction, terms_of

_HALF, _TWO = fmpq(1, 2), fmpq(2)


def of_cube_root(argument: Node, power: int, top: fmpq_poly) -> Iterator[Node]:
    """A polynomial times powers of the cube root of a linear u: by powers of u."""
    inside = linear(polynomial_in(argument))
    slope = inside[1]
    root = Call("cbrt", (argument,))
    left, degree = top, 0
    while left:
        left, low = divmod(left, inside)
        if low:
            size = fmpq(power + 3 * degree, 3) + 1
            if not size:
                raise NotFound
            thirds = power + 3 * degree + 3
            yield from times(
                low[0] / (slope * size),
                raised(root, thirds) if thirds > 0 else Binary("/", number(fmpq(1)), raised(root, -thirds)),
            )
        degree += 1


def of_root(argument: Node, power: int, ratio: Ratio) -> Iterator[Node]:
    """p √q or p/√q, of which both are P/√q: that is Q √q + λ ∫ 1/√q for some Q and λ, found by comparing coefficients."""
    over = _over_polynomial(argument)
    if over is not None:
        size, below = over
        root = root_of(size)
        for part in of_root(polynomial(below), -power, ratio):
            own = part.of if isinstance(part, Negative) else part
            whole = product(root, own) if power == 1 else divided(own, root)
            yield Negative(whole) if isinstance(part, Negative) else whole
        return
    inside, top = polynomial_in(argument), ratio.polynomial
    if top is None:  # √q q' over a power of q, as of p/(q √q)
        yield from _over_powers(inside, argument, power, ratio)
        return
    if power not in (1, -1):
        raise NotFound
    if power == 1:
        top = top * inside
    steep = inside.derivative()
    if inside.degree() not in (1, 2):
        root = raised(Call("sqrt", (argument,)), 1)
        quotient, rest = divmod(top, steep)
        if rest or quotient.degree() > inside.degree():
            raise NotFound
        # u'(c u + d)/√u is the derivative of (2c/3) u√u + 2d √u
        share, rest = divmod(quotient, inside)
        if share.degree() > 0 or rest.degree() > 0:
            raise NotFound
        yield from times(share[0] * 2 / 3, Binary("*", polynomial(inside), root, implied=True))
        yield from times(rest[0] * 2, root)
        return
    degree = int(top.degree())
    count = max(degree, 0) + 1  # the unknown coefficients of Q, then λ
    rows = [[fmpq(0)] * (count + 1) for _ in range(degree + 3)]
    for k in range(count):
        one = fmpq_poly([0] * k + [1])
        for i, value in enumerate((one.derivative() * inside + one * steep * _HALF).coeffs()):
            if i < len(rows):
                rows[i][k] = value
    rows[0][count] = fmpq(1)
    wanted = [top[i] for i in range(len(rows))]
    solution = _solved(rows, wanted)
    outer = fmpq_poly(solution[:count])
    if outer:
        yield from times_polynomial(outer, Call("sqrt", (argument,)))
    if solution[count]:
        yield from times(solution[count], _over_root(inside, argument))


def _over_polynomial(argument: Node) -> tuple[fmpq, fmpq_poly] | None:
    """A number over a polynomial, both as positive as can be."""
    ratio = terms_of(argument).get(NO_ATOMS)
    if ratio is None or ratio.polynomial is not None or ratio.above.degree() != 0:
        return None
    size, below = ratio.above[0], ratio.below
    return (-size, -below) if size < 0 else (size, below)


def _over_powers(inside: fmpq_poly, argument: Node, power: int, ratio: Ratio) -> Iterator[Node]:
    """c u'/(u √u), which is the derivative of -2c/√u."""
    if power not in (1, -1):
        raise NotFound
    below = inside * inside if power == 1 else inside
    top = ratio.above * below
    quotient, rest = divmod(top, ratio.below)
    if rest:
        raise NotFound
    share, rest = divmod(quotient, inside.derivative())
    if rest or share.degree() != 0:
        raise NotFound
    yield from times(-2 * share[0], Binary("/", number(fmpq(1)), Call("sqrt", (argument,))))


def _over_root(inside: fmpq_poly, argument: Node) -> Node:
    """∫ 1/√q: a root where q is linear, an arc sine where it opens downwards, a logarithm where it opens upwards."""
    root = Call("sqrt", (argument,))
    if inside.degree() == 1:
        return divided(Binary("*", number(_TWO), root, implied=True), number(inside[1]))
    a, b, c = inside[2], inside[1], inside[0]
    steep = inside.derivative()
    if a < 0:
        spread = b * b - 4 * a * c
        if spread <= 0:
            raise NotFound
        sine = Call("asin", (_by(-steep, spread),))
        return divided(Binary("/", sine, RADIAN), root_of(-a))
    twice = product(root_of(4 * a), root)
    inner = Binary("+", polynomial(steep), twice)
    return divided(Call("ln", (Call("abs", (inner,)),)), root_of(a))


def _by(top: fmpq_poly, square: fmpq) -> Node:
    """A polynomial over the root of a number."""
    root = root_of_fraction(square)
    return polynomial(top / root) if root is not None else Binary("/", polynomial(top), root_of(square))


def _solved(rows: list[list[fmpq]], wanted: list[fmpq]) -> list[fmpq]:
    """The one solution of equations of which there may be too many. NotFound where there is none."""
    width = len(rows[0])
    whole = fmpq_mat(
        len(rows), width + 1, [v for row, w in zip(rows, wanted, strict=True) for v in (*row, w)]
    )
    reduced, rank = whole.rref()
    found, place = [fmpq(0)] * width, 0
    for i in range(rank):
        pivot = next(j for j in range(width + 1) if reduced[i, j])
        if pivot == width:
            raise NotFound
        found[pivot], place = reduced[i, width], place + 1
    return found
