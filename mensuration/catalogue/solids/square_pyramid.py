"""The pyramid on a square, its point above the middle."""

from mensuration.catalogue.figure import Constraint, Dimension, Faces, Measure, PlaneFace, Relation, Solid
from mensuration.catalogue.relations import product, total

_HALF = "side / 2"
_CORNERS = {
    "front left": (f"-{_HALF}", f"-{_HALF}", "0"),
    "front right": (_HALF, f"-{_HALF}", "0"),
    "back right": (_HALF, _HALF, "0"),
    "back left": (f"-{_HALF}", _HALF, "0"),
    "point": ("0", "0", "height"),
}
_FACES = {
    "bottom": ("front left", "back left", "back right", "front right"),
    "front": ("front left", "front right", "point"),
    "right": ("front right", "back right", "point"),
    "back": ("back right", "back left", "point"),
    "left": ("back left", "front left", "point"),
}

FIGURE = Solid(
    name="square-pyramid",
    title="Square pyramid",
    family="pointed solids",
    synonyms=("pyramid", "spire", "tent roof"),
    measures=(
        Measure("side", "a"),
        Measure("height", "h"),
        Measure("slant", "s", called="slant height"),
        Measure("edge", "e", called="slant edge"),
        Measure("half_diagonal", "d", called="half diagonal of the base"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("base_area", "side^2", "the square it stands on"),
        Relation(
            {"half_diagonal": "sqrt((side / 2)^2 + (side / 2)^2)", "side": "sqrt(2) half_diagonal"},
            "Pythagoras in the base, from its middle to a corner",
        ),
        Relation(
            {
                "height": "sqrt(edge^2 - half_diagonal^2)",
                "edge": "sqrt(height^2 + half_diagonal^2)",
                "half_diagonal": "sqrt(edge^2 - height^2)",
            },
            "Pythagoras from the middle to a corner, under the sloping edge",
        ),
        Relation(
            {
                "slant": "sqrt(height^2 + (side / 2)^2)",
                "height": "sqrt(slant^2 - (side / 2)^2)",
                "side": "2 sqrt(slant^2 - height^2)",
            },
            "Pythagoras from the middle to the middle of a side",
        ),
        Relation(
            {
                "edge": "sqrt(slant^2 + (side / 2)^2)",
                "slant": "sqrt(edge^2 - (side / 2)^2)",
                "side": "2 sqrt(edge^2 - slant^2)",
            },
            "Pythagoras in half of a sloping face",
        ),
        product("volume", "1/3 side^2 height", "a third of the prism round it"),
        product("lateral", "2 side slant", "four triangles"),
        total("surface", "base_area + lateral", "the square and the sloping faces"),
        Relation({"side": "sqrt(slant^2 + surface) - slant"}, "surface is side² + 2 side slant"),
        Relation({"side": "surface / sqrt(2 surface + 4 height^2)"}, "(surface - side²)² is (2 side slant)²"),
        Relation(
            {"side": "sqrt(sqrt(4 height^4 + lateral^2) - 2 height^2)"}, "lateral² is 4 side² height² + side⁴"
        ),
    ),
    constraints=(
        Constraint("slant - height", "slant", "the slant height must be more than the height"),
        Constraint(
            "edge - half_diagonal",
            "edge",
            "the sloping edge must be longer than half the diagonal of the base",
        ),
        Constraint("edge - slant", "edge", "the sloping edge must be longer than the slant height"),
        Constraint("edge - height", "edge", "the sloping edge must be longer than the height"),
        Constraint("surface - 2 side^2", "surface", "the surface must be more than twice the base area"),
        Constraint("surface - 2 base_area", "surface", "the surface must be more than twice the base area"),
        Constraint("lateral - base_area", "lateral", "the sloping faces must have more area than the base"),
        Constraint("surface - lateral", "surface", "the surface must be more than the sloping faces alone"),
        Constraint("2 lateral - surface", "lateral", "the sloping faces must have more area than the base"),
    ),
    body=Faces(_CORNERS, _FACES),
    faces=(
        PlaneFace("bottom", "square", {"side": "side"}),
        PlaneFace("sloping faces", "isosceles-triangle", {"base": "side", "height": "slant"}, "4"),
    ),
    starting={"side": "4", "height": "3"},
    dimensions=(
        Dimension("side", _CORNERS["front left"], _CORNERS["front right"], -1),
        Dimension("height", ("0", "0", "0"), ("0", "0", "height"), 0),
        Dimension("slant", ("side / 2", "0", "0"), ("0", "0", "height"), 0, always=False),
        Dimension("edge", _CORNERS["point"], _CORNERS["front left"], -1, always=False),
    ),
    right_angles=((("0", "0", "0"), (_HALF, "0", "0"), ("0", "0", "height")),),
)
