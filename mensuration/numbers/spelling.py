"""How an exact value is written: for a computer algebra system, in TeX, and in a line of plain text."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from mensuration.numbers.exact import Exact, Key

_RAISED = str.maketrans("0123456789", "⁰¹²³⁴⁵⁶⁷⁸⁹")


@dataclass(frozen=True)
class Spelling:
    """The signs of one way of writing: between factors, for powers of π, roots, angles and fractions."""

    times: str
    pi: Callable[[int], str]
    root: str
    angle: Callable[[Exact], str]
    fraction: Callable[[list[str], list[str]], str]


def spelled(terms: list[tuple[Key, Fraction]], by: Spelling) -> str:
    """The terms in their order with their signs, or ``0``."""
    pieces: list[str] = []
    for key, value in terms:
        if pieces:
            pieces.append(" - " if value < 0 else " + ")
        elif value < 0:
            pieces.append("-")
        pieces.append(_term(key, abs(value), by))
    return "".join(pieces) or "0"


def _term(key: Key, value: Fraction, by: Spelling) -> str:
    power, radicand, angle = key
    above = [str(value.numerator)] if value.numerator != 1 else []
    below = [str(value.denominator)] if value.denominator != 1 else []
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
