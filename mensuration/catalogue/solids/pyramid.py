"""The pyramid on a regular polygon, its point above the middle."""

from mensuration.catalogue.figure import (
    Constraint,
    CountedFaces,
    Dimension,
    Measure,
    PlaneFace,
    Relation,
    Solid,
)
from mensuration.catalogue.relations import product, pythagoras, total
from mensuration.catalogue.solids.regular_base import MOST_SIDES, pointed

FIGURE = Solid(
    name="pyramid",
    title="Regular pyramid",
    family="pointed solids",
    synonyms=("pyramid", "hexagonal pyramid", "pentagonal pyramid", "spire", "triangular pyramid"),
    measures=(
        Measure("sides", "n", "count", most=MOST_SIDES),
        Measure("side", "a"),
        Measure("height", "h"),
        Measure("apothem", "p"),
        Measure("circumradius", "R"),
        Measure("slant", "s", called="slant height"),
        Measure("edge", "e", called="slant edge"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        Relation(
            {"apothem": "side / (2 tan(180° / sides))", "side": "2 apothem tan(180° / sides)"},
            "the tangent in half of one of the triangles of the base",
        ),
        Relation(
            {"circumradius": "side / (2 sin(180° / sides))", "side": "2 circumradius sin(180° / sides)"},
            "the sine in half of one of the triangles of the base",
        ),
        Relation(
            {
                "base_area": "1/2 sides side apothem",
                "apothem": "2 base_area / (sides side)",
                "side": "2 base_area / (sides apothem)",
            },
            "the triangles of the base",
        ),
        Relation(
            {"side": "2 sqrt(base_area tan(180° / sides) / sides)"}, "the base area in terms of its side"
        ),
        pythagoras("slant", "height", "apothem", "Pythagoras from the middle to the middle of a side"),
        pythagoras("edge", "height", "circumradius", "Pythagoras from the middle to a corner"),
        Relation(
            {
                "edge": "sqrt(slant^2 + (side / 2)^2)",
                "slant": "sqrt(edge^2 - (side / 2)^2)",
                "side": "2 sqrt(edge^2 - slant^2)",
            },
            "Pythagoras in half of a sloping face",
        ),
        product("volume", "1/3 base_area height", "a third of the prism round it"),
        Relation(
            {
                "lateral": "1/2 sides side slant",
                "slant": "2 lateral / (sides side)",
                "side": "2 lateral / (sides slant)",
            },
            "as many triangles as sides",
        ),
        total("surface", "base_area + lateral", "base and sloping faces"),
    ),
    constraints=(
        Constraint("slant - height", "slant", "the slant height must be more than the height"),
        Constraint("slant - apothem", "slant", "the slant height must be more than the apothem of the base"),
        Constraint("edge - slant", "edge", "the sloping edge must be longer than the slant height"),
        Constraint("edge - height", "edge", "the sloping edge must be longer than the height"),
        Constraint("lateral - base_area", "lateral", "the sloping faces must have more area than the base"),
        Constraint("surface - 2 base_area", "surface", "the surface must be more than twice the base area"),
        Constraint("surface - lateral", "surface", "the surface must be more than the sloping faces alone"),
    ),
    body=CountedFaces("sides", lambda sides: pointed(sides, "circumradius")),
    faces=(
        PlaneFace("bottom", "regular-polygon", {"sides": "sides", "side": "side"}),
        PlaneFace("sloping faces", "isosceles-triangle", {"base": "side", "height": "slant"}, "sides"),
    ),
    starting={"sides": "6", "side": "2", "height": "4"},
    dimensions=(
        Dimension("side", ("-side / 2", "-apothem", "0"), ("side / 2", "-apothem", "0"), -1),
        Dimension("height", ("0", "0", "0"), ("0", "0", "height"), 0),
        Dimension("apothem", ("0", "0", "0"), ("0", "-apothem", "0"), 0, always=False),
        Dimension("circumradius", ("0", "0", "0"), ("side / 2", "-apothem", "0"), 0, always=False),
        Dimension("slant", ("0", "-apothem", "0"), ("0", "0", "height"), 0, always=False),
        Dimension("edge", ("side / 2", "-apothem", "0"), ("0", "0", "height"), 0, always=False),
    ),
)
