"""Cards: a figure solved from any side, its path, both solutions, agreement; the command line."""

from __future__ import annotations

import json
from fractions import Fraction
from math import isclose
from typing import Any

import pytest
import sympy

from mensuration.__main__ import main
from mensuration.cards import gallery, sheet
from mensuration.catalogue import figures
from mensuration.frozen import as_data
from mensuration.problem import evaluate_document
from tests.core.reckoning import check

Document = dict[str, Any]


def document(figure: str, given: dict[str, str], **more: Any) -> Document:
    settings = more.pop("settings", {})
    asks = [{"label": text, "expression": text} for text in more.pop("asks", ())]
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "settings": settings,
        "figures": [{"name": "it", "kind": "formula", "figure": figure, "given": given, **more}],
        "asks": asks,
    }


def card(figure: str, **given: str) -> dict[str, Any]:
    results = evaluate_document(document(figure, given))
    assert results["complaints"] == []
    told: dict[str, Any] = results["figures"]["it"]["card"]
    return told


def complaint(figure: str, **given: str) -> tuple[str, str, str]:
    (only,) = evaluate_document(document(figure, given))["complaints"]
    return only["where"].removeprefix("figures.it."), only["code"], only["says"]


def test_a_card_solved_backwards_tells_every_quantity_exactly() -> None:
    """A cone of 96π m³ and 8 m: 3 V / (π h) is 36, and 6, 8, 10 is a right triangle."""
    (solution,) = card("cone", volume="96π", height="8")["solutions"]
    exact = {name: quantity["exact"] for name, quantity in solution["quantities"].items()}
    assert exact == {
        "radius": "6",
        "diameter": "12",
        "height": "8",
        "slant": "10",
        "angle": "216",
        "base_area": "36*pi",
        "lateral": "60*pi",
        "surface": "96*pi",
        "volume": "96*pi",
    }
    assert [name for name, q in solution["quantities"].items() if q["given"]] == ["height", "volume"]


def test_every_step_shows_the_formula_the_rearranged_one_and_its_numbers() -> None:
    (solution,) = card("cone", volume="96π", height="8")["solutions"]
    radius = solution["steps"][0]
    assert radius["familiar"]["text"] == "volume = 1/3 π radius² height"
    assert radius["formula"]["text"] == "radius = √(3 volume / (π height))"
    assert radius["numbers"]["text"] == "√(3 × 96π m³ / (π × 8 m))"
    assert radius["value"]["text"] == "6.00 m"
    slant = next(step for step in solution["steps"] if step["quantity"] == "slant")
    assert slant["familiar"] is None  # it is used as people know it
    assert [solution["steps"][i]["quantity"] for i in slant["path"]] == ["radius", "slant"]


def test_both_solutions_are_told_with_their_pictures_and_one_is_chosen() -> None:
    given = {"a": "4", "b": "6", "A": "30°"}
    results = evaluate_document(document("triangle", given, solution=2, asks=["it.c"]))
    told = results["figures"]["it"]["card"]
    exact = [s["quantities"]["c"]["exact"] for s in told["solutions"]]
    assert exact == ["3*sqrt(3) + sqrt(7)", "3*sqrt(3) - sqrt(7)"]
    assert told["solution"] == 2
    assert results["asks"][0]["text"] == "2.55 m"
    widths = [s["drawing"]["bounds"][2] - s["drawing"]["bounds"][0] for s in told["solutions"]]
    assert isclose(widths[0], 3 * 3**0.5 + 7**0.5, rel_tol=1e-5)
    assert isclose(widths[1], 3 * 3**0.5, rel_tol=1e-5)  # the apex stands beyond the base


def test_a_solution_that_is_not_there_is_pointed_out() -> None:
    results = evaluate_document(document("circle", {"radius": "2"}, solution=2))
    (only,) = results["complaints"]
    assert (only["where"], only["level"]) == ("figures.it.solution", "warning")
    assert results["figures"]["it"]["card"]["solution"] == 1


