"""Whole problems: the demo's answers, tallies that add up, complaints where they belong, files, the command line."""

from __future__ import annotations

import json
import subprocess
import sys
from fractions import Fraction
from pathlib import Path
from typing import Any

import jsonschema
import pytest
import sympy

from mensuration.__main__ import main
from mensuration.problem import UnreadableDocument, evaluate_document, json_schema, read_text
from mensuration.problem.document import MAX_PARTS
from tests.core.helpers import answer, complaints, measures, part, problem

ROOT = Path(__file__).parents[2]
DEMO = sorted((ROOT / "demo").glob("*.json"))

# Worked by hand; in brackets the exact values as a computer algebra system reads them.
ANSWERS: dict[str, dict[str, tuple[str | None, str]]] = {
    "skate-run-fence": {"Run": ("70", "70.00 m²")},
    "tile-strip-ratio": {
        "Edge for each unit": ("7/6", "1.17/unit"),
        "Area for each unit of edge": ("6/7", "0.86 units"),
    },
    "yard-gutter": {"Cross-section": (None, "125.84 cm²")},  # 100 sin 50° (1 + cos 50°)
    "ring-walk": {"Path": ("25*pi", "78.54 m²")},
    "litre-can": {"Sheet metal": ("500 + 32*pi", "600.53 cm²")},
    "ramp-brace-variants": {"Brace": ("5", "5.00 m"), "Frame": ("12", "12.00 m²")},
    "bandstand-floor": {"Flooring": ("25/2 + 25*sqrt(2)/2", "30.18 m²"), "Edging": ("20", "20.00 m")},
    # a square on the crossings, side² = (2 - √3) r², and four segments of 30°
    "clover-light": {
        "Pane": ("36/25 - 36*sqrt(3)/25 + 12*pi/25", "0.454 m²"),
        "Lead strip": ("4*pi/5", "2.51 m"),
    },
    # 12 × 8 less a 4 × 3 triangle, and a segment of 60° on a chord of 8
    "fence-corner-plot": {
        "Fence": ("30 + 8*pi/3", "38.38 m"),
        "Turf": ("90 - 16*sqrt(3) + 32*pi/3", "95.80 m²"),
    },
    "drainpipes": {},
    # half of 4 · 1.5 · 6; two triangles, and 6 m wide a run, a rise and a slope of √(16 + 2.25)
    "bank-ramp": {
        "Earth": ("18", "18.00 m³"),
        "Slope": ("sqrt(73)/2", "4.27 m"),
        "Whole surface": ("39 + 3*sqrt(73)", "64.63 m²"),
    },
    "flat-pyramid": {"Concrete": ("112/15", "7.47 m³"), "Sloping faces": ("12*sqrt(41)/5", "15.37 m²")},
    "bollard": {"Concrete": ("9*pi/400", "0.07 m³"), "Paint": ("63*pi/200", "0.99 m²")},
    # 2.4 m times the segment 0.81 acos(4/9) - 0.4 √0.65; acos(49/81) = π - 2 acos(4/9)
    "rain-drum": {
        "Water": ("-12*sqrt(65)/125 + 243*pi/250 - 243*acos(49/81)/250", "1.38 m³"),
        "In litres": ("-96*sqrt(65) + 972*pi - 972*acos(49/81)", "1384.33 L"),
        "Room left": ("96*sqrt(65) + 972*pi + 972*acos(49/81)", "4722.92 L"),
        "Depth of 3000 L": (None, "0.89 m"),
    },
    # 0.4 ((33/12)³ - (29/12)³): sides of 2 m and a twelfth of a metre more for every 10 cm
    "foam-pit": {"Foam added": ("2887/1080", "2.67 m³"), "Depth of 5 m³": (None, "0.88 m")},
    # 26 m once round, 2.6 m high, less 2 m²; 7 · 4 + 4 · 2 = 36 m² of floor
    "yard-wall": {
        "Wall to paint": ("1592/25", "63.68 m²"),
        "Two coats": ("3184/25", "127.36 m²"),
        "Air inside": ("468/5", "93.60 m³"),
    },
    # seven hoops of 50π cm and two of 25√3 π
    "sphere-light": {"Wire": ("7*pi/2 + sqrt(3)*pi/2", "13.72 m"), "Paper": ("2500*pi", "7853.98 cm²")},
    # 5 · 3 · 4; a bottom of 15, two sides of 20 and two of 12
    "sand-crate": {"Cubes": ("60", "60.00"), "Sand": ("60", "60.00 L"), "Boards": ("79", "79.00 dm²")},
    # slant height 5 over half a side of 3: four times 1/2 · 6 · 5; four edges of √(25 + 9)
    "paper-lantern": {
        "Paper": ("60", "60.00 cm²"),
        "Edges": ("24 + 4*sqrt(34)", "47.32 cm"),
        "Air inside": ("48", "48.00 cm³"),
    },
    # twice 64π less 16/3 · 2³ that both have (Archimedes); twice 72π less twice 8 · 2² of their sides
    "cross-bolster": {"Foam": (None, "359.46 L"), "Cover": (None, "388.39 dm²")},
    # 0.5 m times the sum of all heights, as both ends are 0; times 4.2 m
    "pump-track-mound": {"Cross-section": ("149/50", "2.98 m²"), "Soil": ("3129/250", "12.516 m³")},
    # 2π (0.12 · 0.2²/2 - 3 · 0.2⁴/4) m³; π d²/6 to the depth d; 12 cm over √2
    "bird-bowl": {
        "It holds": ("12*pi/5", "7.54 L"),
        "8 cm deep": (None, "3.35 L"),
        "Half full": (None, "8.49 cm"),
    },
    # by SciPy, the level by its root finder on straight lines between the readings
    "frog-pond": {
        "Water": ("1223/20", "61.15 m³"),
        "By trapezoids": ("2421/40", "60.53 m³"),
        "Half of it": (None, "1.16 m"),
    },
    "sand-bed": {"Sand": ("8029/300", "26.76 m³")},
    # 18 less half of 2.88π; front and back lose 0.72π each, the top 2.4 · 2; the bowl is half of 4.8π
    "half-pipe": {
        "Concrete left": ("18 - 36*pi/25", "13.48 m³"),
        "Whole surface": ("216/5 + 24*pi/25", "46.22 m²"),
    },
    # 3 · 768π / (32π) = 72; the slant is the root of 72 + 1024
    "marker-cone": {"Radius": ("6*sqrt(2)", "8.49 cm"), "Side": ("24*sqrt(137)*pi", "882.51 cm²")},
    # 4.5 cos 40° less the root of 3.2² - (4.5 sin 40°)²; half of it times 4.5 sin 40°
    "sail-brace": {"Base": (None, "2.08 m"), "Cloth under it": (None, "3.01 m²")},
    # r² (θ - sin θ) = 16 and r θ + 2 r sin(θ/2) = 12: r = 2.46293, θ = 2.88827; 2 r sin(θ/2) and r (1 - cos(θ/2))
    "turf-bank": {"Straight side": (None, "4.89 m"), "Bulge": (None, "2.15 m")},
    "petal-tile": {"Petal": ("9*pi/50 - 9/25", "0.21 m²"), "Rim of the petal": ("3*pi/5", "1.88 m")},
    "roll-in-canopy": {
        "Sheeting": ("216/25 + 263*pi/100", "16.90 m²"),
        "Edge strip": ("42/5 + 17*pi/5", "19.08 m"),
    },
    "score-board-squares": {"Panels": ("35", "35.00 m²"), "Trim round it": ("28 + 2*sqrt(2)", "30.83 m")},
    "shade-sail": {
        "Sailcloth": ("51*sqrt(2)/8 + 51*sqrt(6)/8", "24.63 m²"),
        "Third side": (
            "sqrt(433 + 102*sqrt(2) - 102*sqrt(6))/2",
            "9.05 m",
        ),  # a root of a sum with roots in it
        "Hem": ("29/2 + sqrt(433 + 102*sqrt(2) - 102*sqrt(6))/2", "23.55 m"),
    },
    "sprinkler-patch": {"Watered turf": ("1331*pi/144", "29.04 m²"), "Far rim": ("121*pi/36", "10.56 m")},
    "kicker-side-panel": {"Edge tape": ("24/5 + 3*pi/5", "6.68 m"), "Board": ("72/25 - 9*pi/25", "1.75 m²")},
    "start-deck": {"Decking": ("51", "51.00 m²"), "Rail": ("32", "32.00 m")},
    "peanut-bowl-lip": {
        "Ground": ("9*sqrt(3)/2 + 12*pi", "45.49 m²"),
        "Coping": ("8*pi", "25.13 m"),
    },
    "manual-pad": {"Steel edging": ("21/2 + 3*pi/4", "12.86 m"), "Top": ("27/4 + 9*pi/32", "7.63 m²")},
    "planter-surround": {
        "Paving": ("9 - 81*pi/100", "6.46 m²"),
        "Edges": ("12 + 9*pi/5", "17.65 m"),
        "Inner edge": ("9*pi/5", "5.65 m"),
    },
    "ticket-hut-floor": {"Floor": ("2275/24", "94.79 ft²"), "Skirting": ("470", "470 in")},
    "turning-pad": {"Once round": ("628/25", "25.12 m"), "To sweep": ("1256/25", "50.24 m²")},
    "yard-plan": {
        "Concrete": ("677/4 + 103*pi/50", "175.72 m²"),
        "Edges": ("62 + 4*sqrt(2) + 37*pi/5", "90.90 m"),
    },
}


