"""The squares view of a figure: what is counted, the lattice formula, and the shaded share."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from typing import Literal

from mensuration.expressions import Quantity
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.numbers.rounding import decimal_or_fraction
from mensuration.plane.measuring import enclosed
from mensuration.plane.squares import HALF, PART, WHOLE, Counting, Kind, Place, TooManySquares, separate
from mensuration.tally import PlaneTallies
from mensuration.telling.mathematics import Equal, Written
from mensuration.telling.shares import Ratio, ratio_of
from mensuration.telling.values import Mathematics, Teller, told


@dataclass(frozen=True)
class Square(Frozen):
    """One unit square by column and row, numbered among those of its kind in its shape."""

    at: Place
    kind: Literal["whole", "half", "part"]
    number: int
    shaded: bool
    shape: int


@dataclass(frozen=True)
class CountedLine(Frozen):
    text: str


@dataclass(frozen=True)
class ToldLattice(Frozen):
    """The lattice formula as a check; ``agrees`` with the area."""

    inside: tuple[Place, ...]
    border: tuple[Place, ...]
    says: str
    formula: Mathematics
    numbers: Mathematics
    agrees: bool


@dataclass(frozen=True)
class ShadedShare(Frozen):
    says: str
    ratio: Ratio | None


@dataclass(frozen=True)
class CountedShape(Frozen):
    """What is counted of one shape of a figure that may be in several."""

    lines: tuple[CountedLine, ...]
    lattice: ToldLattice | None
    sides: int
    edges: tuple[tuple[Place, Place], ...]


@dataclass(frozen=True)
class Counted(Frozen):
    """A figure on unit squares, shape by shape; ``together`` says what several come to."""

    too_many: bool = False
    squares: tuple[Square, ...] = ()
    shapes: tuple[CountedShape, ...] = ()
    together: tuple[CountedLine, ...] = ()
    shaded: ShadedShare | None = None


def counted(
    tallies: PlaneTallies, teller: Teller, squares: Collection[Place] = (), parts: Collection[str] = ()
) -> Counted:
    """The figure counted on unit squares, and its share that is shaded: these squares, or else these parts."""
    if not tallies.region.loops:
        return Counted(together=(CountedLine("there is nothing left to count"),))
    unit = teller.unit.size(teller.pi)
    marked = {(i, j) for i, j in squares}
    whole = Counting(tallies.region, unit)
    shapes = [_Count(Counting(region, unit), teller) for region in separate(tallies.region)]
    found: list[Square] = []
    try:
        _ = whole.reach
        for index, shape in enumerate(shapes):
            numbers: dict[Kind, int] = {WHOLE: 0, HALF: 0, PART: 0}
            for square in shape.counting.squares:
                numbers[square.kind] += 1
                shaded = square.place in marked
                found.append(Square(square.place, square.kind, numbers[square.kind], shaded, index))
    except TooManySquares:
        return Counted(too_many=True)
    return Counted(
        squares=tuple(found),
        shapes=tuple(shape.told() for shape in shapes),
        together=tuple(_together(shapes, _Count(whole, teller))) if len(shapes) > 1 else (),
        shaded=_shaded(whole, tallies, teller, marked, parts) if marked or parts else None,
    )


def _plural(count: int, what: str) -> str:
    return f"{count} {what}" if count == 1 else f"{count} {what}s"


@dataclass(frozen=True)
class _Count:
    """What is told of one counting."""

    counting: Counting
    teller: Teller

    def told(self) -> CountedShape:
        return CountedShape(
            tuple(CountedLine(text) for text in (*self.squares(), *self.round())),
            self.lattice() if self.counting.lattice is not None else None,
            len(self.counting.region.edges),
            tuple(self.counting.unit_edges or ()),
        )

    def size(self, value: Fraction | int, power: int = 2) -> str:
        return self.teller.unit.to_power(power).after(decimal_or_fraction(Fraction(value)))

    @property
    def area(self) -> str:
        return self.teller.tell(Quantity(self.counting.region.area, self.teller.unit.kind.power(2))).text

    def how_many(self, kind: Kind) -> int:
        return sum(square.kind == kind for square in self.counting.squares)

    @cached_property
    def exactly(self) -> Fraction | None:
        """All squares together; None where how much of some is covered is only roughly known."""
        shares = [square.share for square in self.counting.squares]
        known = [share for share in shares if share is not None]
        return sum(known, Fraction(0)) if len(known) == len(shares) else None

    def squares(self) -> list[str]:
        whole, half, part = (self.how_many(kind) for kind in (WHOLE, HALF, PART))
        lines = [f"{_plural(whole, 'whole square')}: {self.size(whole)}"]
        if half:
            lines.append(f"{_plural(half, 'half square')}: {half} × 1/2 = {self.size(Fraction(half, 2))}")
        so_far = whole + Fraction(half, 2)
        if self.exactly is None:
            guess = Fraction(part, 2)
            lines.append(f"{_plural(part, 'square')} in part, each counted as a half: {self.size(guess)}")
            lines.append(f"counted: about {self.size(so_far + guess)}; the area is {self.area}")
            return lines
        if part:
            rest = self.exactly - so_far
            lines.append(f"{_plural(part, 'square')} in part, together {self.size(rest)}")
        return [*lines, f"counted: {self.size(self.exactly)}, exactly the area"]

    def round(self) -> list[str]:
        sides = _plural(len(self.counting.region.edges), "side")
        edges = self.counting.unit_edges
        if edges is None:
            length = Real.sum(edge.length for edge in self.counting.region.edges)
            perimeter = self.teller.tell(Quantity(length, self.teller.unit.kind)).text
            return [f"{sides}; the perimeter is {perimeter} (not all sides run along the squares)"]
        once = f"{_plural(len(edges), 'unit edge')} once round: {self.size(len(edges), 1)}"
        return [f"{sides}; counted edge by edge, {once}"]

    def lattice(self) -> ToldLattice:
        lattice = self.counting.lattice
        assert lattice is not None
        inside, border = len(lattice.inside), len(lattice.border)
        holes = f" + {lattice.holes}" if lattice.holes else ""
        area = decimal_or_fraction(lattice.area)
        unit = self.teller.unit.to_power(2)
        formula = Written(f"A = I + \\tfrac{{B}}{{2}} - 1{holes}", f"A = I + B/2 − 1{holes}")
        put = Written(f"{inside} + \\tfrac{{{border}}}{{2}} - 1{holes}", f"{inside} + {border}/2 − 1{holes}")
        value = Written(f"{area}{unit.tex}", unit.after(area))
        area_in_squares = self.counting.region.area / (self.counting.unit * self.counting.unit)
        return ToldLattice(
            lattice.inside,
            lattice.border,
            f"{inside} lattice points inside, {border} on the border",
            told(formula),
            told(Equal((put, value))),
            area_in_squares.same_as(Real.of(lattice.area)),
        )


def _together(shapes: Sequence[_Count], whole: _Count) -> Iterator[CountedLine]:
    """The sum over several shapes, of squares and of edges."""
    known = [shape.exactly for shape in shapes]
    sizes = [whole.size(each) for each in known if each is not None]
    if len(sizes) == len(shapes):
        total = whole.size(sum((each for each in known if each is not None), Fraction(0)))
        yield CountedLine(f"squares: {' + '.join(sizes)} = {total}")
    else:
        yield CountedLine(f"the area of all of them is {whole.area}")
    edges = [shape.counting.unit_edges for shape in shapes]
    rounds = [whole.size(len(each), 1) for each in edges if each is not None]
    if len(rounds) == len(shapes):
        length = sum(len(each) for each in edges if each is not None)
        yield CountedLine(f"edges: {' + '.join(rounds)} = {whole.size(length, 1)}")


def _shaded(
    counting: Counting,
    tallies: PlaneTallies,
    teller: Teller,
    squares: Collection[Place],
    parts: Collection[str],
) -> ShadedShare:
    composition, square = tallies.composition, counting.unit * counting.unit
    if squares:
        found = counting.shaded(squares)
        if found is None:
            says = "squares that are covered only in part can't be counted exactly here"
            return ShadedShare(says, None)
        amount = Real.of(found)
    else:
        bits = sum(1 << p.index for p in composition.parts if p.name in parts)
        area = enclosed(
            composition.arrangement, lambda m: composition.covers(m) and bool(m & bits), composition.pi
        )
        amount = area / square
    return ShadedShare("", ratio_of(amount, composition.area / square, "squares", teller))
