"""The stadium: a rectangle with a half disc on each end; the left end of its lower straight side at the anchor."""

from mensuration.catalogue.figure import (
    ArcTo,
    Constraint,
    Drive,
    Grip,
    LineTo,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Span,
)
from mensuration.catalogue.relations import product, total

FIGURE = PlaneFigure(
    name="stadium",
    title="Stadium",
    family="round",
    synonyms=("running track", "slot", "rounded bar", "obround"),
    measures=(
        Measure("straight", "l", called="straight side"),
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("overall", "L", called="whole length"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        total("overall", "straight + 2 radius", "the straight side and a radius at each end"),
        Relation(
            {
                "perimeter": "2 straight + 2 pi radius",
                "straight": "perimeter / 2 - pi radius",
                "radius": "(perimeter - 2 straight) / (2 pi)",
            },
            "two straight sides and two half circles",
        ),
        Relation(
            {
                "area": "2 radius straight + pi radius^2",
                "straight": "(area - pi radius^2) / (2 radius)",
                "radius": "(sqrt(straight^2 + pi area) - straight) / pi",
            },
            "a rectangle and two half discs",
        ),
        Relation(
            {"radius": "(perimeter - sqrt(perimeter^2 - 4 pi area)) / (2 pi)"},
            "the straight side put in terms of perimeter and radius",
        ),
        Relation(
            {"radius": "(perimeter - 2 overall) / (2 pi - 4)"},
            "the straight side put in terms of whole length and radius",
        ),
        Relation(
            {"radius": "(overall - sqrt(overall^2 - (4 - pi) area)) / (4 - pi)"},
            "a rectangle round it less the four corners",
        ),
    ),
    constraints=(
        Constraint("overall - 2 radius", "overall", "the whole length must be more than two radii"),
        Constraint(
            "perimeter - 2 pi radius",
            "perimeter",
            "the perimeter must be more than that of a circle of this radius",
        ),
        Constraint("area - pi radius^2", "area", "the area must be more than that of a disc of this radius"),
        Constraint(
            "perimeter^2 - 4 pi area", "area", "the area must be less than that of a disc with this perimeter"
        ),
        Constraint(
            "perimeter - 2 overall", "perimeter", "the perimeter must be more than twice the whole length"
        ),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("bottom", ("straight", "0"), "straight"),
            ArcTo(
                "right end", ("straight", "2 radius"), ("straight", "radius"), "180°", "pi radius", "radius"
            ),
            LineTo("top", ("0", "2 radius"), "straight"),
            ArcTo("left end", ("0", "0"), ("0", "radius"), "180°", "pi radius", "radius"),
        ),
    ),
    starting={"straight": "3", "radius": "1"},
    spans=(
        Span("straight", ("0", "0"), ("straight", "0"), other=(("straight", "2 radius"), ("0", "2 radius"))),
        Span("radius", ("straight", "radius"), ("straight + radius", "radius"), side=0, unless="diameter"),
        Span("diameter", ("straight", "0"), ("straight", "2 radius"), side=0, always=False),
        Span("overall", ("-radius", "radius"), ("straight + radius", "radius"), side=0, always=False),
    ),
    grips=(
        Grip(
            ("straight + radius", "radius"),
            (Drive("straight", "x", less="radius"), Drive("overall", "x", less="-radius")),
        ),
        Grip(("straight / 2", "2 radius"), (Drive("radius", "y", "1/2"), Drive("diameter", "y"))),
    ),
    centre=("straight / 2", "radius"),
)
