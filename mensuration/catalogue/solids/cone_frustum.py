"""The frustum of a cone: what is left below a level cut."""

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
    name="cone-frustum",
    title="Frustum of a cone",
    family="pointed solids",
    synonyms=("truncated cone", "bucket", "cup", "lampshade", "cone with a flat top", "conical frustum"),
    measures=(
        Measure("bottom", "R", called="bottom radius"),
        Measure("top", "r", called="top radius"),
        Measure("height", "h"),
        Measure("slant", "s", called="slant height"),
        Measure("bottom_area", "B", "area"),
        Measure("top_area", "T", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("bottom_area", "pi bottom^2", "the disc it stands on"),
        product("top_area", "pi top^2", "the disc on top"),
        Relation(
            {
                "slant": "sqrt((bottom - top)^2 + height^2)",
                "height": "sqrt(slant^2 - (bottom - top)^2)",
                "bottom": "top + sqrt(slant^2 - height^2)",
                "top": "bottom - sqrt(slant^2 - height^2)",
            },
            "Pythagoras between axis and side",
            second={
                "bottom": "top - sqrt(slant^2 - height^2)",
                "top": "bottom + sqrt(slant^2 - height^2)",
            },
        ),
        Relation(
            {
                "volume": "1/3 pi height (bottom^2 + bottom top + top^2)",
                "height": "3 volume / (pi (bottom^2 + bottom top + top^2))",
                "bottom": "(sqrt(12 volume / (pi height) - 3 top^2) - top) / 2",
                "top": "(sqrt(12 volume / (pi height) - 3 bottom^2) - bottom) / 2",
            },
            "the whole cone less the cone that was cut off",
        ),
        Relation(
            {
                "lateral": "pi (bottom + top) slant",
                "slant": "lateral / (pi (bottom + top))",
                "bottom": "lateral / (pi slant) - top",
                "top": "lateral / (pi slant) - bottom",
            },
            "the mean circumference times the slant height",
        ),
        total("surface", "bottom_area + top_area + lateral", "bottom, top and side"),
    ),
    body=Turned(
        ("0", "0"),
        (
            Run("bottom", ("bottom", "0")),
            Run("side", ("top", "height")),
            Run("top", ("0", "height")),
        ),
    ),
    constraints=(Constraint("surface - lateral", "surface", "the surface must be more than the side alone"),),
    faces=(
        PlaneFace("bottom", "circle", {"radius": "bottom"}),
        PlaneFace("top", "circle", {"radius": "top"}),
    ),
    starting={"bottom": "3", "top": "2", "height": "4"},
    dimensions=(
        Dimension("bottom", ("0", "0", "0"), ("bottom", "0", "0"), 0),
        Dimension("top", ("0", "0", "height"), ("top", "0", "height"), 0),
        Dimension("height", ("0", "0", "0"), ("0", "0", "height"), 0),
        Dimension("slant", ("bottom", "0", "0"), ("top", "0", "height"), -1, always=False),
    ),
    right_angles=((("0", "0", "0"), ("bottom", "0", "0"), ("0", "0", "height")),),
)
