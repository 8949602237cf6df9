"""Slips in a formula: a given swapped, a factor lost, a power forgotten. Any derivation gets them, whatever figure it is of."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf, number_of
from mensuration.numbers import PI, UNIT, Real
from mensuration.tally.entry import Derivation
from mensuration.units import ANGLE, UNITS, Kind, Unit

TWO = Real.of(2)
RADIAN, DEGREE = UNITS["rad"], UNITS["deg"]
_CANT = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError, KeyError)
Rewrite = Callable[[Node], Iterator[tuple[str, Node]]]


@dataclass(frozen=True, eq=False)
class Chain:
    """The derivations that lead to a value, the last of which is it. ``unit`` is the problem's unit of length."""

    derivations: Sequence[Derivation]
    unit: Unit

    @property
    def kind(self) -> Kind:
        return self.derivations[-1].value.kind

    @property
    def pi(self) -> Real:
        return self.derivations[-1].pi

    def names(self) -> dict[str, Quantity]:
        """What is put in somewhere that no derivation before it finds."""
        found: dict[str, Quantity] = {}
        made: set[str] = set()
        for each in self.derivations:
            found.update({n: q for n, q in each.substitution.items() if n not in made})
            made.add(each.quantity)
        return found

    def value(
        self, put: Mapping[str, Quantity] | None = None, formulas: Mapping[int, Node] | None = None
    ) -> Quantity | None:
        """What it comes to with other values put in, and other formulas at some places; None where that has no value."""
        values: dict[str, Quantity] = dict(put or {})
        found = None
        for place, each in enumerate(self.derivations):
            scope = Scope(_look_up(values, each.substitution), list, self.pi)
            tree = (formulas or {}).get(place, each.formula)
            try:
                found = evaluate(tree, scope)
            except _CANT:
                return None
            if each.quantity not in (put or {}):
                values[each.quantity] = found
        return None if found is None else self.as_wanted(found)

    def as_wanted(self, found: Quantity) -> Quantity | None:
        """A value of another kind as the number that people would write, with the unit that is wanted."""
        if found.kind == self.kind:
            return found
        if found.kind.angle or self.kind.angle:
            return None
        have, want = (kind.length + kind.plain for kind in (found.kind, self.kind))
        size = self.unit.size(self.pi)
        value = found.value
        for _ in range(abs(want - have)):
            value = value * size if want > have else value / size
        return Quantity(value, self.kind)


def _look_up(
    first: Mapping[str, Quantity], then: Mapping[str, Quantity]
) -> Callable[[Path], Quantity | None]:
    return lambda path: first.get(path.text) or then.get(path.text)


def slips_in(
    chain: Chain, values: Mapping[str, Quantity], typed: Mapping[str, Quantity]
) -> Iterator[tuple[str, Quantity]]:
    """Codes of slips with what each makes of the value. ``values`` are all that is known of the figure, ``typed`` those that
    were typed in another unit, as the bare numbers that stand there."""
    for name, quantity in chain.names().items():
        for code, other in _swapped(name, quantity, values):
            found = chain.value({name: other})
            if found is not None:
                yield code, found
    if typed:
        found = chain.value(dict(typed))
        if found is not None:
            yield "mixed-units", found
    for place, each in enumerate(chain.derivations):
        for rewrite in REWRITES:
            for code, tree in rewrite(each.formula):
                found = chain.value(formulas={place: tree})
                if found is not None:
                    yield code, found


def _swapped(name: str, quantity: Quantity, values: Mapping[str, Quantity]) -> Iterator[tuple[str, Quantity]]:
    own = name.rsplit("_", 1)[-1]
    if own == "radius" or name.startswith("radius"):
        yield "diameter-for-radius", Quantity(quantity.value * TWO, quantity.kind)
    if own == "diameter":
        yield "radius-for-diameter", Quantity(quantity.value / TWO, quantity.kind)
    if name == "height" and "slant" in values:
        yield "slant-for-height", values["slant"]
    if quantity.kind == ANGLE:
        yield "other-angle", Quantity(UNIT - quantity.value, ANGLE)
        degree, radian = DEGREE.size(PI), RADIAN.size(PI)
        yield "degrees-for-radians", Quantity(quantity.value / degree * radian, ANGLE)
        yield "radians-for-degrees", Quantity(quantity.value / radian * degree, ANGLE)


# Rewriting


def rewritten(node: Node, at: Rewrite) -> Iterator[tuple[str, Node]]:
    """The expression with something in it rewritten, at one place each time."""
    yield from at(node)
    match node:
        case Negative(of):
            yield from ((code, Negative(inner)) for code, inner in rewritten(of, at))
        case Binary(operator, left, right, implied):
            yield from ((c, Binary(operator, inner, right, implied)) for c, inner in rewritten(left, at))
            yield from ((c, Binary(operator, left, inner, implied)) for c, inner in rewritten(right, at))
        case Power(base, exponent):
            yield from ((code, Power(inner, exponent)) for code, inner in rewritten(base, at))
        case Call(name, (of,)):
            yield from ((code, Call(name, (inner,))) for code, inner in rewritten(of, at))


SHARES = {2: "half-forgotten", 3: "third-forgotten", 4: "whole-for-half"}


def _shares(node: Node) -> Iterator[tuple[str, Node]]:
    """Halves and thirds that are lost."""
    match node:
        case Binary("/", above, Number(value)) if value in SHARES:
            yield SHARES[int(value)], above
        case Number(value) if value.denominator in SHARES and value < 2:
            yield SHARES[value.denominator], Number(Fraction(value.numerator), str(value.numerator))


def _powers(node: Node) -> Iterator[tuple[str, Node]]:
    match node:
        case Power(Path() as base, Number(value)) if value == 2:
            yield "not-squared", base
        case Binary("*", Path(("pi",)) as pi, Power(base, Number(value)), implied) if value == 2:
            yield "pi-squared", Power(Binary("*", pi, base, implied), number_of(2))


def _heights(node: Node) -> Iterator[tuple[str, Node]]:
    match node:
        case Binary("*", left, Path(("height",))):
            yield "height-forgotten", left
        case Binary("*", Path(("height",)), right):
            yield "height-forgotten", right


def _turns(node: Node) -> Iterator[tuple[str, Node]]:
    match node:
        case Binary("/", Path() as angle, whole) if _is_turn(whole):
            yield "fraction-upside-down", Binary("/", whole, angle)


def _is_turn(node: Node) -> bool:
    try:
        found = evaluate(node, Scope())
    except _CANT:
        return False
    return found.kind == ANGLE and found.value.rational == 1


def _angles(node: Node) -> Iterator[tuple[str, Node]]:
    """The number of degrees taken as one of radians, and the other way."""
    match node:
        case Call("sin" | "cos" | "tan" as name, (inner,)):
            for code, have, take in (
                ("degrees-for-radians", DEGREE, RADIAN),
                ("radians-for-degrees", RADIAN, DEGREE),
            ):
                ratio = Binary("/", inner, UnitOf(have))
                yield code, Call(name, (Binary("*", ratio, UnitOf(take)),))


REWRITES: tuple[Rewrite, ...] = tuple(
    lambda node, at=at: rewritten(node, at)  # type: ignore[misc]
    for at in (_shares, _powers, _heights, _turns, _angles)
)
