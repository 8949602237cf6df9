"""Cards brought to the bench: what is given means the same under other units."""

from __future__ import annotations

import pytest

from mensuration.catalogue import figures
from mensuration.editing import Refused
from mensuration.problem import Problem, evaluate_problem, read
from tests.core.edited import Document, document, done


def bring(card: str, given: dict[str, str], to: Document, **source: str) -> Problem:
    return done(
        to,
        "bring-card",
        card={"name": card, "kind": "formula", "figure": card, "given": given},
        settings=source,
    )


@pytest.mark.parametrize("unit", ["mm", "cm", "ft", "in", "m"])
@pytest.mark.parametrize("angle", ["deg", "rad", "turn"])
def test_what_a_card_gives_means_the_same_in_the_problem(unit: str, angle: str) -> None:
    given = {"radius": "2 sqrt(9)", "angle": {"deg": "60", "rad": "pi/3", "turn": "1/6"}[angle]}
    to = document(settings={"unit": "cm"}, figures=[{"name": "plate", "parts": []}])
    after = bring("sector", given, to, unit=unit, angle=angle)
    part = after.figures[0].parts[0]
    assert part.name == "sector"
    there = evaluate_problem(after)["figures"]["plate"]["parts"]["sector"]
    alone = document(
        settings={"unit": unit, "angle": angle},
        figures=[{"name": "card", "kind": "formula", "figure": "sector", "given": given}],
        asks=[{"label": "Area", "expression": "card.area", "unit": "cm^2"}],
    )
    (here,) = evaluate_problem(read(alone))["asks"]
    assert there["area"]["exact"] == here["exact"]


def test_texts_keep_their_form_where_they_can() -> None:
    to = document(settings={"unit": "m"}, figures=[{"name": "plate", "parts": []}])
    given = bring("rectangle", {"width": "3", "area": "1/2 + 4"}, to, unit="cm").figures[0].parts[0].given
    assert given == {"width": "3 cm", "area": "(1/2 + 4) cm^2"}
    same = bring("rectangle", {"width": "3", "height": "4 ft"}, to, unit="m").figures[0].parts[0].given
    assert same == {"width": "3", "height": "4 ft"}


def test_plain_units_and_names_from_elsewhere_are_refused_in_words() -> None:
    to = document(settings={"unit": "m"}, figures=[{"name": "plate", "parts": []}])
    with pytest.raises(Refused, match="plain units and m can't be turned"):
        bring("square", {"side": "3"}, to, unit="unit")
    with pytest.raises(Refused, match="the side can't be brought along"):
        bring("square", {"side": "court.deck.width"}, to, unit="cm")


def test_a_solid_becomes_a_figure_of_its_own_and_an_empty_problem_asks_for_it() -> None:
    after = bring("cone", {"radius": "30", "height": "40"}, document(settings={"unit": "m"}), unit="cm")
    (piece,) = after.figures[0].pieces
    assert (piece.shape, piece.given) == ("cone", {"radius": "30 cm", "height": "40 cm"})
    assert after.title == figures()["cone"].title
    results = evaluate_problem(after)
    assert results["complaints"] == []
    assert [(ask["label"], ask["text"]) for ask in results["asks"]] == [
        ("Whole surface", "0.75 m²"),
        ("Volume", "0.04 m³"),
    ]
    assert {ask.expression for ask in after.asks} == {"solid.surface", "solid.volume"}
    plane = bring("square", {"side": "3"}, document(settings={"unit": "m"}), unit="m")
    assert [ask.expression for ask in plane.asks] == ["figure.perimeter", "figure.area"]


def test_a_solid_is_brought_in_the_solution_that_is_chosen() -> None:
    card = {
        "name": "cone",
        "kind": "formula",
        "figure": "cone",
        "given": {"surface": "24π", "volume": "12π"},
        "solution": 2,
    }
    after = done(document(settings={"unit": "m"}), "bring-card", card=card, settings={"unit": "m"})
    (piece,) = after.figures[0].pieces
    assert piece.solution == 2
    assert evaluate_problem(after)["figures"]["solid"]["pieces"]["cone"]["radius"]["exact"] == "3"
