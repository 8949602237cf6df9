"""The ellipsoid, of which only the volume has a formula."""

from mensuration.catalogue.figure import Dimension, Ellipsoid, Measure, Solid
from mensuration.catalogue.relations import product

FIGURE = Solid(
    name="ellipsoid",
    title="Ellipsoid",
    family="round solids",
    synonyms=("egg", "oval solid", "spheroid", "lentil"),
    measures=(
        Measure("a", "a", called="half axis a"),
        Measure("b", "b", called="half axis b"),
        Measure("c", "c", called="half axis c"),
        Measure("volume", "V", "volume"),
    ),
    relations=(product("volume", "4/3 pi a b c", "a sphere stretched along three axes"),),
    body=Ellipsoid("a", "b", "c"),
    starting={"a": "4", "b": "3", "c": "2"},
    dimensions=(
        Dimension("a", ("0", "0", "0"), ("a", "0", "0"), 0),
        Dimension("b", ("0", "0", "0"), ("0", "-b", "0"), 0),
        Dimension("c", ("0", "0", "0"), ("0", "0", "c"), 0),
    ),
)