@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.stem)
def test_demo_answers(file: Path) -> None:
    results = evaluate_document(json.loads(file.read_text("utf-8")))
    assert results["complaints"] == []
    assert {ask["label"]: (ask["exact"], ask["text"]) for ask in results["asks"]} == ANSWERS[file.stem]


@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.stem)
def test_every_tally_adds_up_to_its_total(file: Path) -> None:
    results = evaluate_document(json.loads(file.read_text("utf-8")))
    for figure in results["figures"].values():
        for tally in figure["tallies"].values():
            total = Fraction(0)
            exact: sympy.Expr = sympy.Integer(0)
            for entry in tally["entries"]:
                if entry["counted"]:
                    sign = -1 if entry["sign"] == "-" else 1
                    total += sign * Fraction(entry["value"]["decimal"])
                    exact += sign * sympy.sympify(entry["value"]["exact"] or "nan")
            told = [tally["total"], *(entry["value"] for entry in tally["entries"])]
            assert abs(total - Fraction(tally["total"]["decimal"])) < sum(map(last_place, told))
            if tally["total"]["exact"]:
                assert sympy.expand(exact - sympy.sympify(tally["total"]["exact"])) == 0


def last_place(told: dict[str, Any]) -> Fraction:
    """One of the last digit that is told of a number; little of one that ends."""
    places = len(told["decimal"].partition(".")[2])
    return Fraction(1, 10 ** min(12, places)) if told["exact"] is None else Fraction(1, 10**13)