def test_what_follows_from_too_little_is_told_all_the_same() -> None:
    results = evaluate_document(document("cylinder", {"radius": "2"}))
    told = results["figures"]["it"]["card"]
    assert told["solutions"] == []
    assert told["partial"]["quantities"]["base_area"]["exact"] == "4*pi"
    assert "volume" not in told["partial"]["quantities"]
    assert results["complaints"][0]["says"] == (
        "one more measurement is needed: height, lateral area, whole surface or volume"
    )


FAULTS: list[tuple[str, dict[str, str], tuple[str, str], str]] = [
    ("cuboid", {"volume": "3"}, ("given", "too-little"), "two more measurements are needed, such as length and width"),
    (
        "rectangle",
        {"width": "3", "height": "2", "area": "7", "perimeter": "10"},
        ("given.area", "contradiction"),
        "width, height and area contradict one another: by the width and height the area would be 6 m², so 7 m² is 1 m² too much",
    ),
    ("cone", {"volume": "30", "slant": "3"}, ("given", "impossible"), "no cone was found that has these measurements"),
    ("cone", {"radius": "3", "slant": "3"}, ("given.slant", "out-of-range"), "the slant height must be more than the radius"),
    ("cap", {"radius": "2", "height": "4"}, ("given.height", "out-of-range"), "the height must be less than the diameter of the sphere"),
    ("sphere", {"radius": "0"}, ("given.radius", "not-positive"), "radius must be more than 0"),
    ("pyramid", {"sides": "2", "side": "1", "height": "1"}, ("given.sides", "out-of-range"), "sides must be a whole number from 3 to 60"),
    ("regular-polygon", {"interior_angle": "100°", "side": "2"}, ("given.sides", "out-of-range"), "sides must be a whole number from 3 to 120"),
    ("sector", {"radius": "2", "angle": "360°"}, ("given.angle", "out-of-range"), "a full turn is a circle"),
    ("triangle", {"a": "1", "b": "2", "c": "3"}, ("given.c", "out-of-range"), "a + b must be more than c"),
    ("sphere", {"radius": "2 m^2"}, ("given.radius", "wrong-kind"), "this must be a length"),
    ("sphere", {"radios": "2"}, ("given.radios", "unknown-given"), "did you mean “radius”"),
]  # fmt: skip


@pytest.mark.parametrize(("figure", "given", "at", "says"), FAULTS, ids=[f"{f[0]} {f[2][1]}" for f in FAULTS])
def test_what_determines_no_figure_is_said_where_it_stands(
    figure: str, given: dict[str, str], at: tuple[str, str], says: str
) -> None:
    where, code, words = complaint(figure, **given)
    assert (where, code) == at
    assert says in words


def test_an_unknown_figure_and_none_are_complained_about() -> None:
    for name, says in (("con", "did you mean “cone”"), ("", "say which figure")):
        (only,) = evaluate_document(document(name, {}))["complaints"]
        assert only["where"] == "figures.it.figure"
        assert says in only["says"]


@pytest.mark.parametrize(
    ("typed", "unit"), [("110°", "deg"), ("11π/18 rad", "rad"), ("11/36 turn", "turn"), ("110", "deg")]
)
def test_angles_in_every_unit_mean_the_same(typed: str, unit: str) -> None:
    told = evaluate_document(document("sector", {"radius": "5.5", "angle": typed}, settings={"angle": unit}))
    area = told["figures"]["it"]["quantities"]["area"]
    assert (area["exact"], area["text"]) == ("1331*pi/144", "29.04 m²")


def test_a_sector_agrees_with_itself_and_with_the_disc() -> None:
    area, arc = card("sector", radius="5.5", angle="110°")["agreements"]
    assert [form["value"]["exact"] for form in area["forms"]] == ["1331*pi/144"] * 3
    assert (area["agree"], area["specialAgrees"]) == (True, True)
    assert [form["value"]["exact"] for form in area["special"]] == ["121*pi/4"] * 2
    assert [form["value"]["exact"] for form in arc["forms"]] == ["121*pi/36"] * 2
    radians = area["forms"][1]
    assert radians["formula"]["tex"] == r"\tfrac{1}{2}\,r^{2}\,\theta"
    for form in (*area["forms"], *arc["forms"]):  # what is told is what it comes to
        assert check(form["numbers"]["text"], form["value"]["shown"]["text"])


