"""A mistake in a declaration is told in a sentence when the catalogue is loaded: none is silent, none breaks more than it is."""

from __future__ import annotations

from dataclasses import replace
from types import ModuleType
from typing import Any

import pytest

from mensuration.__main__ import main
from mensuration.catalogue import (
    Figure,
    PlaneFigure,
    WrongDeclaration,
    check,
    collected,
    declared,
    figures,
    plane_figures,
)
from mensuration.catalogue.figure import (
    Agreement,
    ArcTo,
    Constraint,
    Default,
    Dimension,
    Doubling,
    Drive,
    Faces,
    Grip,
    LineTo,
    Measure,
    Outline,
    PlaneFace,
    Relation,
    Saying,
    Span,
)
from mensuration.catalogue.plane import circle, rectangle, semicircle, triangle
from mensuration.catalogue.relations import product, pythagoras, total
from mensuration.catalogue.solids import cuboid, cylinder

RECTANGLE, CIRCLE, SEMICIRCLE, TRIANGLE = (m.FIGURE for m in (rectangle, circle, semicircle, triangle))
CUBOID, CYLINDER = cuboid.FIGURE, cylinder.FIGURE


def with_measure(**changed: Any) -> Any:
    first, *others = RECTANGLE.measures
    return replace(RECTANGLE, measures=(replace(first, **changed), *others))


def with_relation(forms: dict[str, str], second: dict[str, str] | None = None) -> Any:
    return replace(RECTANGLE, relations=(*RECTANGLE.relations, Relation(forms, "new", second or {})))


def with_edges(*edges: Any) -> Any:
    return replace(RECTANGLE, outline=Outline(("0", "0"), edges))


MISTAKES: list[tuple[Figure, str]] = [
    (replace(RECTANGLE, family="quadrilateral"), "“quadrilateral” is no family; did you mean “quadrilaterals”?"),
    (replace(RECTANGLE, title=""), "it needs a name and a title"),
    (replace(RECTANGLE, measures=RECTANGLE.measures[:3]), "it has no measure “area”"),
    (replace(CUBOID, measures=CUBOID.measures[:3]), "it has no measure “volume”"),
    (with_measure(name="m"), "measures: “m” already means something"),
    (replace(RECTANGLE, measures=(*RECTANGLE.measures, Measure("width", "v"))), "already something named “width”"),
    (with_measure(kind="lenght"), "“lenght” is no kind of measure; did you mean “length”?"),
    (with_measure(kind="count"), "a count needs the most it can be"),
    (with_relation({"aera": "width^2"}), "“aera” is no measure; did you mean “area”?"),
    (with_relation({"area": "widht^2"}), "“widht” is no measure; did you mean “width”?"),
    (with_relation({"area": "(width"}), "“(width” can't be read: this bracket “(” is never closed"),
    (with_relation({"area": "area + width^2"}), "the formula for “area” needs it itself"),
    (with_relation({}), "has no form"),
    (with_relation({"area": "width height"}, {"width": "area / height"}), "a second value of “width”, which has no first"),
    (replace(RECTANGLE, starting={"width": "3", "hieght": "2"}), "starting: “hieght” is no measure; did you mean “height”?"),
    (replace(RECTANGLE, starting={"width": "3", "height": "two"}), "starting height: “two” is no measure"),
    (replace(RECTANGLE, starting={"width": "3"}), "from width no form leads to height"),
    (replace(RECTANGLE, starting={"width": "3", "height": "-2"}), "it makes the height -2"),
    (replace(RECTANGLE, constraints=(Constraint("width - diagonal", "diagonal", "too short"),)), "is it the wrong way round?"),
    (replace(RECTANGLE, constraints=(Constraint("diagonal", "diagonl", "too short"),)), "“diagonl” is no measure"),
    (replace(TRIANGLE, defaults={**TRIANGLE.defaults, "bse": Default("1")}), "defaults: “bse” is no measure; did you mean “base”?"),
    (replace(TRIANGLE, defaults={"offset": Default("base / 2", ("bse",))}), "default of offset: “bse” is no measure"),
    (replace(RECTANGLE, shorthands={"width": ("height",)}), "shorthands: “width” is a measure already"),
    (replace(RECTANGLE, shorthands={"sides": ("side",)}), "shorthand sides: “side” is no measure"),
    (replace(RECTANGLE, agreements=(Agreement("aera", {}, ("width", "1"), "", "width", ""),)), "agreement: “aera” is no measure"),
    (replace(RECTANGLE, grips=(Grip(("0", "0"), (Drive("wdth", "x"),)),)), "grip: “wdth” is no measure; did you mean “width”?"),
    (replace(RECTANGLE, grips=(Grip(("0", "0"), (Drive("width", "z"),)),)), "grip of width: “z” is no axis"),  # type: ignore[arg-type]
    (replace(RECTANGLE, grips=(Grip(("wide", "0"), (Drive("width", "x"),)),)), "grip: “wide” is no measure"),
    (replace(RECTANGLE, grips=(Grip(("0", "0"), (Drive("width", "x", "1 +"),)),)), "can't be read: this stops too soon"),
    (replace(RECTANGLE, spans=(Span("wdth", ("0", "0"), ("1", "0")),)), "span: “wdth” is no measure"),
    (replace(RECTANGLE, spans=(Span("width", ("0", "0"), ("wdth", "0")),)), "span width: “wdth” is no measure"),
    (replace(RECTANGLE, seat="botom"), "“botom” is no edge; did you mean “bottom”?"),
    (replace(RECTANGLE, equal_edges=(("top", "lower"),)), "“lower” is no edge"),
    (replace(SEMICIRCLE, standing={"diamter": "2"}), "standing: “diamter” is no measure; did you mean “diameter”?"),
    (replace(RECTANGLE, showings=(Doubling(("0", "0"), (Saying("so", "wdth"),)),)), "showing “so”: “wdth” is no measure"),
    (with_edges(LineTo("bottom", ("width", "0"), "width"), LineTo("up", ("width", "height"), "height")), "it does not close"),
    (with_edges(LineTo("bottom", ("width", "0"), "height"), LineTo("back", ("0", "0"), "width")), "“bottom” is not as long as “height”"),
    (with_edges(LineTo("a", ("width", "0"), "width"), LineTo("a", ("0", "0"), "width")), "two edges are called “a”"),
    (with_edges(ArcTo("rim", ("width", "0"), ("0", "height"), "90°", "width", "width"), LineTo("back", ("0", "0"), "width")), "“rim” is not round its centre"),
    (replace(CUBOID, body=Faces({"a": ("0", "0", "0")}, {"front": ("a", "b")})), "face front: “b” is no corner"),
    (replace(CUBOID, body=Faces({"a": ("lenght", "0", "0")}, {})), "body: “lenght” is no measure; did you mean “length”?"),
    (replace(CUBOID, faces=(PlaneFace("top", "rectangl", {}),)), "face top: “rectangl” is no plane figure; did you mean “rectangle”?"),
    (replace(CUBOID, faces=(PlaneFace("top", "rectangle", {"widht": "length"}),)), "face top: “widht” is no measure of it; did you mean “width”?"),
    (replace(CUBOID, faces=(PlaneFace("top", "rectangle", {"width": "length"}),)), "face top: its area does not follow from width"),
    (replace(CUBOID, faces=CUBOID.faces[:2]), "its faces have an area of 40, its surface 52"),
    (replace(CYLINDER, faces=(*CYLINDER.faces, CYLINDER.faces[0])), "its faces have an area of"),
    (replace(CYLINDER, dimensions=(Dimension("radus", ("0",) * 3, ("0",) * 3),)), "dimension: “radus” is no measure"),  # type: ignore[arg-type]
]  # fmt: skip


