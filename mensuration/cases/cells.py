"""Cells of a table of cases as they are read: one by one, exactly; or a column of them at once, where floats are certain."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real, Rounding, round_by
from mensuration.numbers.boxes import Boxes, texts_between
from mensuration.telling import Teller
from mensuration.units import Unit

WHOLE, SMALL = Rounding(places=0), Rounding(figures=3)


@dataclass(frozen=True)
class CaseCell(Frozen):
    """A cell as it is read, and as a number in its unit for plotting."""

    text: str
    number: float
    given: bool


@dataclass(frozen=True)
class Spelling:
    """How measures are written in cells: each in its unit, its kind, and what rounds and counts π."""

    units: Mapping[str, Unit]
    kinds: Mapping[str, str]
    teller: Teller

    def cell(self, measure: str, value: Quantity, given: bool, unit: Unit | None = None) -> CaseCell:
        """One cell; ``unit`` where a column has one of its own."""
        unit = unit or self.units[measure]
        amount = value.in_unit(unit, self.teller.pi)
        number = float(value.value) / float(unit.size(self.teller.pi))
        rounded = round_by(amount, self._rounding(measure))
        if not rounded.value and number:
            rounded = round_by(amount, SMALL)  # else a column of small numbers would read 0.00
        return CaseCell(rounded.text, number, given)

    def cells(self, measure: str, values: Boxes, given: bool) -> list[CaseCell | None]:
        """The same of many values at once; None where floats can't tell."""
        amounts = self.in_unit(measure, values)
        numbers = amounts.middle.tolist()
        texts = texts_between(amounts, self._rounding(measure))
        nothing = [index for index, text in enumerate(texts) if text is not None and not text.strip("-0.")]
        if nothing:
            small = texts_between(amounts, SMALL)
            for index in nothing:
                texts[index] = small[index]
        return [
            None if text is None else CaseCell(text, number, given)
            for text, number in zip(texts, numbers, strict=True)
        ]

    def in_unit(self, measure: str, values: Boxes) -> Boxes:
        """Values as numbers in their measure's unit."""
        size = self.units[measure].size(self.teller.pi)
        return values if size.same_as(Real.of(1)) else values / Boxes.of([size])

    def _rounding(self, measure: str) -> Rounding:
        return WHOLE if self.kinds[measure] == "count" else self.teller.rounding
