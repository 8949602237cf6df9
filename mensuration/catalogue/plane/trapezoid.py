"""The trapezoid: lower left corner at the anchor, the base along +x, the top parallel to it above."""

from mensuration.catalogue.figure import (
    Default,
    Doubling,
    Drive,
    Grip,
    LineTo,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Saying,
    Span,
)
from mensuration.catalogue.relations import product, total

FIGURE = PlaneFigure(
    name="trapezoid",
    title="Trapezoid",
    family="quadrilaterals",
    synonyms=("trapezium",),
    measures=(
        Measure("base", "a"),
        Measure("top", "b"),
        Measure("height", "h"),
        Measure("offset", "x", signed=True),
        Measure("left", "l", called="left leg"),
        Measure("right", "r", called="right leg"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("midline", "m", further=True),
        Measure("rising_diagonal", "e", further=True),
        Measure("falling_diagonal", "f", further=True),
    ),
    relations=(
        Relation(
            {
                "area": "1/2 (base + top) height",
                "height": "2 area / (base + top)",
                "base": "2 area / height - top",
                "top": "2 area / height - base",
            },
            "half of the parallelogram that two copies make",
        ),
        Relation(
            {
                "left": "sqrt(offset^2 + height^2)",
                "height": "sqrt(left^2 - offset^2)",
                "offset": "sqrt(left^2 - height^2)",
            },
            "Pythagoras at the left leg",
            second={"offset": "-sqrt(left^2 - height^2)"},
        ),
        Relation(
            {
                "right": "sqrt((base - top - offset)^2 + height^2)",
                "offset": "base - top - sqrt(right^2 - height^2)",
                "base": "top + offset + sqrt(right^2 - height^2)",
                "top": "base - offset - sqrt(right^2 - height^2)",
            },
            "Pythagoras at the right leg",
            second={
                "offset": "base - top + sqrt(right^2 - height^2)",
                "base": "top + offset - sqrt(right^2 - height^2)",
                "top": "base - offset + sqrt(right^2 - height^2)",
            },
        ),
        Relation(
            {"offset": "((base - top)^2 + left^2 - right^2) / (2 (base - top))"},
            "the law of cosines in the triangle that is left when a parallelogram is cut off",
        ),
        total("perimeter", "base + top + left + right", "the sum of the sides"),
        Relation(
            {"midline": "(base + top) / 2", "base": "2 midline - top", "top": "2 midline - base"},
            "half way between base and top",
        ),
        product("area", "midline height", "the rectangle as wide as the midline"),
        Relation(
            {
                "rising_diagonal": "sqrt((offset + top)^2 + height^2)",
                "height": "sqrt(rising_diagonal^2 - (offset + top)^2)",
            },
            "Pythagoras from the lower left corner to the upper right one",
        ),
        Relation(
            {
                "falling_diagonal": "sqrt((base - offset)^2 + height^2)",
                "height": "sqrt(falling_diagonal^2 - (base - offset)^2)",
            },
            "Pythagoras from the upper left corner to the lower right one",
        ),
    ),
    defaults={"offset": Default("(base - top) / 2", needs=("height",))},
    outline=Outline(
        ("0", "0"),
        (
            LineTo("base", ("base", "0"), "base"),
            LineTo("right leg", ("offset + top", "height"), "right"),
            LineTo("top", ("offset", "height"), "top"),
            LineTo("left leg", ("0", "0"), "left"),
        ),
    ),
    starting={"base": "4", "top": "2", "height": "2"},
    spans=(
        Span("base", ("0", "0"), ("base", "0")),
        Span("top", ("offset + top", "height"), ("offset", "height")),
        Span("height", ("offset", "0"), ("offset", "height"), side=0),
        Span("offset", ("0", "0"), ("offset", "0"), side=1, always=False),
        Span("left", ("offset", "height"), ("0", "0"), always=False),
        Span("rising_diagonal", ("0", "0"), ("offset + top", "height"), side=0, always=False),
        Span("falling_diagonal", ("offset", "height"), ("base", "0"), side=0, always=False),
        Span("right", ("base", "0"), ("offset + top", "height"), always=False),
    ),
    grips=(
        Grip(("base", "0"), (Drive("base", "x"),)),
        Grip(
            ("offset", "height"),
            (
                Drive("offset", "x"),
                Drive("height", "y"),
            ),
        ),
        Grip(("offset + top", "height"), (Drive("top", "x", "1", "offset"),)),
    ),
    feet={"height": (("offset", "0"), ("base", "0"), ("offset", "height"))},
    equal_edges=(("left leg", "right leg"),),
    parallel_edges=(("base", "top"),),
    shorthands={"leg": ("left", "right"), "legs": ("left", "right")},
    centre=("(base + top + 2 offset) / 4", "height / 2"),
    showings=(
        Doubling(
            ("(base + offset + top) / 2", "height / 2"),
            (
                Saying("the two make a parallelogram", "(base + top) height"),
                Saying("one trapezoid is half of it", "1/2 before"),
            ),
        ),
    ),
)
