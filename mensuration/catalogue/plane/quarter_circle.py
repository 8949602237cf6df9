"""The quarter circle (as a quarter of a disc): its corner at the anchor, between +x and +y."""

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
    name="quarter-circle",
    title="Quarter circle",
    family="round",
    synonyms=("quadrant", "quarter disc"),
    measures=(
        Measure("radius", "r"),
        Measure("arc", "s"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("arc", "1/2 pi radius", "a quarter of the circumference"),
        product("area", "1/4 pi radius^2", "a quarter of the disc"),
        Relation(
            {"perimeter": "1/2 pi radius + 2 radius", "radius": "perimeter / (pi / 2 + 2)"},
            "the arc and two radii",
        ),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("first radius", ("radius", "0"), "radius"),
            ArcTo("arc", ("0", "radius"), ("0", "0"), "90°", "1/2 pi radius", "radius"),
            LineTo("second radius", ("0", "0"), "radius"),
        ),
    ),
    starting={"radius": "1"},
    spans=(Span("radius", ("0", "0"), ("radius", "0"), other=(("0", "radius"), ("0", "0"))),),
    grips=(
        Grip(("radius", "0"), (Drive("radius", "radial"),)),
        Grip(("0", "radius"), (Drive("radius", "radial"),)),
    ),
    right_angles=((("0", "0"), ("radius", "0"), ("0", "radius")),),
    centre=("radius / 2", "radius / 2"),
)
