"""Measured speed of cards: solving from every sufficient set of givens, a thousand cases, the gallery on the screen."""

from __future__ import annotations

import statistics
from fractions import Fraction
from itertools import combinations
from random import Random

from playwright.sync_api import Page

from bench.timing import once
from mensuration.catalogue import Figure, figures
from mensuration.expressions import Quantity
from mensuration.numbers import PI, Real
from mensuration.problem import evaluate_document
from mensuration.solving import SolvingError, solutions, solve, starting_givens
from mensuration.solving.solution import USUAL_CHOICE
from mensuration.units import LENGTH

MOST_SETS = 60  # of three or more givens, by lot; of one or two, all
CASES = 1000


def _whole(figure: Figure) -> dict[str, Quantity]:
    """Every quantity of a figure with ordinary proportions, no two of its givens equal."""
    given = {
        name: Quantity(quantity.value * Real.of(Fraction(21 + number, 20)), LENGTH)
        if quantity.kind == LENGTH
        else quantity
        for number, (name, quantity) in enumerate(starting_givens(figure).items())
    }
    for name in figure.defaults:
        given[name] = Quantity(given[figure.usual[0]].value / Real.of(3), LENGTH)
    return dict(solve(figure, given, PI).values)


def _times(figure: Figure) -> tuple[int, list[float]]:
    """How many givens a figure needs; milliseconds of solving it from every sufficient set of them, warm."""
    whole = _whole(figure)
    count = len(figure.basis)
    sets = list(combinations(whole, count))
    if count > 2:
        sets = Random(figure.name).sample(sets, min(MOST_SETS, len(sets)))
    times = []
    for chosen in sets:
        given = {name: whole[name] for name in chosen}
        try:
            found = solutions(figure, given, PI)
        except SolvingError:
            continue  # these hang on one another
        if any(step.source == USUAL_CHOICE for step in found[0].steps):
            continue
        times.append(once(lambda given=given: solutions(figure, given, PI)))
    return count, times


def _thousand(figure: str, **given: str) -> float:
    """Seconds of working out a thousand cases, each another one; ``{}`` stands for a number that grows."""
    rows = [{name: text.format(f"{1 + i / 1000:.3f}") for name, text in given.items()} for i in range(CASES)]
    table = {"name": "table", "kind": "cases", "figure": figure, "rows": rows}
    table["columns"] = [{"name": name} for name in given]
    document = {"format": "tilt-grid/problem", "version": 1, "figures": [table]}
    return once(lambda: evaluate_document(document, ["cases"])) / 1000


def rows() -> list[tuple[str, str, str]]:
    measured = {figure.name: _times(figure) for figure in figures().values()}
    medians = {name: statistics.median(times) for name, (_, times) in measured.items()}
    slow = max(medians, key=lambda name: medians[name])
    every = [t for _, times in measured.values() for t in times]
    pairs = max(max(times) for count, times in measured.values() if count <= 2)
    more = max(max(times) for count, times in measured.values() if count > 2)
    return [
        (
            f"a card solved, median of {len(every)} sets of givens",
            f"{statistics.median(every):.1f} ms",
            "15 ms",
        ),
        (f"… median of the slowest card ({slow})", f"{medians[slow]:.1f} ms", "15 ms"),
        ("… worst of all cards that need one or two givens", f"{pairs:.0f} ms", "150 ms"),
        ("… worst of those that need more", f"{more:.0f} ms", "150 ms"),
        *(
            (f"1000 cases, {told}", f"{_thousand(figure, **given):.2f} s", wanted)
            for told, figure, given, wanted in (
                ("cylinder by radius and height", "cylinder", {"radius": "{}", "height": "3"}, "0.4 s"),
                ("cone by volume and height", "cone", {"volume": "{}", "height": "3"}, "0.4 s"),
                ("by trial, segment by area and radius", "segment", {"area": "{}", "radius": "2"}, "2 s"),
                ("by trial, cone by surface and volume", "cone", {"surface": "1{}", "volume": "2"}, "2 s"),
                ("by trial, none of them a cone", "cone", {"surface": "{}", "volume": "2"}, "2 s"),
            )
        ),
    ]


def gallery_rows(page: Page, address: str) -> list[tuple[str, str, str]]:
    """From the click on Cards to the first picture that stands."""
    page.goto(address)
    link = page.get_by_role("link", name="Cards")
    link.wait_for()
    took = page.evaluate(
        """() => new Promise((done) => {
            const link = [...document.querySelectorAll('a')].find((a) => a.textContent === 'Cards');
            const start = performance.now();
            const look = () => (document.querySelector('section[aria-label=quadrilaterals] svg path') ? done(performance.now() - start) : requestAnimationFrame(look));
            link.click();
            look();
        })"""
    )
    return [("the gallery's first picture after a click", f"{took:.0f} ms", "400 ms")]
