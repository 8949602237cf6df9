"""The cone: a disc drawn to a point above its middle."""

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
from mensuration.catalogue.relations import product, pythagoras, total

FIGURE = Solid(
    name="cone",
    title="Cone",
    family="pointed solids",
    synonyms=("funnel", "circular pyramid", "round pyramid", "cornet", "heap"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("height", "h"),
        Measure("slant", "s", called="slant height"),
        Measure("angle", r"\theta", "angle", called="unrolled angle"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        pythagoras("slant", "radius", "height", "Pythagoras between axis and side"),
        product("base_area", "pi radius^2", "the disc it stands on"),
        product("volume", "1/3 pi radius^2 height", "a third of the cylinder round it"),
        product(
            "lateral", "pi radius slant", "unrolled, a sector whose arc is the circumference of the base"
        ),
        Relation(
            {
                "surface": "pi radius (radius + slant)",
                "slant": "surface / (pi radius) - radius",
                "radius": "(sqrt(slant^2 + 4 surface / pi) - slant) / 2",
            },
            "the disc and the unrolled side",
        ),
        total("surface", "base_area + lateral", "base and side"),
        Relation(
            {
                "angle": "radius / slant * 360°",
                "radius": "slant angle / 360°",
                "slant": "radius / (angle / 360°)",
            },
            "the unrolled side: its arc is the circumference of the base",
        ),
        Relation(
            {"radius": "height / sqrt((360° / angle)^2 - 1)"}, "radius and slant in the ratio angle to 360°"
        ),
        Relation({"slant": "sqrt(lateral / (pi angle / 360°))"}, "the unrolled side as a sector"),
        Relation(
            {"radius": "sqrt((sqrt(height^4 + 4 (lateral / pi)^2) - height^2) / 2)"},
            "(lateral / (pi radius))² is radius² + height²",
        ),
        Relation(
            {"radius": "(surface / pi) / sqrt(2 surface / pi + height^2)"},
            "(surface / (pi radius) - radius)² is radius² + height²",
        ),
        Relation(
            {"radius": "cbrt(3 volume / (pi sqrt((360° / angle)^2 - 1)))"},
            "height and radius in a ratio that the angle settles",
        ),
        Relation(
            {"radius": "sqrt(surface / (pi (1 + 360° / angle)))"},
            "radius and slant in the ratio angle to 360°",
        ),
    ),
    constraints=(
        Constraint("slant - radius", "slant", "the slant height must be more than the radius"),
        Constraint("slant - height", "slant", "the slant height must be more than the height"),
        Constraint("360° - angle", "angle", "the unrolled side must be less than a full turn"),
        Constraint("surface - base_area", "surface", "the surface must be more than twice the base area"),
        Constraint("surface - 2 pi radius^2", "surface", "the surface must be more than twice the base area"),
        Constraint("surface - lateral", "surface", "the surface must be more than the side alone"),
        Constraint("lateral - base_area", "lateral", "the side must have more area than the base"),
        Constraint("lateral - pi radius^2", "lateral", "the side must have more area than the base"),
        Constraint("2 lateral - surface", "lateral", "the side must have more area than the base"),
    ),
    body=Turned(("0", "0"), (Run("bottom", ("radius", "0")), Run("side", ("0", "height")))),
    faces=(
        PlaneFace("bottom", "circle", {"radius": "radius"}),
        PlaneFace("side", "sector", {"radius": "slant", "angle": "angle"}, unrolled=True),
    ),
    starting={"radius": "2", "height": "4"},
    dimensions=(
        Dimension("radius", ("0", "0", "0"), ("radius", "0", "0"), 0, unless="diameter"),
        Dimension("diameter", ("-radius", "0", "0"), ("radius", "0", "0"), 0, always=False),
        Dimension("height", ("0", "0", "0"), ("0", "0", "height"), 0),
        Dimension("slant", ("radius", "0", "0"), ("0", "0", "height"), -1),
    ),
    right_angles=((("0", "0", "0"), ("radius", "0", "0"), ("0", "0", "height")),),
)
