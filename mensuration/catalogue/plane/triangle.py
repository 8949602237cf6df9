"""The triangle, by any sufficient sides and angles, or by base and height.

A stands at the anchor, side c (the base) along +x, C above. Each side has the letter of the angle opposite.
"""

from mensuration.catalogue.figure import (
    Angle,
    Constraint,
    Default,
    Doubling,
    Drive,
    Grip,
    LineTo,
    Measure,
    Outline,
    PlaneFigure,
    Relation,
    Saying,
    Shearing,
    Span,
)
from mensuration.catalogue.relations import product, total

_FOOT_A = ("base - base (base - offset)^2 / a^2", "base (base - offset) height / a^2")
_FOOT_B = ("base offset^2 / b^2", "base offset height / b^2")
_SIDES = (("a", "b", "c"), ("b", "c", "a"), ("c", "a", "b"))


def _cosines() -> tuple[Relation, ...]:
    return tuple(
        Relation(
            {
                a: f"sqrt({b}^2 + {c}^2 - 2 {b} {c} cos({a.upper()}))",
                a.upper(): f"acos(({b}^2 + {c}^2 - {a}^2) / (2 {b} {c}))",
            },
            "the law of cosines",
        )
        for a, b, c in _SIDES
    )


def _sines() -> tuple[Relation, ...]:
    return tuple(
        Relation(
            {
                a: f"{b} sin({a.upper()}) / sin({b.upper()})",
                b: f"{a} sin({b.upper()}) / sin({a.upper()})",
                a.upper(): f"asin({a} sin({b.upper()}) / {b})",
                b.upper(): f"asin({b} sin({a.upper()}) / {a})",
            },
            "the law of sines",
            second={
                a.upper(): f"180° - asin({a} sin({b.upper()}) / {b})",
                b.upper(): f"180° - asin({b} sin({a.upper()}) / {a})",
            },
        )
        for a, b, _ in _SIDES
    )


def _areas() -> tuple[Relation, ...]:
    return tuple(
        Relation(
            {
                "area": f"1/2 {a} {b} sin({c.upper()})",
                a: f"2 area / ({b} sin({c.upper()}))",
                b: f"2 area / ({a} sin({c.upper()}))",
                c.upper(): f"asin(2 area / ({a} {b}))",
            },
            "half of the parallelogram on two sides",
            second={c.upper(): f"180° - asin(2 area / ({a} {b}))"},
        )
        for a, b, c in _SIDES
    )


def _further() -> tuple[Relation, ...]:
    heights = tuple(
        Relation(
            {f"height_{a}": f"2 area / {a}", a: f"2 area / height_{a}", "area": f"1/2 {a} height_{a}"},
            "any side may be the base",
        )
        for a in "ab"
    )
    medians = tuple(
        Relation(
            {
                f"median_{a}": f"1/2 sqrt(2 {b}^2 + 2 {c}^2 - {a}^2)",
                a: f"sqrt(2 {b}^2 + 2 {c}^2 - 4 median_{a}^2)",
                b: f"sqrt(2 median_{a}^2 + {a}^2 / 2 - {c}^2)",
                c: f"sqrt(2 median_{a}^2 + {a}^2 / 2 - {b}^2)",
            },
            "a parallelogram's diagonals: their squares together are those of the four sides",
        )
        for a, b, c in _SIDES
    )
    from_medians = tuple(
        Relation(
            {a: f"2/3 sqrt(2 median_{b}^2 + 2 median_{c}^2 - median_{a}^2)"},
            "the triangle of two thirds of the medians",
        )
        for a, b, c in _SIDES
    )
    return (
        *heights,
        *medians,
        *from_medians,
        Relation(
            {
                "inradius": "2 area / perimeter",
                "area": "inradius perimeter / 2",
                "perimeter": "2 area / inradius",
            },
            "three triangles from the middle of the circle inside",
        ),
        *(
            Relation(
                {
                    "circumradius": f"{a} / (2 sin({a.upper()}))",
                    a: f"2 circumradius sin({a.upper()})",
                    a.upper(): f"asin({a} / (2 circumradius))",
                },
                "the law of sines: every side over its sine is the circle's diameter",
                second={a.upper(): f"180° - asin({a} / (2 circumradius))"},
            )
            for a, _, _ in _SIDES
        ),
    )


def _inequalities() -> tuple[Constraint, ...]:
    return tuple(
        Constraint(f"{b} + {c} - {a}", a, f"the sides can't meet: {b} + {c} must be more than {a}")
        for a, b, c in _SIDES
    )


def _angle_sums() -> tuple[Constraint, ...]:
    return tuple(
        Constraint(f"180° - {a} - {b}", a, f"the angles {a} and {b} must be less than 180° together")
        for a, b in (("A", "B"), ("B", "C"), ("A", "C"))
    ) + tuple(Constraint(f"180° - {a}", a, f"the angle {a} must be less than 180°") for a in "ABC")


