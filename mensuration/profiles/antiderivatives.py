"""Antiderivatives in short form, term by term; what is found is only used once its derivative's integral has been seen to agree.

Rational functions by partial fractions; polynomials with a sine, cosine, power of e or logarithm by parts, or as the derivative of
what stands inside; with the root of a linear or square function by an ansatz with unknown coefficients; squares and products of
sines and cosines by the double angle. After G. H. Hardy, The Integration of Functions of a Single Variable, 1905.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction

from flint import fmpq, fmpq_mat, fmpq_poly

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Power, paths
from mensuration.profiles.derivatives import RADIAN
from mensuration.profiles.terms import (
    NO_ATOMS,
    ONE,
    Atoms,
    NoTerms,
    Ratio,
    added_up,
    number,
    polynomial,
    root_of_fraction,
    terms_of,
    tidied_terms,
)

_HALF, _TWO = fmpq(1, 2), fmpq(2)
UNITY = number(fmpq(1))


class NotFound(Exception):
    """An integrand without an antiderivative of a form that is known here."""


def antiderivative(node: Node) -> Node | None:
    """An expression whose derivative is the one given; None where none is found.

    >>> from mensuration.expressions import parse
    >>> antiderivative(parse("2 x")) == parse("x^2")
    True
    """
    try:
        found = [part for atoms, ratio in terms_of(node).items() for part in _of_term(atoms, ratio)]
    except (NotFound, NoTerms, ZeroDivisionError):
        return None
    return _summed(found)


def _summed(parts: Sequence[Node]) -> Node:
    return added_up([part for part in parts if part != Number(Fraction(0), "0")])


def _depends(node: Node) -> bool:
    return any(path.names == ("x",) for path in paths(node))


def _of_term(atoms: Atoms, ratio: Ratio) -> Iterator[Node]:
    constants = frozenset((atom, power) for atom, power in atoms if not _depends(atom))
    functions = atoms - constants
    if not constants:
        yield from _of_functions(functions, ratio)
        return
    factor = tidied_terms({constants: Ratio(ONE, ONE)})
    for part in _of_functions(functions, ratio):
        yield Negative(_product(factor, part.of)) if isinstance(part, Negative) else _product(factor, part)


def _of_functions(functions: Atoms, ratio: Ratio) -> Iterator[Node]:
    if not functions:
        yield from _rational(ratio)
        return
    if len(functions) == 1:
        ((atom, power),) = functions
        if isinstance(atom, Call):
            yield from _of_one(atom, power, ratio)
            return
    yield from _waves(functions, ratio)


def _of_one(atom: Call, power: int, ratio: Ratio) -> Iterator[Node]:
    argument, top = atom.arguments[0], ratio.polynomial
    if atom.function == "sqrt":
        yield from _of_root(argument, power, ratio)
    elif atom.function == "cbrt" and top is not None:
        yield from _of_cube_root(argument, power, top)
    elif atom.function in ("sin", "cos") and top is not None:
        if power != 1:
            yield from _waves(frozenset({(atom, power)}), ratio)
        else:
            yield from _by_parts(atom, _inside_angle(argument), top)
    elif atom.function == "exp" and top is not None:
        yield from _by_parts(atom, _scaled(_polynomial_in(argument), power), top, power)
    elif atom.function == "ln" and power == 1 and top is not None:
        yield from _of_logarithm(atom, argument, top)
    elif atom.function == "tan" and power == 1 and top is not None and top.degree() == 0:
        inside = _linear(_inside_angle(argument))
        cosine = Call("cos", atom.arguments)
        yield from _times(-top[0] / inside[1], Call("ln", (Call("abs", (cosine,)),)))
    else:
        raise NotFound


# Rational functions


def _rational(ratio: Ratio) -> Iterator[Node]:
    whole, rest = divmod(ratio.above, ratio.below)
    if whole:
        yield polynomial(whole.integral())
    if rest:
        _, factors = ratio.below.factor()
        for factor, times in factors:
            power = factor**times
            others = ratio.below // power
            common, share, _ = others.xgcd(power)
            numerator = (rest * share * (1 / common[0])) % power
            yield from _fraction(numerator, factor, times)


def _fraction(numerator: fmpq_poly, factor: fmpq_poly, times: int) -> Iterator[Node]:
    """A numerator over a power of a polynomial that has no factors."""
    digits = []  # the numerator by powers of the factor
    for _ in range(times):
        numerator, low = divmod(numerator, factor)
        digits.append(low)
    for power, digit in zip(range(times, 0, -1), digits, strict=True):
        if not digit:
            continue
        if factor.degree() == 1:
            slope = factor[1]
            if power == 1:
                yield from _times(digit[0] / slope, _log_of(factor))
            else:
                below = Binary("/", number(fmpq(1)), _raised(polynomial(factor), power - 1))
                yield from _times(-digit[0] / (slope * (power - 1)), below)
        elif factor.degree() == 2 and power == 1:
            yield from _over_square(digit, factor)
        else:
            raise NotFound


def _over_square(top: fmpq_poly, below: fmpq_poly) -> Iterator[Node]:
    """(m x + k)/(a x² + b x + c): half a logarithm, and an arc tangent or another logarithm."""
    a, b, c = below[2], below[1], below[0]
    first = top[1] / (2 * a)
    if first:
        yield from _times(first, _log_of(below))
    rest = top[0] - first * b
    if not rest:
        return
    spread = 4 * a * c - b * b  # more than 0 where it has no real zero
    steep = below.derivative()
    root = _root_of(abs(spread))
    if spread > 0:
        angle = Binary("/", Call("atan", (_divided(polynomial(steep), root),)), RADIAN)
        yield from _times(2 * rest, _divided(angle, root))
    else:
        inner = Binary("/", Binary("-", polynomial(steep), root), Binary("+", polynomial(steep), root))
        yield from _times(rest, _divided(Call("ln", (Call("abs", (inner,)),)), root))


def _log_of(of: fmpq_poly) -> Node:
    positive = of.degree() == 2 and of[1] * of[1] < 4 * of[2] * of[0] and of[0] > 0
    inner = polynomial(of)
    return Call("ln", (inner if positive else Call("abs", (inner,)),))


# A polynomial times one function


def _polynomial_in(node: Node) -> fmpq_poly:
    terms = terms_of(node)
    if any(atoms for atoms in terms) or not terms:
        raise NotFound
    found = terms[NO_ATOMS].polynomial
    if found is None:
        raise NotFound
    return found


def _inside_angle(node: Node) -> fmpq_poly:
    """What stands before the radian in an angle."""
    terms = terms_of(node)
    angle = frozenset({(RADIAN, 1)})
    if list(terms) != [angle]:
        raise NotFound
    found = terms[angle].polynomial
    if found is None:
        raise NotFound
    return found


def _linear(of: fmpq_poly) -> fmpq_poly:
    if of.degree() != 1:
        raise NotFound
    return of


def _scaled(of: fmpq_poly, power: int) -> fmpq_poly:
    return of * power


def _by_parts(atom: Call, inside: fmpq_poly, top: fmpq_poly, power: int = 1) -> Iterator[Node]:
    """A polynomial times a sine, a cosine or a power of e: of a linear function by parts again and again; else only where the
    polynomial is a multiple of the derivative of what stands inside."""
    whole: Node = (
        atom
        if power == 1
        else _raised(atom, power)
        if power > 0
        else Binary("/", number(fmpq(1)), _raised(atom, -power))
    )
    steep = inside.derivative()
    # ∫ p f(u) = p F(u)/u' - ∫ p' F(u)/u', where F is f, or a sine for a cosine and minus a cosine for a sine
    following = {"exp": ("exp", 1), "cos": ("sin", 1), "sin": ("cos", -1)}
    sign, name = fmpq(1), atom.function
    if inside.degree() == 1:
        while top:
            name, turn = following[name]
            sign *= turn
            own = whole if name == "exp" else Call(name, atom.arguments)
            yield from _times_polynomial(top * (sign / steep[0]), own)
            top, sign = top.derivative() * (1 / steep[0]), -sign
        return
    quotient, rest = divmod(top, steep) if steep else (top, top)
    if rest or quotient.degree() != 0:
        raise NotFound
    name, turn = following[name]
    own = whole if name == "exp" else Call(name, atom.arguments)
    yield from _times(quotient[0] * turn, own)


def _of_logarithm(atom: Call, argument: Node, top: fmpq_poly) -> Iterator[Node]:
    """∫ p ln(u) = P ln(u) - ∫ P u'/u."""
    inside = _polynomial_in(argument)
    whole = top.integral()
    yield from _times_polynomial(whole, atom)
    yield from (_negated(part) for part in _rational(Ratio.of(whole * inside.derivative(), inside)))


