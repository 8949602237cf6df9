"""The tally: the signed list of entries that makes one measure of a plane figure."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from functools import cached_property, lru_cache
from typing import Any

from mensuration.expressions import Quantity
from mensuration.expressions.write import Written
from mensuration.numbers import NotClosed, Real
from mensuration.outlines import OUTLINE
from mensuration.plane import AreaShare, Composition, PlacedPart, Stretch, compose
from mensuration.plane.cutting import Cut, TooManyPieces, cut
from mensuration.plane.edges import Spot
from mensuration.plane.paths import edge_segment, roomy_spot
from mensuration.plane.regions import Region, regions_of
from mensuration.steps import formula_of, length_of
from mensuration.telling import Teller, told
from mensuration.units import Kind
from mensuration.ways import DoesNotFit, Way, usual_way, way_named, ways_of
from mensuration.ways.telling import as_steps, way_entries

PARTS = "parts"
EXPLAINED_PARTS = 12
CHECKED_CUTS = 12

AREA_TITLES = {
    "overlap": ("overlap, counted twice", "lies partly on what was there before"),
    "outside": ("lies outside, not there to take", "reaches beyond the figure"),
}
UNCOUNTED = {
    "shared": "shared with {}: inside the figure, not counted",
    "covered": "inside {}: not counted",
    "cut": "taken away with {}: not counted",
}


def badge(index: int) -> str:
    """A, B … Z, AA, AB …"""
    letters = ""
    index += 1
    while index:
        index, rest = divmod(index - 1, 26)
        letters = chr(65 + rest) + letters
    return letters


class PlaneTallies:
    """Area and perimeter of one composed figure, entry by entry."""

    def __init__(
        self,
        name: str,
        composition: Composition,
        teller: Teller,
        length: Kind,
        way: str | None = None,
        cuts: Sequence[Cut] = (),
    ) -> None:
        """``way`` names the way in which the area is told, ``cuts`` are a person's own cut lines."""
        self.name = name
        self.way = way
        self.cuts = cuts
        self.composition = composition
        self.teller = teller
        self.length = length
        self.area_kind = length.power(2)

    def quantity(self, measure: str) -> Quantity:
        if measure == "area":
            return Quantity(self.composition.area, self.area_kind)
        return Quantity(self.composition.perimeter, self.length)

    def measure(self) -> None:
        """Find both measures now, so that what can go wrong goes wrong here."""
        _ = self.composition.area, self.composition.perimeter

    @cached_property
    def all(self) -> dict[str, Any]:
        """The tally of every measure."""
        return {
            "area": self.split_tally(self.split) if self.split else self.parts_tally,
            "perimeter": self._tally("perimeter", self._perimeter_entries()),
        }

    def _tally(self, measure: str, entries: list[dict[str, Any]]) -> dict[str, Any]:
        total = self.teller.tell(self.quantity(measure))
        return {
            "measure": measure,
            "way": PARTS,
            "entries": entries,
            "total": total,
            "note": total["note"],
            "split": None,
        }

    @cached_property
    def parts_tally(self) -> dict[str, Any]:
        """The area as the parts were joined."""
        return self._tally("area", [self._area_entry(share) for share in self.composition.shares])

    # Ways of splitting

    @cached_property
    def region(self) -> Region:
        composition = self.composition
        return regions_of(composition.arrangement, composition.covers, composition.pi)

    @cached_property
    def split(self) -> Way | None:
        """The way in which the area is told; None when as the parts were joined."""
        alone = self.composition.parts[0] if len(self.composition.parts) == 1 else None
        outlined = alone is not None and alone.solution.figure.name == OUTLINE
        if self.way == PARTS or (self.way is None and not outlined) or not self.region.loops:
            return None
        try:
            return way_named(self.way or usual_way(self.region), self.region, self.cuts)
        except (NotClosed, TooManyPieces, DoesNotFit):
            return None

    def idle_cuts(self) -> list[int]:
        """Own cut lines that divide nothing, by their place in the list."""
        if self.split is None or self.split.name != "own" or len(self.cuts) > CHECKED_CUTS:
            return []
        count = len(cut(self.region, self.cuts))
        others = [[*self.cuts[:i], *self.cuts[i + 1 :]] for i in range(len(self.cuts))]
        return [i for i, rest in enumerate(others) if len(cut(self.region, rest)) == count]

    def ways(self) -> list[dict[str, Any]]:
        """Every way to tell the area, each with its title and its tally."""
        found = [
            {
                "name": PARTS,
                "title": "As it was put together",
                "about": "the parts, as they join",
                "tally": self.parts_tally,
            }
        ]
        shown = self.split.name if self.split else ""
        for way in ways_of(self.region, self.cuts, shown) if self.region.loops else []:
            found.append(
                {"name": way.name, "title": way.title, "about": way.about, "tally": self.split_tally(way)}
            )
        return found

    def split_tally(self, way: Way) -> dict[str, Any]:
        """The tally of one way, with what the board shows of it."""
        entries = way_entries(way, self.teller, self.length)
        scale = 1 / float(self.teller.unit.size(self.teller.pi))
        pieces = [
            {
                "id": entry["id"],
                "badge": entry["badge"],
                "sign": entry["sign"],
                "path": [edge_segment(edge, scale) for edge in piece.region.edges],
                "label": [value * scale for value in _label(piece.region)],
            }
            for entry, piece in zip(entries, way.pieces, strict=True)
        ]
        cuts = [[[float(x) * scale, float(y) * scale] for x, y in line] for line in way.cuts]
        tally = self._tally("area", entries)
        return {**tally, "way": way.name, "split": {"title": way.title, "cuts": cuts, "pieces": pieces}}

    def warnings(self) -> list[tuple[str, str, str]]:
        """What is odd though it can be worked out: (part, sentence, code)."""
        found: list[tuple[str, str, str]] = []
        for share in self.composition.shares:
            name, relation = share.part.name, share.relation
            if share.role == "outside" and relation == "apart":
                found.append((name, f"{name} lies outside the figure: nothing is taken away", "outside"))
            elif share.role == "outside" and relation == "around":
                found.append((name, f"{name} covers the whole figure: nothing is left", "nothing-left"))
            elif share.role == "outside":
                found.append((name, f"{name} lies partly outside the figure", "partly-outside"))
            elif share.role == "overlap" and relation == "within":
                found.append(
                    (name, f"{name} lies wholly inside what is there: it adds nothing", "adds-nothing")
                )
        return found

    # Area

    def _area_entry(self, share: AreaShare) -> dict[str, Any]:
        part = share.part
        value = self.teller.tell(Quantity(share.size, self.area_kind))
        entry: dict[str, Any] = {
            "id": f"area.{part.name}.{share.role}",
            "sign": "-" if share.sign < 0 else "+",
            "badge": badge(part.index),
            "part": part.name,
            "edge": None,
            "role": share.role,
            "counted": True,
            "stretch": None,
            "title": part.name,
            "shape": part.solution.figure.title.lower(),
            "note": "",
            "value": value,
            "steps": [],
            "formula": None,
            "numbers": None,
        }
        if share.role == "part" and part.solution.figure.name == OUTLINE:
            entry.update(_outline_steps(part, self.teller, self.length))
        elif share.role == "part":
            entry.update(formula_of(part, "area", self.teller))
        elif share.role == "common":
            entry["title"] = f"common with {part.name}"
            entry["note"] = "what lies in all parts so far"
            entry.update(self._region_steps(share))
        else:
            entry["title"], entry["note"] = AREA_TITLES[share.role]
            entry["note"] = f"{part.name} {entry['note']}"
            if share.role == "overlap":
                entry.update(self._region_steps(share))
        return entry

    def _region_steps(self, share: AreaShare) -> dict[str, Any]:
        """How an overlap or a common part is made up: the polygon on its corners and its segments."""
        if share.relation != "partly" or len(self.composition.parts) > EXPLAINED_PARTS:
            return {}
        region = self.composition.overlap_region(share.part)
        try:
            way = way_named("round" if not region.straight else usual_way(region), region)
        except (NotClosed, TooManyPieces, DoesNotFit):
            return {}
        return as_steps(way, self.teller, self.length)

    # Perimeter

    def _perimeter_entries(self) -> list[dict[str, Any]]:
        stretches = list(enumerate(self.composition.stretches))
        counted = [self._perimeter_entry(i, s) for i, s in stretches if s.role == "outline"]
        return counted + [self._perimeter_entry(i, s) for i, s in stretches if s.role != "outline"]

    def _perimeter_entry(self, index: int, stretch: Stretch) -> dict[str, Any]:
        part = self._part(stretch.edge.part)
        counts = stretch.role == "outline"
        note = ""
        if not counts:
            beside = [self._part(i).name for i in stretch.beside]
            note = UNCOUNTED[stretch.role].format(" and ".join(beside) or part.name)
        elif not stretch.whole:
            note = f"what is left of the {stretch.edge.name}"
        return {
            "id": f"perimeter.{index}",
            "sign": "+" if counts else "",
            "badge": badge(part.index),
            "part": part.name,
            "edge": stretch.edge.name,
            "role": stretch.role,
            "counted": counts,
            "stretch": index,
            "title": f"{part.name}, {stretch.edge.name}",
            "shape": "line" if stretch.edge.straight else "arc",
            "note": note,
            "value": self.teller.tell(Quantity(stretch.length, self.length)),
            **self._length_of(part, stretch),
        }

    def _length_of(self, part: PlacedPart, stretch: Stretch) -> dict[str, Any]:
        none: dict[str, Any] = {"steps": [], "formula": None, "numbers": None}
        if stretch.whole:
            return length_of(part, stretch.edge.formula, self.teller)
        others = self._gone(stretch) if stretch.role == "outline" else None
        if others is None:
            return none
        whole = self.teller.written(Quantity(stretch.edge.length, self.length))
        gone = self.teller.written(Quantity(others, self.length))
        return {**none, "numbers": told(Written(f"{whole.tex} - {gone.tex}", f"{whole.text} − {gone.text}"))}

    def _gone(self, stretch: Stretch) -> Real | None:
        """What is missing of an edge, when only this one stretch of it is left and both are exact."""
        rest = stretch.edge.length - stretch.length
        if rest.exact is None or self.composition.outline_stretches[stretch.edge] > 1:
            return None
        return rest

    def _part(self, index: int) -> PlacedPart:
        return self.composition.part(index)


def _label(region: Region) -> Spot:
    border = [spot for edge in region.edges for spot in edge.samples]
    return roomy_spot(region.box, region.contains, border, lambda spot: False)


@lru_cache(maxsize=200)
def _outline_steps(part: PlacedPart, teller: Teller, length: Kind) -> dict[str, Any]:
    """An outline among other parts: split in the usual way."""
    alone = compose(
        (replace(part, index=0, join="add", edges=tuple(replace(e, part=0) for e in part.edges)),), teller.pi
    )
    region = regions_of(alone.arrangement, alone.covers, teller.pi)
    return as_steps(way_named(usual_way(region), region), teller, length)
