"""How an exact value is written: for a computer algebra system, in TeX, and in a line of plain text."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from flint import fmpq

from mensuration.numbers.monomials import ONE, Atom, Cosine, Monomial, Sum

_HIGH = "⁰¹²³⁴⁵⁶⁷⁸⁹"
_RAISED = str.maketrans("0123456789", _HIGH)
Factor = tuple[Sum, int]
OPEN, CLOSED = r"\left(", r"\right)"
_HALVES = (Fraction(1, 2), Fraction(-1, 2))


class Inside(NamedTuple):
    """What stands under a root or in a function: a sum, or one number or letter."""

    text: str
    sum: bool


@dataclass(frozen=True, eq=False)
class Spelling:
    """The signs of one way of writing: between factors, for powers of π, roots, angles and fractions."""

    times: str
    pi: str
    power: Callable[[Inside, int], str]
    root: Callable[[Inside, int], str]
    function: Callable[[str, str], str]
    """A function's name with what it is of; ``acos``, ``sin``, ``cos``, ``tan``."""
    degrees: Callable[[Fraction], str]
    fraction: Callable[[list[str], list[str]], str]
    value: Callable[[Sum], str]
    letter: Callable[[str], str] = str
    sign: Callable[[str], str] = str
    number: Callable[[int], str] = str
    between_roots: str = ""
    before_letters: str = ""
    root_before_pi: bool = False
    functions_last: bool = False


def spelled(terms: Sequence[tuple[Monomial, Fraction]], by: Spelling) -> str:
    """The terms in their order with their signs, or ``0``."""
    pieces: list[str] = []
    for key, value in terms:
        if pieces:
            pieces.append(by.sign(" - " if value < 0 else " + "))
        elif value < 0:
            pieces.append(by.sign("-"))
        pieces.append(_term(key, abs(value), by))
    return "".join(pieces) or by.number(0)


def spelled_product(
    key: Monomial, value: Fraction, above: Sequence[Factor], below: Sequence[Factor], by: Spelling
) -> str:
    """A term times and over powers of values, those of several terms in brackets: ``2 (w + h)/(w h)``."""
    top, bottom = _above_and_below(_parts(key, by), abs(value), by)
    for side, factors in ((top, above), (bottom, below)):
        for factor, power in factors:
            text = (
                by.power(Inside(by.value(factor), len(factor.terms) > 1), power)
                if power > 1
                else by.value(factor)
            )
            if power == 1 and len(factor.terms) > 1:
                text = _in_brackets(text, by)
            side.append(by.before_letters + text if side else text)
    return (by.sign("-") if value < 0 else "") + by.fraction(top, bottom)


def _term(key: Monomial, value: Fraction, by: Spelling) -> str:
    parts = _parts(key, by)
    above, below = _above_and_below(parts, value, by)
    if not by.functions_last or key.lettered:
        return by.fraction([*above, *parts.functions], [*below, *parts.under])
    if parts.under:  # 6/sin(8°) m would be 6 by sin(8°) m
        return f"({by.fraction([*above, *parts.functions], [*below, *parts.under])})"
    if parts.functions:
        return "".join([by.fraction(above, below) if above or below else "", *parts.functions]).strip()
    return by.fraction(above, below)


def _above_and_below(parts: _Parts, value: Fraction, by: Spelling) -> tuple[list[str], list[str]]:
    """The factors above and below the bar but for functions."""
    above = [by.number(value.numerator)] if value.numerator != 1 else []
    below = [by.number(value.denominator)] if value.denominator != 1 else []
    for root in parts.roots:
        apart = bool(above) and (root[0] in _HIGH or above[-1] in parts.roots)  # 2⁴√10 would be 2⁴ times √10
        above.append(by.between_roots + root if apart else root)
    above += [
        by.before_letters + letter if above or place else letter for place, letter in enumerate(parts.letters)
    ]
    below += parts.below
    below += [
        by.before_letters + letter if below or place else letter
        for place, letter in enumerate(parts.letters_below)
    ]
    return above, below


class _Parts(NamedTuple):
    """The factors of a monomial as they are written: what stands first above the bar, its letters and functions, what stands below."""

    roots: tuple[str, ...]
    letters: tuple[str, ...]
    functions: tuple[str, ...]
    below: tuple[str, ...]
    letters_below: tuple[str, ...]
    under: tuple[str, ...]