def test_decimal_is_right_to_fifteen_figures() -> None:
    for file in DEMO:
        for ask in evaluate_document(json.loads(file.read_text("utf-8")))["asks"]:
            if ask["exact"]:
                true = sympy.sympify(ask["exact"]).evalf(30)
                assert abs(sympy.Float(ask["decimal"], 30) - true) < abs(true) * sympy.Float("1e-15")


def test_working_goes_from_formula_to_numbers_to_value_and_rounds_last() -> None:
    kicker = json.loads((ROOT / "demo/kicker-side-panel.json").read_text("utf-8"))
    board = evaluate_document(kicker)["asks"][1]
    assert board["working"] == [
        "board: area = width height = 2.4 m × 1.2 m = 2.88 m²",
        "bite: area = 1/4 π radius² = 1/4 × π × (1.2 m)² = 9π/25 m²",
        "panel.area = 2.88 m² − 9π/25 m² = (72/25 - 9π/25) m²",
        "1.7490266447… ≈ 1.75 m² (to 2 decimal places)",
    ]
    tape = evaluate_document(kicker)["asks"][0]["working"]
    assert "board, top: 2.4 m − 1.2 m = 1.2 m" in tape


def test_perimeter_tally_lists_shared_edges_as_not_counted() -> None:
    results = evaluate_document(
        problem(
            part("a", "rectangle", width="4", height="3"),
            part("b", "rectangle", ("4", "-1"), width="2", height="3"),
        )
    )
    entries = results["figures"]["fig"]["tallies"]["perimeter"]["entries"]
    shared = [e for e in entries if e["role"] == "shared"]
    assert [(e["counted"], e["value"]["text"], e["sign"]) for e in shared] == [(False, "2.00 m", "")]
    assert shared[0]["note"] == "shared with b: inside the figure, not counted"
    assert len([e for e in entries if e["counted"]]) == 8


