"""The circle (as a disc): centre at the anchor."""

from mensuration.catalogue.figure import (
    ArcTo,
    Drive,
    Grip,
    Measure,
    Outline,
    PlaneFigure,
    Saying,
    Span,
    Unrolling,
)
from mensuration.catalogue.relations import product

FIGURE = PlaneFigure(
    name="circle",
    title="Circle",
    family="round",
    synonyms=("disc", "disk", "round"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("circumference", "C"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        product("circumference", "pi diameter", "the definition of π"),
        product("circumference", "2 pi radius", "the definition of π, by the radius"),
        product("area", "pi radius^2", "sectors laid side by side: half the circumference by the radius"),
        product("perimeter", "circumference", "another word for the same"),
    ),
    outline=Outline(
        ("radius", "0"), (ArcTo("rim", ("radius", "0"), ("0", "0"), "360°", "2 pi radius", "radius"),)
    ),
    starting={"radius": "1"},
    spans=(
        Span("radius", ("0", "0"), ("radius", "0"), side=0, unless="diameter"),
        Span("diameter", ("-radius", "0"), ("radius", "0"), side=0, always=False),
    ),
    grips=(
        Grip(
            ("radius", "0"),
            (
                Drive("radius", "radial"),
                Drive("diameter", "radial", "2"),
            ),
        ),
    ),
    showings=(
        Unrolling(
            "radius",
            "circumference / 2",
            (
                Saying("the row is about half the circumference long", "1/2 circumference"),
                Saying("and as high as the radius", "before radius"),
            ),
        ),
    ),
)
