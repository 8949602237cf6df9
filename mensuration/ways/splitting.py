"""Ways to split a region: each a list of signed pieces that make up its area."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from mensuration.numbers import NotClosed, Real
from mensuration.plane.cutting import Cut, TooManyPieces, cut
from mensuration.plane.edges import Arc, Bent, Edge, Point, Spot
from mensuration.plane.regions import Region, straight_side
from mensuration.ways.cuts import LEVEL, UPRIGHT, corners, fewest_cuts, right_angled, row_cuts
from mensuration.ways.shapes import Cornered, Shape, by_corners, shape_of

MOST_CORNERS = 60  # past it only the coordinates of the corners are offered
_HALF = Real.of(1) / Real.of(2)


class DoesNotFit(ValueError):
    """The region can't be split in this way: it has arcs, or slanting sides, or too many corners."""


@dataclass(frozen=True)
class Piece:
    """One signed piece of a way: where it lies, and as which shape it is measured."""

    sign: int
    region: Region
    shape: Shape | Cornered

    @cached_property
    def value(self) -> Real:
        """Its area, by its shape's formula."""
        return self.shape.value(self.region.pi)


@dataclass(frozen=True)
class Way:
    """One manner of splitting: its pieces, and the lines along which they are cut."""

    name: str
    title: str
    about: str
    pieces: tuple[Piece, ...]
    cuts: tuple[Cut, ...] = ()

    @property
    def total(self) -> Real:
        return Real.sum(p.value if p.sign > 0 else -p.value for p in self.pieces)


def ways_of(region: Region, own: Sequence[Cut] = (), shown: str = "") -> list[Way]:
    """Every way in which this region can be split here; ``own`` are cut lines drawn by a person.

    Two ways that cut along the same lines are one, unless the later one is ``shown``.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.expressions import Quantity
    >>> from mensuration.numbers import PI, Real
    >>> from mensuration.units import LENGTH
    >>> from mensuration.solving import solve
    >>> square = solve(figures()["square"], {"side": Quantity(Real.of(3), LENGTH)}, PI)
    >>> from mensuration.plane import Placement, compose, place
    >>> from mensuration.plane.regions import regions_of
    >>> figure = compose((place("slab", 0, "add", square, Placement()),), PI)
    >>> [way.name for way in ways_of(regions_of(figure.arrangement, figure.covers, PI))]
    ['level', 'upright', 'fewest', 'surround', 'fan', 'corners']
    """
    ways: list[Way] = []
    for name in TITLES:
        if name == "own" and not own:
            continue
        try:
            way = way_named(name, region, own)
        except (NotClosed, DoesNotFit, TooManyPieces):
            continue
        if (
            name == shown
            or name not in ("fewest", "upright")
            or all(_cut_apart(way, other) for other in ways)
        ):
            ways.append(way)
    return ways


def _cut_apart(one: Way, two: Way) -> bool:
    """Whether two ways cut along different lines."""
    return not one.cuts or {_rough(c) for c in one.cuts} != {_rough(c) for c in two.cuts}


def _rough(line: Cut) -> frozenset[tuple[float, float]]:
    return frozenset((round(float(x), 9), round(float(y), 9)) for x, y in line)


def way_named(name: str, region: Region, own: Sequence[Cut] = ()) -> Way:
    """One way by its name. DoesNotFit, or NotClosed, where the region can't be split so.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, compose, place
    >>> from mensuration.plane.regions import regions_of
    >>> figure = compose((place("slab", 0, "add", square, Placement()),), PI)
    >>> region = regions_of(figure.arrangement, figure.covers, PI)
    >>> way_named("fan", region).total.same_as(figure.area)
    True
    """
    makers = {
        "own": lambda: _along("own", region, own),
        "round": lambda: _round(region),
        "level": lambda: _along("level", region, row_cuts(region, LEVEL)),
        "upright": lambda: _along("upright", region, row_cuts(region, UPRIGHT)),
        "fewest": lambda: _along("fewest", region, fewest_cuts(region)),
        "surround": lambda: _surround(region),
        "fan": lambda: _fan(region),
        "corners": lambda: _corners(region),
    }
    if name not in makers or not _fits(name, region):
        raise DoesNotFit
    return makers[name]()


