"""The cylinder: a disc raised straight up."""

from mensuration.catalogue.figure import (
    Constraint,
    Dimension,
    Measure,
    PlaneFace,
    Relation,
    Run,
    Solid,
    Turned,
)
from mensuration.catalogue.relations import product, total

FIGURE = Solid(
    name="cylinder",
    title="Cylinder",
    family="round solids",
    synonyms=("drum", "pillar", "can", "tin", "column", "circular prism", "pipe", "disc"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("height", "h"),
        Measure("circumference", "C"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        product("circumference", "2 pi radius", "the definition of π"),
        product("base_area", "pi radius^2", "the disc it stands on"),
        product("volume", "pi radius^2 height", "base area times height"),
        product("lateral", "2 pi radius height", "unrolled, a rectangle as wide as the circumference"),
        Relation(
            {
                "surface": "2 pi radius (radius + height)",
                "height": "surface / (2 pi radius) - radius",
                "radius": "(sqrt(height^2 + 2 surface / pi) - height) / 2",
            },
            "two discs and the unrolled side",
        ),
        total("surface", "2 base_area + lateral", "bottom, top and side"),
        Relation({"radius": "2 volume / lateral"}, "volume over lateral area is half the radius"),
    ),
    constraints=(
        Constraint(
            "surface - 2 pi radius^2", "surface", "the surface must be more than that of top and bottom"
        ),
        Constraint("surface - lateral", "surface", "the surface must be more than the side alone"),
        Constraint(
            "surface - 2 base_area", "surface", "the surface must be more than that of top and bottom"
        ),
    ),
    body=Turned(
        ("0", "0"),
        (
            Run("bottom", ("radius", "0")),
            Run("side", ("radius", "height")),
            Run("top", ("0", "height")),
        ),
    ),
    faces=(
        PlaneFace("bottom and top", "circle", {"radius": "radius"}, "2"),
        PlaneFace("side", "rectangle", {"width": "circumference", "height": "height"}, unrolled=True),
    ),
    starting={"radius": "2", "height": "4"},
    dimensions=(
        Dimension("radius", ("0", "0", "height"), ("radius", "0", "height"), 0, unless="diameter"),
        Dimension("diameter", ("-radius", "0", "height"), ("radius", "0", "height"), 0, always=False),
        Dimension("height", ("radius", "0", "0"), ("radius", "0", "height"), -1),
    ),
)
