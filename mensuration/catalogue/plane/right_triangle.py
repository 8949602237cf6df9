"""The right triangle: right angle at the anchor, base along +x, height along +y."""

from mensuration.catalogue.figure import (
    Angle,
    Constraint,
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
from mensuration.catalogue.relations import product, pythagoras, total

_FOOT = ("base height^2 / hypotenuse^2", "base^2 height / hypotenuse^2")

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
        Measure("other_angle", r"\beta", "angle", further=True),
        Measure("altitude", "q", further=True),
        Measure("inradius", "r", further=True),
        Measure("circumradius", "R", further=True),
    ),
    relations=(
        pythagoras("hypotenuse", "base", "height", "Pythagoras"),
        product("area", "1/2 base height", "half of the rectangle on base and height"),
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
        total("perimeter", "base + height + hypotenuse", "the sum of the sides"),
        Relation(
            {"hypotenuse": "perimeter / 2 - 2 area / perimeter"},
            "(perimeter - hypotenuse)² is (base + height)², which is hypotenuse² + 4 area",
        ),
        Relation(
            {"base": "(sqrt(hypotenuse^2 + 4 area) - sqrt(hypotenuse^2 - 4 area)) / 2"},
            "(base + height)² is hypotenuse² + 4 area, (base - height)² is hypotenuse² - 4 area",
            second={"base": "(sqrt(hypotenuse^2 + 4 area) + sqrt(hypotenuse^2 - 4 area)) / 2"},
        ),
        Relation({"base": "sqrt(2 area / tan(angle))"}, "area is half of base² tan(angle)"),
        Relation(
            {"base": "(perimeter^2 - 2 perimeter height) / (2 (perimeter - height))"},
            "Pythagoras with the hypotenuse perimeter - base - height",
        ),
        Relation(
            {"height": "(perimeter^2 - 2 perimeter base) / (2 (perimeter - base))"},
            "Pythagoras with the hypotenuse perimeter - base - height",
        ),
        Relation(
            {"base": "(perimeter - hypotenuse - sqrt(2 hypotenuse^2 - (perimeter - hypotenuse)^2)) / 2"},
            "base and height have the sum perimeter - hypotenuse, their squares the sum hypotenuse²",
            second={
                "base": "(perimeter - hypotenuse + sqrt(2 hypotenuse^2 - (perimeter - hypotenuse)^2)) / 2"
            },
        ),
        Relation(
            {"hypotenuse": "perimeter / (1 + sin(angle) + cos(angle))"}, "base and height by cosine and sine"
        ),
        Relation({"other_angle": "90° - angle", "angle": "90° - other_angle"}, "the sum of the angles"),
        Relation(
            {"altitude": "base height / hypotenuse"},
            "the area twice: on the legs and on the hypotenuse",
        ),
        Relation(
            {"area": "1/2 hypotenuse altitude", "hypotenuse": "2 area / altitude"},
            "half of hypotenuse times altitude",
        ),
        Relation(
            {"inradius": "(base + height - hypotenuse) / 2", "hypotenuse": "base + height - 2 inradius"},
            "the pieces of the legs beside the circle inside",
        ),
        Relation(
            {"circumradius": "hypotenuse / 2", "hypotenuse": "2 circumradius"},
            "the circle on the hypotenuse as diameter",
        ),
    ),
    constraints=(
        Constraint("hypotenuse - base", "hypotenuse", "the hypotenuse must be longer than the base"),
        Constraint("hypotenuse - height", "hypotenuse", "the hypotenuse must be longer than the height"),
        Constraint("90° - angle", "angle", "the angle must be less than 90°"),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("base", ("base", "0"), "base"),
            LineTo("hypotenuse", ("0", "height"), "hypotenuse"),
            LineTo("upright", ("0", "0"), "height"),
        ),
    ),
    starting={"base": "3", "height": "2"},
    spans=(
        Span("base", ("0", "0"), ("base", "0")),
        Span("height", ("0", "height"), ("0", "0")),
        Span("hypotenuse", ("base", "0"), ("0", "height"), always=False),
        Span("altitude", ("0", "0"), _FOOT, side=0, always=False),
        Span("inradius", ("inradius", "inradius"), ("inradius", "0"), side=0, always=False),
        Span("circumradius", ("base / 2", "height / 2"), ("0", "0"), side=0, always=False),
    ),
    grips=(
        Grip(("base", "0"), (Drive("base", "x"),)),
        Grip(("0", "height"), (Drive("height", "y"),)),
    ),
    angles=(Angle("angle", ("base", "0"), ("0", "height"), ("0", "0")),),
    right_angles=((("0", "0"), ("base", "0"), ("0", "height")),),
    centre=("base / 3", "height / 3"),
    showings=(
        Doubling(
            ("base / 2", "height / 2"),
            (
                Saying("the two make a rectangle", "base height"),
                Saying("one triangle is half of it", "1/2 before"),
            ),
        ),
    ),
)