@pytest.mark.parametrize(
    ("angle", "lowest", "factor", "percent"),
    [("24°", "1/15", 24, "6.67"), ("1/15 turn", "1/15", 24, "6.67"), ("22.5°", "1/16", 45, "6.25"), ("150°", "5/12", 30, "41.67")],
)  # fmt: skip
def test_an_angle_is_told_as_a_share_of_the_turn(angle: str, lowest: str, factor: int, percent: str) -> None:
    (solution,) = card("sector", radius="5", angle=angle)["solutions"]
    share = solution["quantities"]["angle"]["share"]
    assert (share["lowest"]["text"], share["factor"], share["percent"]) == (lowest, factor, percent)
    count = share["count"]
    assert (
        Fraction(count["above"], count["below"])
        == Fraction(lowest)
        == Fraction(float(share["lowest"]["text"].split("/")[0])) / int(lowest.split("/")[1])
    )
    assert count["above"] // factor == int(lowest.split("/")[0])
    assert solution["quantities"]["area"]["share"] is None
    (odd,) = card("sector", radius="1", arc="1")["solutions"]
    assert odd["quantities"]["angle"]["share"]["count"] is None  # 1/(2π) of a turn
    assert odd["quantities"]["angle"]["share"]["percent"] == "15.92"


def test_a_quantity_of_two_names_is_asked_and_listed_once() -> None:
    (row,) = (row for row in sheet() if row.name == "triangle")
    assert [(m.name, m.same) for m in row.measures if m.same] == [("c", "base")]
    (solution,) = card("triangle", c="6", a="5", b="5")["solutions"]
    assert solution["quantities"]["base"]["exact"] == solution["quantities"]["c"]["exact"] == "6"


def test_agreement_holds_with_a_convention_for_pi_and_waits_for_numbers() -> None:
    results = evaluate_document(
        document("sector", {"radius": "2", "angle": "1 rad"}, settings={"pi": "3.14"})
    )
    assert all(a["agree"] for a in results["figures"]["it"]["card"]["agreements"])
    waiting = evaluate_document(document("sector", {"radius": "2"}))["figures"]["it"]["card"]["agreements"]
    assert waiting[0]["agree"] is None
    assert waiting[0]["special"][0]["value"]["exact"] == "4*pi"


def test_quantities_are_reached_by_name_and_may_hang_on_other_figures() -> None:
    both = document("cone", {"volume": "96π", "height": "8"}, asks=["it.slant + drum.radius"])
    both["figures"].append(
        {
            "name": "drum",
            "kind": "formula",
            "figure": "cylinder",
            "given": {"radius": "it.radius / 2", "height": "1"},
        }
    )
    (answer,) = evaluate_document(both)["asks"]
    assert answer["exact"] == "13"
    unknown = evaluate_document(document("cone", {"radius": "1", "height": "1"}, asks=["it.slnt"]))
    assert "did you mean “slant”" in unknown["complaints"][0]["says"]


def test_the_working_of_an_ask_is_the_path_to_it() -> None:
    (answer,) = evaluate_document(document("cone", {"volume": "96π", "height": "8"}, asks=["it.slant"]))[
        "asks"
    ]
    assert answer["working"] == [
        "radius = √(3 volume / (π height)) = √(3 × 96π m³ / (π × 8 m)) = 6 m",
        "slant = √(radius² + height²) = √((6 m)² + (8 m)²) = 10 m",
    ]


def test_trial_shows_the_equation_and_what_else_hangs_on_it() -> None:
    told = card("cylinder", volume="3", surface="13")
    assert len(told["solutions"]) == 2
    step = told["solutions"][0]["steps"][0]
    assert step["trial"]
    assert step["numbers"]["text"].startswith(
        "13 m² = 2 × π × radius × (radius + height) with height = 3 m³ / (π × radius²)"
    )
    for solution in told["solutions"]:  # each root holds: π r² h = 3 and 2πr(r + h) = 13
        r, h = (float(solution["quantities"][name]["decimal"]) for name in ("radius", "height"))
        assert isclose(float(sympy.pi) * r * r * h, 3, rel_tol=1e-12)
        assert isclose(2 * float(sympy.pi) * r * (r + h), 13, rel_tol=1e-12)


