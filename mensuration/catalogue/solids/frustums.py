"""Frustums of pyramids: what is left below a level cut, on a square and on any regular polygon."""

from __future__ import annotations

from mensuration.catalogue.figure import (
    Constraint,
    CountedFaces,
    Dimension,
    Measure,
    PlaneFace,
    Relation,
    Solid,
)
from mensuration.catalogue.relations import total
from mensuration.catalogue.solids.regular_base import MOST_SIDES, cut_off


def _relations(sides: str, across: str, corner: str, area: str) -> tuple[Relation, ...]:
    """For a base of ``sides`` sides.

    A polygon's side over ``across`` is its apothem, over ``corner`` its circumradius; ``area`` times side² is its
    area (empty for a square).
    """

    def polygon(side: str) -> str:
        return f"{area} * {side}^2" if area else f"{side}^2"

    third = f"1/3 ({area}) " if area else "1/3 "
    inset, inwards = f"((bottom - top) / ({across}))", f"((bottom - top) / ({corner}))"

    def from_area(measure: str) -> str:
        return f"sqrt({measure} / ({area}))" if area else f"sqrt({measure})"

    return (
        Relation(
            {"bottom_area": polygon("bottom"), "bottom": from_area("bottom_area")},
            "the polygon it stands on",
        ),
        Relation({"top_area": polygon("top"), "top": from_area("top_area")}, "the polygon on top"),
        Relation(
            {
                "slant": f"sqrt(height^2 + {inset}^2)",
                "height": f"sqrt(slant^2 - {inset}^2)",
                "bottom": f"top + {across} sqrt(slant^2 - height^2)",
                "top": f"bottom - {across} sqrt(slant^2 - height^2)",
            },
            "Pythagoras under a sloping face",
            second={
                "bottom": f"top - {across} sqrt(slant^2 - height^2)",
                "top": f"bottom + {across} sqrt(slant^2 - height^2)",
            },
        ),
        Relation(
            {
                "edge": f"sqrt(height^2 + {inwards}^2)",
                "height": f"sqrt(edge^2 - {inwards}^2)",
                "bottom": f"top + {corner} sqrt(edge^2 - height^2)",
                "top": f"bottom - {corner} sqrt(edge^2 - height^2)",
            },
            "Pythagoras under a sloping edge",
            second={
                "bottom": f"top - {corner} sqrt(edge^2 - height^2)",
                "top": f"bottom + {corner} sqrt(edge^2 - height^2)",
            },
        ),
        Relation(
            {
                "edge": "sqrt(slant^2 + ((bottom - top) / 2)^2)",
                "slant": "sqrt(edge^2 - ((bottom - top) / 2)^2)",
                "bottom": "top + 2 sqrt(edge^2 - slant^2)",
                "top": "bottom - 2 sqrt(edge^2 - slant^2)",
            },
            "Pythagoras in a corner of a sloping face",
            second={"bottom": "top - 2 sqrt(edge^2 - slant^2)", "top": "bottom + 2 sqrt(edge^2 - slant^2)"},
        ),
        Relation(
            {
                "volume": f"{third}height (bottom^2 + bottom top + top^2)",
                "height": f"volume / ({third}(bottom^2 + bottom top + top^2))",
                "bottom": f"(sqrt(4 volume / ({third}height) - 3 top^2) - top) / 2",
                "top": f"(sqrt(4 volume / ({third}height) - 3 bottom^2) - bottom) / 2",
            },
            "the whole pyramid less the pyramid that was cut off",
        ),
        Relation(
            {
                "lateral": f"{sides} * (bottom + top) / 2 * slant",
                "slant": f"2 lateral / ({sides} (bottom + top))",
                "bottom": f"2 lateral / ({sides} slant) - top",
                "top": f"2 lateral / ({sides} slant) - bottom",
            },
            "as many trapezoids as sides",
        ),
        total("surface", "bottom_area + top_area + lateral", "bottom, top and the sloping faces"),
    )


_MEASURES = (
    Measure("bottom", "a", called="bottom side"),
    Measure("top", "b", called="top side"),
    Measure("height", "h"),
    Measure("slant", "s", called="slant height"),
    Measure("edge", "e", called="slant edge"),
    Measure("bottom_area", "B", "area"),
    Measure("top_area", "T", "area"),
    Measure("lateral", "L", "area", called="lateral area"),
    Measure("surface", "S", "area", called="whole surface"),
    Measure("volume", "V", "volume"),
)
_CONSTRAINTS = (
    Constraint("surface - lateral", "surface", "the surface must be more than the sloping faces alone"),
)


def _dimensions(apothem: str) -> tuple[Dimension, ...]:
    """``apothem`` of a polygon whose side is 1."""
    low, high = f"-bottom * {apothem}", f"-top * {apothem}"
    return (
        Dimension("bottom", ("-bottom / 2", low, "0"), ("bottom / 2", low, "0"), -1),
        Dimension("top", ("-top / 2", high, "height"), ("top / 2", high, "height"), 1),
        Dimension("height", ("0", "0", "0"), ("0", "0", "height"), 0),
        Dimension("slant", ("0", low, "0"), ("0", high, "height"), 0, always=False),
        Dimension("edge", ("bottom / 2", low, "0"), ("top / 2", high, "height"), 0, always=False),
    )


def _sloping(sides: str) -> PlaneFace:
    givens = {"base": "bottom", "top": "top", "height": "slant", "offset": "(bottom - top) / 2"}
    return PlaneFace("sloping faces", "trapezoid", givens, sides)


FIGURES = (
    Solid(
        name="square-frustum",
        title="Frustum of a square pyramid",
        family="pointed solids",
        synonyms=("truncated pyramid", "pyramid with a flat top", "plinth", "square frustum"),
        measures=_MEASURES,
        relations=_relations("4", "2", "sqrt(2)", ""),
        constraints=_CONSTRAINTS,
        body=cut_off(4, "bottom / sqrt(2)", "top / sqrt(2)"),
        faces=(
            PlaneFace("bottom", "square", {"side": "bottom"}),
            PlaneFace("top", "square", {"side": "top"}),
            _sloping("4"),
        ),
        starting={"bottom": "4", "top": "2", "height": "3"},
        dimensions=_dimensions("1/2"),
    ),
    Solid(
        name="pyramid-frustum",
        title="Frustum of a regular pyramid",
        family="pointed solids",
        synonyms=("truncated pyramid", "pyramid with a flat top", "flower pot", "hexagonal frustum"),
        measures=(Measure("sides", "n", "count", most=MOST_SIDES), *_MEASURES),
        relations=_relations(
            "sides", "2 tan(180° / sides)", "2 sin(180° / sides)", "sides / (4 tan(180° / sides))"
        ),
        constraints=_CONSTRAINTS,
        body=CountedFaces(
            "sides",
            lambda sides: cut_off(sides, "bottom / (2 sin(180° / sides))", "top / (2 sin(180° / sides))"),
        ),
        faces=(
            PlaneFace("bottom", "regular-polygon", {"sides": "sides", "side": "bottom"}),
            PlaneFace("top", "regular-polygon", {"sides": "sides", "side": "top"}),
            _sloping("sides"),
        ),
        starting={"sides": "6", "bottom": "3", "top": "2", "height": "3"},
        dimensions=_dimensions("1 / (2 tan(180° / sides))"),
    ),
)
