"""One value in every form: each reckoned anew, digits against mpmath, rounding at each step by hand."""

from __future__ import annotations

import json
from fractions import Fraction
from pathlib import Path
from typing import Any

import mpmath
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.expressions import ExpressionError
from mensuration.problem import evaluate_document, read
from mensuration.problem.forms import Forms, forms, forms_of_ask
from tests.core.reckoning import check_tally, reckoned

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.json"))
KICKER = next(file for file in DEMO if file.stem == "kicker-side-panel")


def document(**lines: str) -> dict[str, Any]:
    found: dict[str, Any] = json.loads(KICKER.read_text("utf-8"))
    found["lines"] = [{"name": name, "expression": text} for name, text in lines.items()]
    return found


def of(expression: str, places: int = 12, **lines: str) -> Forms:
    return forms(read(document(**lines)), expression, places)


@pytest.mark.parametrize(
    ("expression", "names"),
    [
        ("7/4 m", ["as a decimal", "as a fraction", "as a mixed number"]),
        ("1/3", ["as a fraction"]),
        ("3 m", ["as a decimal"]),
        ("-22/7 m", ["as a fraction", "as a mixed number"]),
        ("panel.bite.area", ["in terms of π and roots"]),
        ("panel.area", ["in terms of π and roots", "over one denominator", "factored"]),
        ("(1 + sqrt(2)) m", ["in terms of π and roots"]),
        ("panel.perimeter * 4.20 EUR/m", ["in terms of π and roots", "over one denominator", "factored"]),
        ("sin(1 rad)", []),
    ],
)
def test_every_exact_form_is_the_value(expression: str, names: list[str]) -> None:
    found = of(expression)
    assert [form.name for form in found.exact] == names
    value = reckoned(found.exact[0].shown.text) if names else None
    for form in found.exact:
        assert value is not None and reckoned(form.shown.text).value.same_as(value.value), form


@given(st.integers(0, 1000), st.sampled_from(("pi", "sqrt(2)", "-pi", "2/7", "1000 pi", "pi/1000", "1/8")))
def test_digits_are_the_first_ones_of_the_true_value(places: int, text: str) -> None:
    found = of(text, places)
    with mpmath.workdps(1100):
        scope = {"pi": mpmath.pi, "sqrt": mpmath.sqrt}
        true = eval(
            text.replace("1000 pi", "1000*pi").replace("2/7", "mpf(2)/7"), {**scope, "mpf": mpmath.mpf}
        )
        cut = mpmath.floor(abs(true) * mpmath.mpf(10) ** places)
        digits = found.digits.rstrip("…")
        assert int(cut) == abs(Fraction(digits)) * 10**places
        assert digits.startswith("-") == ((true < 0 and cut > 0) or text == "-pi")
    assert found.end == (text == "1/8" and places >= 3) == (not found.digits.endswith("…"))


def test_of_a_value_without_exact_form_only_proven_digits_are_shown() -> None:
    with mpmath.workdps(80):
        assert of("sin(1 rad)", 1000).digits == mpmath.nstr(mpmath.sin(1), 75)[:62] + "…"


def test_rounded_at_each_step_as_by_hand() -> None:
    """To one place: 2.88 is 2.9, 1.13… is 1.1; that is 1.8 and not 1.7. A line adds to it what it rounds itself."""
    changed = document(a="panel.area * 1.1", b="a * 10")
    changed["settings"]["rounding"] = {"places": 1}
    problem = read(changed)
    found = forms(problem, "panel.area")
    assert (
        found.early is not None
        and found.early.text == "1.8 m²"
        and found.value.text == "1.7 m²"
        and found.differs
    )
    found = forms(problem, "b")  # 1.8 * 1.1 = 1.98, so 2.0; times 10
    assert found.early is not None and found.early.text == "20.0 m²" and found.value.text == "19.2 m²"
    found = forms(problem, "panel.board.width * 2.345")  # what was typed is not rounded
    assert found.early is not None and not found.differs
    found = forms(problem, "sqrt(2) * 10 m + sqrt(sqrt(2)) m")  # 1.4 * 10, and the root of 1.4 is 1.2
    assert found.early is not None and found.early.text == "15.2 m" and found.value.text == "15.3 m"
    changed["settings"]["rounding"] = "none"
    assert forms(read(changed), "panel.area").early is None


def test_pi_as_something_else_stands_beside_it_where_it_counts() -> None:
    found = of("panel.bite.area")
    assert [(other.pi, other.value.decimal) for other in found.others] == [
        ("3.14", "1.1304"),
        ("22/7", "1.1314285714285714"),
    ]
    assert of("panel.board.area").others == ()
    taken = document()
    taken["settings"]["pi"] = "3.14"
    assert [other.pi for other in forms(read(taken), "panel.bite.area").others] == ["π", "22/7"]


def test_an_ask_is_told_in_its_unit_and_rounded_as_it_asks() -> None:
    changed = document()
    changed["asks"] = [
        {"label": "Tape", "expression": "panel.perimeter", "unit": "cm", "rounding": {"places": 0}}
    ]
    found = forms_of_ask(read(changed), "Tape", 3)
    assert (found.value.text, found.digits) == ("668 cm", "668.495… cm")
    assert of("panel.perimeter as cm", 1).digits == "668.4… cm"
    with pytest.raises(ExpressionError, match="nothing here is called “Area”"):
        forms_of_ask(read(changed), "Area")
    for wrong in ("", "panel.", "2 m + 1", "nobody", "1/0", "x" * 900):
        with pytest.raises(ExpressionError):
            of(wrong)


@pytest.mark.parametrize("exact", ["fraction", "mixed"])
@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.stem)
def test_working_in_fractions_reckons_too(file: Path, exact: str) -> None:
    told = json.loads(file.read_text("utf-8"))
    told.setdefault("settings", {})["exact"] = exact
    pi = {"3.14": Fraction("3.14"), "22/7": Fraction(22, 7)}.get(told["settings"].get("pi", ""))
    for name, figure in evaluate_document(told)["figures"].items():
        for measure, tally in figure.get("tallies", {}).items():
            if pi is None and len(tally["entries"]) < 30:
                assert check_tally(tally) >= 0, (name, measure)