def test_what_is_found_together_shows_its_equations_once() -> None:
    told = card("segment", area="8", perimeter="12")
    chord, height = told["solutions"][0]["steps"][:2]
    assert chord["source"] == height["source"] == "no closed form: chord and height found together, by trial"
    assert chord["numbers"]["text"].endswith("(together, by trial)")
    assert height["numbers"]["text"] == "(together with the chord)"
    assert (chord["path"], height["path"]) == ([0], [0, 1])


def test_the_gallery_has_every_figure_with_a_picture_and_its_formulas() -> None:
    rows = [as_data(row) for row in sheet()]
    assert {row["name"] for row in rows} == set(figures()) == {row.name for row in gallery()}
    for row in rows:
        left, bottom, right, top = row["picture"]["bounds"]
        assert right > left and top > bottom
        assert row["picture"]["path"] or row["picture"]["lines"]
        assert row["formulas"] and all(relation["forms"] for relation in row["formulas"])
        names = {measure["name"] for measure in row["measures"]}
        assert {form["quantity"] for relation in row["formulas"] for form in relation["forms"]} <= names
        assert all(span["text"] for span in row["picture"]["spans"])
    words = {word for row in rows for word in row["synonyms"]}
    assert {"trapezium", "annulus", "washer", "box", "ball", "pie slice"} <= words


@pytest.mark.parametrize("name", sorted(figures()))
def test_every_card_tells_its_starting_figure(name: str) -> None:
    told = card(name, **figures()[name].starting)
    (solution, *_) = told["solutions"]
    assert set(solution["quantities"]) == {m.name for m in figures()[name].measures}
    measures = {m.name for m in figures()[name].measures}
    assert all(span["measure"] in measures for span in solution["drawing"]["spans"])


def run(capsys: pytest.CaptureFixture[str], *arguments: str) -> tuple[int, str, str]:
    code = main(list(arguments))
    out, err = capsys.readouterr()
    return code, out, err


def test_solve_on_the_command_line(capsys: pytest.CaptureFixture[str]) -> None:
    code, out, _ = run(capsys, "solve", "cone", "volume=768π", "height=32", "--unit", "cm", "--places", "1")
    told = json.loads(out)
    radius = told["solutions"][0]["quantities"]["radius"]
    assert (code, radius["exact"], radius["text"]) == (0, "6*sqrt(2)", "8.5 cm")
    code, out, _ = run(capsys, "solve", "triangle", "a=4", "b=6", "A=30°")
    assert (code, len(json.loads(out)["solutions"])) == (0, 2)
    code, out, _ = run(capsys, "solve", "cone", "height=0")
    assert (code, json.loads(out)["complaints"][0]["where"]) == (0, "given.height")


@pytest.mark.parametrize(
    ("arguments", "says"),
    [
        (["con", "radius=1"], "did you mean “cone”"),
        (["cone", "radius"], "write what is known as name=value"),
        (["cone", "radius=1", "--places", "x"], "places"),
    ],
)
def test_solve_refuses_in_one_line(
    capsys: pytest.CaptureFixture[str], arguments: list[str], says: str
) -> None:
    code, out, err = run(capsys, "solve", *arguments)
    assert (code, out) == (2, "")
    assert says in err
    assert err.count("\n") == 1


def test_a_pyramid_by_its_edge_is_found_as_it_is_taught() -> None:
    """Pythagoras twice: the half diagonal of the base, 3√2, then the height, √(81 - 18)."""
    figure = {"name": "c", "kind": "formula", "figure": "square-pyramid", "given": {"side": "6", "edge": "9"}}
    results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [figure]})
    steps = results["figures"]["c"]["card"]["solutions"][0]["steps"]
    told = [(step["quantity"], step["value"]["shown"]["text"]) for step in steps]
    assert told.index(("half_diagonal", "3√2 m")) < told.index(("height", "3√7 m"))
    (height,) = (step for step in steps if step["quantity"] == "height")
    assert height["numbers"]["text"] == "√((9 m)² − (3√2 m)²)"
