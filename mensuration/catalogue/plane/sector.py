"""The sector: its centre at the anchor, opening anticlockwise from +x."""

from mensuration.catalogue.figure import (
    Agreement,
    Angle,
    ArcTo,
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

_END = ("radius cos(angle)", "radius sin(angle)")

FIGURE = PlaneFigure(
    name="sector",
    title="Sector",
    family="round",
    synonyms=("pie slice",),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("angle", r"\theta", "angle", of_turn=True),
        Measure("arc", "s"),
        Measure("chord", "c"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        Relation(
            {
                "area": "angle / 360° * pi radius^2",
                "angle": "area / (pi radius^2) * 360°",
                "radius": "sqrt(area / (pi angle / 360°))",
            },
            "a fraction of the turn, times the whole disc",
        ),
        Relation(
            {
                "arc": "angle / 360° * 2 pi radius",
                "angle": "arc / (2 pi radius) * 360°",
                "radius": "arc / (2 pi angle / 360°)",
            },
            "a fraction of the turn, times the whole circumference",
        ),
        product("area", "1/2 radius arc", "ever thinner triangles from the centre to the arc"),
        Relation(
            {
                "chord": "2 radius sin(angle / 2)",
                "radius": "chord / (2 sin(angle / 2))",
                "angle": "2 asin(chord / (2 radius))",
            },
            "the sine in half of the triangle on the chord",
            second={"angle": "360° - 2 asin(chord / (2 radius))"},
        ),
        total("perimeter", "2 radius + arc", "two radii and the arc"),
        Relation({"radius": "perimeter / (2 + 2 pi angle / 360°)"}, "two radii and a fraction of the turn"),
    ),
    constraints=(
        Constraint("360° - angle", "angle", "the angle must be less than 360°; a full turn is a circle"),
        Constraint("perimeter - arc", "perimeter", "the perimeter must be more than the arc"),
        Constraint("perimeter - 2 radius", "perimeter", "the perimeter must be more than two radii"),
    ),
    outline=Outline(
        ("0", "0"),
        (
            LineTo("first radius", ("radius", "0"), "radius"),
            ArcTo("arc", _END, ("0", "0"), "angle", "arc", "radius"),
            LineTo("second radius", ("0", "0"), "radius"),
        ),
    ),
    starting={"radius": "2", "angle": "60°"},
    spans=(
        Span("radius", ("0", "0"), ("radius", "0"), other=(_END, ("0", "0"))),
        Span("chord", ("radius", "0"), _END, side=0, always=False),
    ),
    angles=(Angle("angle", ("0", "0"), ("radius", "0"), _END, always=True),),
    grips=(
        Grip(("radius", "0"), (Drive("radius", "radial"),)),
        Grip(_END, (Drive("angle", "turn"),)),
    ),
    agreements=(
        Agreement(
            "area",
            {
                "share of the turn": "angle / 360° * pi radius^2",
                "radian form, θ in radians": "1/2 radius^2 (angle / 1 rad)",
                "from the arc, θ in radians": "1/2 radius (angle / 1 rad * radius)",
            },
            special=("angle", "360°"),
            says="at a full turn",
            whole="pi radius^2",
            whole_title="the whole disc",
        ),
        Agreement(
            "arc",
            {
                "share of the turn": "angle / 360° * 2 pi radius",
                "radian form, θ in radians": "angle / 1 rad * radius",
            },
            special=("angle", "360°"),
            says="at a full turn",
            whole="2 pi radius",
            whole_title="the whole circumference",
        ),
    ),
    centre=("radius cos(angle / 2) / 2", "radius sin(angle / 2) / 2"),
)
