"""The sphere, standing on the anchor."""

from mensuration.catalogue.figure import Measure, Relation, Run, Solid, Stretch, Turned

FIGURE = Solid(
    name="sphere",
    title="Sphere",
    family="round solids",
    synonyms=("ball", "globe", "round"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("circumference", "C"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        Relation({"diameter": "2 radius", "radius": "diameter / 2"}, "two radii in line"),
        Relation({"circumference": "2 pi radius", "radius": "circumference / (2 pi)"}, "a great circle"),
        Relation({"surface": "4 pi radius^2", "radius": "sqrt(surface / (4 pi))"}, "four great discs"),
        Relation(
            {"volume": "4/3 pi radius^3", "radius": "cbrt(3 volume / (4 pi))"},
            "two thirds of the cylinder round it",
        ),
    ),
    body=Turned(
        ("0", "0"),
        (Run("sphere", ("0", "2 radius"), ("0", "radius"), "180°"),),
        equators=(("radius", "radius"),),
    ),
    starting={"radius": "3"},
    stretches=(
        Stretch("radius", ("0", "0", "radius"), ("radius", "0", "radius"), 0, unless="diameter"),
        Stretch("diameter", ("-radius", "0", "radius"), ("radius", "0", "radius"), 0, always=False),
    ),
)