@lru_cache(maxsize=2048)
def _parts(key: Monomial, by: Spelling) -> _Parts:
    key = _under_the_sum(key)
    roots, pi, functions, under = _roots(key, by)
    sums, below = _sums(key, by)
    letters, letters_below = _letters(key, by)
    if key.lettered:  # w √(w + h)
        letters, letters_below, sums, below = letters + sums, letters_below + below, [], []
    roots += sums
    if pi:  # before the roots: √3π would be read as √(3π)
        power = _powered(Inside(by.pi, False), abs(pi), by)
        if pi < 0:
            below.insert(0, power)
        else:
            roots.insert(len(roots) if by.root_before_pi else 0, power)
    if key.angle is not None:
        functions.append(by.function("acos", by.value(key.angle)))
    return _Parts(
        tuple(roots), tuple(letters), tuple(functions), tuple(below), tuple(letters_below), tuple(under)
    )


def _letters(key: Monomial, by: Spelling) -> tuple[list[str], list[str]]:
    """Powers of letters above and below the bar, and roots of them."""
    above: list[str] = []
    below: list[str] = []
    for letter, exponent in key.letters:
        name = by.letter(letter.name)
        if letter.function:
            name = by.function(letter.function.lstrip("-"), name).strip()
        whole, inside = (
            int(exponent),
            Inside(f"({by.sign('-')}{name})" if letter.function == "-cos" else name, False),
        )
        rest = abs(exponent - whole)
        side = above if exponent > 0 else below
        if whole:
            side.append(_powered(inside, abs(whole), by))
        if rest:
            side.append(
                by.root(Inside(_powered(inside, rest.numerator, by), rest.numerator > 1), rest.denominator)
            )
    return above, below


def _under_the_sum(key: Monomial) -> Monomial:
    """√2·√(5 − √5) as √(10 − 2√5): a square root of a number goes under the square root of a sum."""
    sums = [(base, e) for base, e in key.others if not isinstance(base, Atom) and e == Fraction(1, 2)]
    number = 1
    for prime, exponent in key.primes:
        if exponent == Fraction(1, 2):
            number *= prime
    if number == 1 or len(sums) != 1:
        return key
    base, half = sums[0]
    rest = [f for f in key.factors if f != (base, half) and not (isinstance(f[0], int) and f[1] == half)]
    assert not isinstance(base, int | Atom)
    return Monomial(key.pi, (*rest, (base * type(base)({ONE: fmpq(number)}), half)), key.angle)


def _powered(inside: Inside, power: int, by: Spelling) -> str:
    return inside.text if power == 1 else by.power(inside, power)


def _roots(key: Monomial, by: Spelling) -> tuple[list[str], int, list[str], list[str]]:
    """The roots of primes and π, of one index where one index is a multiple of the other; the whole power of π that is
    left; and functions above and below the bar."""
    whole = int(key.pi)  # towards nought, so that what is under a root is less than a whole power
    rest = key.pi - whole
    groups: dict[int, list[tuple[int, Fraction]]] = {}
    for base, exponent in key.primes:
        parts = (
            (Fraction(1, 2), Fraction(1, 3)) if exponent == Fraction(5, 6) else (exponent,)
        )  # √2·∛2, not ⁶√32
        for part in parts:
            groups.setdefault(part.denominator, []).append((base, part))
    if rest:
        groups.setdefault(rest.denominator, [])
    for index in sorted(groups):
        larger = [other for other in groups if other > index and other % index == 0]
        if larger:
            groups[min(larger)] += groups.pop(index)
    written = []
    for index in sorted(groups):
        number = 1
        for base, exponent in groups[index]:
            number *= base ** int(exponent * index)
        pi = int(rest * index) if rest and (rest * index).denominator == 1 else 0
        if pi:
            rest = Fraction(0)
        written.append(by.root(_radicand(number, pi, by), index))
    above, below = _functions(key, by)
    return written, whole, above, below


def _radicand(number: int, pi: int, by: Spelling) -> Inside:
    power = _powered(Inside(by.pi, False), abs(pi), by) if pi else ""
    if pi < 0:
        return Inside(by.fraction([by.number(number)], [power]), True)
    if not pi:
        return Inside(by.number(number), False)
    if number == 1:
        return Inside(power, pi > 1)
    return Inside(by.fraction([by.number(number), power], []), True)


