"""The ellipse: centre at the anchor, half axis a along x, half axis b along y."""

from mensuration.catalogue.figure import Drive, Grip, Measure, Outline, Oval, PlaneFigure, Relation, Span
from mensuration.catalogue.relations import product

FIGURE = PlaneFigure(
    name="ellipse",
    title="Ellipse",
    family="round",
    synonyms=("oval",),
    measures=(
        Measure("a", "a", called="half axis a"),
        Measure("b", "b", called="half axis b"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("area", "pi a b", "the disc of radius a, pressed to b/a of its height"),
        Relation(
            {"perimeter": "2 pi mean_radius(a, b)"},
            "the circle as long as the ellipse, by an elliptic integral: 4a E(1 - b²/a²) for a ≥ b",
        ),
    ),
    outline=Outline(("a", "0"), (Oval("rim", ("a", "0"), ("0", "0"), "a", "b", "perimeter"),)),
    starting={"a": "2", "b": "1"},
    spans=(
        Span("a", ("0", "0"), ("a", "0"), side=0),
        Span("b", ("0", "0"), ("0", "b"), side=0),
    ),
    grips=(
        Grip(("a", "0"), (Drive("a", "x"),)),
        Grip(("0", "b"), (Drive("b", "y"),)),
    ),
)
