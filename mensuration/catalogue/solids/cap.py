"""The cap of a sphere, on its flat side."""

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
    name="cap",
    title="Spherical cap",
    family="round solids",
    synonyms=("sphere segment", "spherical segment", "dome", "lens half", "slice of a ball"),
    measures=(
        Measure("radius", "R"),
        Measure("height", "h"),
        Measure("base_radius", "a"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="dome area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        Relation(
            {
                "base_radius": "sqrt(height (2 radius - height))",
                "radius": "(base_radius^2 + height^2) / (2 height)",
                "height": "radius - sqrt(radius^2 - base_radius^2)",
            },
            "Pythagoras: radius² = base radius² + (radius - height)²",
            second={"height": "radius + sqrt(radius^2 - base_radius^2)"},
        ),
        product("base_area", "pi base_radius^2", "the disc it stands on"),
        product(
            "lateral",
            "2 pi radius height",
            "as much as a cylinder's side round the whole sphere, of the cap's height",
        ),
        Relation(
            {
                "lateral": "pi (base_radius^2 + height^2)",
                "base_radius": "sqrt(lateral / pi - height^2)",
                "height": "sqrt(lateral / pi - base_radius^2)",
            },
            "a disc whose radius reaches from the top to the rim",
        ),
        Relation(
            {
                "volume": "1/3 pi height^2 (3 radius - height)",
                "radius": "volume / (pi height^2) + height / 3",
            },
            "a sector of the sphere less the cone in it",
        ),
        Relation(
            {
                "volume": "1/6 pi height (3 base_radius^2 + height^2)",
                "base_radius": "sqrt((6 volume / (pi height) - height^2) / 3)",
            },
            "the same, in terms of the base",
        ),
        total("surface", "base_area + lateral", "flat side and dome"),
        Relation(
            {"height": "sqrt(surface / pi - 2 base_radius^2)"},
            "twice the disc and that of the height",
        ),
        Relation(
            {"height": "2 radius - sqrt(4 radius^2 - surface / pi)"},
            "surface / pi is height (4 radius - height)",
            second={"height": "2 radius + sqrt(4 radius^2 - surface / pi)"},
        ),
    ),
    constraints=(
        Constraint("2 radius - height", "height", "the height must be less than the diameter of the sphere"),
        Constraint("lateral - base_area", "lateral", "the dome must have more area than the flat side"),
        Constraint("surface - 2 base_area", "surface", "the dome must have more area than the flat side"),
        Constraint("surface - lateral", "surface", "the surface must be more than the dome alone"),
    ),
    body=Turned(
        ("0", "0"),
        (
            Run("bottom", ("base_radius", "0")),
            Run("dome", ("0", "height"), ("0", "height - radius"), "acos((radius - height) / radius)"),
        ),
    ),
    faces=(PlaneFace("bottom", "circle", {"radius": "base_radius"}),),
    starting={"radius": "4", "height": "5/2"},
    dimensions=(
        Dimension("base_radius", ("0", "0", "0"), ("base_radius", "0", "0"), 0),
        Dimension("height", ("0", "0", "0"), ("0", "0", "height"), 0),
        Dimension("radius", ("0", "0", "height - radius"), ("-base_radius", "0", "0"), 0, always=False),
    ),
    right_angles=((("0", "0", "0"), ("base_radius", "0", "0"), ("0", "0", "height")),),
)
