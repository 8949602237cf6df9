"""The hemisphere, on its flat side."""

from mensuration.catalogue.figure import Dimension, Measure, PlaneFace, Run, Solid, Turned
from mensuration.catalogue.relations import product

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
        product("diameter", "2 radius", "two radii in line"),
        product("base_area", "pi radius^2", "the disc it stands on"),
        product("lateral", "2 pi radius^2", "half of the sphere"),
        product("surface", "3 pi radius^2", "half of the sphere and a disc"),
        product("volume", "2/3 pi radius^3", "half of the sphere"),
    ),
    body=Turned(
        ("0", "0"),
        (Run("bottom", ("radius", "0")), Run("dome", ("0", "radius"), ("0", "0"), "90°")),
    ),
    faces=(PlaneFace("bottom", "circle", {"radius": "radius"}),),
    starting={"radius": "3"},
    dimensions=(
        Dimension("radius", ("0", "0", "0"), ("radius", "0", "0"), 0, unless="diameter"),
        Dimension("diameter", ("-radius", "0", "0"), ("radius", "0", "0"), 0, always=False),
    ),
)
