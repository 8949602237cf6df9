"""Solids made from a problem's own plane figures: raised straight up, so that every section is the figure."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

from mensuration.catalogue.figure import Constraint, Measure, Solid
from mensuration.catalogue.own_body import OwnBody, OwnFace, OwnSpan
from mensuration.catalogue.relations import product, total
from mensuration.expressions import Quantity
from mensuration.numbers import NOUGHT, Real
from mensuration.plane.regions import Region
from mensuration.solids.layers import Flat, Layer, Section, reach_across
from mensuration.solids.polyhedron import polygon_raised
from mensuration.solving import Solution, solve
from mensuration.units import Kind

PRISM = "prism"
HEIGHT = "height"
BASE_AREA = Measure("base_area", "A_B", "area")
TALL = Constraint(HEIGHT, HEIGHT, "the height must be more than 0")
SIZES = (
    Measure("lateral", "L", "area", called="lateral area"),
    Measure("surface", "S", "area", called="whole surface"),
    Measure("volume", "V", "volume"),
)
"""What every solid made of a figure has."""


@dataclass(frozen=True, eq=False)
class RaisedRegion(OwnBody):
    """A region raised straight up by the height."""

    region: Region

    def layers(self, solution: Solution, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]] | None:
        edges = tuple(replace(edge, part=0, index=number) for number, edge in enumerate(self.region.edges))
        height = solution.values[HEIGHT].value
        if axis != 2:
            if not self.region.straight:
                return None
            return polygon_raised(edges, [edge.start for edge in edges], None, height).layers(axis)
        layer = Layer(
            NOUGHT,
            height,
            True,
            lambda level: edges,
            lambda place, low, high: edges[place].length * (high - low),
        )
        return (layer,), (Flat("bottom", NOUGHT, False), Flat("top", height, True))

    def face(self, solution: Solution, name: str) -> OwnFace | None:
        if name in ("bottom", "top"):
            return OwnFace("base_area", {})
        edges = [edge for edge in self.region.edges if edge.name == name]
        width = Real.sum(edge.length for edge in edges)
        return OwnFace("width height", {"width": Quantity(width, solution.values[HEIGHT].kind)})

    def spans(self, solution: Solution) -> tuple[OwnSpan, ...]:
        return (upright_span(HEIGHT, self.region.edges, solution.floats[HEIGHT]),)

    def extents(self, solution: Solution) -> tuple[tuple[Real, Real], tuple[Real, Real], tuple[Real, Real]]:
        return *reach_across(self.region.edges), (NOUGHT, solution.values[HEIGHT].value)


def upright_span(measure: str, edges: Section, height: float) -> OwnSpan:
    """The dimension line of a height, on the corner of a base that is farthest to the right, and to the front."""
    spots = (spot for edge in edges for spot in (edge.a, edge.b))
    x, y = max(spots, key=lambda spot: (spot[0], -spot[1]))
    return OwnSpan(measure, (x, y, 0.0), (x, y, height))


@lru_cache(maxsize=100)
def raised(region: Region, area: Real, perimeter: Real, height: Quantity, length: Kind, pi: Real) -> Solution:
    """A plane figure raised by a height, as a solved solid. SolvingError where the height is not more than 0."""
    given = {
        "base_area": Quantity(area, length.power(2)),
        "base_perimeter": Quantity(perimeter, length),
        HEIGHT: height,
    }
    return solve(_prism_on(region), given, pi)


@lru_cache(maxsize=100)
def _prism_on(region: Region) -> Solid:
    return Solid(
        name=PRISM,
        title="Prism",
        family="boxes and prisms",
        measures=(
            BASE_AREA,
            Measure("base_perimeter", "P_B"),
            Measure(HEIGHT, "H"),
            *SIZES,
        ),
        relations=(
            product("volume", "base_area height", "base area times height"),
            product("lateral", "base_perimeter height", "unrolled, as wide as the perimeter of the base"),
            total("surface", "2 base_area + lateral", "bottom, top and the sides"),
        ),
        constraints=(TALL,),
        body=RaisedRegion(region),
        starting={"base_area": "1", "base_perimeter": "4", HEIGHT: "1"},
        dimensions=(),
    )