def _sums(key: Monomial, by: Spelling) -> tuple[list[str], list[str]]:
    """Sums under roots, and sums in the denominator."""
    above: list[str] = []
    below: list[str] = []
    together = {
        side: [base for base, e in key.others if isinstance(base, Sum) and e == side] for side in _HALVES
    }
    for side, bases in together.items():  # √((a + b) (a − b))
        if len(bases) > 1 and key.lettered:
            inside = Inside(_multiplied(bases, by), True)
            (above if side > 0 else below).append(by.root(inside, 2))
    for base, exponent in key.others:
        if isinstance(base, Atom) or (key.lettered and len(together.get(exponent, ())) > 1):
            continue
        assert not isinstance(base, int)
        inside = Inside(by.value(base), True)
        power, index = abs(exponent.numerator), exponent.denominator
        text = by.root(inside, index) if index > 1 else ""
        if power > 1:
            text = by.power(Inside(text, False) if text else inside, power)
        elif not text:
            text = _in_brackets(inside.text, by)
        (above if exponent > 0 else below).append(text)
    return above, below


def _multiplied(bases: Sequence[Sum], by: Spelling) -> str:
    """Sums times one another: multiplied out where that is short, as (5 − w)(5 + w) is 25 − w²."""
    product = bases[0]
    for base in bases[1:]:
        if len(product.terms) > 2:
            break
        product = product * base
    else:
        if len(product.terms) <= 2:
            return by.value(product)
    return by.before_letters.join(_in_brackets(by.value(base), by) for base in bases)


def _in_brackets(text: str, by: Spelling) -> str:
    return by.power(Inside(text, True), 1)


def _functions(key: Monomial, by: Spelling) -> tuple[list[str], list[str]]:
    """Cosines, as sines of the smaller angle, and as tangents where one stands over the other."""
    powers = {base.degrees: exponent for base, exponent in key.others if isinstance(base, Cosine)}
    above: list[str] = []
    below: list[str] = []

    def put(name: str, degrees: Fraction, exponent: Fraction) -> None:
        text = by.function(name, by.degrees(degrees))
        inside = Inside(text, False)
        power, index = abs(exponent.numerator), exponent.denominator
        if index > 1:
            inside = Inside(by.root(Inside(text, True), index), False)
        (above if exponent > 0 else below).append(_powered(inside, power, by))

    for degrees in sorted(powers):
        exponent, other = powers.get(degrees, Fraction(0)), 90 - degrees
        opposite = powers.get(other, Fraction(0))
        if degrees < 45 and exponent == -opposite and exponent:  # cos over sin of one angle
            put("tan", degrees, opposite)
            powers[other] = Fraction(0)
        elif exponent:
            put("cos" if degrees <= 45 else "sin", min(degrees, other), exponent)
    return above, below


def _in_a_line(times: str) -> Callable[[list[str], list[str]], str]:
    def fraction(above: list[str], below: list[str]) -> str:
        top, bottom = times.join(above) or "1", times.join(below)
        if not below:
            return top
        return f"{top}/({bottom})" if len(below) > 1 else f"{top}/{bottom}"

    return fraction


def _unpadded(factors: list[str]) -> list[str]:
    return [text if place else text.strip() for place, text in enumerate(factors)]


def _without_brackets(factors: list[str]) -> list[str]:
    """One sum by itself needs none: the bar holds it together."""
    if len(factors) != 1 or not factors[0].startswith(OPEN) or not factors[0].endswith(CLOSED):
        return factors
    inside, depth = factors[0][len(OPEN) : -len(CLOSED)], 0
    for piece in re.findall(r"\\left\(|\\right\)", inside):
        depth += 1 if piece == OPEN else -1
        if depth < 0:
            return factors
    return [inside]


def _upright(above: list[str], below: list[str]) -> str:
    if not below:
        return "".join(above) or "1"
    above, below = _without_brackets(above), _without_brackets(below)
    return rf"\frac{{{''.join(above) or 1}}}{{{''.join(below)}}}"


