"""The tallies of a composite solid: its volume piece by piece, its surface face by face."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import cached_property

from mensuration.catalogue.figure import Solid
from mensuration.catalogue.own_body import OwnBody, OwnFace
from mensuration.expressions import Path, Quantity, parse, paths
from mensuration.expressions.nodes import Binary, Node, number_of
from mensuration.numbers import Real
from mensuration.plane.composing import APART, WITHIN
from mensuration.solids import FaceShare, Joined, Opening, Piece, VolumeShare
from mensuration.solids.edges import edges_of
from mensuration.solids.faces import called, declared_face, formula_of
from mensuration.solving import Solution
from mensuration.tally.deriving import Derived, derived, derived_by, symbols_of
from mensuration.tally.entry import Derivation, Entry, Look, Role, Sign, Subject, Tally, measured
from mensuration.tally.grouping import together, told_apart
from mensuration.units import Kind

HEIGHT = "height"
LETTERS = {
    "width": "w",
    "edge": "e",
    "top_edge": "e_T",
    "slant": "s",
    "away": "d",
    "middle": r"\bar{r}",
}
"""Of what faces that are made from a figure are told by, in TeX."""
MEASURES = ("volume", "surface", "lateral", "edges")


def openings_in(share: FaceShare) -> list[Opening]:
    """What a face lacks."""
    names = {share.face, called(share.face, share.outward, share.piece.frame)}
    return [opening for opening in share.piece.openings if opening.face in names]


def _of_a_piece(entry: Entry) -> str:
    return entry.subject.name


class SolidTallies:
    """Volume, whole surface and lateral surface of joined pieces, entry by entry."""

    def __init__(self, joined: Joined, length: Kind, pi: Real) -> None:
        self.joined, self.length, self.pi = joined, length, pi

    @property
    def measures(self) -> tuple[str, ...]:
        """Those that can be told."""
        if self.joined.without_surface is not None:
            return MEASURES[:1]
        return MEASURES[:3] if edges_of(self.joined) is None else MEASURES

    def of(self, measure: str) -> Tally:
        """The tally of ``volume``, ``surface``, ``lateral`` or ``edges``."""
        found: Tally = getattr(self, measure)
        return found

    def quantity(self, measure: str) -> Quantity:
        """The total of a measure."""
        return self.of(measure).total

    @cached_property
    def _numbers(self) -> dict[str, int]:
        """The place of each piece in the list, in which copies have one place."""
        return {name: number for number, name in enumerate(dict.fromkeys(p.name for p in self.joined.pieces))}

    @cached_property
    def volume(self) -> Tally:
        entries = [entry for share in self.joined.shares for entry in self._volume_entries(share)]
        return Tally("volume", self.length.power(3), told_apart(together(entries, _of_a_piece)), "pieces")

    def _volume_entries(self, share: VolumeShare) -> list[Entry]:
        piece = share.piece
        subject = Subject(piece.name, self._numbers[piece.name], shape=piece.solution.figure.title.lower())
        steps, own = derived(piece.solution, "volume")
        sign = Sign.ADDED if piece.join == "add" else Sign.TAKEN
        entries = [Entry(sign, Role.PART, subject, own, steps)]
        if piece.join == "add" and share.relation != APART:
            common = measured("volume", Quantity(share.common, self.length.power(3)), self.pi)
            entries.append(Entry(Sign.TAKEN, Role.OVERLAP, subject, common))
        if piece.join == "take" and share.relation != WITHIN:
            outside = Quantity(piece.volume - share.common, self.length.power(3))
            entries.append(Entry(Sign.ADDED, Role.OUTSIDE, subject, measured("volume", outside, self.pi)))
        return entries

    @cached_property
    def surface(self) -> Tally:
        return Tally("surface", self.length.power(2), self._told(self._faces), "faces")

    @cached_property
    def edges(self) -> Tally:
        """All edges, those of one length together, the longest first."""
        groups: list[list[Real]] = []
        for length in sorted(edges_of(self.joined) or (), key=float, reverse=True):
            if groups and groups[-1][0].same_as(length):
                groups[-1].append(length)
            else:
                groups.append([length])
        entries: list[Entry] = []
        for number, group in enumerate(groups):
            values = {"edge": Quantity(group[0], self.length)}
            count = len(group)
            own: Node = Path(("edge",))
            formula = own if count == 1 else Binary("*", number_of(count), own)
            subject = Subject("one edge" if count == 1 else f"{count} edges", number)
            entries.append(
                Entry(
                    Sign.ADDED,
                    Role.EDGE,
                    subject,
                    Derivation("edges", formula, values, self.pi, LETTERS, look=Look.SILENT),
                )
            )
        return Tally("edges", self.length, told_apart(entries), "edges")

    def grouped(self, measure: str) -> Tally:
        """The tally with equal faces of a piece told together."""
        tally = self.of(measure)
        return replace(tally, entries=told_apart(together(self.of_faces[measure], _of_a_piece)))

    @cached_property
    def of_faces(self) -> dict[str, list[Entry]]:
        """The faces one by one, of what counts faces."""
        return {"surface": self._faces, "lateral": self._upright}

    def _told(self, faces: list[Entry]) -> tuple[Entry, ...]:
        """Faces of one name, such as of copies of a piece, are told together."""
        return told_apart(together(faces, lambda entry: (entry.subject.name, entry.subject.face)))

    @cached_property
    def lateral(self) -> Tally:
        """What does not look straight up or down."""
        return Tally("lateral", self.length.power(2), self._told(self._upright), "faces")

    @cached_property
    def _upright(self) -> list[Entry]:
        upright = (share for share in self.joined.faces if share.outward is None or share.outward[0] != 2)
        return [entry for share in upright for entry in self._entries_of(share) if entry.sign]

    @cached_property
    def _faces(self) -> list[Entry]:
        return [entry for share in self.joined.faces for entry in self._entries_of(share)]

    def _entries_of(self, share: FaceShare) -> list[Entry]:
        """A face, and what of it is not there: doors, windows."""
        entry = self._face_entry(share)
        return [entry, *(self._opening(share.piece, each) for each in openings_in(share) if entry.sign)]

    def _opening(self, piece: Piece, opening: Opening) -> Entry:
        size: Node = Binary("*", Path(("width",)), Path((HEIGHT,)))
        formula = size if opening.count == 1 else Binary("*", number_of(opening.count), size)
        values = {"width": opening.width, HEIGHT: opening.height}
        own = Derivation("area", formula, values, self.pi, {**LETTERS, HEIGHT: "h"})
        subject = Subject(piece.name, self._numbers[piece.name], face=f"{opening.name} in {opening.face}")
        return Entry(Sign.TAKEN, Role.OPENING, subject, own)

    def _face_entry(self, share: FaceShare) -> Entry:
        piece = share.piece
        face = called(share.face, share.outward, piece.frame)
        subject = Subject(
            piece.name, self._numbers[piece.name], shape=piece.solution.figure.title.lower(), face=face
        )
        steps, derivation = self._face_derived(share)
        if {share.face, face} & piece.uncounted:
            return Entry(Sign.UNCOUNTED, Role.OPEN, subject, derivation, steps)
        if not share.whole and not share.counted.sign():
            return Entry(Sign.UNCOUNTED, Role.HIDDEN, subject, derivation, steps)
        return Entry(Sign.ADDED, Role.FACE, subject, derivation, steps)

    def _face_derived(self, share: FaceShare) -> Derived:
        """How a face's area comes about, less what of it is covered."""
        area = self.length.power(2)
        whole = self._whole_face(share)
        if share.whole or not share.counted.sign():
            return whole
        values = {"whole": Quantity(share.size, area), "covered": Quantity(share.size - share.counted, area)}
        rest = Binary("-", Path(("whole",)), Path(("covered",)))
        steps = (
            () if whole[1].bare else (*whole[0], replace(whole[1], quantity="whole", title="the whole face"))
        )
        return steps, Derivation("area", rest, values, self.pi, look=Look.SILENT)

    def _whole_face(self, share: FaceShare) -> Derived:
        """The first way of telling that comes to the face's area; else it is just measured."""
        for told in self._tellings(share):
            if told[1].value.value.same_as(share.size):
                return told
        return (), measured("area", Quantity(share.size, self.length.power(2)), self.pi)

    def _tellings(self, share: FaceShare) -> Iterator[Derived]:
        solution = share.piece.solution
        solid = solution.figure
        assert isinstance(solid, Solid)
        if isinstance(solid.body, OwnBody):
            own = solid.body.face(solution, share.face)
            if own is not None:
                yield self._own_derived(solution, own)
            return
        formula = formula_of(solid, share.face)
        if formula is not None:
            yield derived_by(solution, formula, "area")
        if share.width is not None and HEIGHT in solution.values:
            width = Quantity(share.width, self.length)
            yield self._own_derived(solution, OwnFace("width height", {"width": width}))

    def _own_derived(self, solution: Solution, own: OwnFace) -> Derived:
        """A face's area by its own formula, its slant height by Pythagoras where it has one."""
        steps: list[Derivation] = []
        values = {**solution.values, **own.values}

        def worked(quantity: str, formula: str, title: str = "") -> Derivation:
            tree = parse(formula)
            named = {path.text: values[path.text] for path in paths(tree) if path.text in values}
            return Derivation(
                quantity,
                tree,
                named,
                self.pi,
                {**symbols_of(solution.figure), **LETTERS},
                solution.given,
                title=title,
            )

        if own.slant:
            slant = worked("slant", own.slant, "slant height")
            values["slant"] = slant.value
            steps.append(slant)
        return tuple(steps), worked("area", own.formula)

    def unrolled(self, share: FaceShare) -> bool:
        """Whether a face becomes flat when it is rolled out."""
        solid = share.piece.solution.figure
        assert isinstance(solid, Solid)
        declared = declared_face(solid, share.face)
        return declared is not None and declared.unrolled
