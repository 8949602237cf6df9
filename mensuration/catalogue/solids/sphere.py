"""The sphere, standing on the anchor."""

from mensuration.catalogue.figure import Dimension, Measure, Run, Solid, Turned
from mensuration.catalogue.relations import product

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
        product("diameter", "2 radius", "two radii in line"),
        product("circumference", "2 pi radius", "a great circle"),
        product("surface", "4 pi radius^2", "four great discs"),
        product("volume", "4/3 pi radius^3", "two thirds of the cylinder round it"),
    ),
    body=Turned(
        ("0", "0"),
        (Run("sphere", ("0", "2 radius"), ("0", "radius"), "180°"),),
        equators=(("radius", "radius"),),
    ),
    starting={"radius": "3"},
    dimensions=(
        Dimension("radius", ("0", "0", "radius"), ("radius", "0", "radius"), 0, unless="diameter"),
        Dimension("diameter", ("-radius", "0", "radius"), ("radius", "0", "radius"), 0, always=False),
    ),
)
