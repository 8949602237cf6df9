"""Every kind of figure keeps to the interface: its texts, its members, its document; and never raises for what is typed."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from mensuration.problem import Problem, evaluate, read
from mensuration.problem.kinds import ALSO, KINDS, kind_of
from tests.core.edited import YARD

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.json"))
PROBLEMS: list[Problem] = [read(YARD), *(read(json.loads(file.read_text("utf-8"))) for file in DEMO)]
FIGURES: list[Any] = [figure for problem in PROBLEMS for figure in problem.figures]
BROKEN = ["(", "2 +", "nothing.there", "1e999 m", "x" * 600, "", "7 kg", "((((", "0", "-1", "2^9999"]


def test_every_kind_is_among_the_figures_that_are_tried() -> None:
    assert {figure.kind for figure in FIGURES} == set(KINDS)


@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: f"{figure.kind}-{figure.name}")
def test_texts_are_those_that_can_be_changed(figure: Any) -> None:
    kind = kind_of(figure)
    seen: list[str] = []

    def note(text: str) -> str:
        seen.append(text)
        return text

    assert kind.with_texts(figure, note) == figure
    told = [text for _, text in kind.texts(figure)]
    assert set(seen) == set(told)
    marked = kind.with_texts(figure, lambda text: f"({text})")
    assert {text for _, text in kind.texts(marked)} == {f"({text})" for text in told}
    members = kind.members(figure)
    assert {member for member, _ in kind.texts(figure)} <= {None, *members}
    for member in members:
        assert kind.place(member)
        assert set(kind.hangs_on(figure, member)) <= set(members)


@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: f"{figure.kind}-{figure.name}")
@pytest.mark.parametrize("broken", BROKEN, ids=lambda text: text[:12])
def test_no_text_makes_a_figure_raise(figure: Any, broken: str) -> None:
    kind = kind_of(figure)
    whole = Problem(figures=[kind.with_texts(figure, lambda _: broken)])
    results = evaluate(whole, ALSO)
    assert figure.name in results.figures
    if broken not in ("0", "-1") and any(text for _, text in kind.texts(figure)) and figure.kind != "cases":
        assert any(c.where.startswith(f"figures.{figure.name}") for c in results.complaints)


@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: f"{figure.kind}-{figure.name}")
def test_a_member_is_renamed_wherever_it_is_named_outside_of_texts(figure: Any) -> None:
    kind = kind_of(figure)
    for member in kind.members(figure):
        after = kind.with_member_renamed(figure, member, "other_name")
        assert member not in kind.members(after)
        assert all(member not in kind.hangs_on(after, name) for name in kind.members(after))


@pytest.mark.parametrize("name", KINDS)
def test_a_kind_tells_its_quantities_and_is_kept_with_what_it_does_not_know(name: str) -> None:
    figure = next(figure for figure in FIGURES if figure.kind == name)
    raw = {**figure.model_dump(mode="json", exclude_none=True), "note": "kept"}
    again = read({"format": "tilt-grid/problem", "version": 1, "figures": [raw]}).figures[0]
    assert type(again) is KINDS[name].document
    assert again.model_dump(mode="json", exclude_none=True) == raw
    results = evaluate(Problem(figures=[again]))
    assert type(results.figures[again.name]) is KINDS[name].results
    assert results.figures[again.name].kind == name
