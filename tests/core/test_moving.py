"""How a figure of which too little is known can still move: all that it may be has the givens."""

from __future__ import annotations

from itertools import pairwise

import pytest

from mensuration.cards import told_card, work_out
from mensuration.catalogue import figures
from mensuration.numbers import PI, Rounding
from mensuration.solving import SolvingError, solve, starting_givens
from mensuration.solving.moving import moving
from mensuration.telling import Teller
from mensuration.units import LENGTH, UNITS
from tests.core.test_solutions import TOO_LITTLE, typed


@pytest.mark.parametrize("name", figures())
def test_whatever_a_figure_may_be_has_the_given_and_is_one(name: str) -> None:
    """With each measure alone: what was found is solved anew from its usual measures, and has the given again."""
    figure = figures()[name]
    whole = solve(figure, starting_givens(figure), PI).values
    told = 0
    for measure in figure.measures:
        given = {measure.name: whole[measure.name]}
        still = moving(figure, given, PI, LENGTH)
        if still is None:
            continue
        told += 1
        grown = [float(one.values[still.measure.name].value) for one in still.figures]
        assert 0 <= still.first < len(grown) and all(one < two for one, two in pairwise(grown))
        for one in (still.figures[0], still.figures[-1]):
            again = solve(figure, {each: one.values[each] for each in figure.basis}, PI).floats
            wanted = float(whole[measure.name].value)
            assert again[measure.name] == pytest.approx(wanted, rel=1e-7, abs=1e-9), (measure.name, again)
    one_will_do = len(figure.basis) == 1
    assert told == 0 if one_will_do else told >= len(figure.measures) // 2


@pytest.mark.parametrize(("name", "given", "more"), TOO_LITTLE, ids=[n for n, *_ in TOO_LITTLE])
def test_givens_that_seem_enough_and_are_not_show_how_the_figure_moves(
    name: str, given: dict[str, str], more: str
) -> None:
    teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    card = told_card(work_out("it", name, tuple(typed(name, **given).items()), teller), given, teller)
    assert card.moving is not None and card.moving.measure == more
    assert (
        len({frame.drawing.bounds for frame in card.moving.frames}) == 1
    )  # one scale, so that it can be seen
    assert len({(frame.drawing.path, frame.drawing.lines) for frame in card.moving.frames}) == len(
        card.moving.frames
    )


def test_what_is_held_settles_the_figure() -> None:
    teller = Teller(UNITS["cm"], UNITS["deg"], Rounding(places=2), PI)
    given = typed("cone", volume="40 cm³")
    card = told_card(work_out("it", "cone", tuple(given.items()), teller), {"volume": "40"}, teller)
    assert card.moving is not None
    frame = card.moving.frames[0]
    assert frame.text.endswith(" cm")
    held = typed("cone", **{card.moving.measure: frame.text})
    assert solve(figures()["cone"], given | held, PI).values.keys() >= {"height", "slant"}


def test_a_number_of_edges_moves_where_nothing_else_does() -> None:
    still = moving(figures()["regular-polygon"], typed("regular-polygon", side="2 m"), PI, LENGTH)
    assert still is not None and still.measure.name == "sides"
    assert [one.values["sides"].value.rational for one in still.figures] == list(range(3, 13))


def test_nothing_moves_where_nothing_fits() -> None:
    given = typed("rhombus", side="1 m", d1="3 m")
    with pytest.raises(SolvingError):
        solve(figures()["rhombus"], given, PI)
    assert moving(figures()["rhombus"], given, PI, LENGTH) is None
