"""A profile's typed texts as numbers. What is wrong is complained about where it stands."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from fractions import Fraction

from mensuration.expressions import ExpressionError, Path, Quantity, parse
from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.columns import Fractions
from mensuration.problem.kinds.kind import Context
from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.profiles.curves import Curve, Stretch, as_curve, plain
from mensuration.profiles.regions import Line

_DECIMAL = re.compile(r"[-−]?\d{1,20}(\.\d{1,20})?")
WITHOUT_VALUE = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError)


class Texts:
    """The texts of one profile."""

    def __init__(self, figure: ProfileDocument, context: Context) -> None:
        self.figure, self.context = figure, context
        self.unit = context.teller.unit
        self.pi = context.teller.pi
        self.size = self.unit.size(self.pi)

    def many(self, texts: Sequence[str], kind: str, place: str) -> Sequence[Real] | None:
        """Measurements; None where one can't be read."""
        size = {"length": self.size, "area": self.size * self.size}.get(kind)
        plain_ = _decimals(texts, Fraction(1) if size is None else size.rational)
        if plain_ is not None:
            return plain_
        found: list[Real] = []
        whole = True
        for i, text in enumerate(texts):
            if _DECIMAL.fullmatch(text):
                value = Real.of(Fraction(text.replace("−", "-")))
                found.append(value if size is None or size.rational == 1 else value * size)
                continue
            quantity = self.context.read(text, "count" if size is None else kind, f"{place}.{i}")
            if quantity is None:
                whole = False
            else:
                found.append(quantity.value)
        return found if whole else None

    def positive(self, text: str, kind: str, place: str, called: str) -> Quantity | None:
        found = self.context.read(text, kind, place)
        if found is not None and found.value.sign() <= 0:
            self.context.complain(place, "not-positive", f"{called} must be more than 0")
            return None
        return found

    def breadth(self) -> Quantity | None:
        if self.figure.breadth is None:
            return None
        return self.positive(self.figure.breadth, "length", "breadth", "the breadth")

    def line(self) -> Line | None:
        """The line that the profile is led round, in the units of x; its own line unless said otherwise. None where it
        can't be read."""
        spin = self.figure.spin
        if spin is None:
            return Line("level", NOUGHT)
        at = self.context.read(spin.at, "length", "spin.at")
        return None if at is None else Line(spin.along, at.value / self.size)

    def one_curve(self, text: str, place: str, start: Real, end: Real) -> Curve | None:
        try:
            tree, names = plain(parse(as_curve(text)), self.named(), self.pi, self.unit)
        except ExpressionError as error:
            self.context.complain(place, error.code, error.says, position=error.position)
            return None
        return Curve((Stretch(tree, start, end),), names, self.pi)

    def named(self) -> Callable[[Path], Quantity | None]:
        """What names stand for: the profile's own letters first."""
        own: dict[str, Quantity] = {}
        for i, each in enumerate(self.figure.parameters):
            found = self.context.read(each.value, "count", f"parameters.{i}.value")
            if found is not None:
                own[each.name] = found
        return lambda path: own.get(path.text) or self.context.look_up(path)


def _decimals(texts: Sequence[str], size: Fraction | None) -> Fractions | None:
    """Plain decimals times a size, all at once; None where one is anything else."""
    if size is None or not all(map(_DECIMAL.fullmatch, texts)):
        return None
    parted = [text.replace("−", "-").partition(".") for text in texts]
    places = max((len(after) for _, _, after in parted), default=0)
    tops = [int(before + after) * 10 ** (places - len(after)) for before, _, after in parted]
    return Fractions([top * size.numerator for top in tops], 10**places * size.denominator)


def says_of(error: Exception) -> str:
    return error.says if isinstance(error, ExpressionError) else "it has no value"