def _fits(name: str, region: Region) -> bool:
    if name in ("own", "round"):
        return name == "own" or not region.straight
    few = name == "corners" or len(corners(region)) <= MOST_CORNERS
    return region.straight and few and (name != "fewest" or right_angled(region))


def usual_way(region: Region) -> str:
    """The way in which people would split this region first.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solving import solve, starting_givens
    >>> square = solve(figures()["square"], starting_givens(figures()["square"]), PI)
    >>> from mensuration.plane import Placement, compose, place
    >>> from mensuration.plane.regions import regions_of
    >>> figure = compose((place("slab", 0, "add", square, Placement()),), PI)
    >>> region = regions_of(figure.arrangement, figure.covers, PI)
    >>> usual_way(region)
    'fewest'
    """
    if not region.straight:
        return "round"
    if len(corners(region)) > MOST_CORNERS:
        return "corners"
    return "fewest" if right_angled(region) else "level"


TITLES = {
    "own": ("Along my own cut lines", "the lines you drew"),
    "level": ("{} by level cuts", "a level cut from every corner that the figure opens to"),
    "upright": ("{} by upright cuts", "an upright cut from every corner that the figure opens to"),
    "fewest": ("Fewest rectangles", "cuts between inward corners first: no splitting needs fewer rectangles"),
    "surround": (
        "Surrounding rectangle less the corners",
        "the whole rectangle round it, less what is missing",
    ),
    "fan": ("Triangles from one corner", "all diagonals from one corner; what turns back is taken away"),
    "corners": ("Corner coordinates", "the shoelace sum over the corners, walked anticlockwise"),
    "round": ("Polygon and circle parts", "the polygon on the corners, and what each arc adds or takes"),
}


def _made(name: str, pieces: Sequence[Piece], cuts: Sequence[Cut], shapes: str = "Pieces") -> Way:
    title, about = TITLES[name]
    return Way(name, title.format(shapes), about, tuple(pieces), tuple(cuts))


def _along(name: str, region: Region, cuts: Sequence[Cut]) -> Way:
    parts = cut(region, cuts)
    pieces = [piece for part in parts for piece in _pieces(part)]
    kinds = {piece.shape.name for piece in pieces}
    shapes = "Rectangles" if kinds <= {"rectangle", "square"} else "Trapezoids and triangles"
    return _made(name, pieces, cuts, shapes)


def _pieces(region: Region, sign: int = 1) -> list[Piece]:
    """A piece as it is told: one shape where it has straight sides, else the polygon and its circle parts."""
    if region.straight:
        return [Piece(sign, region, shape_of(region))]
    return [Piece(sign * p.sign, p.region, p.shape) for p in _round(region).pieces]


def _surround(region: Region) -> Way:
    left, bottom, right, top = _exact_box(region)
    ends = [(left, bottom), (right, bottom), (right, top), (left, top)]
    frame = tuple(straight_side(f"side {i + 1}", i, ends[i], ends[(i + 1) % 4]) for i in range(4))
    whole = Region((frame,), region.pi)
    gaps = Region((frame, *(_reversed(loop) for loop in region.loops)), region.pi)
    missing = [gap for part in cut(gaps, []) for gap in _simple(part)]
    pieces = [Piece(1, whole, shape_of(whole))]
    pieces += [Piece(-1, gap, shape_of(gap)) for gap in missing]
    cuts = [(side.start, side.end) for gap in missing for side in gap.edges]
    return _made("surround", pieces, cuts)


def _simple(region: Region) -> list[Region]:
    """A gap as rectangles, triangles and trapezoids."""
    if not isinstance(shape_of(region), Cornered):
        return [region]
    lines = fewest_cuts(region) if right_angled(region) else row_cuts(region, LEVEL)
    return cut(region, lines)


def _exact_box(region: Region) -> tuple[Real, Real, Real, Real]:
    xs = [side.start[0] for side in region.edges]
    ys = [side.start[1] for side in region.edges]
    return min(xs, key=float), min(ys, key=float), max(xs, key=float), max(ys, key=float)


