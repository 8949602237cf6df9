"""The right triangle: right angle at the anchor, base along +x, height along +y."""

from mensuration.catalogue.figure import (
    Angle,
    Constraint,
    Grip,
    Line,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Span,
)

FIGURE = PlaneFigure(
    name="right-triangle",
    title="Right triangle",
    family="triangles",
    synonyms=("right-angled triangle", "wedge"),
    measures=(
        Measure("base", "b"),
        Measure("height", "h"),
        Measure("hypotenuse", "c"),
        Measure("angle", r"\alpha", "angle"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        Relation(
            {
                "hypotenuse": "sqrt(base^2 + height^2)",
                "base": "sqrt(hypotenuse^2 - height^2)",
                "height": "sqrt(hypotenuse^2 - base^2)",
            },
            "Pythagoras",
        ),
        Relation(
            {
                "area": "1/2 base height",
                "base": "2 area / height",
                "height": "2 area / base",
            },
            "half of the rectangle on base and height",
        ),
        Relation(
            {
                "angle": "atan(height / base)",
                "height": "base tan(angle)",
                "base": "height / tan(angle)",
            },
            "the tangent: opposite over adjacent",
        ),
        Relation(
            {"height": "hypotenuse sin(angle)", "hypotenuse": "height / sin(angle)"},
            "the sine: opposite over hypotenuse",
        ),
        Relation(
            {"base": "hypotenuse cos(angle)", "hypotenuse": "base / cos(angle)"},
            "the cosine: adjacent over hypotenuse",
        ),
        Relation({"perimeter": "base + height + hypotenuse"}, "the sum of the sides"),
    ),
    constraints=(
        Constraint("hypotenuse - base", "hypotenuse", "the hypotenuse must be longer than the base"),
        Constraint("hypotenuse - height", "hypotenuse", "the hypotenuse must be longer than the height"),
        Constraint("90° - angle", "angle", "the angle must be less than 90°"),
    ),
    outline=Outline(
        ("0", "0"),
        (
            Line("base", ("base", "0"), "base"),
            Line("hypotenuse", ("0", "height"), "hypotenuse"),
            Line("upright", ("0", "0"), "height"),
        ),
    ),
    starting={"base": "3", "height": "2"},
    spans=(
        Span("base", ("0", "0"), ("base", "0")),
        Span("height", ("0", "height"), ("0", "0")),
        Span("hypotenuse", ("base", "0"), ("0", "height"), always=False),
    ),
    grips=(
        Grip(("base", "0"), (("base", "x", "1"),)),
        Grip(("0", "height"), (("height", "y", "1"),)),
    ),
    angles=(Angle("angle", ("base", "0"), ("0", "height"), ("0", "0")),),
    right_angles=((("0", "0"), ("base", "0"), ("0", "height")),),
    centre=("base / 3", "height / 3"),
)
