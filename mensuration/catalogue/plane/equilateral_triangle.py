"""The equilateral triangle: its lower left corner at the anchor, one side along +x."""

from mensuration.catalogue.figure import Drive, Grip, LineTo, Measure, Outline, PlaneFigure, Relation, Span
from mensuration.catalogue.relations import product

_TOP = ("side / 2", "height")

FIGURE = PlaneFigure(
    name="equilateral-triangle",
    title="Equilateral triangle",
    family="triangles",
    synonyms=("regular triangle", "triangle with equal sides"),
    measures=(
        Measure("side", "a"),
        Measure("height", "h"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("inradius", "r", further=True),
        Measure("circumradius", "R", further=True),
    ),
    relations=(
        Relation({"height": "side sqrt(3) / 2", "side": "2 height / sqrt(3)"}, "Pythagoras in one half"),
        Relation(
            {"area": "side^2 sqrt(3) / 4", "side": "2 sqrt(area / sqrt(3))"}, "half of side times height"
        ),
        product("perimeter", "3 side", "three equal sides"),
        Relation({"inradius": "height / 3", "height": "3 inradius"}, "the medians cut one another in thirds"),
        Relation(
            {"circumradius": "2 height / 3", "height": "3 circumradius / 2"},
            "the medians cut one another in thirds",
        ),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("base", ("side", "0"), "side"),
            LineTo("right side", _TOP, "side"),
            LineTo("left side", ("0", "0"), "side"),
        ),
    ),
    starting={"side": "2"},
    spans=(
        Span("side", ("0", "0"), ("side", "0")),
        Span("height", ("side / 2", "0"), _TOP, side=0, always=False),
        Span("inradius", ("side / 2", "height / 3"), ("side / 4", "height / 2"), side=0, always=False),
        Span("circumradius", ("side / 2", "height / 3"), ("0", "0"), side=0, always=False),
    ),
    grips=(Grip(("side", "0"), (Drive("side", "x"),)),),
    feet={"height": (("side / 2", "0"), ("side", "0"), _TOP)},
    equal_edges=(("base", "right side", "left side"),),
    centre=("side / 2", "height / 3"),
)