@pytest.mark.parametrize(
    ("figure", "says"), MISTAKES, ids=lambda value: value if isinstance(value, str) else ""
)
def test_every_mistake_has_its_sentence(figure: Figure, says: str) -> None:
    faults = check(figure, plane_figures())
    assert any(says in fault for fault in faults), faults
    assert all(fault.startswith(f"{figure.name}: ") for fault in faults)


def test_the_catalogue_has_no_mistake() -> None:
    assert [fault for figure in figures().values() for fault in check(figure, plane_figures())] == []


def module(**declaration: Any) -> ModuleType:
    made = ModuleType("mensuration.catalogue.plane.made")
    vars(made).update(declaration)
    return made


def test_a_module_that_declares_nothing_is_told() -> None:
    assert declared(module(FIGUR=RECTANGLE), PlaneFigure) == (
        [],
        ["made.py: it declares no FIGURE and no FIGURES (there is “FIGUR”)"],
    )
    assert declared(module(FIGURE=CUBOID), PlaneFigure)[1] == ["made.py: what it declares is no PlaneFigure"]
    assert declared(module(FIGURES=(RECTANGLE, CIRCLE)), PlaneFigure) == ([RECTANGLE, CIRCLE], [])


def test_a_name_that_is_taken_is_told_with_all_other_mistakes() -> None:
    wrong = replace(CIRCLE, family="rounded")
    with pytest.raises(WrongDeclaration) as told:
        collected([module(FIGURE=RECTANGLE), module(FIGURES=(RECTANGLE, wrong))], PlaneFigure)
    assert sorted(str(told.value).split("\n")) == [
        "circle: “rounded” is no family; did you mean “round”?",
        "rectangle: there is a figure of this name already",
    ]


@pytest.mark.parametrize(
    ("relation", "forms"),
    [
        (product("area", "width height", ""), {"width": "area / height", "height": "area / width"}),
        (product("area", "1/2 base height", ""), {"base": "2 area / height", "height": "2 area / base"}),
        (product("volume", "4/3 pi radius^3", ""), {"radius": "cbrt(3 volume / (4 pi))"}),
        (product("area", "sqrt(3) side^2", ""), {"side": "sqrt(area / sqrt(3))"}),
        (product("diameter", "2 radius", ""), {"radius": "diameter / 2"}),
        (total("overall", "straight + 2 radius", ""), {"straight": "overall - 2 radius", "radius": "(overall - straight) / 2"}),
        (total("width", "outer - inner", ""), {"outer": "inner + width", "inner": "outer - width"}),
        (pythagoras("c", "a", "b", ""), {"a": "sqrt(c^2 - b^2)", "b": "sqrt(c^2 - a^2)"}),
    ],
)  # fmt: skip
def test_constructors_write_the_rearranged_forms(relation: Relation, forms: dict[str, str]) -> None:
    first, *_ = relation.forms
    assert {name: form for name, form in relation.forms.items() if name != first} == forms


def test_declarations_are_checked_on_the_command_line(
    capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    assert main(["check", "stadium"]) == 0
    assert capsys.readouterr().out == "stadium: no mistakes\n"
    assert main(["check", "stadum"]) == 2
    assert "did you mean “stadium”?" in capsys.readouterr().err

    def wrong() -> None:
        raise WrongDeclaration(["circle: “rounded” is no family"])

    monkeypatch.setattr("mensuration.__main__.figures", wrong)
    assert main(["check"]) == 2
    assert capsys.readouterr().err == "circle: “rounded” is no family\n"