def _reversed(loop: Sequence[Edge]) -> tuple[Edge, ...]:
    return tuple(straight_side(side.name, i, side.end, side.start) for i, side in enumerate(reversed(loop)))


def _fan(region: Region) -> Way:
    """Triangles on one corner and every side that does not touch it, signed: the corner with fewest turned back."""
    tip = min(corners(region), key=lambda corner: _turned_back(region, corner.spot))
    pieces = _triangles(region, tip.point)
    lines: dict[frozenset[tuple[float, float]], Cut] = {}
    for piece in pieces:
        for side in piece.region.edges:
            if side.name == "diagonal":
                lines[_rough((side.start, side.end))] = (side.start, side.end)
    return _made("fan", pieces, list(lines.values()))


def _turned_back(region: Region, tip: Spot) -> int:
    (x, y), least = tip, -region.tolerance * region.tolerance
    return sum((e.a[0] - x) * (e.b[1] - y) - (e.b[0] - x) * (e.a[1] - y) < least for e in region.edges)


def _triangles(region: Region, tip: Point) -> list[Piece]:
    pieces: list[Piece] = []
    for side in region.edges:
        a, b = side.start, side.end
        doubled = (a[0] - tip[0]) * (b[1] - tip[1]) - (b[0] - tip[0]) * (a[1] - tip[1])
        sign = doubled.sign()
        if not sign:
            continue
        p, q = (a, b) if sign > 0 else (b, a)
        loop = (
            straight_side("diagonal", 0, tip, p),
            straight_side("side", 1, p, q),
            straight_side("diagonal", 2, q, tip),
        )
        triangle = Region((loop,), region.pi)
        pieces.append(Piece(sign, triangle, shape_of(triangle)))
    return pieces


def _corners(region: Region) -> Way:
    return _made("corners", [Piece(1, region, by_corners(region))], [])


def _round(region: Region) -> Way:
    """The polygon on the corners, and every arc's segment, added where it bulges out."""
    pieces: list[Piece] = []
    cuts: list[Cut] = []
    loops = [  # a circle that the outline only touches begins and ends at one corner: it has no chord
        tuple(
            side if side.straight else straight_side(side.name, side.index, side.start, side.end)
            for side in loop
            if not side.whole_turn
        )
        for loop in region.loops
    ]
    chords = tuple(loop for loop in loops if loop)
    if chords:
        polygon = Region(chords, region.pi)
        sign = polygon.area.sign()
        if sign < 0:  # the arcs bulge so far that the corners go round the other way
            polygon = Region(tuple(_reversed(loop) for loop in chords), region.pi)
        if sign:
            pieces.append(Piece(sign, polygon, shape_of(polygon)))
    for side in region.edges:
        if not isinstance(side, Bent):
            continue
        sign = side.sweep.sign()
        if side.whole_turn:
            loop: tuple[Edge, ...] = (side,)
        else:
            loop = (side, straight_side("chord", 1, side.end, side.start))
            cuts.append((side.start, side.end))
        pieces.append(Piece(sign, Region((loop,), region.pi), _arc_shape(side)))
    return _made("round", pieces, cuts)


def _arc_shape(side: Bent) -> Shape:
    if not isinstance(side, Arc):
        a, b = side.halves
        axes, letters = {"a": a, "b": b}, {"a": "a", "b": "b"}
        if side.whole_turn:
            return Shape("ellipse", "pi a b", axes, letters)
        formula = "angle / 360° * pi a b - 1/2 a b sin(angle)"
        return Shape(
            "segment of an ellipse",
            formula,
            {**axes, "angle": abs(side.sweep)},
            {**letters, "angle": r"\theta"},
        )
    sizes, symbols = {"radius": side.radius}, {"radius": "r"}
    if side.whole_turn:
        return Shape("circle", "pi radius^2", sizes, symbols)
    angle = abs(side.sweep)
    if (angle - _HALF).sign() == 0:
        return Shape("semicircle", "1/2 pi radius^2", sizes, symbols)
    return Shape(
        "segment",
        "angle / 360° * pi radius^2 - 1/2 radius^2 sin(angle)",
        {**sizes, "angle": angle},
        {**symbols, "angle": r"\theta"},
    )
