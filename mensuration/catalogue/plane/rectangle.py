"""The rectangle: lower left corner at the anchor, width along +x, height along +y."""

from mensuration.catalogue.figure import (
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
from mensuration.catalogue.relations import product, pythagoras

FIGURE = PlaneFigure(
    name="rectangle",
    title="Rectangle",
    family="quadrilaterals",
    synonyms=("oblong", "box"),
    measures=(
        Measure("width", "w"),
        Measure("height", "h"),
        Measure("diagonal", "d"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("circumradius", "R", further=True),
    ),
    relations=(
        product("area", "width height", "unit squares in rows and columns"),
        Relation(
            {
                "perimeter": "2 (width + height)",
                "width": "perimeter / 2 - height",
                "height": "perimeter / 2 - width",
            },
            "two pairs of equal opposite sides",
        ),
        pythagoras("diagonal", "width", "height", "Pythagoras in the half rectangle"),
        Relation(
            {"circumradius": "diagonal / 2", "diagonal": "2 circumradius"}, "the circle through every corner"
        ),
        Relation(
            {"width": "perimeter / 4 - sqrt((perimeter / 4)^2 - area)"},
            "width and height have the sum perimeter/2 and the product area",
            second={"width": "perimeter / 4 + sqrt((perimeter / 4)^2 - area)"},
        ),
        Relation(
            {"width": "perimeter / 4 - sqrt(diagonal^2 / 2 - (perimeter / 4)^2)"},
            "width and height have the sum perimeter/2 and the squares' sum diagonal²",
            second={"width": "perimeter / 4 + sqrt(diagonal^2 / 2 - (perimeter / 4)^2)"},
        ),
        Relation(
            {"width": "(sqrt(diagonal^2 + 2 area) - sqrt(diagonal^2 - 2 area)) / 2"},
            "(width + height)² is diagonal² + 2 area, (width - height)² is diagonal² - 2 area",
            second={"width": "(sqrt(diagonal^2 + 2 area) + sqrt(diagonal^2 - 2 area)) / 2"},
        ),
    ),
    constraints=(
        Constraint("diagonal - width", "diagonal", "the diagonal must be longer than the width"),
        Constraint("diagonal - height", "diagonal", "the diagonal must be longer than the height"),
        Constraint("perimeter - 2 width", "perimeter", "the perimeter must be more than twice the width"),
        Constraint("perimeter - 2 height", "perimeter", "the perimeter must be more than twice the height"),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("bottom", ("width", "0"), "width"),
            LineTo("right", ("width", "height"), "height"),
            LineTo("top", ("0", "height"), "width"),
            LineTo("left", ("0", "0"), "height"),
        ),
    ),
    starting={"width": "3", "height": "2"},
    spans=(
        Span("width", ("0", "0"), ("width", "0"), other=(("width", "height"), ("0", "height"))),
        Span("height", ("width", "0"), ("width", "height"), other=(("0", "height"), ("0", "0"))),
        Span("diagonal", ("0", "0"), ("width", "height"), side=0, always=False),
        Span("circumradius", ("width / 2", "height / 2"), ("width", "0"), side=0, always=False),
    ),
    grips=(
        Grip(
            ("width", "height"),
            (
                Drive("width", "x"),
                Drive("height", "y"),
            ),
        ),
        Grip(("width", "height / 2"), (Drive("width", "x"),)),
        Grip(("width / 2", "height"), (Drive("height", "y"),)),
    ),
    right_angles=(
        (("0", "0"), ("width", "0"), ("0", "height")),
        (("width", "0"), ("0", "0"), ("width", "height")),
        (("width", "height"), ("width", "0"), ("0", "height")),
        (("0", "height"), ("0", "0"), ("width", "height")),
    ),
    centre=("width / 2", "height / 2"),
)
