"""The circle (as a disc): centre at the anchor."""

from mensuration.catalogue.figure import (
    Arc,
    Drive,
    Grip,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Saying,
    Span,
    Unrolling,
)

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
        Relation({"diameter": "2 radius", "radius": "diameter / 2"}, "two radii in line"),
        Relation({"circumference": "2 pi radius", "radius": "circumference / (2 pi)"}, "the definition of π"),
        Relation(
            {"area": "pi radius^2", "radius": "sqrt(area / pi)"},
            "sectors laid side by side: half the circumference by the radius",
        ),
        Relation({"perimeter": "circumference", "circumference": "perimeter"}, "another word for the same"),
    ),
    outline=Outline(
        ("radius", "0"), (Arc("rim", ("radius", "0"), ("0", "0"), "360°", "2 pi radius", "radius"),)
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
