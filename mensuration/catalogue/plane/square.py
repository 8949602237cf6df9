"""The square: lower left corner at the anchor, sides along +x and +y."""

from mensuration.catalogue.figure import Drive, Grip, LineTo, Measure, Outline, PlaneFigure, Relation, Span
from mensuration.catalogue.relations import product

FIGURE = PlaneFigure(
    name="square",
    title="Square",
    family="quadrilaterals",
    measures=(
        Measure("side", "s"),
        Measure("diagonal", "d"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("inradius", "r", further=True),
        Measure("circumradius", "R", further=True),
    ),
    relations=(
        product("area", "side^2", "unit squares in rows and columns"),
        product("perimeter", "4 side", "four equal sides"),
        product("diagonal", "side sqrt(2)", "Pythagoras in the half square"),
        Relation({"inradius": "side / 2", "side": "2 inradius"}, "the circle that touches every side"),
        Relation(
            {"circumradius": "diagonal / 2", "diagonal": "2 circumradius"}, "the circle through every corner"
        ),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("bottom", ("side", "0"), "side"),
            LineTo("right", ("side", "side"), "side"),
            LineTo("top", ("0", "side"), "side"),
            LineTo("left", ("0", "0"), "side"),
        ),
    ),
    starting={"side": "2"},
    spans=(
        Span("side", ("0", "0"), ("side", "0"), other=(("0", "side"), ("0", "0"))),
        Span("diagonal", ("0", "0"), ("side", "side"), side=0, always=False),
        Span("circumradius", ("side / 2", "side / 2"), ("side", "0"), side=0, always=False),
        Span("inradius", ("side / 2", "side / 2"), ("side", "side / 2"), side=0, always=False),
    ),
    grips=(Grip(("side", "side"), (Drive("side", "x"),)),),
    right_angles=(
        (("0", "0"), ("side", "0"), ("0", "side")),
        (("side", "0"), ("0", "0"), ("side", "side")),
        (("side", "side"), ("side", "0"), ("0", "side")),
        (("0", "side"), ("0", "0"), ("side", "side")),
    ),
    equal_edges=(("bottom", "right", "top", "left"),),
    centre=("side / 2", "side / 2"),
)