def _degrees(degrees: Fraction) -> str:
    """As a decimal where it ends, else as a fraction in brackets."""
    places = next((n for n in range(13) if 10**n % degrees.denominator == 0), None)
    if places is None:
        return f"({degrees.numerator}/{degrees.denominator})"
    digits = str(degrees.numerator * 10**places // degrees.denominator).rjust(places + 1, "0")
    return f"{digits[:-places]}.{digits[-places:]}" if places else digits


def _bracketed(inside: Inside) -> str:
    return f"({inside.text})" if inside.sum else inside.text


def _algebra_root(inside: Inside, index: int) -> str:
    return f"sqrt({inside.text})" if index == 2 else f"({inside.text})**(1/{index})"


def _algebra_power(inside: Inside, power: int) -> str:
    base = f"({inside.text})" if inside.sum or "**" in inside.text else inside.text
    return base + (f"**{power}" if power > 1 else "")


def _plain_root(inside: Inside, index: int) -> str:
    sign = {2: "√", 3: "∛"}.get(index) or str(index).translate(_RAISED) + "√"
    return sign + _bracketed(inside)


ALGEBRA = Spelling(
    times="*",
    pi="pi",
    power=lambda inside, power: _algebra_power(inside, power),
    root=_algebra_root,
    function=lambda name, of: f"{name}({of})",
    degrees=lambda degrees: f"pi*{degrees.numerator}/{degrees.denominator * 180}",
    fraction=_in_a_line("*"),
    value=lambda value: value.text(),
    root_before_pi=True,
)
PLAIN = Spelling(
    times="",
    pi="π",
    power=lambda inside, power: _bracketed(inside) + (str(power).translate(_RAISED) if power > 1 else ""),
    root=_plain_root,
    function=lambda name, of: f" {name}({of})",
    degrees=lambda degrees: f"{_degrees(degrees)}°",
    fraction=lambda above, below: _in_a_line("")(above, _unpadded(below)).strip(),
    value=lambda value: value.plain(),
    between_roots="·",
    before_letters=" ",
    functions_last=True,
)
TEX = Spelling(
    times="",
    pi=r"\pi",
    power=lambda inside, power: (
        (rf"\left({inside.text}\right)" if inside.sum else inside.text)
        + (f"^{{{power}}}" if power > 1 else "")
    ),
    root=lambda inside, index: rf"\sqrt{'' if index == 2 else f'[{index}]'}{{{inside.text}}}",
    function=lambda name, of: rf"\{'arccos' if name == 'acos' else name}\left({of}\right)",
    degrees=lambda degrees: rf"{_degrees(degrees)}^\circ",
    fraction=_upright,
    value=lambda value: value.tex(),
    letter=lambda name: name if len(name) == 1 else rf"\mathrm{{{name}}}".replace("_", r"\_"),
    before_letters=r"\,",
)
MATHML = Spelling(
    times="<mo>&#x2062;</mo>",
    pi="<mi>π</mi>",
    power=lambda inside, power: _marked_power(inside, power),
    root=lambda inside, index: _marked_root(inside, index),
    function=lambda name, of: (
        f"<mrow><mi>{'arccos' if name == 'acos' else name}</mi><mo>(</mo>{of}<mo>)</mo></mrow>"
    ),
    degrees=lambda degrees: f"<mn>{_degrees(degrees)}</mn><mo>°</mo>",
    fraction=lambda above, below: _marked_up(above, below),
    value=lambda value: value.mathml(),
    letter=lambda name: f"<mi>{name}</mi>",
    sign=lambda sign: f"<mo>{'−' if '-' in sign else '+'}</mo>",
    number=lambda number: f"<mn>{number}</mn>",
)


def _marked_power(inside: Inside, power: int) -> str:
    base = f"<mrow><mo>(</mo>{inside.text}<mo>)</mo></mrow>" if inside.sum else inside.text
    return f"<msup>{base}<mn>{power}</mn></msup>" if power > 1 else base


def _marked_root(inside: Inside, index: int) -> str:
    if index == 2:
        return f"<msqrt>{inside.text}</msqrt>"
    return f"<mroot><mrow>{inside.text}</mrow><mn>{index}</mn></mroot>"


def _marked_up(above: list[str], below: list[str]) -> str:
    top = "<mo>&#x2062;</mo>".join(above) or "<mn>1</mn>"
    return f"<mfrac><mrow>{top}</mrow><mrow>{''.join(below)}</mrow></mfrac>" if below else top
