"""The cylinder: a disc raised straight up."""

from mensuration.catalogue.figure import Constraint, Measure, Relation, Run, Solid, Stretch, Turned

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
        Relation({"diameter": "2 radius", "radius": "diameter / 2"}, "two radii in line"),
        Relation({"circumference": "2 pi radius", "radius": "circumference / (2 pi)"}, "the definition of π"),
        Relation({"base_area": "pi radius^2", "radius": "sqrt(base_area / pi)"}, "the disc it stands on"),
        Relation(
            {
                "volume": "pi radius^2 height",
                "height": "volume / (pi radius^2)",
                "radius": "sqrt(volume / (pi height))",
            },
            "base area times height",
        ),
        Relation(
            {
                "lateral": "2 pi radius height",
                "height": "lateral / (2 pi radius)",
                "radius": "lateral / (2 pi height)",
            },
            "unrolled, a rectangle as wide as the circumference",
        ),
        Relation(
            {
                "surface": "2 pi radius (radius + height)",
                "height": "surface / (2 pi radius) - radius",
                "radius": "(sqrt(height^2 + 2 surface / pi) - height) / 2",
            },
            "two discs and the unrolled side",
        ),
        Relation(
            {
                "surface": "2 base_area + lateral",
                "base_area": "(surface - lateral) / 2",
                "lateral": "surface - 2 base_area",
            },
            "bottom, top and side",
        ),
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
    starting={"radius": "2", "height": "4"},
    stretches=(
        Stretch("radius", ("0", "0", "height"), ("radius", "0", "height"), 0, unless="diameter"),
        Stretch("diameter", ("-radius", "0", "height"), ("radius", "0", "height"), 0, always=False),
        Stretch("height", ("radius", "0", "0"), ("radius", "0", "height"), -1),
    ),
)