def test_an_edge_partly_cut_and_partly_shared_has_no_outline_left() -> None:
    """A square whose right edge is bitten in its lower half and joined to another square above."""
    results = evaluate_document(
        problem(
            part("a", "square", side="4"),
            part("bite", "rectangle", ("3", "0"), join="take", width="1", height="2"),
            part("b", "square", ("4", "2"), side="2"),
        )
    )
    assert results["figures"]["fig"]["quantities"]["perimeter"]["exact"] == "20"
    entries = results["figures"]["fig"]["tallies"]["perimeter"]["entries"]
    right = {e["role"]: e["value"]["text"] for e in entries if e["title"] == "a, right"}
    assert right == {"cut": "2.00 m", "shared": "2.00 m"}


def test_steps_lead_from_what_was_given() -> None:
    results = evaluate_document(problem(part("a", "circle", circumference="6π")))
    (entry,) = results["figures"]["fig"]["tallies"]["area"]["entries"]
    assert [step["quantity"] for step in entry["steps"]] == ["radius"]
    assert entry["numbers"]["text"] == "π × (3 m)²"
    assert entry["value"]["exact"] == "9*pi"


def test_measurements_may_name_others_in_any_order() -> None:
    area, _ = measures(
        part("b", "square", ("a.width", "0"), side="fig.a.height / 2"),
        part("a", "rectangle", width="3 c.radius", height="2"),
        part("c", "circle", ("9", "9"), join="take", radius="1"),
    )
    assert area["exact"] == "7"


@pytest.mark.parametrize(
    ("settings", "given_", "area"),
    [
        ({"unit": "cm"}, {"width": "2", "height": "1 m"}, "200.00 cm²"),
        ({"unit": "ft"}, {"width": "12 ft 6 in", "height": "2"}, "25.00 ft²"),
        ({"unit": "unit"}, {"width": "4", "height": "3"}, "12.00 square units"),
        ({"unit": "m", "rounding": {"figures": 3}}, {"area": "48", "width": "7"}, "48.0 m²"),
        ({"unit": "m", "rounding": "none"}, {"width": "1/3", "height": "1"}, "0.33333333333333333 m²"),
        ({"unit": "in", "rounding": {"step": "1/8"}}, {"width": "2 1/2", "height": "1 1/4"}, "3 1/8 in²"),
    ],
)
def test_units_and_rounding_of_the_problem(
    settings: dict[str, Any], given_: dict[str, str], area: str
) -> None:
    assert measures(part("a", "rectangle", **given_), settings=settings)[0]["text"] == area