def _of_cube_root(argument: Node, power: int, top: fmpq_poly) -> Iterator[Node]:
    """A polynomial times powers of the cube root of a linear u: by powers of u."""
    inside = _linear(_polynomial_in(argument))
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
            yield from _times(
                low[0] / (slope * size),
                _raised(root, thirds) if thirds > 0 else Binary("/", number(fmpq(1)), _raised(root, -thirds)),
            )
        degree += 1


# Roots of linear and square functions


def _of_root(argument: Node, power: int, ratio: Ratio) -> Iterator[Node]:
    """p √q or p/√q, of which both are P/√q: that is Q √q + λ ∫ 1/√q for some Q and λ, found by comparing coefficients."""
    over = _over_polynomial(argument)
    if over is not None:
        size, below = over
        root = _root_of(size)
        for part in _of_root(polynomial(below), -power, ratio):
            own = part.of if isinstance(part, Negative) else part
            whole = _product(root, own) if power == 1 else _divided(own, root)
            yield Negative(whole) if isinstance(part, Negative) else whole
        return
    inside, top = _polynomial_in(argument), ratio.polynomial
    if top is None:  # √q q' over a power of q, as of p/(q √q)
        yield from _over_powers(inside, argument, power, ratio)
        return
    if power not in (1, -1):
        raise NotFound
    if power == 1:
        top = top * inside
    steep = inside.derivative()
    if inside.degree() not in (1, 2):
        root = _raised(Call("sqrt", (argument,)), 1)
        quotient, rest = divmod(top, steep)
        if rest or quotient.degree() > inside.degree():
            raise NotFound
        # u'(c u + d)/√u is the derivative of (2c/3) u√u + 2d √u
        share, rest = divmod(quotient, inside)
        if share.degree() > 0 or rest.degree() > 0:
            raise NotFound
        yield from _times(share[0] * 2 / 3, Binary("*", polynomial(inside), root, implied=True))
        yield from _times(rest[0] * 2, root)
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
        yield from _times_polynomial(outer, Call("sqrt", (argument,)))
    if solution[count]:
        yield from _times(solution[count], _over_root(inside, argument))


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
    yield from _times(-2 * share[0], Binary("/", number(fmpq(1)), Call("sqrt", (argument,))))


