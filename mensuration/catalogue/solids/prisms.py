"""Prisms: every basic plane figure raised straight up. The base keeps its measures, some under another name."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping

from mensuration.catalogue.figure import (
    FEWEST_EDGES,
    XY,
    Constraint,
    Counted,
    Default,
    Dimension,
    LineTo,
    Measure,
    PlaneFace,
    PlaneFigure,
    Raised,
    Relation,
    Solid,
)
from mensuration.catalogue.plane import (
    ellipse,
    equilateral_triangle,
    isosceles_triangle,
    kite,
    parallelogram,
    quarter_circle,
    regular_polygon,
    rhombus,
    right_triangle,
    sector,
    segment,
    semicircle,
    trapezoid,
    triangle,
)
from mensuration.catalogue.relations import product, total

_NAMES = {"height": "base_height", "area": "base_area", "perimeter": "base_perimeter"}
_SYMBOLS = {"base_area": "A_B", "base_perimeter": "P_B"}


def _renaming(names: Mapping[str, str]) -> Callable[[str], str]:
    pattern = re.compile(r"[A-Za-z_][A-Za-z_0-9]*")
    return lambda text: pattern.sub(lambda word: names.get(word.group(), word.group()), text)


def prism_on(base: PlaneFigure, title: str, height: str, *synonyms: str) -> Solid:
    """The prism on a plane figure; ``height`` is what a fresh one starts with."""
    further = {m.name for m in base.measures if m.further}
    names = {m.name: _NAMES.get(m.name, m.name) for m in base.measures if not m.further}
    renamed = _renaming(names)

    def forms(given: Mapping[str, str]) -> dict[str, str]:
        return {renamed(quantity): renamed(formula) for quantity, formula in given.items()}

    def usable(relation: Relation) -> bool:
        texts = [*relation.forms, *relation.forms.values()]
        return not any(word in further for text in texts for word in re.findall(r"\w+", text))

    def at(xy: XY) -> tuple[str, str, str]:
        return renamed(xy[0]), renamed(xy[1]), "height"

    return Solid(
        name=f"{base.name}-prism",
        title=title,
        family="boxes and prisms",
        synonyms=(f"prism on a {base.title.lower()}", "prism", *synonyms),
        measures=(
            *(
                Measure(
                    names[m.name],
                    _SYMBOLS.get(names[m.name], m.symbol),
                    m.kind,
                    m.signed,
                    m.most,
                    called=m.called,
                )
                for m in base.measures
                if not m.further
            ),
            Measure("height", "H"),
            Measure("lateral", "L", "area", called="lateral area"),
            Measure("surface", "S", "area", called="whole surface"),
            Measure("volume", "V", "volume"),
        ),
        relations=(
            *(Relation(forms(r.forms), r.source, forms(r.second)) for r in base.relations if usable(r)),
            product("volume", "base_area height", "base area times height"),
            product(
                "lateral",
                "base_perimeter height",
                "unrolled, a rectangle as wide as the perimeter of the base",
            ),
            total("surface", "2 base_area + lateral", "bottom, top and the sides"),
        ),
        constraints=(
            *(Constraint(renamed(c.expression), renamed(c.at), c.says) for c in base.constraints),
            Constraint("surface - lateral", "surface", "the surface must be more than the sides alone"),
            Constraint(
                "surface - 2 base_area", "surface", "the surface must be more than that of top and bottom"
            ),
        ),
        defaults={
            renamed(name): Default(renamed(d.formula), tuple(renamed(n) for n in d.needs))
            for name, d in base.defaults.items()
        },
        shorthands={name: tuple(renamed(n) for n in meant) for name, meant in base.shorthands.items()},
        body=Raised(base, names, "height"),
        faces=_faces(base, renamed),
        starting={**{renamed(name): text for name, text in base.starting.items()}, "height": height},
        dimensions=(
            *(
                Dimension(renamed(s.measure), at(s.start), at(s.end), s.side, s.always, renamed(s.unless))
                for s in base.spans
                if s.measure not in further
            ),
        ),
    )


def _faces(base: PlaneFigure, renamed: Callable[[str], str]) -> tuple[PlaneFace, ...]:
    """The base twice, and a rectangle on each of its straight edges, or rolled out from an arc."""
    basis = {name: renamed(name) for name in base.basis}
    ends = PlaneFace("bottom and top", base.name, basis, "2")
    if isinstance(base.outline, Counted):
        edge = base.outline.of(FEWEST_EDGES).edges[0]
        sides = {"width": renamed(edge.length), "height": "height"}
        return ends, PlaneFace("sides", "rectangle", sides, base.outline.count)
    return ends, *(
        PlaneFace(
            edge.name,
            "rectangle",
            {"width": renamed(edge.length), "height": "height"},
            unrolled=not isinstance(edge, LineTo),
        )
        for edge in base.outline.edges
    )


FIGURES = (
    prism_on(triangle.FIGURE, "Triangular prism", "4", "three-sided prism"),
    prism_on(right_triangle.FIGURE, "Right triangular prism", "4", "wedge", "ramp"),
    prism_on(isosceles_triangle.FIGURE, "Isosceles triangular prism", "4", "roof", "tent"),
    prism_on(equilateral_triangle.FIGURE, "Equilateral triangular prism", "4"),
    prism_on(parallelogram.FIGURE, "Parallelogram prism", "3"),
    prism_on(trapezoid.FIGURE, "Trapezoidal prism", "3", "trough", "trapezium prism", "dam"),
    prism_on(rhombus.FIGURE, "Rhombic prism", "3"),
    prism_on(kite.FIGURE, "Kite prism", "3"),
    prism_on(regular_polygon.FIGURE, "Regular prism", "2", "hexagonal prism", "pentagonal prism", "nut"),
    prism_on(semicircle.FIGURE, "Half cylinder", "3", "semicircular prism", "gutter", "tunnel"),
    prism_on(quarter_circle.FIGURE, "Quarter cylinder", "3", "cove"),
    prism_on(sector.FIGURE, "Cylinder sector", "1", "wedge of cheese", "slice of cake"),
    prism_on(segment.FIGURE, "Cylinder segment", "3", "trough"),
    prism_on(ellipse.FIGURE, "Elliptic cylinder", "3", "oval prism"),
)
