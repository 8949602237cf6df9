"""How an exact value is written: for a computer algebra system, in TeX, and in a line of plain text."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Protocol


class Cosine(Protocol):
    """The cosine of a named angle, an exact value that can be written."""

    def text(self) -> str: ...
    def plain(self) -> str: ...
    def tex(self) -> str: ...
    def mathml(self) -> str: ...


Key = tuple[int, int, "Cosine | None"]  # power of π, square-free radicand, cosine of the angle
_RAISED = str.maketrans("0123456789", "⁰¹²³⁴⁵⁶⁷⁸⁹")


@dataclass(frozen=True)
class Spelling:
    """The signs of one way of writing: between factors, for powers of π, roots, angles and fractions."""

    times: str
    pi: Callable[[int], str]
    root: str
    angle: Callable[[Cosine], str]
    fraction: Callable[[list[str], list[str]], str]
    sign: Callable[[str], str] = str
    number: Callable[[int], str] = str


def spelled(terms: Sequence[tuple[Key, Fraction]], by: Spelling) -> str:
    """The terms in their order with their signs, or ``0``."""
    pieces: list[str] = []
    for key, value in terms:
        if pieces:
            pieces.append(by.sign(" - " if value < 0 else " + "))
        elif value < 0:
            pieces.append(by.sign("-"))
        pieces.append(_term(key, abs(value), by))
    return "".join(pieces) or by.number(0)


def _term(key: Key, value: Fraction, by: Spelling) -> str:
    power, radicand, angle = key
    above = [by.number(value.numerator)] if value.numerator != 1 else []
    below = [by.number(value.denominator)] if value.denominator != 1 else []
    if radicand > 1:
        above.append(by.root.format(radicand))
    if power:
        (above if power > 0 else below).append(by.pi(abs(power)))
    if angle is not None:
        above.append(by.angle(angle))
    return by.fraction(above, below)


def _in_a_line(times: str) -> Callable[[list[str], list[str]], str]:
    def fraction(above: list[str], below: list[str]) -> str:
        top, bottom = times.join(above) or "1", times.join(below)
        if not below:
            return top
        return f"{top}/({bottom})" if len(below) > 1 else f"{top}/{bottom}"

    return fraction


def _upright(above: list[str], below: list[str]) -> str:
    return rf"\frac{{{''.join(above) or 1}}}{{{''.join(below)}}}" if below else "".join(above) or "1"


ALGEBRA = Spelling(
    "*",
    lambda power: "pi" if power == 1 else f"pi**{power}",
    "sqrt({})",
    lambda cosine: f"acos({cosine.text()})",
    _in_a_line("*"),
)
PLAIN = Spelling(
    "",
    lambda power: "π" if power == 1 else "π" + str(power).translate(_RAISED),
    "√{}",
    lambda cosine: f" acos({cosine.plain()})",
    lambda above, below: _in_a_line("")(above, below).strip(),
)
TEX = Spelling(
    "",
    lambda power: r"\pi" if power == 1 else rf"\pi^{{{power}}}",
    r"\sqrt{{{}}}",
    lambda cosine: rf"\arccos\left({cosine.tex()}\right)",
    _upright,
)
MATHML = Spelling(
    "<mo>&#x2062;</mo>",
    lambda power: "<mi>π</mi>" if power == 1 else f"<msup><mi>π</mi><mn>{power}</mn></msup>",
    "<msqrt><mn>{}</mn></msqrt>",
    lambda cosine: f"<mrow><mi>arccos</mi><mo>(</mo>{cosine.mathml()}<mo>)</mo></mrow>",
    lambda above, below: _marked_up(above, below),
    lambda sign: f"<mo>{'−' if '-' in sign else '+'}</mo>",
    lambda number: f"<mn>{number}</mn>",
)


def _marked_up(above: list[str], below: list[str]) -> str:
    top = "<mo>&#x2062;</mo>".join(above) or "<mn>1</mn>"
    return f"<mfrac><mrow>{top}</mrow><mrow>{''.join(below)}</mrow></mfrac>" if below else top