def test_an_answer_is_told_in_the_unit_asked_for() -> None:
    told = answer("2.5 m × 4 m", ask={"unit": "cm^2", "rounding": {"places": 0}})
    assert (told["exact"], told["unit"], told["text"]) == ("100000", "cm^2", "100000 cm²")
    assert answer("1 mi", ask={"unit": "km", "rounding": {"places": 3}})["text"] == "1.609 km"
    assert answer("1/6 turn")["text"] == "60.00°"
    assert answer("110°", ask={"unit": "rad"})["exact"] == "11*pi/18"
    assert answer("2 m", ask={"unit": "m^2"})["complaints"][0]["code"] == "wrong-unit"
    assert answer("2 m", ask={"unit": "furlong"})["complaints"][0]["code"] == "unknown-name"


COMPLAINTS = [
    ([part("a", "circle", radius="0")], "figures.fig.parts.a.given.radius", "not-positive"),
    ([part("a", "circle", radius="-1")], "figures.fig.parts.a.given.radius", "not-positive"),
    ([part("a", "circle", radius="2 m^2")], "figures.fig.parts.a.given.radius", "wrong-kind"),
    ([part("a", "circle", radius="30°")], "figures.fig.parts.a.given.radius", "wrong-kind"),
    ([part("a", "circle", radius="(2")], "figures.fig.parts.a.given.radius", "bracket"),
    ([part("a", "circle", radius="b.width")], "figures.fig.parts.a.given.radius", "unknown-name"),
    ([part("a", "circle", raduis="2")], "figures.fig.parts.a.given.raduis", "unknown-given"),
    ([part("a", "cirle", radius="2")], "figures.fig.parts.a.shape", "unknown-shape"),
    ([part("a", "circle")], "figures.fig.parts.a.given", "too-little"),
    ([part("a", "circle", ("x", "0"), radius="2")], "figures.fig.parts.a.at.0", "unknown-name"),
    ([part("a", "circle", radius="2", turn="3 m")], "figures.fig.parts.a.turn", "wrong-kind"),
    ([part("a", "circle", radius="a.diameter")], "figures.fig.parts.a", "circular"),
    ([part("a", "square", side="b.side"), part("b", "square", side="a.side")], "figures.fig.parts.b", "circular"),
    ([part("2a", "circle", radius="2")], "figures.fig.parts.2a", "name"),
    ([part("m", "circle", radius="2")], "figures.fig.parts.m", "name"),
    ([part("a", "circle", radius="2"), part("a", "circle", radius="3")], "figures.fig.parts.a", "name"),
    ([part("a", "square", side="2"), part("b", "circle", ("9", "9"), radius="1", join="take")], "figures.fig.parts.b", "outside"),
    ([part("a", "square", side="2"), part("b", "circle", ("2", "2"), radius="1", join="take")], "figures.fig.parts.b", "partly-outside"),
    ([part("a", "square", side="2"), part("b", "circle", ("1", "1"), radius="9", join="take")], "figures.fig.parts.b", "nothing-left"),
    ([part("a", "square", side="2"), part("b", "circle", ("1", "1"), radius="1")], "figures.fig.parts.b", "adds-nothing"),
]  # fmt: skip


@pytest.mark.parametrize(("parts", "where", "code"), COMPLAINTS, ids=range(len(COMPLAINTS)))
def test_complaints_stand_where_their_cause_is(parts: list[dict[str, Any]], where: str, code: str) -> None:
    assert complaints(problem(*parts))[where] == code


def test_one_bad_part_leaves_the_others_worked_out() -> None:
    results = evaluate_document(problem(part("a", "square", side="2"), part("b", "circle", radius="oops")))
    assert [p["name"] for p in results["figures"]["fig"]["drawing"]["parts"]] == ["a"]
    assert results["figures"]["fig"]["parts"]["a"]["area"]["exact"] == "4"
    assert results["figures"]["fig"]["tallies"] == {}


def test_circles_are_named_and_the_rest_goes_on() -> None:
    lines = [
        {"name": "one", "expression": "two + 1"},
        {"name": "two", "expression": "one"},
        {"name": "three", "expression": "6/2"},
    ]
    results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "lines": lines})
    assert results["lines"]["three"]["exact"] == "3"
    assert {c["where"] for c in results["complaints"]} == {"lines.one", "lines.two"}
    assert (
        "one → two → one" in results["complaints"][0]["says"]
        or "two → one → two" in results["complaints"][0]["says"]
    )


