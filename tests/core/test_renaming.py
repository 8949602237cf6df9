"""Names of figures, parts, lines and letters carried everywhere."""

from __future__ import annotations

import copy
import re

import pytest

from mensuration.editing import Refused
from mensuration.problem import Problem, read
from tests.core.edited import YARD, document, done, values


def test_a_parts_new_name_goes_everywhere() -> None:
    after = done(YARD, "rename-part", figure="court", part="deck", name="floor")
    text = after.model_dump_json()
    assert "deck" not in text
    court, post, posts = after.figures
    assert court.parts[1].on.part == "floor"
    assert court.parts[2].walk == "right floor.width, up 2, left ?, down ?"
    assert court.cuts[0] == (("floor.width / 2", "0"), ("court.floor.width / 2", "4"))
    assert court.shaded.parts == ["floor"]
    assert posts.rows[0]["height"] == "court.floor.width"
    assert post.given["radius"] == "court.nose.radius"
    assert values(after) == values(YARD)


def test_a_figures_new_name_goes_everywhere() -> None:
    after = done(YARD, "rename-figure", figure="court", name="garden")
    assert "court" not in after.model_dump_json()
    assert after.figures[1].given["radius"] == "garden.nose.radius"
    assert after.figures[2].rows[0]["height"] == "garden.deck.width"
    assert values(after) == values(YARD)
    again = done(after, "rename-figure", figure="post", name="pole")
    assert again.asks[1].expression == "pole.volume + twice * garden.deck.area"


def test_a_lines_new_name_goes_everywhere() -> None:
    after = done(YARD, "rename-line", line="tape", name="cord")
    assert after.figures[0].parts[0].given["height"] == "cord/2"
    assert values(after) == values(YARD)


RUN = document(
    letters=[{"name": "w", "stands": "6 m"}, {"name": "h", "stands": "w / 2"}],
    figures=[
        {
            "name": "run",
            "parts": [{"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "h + 1 m"}}],
        }
    ],
    lines=[{"name": "fence", "expression": "w + 2 run.slab.height"}],
    asks=[{"label": "Area", "expression": "run.area"}],
    hold=[{"expression": "run.perimeter", "at": "2 (w + 4 m)", "gives": "h"}],
    vary={
        "letters": [{"letter": "w", "low": "1", "high": "w + 9 m", "step": "all"}],
        "watch": ["run.area", "fence / w"],
    },
    solve=[{"expression": "run.area", "at": "24 m^2", "letter": "w"}],
    variants={
        "givens": [
            {"name": "w", "low": "2", "high": "9"},
            {"name": "run.slab.width", "low": "1", "high": "2"},
        ],
        "whole": ["run.area", "fence"],
    },
)


@pytest.mark.parametrize(
    ("do", "more"),
    [
        ("rename-letter", {"letter": "w", "name": "breadth"}),
        ("rename-letter", {"letter": "h", "name": "rise"}),
        ("rename-figure", {"figure": "run", "name": "bed"}),
        ("rename-part", {"figure": "run", "part": "slab", "name": "floor"}),
        ("rename-line", {"line": "fence", "name": "tape"}),
    ],
)
def test_new_names_go_to_what_is_held_varied_solved_and_drawn_anew(do: str, more: dict[str, str]) -> None:
    """Nothing of what is asked about letters keeps an old name; and everything is worked out as before."""

    def times(name: str, problem: Problem) -> int:
        return len(re.findall(rf"\b{name}\b", problem.model_dump_json(exclude_none=True)))

    after, what = done(RUN, do, **more), do.removeprefix("rename-")
    assert times(more[what], after) == 0 and times(more["name"], after) == times(more[what], read(RUN)) > 1
    assert values(after) == values(RUN)
    assert done(after, do, **{**more, what: more["name"], "name": more[what]}) == read(RUN)


@pytest.mark.parametrize(
    ("letter", "name", "says"),
    [
        ("w", "h", "already something named “h”"),
        ("w", "fence", "already"),
        ("w", "cm", "already means"),
        ("u", "v", "no letter named “u”"),
    ],
)
def test_letters_are_not_renamed_to_what_has_a_meaning(letter: str, name: str, says: str) -> None:
    with pytest.raises(Refused, match=says):
        done(RUN, "rename-letter", letter=letter, name=name)


@pytest.mark.parametrize(
    ("do", "more", "says"),
    [
        ("rename-part", {"part": "deck", "name": "nose"}, "already something named “nose”"),
        ("rename-part", {"part": "deck", "name": "m"}, "“m” already means something"),
        ("rename-part", {"part": "deck", "name": "two-words"}, "can't be a name"),
        ("rename-part", {"part": "deck", "name": ""}, "a name is missing"),
        ("rename-part", {"part": "gone", "name": "x"}, "no part named “gone”"),
        ("rename-figure", {"name": "tape"}, "already something named “tape”"),
        ("rename-figure", {"name": "sin"}, "“sin” already means something"),
        ("rename-figure", {"figure": "gone", "name": "x"}, "no figure named “gone”"),
    ],
)
def test_names_that_can_not_be_used_are_refused(do: str, more: dict[str, str], says: str) -> None:
    with pytest.raises(Refused, match=says):
        done(YARD, do, **{"figure": "court", **more})


def test_a_name_that_would_hide_another_is_refused() -> None:
    hiding = copy.deepcopy(YARD)
    hiding["figures"][0]["parts"][0]["given"]["width"] = "post.height"
    with pytest.raises(Refused, match="would mean something else"):
        done(hiding, "rename-part", figure="court", part="nose", name="post")


def test_words_that_only_look_alike_stay() -> None:
    alike = document(
        figures=[{"name": "pad", "parts": [{"name": "slab", "shape": "square", "given": {"side": "2"}}]}],
        lines=[{"name": "a", "expression": "slab + pad.slab2.width + xpad.slab.width + slabs.width + pad.slab.side"}],
    )  # fmt: skip
    after = done(alike, "rename-part", figure="pad", part="slab", name="floor")
    assert (
        after.lines[0].expression == "slab + pad.slab2.width + xpad.slab.width + slabs.width + pad.floor.side"
    )


def test_unreadable_texts_are_renamed_too() -> None:
    broken = copy.deepcopy(YARD)
    broken["lines"][1]["expression"] = "2 (court.deck.width"
    after = done(broken, "rename-part", figure="court", part="deck", name="größe")
    assert after.lines[1].expression == "2 (court.größe.width"
