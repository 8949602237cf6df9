"""Units and kinds of quantity. The definitions themselves are data, in units.toml."""

from __future__ import annotations

import re
import tomllib
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property, lru_cache
from importlib.resources import files
from typing import NamedTuple

from mensuration.numbers import UNIT, Real


class Kind(NamedTuple):
    """The kind of a quantity: its power of length, of the plain unit, of angle, and of each currency that is in it."""

    length: int = 0
    plain: int = 0
    angle: int = 0
    money: tuple[tuple[str, int], ...] = ()

    @lru_cache(maxsize=1000)  # noqa: B019 - kinds are few
    def times(self, other: Kind, sign: int = 1) -> Kind:
        money = self.money
        if other.money:
            powers = dict(money)
            for currency, power in other.money:
                powers[currency] = powers.get(currency, 0) + sign * power
            money = tuple(sorted((currency, power) for currency, power in powers.items() if power))
        return Kind(
            self.length + sign * other.length,
            self.plain + sign * other.plain,
            self.angle + sign * other.angle,
            money,
        )

    @lru_cache(maxsize=1000)  # noqa: B019
    def power(self, exponent: int) -> Kind:
        money = tuple((currency, power * exponent) for currency, power in self.money if exponent)
        return Kind(self.length * exponent, self.plain * exponent, self.angle * exponent, money)

    def root(self, index: int) -> Kind | None:
        """The kind whose power this is; None where there is none."""
        powers = (self.length, self.plain, self.angle, *(power for _, power in self.money))
        if any(power % index for power in powers):
            return None
        money = tuple((currency, power // index) for currency, power in self.money)
        return Kind(self.length // index, self.plain // index, self.angle // index, money)

    def says(self) -> str:
        """What a person calls this kind."""
        if self in _KIND_NAMES:
            return _KIND_NAMES[self]
        if self.angle:
            return "a mixed kind of quantity"
        if self.money == ((self.currency, 1),) and self == Kind(money=self.money):
            return f"an amount in {self.currency}"
        size = self.length or self.plain
        if size > 0 and not self.money and not (self.length and self.plain):
            return f"a length to the power {size}"
        unit = compound(self, UNITS["m"])
        return "a mixed kind of quantity" if unit is None else f"a quantity in {unit.text}"

    @property
    def currency(self) -> str:
        """The first of its currencies; empty where there is none."""
        return self.money[0][0] if self.money else ""


POWERS = {"length": 1, "area": 2, "volume": 3}  # of length, by the kind of a measure
NUMBER = Kind()
LENGTH, AREA, VOLUME = Kind(1), Kind(2), Kind(3)
ANGLE = Kind(angle=1)
_KIND_NAMES = {
    NUMBER: "a plain number",
    LENGTH: "a length",
    AREA: "an area",
    VOLUME: "a volume",
    ANGLE: "an angle",
    Kind(plain=1): "a length in plain units",
    Kind(plain=2): "an area in plain units",
    Kind(plain=3): "a volume in plain units",
}
_BASE_KINDS = {"length": LENGTH, "plain": Kind(plain=1), "angle": ANGLE}


def _kind_of(name: str, symbol: str) -> Kind:
    return Kind(money=((symbol, 1),)) if name == "money" else _BASE_KINDS[name]


_MARKS = {"deg": "°", "arcmin": "′", "arcsec": "″"}
_SUPERSCRIPTS = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")


@dataclass(frozen=True)
class Unit:
    """A unit or a power of one. ``factor`` is its size in base units; None stands for the radian."""

    symbol: str
    kind: Kind
    factor: Fraction | None
    power: int = 1

    def __hash__(self) -> int:
        return hash((self.symbol, self.power))

    @cached_property
    def _real(self) -> Real:
        return Real.of(self.factor or 0)

    def size(self, pi: Real) -> Real:
        if self.factor is None:
            return UNIT / (Real.of(2) * pi)
        return self._real

    @lru_cache(maxsize=200)  # noqa: B019 - units are few and live as long as the program
    def to_power(self, exponent: int) -> Unit:
        factor = None if self.factor is None else self.factor**exponent
        if factor is None and exponent != 1:
            raise ValueError("powers of the radian are not used")
        return Unit(self.symbol, self.kind.power(exponent), factor, self.power * exponent)

    @property
    def text(self) -> str:
        """The unit as a contract writes it: ``m^2``; empty for a plain number."""
        return self.symbol if self.power == 1 else f"{self.symbol}^{self.power}" if self.symbol else ""

    def after(self, number: str) -> str:
        """A number with this unit behind it, as a person reads it: ``1.75 m²``, ``110°``."""
        if not self.symbol:
            return number
        if self.symbol in _MARKS:
            return f"{number}{_MARKS[self.symbol]}"
        if self.kind.plain:
            return f"{number} {self._plain_words(number)}"
        power = "" if self.power == 1 else str(self.power).translate(_SUPERSCRIPTS)
        return f"{number} {self.symbol}{power}"

    def _plain_words(self, number: str) -> str:
        words = {1: "unit", 2: "square unit", 3: "cubic unit"}.get(self.power, f"unit^{self.power}")
        return words if number == "1" else words + "s"

    @property
    def tex(self) -> str:
        """The unit in TeX, with its leading space."""
        if not self.symbol:
            return ""
        if self.symbol == "%":
            return r"\,\%"
        if self.symbol == "deg":
            return r"^\circ"
        if self.symbol in _MARKS:
            return "'" if self.symbol == "arcmin" else "''"
        if self.kind.plain:
            return rf"\ \text{{{self._plain_words('2')}}}"
        power = "" if self.power == 1 else rf"^{{{self.power}}}"
        return rf"\,\mathrm{{{self.symbol}}}{power}"

    @property
    def mathml(self) -> str:
        """The unit in MathML, with the space before it."""
        if not self.symbol:
            return ""
        if self.symbol in _MARKS:
            return f"<mo>{_MARKS[self.symbol]}</mo>"
        if self.kind.plain:
            return f"<mtext>\u00a0{self._plain_words('2')}</mtext>"
        name = f'<mi mathvariant="normal">{self.symbol}</mi>'
        raised = name if self.power == 1 else f"<msup>{name}<mn>{self.power}</mn></msup>"
        return f'<mspace width="0.17em"/>{raised}'


NO_UNIT = Unit("", NUMBER, Fraction(1))


@dataclass(frozen=True)
class Compound(Unit):
    """Units over others, such as EUR/m, EUR/m^2 or 1/m; ``symbol`` is how a contract writes it."""

    above: tuple[Unit, ...] = ()
    below: tuple[Unit, ...] = ()

    def __hash__(self) -> int:
        return hash(self.symbol)

    def after(self, number: str) -> str:
        above = " ".join(unit.after("").strip() for unit in self.above)
        # Below the bar there is one of them: 2 per unit.
        below = "".join("/" + unit.after("1").removeprefix("1").strip() for unit in self.below)
        if not above:
            return f"({number}){below}" if "/" in number else f"{number}{below}"
        return f"{number} {above}{below}"

    @property
    def tex(self) -> str:
        return "".join(unit.tex for unit in self.above) + "".join(
            "/" + _tight(unit.tex) for unit in self.below
        )

    @property
    def mathml(self) -> str:
        below = ("<mo>/</mo>" + unit.mathml.replace(_GAP, "") for unit in self.below)
        return "".join(unit.mathml for unit in self.above) + "".join(below)


_GAP = '<mspace width="0.17em"/>'


def _tight(tex: str) -> str:
    return tex.removeprefix(r"\,").removeprefix(r"\ ")


def compound(kind: Kind, length: Unit) -> Unit | None:
    """The unit of a kind that is no power of one unit: of a price, or of one over a length. None where angles, or lengths
    in two ways, are in it.

    >>> compound(Kind(length=-2, money=(("EUR", 1),)), UNITS["m"]).text
    'EUR/m^2'
    """
    if kind.angle or (kind.length and kind.plain):
        return None
    units = [(UNITS[currency], power) for currency, power in kind.money]
    if kind.length or kind.plain:
        units.append((length, kind.length) if kind.length else (UNITS["unit"], kind.plain))
    above = tuple(unit.to_power(power) for unit, power in units if power > 0)
    below = tuple(unit.to_power(-power) for unit, power in units if power < 0)
    if not below and len(above) == 1:
        return above[0]
    factor = Fraction(1)
    for unit in above:
        factor *= unit.factor or 1
    for unit in below:
        factor /= unit.factor or 1
    symbol = (" ".join(unit.text for unit in above) or "1") + "".join("/" + unit.text for unit in below)
    return Compound(symbol, kind, factor, 1, above, below)


def _load() -> tuple[dict[str, Unit], dict[str, tuple[str, ...]]]:
    table = tomllib.loads(files("mensuration").joinpath("units.toml").read_text("utf-8"))
    units: dict[str, Unit] = {}
    names: dict[str, tuple[str, ...]] = {}
    for row in table["unit"]:
        factor = None if row["factor"] == "radian" else Fraction(row["factor"])
        unit = Unit(row["symbol"], _kind_of(row["kind"], row["symbol"]), factor)
        called = (unit.symbol, *row["names"])
        units.update(dict.fromkeys(called, unit))
        if not row.get("further"):
            names[unit.symbol] = called
    return units, names


def _further() -> dict[str, tuple[Fraction, Kind]]:
    kinds = {"area": AREA, "volume": VOLUME}
    rows = tomllib.loads(files("mensuration").joinpath("units.toml").read_text("utf-8"))["further"]
    return {name: (Fraction(row["factor"]), kinds[row["kind"]]) for row in rows for name in row["names"]}


UNITS, UNIT_NAMES = _load()
LENGTH_UNITS = tuple(s for s in UNIT_NAMES if UNITS[s].kind in (LENGTH, Kind(plain=1)))
ANGLE_UNITS = tuple(s for s in UNIT_NAMES if UNITS[s].kind == ANGLE)
FURTHER = _further()
"""What is typed for areas and volumes beside powers of lengths (5 L, 2 ha), by name: base units and kind. A problem's own
names come before these."""
UNIT_WITH_POWER = re.compile(
    rf"({'|'.join(s for s in UNITS if UNITS[s].kind == LENGTH and s.isalpha())})([23])"
)
"""``m2``, as it is typed where ² is not at hand."""