FIGURE = PlaneFigure(
    name="triangle",
    title="Triangle",
    family="triangles",
    measures=(
        Measure("base", "c"),
        Measure("height", "h"),
        Measure("a", "a", called="side a"),
        Measure("b", "b", called="side b"),
        Measure("c", "c", called="side c", same="base"),
        Measure("A", "A", "angle", called="angle A"),
        Measure("B", "B", "angle", called="angle B"),
        Measure("C", "C", "angle", called="angle C"),
        Measure("offset", "x", signed=True),
        Measure("area", r"\mathrm{area}", "area"),
        Measure("perimeter", "P"),
        Measure("height_a", "h_a", further=True, called="height on a"),
        Measure("height_b", "h_b", further=True, called="height on b"),
        Measure("median_a", "m_a", further=True, called="median to a"),
        Measure("median_b", "m_b", further=True, called="median to b"),
        Measure("median_c", "m_c", further=True, called="median to c"),
        Measure("inradius", "r", further=True),
        Measure("circumradius", "R", further=True),
    ),
    relations=(
        product("c", "base", "side c is the base"),
        product("area", "1/2 base height", "half of the parallelogram that two copies make"),
        Relation(
            {
                "b": "sqrt(offset^2 + height^2)",
                "offset": "sqrt(b^2 - height^2)",
                "height": "sqrt(b^2 - offset^2)",
            },
            "Pythagoras left of the height",
            second={"offset": "-sqrt(b^2 - height^2)"},
        ),
        Relation(
            {
                "a": "sqrt((base - offset)^2 + height^2)",
                "offset": "base - sqrt(a^2 - height^2)",
                "base": "offset + sqrt(a^2 - height^2)",
            },
            "Pythagoras right of the height",
            second={"offset": "base + sqrt(a^2 - height^2)", "base": "offset - sqrt(a^2 - height^2)"},
        ),
        Relation({"C": "180° - A - B", "A": "180° - B - C", "B": "180° - A - C"}, "the sum of the angles"),
        *_cosines(),
        Relation({"offset": "b cos(A)", "A": "acos(offset / b)"}, "the cosine at A"),
        Relation({"offset": "base - a cos(B)", "B": "acos((base - offset) / a)"}, "the cosine at B"),
        Relation({"height": "b sin(A)", "b": "height / sin(A)"}, "the sine at A"),
        Relation({"height": "a sin(B)", "a": "height / sin(B)"}, "the sine at B"),
        *_sines(),
        *_areas(),
        Relation(
            {"area": "1/4 sqrt((a + b + c) (b + c - a) (c + a - b) (a + b - c))"},
            "Heron's formula, from the sides alone",
        ),
        Relation({"offset": "(base^2 + b^2 - a^2) / (2 base)"}, "the law of cosines at A"),
        total("perimeter", "a + b + c", "the sum of the sides"),
        *_further(),
    ),
    constraints=(*_inequalities(), *_angle_sums()),
    defaults={"offset": Default("base / 2", needs=("height",))},
    outline=Outline(
        ("0", "0"),
        (
            LineTo("base", ("base", "0"), "base"),
            LineTo("right side", ("offset", "height"), "a"),
            LineTo("left side", ("0", "0"), "b"),
        ),
    ),
    starting={"base": "3", "height": "2"},
    spans=(
        Span("base", ("0", "0"), ("base", "0"), unless="c"),
        Span("c", ("0", "0"), ("base", "0"), always=False),
        Span("a", ("base", "0"), ("offset", "height"), always=False),
        Span("b", ("offset", "height"), ("0", "0"), always=False),
        Span("height", ("offset", "0"), ("offset", "height"), side=0, always=False),
        Span("offset", ("0", "0"), ("offset", "0"), side=1, always=False),
        Span("inradius", ("(b + c - a) / 2", "inradius"), ("(b + c - a) / 2", "0"), side=0, always=False),
        Span("circumradius", ("base / 2", "circumradius cos(C)"), ("0", "0"), side=0, always=False),
        Span("height_a", ("0", "0"), _FOOT_A, side=0, always=False),
        Span("height_b", ("base", "0"), _FOOT_B, side=0, always=False),
        Span("median_a", ("0", "0"), ("(base + offset) / 2", "height / 2"), side=0, always=False),
        Span("median_b", ("base", "0"), ("offset / 2", "height / 2"), side=0, always=False),
        Span("median_c", ("offset", "height"), ("base / 2", "0"), side=0, always=False),
    ),
    angles=(
        Angle("A", ("0", "0"), ("base", "0"), ("offset", "height")),
        Angle("B", ("base", "0"), ("offset", "height"), ("0", "0")),
        Angle("C", ("offset", "height"), ("0", "0"), ("base", "0")),
    ),
    grips=(
        Grip(
            ("base", "0"),
            (
                Drive("base", "x"),
                Drive("c", "x"),
            ),
        ),
        Grip(
            ("offset", "height"),
            (
                Drive("offset", "x"),
                Drive("height", "y"),
                Drive("b", "radial"),
                Drive("A", "turn"),
            ),
        ),
    ),
    feet={
        "height": (("offset", "0"), ("base", "0"), ("offset", "height")),
        "height_a": (_FOOT_A, ("0", "0"), ("base", "0")),
        "height_b": (_FOOT_B, ("base", "0"), ("0", "0")),
    },
    equal_edges=(("left side", "right side"), ("base", "left side", "right side")),
    shorthands={"left": ("b",), "right": ("a",)},
    centre=("(base + offset) / 3", "height / 3"),
    showings=(
        Doubling(
            ("(base + offset) / 2", "height / 2"),
            (
                Saying("the two make a parallelogram", "base height"),
                Saying("one triangle is half of it", "1/2 before"),
            ),
        ),
        Shearing(
            "offset",
            (Saying("base and height stay as they are, and so does the area", "1/2 base height"),),
        ),
    ),
)
