"""Antiderivatives in short form, term by term; what is found is only used once its derivative's integral has been seen to agree.

Rational functions by partial fractions; polynomials with a sine, cosine, power of e or logarithm by parts, or as the derivative of
what stands inside; with the root of a linear or square function by an ansatz with unknown coefficients; squares and products of
sines and cosines by the double angle. After G. H. Hardy, The Integration of Functions of a Single Variable, 1905.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction

from flint import fmpq, fmpq_poly

from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, paths
from mensuration.profiles.derivatives import RADIAN
from mensuration.profiles.forming import (
    NotFound,
    divided,
    linear,
    negated,
    polynomial_in,
    product,
    raised,
    root_of,
    times,
    times_polynomial,
)
from mensuration.profiles.surds import of_cube_root, of_root
from mensuration.profiles.terms import (
    ONE,
    Atoms,
    NoTerms,
    Ratio,
    added_up,
    number,
    polynomial,
    terms_of,
    tidied_terms,
)

_HALF = fmpq(1, 2)


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
        yield Negative(product(factor, part.of)) if isinstance(part, Negative) else product(factor, part)


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
        yield from of_root(argument, power, ratio)
    elif atom.function == "cbrt" and top is not None:
        yield from of_cube_root(argument, power, top)
    elif atom.function in ("sin", "cos") and top is not None:
        if power != 1:
            yield from _waves(frozenset({(atom, power)}), ratio)
        else:
            yield from _by_parts(atom, _inside_angle(argument), top)
    elif atom.function == "exp" and top is not None:
        yield from _by_parts(atom, _scaled(polynomial_in(argument), power), top, power)
    elif atom.function == "ln" and power == 1 and top is not None:
        yield from _of_logarithm(atom, argument, top)
    elif atom.function == "tan" and power == 1 and top is not None and top.degree() == 0:
        inside = linear(_inside_angle(argument))
        cosine = Call("cos", atom.arguments)
        yield from times(-top[0] / inside[1], Call("ln", (Call("abs", (cosine,)),)))
    else:
        raise NotFound


# Rational functions


def _rational(ratio: Ratio) -> Iterator[Node]:
    whole, rest = divmod(ratio.above, ratio.below)
    if whole:
        yield polynomial(whole.integral())
    if rest:
        _, factors = ratio.below.factor()
        for factor, often in factors:
            power = factor**often
            others = ratio.below // power
            common, share, _ = others.xgcd(power)
            numerator = (rest * share * (1 / common[0])) % power
            yield from _fraction(numerator, factor, often)


def _fraction(numerator: fmpq_poly, factor: fmpq_poly, often: int) -> Iterator[Node]:
    """A numerator over a power of a polynomial that has no factors."""
    digits = []  # the numerator by powers of the factor
    for _ in range(often):
        numerator, low = divmod(numerator, factor)
        digits.append(low)
    for power, digit in zip(range(often, 0, -1), digits, strict=True):
        if not digit:
            continue
        if factor.degree() == 1:
            slope = factor[1]
            if power == 1:
                yield from times(digit[0] / slope, _log_of(factor))
            else:
                below = Binary("/", number(fmpq(1)), raised(polynomial(factor), power - 1))
                yield from times(-digit[0] / (slope * (power - 1)), below)
        elif factor.degree() == 2 and power == 1:
            yield from _over_square(digit, factor)
        else:
            raise NotFound


def _over_square(top: fmpq_poly, below: fmpq_poly) -> Iterator[Node]:
    """(m x + k)/(a x² + b x + c): half a logarithm, and an arc tangent or another logarithm."""
    a, b, c = below[2], below[1], below[0]
    first = top[1] / (2 * a)
    if first:
        yield from times(first, _log_of(below))
    rest = top[0] - first * b
    if not rest:
        return
    spread = 4 * a * c - b * b  # more than 0 where it has no real zero
    steep = below.derivative()
    root = root_of(abs(spread))
    if spread > 0:
        angle = Binary("/", Call("atan", (divided(polynomial(steep), root),)), RADIAN)
        yield from times(2 * rest, divided(angle, root))
    else:
        inner = Binary("/", Binary("-", polynomial(steep), root), Binary("+", polynomial(steep), root))
        yield from times(rest, divided(Call("ln", (Call("abs", (inner,)),)), root))


def _log_of(of: fmpq_poly) -> Node:
    positive = of.degree() == 2 and of[1] * of[1] < 4 * of[2] * of[0] and of[0] > 0
    inner = polynomial(of)
    return Call("ln", (inner if positive else Call("abs", (inner,)),))


# A polynomial times one function


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


def _scaled(of: fmpq_poly, power: int) -> fmpq_poly:
    return of * power


def _by_parts(atom: Call, inside: fmpq_poly, top: fmpq_poly, power: int = 1) -> Iterator[Node]:
    """A polynomial times a sine, a cosine or a power of e: of a linear function by parts again and again; else only where the
    polynomial is a multiple of the derivative of what stands inside."""
    whole: Node = (
        atom
        if power == 1
        else raised(atom, power)
        if power > 0
        else Binary("/", number(fmpq(1)), raised(atom, -power))
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
            yield from times_polynomial(top * (sign / steep[0]), own)
            top, sign = top.derivative() * (1 / steep[0]), -sign
        return
    quotient, rest = divmod(top, steep) if steep else (top, top)
    if rest or quotient.degree() != 0:
        raise NotFound
    name, turn = following[name]
    own = whole if name == "exp" else Call(name, atom.arguments)
    yield from times(quotient[0] * turn, own)


def _of_logarithm(atom: Call, argument: Node, top: fmpq_poly) -> Iterator[Node]:
    """∫ p ln(u) = P ln(u) - ∫ P u'/u."""
    inside = polynomial_in(argument)
    whole = top.integral()
    yield from times_polynomial(whole, atom)
    yield from (negated(part) for part in _rational(Ratio.of(whole * inside.derivative(), inside)))


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
    inside = linear(_inside_angle(next(iter(arguments))[0]))
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
        yield from times(top[0] * sign / (inside[1] * high), raised(Call(name, next(iter(arguments))), high))
    elif sorted((sine, cosine)) == [0, 3] and top.degree() == 0:  # s³ = s (1 - c²)
        _one, other = ("sin", "cos") if sine else ("cos", "sin")
        sign = fmpq(-1) if sine else fmpq(1)
        call = Call(other, next(iter(arguments)))
        yield from times(top[0] * sign / inside[1], call)
        yield from times(-top[0] * sign / (3 * inside[1]), raised(call, 3))
    else:
        raise NotFound
