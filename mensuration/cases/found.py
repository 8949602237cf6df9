"""What is found of each case: solved by itself, or side by side with others where many are to be found."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import groupby
from threading import Lock

from mensuration.budget import UNFINISHED, OutOfTime, piece
from mensuration.cases.cells import CaseCell, Spelling
from mensuration.catalogue import Figure
from mensuration.expressions import Quantity
from mensuration.frozen import Table, table
from mensuration.numbers import Rounding, TooDeep
from mensuration.numbers.boxes import Boxes, texts_between
from mensuration.solving import Solution, SolvingError, solutions
from mensuration.solving.faults import nothing_found
from mensuration.solving.side_by_side import Found, solved_side_by_side

SEVERAL = 6  # cases of the same givens, from which on they are solved side by side
MOST_REMEMBERED = 20_000
Given = tuple[tuple[str, Quantity], ...]


@dataclass(frozen=True)
class Case:
    """What was found of one case: a row of cells for each solution, or what is wrong and at which given.

    ``between`` are the bounds of each solution's values in their units, where it was found side by side with others.
    """

    cells: tuple[Table[str, CaseCell], ...]
    solutions: int
    says: str | None = None
    at: str | None = None
    between: tuple[Mapping[str, tuple[float, float]], ...] = ()

    def chosen(self, typed: str) -> int:
        """The number of the chosen solution, from 0."""
        wanted = int(typed) - 1 if typed.strip().isdigit() else 0
        return wanted if 0 <= wanted < self.solutions else 0

    def rounded(self, which: int, measure: str, places: int) -> str | None:
        """A value rounded to so many places, as text; None where its bounds can't tell."""
        if which >= len(self.between) or measure not in self.between[which]:
            return None
        low, high = self.between[which][measure]
        return texts_between(Boxes.between(low, high), Rounding(places=places))[0]


class _Memory:
    """The cases last found, so that a change works out its own row alone."""

    def __init__(self) -> None:
        self._cases: OrderedDict[object, Case] = OrderedDict()
        self._lock = Lock()

    def get(self, key: object) -> Case | None:
        with self._lock:
            if key in self._cases:
                self._cases.move_to_end(key)
            return self._cases.get(key)

    def keep(self, key: object, case: Case) -> None:
        with self._lock:
            self._cases[key] = case
            if len(self._cases) > MOST_REMEMBERED:
                self._cases.popitem(last=False)


_memory = _Memory()


def cases_of(figure: Figure, rows: Sequence[Given], spelling: Spelling) -> list[Case]:
    """Each row's case."""
    written = tuple(spelling.units.items()), spelling.teller
    keys = [(figure.name, given, *written) for given in rows]
    known = [_memory.get(key) for key in keys]
    new = [index for index, case in enumerate(known) if case is None]
    found: dict[int, Case] = {}
    for _, group in groupby(sorted(new, key=lambda i: _names(rows[i])), key=lambda i: _names(rows[i])):
        same = list(group)
        if len(same) >= SEVERAL:
            found |= dict(_side_by_side(figure, {index: rows[index] for index in same}, spelling))
        found |= {index: _by_itself(figure, rows[index], spelling) for index in same if index not in found}
    for index, case in found.items():
        if case.says != UNFINISHED:
            _memory.keep(keys[index], case)
    return [case or found[index] for index, case in enumerate(known)]


def _names(given: Given) -> list[str]:
    return [name for name, _ in given]


def solved_alone(figure: Figure, given: Given, spelling: Spelling) -> tuple[Solution, ...]:
    """Every solution of one case, exactly."""
    return tuple(solutions(figure, dict(given), spelling.teller.pi, spelling.teller.plainly))


def _by_itself(figure: Figure, given: Given, spelling: Spelling) -> Case:
    names = dict(given)

    def cells(values: Mapping[str, Quantity]) -> Table[str, CaseCell]:
        found = ((name, value) for name, value in values.items() if name not in names)
        return table((name, spelling.cell(name, value, given=False)) for name, value in found)

    try:
        with piece():
            every = solved_alone(figure, given, spelling)
        return Case(tuple(cells(solution.values) for solution in every), len(every))
    except SolvingError as error:
        partial = error.partial.values if error.partial else {}
        return Case((cells(partial),), 0, error.says, error.given)
    except TooDeep:
        return Case((table({}),), 0, "this hangs on too long a chain of other measurements")
    except OutOfTime:
        return Case((table({}),), 0, UNFINISHED)


def _side_by_side(
    figure: Figure, rows: Mapping[int, Given], spelling: Spelling
) -> Iterator[tuple[int, Case]]:
    """The cases about which floats are certain, down to every cell."""
    order = list(rows)
    names = _names(rows[order[0]])
    given = {
        name: Boxes.of([rows[index][place][1].value for index in order]) for place, name in enumerate(names)
    }
    solved = solved_side_by_side(figure, given, Boxes.of([spelling.teller.pi]))
    cells: dict[int, list[Table[str, CaseCell]]] = {}
    between: dict[int, list[Mapping[str, tuple[float, float]]]] = {}
    unsure: set[int] = set()
    for found in solved.found:
        columns, bounds = [], []
        measures = [m.name for m in figure.measures if m.name not in given]
        for measure in measures:
            values = found.values[measure].at(found.rows)
            amounts = spelling.in_unit(measure, values)
            columns.append(spelling.cells(measure, values, given=False))
            bounds.append(list(zip(amounts.low.tolist(), amounts.high.tolist(), strict=True)))
        for place, row in enumerate(found.rows.tolist()):
            here = [column[place] for column in columns]
            told = [(name, cell) for name, cell in zip(measures, here, strict=True) if cell is not None]
            if len(told) < len(measures):
                unsure.add(row)
            cells.setdefault(row, []).append(table(told))
            between.setdefault(row, []).append(
                {name: bound[place] for name, bound in zip(measures, bounds, strict=True)}
            )
    if solved.without is not None:
        yield from _without(figure, given, solved.without, order, spelling)
    for row, index in enumerate(order):
        if row in cells and row not in unsure and not solved.open[row]:
            yield index, Case(tuple(cells[row]), len(cells[row]), between=tuple(between[row]))


def _without(
    figure: Figure, given: Mapping[str, Boxes], known: Found, order: Sequence[int], spelling: Spelling
) -> Iterator[tuple[int, Case]]:
    """The cases of which there is no figure, with what is known of them all the same."""
    says = nothing_found(figure, known.values)
    measures = [m.name for m in figure.measures if m.name in known.values and m.name not in given]
    columns = [spelling.cells(name, known.values[name].at(known.rows), given=False) for name in measures]
    for place, row in enumerate(known.rows.tolist()):
        here = [column[place] for column in columns]
        if None not in here:
            told = ((name, cell) for name, cell in zip(measures, here, strict=True) if cell is not None)
            yield order[row], Case((table(told),), 0, says)
