"""The squares view of a figure: what is counted, the lattice formula, and the shaded share."""

from __future__ import annotations

from fractions import Fraction
from math import gcd
from typing import Any

from mensuration.expressions import Quantity
from mensuration.numbers import Real
from mensuration.numbers.rounding import Rounding, decimal_or_fraction, round_by
from mensuration.plane.measuring import enclosed
from mensuration.problem.schema import Shaded
from mensuration.squares import HALF, PART, WHOLE, Counting, TooManySquares
from mensuration.tally import PlaneTallies

EQUIVALENTS = 5
Line = dict[str, str]
_NOTHING: dict[str, Any] = {
    "tooMany": False,
    "squares": [],
    "lines": [],
    "lattice": None,
    "sides": 0,
    "edges": [],
    "shaded": None,
}


def counted(tallies: PlaneTallies, shaded: Shaded | None) -> dict[str, Any]:
    """The figure counted on unit squares, and its shaded share."""
    if not tallies.region.loops:
        return {**_NOTHING, "lines": [_line("there is nothing left to count")]}
    teller = tallies.teller
    counting = Counting(tallies.region, teller.unit.size(teller.pi))
    try:
        squares = counting.squares
    except TooManySquares:
        return {**_NOTHING, "tooMany": True}
    marked = {tuple(place) for place in shaded.squares} if shaded else set()
    numbers = {WHOLE: 0, HALF: 0, PART: 0}
    told = []
    for square in squares:
        numbers[square.kind] += 1
        told.append(
            {
                "at": list(square.place),
                "kind": square.kind,
                "number": numbers[square.kind],
                "shaded": square.place in marked,
            }
        )
    lattice = counting.lattice
    return {
        "tooMany": False,
        "squares": told,
        "lines": [*_count_lines(counting, numbers, tallies), *_round_lines(counting, tallies)],
        "lattice": _lattice(counting, tallies) if lattice is not None else None,
        "sides": len(tallies.region.edges),
        "edges": [[list(a), list(b)] for a, b in counting.unit_edges or []],
        "shaded": _shaded(counting, tallies, shaded) if shaded and (marked or shaded.parts) else None,
    }


def _with_unit(value: Fraction | int, tallies: PlaneTallies, power: int = 2) -> str:
    return tallies.teller.unit.to_power(power).after(decimal_or_fraction(Fraction(value)))


def _line(text: str) -> Line:
    return {"text": text}


def _plural(count: int, what: str) -> str:
    return f"{count} {what}" if count == 1 else f"{count} {what}s"


def _count_lines(counting: Counting, numbers: dict[str, int], tallies: PlaneTallies) -> list[Line]:
    whole, half, part = numbers[WHOLE], numbers[HALF], numbers[PART]

    def size(value: Fraction | int) -> str:
        return _with_unit(value, tallies)

    lines = [_line(f"{_plural(whole, 'whole square')}: {size(whole)}")]
    if half:
        lines.append(_line(f"{_plural(half, 'half square')}: {half} × 1/2 = {size(Fraction(half, 2))}"))
    so_far = whole + Fraction(half, 2)
    if not part:
        return [*lines, _line(f"counted: {size(so_far)}, exactly the area")]
    shares = [square.share for square in counting.squares if square.kind == PART]
    known = [share for share in shares if share is not None]
    if len(known) < len(shares):
        guess = Fraction(part, 2)
        lines.append(_line(f"{_plural(part, 'square')} in part, each counted as a half: {size(guess)}"))
        area = tallies.teller.tell(tallies.quantity("area"))["text"]
        return [*lines, _line(f"counted: about {size(so_far + guess)}; the area is {area}")]
    rest = sum(known, Fraction(0))
    lines.append(_line(f"{_plural(part, 'square')} in part, together {size(rest)}"))
    return [*lines, _line(f"counted: {size(so_far + rest)}, exactly the area")]


def _round_lines(counting: Counting, tallies: PlaneTallies) -> list[Line]:
    sides = _plural(len(tallies.region.edges), "side")
    edges = counting.unit_edges
    if edges is None:
        perimeter = tallies.teller.tell(tallies.quantity("perimeter"))["text"]
        return [_line(f"{sides}; the perimeter is {perimeter} (not all sides run along the squares)")]
    once = f"{_plural(len(edges), 'unit edge')} once round: {_with_unit(len(edges), tallies, 1)}"
    return [_line(f"{sides}; counted edge by edge, {once}")]


def _lattice(counting: Counting, tallies: PlaneTallies) -> dict[str, Any]:
    lattice = counting.lattice
    assert lattice is not None
    inside, border = len(lattice.inside), len(lattice.border)
    holes = f" + {lattice.holes}" if lattice.holes else ""
    area = decimal_or_fraction(lattice.area)
    unit = tallies.teller.unit.to_power(2)
    agrees = tallies.composition.area / (counting.unit * counting.unit)
    return {
        "inside": [list(place) for place in lattice.inside],
        "border": [list(place) for place in lattice.border],
        "says": f"{inside} lattice points inside, {border} on the border",
        "formula": {"tex": f"A = I + \\tfrac{{B}}{{2}} - 1{holes}", "text": f"A = I + B/2 − 1{holes}"},
        "numbers": {
            "tex": f"{inside} + \\tfrac{{{border}}}{{2}} - 1{holes} = {area}{unit.tex}",
            "text": f"{inside} + {border}/2 − 1{holes} = {unit.after(area)}",
        },
        "agrees": agrees.same_as(Real.of(lattice.area)),
    }


def _shaded(counting: Counting, tallies: PlaneTallies, shaded: Shaded) -> dict[str, Any]:
    composition = tallies.composition
    total = composition.area / (counting.unit * counting.unit)
    if shaded.squares:
        found = counting.shaded([(i, j) for i, j in shaded.squares])
        if found is None:
            return {
                "says": "squares that are covered only in part can't be counted exactly here",
                "ratio": None,
            }
        amount = Real.of(found)
    else:
        bits = sum(1 << p.index for p in composition.parts if p.name in shaded.parts)
        area = enclosed(
            composition.arrangement, lambda m: composition.covers(m) and bool(m & bits), composition.pi
        )
        amount = area / (counting.unit * counting.unit)
    return {"says": "", "ratio": _ratio(amount, total, tallies)}


def _ratio(amount: Real, total: Real, tallies: PlaneTallies) -> dict[str, Any]:
    share = amount / total
    percent = tallies.teller.tell(Quantity(share * Real.of(100)))
    decimal = round_by(share, Rounding(places=4))
    told: dict[str, Any] = {
        "decimal": decimal.text,
        "percent": percent["text"],
        "exactly": not percent["approximate"],
        "count": None,
        "lowest": None,
        "factor": None,
        "equivalents": [],
    }
    a, b = amount.rational, total.rational
    if a is None or b is None:
        if share.exact is not None:
            told["lowest"] = {"tex": share.exact.tex(), "text": share.exact.plain()}
        return told
    scale = a.denominator * b.denominator // gcd(a.denominator, b.denominator)
    above, below = int(a * scale), int(b * scale)
    common = gcd(above, below) or 1
    low, base = above // common, below // common
    parts = {1: "squares", 2: "half squares"}.get(scale, f"{scale}ths of squares")
    told["count"] = {"above": above, "below": below, "of": parts}
    told["factor"] = common
    told["lowest"] = {"tex": rf"\frac{{{low}}}{{{base}}}", "text": f"{low}/{base}"}
    told["equivalents"] = [f"{low * k}/{base * k}" for k in range(2, 2 + EQUIVALENTS)]
    return told
