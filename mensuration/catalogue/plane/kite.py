"""The kite: the crossing of its diagonals at the anchor, d2 (its axis) upright, d1 level and halved by it."""

from mensuration.catalogue.figure import (
    Constraint,
    Default,
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

_RIGHT, _TOP, _LEFT, _BOTTOM = ("d1 / 2", "0"), ("0", "above"), ("-d1 / 2", "0"), ("0", "above - d2")

FIGURE = PlaneFigure(
    name="kite",
    title="Kite",
    family="quadrilaterals",
    measures=(
        Measure("d1", "d_1", called="diagonal d1"),
        Measure("d2", "d_2", called="diagonal d2"),
        Measure("above", "x", called="above crossing"),
        Measure("upper", "a", called="upper side"),
        Measure("lower", "b", called="lower side"),
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
    ),
    relations=(
        product("area", "1/2 d1 d2", "half of the rectangle round it"),
        Relation(
            {
                "upper": "sqrt((d1 / 2)^2 + above^2)",
                "above": "sqrt(upper^2 - (d1 / 2)^2)",
                "d1": "2 sqrt(upper^2 - above^2)",
            },
            "Pythagoras above the crossing",
        ),
        Relation(
            {
                "lower": "sqrt((d1 / 2)^2 + (d2 - above)^2)",
                "d2": "above + sqrt(lower^2 - (d1 / 2)^2)",
                "above": "d2 - sqrt(lower^2 - (d1 / 2)^2)",
                "d1": "2 sqrt(lower^2 - (d2 - above)^2)",
            },
            "Pythagoras below the crossing",
        ),
        Relation({"above": "(d2^2 + upper^2 - lower^2) / (2 d2)"}, "the law of cosines in half of the kite"),
        Relation(
            {
                "perimeter": "2 (upper + lower)",
                "upper": "perimeter / 2 - lower",
                "lower": "perimeter / 2 - upper",
            },
            "two pairs of equal sides",
        ),
    ),
    constraints=(
        Constraint("d2 - above", "above", "the part above the crossing must be less than the whole of d2"),
    ),
    defaults={"above": Default("d2 / 3", needs=("d1",))},
    outline=Outline(
        _RIGHT,
        (
            LineTo("upper right side", _TOP, "upper"),
            LineTo("upper left side", _LEFT, "upper"),
            LineTo("lower left side", _BOTTOM, "lower"),
            LineTo("lower right side", _RIGHT, "lower"),
        ),
    ),
    starting={"d1": "2", "d2": "3"},
    spans=(
        Span("d1", _LEFT, _RIGHT, side=0, unless="upper"),
        Span("d2", _BOTTOM, _TOP, side=0, unless="upper"),
        Span("above", ("0", "0"), _TOP, side=0, always=False),
        Span("upper", _RIGHT, _TOP, always=False, other=(_TOP, _LEFT)),
        Span("lower", _BOTTOM, _RIGHT, always=False, other=(_LEFT, _BOTTOM)),
    ),
    grips=(
        Grip(_RIGHT, (Drive("d1", "x", "2"),)),
        Grip(_TOP, (Drive("above", "y"),)),
        Grip(_BOTTOM, (Drive("d2", "y", "-1", "-above"),)),
    ),
    feet={"d1": (("0", "0"), _RIGHT, _TOP)},
    equal_edges=(("upper right side", "upper left side"), ("lower left side", "lower right side")),
    shorthands={"diagonal1": ("d1",), "diagonal2": ("d2",)},
    standing={"upper": "2", "lower": "3", "d1": "3"},
    centre=("0", "above - d2 / 2"),
)
