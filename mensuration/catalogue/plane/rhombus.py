"""The rhombus: its centre at the anchor, diagonal d1 level, diagonal d2 upright."""

from mensuration.catalogue.figure import (
    Angle,
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
from mensuration.catalogue.relations import product

_RIGHT, _TOP, _LEFT, _BOTTOM = ("d1 / 2", "0"), ("0", "d2 / 2"), ("-d1 / 2", "0"), ("0", "-d2 / 2")

FIGURE = PlaneFigure(
    name="rhombus",
    title="Rhombus",
    family="quadrilaterals",
    measures=(
        Measure("d1", "d_1", called="diagonal d1"),
        Measure("d2", "d_2", called="diagonal d2"),
        Measure("side", "s"),
        Measure("angle", r"\alpha", "angle"),
        Measure("height", "h"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("inradius", "r", further=True),
    ),
    relations=(
        product("area", "1/2 d1 d2", "half of the rectangle round it"),
        Relation(
            {
                "side": "1/2 sqrt(d1^2 + d2^2)",
                "d1": "sqrt(4 side^2 - d2^2)",
                "d2": "sqrt(4 side^2 - d1^2)",
            },
            "Pythagoras in a quarter of it",
        ),
        product("perimeter", "4 side", "four equal sides"),
        Relation(
            {"d1": "2 side cos(angle / 2)", "side": "d1 / (2 cos(angle / 2))"},
            "the cosine in a quarter of it",
        ),
        Relation(
            {"d2": "2 side sin(angle / 2)", "side": "d2 / (2 sin(angle / 2))"},
            "the sine in a quarter of it",
        ),
        Relation({"angle": "2 atan(d2 / d1)"}, "the tangent in a quarter of it"),
        product("area", "side height", "base times height, as of any parallelogram"),
        Relation(
            {"height": "side sin(angle)", "angle": "asin(height / side)", "side": "height / sin(angle)"},
            "the sine at the base",
            second={"angle": "180° - asin(height / side)"},
        ),
        Relation({"inradius": "height / 2", "height": "2 inradius"}, "the circle that touches every side"),
    ),
    constraints=(
        Constraint("2 side - d1", "side", "the side must be more than half of each diagonal"),
        Constraint("2 side - d2", "side", "the side must be more than half of each diagonal"),
        Constraint("180° - angle", "angle", "the angle must be less than 180°"),
    ),
    outline=Outline(
        _RIGHT,
        (
            LineTo("upper right side", _TOP, "side"),
            LineTo("upper left side", _LEFT, "side"),
            LineTo("lower left side", _BOTTOM, "side"),
            LineTo("lower right side", _RIGHT, "side"),
        ),
    ),
    starting={"d1": "4", "d2": "2"},
    spans=(
        Span("d1", _LEFT, _RIGHT, side=0, unless="side"),
        Span("d2", _BOTTOM, _TOP, side=0, unless="side"),
        Span("side", _BOTTOM, _RIGHT, always=False, other=(_TOP, _LEFT)),
        Span("inradius", ("0", "0"), ("d1 d2^2 / (8 side^2)", "-d1^2 d2 / (8 side^2)"), side=0, always=False),
    ),
    angles=(Angle("angle", _LEFT, _BOTTOM, _TOP),),
    grips=(
        Grip(_RIGHT, (Drive("d1", "x", "2"),)),
        Grip(_TOP, (Drive("d2", "y", "2"),)),
    ),
    feet={"d1": (("0", "0"), _RIGHT, _TOP)},
    equal_edges=(("upper right side", "upper left side", "lower left side", "lower right side"),),
    shorthands={"diagonal1": ("d1",), "diagonal2": ("d2",)},
    standing={"side": "2", "angle": "60°"},
    synonyms=("diamond",),
)
