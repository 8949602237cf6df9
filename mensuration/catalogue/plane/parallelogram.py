"""The parallelogram: lower left corner at the anchor, base along +x, leaning by the angle at the anchor."""

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
    Saying,
    Shearing,
    Span,
)
from mensuration.catalogue.relations import product

FIGURE = PlaneFigure(
    name="parallelogram",
    title="Parallelogram",
    family="quadrilaterals",
    measures=(
        Measure("base", "b"),
        Measure("side", "s"),
        Measure("angle", r"\alpha", "angle"),
        Measure("height", "h"),
        Measure("lean", "x", signed=True),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("long_diagonal", "e", further=True),
        Measure("short_diagonal", "f", further=True),
    ),
    relations=(
        product("area", "base height", "the rectangle that a shear makes of it"),
        Relation({"height": "side sin(angle)", "side": "height / sin(angle)"}, "the sine at the base"),
        Relation({"lean": "side cos(angle)", "angle": "acos(lean / side)"}, "the cosine at the base"),
        Relation(
            {
                "side": "sqrt(lean^2 + height^2)",
                "lean": "sqrt(side^2 - height^2)",
                "height": "sqrt(side^2 - lean^2)",
            },
            "Pythagoras at the slanting side",
            second={"lean": "-sqrt(side^2 - height^2)"},
        ),
        Relation(
            {
                "perimeter": "2 (base + side)",
                "base": "perimeter / 2 - side",
                "side": "perimeter / 2 - base",
            },
            "two pairs of equal opposite sides",
        ),
        Relation(
            {"long_diagonal": "sqrt(base^2 + side^2 + 2 base side abs(cos(angle)))"}, "the law of cosines"
        ),
        Relation(
            {"short_diagonal": "sqrt(base^2 + side^2 - 2 base side abs(cos(angle)))"}, "the law of cosines"
        ),
        Relation(
            {
                "long_diagonal": "sqrt(2 base^2 + 2 side^2 - short_diagonal^2)",
                "short_diagonal": "sqrt(2 base^2 + 2 side^2 - long_diagonal^2)",
                "base": "sqrt((long_diagonal^2 + short_diagonal^2) / 2 - side^2)",
                "side": "sqrt((long_diagonal^2 + short_diagonal^2) / 2 - base^2)",
            },
            "the squares of the diagonals together are those of the four sides",
        ),
        Relation(
            {"angle": "acos((long_diagonal^2 - short_diagonal^2) / (4 base side))"},
            "the laws of cosines, one less the other",
            second={"angle": "180° - acos((long_diagonal^2 - short_diagonal^2) / (4 base side))"},
        ),
    ),
    constraints=(
        Constraint("180° - angle", "angle", "the angle must be less than 180°"),
        Constraint("perimeter - 2 base", "perimeter", "the perimeter must be more than twice the base"),
        Constraint("perimeter - 2 side", "perimeter", "the perimeter must be more than twice the side"),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("base", ("base", "0"), "base"),
            LineTo("right side", ("base + lean", "height"), "side"),
            LineTo("top", ("lean", "height"), "base"),
            LineTo("left side", ("0", "0"), "side"),
        ),
    ),
    starting={"base": "3", "side": "2", "angle": "60°"},
    spans=(
        Span("base", ("0", "0"), ("base", "0"), other=(("base + lean", "height"), ("lean", "height"))),
        Span("side", ("base", "0"), ("base + lean", "height"), other=(("lean", "height"), ("0", "0"))),
        Span("height", ("lean", "0"), ("lean", "height"), side=0, always=False),
        Span("lean", ("0", "0"), ("lean", "0"), side=1, always=False),
    ),
    angles=(Angle("angle", ("0", "0"), ("base", "0"), ("lean", "height")),),
    grips=(
        Grip(("base", "0"), (Drive("base", "x"),)),
        Grip(
            ("lean", "height"),
            (
                Drive("side", "radial"),
                Drive("angle", "turn"),
                Drive("height", "y"),
                Drive("lean", "x"),
            ),
        ),
    ),
    right_angles=(),
    equal_edges=(("base", "top"), ("left side", "right side")),
    parallel_edges=(("base", "top"), ("left side", "right side")),
    centre=("(base + lean) / 2", "height / 2"),
    showings=(
        Shearing("lean", (Saying("no row changes its length: it becomes a rectangle", "base height"),)),
    ),
)
