"""The semicircle (as half a disc): middle of the flat side at the anchor, bulging to +y."""

from mensuration.catalogue.figure import (
    ArcTo,
    Drive,
    Grip,
    LineTo,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Span,
)
from mensuration.catalogue.relations import product

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
        product("diameter", "2 radius", "two radii in line"),
        product("arc", "pi radius", "half of the circumference"),
        product("area", "1/2 pi radius^2", "half of the disc"),
        Relation(
            {"perimeter": "pi radius + 2 radius", "radius": "perimeter / (pi + 2)"},
            "the arc and the flat side",
        ),
    ),
    outline=Outline(
        ("-radius", "0"),
        (
            LineTo("flat side", ("radius", "0"), "diameter"),
            ArcTo("arc", ("-radius", "0"), ("0", "0"), "180°", "pi radius", "radius"),
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
