"""The torus: a disc led round an axis outside it."""

from mensuration.catalogue.figure import Constraint, Dimension, Measure, Relation, Run, Solid, Turned
from mensuration.catalogue.relations import product, total

FIGURE = Solid(
    name="torus",
    title="Torus",
    family="round solids",
    synonyms=("tyre", "tire", "inner tube", "doughnut", "bagel", "anchor ring"),
    measures=(
        Measure("radius", "R"),
        Measure("tube", "r", called="tube radius"),
        Measure("outer", "a", called="outer radius"),
        Measure("inner", "b", called="inner radius"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        total("outer", "radius + tube", "from the axis to the far side of the tube"),
        Relation(
            {"inner": "radius - tube", "radius": "inner + tube", "tube": "radius - inner"},
            "from the axis to the near side of the tube",
        ),
        product("surface", "4 pi^2 radius tube", "the tube's circumference times the way of its middle"),
        product("volume", "2 pi^2 radius tube^2", "the tube's cross-section times the way of its middle"),
        Relation({"tube": "2 volume / surface"}, "volume over surface is half the tube's radius"),
        Relation({"radius": "(outer + inner) / 2"}, "half way between near and far side"),
        Relation(
            {"radius": "(outer + sqrt(outer^2 - surface / pi^2)) / 2"},
            "radius and tube have the sum outer and the product surface / (4 pi²)",
        ),
        Relation(
            {"radius": "(inner + sqrt(inner^2 + surface / pi^2)) / 2"},
            "radius and tube have the difference inner and the product surface / (4 pi²)",
        ),
    ),
    constraints=(
        Constraint("radius - tube", "tube", "the tube's radius must be less than the radius to its middle"),
        Constraint(
            "outer - radius", "outer", "the outer radius must be more than the radius to the tube's middle"
        ),
        Constraint("outer - inner", "inner", "the inner radius must be less than the outer radius"),
        Constraint("outer - 2 tube", "tube", "the tube must be thinner than the outer radius"),
    ),
    body=Turned(
        ("radius + tube", "tube"), (Run("tube", ("radius + tube", "tube"), ("radius", "tube"), "360°"),)
    ),
    starting={"radius": "3", "tube": "1"},
    dimensions=(
        Dimension("radius", ("0", "0", "tube"), ("radius", "0", "tube"), 0, unless="outer"),
        Dimension("tube", ("-radius", "0", "tube"), ("-radius - tube", "0", "tube"), 0),
        Dimension("outer", ("0", "0", "tube"), ("radius + tube", "0", "tube"), 0, always=False),
        Dimension("inner", ("0", "0", "tube"), ("-inner", "0", "tube"), 0, always=False),
    ),
)
