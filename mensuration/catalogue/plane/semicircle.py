"""The semicircle (as half a disc): middle of the flat side at the anchor, bulging to +y."""

from mensuration.catalogue.figure import Arc, Drive, Grip, Line, Measure, Outline, PlaneFigure, Relation, Span

FIGURE = PlaneFigure(
    name="semicircle",
    title="Semicircle",
    family="round",
    synonyms=("half circle", "half disc"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("arc", "s"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        Relation({"diameter": "2 radius", "radius": "diameter / 2"}, "two radii in line"),
        Relation({"arc": "pi radius", "radius": "arc / pi"}, "half of the circumference"),
        Relation({"area": "1/2 pi radius^2", "radius": "sqrt(2 area / pi)"}, "half of the disc"),
        Relation(
            {"perimeter": "pi radius + 2 radius", "radius": "perimeter / (pi + 2)"},
            "the arc and the flat side",
        ),
    ),
    outline=Outline(
        ("-radius", "0"),
        (
            Line("flat side", ("radius", "0"), "diameter"),
            Arc("arc", ("-radius", "0"), ("0", "0"), "180°", "pi radius", "radius"),
        ),
    ),
    starting={"radius": "1"},
    spans=(
        Span("radius", ("0", "0"), ("0", "radius"), side=0, unless="diameter"),
        Span("diameter", ("-radius", "0"), ("radius", "0"), always=False),
    ),
    grips=(
        Grip(
            ("0", "radius"),
            (
                Drive("radius", "radial"),
                Drive("diameter", "radial", "2"),
            ),
        ),
        Grip(
            ("radius", "0"),
            (
                Drive("radius", "radial"),
                Drive("diameter", "radial", "2"),
            ),
        ),
    ),
    centre=("0", "radius / 2"),
)
