"""Why givens determine no figure, in words: too few of them, or which of them clash, and by how much."""

from __future__ import annotations

from collections.abc import Callable, Container, Iterable, Mapping, Sequence
from contextlib import suppress
from itertools import combinations
from typing import TYPE_CHECKING

from mensuration.catalogue.figure import Figure
from mensuration.expressions import Quantity
from mensuration.solving.forms import reached
from mensuration.solving.search import sufficient

if TYPE_CHECKING:
    from mensuration.solving.solution import Solution

MOST_MORE = 3
MOST_NAMED = 5
COUNTS = {1: "one", 2: "two", 3: "three"}
Known = Mapping[str, Quantity]


class SolvingError(ValueError):
    """Givens that determine no figure: a code, a sentence, and the given it stands at (or none).

    ``partial`` holds what follows from them all the same.
    """

    def __init__(self, code: str, says: str, given: str | None = None) -> None:
        super().__init__(says)
        self.code = code
        self.says = says
        self.given = given
        self.partial: Solution | None = None


def too_little(figure: Figure, values: Iterable[str]) -> str:
    """What more would settle a figure of which only ``values`` are known."""
    known = set(values)
    names = [m.name for m in figure.measures]
    usual = [name for name in figure.usual if name not in known]
    others = [name for name in names if name not in known and name not in usual]
    if not known:
        return (
            f"a {figure.title.lower()} needs its {listed([figure.title_of(name) for name in usual], 'and')}"
        )
    alone = [name for name in (*usual, *others) if _settles(figure, {*known, name})]
    if alone:
        return f"one more measurement is needed: {listed([figure.title_of(n) for n in alone[:MOST_NAMED]], 'or')}"
    for count in range(2, MOST_MORE + 1):
        for more in combinations((*usual, *others), count):
            if _settles(figure, {*known, *more}):
                such = listed([figure.title_of(name) for name in more], "and")
                return f"{COUNTS[count]} more measurements are needed, such as {such}"
    return "more measurements are needed"


def still_moving(figure: Figure, values: Iterable[str], some: Sequence[Mapping[str, float]]) -> str:
    """That what is known leaves a figure free, which measurements would hold it, and two of the figures it may be."""
    known = set(values)
    free = [
        m.name
        for m in (*figure.measures,)
        if m.name not in known and max(f[m.name] for f in some) > 1.01 * min(f[m.name] for f in some)
    ]
    first = [name for name in figure.usual if name in free] or free[:2]
    more = [*first, *(name for name in free if name not in first)][:MOST_NAMED]
    shown = first[:2]
    one, two = some[0], some[-1]
    such = " or ".join(
        listed([f"{figure.title_of(name)} {each[name]:.3g}" for name in shown], "and") for each in (one, two)
    )
    needed = listed([figure.title_of(name) for name in more], "or")
    return f"one more measurement is needed: {needed}. So far it can still change: {such}, and all between"


def listed(names: list[str], last: str) -> str:
    """Words in a row: a, b or c."""
    return f" {last} ".join([", ".join(names[:-1]), names[-1]] if len(names) > 1 else names)


def _settles(figure: Figure, known: Iterable[str]) -> bool:
    """Whether all measures follow, by forms and usual choices."""
    return reached(figure, known) >= {m.name for m in figure.measures}


def clash(
    figure: Figure,
    given: Known,
    solved: Callable[[Known], list[Solution]],
    show: Callable[[Quantity], str],
    otherwise: str,
) -> tuple[str, str]:
    """Which givens contradict one another and by how much; and the one at which it is said.

    The fewest that clash are found by leaving out one after the other. ``otherwise`` is said where the rest
    of them settles nothing.
    """

    def clashes(some: Known) -> bool:
        if len(some) <= len(figure.basis) and sufficient(figure, frozenset(some)):
            return False  # they are independent: a figure has them, or none is possible, but not one against another
        try:
            solved(some)
        except SolvingError as error:
            return error.code == "contradiction"
        return False

    fewest = dict(given)
    for name in _least_usual(figure, given):
        without = {other: value for other, value in fewest.items() if other != name}
        if len(without) > 1 and clashes(without):
            fewest = without
    at = _least_usual(figure, fewest)[0]
    order = [m.name for m in figure.measures if m.name in fewest]
    names = listed([figure.title_of(name) for name in order], "and")
    with suppress(SolvingError):
        found = solved({name: value for name, value in fewest.items() if name != at})
        near = min(found, key=lambda one: abs(float(one.values[at].value) - float(fewest[at].value)))
        expected = near.values[at]
        off = fewest[at].plus(expected, -1)
        more = "too much" if off.value.sign() > 0 else "too little"
        amount = show(Quantity(abs(off.value), off.kind))
        shown, typed = show(expected), show(fewest[at])
        if shown == typed:  # the difference lies in digits that are not shown
            return (
                f"{names} contradict one another: by the {_others(figure, order, at)} the {figure.title_of(at)} would be "
                f"{amount} {'less' if off.value.sign() > 0 else 'more'} than {typed.removeprefix('≈ ')}"
            ), at
        others = _others(figure, order, at)
        return (
            f"{names} contradict one another: by the {others} the {figure.title_of(at)} would be {shown}, "
            f"so {typed} is {amount} {more}"
        ), at
    return otherwise, at


def _others(figure: Figure, names: Iterable[str], at: str) -> str:
    return listed([figure.title_of(name) for name in names if name != at], "and")


def _least_usual(figure: Figure, names: Iterable[str]) -> list[str]:
    order = [*figure.usual, *(m.name for m in figure.measures if m.name not in figure.usual)]
    return sorted(names, key=order.index, reverse=True)


def nothing_found(figure: Figure, known: Container[str]) -> str:
    """That trial found no figure."""
    counts = [m.title for m in figure.measures if m.kind == "count" and m.name not in known]
    whole = f" and a whole number of {counts[0]}" if counts else ""
    return f"no {figure.title.lower()} was found that has these measurements{whole}"