def _over_root(inside: fmpq_poly, argument: Node) -> Node:
    """∫ 1/√q: a root where q is linear, an arc sine where it opens downwards, a logarithm where it opens upwards."""
    root = Call("sqrt", (argument,))
    if inside.degree() == 1:
        return _divided(Binary("*", number(_TWO), root, implied=True), number(inside[1]))
    a, b, c = inside[2], inside[1], inside[0]
    steep = inside.derivative()
    if a < 0:
        spread = b * b - 4 * a * c
        if spread <= 0:
            raise NotFound
        sine = Call("asin", (_by(-steep, spread),))
        return _divided(Binary("/", sine, RADIAN), _root_of(-a))
    twice = _product(_root_of(4 * a), root)
    inner = Binary("+", polynomial(steep), twice)
    return _divided(Call("ln", (Call("abs", (inner,)),)), _root_of(a))


def _by(top: fmpq_poly, square: fmpq) -> Node:
    """A polynomial over the root of a number."""
    root = root_of_fraction(square)
    return polynomial(top / root) if root is not None else Binary("/", polynomial(top), _root_of(square))


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


# Sines and cosines of one angle


def _waves(functions: Atoms, ratio: Ratio) -> Iterator[Node]:
    """Products of a sine and a cosine of one angle, up to the second power in all, by the double angle."""
    powers = {atom.function: power for atom, power in functions if isinstance(atom, Call)}
    arguments = {atom.arguments for atom, _ in functions if isinstance(atom, Call)}
    top = ratio.polynomial
    if (
        len(arguments) != 1
        or len(powers) != len(functions)
        or top is None
        or not set(powers) <= {"sin", "cos"}
    ):
        raise NotFound
    inside = _linear(_inside_angle(next(iter(arguments))[0]))
    sine, cosine = powers.get("sin", 0), powers.get("cos", 0)
    twice = Binary("*", polynomial(inside * 2), RADIAN)
    if (sine, cosine) == (1, 1):
        yield from _by_parts(Call("sin", (twice,)), inside * 2, top * _HALF)
    elif sorted((sine, cosine)) == [0, 2]:
        yield polynomial((top * _HALF).integral())
        yield from _by_parts(Call("cos", (twice,)), inside * 2, top * (_HALF if cosine else -_HALF))
    elif min(sine, cosine) in (0, 1) and max(sine, cosine) > 1 and 1 in (sine, cosine) and top.degree() == 0:
        name = "sin" if cosine == 1 else "cos"  # the other is its derivative
        high = max(sine, cosine) + 1
        sign = fmpq(1) if cosine == 1 else fmpq(-1)
        yield from _times(
            top[0] * sign / (inside[1] * high), _raised(Call(name, next(iter(arguments))), high)
        )
    elif sorted((sine, cosine)) == [0, 3] and top.degree() == 0:  # s³ = s (1 - c²)
        _one, other = ("sin", "cos") if sine else ("cos", "sin")
        sign = fmpq(-1) if sine else fmpq(1)
        call = Call(other, next(iter(arguments)))
        yield from _times(top[0] * sign / inside[1], call)
        yield from _times(-top[0] * sign / (3 * inside[1]), _raised(call, 3))
    else:
        raise NotFound


# Putting expressions together


def _raised(node: Node, power: int) -> Node:
    return node if power == 1 else Power(node, number(fmpq(power)))


def _root_of(value: fmpq) -> Node:
    root = root_of_fraction(value)
    return Call("sqrt", (number(value),)) if root is None else number(root)


def _product(one: Node, other: Node) -> Node:
    return other if one == UNITY else Binary("*", one, other)


def _divided(node: Node, by: Node) -> Node:
    return node if by == UNITY else Binary("/", node, by)


def _negated(node: Node) -> Node:
    return node.of if isinstance(node, Negative) else Negative(node)


def _times(factor: fmpq, node: Node) -> Iterator[Node]:
    if not factor:
        return
    size = abs(factor)
    own = node if size.p == 1 else _product(number(fmpq(size.p)), node)
    if size.q != 1:
        own = Binary("/", own, number(fmpq(size.q)))
    yield Negative(own) if factor < 0 else own


def _times_polynomial(factor: fmpq_poly, node: Node) -> Iterator[Node]:
    if factor.degree() == 0:
        yield from _times(factor[0], node)
    elif factor:
        yield _product(polynomial(factor), node)
