"""Pieces made from a plane figure of the problem: raised straight up, to a point, cut off below it, or spun round a line."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

from mensuration.catalogue import plane_figures
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.numbers import Real
from mensuration.outlines import PROFILE, solved
from mensuration.plane import Placement, place
from mensuration.plane.arrangement import arrange
from mensuration.plane.edges import Point
from mensuration.plane.regions import Region, regions_of
from mensuration.problem.kinds.givens import read_givens
from mensuration.problem.kinds.kind import Context, Work
from mensuration.problem.kinds.plane.borrowed import profile_sketch
from mensuration.problem.kinds.plane.work import PlaneWork
from mensuration.problem.kinds.solid.document import BaseDocument, PieceDocument, Spot
from mensuration.solids.layers import reach_across
from mensuration.solids.pointing import FRUSTUM, POINT, PYRAMID, foot_of, pointed
from mensuration.solids.raising import HEIGHT, PRISM, raised
from mensuration.solids.spinning import SPUN, TURN, CannotBeSpun, spun
from mensuration.solving import Solution, SolvingError, solve
from mensuration.telling import Teller

GIVENS = {
    PRISM: {HEIGHT: "length"},
    PYRAMID: {HEIGHT: "length"},
    FRUSTUM: {HEIGHT: "length", POINT: "length"},
    SPUN: {TURN: "angle"},
}
"""What is told of a piece that is made from a figure, by its shape."""
OPTIONAL = {TURN}
CALLED = {
    PRISM: "raised figure needs its",
    PYRAMID: "figure raised to a point needs its",
    FRUSTUM: "figure cut off below its point needs its",
    SPUN: "spun figure may be told its",
}


Base = tuple[Region, Real, Real]  # with its area and its perimeter


def made_from(
    piece: PieceDocument, base: str | BaseDocument, context: Context, where: str
) -> Solution | None:
    """A plane figure made solid; None where it can't be, which is complained about."""
    wanted = GIVENS.get(piece.shape)
    if wanted is None:
        says = unknown_word(piece.shape, list(GIVENS), "way to make a solid of a figure").says
        context.complain(f"{where}.shape", "unknown-shape", says)
        return None
    given = _given(piece, wanted, context, where)
    found = _figure(base, context, where) if isinstance(base, str) else _shape(base, context, f"{where}.base")
    if given is None or found is None:
        return None
    region, area, perimeter = found
    length, pi = context.teller.unit.kind, context.teller.pi
    try:
        if piece.shape == PRISM:
            return raised(region, area, perimeter, given[HEIGHT], length, pi)
        if piece.shape == SPUN:
            axis = _axis(piece, region, context, where)
            return None if axis is None else spun(region, area, axis, given.get(TURN), length, pi)
        foot = foot_of(region) if piece.foot is None else _spot(piece.foot, context, f"{where}.foot")
        if foot is None:
            return None
        return pointed(region, area, given[HEIGHT], given.get(POINT), length, pi, foot)
    except SolvingError as fault:
        at = f"{where}.given.{fault.given}" if fault.given else f"{where}.given"
        context.complain(at, fault.code, fault.says)
    except CannotBeSpun as fault:
        context.complain(f"{where}.about", "cannot-spin", str(fault))
    return None


def _figure(base: str, context: Context, where: str) -> Base | None:
    """A plane figure of the problem."""
    other = context.other(base)
    if isinstance(other, Work) and not isinstance(other, PlaneWork):
        return _of_profile(base, context, where)
    if not isinstance(other, PlaneWork):
        says = f"“{base}” is no plane figure here: the base of this piece is one, by its name"
        context.complain(f"{where}.base", "unknown-base", says)
        return None
    if other.composition is None or other.tallies is None or not other.tallies.region.loops:
        context.complain(f"{where}.base", "needs-other", f"“{base}” could not be worked out")
        return None
    tallies = other.tallies
    return tallies.region, tallies.quantity("area").value, tallies.quantity("perimeter").value


def _of_profile(base: str, context: Context, where: str) -> Base | None:
    """What lies between the line of a profile and its readings or its curve."""
    try:
        sketch = profile_sketch(base, context)
    except ExpressionError as error:
        context.complain(f"{where}.base", error.code, error.says)
        return None
    return _arranged(solved(sketch, context.teller.unit.kind, context.teller.pi, PROFILE))


def _shape(base: BaseDocument, context: Context, place: str) -> Base | None:
    """A shape with givens."""
    figure = plane_figures().get(base.shape)
    if figure is None:
        says = unknown_word(base.shape, list(plane_figures()), "shape").says
        context.complain(f"{place}.shape", "unknown-shape", says)
        return None
    given = read_givens(figure, base.given, context, place)
    if given is None:
        return None
    try:
        return _placed(base.shape, tuple(given.items()), context.teller)
    except SolvingError as fault:
        at = f"{place}.given.{fault.given}" if fault.given else f"{place}.given"
        context.complain(at, fault.code, fault.says)
        return None


@lru_cache(maxsize=100)
def _placed(shape: str, given: tuple[tuple[str, Quantity], ...], teller: Teller) -> Base:
    return _arranged(solve(plane_figures()[shape], dict(given), teller.pi, teller.plainly))


def _arranged(solution: Solution) -> Base:
    plane = arrange((place("base", 0, "add", solution, Placement()),))
    region = regions_of(plane, lambda mask: bool(mask & 1), solution.pi)
    return region, solution.values["area"].value, solution.values["perimeter"].value


def _given(
    piece: PieceDocument, wanted: Mapping[str, str], context: Context, where: str
) -> dict[str, Quantity] | None:
    unknown = [name for name in piece.given if name not in wanted]
    missing = [name for name in wanted if name not in piece.given and name not in OPTIONAL]
    if unknown or missing:
        names = " and its ".join("height of the point" if name == POINT else name for name in wanted)
        says = f"a {CALLED[piece.shape]} {names}" + (f", not {unknown[0]}" if unknown else "")
        context.complain(f"{where}.given.{(unknown or missing)[0]}", "unknown-given", says)
        return None
    found = {
        name: context.read(text, wanted[name], f"{where}.given.{name}") for name, text in piece.given.items()
    }
    return (
        {name: value for name, value in found.items() if value is not None} if all(found.values()) else None
    )


def _spot(texts: Spot, context: Context, place: str) -> Point | None:
    x, y = (context.read(text, "length", f"{place}.{index}") for index, text in enumerate(texts))
    return None if x is None or y is None else (x.value, y.value)


def _axis(piece: PieceDocument, region: Region, context: Context, where: str) -> tuple[Point, Point] | None:
    """The line: through two points, or along a side of the surrounding rectangle."""
    if piece.about is not None and not isinstance(piece.about, str):
        one, two = (_spot(spot, context, f"{where}.about.{index}") for index, spot in enumerate(piece.about))
        return None if one is None or two is None else (one, two)
    (left, right), (low, high) = reach_across(region.edges)
    match piece.about:
        case "left" | None:
            return (left, low), (left, high)
        case "right":
            return (right, low), (right, high)
        case "bottom":
            return (left, low), (right, low)
        case _:
            return (left, high), (right, high)
