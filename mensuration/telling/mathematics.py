"""Mathematics as it is written: one tree, rendered as text, as TeX and as MathML.

A node knows how tightly it binds, so that brackets stand only where they are needed; where that is hangs on the form,
since a quotient needs brackets in a line of text and none where it is set with a bar. What can be clicked is told
beside the TeX, as places in it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from html import escape

from mensuration.telling.rendering import ATOM, JOINED, POWER, PRODUCT, SUM, Mark, Rendered, joined
from mensuration.units import Unit

_RAISED = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")


class Maths:
    """A piece of mathematics. Subclasses say how it is written in each form."""

    def _write_text(self) -> Rendered:
        raise NotImplementedError

    def _write_tex(self) -> Rendered:
        raise NotImplementedError

    def _write_mathml(self) -> Rendered:
        raise NotImplementedError

    @property
    def in_text(self) -> Rendered:
        return self._write_text()

    @property
    def in_tex(self) -> Rendered:
        return self._write_tex()

    @property
    def in_mathml(self) -> Rendered:
        return self._write_mathml()

    @cached_property
    def text(self) -> str:
        """One line of plain text, which can be typed in again."""
        return self.in_text.code

    @cached_property
    def _set(self) -> Rendered:
        return self.in_tex

    @property
    def tex(self) -> str:
        return self._set.code

    @property
    def marks(self) -> tuple[Mark, ...]:
        return self._set.marks

    @cached_property
    def mathml(self) -> str:
        """A whole ``math`` element (MathML Core)."""
        inside = self.in_mathml.code
        return f'<math xmlns="http://www.w3.org/1998/Math/MathML" display="block">{_row(inside)}</math>'

    def tight_text(self, needed: int) -> Rendered:
        return self.in_text.within(needed, "(", ")")

    def as_factor(self) -> Rendered:
        """The text beside other factors."""
        return self.tight_text(PRODUCT)

    def tight_tex(self, needed: int) -> Rendered:
        return self.in_tex.within(needed, r"\left(", r"\right)")

    def tight_mathml(self, needed: int) -> Rendered:
        return self.in_mathml.within(needed, "<mrow><mo>(</mo>", "<mo>)</mo></mrow>")


def _row(code: str) -> str:
    return f"<mrow>{code}</mrow>"


@dataclass(frozen=True)
class Written(Maths):
    """A piece that is ready: a number with its unit, a letter, π, words. ``tight`` is its text beside other factors,
    where it is another than by itself."""

    ready_tex: str
    ready_text: str
    binds: int = ATOM
    ready_mathml: str = ""
    tight: str = ""

    def _write_text(self) -> Rendered:
        return Rendered(self.ready_text, self.binds)

    def as_factor(self) -> Rendered:
        return Rendered(self.tight, PRODUCT) if self.tight else super().as_factor()

    def _write_tex(self) -> Rendered:
        return Rendered(self.ready_tex, self.binds)

    def _write_mathml(self) -> Rendered:
        return Rendered(self.ready_mathml or f"<mtext>{escape(self.ready_text)}</mtext>", self.binds)


@dataclass(frozen=True)
class Marked(Maths):
    """A number that can be changed where it stands."""

    of: Maths
    part: str
    given: str

    def _write_text(self) -> Rendered:
        return self.of.in_text

    def as_factor(self) -> Rendered:
        return self.of.as_factor()

    def _write_tex(self) -> Rendered:
        inner = self.of.in_tex
        return Rendered(inner.code, inner.binds, (Mark(0, len(inner.code), self.part, self.given),))

    def _write_mathml(self) -> Rendered:
        return self.of.in_mathml


@dataclass(frozen=True)
class Sum(Maths):
    """``left + right``, or ``left − right``."""

    left: Maths
    sign: str
    right: Maths

    @property
    def _needed(self) -> int:
        return PRODUCT if self.sign == "-" else SUM

    def _write_text(self) -> Rendered:
        sign = "−" if self.sign == "-" else "+"
        right = self.right.tight_text(self._needed)
        if right.code.startswith("-"):  # no two signs side by side
            right = self.right.tight_text(PRODUCT)
        return joined(SUM, self.left.in_text, f" {sign} ", right)

    def _write_tex(self) -> Rendered:
        right = self.right.tight_tex(self._needed)
        if right.code.startswith("-"):
            right = self.right.tight_tex(PRODUCT)
        return joined(SUM, self.left.in_tex, f" {self.sign} ", right)

    def _write_mathml(self) -> Rendered:
        sign = "−" if self.sign == "-" else "+"
        right = self.right.tight_mathml(self._needed)
        if right.code.startswith("<mo>−"):
            right = self.right.tight_mathml(PRODUCT)
        return joined(SUM, self.left.in_mathml, f"<mo>{sign}</mo>", right)


@dataclass(frozen=True)
class Minus(Maths):
    """The same with a minus before it."""

    of: Maths

    def _write_text(self) -> Rendered:
        return joined(SUM, "-", self.of.tight_text(PRODUCT))

    def _write_tex(self) -> Rendered:
        return joined(SUM, "-", self.of.tight_tex(PRODUCT))

    def _write_mathml(self) -> Rendered:
        return joined(SUM, "<mo>−</mo>", self.of.tight_mathml(PRODUCT))


@dataclass(frozen=True)
class Times(Maths):
    """``left × right``; ``close`` sets them beside one another without a sign."""

    left: Maths
    right: Maths
    close: bool = False

    def _write_text(self) -> Rendered:
        a, b = self.left.as_factor(), self.right.as_factor()
        if not self.close:
            return joined(PRODUCT, a, " × ", b)
        # Behind a quotient, in text it would all go below its line.
        return joined(min(JOINED, a.binds, b.binds), a, " " if a.binds >= JOINED else " × ", b)

    def _write_tex(self) -> Rendered:
        a, b = self.left.tight_tex(PRODUCT), self.right.tight_tex(PRODUCT)
        if not self.close:
            return joined(PRODUCT, a, r" \times ", b)
        return joined(min(JOINED, a.binds, b.binds), a, r"\,", b)

    def _write_mathml(self) -> Rendered:
        a, b = self.left.tight_mathml(PRODUCT), self.right.tight_mathml(PRODUCT)
        return joined(PRODUCT, a, "<mo>&#x2062;</mo>" if self.close else "<mo>×</mo>", b)


@dataclass(frozen=True)
class WithUnit(Maths):
    """A number or a bracket with a unit behind it."""

    number: Maths
    unit: Unit
    power: Maths | None = None

    def _write_text(self) -> Rendered:
        number = self.number.tight_text(PRODUCT)
        return joined(PRODUCT, number, self.unit.after(number.code).removeprefix(number.code))

    def _write_tex(self) -> Rendered:
        return joined(PRODUCT, self.number.tight_tex(PRODUCT), self.unit.tex)

    def _write_mathml(self) -> Rendered:
        return joined(PRODUCT, self.number.tight_mathml(PRODUCT), self.unit.mathml)


@dataclass(frozen=True)
class Beside(Maths):
    """Two measurements that make one: 12 ft 6 in."""

    left: Maths
    right: Maths

    def _write_text(self) -> Rendered:
        return joined(PRODUCT, self.left.in_text, " ", self.right.tight_text(SUM))

    def _write_tex(self) -> Rendered:
        return joined(PRODUCT, self.left.in_tex, r"\ ", self.right.tight_tex(SUM))

    def _write_mathml(self) -> Rendered:
        return joined(PRODUCT, self.left.in_mathml, '<mspace width="0.3em"/>', self.right.in_mathml)


@dataclass(frozen=True)
class Over(Maths):
    """A quotient: with a bar, or in a line of text with a stroke."""

    above: Maths
    below: Maths

    def _write_text(self) -> Rendered:
        return joined(PRODUCT, self.above.as_factor(), " / ", self.below.tight_text(POWER))

    def _write_tex(self) -> Rendered:
        return joined(PRODUCT, r"\frac{", self.above.in_tex, "}{", self.below.in_tex, "}")

    def _write_mathml(self) -> Rendered:
        above, below = (joined(ATOM, "<mrow>", m.in_mathml, "</mrow>") for m in (self.above, self.below))
        return joined(PRODUCT, "<mfrac>", above, below, "</mfrac>")


@dataclass(frozen=True)
class Raised(Maths):
    """A power."""

    base: Maths
    exponent: Maths

    def _write_text(self) -> Rendered:
        exponent = self.exponent.text
        plain = exponent.translate(_RAISED) if exponent.lstrip("-").isdigit() else None
        behind = plain if plain is not None else f"^{self.exponent.tight_text(ATOM).code}"
        return joined(POWER, self.base.tight_text(ATOM), behind)

    def _write_tex(self) -> Rendered:
        return joined(POWER, self.base.tight_tex(ATOM), "^{", self.exponent.in_tex, "}")

    def _write_mathml(self) -> Rendered:
        base, exponent = (
            joined(ATOM, "<mrow>", m, "</mrow>")
            for m in (self.base.tight_mathml(ATOM), self.exponent.in_mathml)
        )
        return joined(POWER, "<msup>", base, exponent, "</msup>")


@dataclass(frozen=True)
class Root(Maths):
    """A square root, or a root of another ``degree``."""

    of: Maths
    degree: int = 2

    def _write_text(self) -> Rendered:
        sign = {2: "√", 3: "∛"}.get(self.degree) or f"{self.degree}√".translate(_RAISED)
        return joined(ATOM, sign, "(", self.of.in_text, ")")

    def _write_tex(self) -> Rendered:
        return joined(
            ATOM, r"\sqrt{" if self.degree == 2 else rf"\sqrt[{self.degree}]{{", self.of.in_tex, "}"
        )

    def _write_mathml(self) -> Rendered:
        if self.degree == 2:
            return joined(ATOM, "<msqrt>", self.of.in_mathml, "</msqrt>")
        return joined(ATOM, "<mroot><mrow>", self.of.in_mathml, f"</mrow><mn>{self.degree}</mn></mroot>")


@dataclass(frozen=True)
class Applied(Maths):
    """A function with its arguments; ``name_tex`` is how its name is set."""

    name: str
    name_tex: str
    arguments: tuple[Maths, ...]

    def _write_text(self) -> Rendered:
        return joined(ATOM, f"{self.name}(", *listed([m.in_text for m in self.arguments], ", "), ")")

    def _write_tex(self) -> Rendered:
        inside = listed([m.in_tex for m in self.arguments], ", ")
        return joined(ATOM, rf"{self.name_tex}\left(", *inside, r"\right)")

    def _write_mathml(self) -> Rendered:
        inside = listed([m.in_mathml for m in self.arguments], "<mo>,</mo>")
        return joined(ATOM, f"<mi>{self.name}</mi><mo>(</mo>", *inside, "<mo>)</mo>")


@dataclass(frozen=True)
class Equal(Maths):
    """Sides that are equal, one after the other. What a following side is, is ``almost`` where it is rounded."""

    sides: tuple[Maths, ...]
    almost: bool = False

    def _write_text(self) -> Rendered:
        return joined(SUM, *listed([m.in_text for m in self.sides], " ≈ " if self.almost else " = "))

    def _write_tex(self) -> Rendered:
        sign = r" \approx " if self.almost else " = "
        return joined(SUM, *listed([m.in_tex for m in self.sides], sign))

    def _write_mathml(self) -> Rendered:
        sign = "<mo>≈</mo>" if self.almost else "<mo>=</mo>"
        return joined(SUM, *listed([m.in_mathml for m in self.sides], sign))


@dataclass(frozen=True)
class Numbers(Equal):
    """The sides of a line that say its formula with numbers, or letters, put in."""


@dataclass(frozen=True)
class Row(Maths):
    """Pieces one after the other, with ``between`` in TeX and in text."""

    items: tuple[Maths, ...]
    between_tex: str = r"\quad "
    between_text: str = " "

    def _write_text(self) -> Rendered:
        return joined(SUM, *listed([m.in_text for m in self.items], self.between_text))

    def _write_tex(self) -> Rendered:
        return joined(SUM, *listed([m.in_tex for m in self.items], self.between_tex))

    def _write_mathml(self) -> Rendered:
        gap = '<mspace width="1em"/>'
        return joined(SUM, *listed([m.in_mathml for m in self.items], gap))


@dataclass(frozen=True)
class Below(Maths):
    """Lines below one another in TeX, set out at their signs: each line in halves that meet there. In text they
    follow one another."""

    lines: tuple[tuple[Maths | None, Maths], ...]
    between_text: str = ", "

    def _write_text(self) -> Rendered:
        rows = [_line_text(left, right) for left, right in self.lines]
        return joined(SUM, *listed(rows, self.between_text))

    def _write_tex(self) -> Rendered:
        rows = [
            joined(SUM, "&", right.in_tex) if left is None else joined(SUM, left.in_tex, " &= ", right.in_tex)
            for left, right in self.lines
        ]
        return joined(SUM, r"\begin{aligned}", *listed(rows, r" \\ "), r"\end{aligned}")

    def _write_mathml(self) -> Rendered:
        rows = [
            joined(
                SUM,
                "<mtr><mtd>",
                left.in_mathml if left is not None else "",
                "</mtd><mtd>",
                "" if left is None else "<mo>=</mo>",
                right.in_mathml,
                "</mtd></mtr>",
            )
            for left, right in self.lines
        ]
        return joined(SUM, "<mtable>", *rows, "</mtable>")


def _line_text(left: Maths | None, right: Maths) -> Rendered:
    return right.in_text if left is None else joined(SUM, left.in_text, " = ", right.in_text)


def listed(pieces: Sequence[Rendered], between: str) -> list[str | Rendered]:
    found: list[str | Rendered] = []
    for index, piece in enumerate(pieces):
        if index:
            found.append(between)
        found.append(piece)
    return found
