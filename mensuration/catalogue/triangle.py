"""The triangle by base and height: base along +x from the anchor, the apex above it."""

from mensuration.catalogue.figure import Figure, Grip, Line, Measure, Outline, Relation, Span

FIGURE = Figure(
    name="triangle",
    title="Triangle",
    measures=(
        Measure("base", "b"),
        Measure("height", "h"),
        Measure("offset", "x", signed=True),
        Measure("left", "l"),
        Measure("right", "r"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        Relation(
            {
                "area": "1/2 base height",
                "base": "2 area / height",
                "height": "2 area / base",
            },
            "half of the parallelogram that two copies make",
        ),
        Relation(
            {
                "left": "sqrt(offset^2 + height^2)",
                "offset": "sqrt(left^2 - height^2)",
                "height": "sqrt(left^2 - offset^2)",
            },
            "Pythagoras left of the height",
        ),
        Relation(
            {
                "right": "sqrt((base - offset)^2 + height^2)",
                "offset": "base - sqrt(right^2 - height^2)",
                "base": "offset + sqrt(right^2 - height^2)",
            },
            "Pythagoras right of the height",
        ),
        Relation({"offset": "(base^2 + left^2 - right^2) / (2 base)"}, "the law of cosines at the anchor"),
        Relation(
            {
                "perimeter": "base + left + right",
                "base": "perimeter - left - right",
                "left": "perimeter - base - right",
                "right": "perimeter - base - left",
            },
            "the sum of the sides",
        ),
    ),
    defaults={"offset": "base / 2"},
    outline=Outline(
        ("0", "0"),
        (
            Line("base", ("base", "0"), "base"),
            Line("right side", ("offset", "height"), "right"),
            Line("left side", ("0", "0"), "left"),
        ),
    ),
    starting={"base": "3", "height": "2"},
    spans=(
        Span("base", ("0", "0"), ("base", "0")),
        Span("height", ("offset", "0"), ("offset", "height"), side=0),
        Span("offset", ("0", "0"), ("offset", "0"), side=1, always=False),
    ),
    grips=(
        Grip(("base", "0"), (("base", "x", "1"),)),
        Grip(("offset", "height"), (("offset", "x", "1"), ("height", "y", "1"))),
    ),
    right_angles=((("offset", "0"), ("base", "0"), ("offset", "height")),),
    equal_edges=(("left side", "right side"),),
)
