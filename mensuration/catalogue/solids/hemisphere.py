"""The hemisphere, on its flat side."""

from mensuration.catalogue.figure import Measure, Relation, Run, Solid, Stretch, Turned

FIGURE = Solid(
    name="hemisphere",
    title="Hemisphere",
    family="round solids",
    synonyms=("half sphere", "half ball", "dome", "bowl"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="dome area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        Relation({"diameter": "2 radius", "radius": "diameter / 2"}, "two radii in line"),
        Relation({"base_area": "pi radius^2", "radius": "sqrt(base_area / pi)"}, "the disc it stands on"),
        Relation({"lateral": "2 pi radius^2", "radius": "sqrt(lateral / (2 pi))"}, "half of the sphere"),
        Relation(
            {"surface": "3 pi radius^2", "radius": "sqrt(surface / (3 pi))"}, "half of the sphere and a disc"
        ),
        Relation({"volume": "2/3 pi radius^3", "radius": "cbrt(3 volume / (2 pi))"}, "half of the sphere"),
    ),
    body=Turned(
        ("0", "0"),
        (Run("bottom", ("radius", "0")), Run("dome", ("0", "radius"), ("0", "0"), "90°")),
    ),
    starting={"radius": "3"},
    stretches=(
        Stretch("radius", ("0", "0", "0"), ("radius", "0", "0"), 0, unless="diameter"),
        Stretch("diameter", ("-radius", "0", "0"), ("radius", "0", "0"), 0, always=False),
    ),
)