def test_a_bare_number_in_an_ask_is_just_a_number() -> None:
    document = problem(
        part("a", "square", side="2"), asks=[{"label": "x", "expression": "fig.perimeter + 3"}]
    )
    (complaint,) = evaluate_document(document)["complaints"]
    assert complaint["where"] == "asks.x.expression"
    assert "3 m?" in complaint["says"]


def test_a_long_chain_and_a_crowd_of_parts_are_answered() -> None:
    chain = [part("p0", "circle", radius="1")]
    chain += [
        part(f"p{i}", "circle", (f"p{i - 1}.radius sin(37°) 9", "0"), radius=f"p{i - 1}.radius cos(1°)")
        for i in range(1, MAX_PARTS)
    ]
    results = evaluate_document(problem(*chain))
    assert any(c["code"] == "too-deep" for c in results["complaints"])
    grid = [part(f"s{i}", "square", (str(i % 25), str(i // 25)), side="1") for i in range(MAX_PARTS)]
    results = evaluate_document(problem(*grid))
    quantities = results["figures"]["fig"]["quantities"]
    assert (quantities["area"]["exact"], quantities["perimeter"]["exact"]) == ("500", "90")


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "not JSON: line 1"),
        ("[]", "one JSON object"),
        ('{"format": "other"}', "format"),
        ('{"format": "tilt-grid/problem", "figures": 3}', "figures"),
        (
            '{"format": "tilt-grid/problem", "figures": [{"name": "a", "parts": [{"shape": 1}]}]}',
            "figures.0.parts.0.name",
        ),
        ('{"format": "tilt-grid/problem", "settings": {"pi": "3"}}', "settings.pi"),
        ('{"format": "tilt-grid/problem", "version": 2}', "version"),
        (json.dumps({"format": "tilt-grid/problem", "statement": "x" * 1_000_001}), "larger than 1 MB"),
        (json.dumps(problem(*[part(f"p{i}", "square", side="1") for i in range(501)])), "501 parts"),
        ("[" * 100_000, "not"),
        ("\ud800", "not"),
    ],
    ids=range(11),
)
def test_unreadable_files_are_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(UnreadableDocument, match=says):
        read_text(text)


def test_numbers_may_stand_without_quotes_and_unknown_fields_are_kept() -> None:
    document = problem(part("a", "square", side="2"))
    document["figures"][0]["parts"][0]["given"]["side"] = 2.5
    document["figures"][0]["colour"] = "pine"
    kept = read_text(json.dumps(document)).model_dump(exclude_none=True)
    assert kept["figures"][0]["colour"] == "pine"
    assert evaluate_document(document)["figures"]["fig"]["quantities"]["area"]["exact"] == "25/4"


def test_published_schema_is_the_codes_own_and_holds_for_the_demo() -> None:
    published = json.loads((ROOT / "docs/problem.schema.json").read_text("utf-8"))
    assert published == json_schema(), "run: make schema"
    validator = jsonschema.validators.validator_for(published)(published)
    for file in DEMO:
        validator.validate(json.loads(file.read_text("utf-8")))


def test_command_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    done = subprocess.run(
        [sys.executable, "-m", "mensuration", "evaluate", str(ROOT / "demo/kicker-side-panel.json")],
        capture_output=True,
        text=True,
        cwd=ROOT,
        check=True,
    )
    results = json.loads(done.stdout)
    assert results["asks"][0]["text"] == "6.68 m"
    assert {"ways", "squares", "why"} <= results["figures"]["panel"].keys()
    broken = tmp_path / "broken.json"
    broken.write_text('{"format": "tilt-grid/problem", "asks": [{"label": 7}]}')
    assert main(["evaluate", str(broken)]) == 2
    assert main(["evaluate", str(tmp_path / "none.json")]) == 2
    lines = capsys.readouterr().err.strip().splitlines()
    assert len(lines) == 2
    assert "asks.0" in lines[0]
