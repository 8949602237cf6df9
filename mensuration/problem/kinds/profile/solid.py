"""Which solid is shown of a profile: led round its line, as broad as it is told, slices of known area, or a bed under a grid."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from math import ceil

import numpy as np

from mensuration.drawing.sliced import Station, bed_picture, broad_picture, round_slices, spun_picture
from mensuration.drawing.space import SpaceDrawing
from mensuration.numbers.columns import floats_of
from mensuration.problem.kinds.profile.sources import Source
from mensuration.problem.kinds.profile.told import scale
from mensuration.profiles.regions import Line, Region
from mensuration.telling import Teller

ROUND = 64  # stations at least along a curve
MOST = 120  # stations along readings


def solid_picture(
    source: Source, line: Line | None, wanted: Collection[str], spun: bool, name: str, teller: Teller
) -> SpaceDrawing | None:
    """The picture of the solid, by what is looked at (``wanted``), else by what was told of it; None where it makes none."""
    unit = scale(teller, teller.unit.kind)
    if source.grid is not None:
        along, rows = source.grid
        across = [x / unit for x in floats_of(source.ordinates.positions)]
        depths = [[depth / unit for depth in floats_of(row)] for row in rows]
        return bed_picture([x / unit for x in floats_of(along)], across, depths, name)
    stations = list(_stations(source, unit))
    if source.what == "cross-section":
        return round_slices(stations, name)
    if not source.lies_flat or line is None:
        return None
    broad = source.breadth is not None or "breadth" in source.ordinates.columns
    led_round = {"spun_volume", "spun_surface"} & set(wanted) or (spun and "volume" not in wanted)
    if broad and not led_round:
        return broad_picture(stations, "volume", name)
    return spun_picture(stations, line.along, float(line.at), name)


def _stations(source: Source, unit: float) -> Iterator[Station]:
    ordinates = source.ordinates
    if source.region is not None:
        yield from _along(source.region, ordinates.count, source, unit)
        return
    even = 1.0 if source.breadth is None else float(source.breadth.value) / unit
    breadths = ordinates.columns.get("breadth")
    columns = [
        [value / unit for value in floats_of(ordinates.positions)],
        [value / (unit if source.lies_flat else unit**2) for value in floats_of(source.tops)],
        [value / unit for value in floats_of(source.bottoms)],
        [even] * len(ordinates.positions)
        if breadths is None
        else [value / unit for value in floats_of(breadths)],
    ]
    rows = list(zip(*columns, strict=True))
    step = max(1, len(rows) // MOST)
    for x, top, bottom, breadth in [*rows[:-1:step], rows[-1]]:
        yield Station(x, top, bottom, breadth)


def _along(region: Region, count: int, source: Source, unit: float) -> Iterator[Station]:
    per = max(1, ceil(ROUND / count))
    x = np.linspace(float(region.top.start), float(region.top.end), count * per + 1)
    tops, bottoms = region.top.floats(x), region.flat.floats(x)
    even = 1.0 if source.breadth is None else float(source.breadth.value) / unit
    breadths = np.full(x.shape, even) if region.breadth is None else region.breadth.floats(x)
    for i, row in enumerate(zip(x, tops, bottoms, breadths, strict=True)):
        at, top, bottom, breadth = map(float, row)
        yield Station(at, top, bottom, breadth, i % per == 0)
