"""Problems at random, right ones and wrong ones: always answered, in whole results, with sentences for what is wrong."""

from __future__ import annotations

import copy
import json
from contextlib import suppress
from math import isclose, isfinite
from typing import Any

import pytest
from hypothesis import Phase, given, settings
from hypothesis import strategies as st

from mensuration.budget import UNFINISHED, within
from mensuration.catalogue import figures, plane_figures
from mensuration.problem import ALSO, evaluate_document, read
from mensuration.varying import NotVaried, Varied, scaling, settled, solve_for, tell_varied, text_of
from mensuration.ways.splitting import TITLES

NAMES = ["ann", "ben", "cay"]
number = st.one_of(
    st.integers(1, 12).map(str),
    st.sampled_from(
        ["1/2", "2.5", "√2", "π", "2π/3", "0", "-1", "1e3", "3 +", "ben.width", "", "4 cm", "5°", "x", "1/0"]
    ),
)
whole = st.integers(1, 9).map(str)


@st.composite
def parts(draw: st.DrawFn, name: str, values: st.SearchStrategy[str]) -> dict[str, Any]:
    figure = draw(st.sampled_from(list(plane_figures().values())))
    usual = {key: "60" if figure.measure(key).kind == "angle" else draw(values) for key in figure.usual}  # type: ignore[union-attr]
    if "sides" in usual:
        usual["sides"] = "6"
    part: dict[str, Any] = {"name": name, "shape": figure.name, "given": usual}
    part["at"] = [draw(st.integers(-4, 4).map(str)), draw(st.integers(-4, 4).map(str))]
    part["turn"] = draw(st.sampled_from(["0", "90", "45", "30", "-17"]))
    part["join"] = draw(st.sampled_from(["add", "add", "take", "common"]))
    if draw(st.booleans()):
        part["on"] = {
            "part": draw(st.sampled_from(NAMES)),
            "edge": draw(st.sampled_from([None, "bottom", "right", "base", "straight side", "nowhere"])),
            "side": draw(st.sampled_from(["in", "out"])),
            "along": draw(st.sampled_from(["start", "middle", "end"])),
        }
    return part


@st.composite
def walks(draw: st.DrawFn, name: str) -> dict[str, Any]:
    step = st.builds(lambda way, n: f"{way} {n}", st.sampled_from("RULD"), number)
    return {"name": name, "shape": "outline", "walk": ", ".join(draw(st.lists(step, max_size=8)))}


@st.composite
def documents(draw: st.DrawFn) -> dict[str, Any]:
    own = [draw(st.one_of(parts(name, number), walks(name))) for name in NAMES[: draw(st.integers(0, 3))]]
    figure: dict[str, Any] = {"name": "fig", "kind": "plane", "parts": own}
    if draw(st.booleans()):
        figure["way"] = draw(st.sampled_from(["parts", *TITLES, "??"]))
        figure["cuts"] = [[["0", "0"], [draw(number), draw(number)]]]
    card = draw(st.sampled_from(list(figures().values())))
    given_ = draw(st.dictionaries(st.sampled_from([m.name for m in card.measures]), number, max_size=3))
    asks = [
        {
            "label": "it",
            "expression": draw(st.sampled_from(["fig.area", "fig.perimeter", "card.volume", "fig.", "2 +"])),
        }
    ]
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "settings": {
            "unit": draw(st.sampled_from(["m", "cm", "ft", "unit"])),
            "pi": draw(st.sampled_from(["exact", "3.14"])),
        },
        "figures": [figure, {"name": "card", "kind": "formula", "figure": card.name, "given": given_}],
        "asks": asks,
    }


def check_whole(document: dict[str, Any]) -> dict[str, Any]:
    """Nothing is changed in what was given, results are plain JSON, and every complaint is a sentence at a place."""
    before = copy.deepcopy(document)
    results = evaluate_document(document, ALSO)
    assert document == before
    assert json.dumps(results, allow_nan=False)
    for complaint in results["complaints"]:
        assert complaint["says"].strip() and complaint["where"].split(".")[0] in (
            "figures",
            "asks",
            "lines",
            "settings",
            "letters",
            "hold",
        )
        assert "Traceback" not in complaint["says"] and "None" not in complaint["says"], complaint
    return results


@settings(max_examples=120)
@given(document=documents())
def test_any_problem_is_answered(document: dict[str, Any]) -> None:
    results = check_whole(document)
    assert set(results["figures"]) == {"fig", "card"}
    assert len(results["asks"]) == 1
    for quantity in (results["figures"]["fig"]["quantities"] or {}).values():
        if quantity is not None:
            assert isfinite(float(quantity["decimal"]))


extreme = st.one_of(
    st.builds(
        lambda sign, digits, power: f"{sign}{digits} * 10^{power}",
        st.sampled_from(["", "", "", "-"]),
        st.integers(1, 999),
        st.one_of(st.integers(-6, 6), st.integers(-24, 24), st.integers(-320, 320)),
    ),
    st.sampled_from(
        [
            "10^64*10^64*10^64",
            "9" * 290,
            "1/" + "7" * 200,
            "√(10^200 + 1)",
            "2^(1/3)*10^-60",
            "π^40",
            "10^9 km",
        ]
    ),
)


