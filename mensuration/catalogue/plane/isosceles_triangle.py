"""The isosceles triangle: the left end of its base at the anchor, the base along +x, the apex above its middle."""

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
from mensuration.catalogue.relations import product, total

_APEX = ("base / 2", "height")

FIGURE = PlaneFigure(
    name="isosceles-triangle",
    title="Isosceles triangle",
    family="triangles",
    synonyms=("gable", "triangle with two equal sides"),
    measures=(
        Measure("base", "b"),
        Measure("leg", "a"),
        Measure("height", "h"),
        Measure("apex", r"\gamma", "angle", called="angle at the apex"),
        Measure("base_angle", r"\alpha", "angle", called="angle at the base"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("inradius", "r", further=True),
        Measure("circumradius", "R", further=True),
    ),
    relations=(
        product("area", "1/2 base height", "half of the rectangle on base and height"),
        total("perimeter", "base + 2 leg", "the sum of the sides"),
        Relation(
            {
                "leg": "sqrt((base / 2)^2 + height^2)",
                "height": "sqrt(leg^2 - (base / 2)^2)",
                "base": "2 sqrt(leg^2 - height^2)",
            },
            "Pythagoras in one half",
        ),
        Relation({"base_angle": "90° - apex / 2", "apex": "180° - 2 base_angle"}, "the sum of the angles"),
        Relation(
            {
                "base": "2 leg sin(apex / 2)",
                "leg": "base / (2 sin(apex / 2))",
                "apex": "2 asin(base / (2 leg))",
            },
            "the sine in one half",
        ),
        Relation({"height": "leg cos(apex / 2)", "leg": "height / cos(apex / 2)"}, "the cosine in one half"),
        Relation(
            {
                "apex": "2 atan(base / (2 height))",
                "base": "2 height tan(apex / 2)",
                "height": "base / (2 tan(apex / 2))",
            },
            "the tangent in one half",
        ),
        Relation(
            {
                "area": "1/2 leg^2 sin(apex)",
                "leg": "sqrt(2 area / sin(apex))",
                "apex": "asin(2 area / leg^2)",
            },
            "half of the parallelogram on the legs",
            second={"apex": "180° - asin(2 area / leg^2)"},
        ),
        Relation({"height": "sqrt(area / tan(apex / 2))"}, "area is height² tan(apex / 2)"),
        Relation({"base": "perimeter sin(apex / 2) / (1 + sin(apex / 2))"}, "the legs in terms of the base"),
        Relation(
            {"base": "(perimeter^2 - 4 height^2) / (2 perimeter)"},
            "Pythagoras with the leg (perimeter - base) / 2",
        ),
        Relation(
            {
                "inradius": "2 area / perimeter",
                "area": "inradius perimeter / 2",
                "perimeter": "2 area / inradius",
            },
            "three triangles from the middle of the circle inside",
        ),
        Relation(
            {
                "circumradius": "leg^2 / (2 height)",
                "leg": "sqrt(2 circumradius height)",
                "height": "leg^2 / (2 circumradius)",
            },
            "similar right triangles at the leg",
        ),
    ),
    constraints=(
        Constraint("2 leg - base", "base", "the legs can't meet: the base must be less than both together"),
        Constraint("leg - height", "leg", "the leg must be longer than the height"),
        Constraint("90° - base_angle", "base_angle", "the angle at the base must be less than 90°"),
        Constraint("180° - apex", "apex", "the angle at the apex must be less than 180°"),
        Constraint("perimeter - 2 base", "perimeter", "the perimeter must be more than twice the base"),
        Constraint("perimeter - 2 leg", "perimeter", "the perimeter must be more than both legs"),
        Constraint("perimeter - 2 height", "perimeter", "the perimeter must be more than twice the height"),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("base", ("base", "0"), "base"),
            LineTo("right leg", _APEX, "leg"),
            LineTo("left leg", ("0", "0"), "leg"),
        ),
    ),
    starting={"base": "3", "height": "3"},
    spans=(
        Span("base", ("0", "0"), ("base", "0")),
        Span("height", ("base / 2", "0"), _APEX, side=0, unless="leg"),
        Span("leg", ("base", "0"), _APEX, always=False, other=(_APEX, ("0", "0"))),
        Span(
            "inradius",
            ("base / 2", "inradius"),
            ("base^2 / (4 leg)", "base height / (2 leg)"),
            side=0,
            always=False,
        ),
        Span("circumradius", ("base / 2", "height - circumradius"), ("0", "0"), side=0, always=False),
    ),
    angles=(
        Angle("apex", _APEX, ("0", "0"), ("base", "0")),
        Angle("base_angle", ("0", "0"), ("base", "0"), _APEX),
    ),
    grips=(Grip(("base", "0"), (Drive("base", "x"),)), Grip(_APEX, (Drive("height", "y"),))),
    feet={"height": (("base / 2", "0"), ("base", "0"), _APEX)},
    equal_edges=(("left leg", "right leg"),),
    centre=("base / 2", "height / 3"),
)
