"""The segment of a circle: the middle of its chord at the anchor, bulging to +y."""

from mensuration.catalogue.figure import (
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

_CENTRE = ("0", "height - radius")
_LEFT, _RIGHT = ("-chord / 2", "0"), ("chord / 2", "0")

FIGURE = PlaneFigure(
    name="segment",
    title="Segment",
    family="round",
    synonyms=("circle segment", "circular segment"),
    measures=(
        Measure("radius", "r"),
        Measure("diameter", "d"),
        Measure("angle", r"\theta", "angle", of_turn=True),
        Measure("chord", "c"),
        Measure("height", "h"),
        Measure("arc", "s"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("diameter", "2 radius", "two radii in line"),
        Relation(
            {"area": "angle / 360° * pi radius^2 - 1/2 radius^2 sin(angle)"},
            "the sector less the triangle on the chord",
        ),
        Relation(
            {
                "chord": "2 radius sin(angle / 2)",
                "radius": "chord / (2 sin(angle / 2))",
            },
            "the sine in half of the triangle on the chord",
        ),
        Relation(
            {
                "height": "radius (1 - cos(angle / 2))",
                "radius": "height / (1 - cos(angle / 2))",
                "angle": "2 acos((radius - height) / radius)",
            },
            "the radius less the height of the triangle on the chord",
        ),
        Relation(
            {
                "radius": "height / 2 + chord^2 / (8 height)",
                "chord": "2 sqrt(height (2 radius - height))",
            },
            "Pythagoras: radius² = (radius - height)² + (chord/2)²",
        ),
        Relation(
            {"angle": "2 asin(chord / (2 radius))"},
            "the sine in half of the triangle on the chord",
            second={"angle": "360° - 2 asin(chord / (2 radius))"},
        ),
        Relation(
            {
                "arc": "angle / 360° * 2 pi radius",
                "angle": "arc / (2 pi radius) * 360°",
                "radius": "arc / (2 pi angle / 360°)",
            },
            "a fraction of the turn, times the whole circumference",
        ),
        total("perimeter", "chord + arc", "the chord and the arc"),
    ),
    constraints=(
        Constraint("360° - angle", "angle", "the angle must be less than 360°; a full turn is a circle"),
        Constraint("2 radius - height", "height", "the height must be less than the diameter"),
        Constraint("arc - chord", "chord", "the chord must be shorter than the arc"),
    ),
    outline=Outline(
        _LEFT,
        (
            LineTo("chord", _RIGHT, "chord"),
            ArcTo("arc", _LEFT, _CENTRE, "angle", "arc", "radius"),
        ),
    ),
    starting={"chord": "3", "height": "1"},
    standing={"chord": "3", "height": "1"},
    spans=(
        Span("chord", _LEFT, _RIGHT),
        Span("height", ("0", "0"), ("0", "height"), side=0),
        Span("radius", _CENTRE, _RIGHT, side=0, always=False),
    ),
    angles=(Angle("angle", _CENTRE, _RIGHT, _LEFT),),
    grips=(
        Grip(_RIGHT, (Drive("chord", "x", "2"),)),
        Grip(("0", "height"), (Drive("height", "y"),)),
    ),
    centre=("0", "height / 2"),
)
