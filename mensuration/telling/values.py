"""Telling values to people: one number in every form that a screen or a file needs."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from typing import Literal

from mensuration.expressions import Node, Path, Quantity, Scope
from mensuration.frozen import Frozen
from mensuration.numbers import Exact, Real, Rounding, decimal, round_by
from mensuration.numbers.rounding import deciding_digit, decimal_or_fraction, fixed
from mensuration.telling import leaves
from mensuration.telling.mathematics import Maths, Written
from mensuration.telling.rendering import ATOM, FRACTION, PRODUCT, SUM, Mark
from mensuration.units import ANGLE, NO_UNIT, NUMBER, UNITS, Kind, Unit, compound

SHORT_WRITTEN = 14
LONGEST_DECIMAL = 16  # characters of a number that ends
LONGEST_EXACT = 60  # inside a line of working
ONE_LINE = 90  # for an exact form by itself; a longer one is folded away
SHOWN_FIGURES = 7
MOST_BELOW = 10_000  # the bar of a fraction that is wanted as one
CENTIMES = 100
CENTS = Rounding(places=2)  # of money, whatever lengths are rounded to
PROVEN = "no short exact form; every digit shown is proven"
FEW = "no exact form, and no more digits than these are proven"
NOT_TOLD = "no exact form; it lies so near to a half that nothing tells whether to round it up or down"


Rationals = Literal["decimal", "fraction", "mixed"]


@dataclass(frozen=True)
class Mathematics(Frozen):
    """A piece of mathematics in TeX and as text; ``marks`` are the places in the TeX that can be changed."""

    tex: str
    text: str
    marks: tuple[Mark, ...] = ()


def told(written: Maths) -> Mathematics:
    """A piece of mathematics as results hold it.

    >>> from mensuration.telling.leaves import digits
    >>> from mensuration.telling.mathematics import Equal
    >>> told(Equal((digits("2"), digits("2")))).text
    '2 = 2'
    """
    return Mathematics(written.tex, written.text, written.marks)


@dataclass(frozen=True)
class Unfolded(Frozen):
    """An exact form that is longer than a line."""

    exact: str
    tex: str
    text: str


@dataclass(frozen=True)
class Told(Frozen):
    """A value in all its forms; ``exact`` and ``tex`` are None where there is no short exact form."""

    exact: str | None
    exact_text: str | None
    tex: str | None
    unfolded: Unfolded | None
    decimal: str
    unit: str
    rounded: str
    text: str
    shown: Mathematics
    rounded_tex: str
    approximate: bool
    rule: str
    deciding: str
    note: str


@dataclass(frozen=True)
class Teller:
    """How this problem tells values: its unit, angle unit, rounding, convention for π, and as what exact numbers without
    roots and π are written where they are not whole."""

    unit: Unit
    angle: Unit
    rounding: Rounding
    pi: Real
    rationals: Rationals = "decimal"

    def unit_for(self, kind: Kind) -> Unit | None:
        """The unit in which a quantity of ``kind`` is told here; None when there is none."""
        if kind == NUMBER:
            return NO_UNIT
        if kind == ANGLE:
            return self.angle
        if kind == Kind(length=kind.length) and kind.length > 0:
            base = self.unit if self.unit.kind.length else UNITS["m"]
            return base.to_power(kind.length)
        if kind == Kind(plain=kind.plain) and kind.plain > 0:
            return UNITS["unit"].to_power(kind.plain)
        return compound(kind, self.unit if self.unit.kind.length else UNITS["m"])

    def amount(self, quantity: Quantity, unit: Unit | None = None) -> tuple[Real, Unit]:
        """The number of units in a quantity, and the unit."""
        unit = unit or self.unit_for(quantity.kind)
        if unit is None:
            return quantity.value, NO_UNIT
        return quantity.in_unit(unit, self.pi), unit

    def count(self, quantity: Quantity, kind: Kind) -> Real | None:
        """How many of the units in which a kind is told a typed quantity is; a bare number is so many. None where it is of another kind."""
        if quantity.kind == NUMBER:
            return quantity.value
        unit = self.unit_for(kind)
        return None if quantity.kind != kind or unit is None else quantity.in_unit(unit, self.pi)

    def counted(self, node: Node) -> Node:
        """A typed expression as its numbers are told here: with their units."""
        return node

    def expanded(self, formula: Node, scope: Scope, total: Quantity) -> Maths | None:
        """A formula multiplied out, where it is worth a side of its own: with letters in it."""
        return None

    def tell(self, quantity: Quantity, unit: Unit | None = None, rounding: Rounding | None = None) -> Told:
        """A quantity in all its forms: exact, TeX, decimal, rounded, and as one line of text."""
        value, unit = self.amount(quantity, unit)
        rule = rounding or (CENTS if unit.kind.money else self.rounding)
        exact = value.exact if value.exact is not None and value.exact.readable else None
        told_ = (
            _exactly(exact, unit, rule, self.rationals)
            if exact
            else _forms(value, unit, rule, self.rationals)
        )
        if _hides_angle(quantity.kind, value, unit):
            return replace(told_, exact_text=None, shown=told(_rough(value, unit)))
        return told_

    def plainly(self, quantity: Quantity) -> str:
        """A quantity in a sentence: as it is where that is short, else to four significant figures."""
        written = self.written(quantity).text
        if "…" not in written and len(written) <= SHORT_WRITTEN:
            return written
        value, unit = self.amount(quantity)
        return "≈ " + unit.after(round_by(value, Rounding(figures=4)).text)

    def written(self, quantity: Quantity, unit: Unit | None = None) -> Maths:
        """A quantity as it stands inside a line of working: short, exact where that is short."""
        value, unit = self.amount(quantity, unit)
        if _hides_angle(quantity.kind, value, unit):
            return _rough(value, unit)
        return _inside(value, unit, self.rationals)

    @property
    def pi_letter(self) -> Maths:
        """π as it stands in numbers: itself, or the number that is taken for it. Every line of numbers asks here."""
        return leaves.PI if self.pi.rational is None else self.written(Quantity(self.pi))


def is_pi(path: Path) -> bool:
    """Whether a name is that of π, which no quantity can bear."""
    return path.names == ("pi",)


def _hides_angle(kind: Kind, value: Real, unit: Unit) -> bool:
    """An inverse cosine, turned into degrees, is no number that one reads."""
    return kind == ANGLE and value.rational is None and unit.symbol in ("deg", "turn")


@lru_cache(maxsize=2048)
def _exactly(exact: Exact, unit: Unit, rule: Rounding, rationals: Rationals) -> Told:
    """Exact values come again and again while a figure is changed, so their forms are remembered."""
    return _forms(Real(exact), unit, rule, rationals)


def _forms(value: Real, unit: Unit, rule: Rounding, rationals: Rationals) -> Told:
    rounded = round_by(value, rule)
    exact = value.exact if value.exact is None or value.exact.readable else None
    short = exact if exact is not None and len(exact.text()) <= ONE_LINE else None
    digits = decimal(value)
    number = rounded.text if rule.step is None else _mixed(rounded.value, rule.step)
    few = not rounded.proven and len(digits.partition(".")[2]) < len(rounded.text.partition(".")[2])
    if few:  # not so many are proven as are wanted
        number = digits
    ends = _ending(value.rational) if rationals == "decimal" and value.rational is not None else None
    return Told(
        exact=short.text() if short is not None else None,
        exact_text=unit.after(ends or _bracketed(short, unit)) if short is not None else None,
        tex=f"{ends or _tex_number(short, unit)}{unit.tex}" if short is not None else None,
        unfolded=_unfolded(exact, unit) if exact is not None and short is None else None,
        decimal=digits,
        unit=unit.text,
        rounded=digits if few else rounded.text,
        text=unit.after(number),
        shown=told(_inside(value, unit, rationals)),
        rounded_tex=f"{_number_tex(number)}{unit.tex}",
        approximate=not rounded.unchanged,
        rule=rule.says(),
        deciding="" if rounded.unchanged else deciding_digit(value, digits, rule),
        note="" if short is not None else FEW if few else NOT_TOLD if not rounded.proven else PROVEN,
    )


def exactly_written(told_: Told) -> Written | None:
    """The exact form of a told value, or None."""
    if told_.tex is None or told_.exact_text is None:
        return None
    return Written(told_.tex, told_.exact_text)


def _unfolded(exact: Exact, unit: Unit) -> Unfolded:
    return Unfolded(
        exact.text(),
        f"{_tex_number(exact, unit)}{unit.tex}",
        unit.after(_bracketed(exact, unit)),
    )


def _bracketed(exact: Exact, unit: Unit) -> str:
    """An exact form as text, a sum in brackets before a unit."""
    return f"({exact.plain()})" if unit.symbol and len(exact.terms) > 1 else exact.plain()


@lru_cache(maxsize=2048)
def _inside(value: Real, unit: Unit, rationals: Rationals = "decimal") -> Written:
    rational = value.rational
    if rational is not None:
        if rationals != "decimal" and not unit.kind.money and rational.denominator in range(2, MOST_BELOW):
            return fraction(rational, unit, mixed=rationals == "mixed")
        inches = _feet_and_inches(rational) if unit == UNITS["ft"] else None
        if inches is not None:
            return inches
        text = _ending(rational) or decimal_or_fraction(rational, 0)
        if unit.kind.money and CENTIMES % rational.denominator == 0:
            text = fixed(rational, 2)
        if "/" not in text:
            binds = SUM if rational < 0 else PRODUCT if unit.symbol else ATOM
            return Written(f"{text}{unit.tex}", unit.after(text), binds, _number_mathml(text) + unit.mathml)
        if len(text) > 9:
            return _rough(value, unit)
        return fraction(rational, unit)
    exact = value.exact
    if exact is not None and exact.readable and len(exact.text()) <= LONGEST_EXACT:
        return _exact_inside(exact, unit)
    return _rough(value, unit)


def _ending(rational: Fraction) -> str | None:
    """A number that ends, all of it; None of one that doesn't, or not soon."""
    text = decimal_or_fraction(rational, LONGEST_DECIMAL)
    return None if "/" in text or len(text) > LONGEST_DECIMAL else text


