"""The ring (annulus) between two circles round the anchor."""

from mensuration.catalogue.figure import (
    ArcTo,
    Constraint,
    Drive,
    Grip,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Span,
)
from mensuration.catalogue.relations import product, total

FIGURE = PlaneFigure(
    name="ring",
    title="Ring",
    family="round",
    synonyms=("annulus", "washer"),
    measures=(
        Measure("outer", "R", called="outer radius"),
        Measure("inner", "r", called="inner radius"),
        Measure("outer_diameter", "D"),
        Measure("inner_diameter", "d"),
        Measure("width", "w"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("chord", "s", called="chord that touches the inner circle", further=True),
    ),
    relations=(
        product("outer_diameter", "2 outer", "two radii in line"),
        product("inner_diameter", "2 inner", "two radii in line"),
        total("width", "outer - inner", "the difference of the radii"),
        Relation(
            {
                "area": "pi (outer^2 - inner^2)",
                "outer": "sqrt(area / pi + inner^2)",
                "inner": "sqrt(outer^2 - area / pi)",
            },
            "the disc less the smaller disc",
        ),
        Relation(
            {
                "perimeter": "2 pi (outer + inner)",
                "outer": "perimeter / (2 pi) - inner",
                "inner": "perimeter / (2 pi) - outer",
            },
            "both circumferences",
        ),
        Relation(
            {"inner": "(area / (pi width) - width) / 2"},
            "the area as (outer + inner) times width times π",
        ),
        Relation({"inner": "(perimeter / (2 pi) - width) / 2"}, "both circumferences, in terms of the width"),
        Relation(
            {
                "chord": "2 sqrt(outer^2 - inner^2)",
                "outer": "sqrt(chord^2 / 4 + inner^2)",
                "inner": "sqrt(outer^2 - chord^2 / 4)",
            },
            "Pythagoras on half of the chord that touches the inner circle",
        ),
        Relation(
            {"area": "pi chord^2 / 4", "chord": "2 sqrt(area / pi)"},
            "the disc on half of the chord, whatever the radii are",
        ),
        Relation({"width": "2 area / perimeter"}, "the area as half of both circumferences times the width"),
    ),
    constraints=(
        Constraint("outer - inner", "inner", "the inner radius must be less than the outer radius"),
        Constraint("outer - width", "width", "the width must be less than the outer radius"),
    ),
    outline=Outline(
        ("outer", "0"),
        (ArcTo("outer rim", ("outer", "0"), ("0", "0"), "360°", "2 pi outer", "outer"),),
        hole=Outline(
            ("inner", "0"),
            (ArcTo("inner rim", ("inner", "0"), ("0", "0"), "-360°", "2 pi inner", "inner"),),
        ),
    ),
    starting={"outer": "2", "inner": "1"},
    spans=(
        Span("outer", ("0", "0"), ("0", "outer"), side=0),
        Span("inner", ("0", "0"), ("inner", "0"), side=0),
        Span("width", ("-outer", "0"), ("-inner", "0"), side=0, always=False),
    ),
    grips=(
        Grip(("0", "outer"), (Drive("outer", "radial"),)),
        Grip(("inner", "0"), (Drive("inner", "radial"),)),
    ),
)
