"""Ordinates led round a line: how far from it the outer and the inner side are, and what is summed for the volume."""

from __future__ import annotations

from collections.abc import Sequence

from mensuration.numbers import NOUGHT, Real
from mensuration.profiles.ordinates import Columns, Ordinates, Row
from mensuration.profiles.regions import Line
from mensuration.profiles.rules import DISCS, SHELLS, WASHERS, Summed


def led_round(ordinates: Ordinates, line: Line) -> tuple[Ordinates, Summed]:
    """The ordinates with what tells how they are led round a line (in their own units), and what is to be summed: discs where
    they stand on a level line, else washers; shells round an upright one.

    >>> x, y = (tuple(Real.of(n) for n in ns) for ns in ((0, 1), (2, 3)))
    >>> led_round(Ordinates(x, y), Line("level", Real.of(1)))[0].columns["outer"]
    (Real('1'), Real('2'))
    """
    on_it = line.along == "level" and not line.at.sign() and "bottom" not in ordinates.columns

    def seen(x: Real, row: Row) -> Row:
        if line.along == "upright":
            return {"away": abs(x - line.at), "height": abs(row["height"])}
        top = row.get("top", row["height"]) - line.at
        bottom = row.get("bottom", NOUGHT) - line.at
        far, near = sorted((abs(top), abs(bottom)), key=float, reverse=True)
        return {"outer": far, "inner": near if top.sign() * bottom.sign() > 0 else NOUGHT}

    if on_it and line.along == "level":
        return ordinates, DISCS  # the squares of the heights are all that is summed
    found = [seen(x, row) for x, row in zip(ordinates.positions, ordinates.rows, strict=True)]
    heights = [new.get("height", old["height"]) for new, old in zip(found, ordinates.rows, strict=True)]
    names = [name for name in found[0] if name != "height"]
    columns = {name: tuple(row[name] for row in found) for name in names}
    old_between = ordinates.between

    def between(places: Sequence[Real]) -> Columns:
        assert old_between is not None
        old = old_between(places)
        rows = [dict(zip(old, row, strict=True)) for row in zip(*old.values(), strict=True)]
        new = [{**row, **seen(x, row)} for x, row in zip(places, rows, strict=True)]
        return {name: [row[name] for row in new] for name in new[0]}

    spun = Ordinates(
        ordinates.positions,
        heights,
        between if old_between else None,
        {**ordinates.columns, **columns},
        ordinates.extremes,
    )
    return spun, SHELLS if line.along == "upright" else WASHERS
