"""Telling values to people: one number in every form that a screen or a file needs."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import Any

from mensuration.expressions import Quantity
from mensuration.expressions.write import ATOM, POWER, PRODUCT, SUM, Written
from mensuration.numbers import Exact, Real, Rounding, decimal, round_by
from mensuration.numbers.rounding import decimal_or_fraction
from mensuration.units import ANGLE, NO_UNIT, NUMBER, UNITS, Kind, Unit

SHORT_PLACES = 6
SHORT_WRITTEN = 14
LONGEST_EXACT = 60  # inside a line of working
ONE_LINE = 90  # for an exact form by itself; a longer one is folded away
SHOWN_FIGURES = 7


@dataclass(frozen=True)
class Teller:
    """How this problem tells values: its unit, angle unit, rounding and convention for π."""

    unit: Unit
    angle: Unit
    rounding: Rounding
    pi: Real

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
        return None

    def amount(self, quantity: Quantity, unit: Unit | None = None) -> tuple[Real, Unit]:
        """The number of units in a quantity, and the unit."""
        unit = unit or self.unit_for(quantity.kind)
        if unit is None:
            return quantity.value, NO_UNIT
        return quantity.in_unit(unit, self.pi), unit

    def tell(
        self, quantity: Quantity, unit: Unit | None = None, rounding: Rounding | None = None
    ) -> dict[str, Any]:
        """A quantity in all its forms: exact, TeX, decimal, rounded, and as one line of text."""
        value, unit = self.amount(quantity, unit)
        rule = rounding or self.rounding
        told_ = dict(_exactly(value.exact, unit, rule)) if value.exact else _forms(value, unit, rule)
        if _hides_angle(quantity.kind, value, unit):
            told_ |= {"exactText": None, "shown": told(_rough(value, unit))}
        return told_

    def plainly(self, quantity: Quantity) -> str:
        """A quantity in a sentence: as it is where that is short, else to four significant figures."""
        written = self.written(quantity).text
        if "…" not in written and len(written) <= SHORT_WRITTEN:
            return written
        value, unit = self.amount(quantity)
        return "≈ " + unit.after(round_by(value, Rounding(figures=4)).text)

    def written(self, quantity: Quantity, unit: Unit | None = None) -> Written:
        """A quantity as it stands inside a line of working: short, exact where that is short."""
        value, unit = self.amount(quantity, unit)
        if _hides_angle(quantity.kind, value, unit):
            return _rough(value, unit)
        return _inside(value, unit)


def _hides_angle(kind: Kind, value: Real, unit: Unit) -> bool:
    """An inverse cosine, turned into degrees, is no number that one reads."""
    return kind == ANGLE and value.rational is None and unit.symbol in ("deg", "turn")


@lru_cache(maxsize=20_000)
def _exactly(exact: Exact, unit: Unit, rule: Rounding) -> dict[str, Any]:
    """Exact values come again and again while a figure is changed, so their forms are remembered."""
    return _forms(Real(exact), unit, rule)


def _forms(value: Real, unit: Unit, rule: Rounding) -> dict[str, Any]:
    rounded = round_by(value, rule)
    exact = value.exact
    short = exact if exact is not None and len(exact.text()) <= ONE_LINE else None
    shown = _inside(value, unit)
    number = rounded.text if rule.step is None else _mixed(rounded.value, rule.step)
    return {
        "exact": short.text() if short is not None else None,
        "exactText": unit.after(_bracketed(short, unit)) if short is not None else None,
        "tex": f"{_tex_number(short.tex(), unit)}{unit.tex}" if short is not None else None,
        "unfolded": _unfolded(exact, unit) if exact is not None and short is None else None,
        "decimal": decimal(value),
        "unit": unit.text,
        "rounded": rounded.text,
        "text": unit.after(number),
        "shown": {"tex": shown.tex, "text": shown.text},
        "roundedTex": f"{_number_tex(number)}{unit.tex}",
        "approximate": not rounded.unchanged,
        "rule": rule.says(),
        "note": "" if short is not None else "no short exact form; every digit shown is proven",
    }


def _unfolded(exact: Exact, unit: Unit) -> dict[str, str]:
    """An exact form that is longer than a line."""
    return {
        "exact": exact.text(),
        "tex": f"{_tex_number(exact.tex(), unit)}{unit.tex}",
        "text": unit.after(_bracketed(exact, unit)),
    }


def _bracketed(exact: Exact, unit: Unit) -> str:
    """An exact form as text, a sum in brackets before a unit."""
    return f"({exact.plain()})" if unit.symbol and len(exact.terms) > 1 else exact.plain()


def told(written: Written) -> dict[str, str]:
    """A piece of mathematics as results hold it."""
    return {"tex": written.tex, "text": written.text}


def _inside(value: Real, unit: Unit) -> Written:
    rational = value.rational
    if rational is not None:
        inches = _feet_and_inches(rational) if unit == UNITS["ft"] else None
        if inches is not None:
            return inches
        text = decimal_or_fraction(rational, SHORT_PLACES)
        fraction = "/" in text
        if fraction and len(text) > 9:
            return _rough(value, unit)
        tex = rf"\tfrac{{{rational.numerator}}}{{{rational.denominator}}}" if fraction else text
        binds = SUM if rational < 0 else POWER if fraction else ATOM
        if unit.symbol and binds == ATOM:
            binds = PRODUCT
        return Written(f"{tex}{unit.tex}", unit.after(text), binds)
    if value.exact is not None and len(value.exact.text()) <= LONGEST_EXACT:
        sums = len(value.exact.terms) > 1
        tex, plain = value.exact.tex(), value.exact.plain()
        if sums and unit.symbol:
            return Written(rf"\left({tex}\right){unit.tex}", unit.after(f"({plain})"), PRODUCT)
        return Written(f"{tex}{unit.tex}", unit.after(plain), SUM if sums else PRODUCT)
    return _rough(value, unit)


def _feet_and_inches(feet: Fraction) -> Written | None:
    """A length as 12 ft 6 in, when its inches are whole or a fraction found on a rule; else None."""
    whole, rest = divmod(feet, 1)
    inches = rest * 12
    if feet <= 0 or not rest or 16 % inches.denominator:
        return None
    number = _mixed(inches, Fraction(1, 16)) if inches.denominator > 1 else str(inches)
    small = Written(f"{_number_tex(number)}{UNITS['in'].tex}", UNITS["in"].after(number), PRODUCT)
    if not whole:
        return small
    large = UNITS["ft"]
    return Written(rf"{whole}{large.tex}\ {small.tex}", f"{large.after(str(whole))} {small.text}", PRODUCT)


def _rough(value: Real, unit: Unit) -> Written:
    text = round_by(value, Rounding(figures=SHOWN_FIGURES)).text
    return Written(rf"{text}\ldots{unit.tex}", unit.after(f"{text}…"), PRODUCT)


def _tex_number(tex: str, unit: Unit) -> str:
    return rf"\left({tex}\right)" if unit.symbol and (" + " in tex or " - " in tex) else tex


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
