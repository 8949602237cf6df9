"""Pieces of mathematics as they are rendered in one form: their code, how tightly it binds, what in it can be chosen."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

SUM, PRODUCT, JOINED, FRACTION, POWER, ATOM = range(6)  # JOINED: a product without a sign


@dataclass(frozen=True)
class Mark:
    """A number that can be changed: where it stands in the TeX, and which given of which part it is."""

    start: int
    end: int
    part: str
    given: str


class Rendered(NamedTuple):
    """A rendered piece and how tightly it binds in its form."""

    code: str
    binds: int
    marks: tuple[Mark, ...] = ()

    def within(self, needed: int, opening: str, closing: str) -> Rendered:
        """The same, in brackets when it binds less tightly than ``needed``."""
        return self if self.binds >= needed else joined(ATOM, opening, self, closing)


def joined(binds: int, *items: str | Rendered) -> Rendered:
    """Pieces one after the other; their marks move along."""
    codes: list[str] = []
    marks: tuple[Mark, ...] = ()
    length = 0
    for item in items:
        if isinstance(item, str):
            code = item
        else:
            code, _, own = item
            if own:
                marks += tuple(Mark(m.start + length, m.end + length, m.part, m.given) for m in own)
        codes.append(code)
        length += len(code)
    return Rendered("".join(codes), binds, marks)
