"""The regular polygon: its centre at the anchor, its lowest side level."""

from mensuration.catalogue.figure import (
    EVERY,
    XY,
    Counted,
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

MOST_SIDES = 120


def _corner(index: int, sides: int) -> XY:
    """The left end of the lowest side, turned on by ``index`` of ``sides`` steps round the centre."""
    if index % sides == 0:
        return "-side / 2", "-apothem"
    angle = f"{index}*360°/{sides}"
    return (
        f"apothem sin({angle}) - side / 2 * cos({angle})",
        f"-apothem cos({angle}) - side / 2 * sin({angle})",
    )


def _outline(sides: int) -> Outline:
    edges = tuple(LineTo(f"side {i + 1}", _corner(i + 1, sides), "side") for i in range(sides))
    return Outline(_corner(0, sides), edges)


FIGURE = PlaneFigure(
    name="regular-polygon",
    title="Regular polygon",
    family="polygons",
    measures=(
        Measure("sides", "n", "count", most=MOST_SIDES),
        Measure("side", "s"),
        Measure("apothem", "a"),
        Measure("circumradius", "R"),
        Measure("perimeter", "P"),
        Measure("area", "A", "area"),
        Measure("central_angle", r"\delta", "angle", further=True),
        Measure("interior_angle", r"\epsilon", "angle", further=True),
    ),
    relations=(
        Relation(
            {"perimeter": "sides side", "side": "perimeter / sides"},
            "as many equal sides",
        ),
        Relation(
            {"apothem": "side / (2 tan(180° / sides))", "side": "2 apothem tan(180° / sides)"},
            "the tangent in half of one of the triangles round the centre",
        ),
        Relation(
            {"circumradius": "side / (2 sin(180° / sides))", "side": "2 circumradius sin(180° / sides)"},
            "the sine in half of one of the triangles round the centre",
        ),
        product("area", "1/2 perimeter apothem", "the triangles round the centre, all of one height"),
        Relation(
            {"side": "2 sqrt(area tan(180° / sides) / sides)"},
            "perimeter and apothem put in terms of the side",
        ),
        Relation(
            {"central_angle": "360° / sides", "sides": "360° / central_angle"}, "the turn in equal shares"
        ),
        Relation(
            {"interior_angle": "180° - central_angle", "central_angle": "180° - interior_angle"},
            "the sum of the angles in one of the triangles round the centre",
        ),
    ),
    outline=Counted("sides", _outline),
    starting={"sides": "6", "side": "1"},
    spans=(
        Span("side", ("-side / 2", "-apothem"), ("side / 2", "-apothem")),
        Span("apothem", ("0", "0"), ("0", "-apothem"), side=0, always=False),
        Span("circumradius", ("0", "0"), ("side / 2", "-apothem"), side=0, always=False),
    ),
    grips=(
        Grip(
            ("side / 2", "-apothem"),
            (
                Drive("side", "x", "2"),
                Drive("apothem", "y", "-1"),
                Drive("circumradius", "radial"),
            ),
        ),
    ),
    equal_edges=((EVERY,),),
    synonyms=("polygon",),
    seat="side 1",
)
