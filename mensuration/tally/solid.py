"""The tallies of a composite solid: its volume piece by piece, its surface face by face."""

from __future__ import annotations

from dataclasses import replace
from functools import cached_property

from mensuration.catalogue.figure import Solid
from mensuration.expressions import Path, Quantity
from mensuration.expressions.nodes import Binary
from mensuration.numbers import Real
from mensuration.plane.composing import APART, WITHIN
from mensuration.solids import FaceShare, Joined, VolumeShare
from mensuration.solids.faces import called, declared_face, formula_of
from mensuration.tally.deriving import Derived, derived, derived_by
from mensuration.tally.entry import Derivation, Entry, Look, Role, Sign, Subject, Tally, measured
from mensuration.units import Kind

HEIGHT = "height"
MEASURES = ("volume", "surface", "lateral")


class SolidTallies:
    """Volume, whole surface and lateral surface of joined pieces, entry by entry."""

    def __init__(self, joined: Joined, length: Kind, pi: Real) -> None:
        self.joined, self.length, self.pi = joined, length, pi

    @property
    def measures(self) -> tuple[str, ...]:
        """Those that can be told."""
        return MEASURES if self.joined.without_surface is None else MEASURES[:1]

    def of(self, measure: str) -> Tally:
        """The tally of ``volume``, ``surface`` or ``lateral``."""
        found: Tally = getattr(self, measure)
        return found

    def quantity(self, measure: str) -> Quantity:
        """The total of a measure."""
        return self.of(measure).total

    @cached_property
    def volume(self) -> Tally:
        entries = [entry for share in self.joined.shares for entry in self._volume_entries(share)]
        return Tally("volume", self.length.power(3), tuple(entries), "pieces")

    def _volume_entries(self, share: VolumeShare) -> list[Entry]:
        piece = share.piece
        subject = Subject(piece.name, piece.index, shape=piece.solution.figure.title.lower())
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
        return Tally("surface", self.length.power(2), tuple(self._faces), "faces")

    @cached_property
    def lateral(self) -> Tally:
        """What does not look straight up or down."""
        upright = [
            entry if share.outward is None or share.outward[0] != 2 else replace(entry, sign=Sign.UNCOUNTED)
            for share, entry in zip(self.joined.faces, self._faces, strict=True)
        ]
        return Tally("lateral", self.length.power(2), tuple(e for e in upright if e.sign), "faces")

    @cached_property
    def _faces(self) -> list[Entry]:
        return [self._face_entry(share) for share in self.joined.faces]

    def _face_entry(self, share: FaceShare) -> Entry:
        piece = share.piece
        face = called(share.face, share.outward, piece.frame)
        subject = Subject(piece.name, piece.index, shape=piece.solution.figure.title.lower(), face=face)
        steps, derivation = self._face_derived(share)
        if {share.face, face} & piece.uncounted:
            return Entry(Sign.UNCOUNTED, Role.OPEN, subject, derivation, steps)
        if not share.whole and not share.counted.sign():
            return Entry(Sign.UNCOUNTED, Role.HIDDEN, subject, derivation, steps)
        return Entry(Sign.ADDED, Role.FACE, subject, derivation, steps)

    def _face_derived(self, share: FaceShare) -> Derived:
        solution, area = share.piece.solution, self.length.power(2)
        solid = solution.figure
        assert isinstance(solid, Solid)
        formula = formula_of(solid, share.face)
        whole: Derived = (), measured("area", Quantity(share.size, area), self.pi)
        if formula is None and share.width is not None and HEIGHT in solution.values:
            values = {"width": Quantity(share.width, self.length), HEIGHT: solution.values[HEIGHT]}
            product = Binary("*", Path(("width",)), Path((HEIGHT,)), True)
            upright = Derivation(
                "area", product, values, self.pi, {HEIGHT: "H", "width": "w"}, solution.given
            )
            if upright.value.value.same_as(share.size):
                whole = (), upright
        if formula is not None:
            told = derived_by(solution, formula, "area")
            if told[1].value.value.same_as(share.size):
                whole = told
        if share.whole or not share.counted.sign():
            return whole
        values = {"whole": Quantity(share.size, area), "covered": Quantity(share.size - share.counted, area)}
        rest = Binary("-", Path(("whole",)), Path(("covered",)))
        steps = (
            () if whole[1].bare else (*whole[0], replace(whole[1], quantity="whole", title="the whole face"))
        )
        return steps, Derivation("area", rest, values, self.pi, look=Look.SILENT)

    def unrolled(self, share: FaceShare) -> bool:
        """Whether a face becomes flat when it is rolled out."""
        solid = share.piece.solution.figure
        assert isinstance(solid, Solid)
        declared = declared_face(solid, share.face)
        return declared is not None and declared.unrolled
