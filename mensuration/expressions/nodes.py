"""The parts a parsed expression is made of."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property

from mensuration.numbers import Real
from mensuration.units import Unit


@dataclass(frozen=True)
class Number:
    """A typed number: its exact value and how it was typed."""

    value: Fraction
    typed: str

    @cached_property
    def real(self) -> Real:
        """The value as a number to reckon with."""
        return Real.of(self.value)


@dataclass(frozen=True)
class UnitOf:
    """A unit standing by itself or behind a number."""

    unit: Unit


@dataclass(frozen=True)
class Path:
    """A name, or names joined by dots."""

    names: tuple[str, ...]

    @cached_property
    def text(self) -> str:
        return ".".join(self.names)


@dataclass(frozen=True)
class Binary:
    """Two operands and one of ``+ - * /``; ``implied`` when a product was written without a sign."""

    operator: str
    left: Node
    right: Node
    implied: bool = False


@dataclass(frozen=True)
class Negative:
    of: Node


@dataclass(frozen=True)
class Power:
    base: Node
    exponent: Node


@dataclass(frozen=True)
class Call:
    function: str
    arguments: tuple[Node, ...]


Node = Number | UnitOf | Path | Binary | Negative | Power | Call


HALF = Number(Fraction(1, 2), "1/2")


def number_of(value: int) -> Number:
    """A whole number as an expression."""
    return Number(Fraction(value), str(value))


def balanced_sum(terms: Sequence[Node]) -> Node:
    """The sum of many terms in their order, halved again and again, so that it is not deep."""
    if len(terms) == 1:
        return terms[0]
    middle = len(terms) // 2
    return Binary("+", balanced_sum(terms[:middle]), balanced_sum(terms[middle:]))


def children(node: Node) -> tuple[Node, ...]:
    match node:
        case Binary(_, left, right):
            return (left, right)
        case Negative(of):
            return (of,)
        case Power(base, exponent):
            return (base, exponent)
        case Call(_, arguments):
            return arguments
        case _:
            return ()


def paths(node: Node) -> Iterator[Path]:
    """Every name that an expression uses.

    >>> from mensuration.expressions.parse import parse
    >>> sorted(path.text for path in paths(parse("2 a.b + c")))
    ['a.b', 'c']
    """
    waiting = [node]
    while waiting:
        here = waiting.pop()
        if isinstance(here, Path):
            yield here
        waiting.extend(children(here))
