"""The hollow cylinder: a ring raised straight up."""

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
    name="hollow-cylinder",
    title="Hollow cylinder",
    family="round solids",
    synonyms=("pipe", "tube", "ring prism", "cylindrical shell", "washer", "annular cylinder"),
    measures=(
        Measure("outer", "R", called="outer radius"),
        Measure("inner", "r", called="inner radius"),
        Measure("thickness", "t", called="wall thickness"),
        Measure("height", "h"),
        Measure("base_area", "B", "area"),
        Measure("outer_lateral", "L_R", "area", called="outside area"),
        Measure("inner_lateral", "L_r", "area", called="inside area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        total("thickness", "outer - inner", "the difference of the radii"),
        Relation(
            {
                "base_area": "pi (outer^2 - inner^2)",
                "outer": "sqrt(base_area / pi + inner^2)",
                "inner": "sqrt(outer^2 - base_area / pi)",
            },
            "the disc less the smaller disc",
        ),
        Relation(
            {
                "volume": "pi (outer^2 - inner^2) height",
                "height": "volume / (pi (outer^2 - inner^2))",
                "outer": "sqrt(volume / (pi height) + inner^2)",
                "inner": "sqrt(outer^2 - volume / (pi height))",
            },
            "the cylinder less the smaller cylinder",
        ),
        product("volume", "base_area height", "base area times height"),
        product("outer_lateral", "2 pi outer height", "the outside, unrolled"),
        product("inner_lateral", "2 pi inner height", "the inside, unrolled"),
        total(
            "surface", "2 base_area + outer_lateral + inner_lateral", "two rings, the outside and the inside"
        ),
        Relation(
            {
                "surface": "2 pi (outer + inner) (thickness + height)",
                "height": "surface / (2 pi (outer + inner)) - thickness",
            },
            "the same, put together",
        ),
        Relation(
            {"inner": "(base_area / (pi thickness) - thickness) / 2"},
            "the base area as (outer + inner) times thickness times π",
        ),
        Relation(
            {"inner": "(volume / (pi thickness height) - thickness) / 2"},
            "the volume as (outer + inner) times thickness times height times π",
        ),
    ),
    constraints=(
        Constraint("outer - inner", "inner", "the inner radius must be less than the outer radius"),
        Constraint("outer - thickness", "thickness", "the wall must be thinner than the outer radius"),
    ),
    body=Turned(
        ("inner", "0"),
        (
            Run("bottom", ("outer", "0")),
            Run("outside", ("outer", "height")),
            Run("top", ("inner", "height")),
            Run("inside", ("inner", "0")),
        ),
    ),
    faces=(
        PlaneFace("bottom and top", "ring", {"outer": "outer", "inner": "inner"}, "2"),
        PlaneFace("outside", "rectangle", {"width": "2 pi outer", "height": "height"}, unrolled=True),
        PlaneFace("inside", "rectangle", {"width": "2 pi inner", "height": "height"}, unrolled=True),
    ),
    starting={"outer": "2", "inner": "3/2", "height": "4"},
    dimensions=(
        Dimension("outer", ("0", "0", "height"), ("outer", "0", "height"), 0),
        Dimension("inner", ("0", "0", "height"), ("-inner", "0", "height"), 0, unless="thickness"),
        Dimension("thickness", ("-outer", "0", "height"), ("-inner", "0", "height"), 0, always=False),
        Dimension("height", ("outer", "0", "0"), ("outer", "0", "height"), -1),
    ),
)