def fraction(value: Fraction, unit: Unit, mixed: bool = False) -> Written:
    """A number that is not whole as a fraction, or as a mixed number, with its unit.

    >>> fraction(Fraction(13, 4), UNITS["m"]).text, fraction(Fraction(-13, 4), UNITS["m"], mixed=True).text
    ('13/4 m', '-3 1/4 m')
    """
    whole, above = divmod(abs(value.numerator), value.denominator) if mixed else (0, abs(value.numerator))
    sign, before = "-" if value < 0 else "", f"{whole} " if whole else ""
    text = f"{sign}{before}{above}/{value.denominator}"
    binds = SUM if value < 0 else PRODUCT if unit.symbol else FRACTION
    bar = f"<mfrac><mn>{above}</mn><mn>{value.denominator}</mn></mfrac>"
    mathml = ("<mo>−</mo>" if sign else "") + (f"<mn>{whole}</mn>" if whole else "") + bar + unit.mathml
    return Written(
        rf"{sign}{before.strip()}\tfrac{{{above}}}{{{value.denominator}}}{unit.tex}",
        unit.after(text),
        binds,
        mathml,
    )


def _number_mathml(text: str) -> str:
    return f"<mo>−</mo><mn>{text[1:]}</mn>" if text.startswith("-") else f"<mn>{text}</mn>"


