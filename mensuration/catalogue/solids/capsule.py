"""The capsule: a cylinder with a half ball on each end, standing on one of them."""

from mensuration.catalogue.figure import Constraint, Dimension, Measure, Relation, Run, Solid, Turned
from mensuration.catalogue.relations import product, total

FIGURE = Solid(
    name="capsule",
    title="Capsule",
    family="round solids",
    synonyms=("pill", "gas tank", "round-ended cylinder"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("straight", "h", called="straight height"),
        Measure("overall", "H", called="whole height"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        total("overall", "straight + 2 radius", "the straight height and a radius at each end"),
        product("surface", "2 pi radius overall", "the unrolled side and the two halves of a sphere"),
        Relation(
            {
                "volume": "pi radius^2 straight + 4/3 pi radius^3",
                "straight": "volume / (pi radius^2) - 4/3 radius",
            },
            "a cylinder and the two halves of a ball",
        ),
        Relation(
            {"radius": "(sqrt(straight^2 + 4 surface / pi) - straight) / 4"},
            "the whole height put in terms of straight height and radius",
        ),
    ),
    constraints=(
        Constraint("overall - 2 radius", "overall", "the whole height must be more than two radii"),
        Constraint(
            "surface - 4 pi radius^2",
            "surface",
            "the surface must be more than that of a sphere of this radius",
        ),
        Constraint(
            "volume - 4/3 pi radius^3", "volume", "the volume must be more than that of a ball of this radius"
        ),
    ),
    body=Turned(
        ("0", "0"),
        (
            Run("bottom dome", ("radius", "radius"), ("0", "radius"), "90°"),
            Run("side", ("radius", "radius + straight")),
            Run("top dome", ("0", "overall"), ("0", "radius + straight"), "90°"),
        ),
        equators=(("radius", "radius"), ("radius", "radius + straight")),
    ),
    starting={"radius": "2", "straight": "5"},
    dimensions=(
        Dimension(
            "radius",
            ("0", "0", "radius + straight"),
            ("radius", "0", "radius + straight"),
            0,
            unless="diameter",
        ),
        Dimension(
            "diameter",
            ("-radius", "0", "radius + straight"),
            ("radius", "0", "radius + straight"),
            0,
            always=False,
        ),
        Dimension("straight", ("radius", "0", "radius"), ("radius", "0", "radius + straight"), -1),
        Dimension("overall", ("0", "0", "0"), ("0", "0", "overall"), 0, always=False),
    ),
)
