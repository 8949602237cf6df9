"""The cube: a cuboid of equal sides."""

from mensuration.catalogue.figure import XYZ, Dimension, Faces, Measure, PlaneFace, Relation, Solid
from mensuration.catalogue.relations import product
from mensuration.catalogue.solids.cuboid import CORNERS, FACES


def _equal(corner: XYZ) -> XYZ:
    x, y, z = ("0" if text == "0" else "side" for text in corner)
    return x, y, z


FIGURE = Solid(
    name="cube",
    title="Cube",
    family="boxes and prisms",
    synonyms=("die", "dice", "regular hexahedron"),
    measures=(
        Measure("side", "a"),
        Measure("face_diagonal", "e"),
        Measure("diagonal", "d", called="space diagonal"),
        Measure("inradius", "r"),
        Measure("circumradius", "R"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("volume", "side^3", "unit cubes in rows, columns and layers"),
        product("surface", "6 side^2", "six equal squares"),
        product("lateral", "4 side^2", "four of the squares"),
        product("base_area", "side^2", "one of the squares"),
        product("face_diagonal", "side sqrt(2)", "Pythagoras in a face"),
        product("diagonal", "side sqrt(3)", "Pythagoras twice"),
        Relation({"inradius": "side / 2", "side": "2 inradius"}, "the ball that touches every face"),
        Relation(
            {"circumradius": "diagonal / 2", "diagonal": "2 circumradius"}, "the ball through every corner"
        ),
    ),
    body=Faces({name: _equal(corner) for name, corner in CORNERS.items()}, FACES),
    faces=(PlaneFace("every face", "square", {"side": "side"}, "6"),),
    starting={"side": "3"},
    dimensions=(
        Dimension("side", ("0", "0", "0"), ("side", "0", "0"), -1),
        Dimension("face_diagonal", ("0", "0", "0"), ("side", "0", "side"), 0, always=False),
        Dimension("diagonal", ("0", "0", "0"), ("side", "side", "side"), 0, always=False),
        Dimension(
            "inradius",
            ("side / 2", "side / 2", "side / 2"),
            ("side / 2", "side / 2", "side"),
            0,
            always=False,
        ),
        Dimension(
            "circumradius", ("side / 2", "side / 2", "side / 2"), ("side", "side", "side"), 0, always=False
        ),
    ),
)