def _exact_inside(exact: Exact, unit: Unit) -> Written:
    tex, plain, mathml = exact.tex(), exact.plain(), exact.mathml()
    if len(exact.terms) > 1:
        if unit.symbol:
            mathml = f"<mo>(</mo>{mathml}<mo>)</mo>{unit.mathml}"
            return Written(rf"\left({tex}\right){unit.tex}", unit.after(f"({plain})"), PRODUCT, mathml)
        return Written(tex, plain, SUM, mathml)
    binds = SUM if plain.startswith("-") else PRODUCT
    # Beside other factors 5√10/2 m would read as 5√10 by 2 m.
    tight = unit.after(f"({plain})") if "/" in plain and binds == PRODUCT else ""
    return Written(f"{tex}{unit.tex}", unit.after(plain), binds, mathml + unit.mathml, tight)


def _feet_and_inches(feet: Fraction) -> Written | None:
    """A length as 12 ft 6 in, when its inches are whole or a fraction found on a rule; else None."""
    whole, rest = divmod(feet, 1)
    inches = rest * 12
    if feet <= 0 or not rest or 16 % inches.denominator:
        return None
    number = _mixed(inches, Fraction(1, 16)) if inches.denominator > 1 else str(inches)
    inch, foot = UNITS["in"], UNITS["ft"]
    tex, text = f"{_number_tex(number)}{inch.tex}", inch.after(number)
    mathml = f"<mn>{number}</mn>{inch.mathml}"
    if not whole:
        return Written(tex, text, PRODUCT, mathml)
    mathml = f'<mn>{whole}</mn>{foot.mathml}<mspace width="0.3em"/>{mathml}'
    return Written(rf"{whole}{foot.tex}\ {tex}", f"{foot.after(str(whole))} {text}", PRODUCT, mathml)


def _rough(value: Real, unit: Unit) -> Written:
    rounded = round_by(value, Rounding(figures=SHOWN_FIGURES))
    text = rounded.text if rounded.proven else decimal(value, SHOWN_FIGURES)
    if text == "0":  # nothing tells it from 0
        return Written(f"0{unit.tex}", unit.after("0"), PRODUCT, f"<mn>0</mn>{unit.mathml}")
    binds = SUM if text.startswith("-") else PRODUCT
    mathml = f"{_number_mathml(text)}<mo>…</mo>{unit.mathml}"
    return Written(rf"{text}\ldots{unit.tex}", unit.after(f"{text}…"), binds, mathml)


def _tex_number(exact: Exact, unit: Unit) -> str:
    return rf"\left({exact.tex()}\right)" if unit.symbol and len(exact.terms) > 1 else exact.tex()


def _mixed(value: Fraction, step: Fraction) -> str:
    """A value rounded to a step: in eighths and the like as a mixed number, otherwise as a decimal."""
    halving = step.denominator & (step.denominator - 1) == 0  # halves, quarters, eighths …
    decimal_step = 10**12 % step.denominator == 0 and not halving
    if value.denominator == 1 or decimal_step:
        return decimal_or_fraction(value)
    whole, rest = divmod(abs(value), 1)
    sign = "-" if value < 0 else ""
    return f"{sign}{f'{whole} ' if whole else ''}{rest.numerator}/{rest.denominator}"


def _number_tex(text: str) -> str:
    if "/" not in text:
        return text
    whole, _, fraction = text.rpartition(" ")
    above, below = fraction.split("/")
    return rf"{whole}\tfrac{{{above}}}{{{below}}}"