@st.composite
def extremes(draw: st.DrawFn) -> dict[str, Any]:
    """A problem of every kind of figure, with numbers beyond all measure beside ordinary ones."""
    values = draw(st.sampled_from([extreme, st.one_of(extreme, whole, whole)]))
    card = draw(st.sampled_from(list(figures().values())))
    some = draw(
        st.lists(st.sampled_from([m.name for m in card.measures]), min_size=1, max_size=4, unique=True)
    )
    body = draw(
        st.sampled_from([figure for figure in figures().values() if figure.name not in plane_figures()])
    )
    piece = {"name": "body", "shape": body.name, "given": {key: draw(values) for key in body.usual}}
    profile = {
        "name": "mound",
        "kind": "profile",
        "readings": {"y": [draw(values) for _ in range(3)], "spacing": draw(values)},
    }
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "settings": {"rounding": draw(st.sampled_from([{"places": 2}, {"figures": 4}, "none"]))},
        "figures": [
            {
                "name": "fig",
                "kind": "plane",
                "parts": [draw(parts("ann", values)), draw(parts("ben", values))],
            },
            {
                "name": "card",
                "kind": "formula",
                "figure": card.name,
                "given": {key: draw(values) for key in some},
            },
            {"name": "solid", "kind": "solid", "pieces": [piece]},
            profile,
            {
                "name": "rows",
                "kind": "cases",
                "figure": card.name,
                "rows": [{some[0]: draw(values)} for _ in range(2)],
            },
        ],
        "lines": [{"name": "far", "expression": f"fig.area * {draw(extreme)}"}],
        "asks": [
            {"label": "Area", "expression": "fig.area"},
            {"label": "Volume", "expression": "solid.volume"},
        ],
    }


@settings(max_examples=40)
@given(document=extremes())
def test_numbers_beyond_all_measure_are_answered_in_time(document: dict[str, Any]) -> None:
    with within(20, by_work=True):
        results = evaluate_document(document, ALSO)
    json.dumps(results, allow_nan=False).encode()
    assert all(complaint["says"] and complaint["where"] for complaint in results["complaints"])
    assert not any(complaint["says"] == UNFINISHED for complaint in results["complaints"])


@settings(max_examples=35)
@given(own=st.tuples(parts("ann", whole), parts("ben", whole)), scale=st.sampled_from([2, 3, 10]))
def test_a_problem_drawn_larger_has_larger_measures(own: tuple[dict[str, Any], ...], scale: int) -> None:
    """Every length k times as long, also where parts stand: k times the perimeter, k² times the area."""
    small = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "fig", "kind": "plane", "parts": list(own)}],
    }
    large = copy.deepcopy(small)
    for part in large["figures"][0]["parts"]:  # type: ignore[index]
        kinds = {m.name: m.kind for m in figures()[part["shape"]].measures}
        part["given"] = {
            k: str(int(v) * scale) if kinds[k] == "length" else v for k, v in part["given"].items()
        }
        part["at"] = [str(int(v) * scale) for v in part["at"]]
    one, other = (check_whole(document) for document in (small, large))
    assert [c["code"] for c in one["complaints"]] == [c["code"] for c in other["complaints"]]
    for measure, factor in (("area", scale**2), ("perimeter", scale)):
        a, b = (results["figures"]["fig"]["quantities"] for results in (one, other))
        if a and b:
            assert isclose(
                float(b[measure]["decimal"]),
                factor * float(a[measure]["decimal"]),
                rel_tol=1e-9,
                abs_tol=1e-9,
            )


@pytest.mark.parametrize(
    "fields", [{"figures": []}, {"figures": [{"name": "fig", "kind": "plane"}]}, {"figures": [], "asks": []}]
)
def test_nearly_empty_problems_are_answered(fields: dict[str, Any]) -> None:
    results = check_whole({"format": "tilt-grid/problem", "version": 1, **fields})
    assert results["complaints"] == []


def test_what_is_as_thin_as_a_line_has_no_block_about_it() -> None:
    """A segment a thousand million times as wide as high: a side of the block had no length in floats."""
    piece = {
        "name": "body",
        "shape": "segment-prism",
        "given": {"chord": "10^9", "base_height": "1", "height": "1"},
    }
    solid = {"name": "solid", "kind": "solid", "pieces": [piece]}
    results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [solid]}, ("ways",))
    assert "surrounding block" not in [way["way"] for way in results["figures"]["solid"]["ways"]]


@settings(max_examples=25, phases=[Phase.generate])  # shrinking would take minutes
@given(documents(), st.data())
def test_any_problem_may_have_letters(document: dict[str, Any], data: st.DataObject) -> None:
    """Some of its givens become letters, whatever they are; something is held, varied and solved for. A sentence, or an answer."""
    letters: list[dict[str, str]] = []
    owners = [*document["figures"][0]["parts"], document["figures"][1]]
    for owner in owners:
        for name, text in owner.get("given", {}).items():
            if len(letters) < 4 and data.draw(st.booleans()):
                letters.append({"name": f"q{len(letters)}", "stands": text})
                owner["given"][name] = letters[-1]["name"]
    document["letters"] = letters
    check_whole(document)
    if not letters:
        return
    measures = st.sampled_from(
        ["fig.area", "fig.perimeter", "card.area", "card.volume", "2 q0", "nothing", "q0 +"]
    )
    if data.draw(st.booleans()):
        document["hold"] = [{"expression": data.draw(measures), "at": data.draw(number), "gives": "q0"}]
        check_whole(document)
    ranges = [
        {
            "letter": letters[-1]["name"],
            "low": data.draw(number),
            "high": "9",
            "step": data.draw(st.sampled_from(["1", "all", "3"])),
        }
    ]
    document["vary"] = {"letters": ranges, "watch": [data.draw(measures), "fig.area"]}
    with suppress(NotVaried):
        text_of(tell_varied(Varied(read(document))))
    with suppress(NotVaried):
        solve_for(read(document), data.draw(measures), data.draw(number), "q0")
    scaling(read(document))
    for figure in document["figures"]:
        settled(read(document), figure["name"])
