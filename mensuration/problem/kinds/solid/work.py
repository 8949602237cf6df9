"""Working out a solid: its pieces, the solid they make together, its tallies and its picture."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.drawing.net import Net, net_of, other_nets
from mensuration.drawing.space import SpaceDrawing, draw_solid
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.expressions.evaluate import MEMBERS, SUMMED
from mensuration.frozen import Table, table
from mensuration.numbers import Real
from mensuration.plane import TooCrowded
from mensuration.problem.kinds.givens import member_quantity, read_givens, sum_over
from mensuration.problem.kinds.kind import Context, FigureResults, NotWorkedOut, Work
from mensuration.problem.kinds.solid.document import PieceDocument, SolidDocument
from mensuration.problem.kinds.solid.liquid import Liquid, liquid
from mensuration.problem.kinds.solid.made import made_from
from mensuration.problem.kinds.solid.placing import Placing, read_openings
from mensuration.problem.kinds.solid.scaled import Scaled, scaled
from mensuration.solids import CutOtherwise, FaceShare, Frame, Joined, Opening, Piece, join
from mensuration.solids.cubes import Cell, unit_cubes
from mensuration.solids.faces import called
from mensuration.solids.filling import CannotBeFilled, depth_of, filled
from mensuration.solids.standing import extents
from mensuration.solving import Solution, SolvingError, solve
from mensuration.solving.faults import listed
from mensuration.solving.solve import solutions
from mensuration.tally import Tally
from mensuration.tally.solid import MEASURES, SolidTallies, openings_in
from mensuration.tally.solid_ways import volume_ways
from mensuration.telling import Teller, Told
from mensuration.telling.mathematics import Maths
from mensuration.telling.tallies import ToldTally, tally_working, tell_tally
from mensuration.units import NUMBER, Kind


@dataclass(frozen=True, kw_only=True)
class SolidResults(FigureResults):
    """A solid: every piece's quantities, its picture, its tallies and second ``ways`` to its volume, those of faces also
    ``grouped`` where some are equal, what
    it is filled with, and its net (of a cuboid all eleven), or why it has none; the unit cubes that it is made of, where
    they are wanted and it is."""

    pieces: Table[str, Table[str, Told]]
    drawing: SpaceDrawing | None
    liquid: Liquid | None = None
    ways: tuple[ToldTally, ...] = ()
    grouped: Table[str, ToldTally] = field(default_factory=lambda: table(()))
    net: Net | None = None
    other_nets: tuple[Net, ...] = ()
    no_net: str | None = None
    cubes: tuple[Cell, ...] | None = None
    scaled: Scaled | None = None
    kind: Literal["solid"] = "solid"


class SolidWork(Work[SolidDocument]):
    """``joined`` is there once all pieces are placed."""

    def __init__(self, figure: SolidDocument, context: Context) -> None:
        super().__init__(figure, context)
        self.documents: dict[str, PieceDocument] = {}
        for piece in figure.pieces:
            self.documents.setdefault(piece.name, piece)
        self.solutions: dict[str, Solution] = {}
        self.placing = Placing(self.documents, context)
        self.openings: dict[str, tuple[Opening, ...]] = {}
        self.joined: Joined | None = None
        self.tallies: SolidTallies | None = None

    def work_out_member(self, member: str) -> None:
        piece, where = self.documents[member], f"pieces.{member}"
        solution = self._solution(piece, where)
        if solution is None:
            return
        self.solutions[member] = solution
        self.openings[member] = read_openings(piece, self.context, where)
        self.placing.place(piece, solution, where)

    def work_out(self) -> None:
        pieces = self._pieces()
        if not pieces:
            return
        try:
            joined, tallies = _joined(pieces, self.context.teller.unit.kind, self.context.teller.pi)
        except CutOtherwise as fault:
            names = listed([f"“{name}”" for name in fault.names], "and")
            says = (
                f"{names} cut one another where one of them is round, which can't be measured here: let them touch along a "
                "plane, or lie along one direction"
            )
            self.context.complain("", "cut-otherwise", says)
            return
        except TooCrowded:
            self.context.complain(
                "", "too-crowded", "the pieces cross one another in too many places to be measured"
            )
            return
        self.joined = joined
        if len(self.placing.found) == len(self.figure.pieces):
            self.tallies = tallies
            self._warn(joined)

    def _pieces(self) -> tuple[Piece, ...]:
        """Every piece as often as it is there, in their order."""
        found: list[Piece] = []
        for name, document in self.documents.items():
            here = self.placing.found.get(name)
            for frame in here.frames if here else ():
                solution, openings = self.solutions[name], self.openings.get(name, ())
                uncounted = frozenset(document.open)
                found.append(_piece(name, len(found), document.join, solution, frame, uncounted, openings))
        return tuple(found)

    def _warn(self, joined: Joined) -> None:
        """Say what is odd though it can be worked out."""
        for share in joined.shares:
            odd = ODD.get((share.piece.join, share.relation))
            if odd is not None:
                code, says = odd
                place = f"pieces.{share.piece.name}"
                self.context.complain(place, code, says.format(share.piece.name), "warning")
        for piece in joined.pieces:
            faces = [face for face in joined.faces if face.piece is piece]
            names = {name for f in faces for name in (f.face, called(f.face, f.outward, piece.frame))}
            for name in sorted(piece.uncounted - names):
                error = unknown_word(name, sorted(names), f"face of “{piece.name}”")
                self.context.complain(f"pieces.{piece.name}.open", "unknown-face", error.says)
            for face in faces:
                lacking = Real.sum(opening.area for opening in openings_in(face))
                if lacking > face.counted:
                    place = f"pieces.{piece.name}.openings"
                    says = f"what is left out of the {face.face} is larger than the {face.face} itself"
                    self.context.complain(place, "too-large", says)
                    continue
                for opening in openings_in(face):
                    says_ = _does_not_fit(opening, face)
                    if says_ is not None:
                        self.context.complain(f"pieces.{piece.name}.openings", "too-large", says_)
            for opening in piece.openings:
                if opening.face not in names:
                    error = unknown_word(opening.face, sorted(names), f"face of “{piece.name}”")
                    self.context.complain(f"pieces.{piece.name}.openings", "unknown-face", error.says)

    # Pieces

    def _solution(self, piece: PieceDocument, where: str) -> Solution | None:
        if piece.base is not None:
            return made_from(piece, piece.base, self.context, where)
        solids = {name: figure for name, figure in figures().items() if isinstance(figure, Solid)}
        figure = solids.get(piece.shape)
        if figure is None:
            error = unknown_word(piece.shape, list(solids), "solid")
            self.context.complain(f"{where}.shape", "unknown-shape", error.says)
            return None
        given = read_givens(figure, piece.given, self.context, where)
        if given is None:
            return None
        try:
            found = _solved(piece.shape, tuple(given.items()), piece.solution, self.context.teller)
        except SolvingError as fault:
            at = f"{where}.given.{fault.given}" if fault.given else f"{where}.given"
            self.context.complain(at, fault.code, fault.says)
            return None
        wanted = piece.solution or 1
        if wanted > len(found):
            says = (
                "there is only one solution" if len(found) == 1 else f"there are only {len(found)} solutions"
            )
            self.context.complain(f"{where}.solution", "out-of-range", says, "warning")
            wanted = 1
        for name, says in found[wanted - 1].remarks.items():
            self.context.complain(f"{where}.given.{name}", "agrees", says, "warning")
        return found[wanted - 1]

    # Quantities

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        if names and names[0] in (SUMMED, *MEMBERS):
            return sum_over(self.solutions, names, text)
        if names and names[0] in self.documents:
            return member_quantity(self.solutions.get(names[0]), names[1:], f"{text}.{names[0]}")
        known = [*MEASURES, *self.documents]
        if len(names) != 1:
            says = f"say which quantity of “{text}” is meant: {', '.join(known[:6])}"
            raise ExpressionError("no-quantity", says)
        if names[0] not in MEASURES:
            raise unknown_word(names[0], known, f"quantity or piece of “{text}”")
        if self.tallies is None:
            if not self.figure.pieces:
                raise ExpressionError("no-parts", f"“{text}” has no pieces yet")
            raise NotWorkedOut(f"“{text}”")
        if names[0] not in self.tallies.measures:
            odd = self.tallies.joined.without_surface
            says = (
                f"the surface of “{odd.name}” has no formula"
                if odd
                else f"the edges of “{text}” have no formula where round pieces are cut across"
            )
            raise ExpressionError("no-formula", says)
        return self.tallies.quantity(names[0])

    def function(self, name: str, of: Quantity) -> Quantity:
        """The volume to a depth, or the depth of a volume; a bare number is in the problem's unit."""
        length, pi = self.context.teller.unit, self.context.teller.pi
        wanted = length if name == "fill" else length.to_power(3)
        if of.kind == NUMBER:
            of = of.times(Quantity(wanted.size(pi), wanted.kind))
        if of.kind != wanted.kind:
            says = f"{name} is told {wanted.kind.says()} (such as 2 {wanted.text}), not {of.kind.says()}"
            raise ExpressionError("wrong-kind", says)
        if self.joined is None or self.tallies is None:
            raise NotWorkedOut(f"“{self.figure.name}”")
        try:
            if name == "fill":
                return Quantity(filled(self.joined, of.value), length.kind.power(3))
            return Quantity(depth_of(self.joined, of.value), length.kind)
        except CannotBeFilled as error:
            raise ExpressionError("cannot-fill", self._unfilled(error)) from None

    def _unfilled(self, error: CannotBeFilled) -> str:
        if error.most is None:
            return str(error)
        teller = self.context.teller
        return f"{error}, {teller.tell(Quantity(error.most, teller.unit.kind)).text}"

    # Results

    def tally(self, measure: str) -> ToldTally | None:
        if self.tallies is None or measure not in self.tallies.measures:
            return None
        return tell_tally(self.tallies.of(measure), self.context.teller)

    def tallies_of(self, measure: str) -> tuple[Tally, ...]:
        known = self.tallies is not None and measure in self.tallies.measures
        return (self.tallies.of(measure),) if self.tallies is not None and known else ()

    def known_of(self, member: str) -> Mapping[str, Quantity]:
        found = self.solutions.get(member)
        return {} if found is None else found.values

    def typed_of(self, member: str) -> Mapping[str, str]:
        return self.documents[member].given if member in self.documents else {}

    def surrounding(self) -> tuple[float, ...] | None:
        if self.joined is None or not self.joined.pieces:
            return None
        reach = [extents(piece.solution, piece.frame) for piece in self.joined.pieces]
        return tuple(
            max(float(each[axis][1]) for each in reach) - min(float(each[axis][0]) for each in reach)
            for axis in range(3)
        )

    def working(self, measure: str) -> list[Maths] | None:
        if self.tallies is None or measure not in self.tallies.measures:
            return None
        name = f"{self.figure.name}.{measure}"
        return list(tally_working(name, self.tallies.of(measure), self.context.teller))

    def results(self, also: Collection[str]) -> FigureResults:
        teller, tallies = self.context.teller, self.tallies
        pieces = table(
            (name, _quantities(self.solutions[name], teller))
            for name in self.documents
            if name in self.solutions
        )
        drawing = None if self.joined is None else _drawn(self.joined, teller)
        if tallies is None:
            return SolidResults(pieces=pieces, drawing=drawing)
        told = {measure: self.tally(measure) for measure in tallies.measures}
        net = None if drawing is None else _net(tallies.joined, drawing)
        return SolidResults(
            quantities=table(
                (measure, teller.tell(tallies.quantity(measure))) for measure in tallies.measures
            ),
            tallies=table((measure, tally) for measure, tally in told.items() if tally is not None),
            pieces=pieces,
            drawing=drawing,
            ways=_ways(tallies.joined, teller) if "ways" in also else (),
            grouped=self._grouped(tallies),
            liquid=self._liquid(tallies, "plot" in also),
            net=net if isinstance(net, Net) else None,
            other_nets=_other_nets(tallies.joined, drawing) if isinstance(net, Net) and drawing else (),
            no_net=net if isinstance(net, str) else None,
            scaled=self._scaled(tallies),
            cubes=unit_cubes(tallies.joined, teller.unit.size(teller.pi)) if "cubes" in also else None,
        )

    def _grouped(self, tallies: SolidTallies) -> Table[str, ToldTally]:
        """The tallies of faces with equal ones told together, where that makes them shorter."""
        faces = [measure for measure in tallies.measures if measure in tallies.of_faces]
        grouped = ((measure, tallies.grouped(measure)) for measure in faces)
        return table(
            (measure, tell_tally(tally, self.context.teller))
            for measure, tally in grouped
            if len(tally.entries) < len(tallies.of(measure).entries)
        )

    def _scaled(self, tallies: SolidTallies) -> Scaled | None:
        """The solid k times as large; a k that can't be is complained about."""
        text = self.figure.scale
        k = None if text is None else self.context.read(text, "count", "scale")
        if k is None:
            return None
        if k.value.sign() <= 0:
            self.context.complain("scale", "not-positive", "a scale is more than 0")
            return None
        return scaled(tallies, k.value, self.context.teller)

    def _liquid(self, tallies: SolidTallies, plotted: bool) -> Liquid | None:
        """The liquid up to the level that is given; what is wrong with it is complained about."""
        level = self.figure.level
        depth = None if level is None else self.context.read(level, "length", "level")
        if depth is None:
            return None
        whole, teller = tallies.quantity("volume"), self.context.teller
        try:
            alone = liquid(tallies.joined, whole, depth, teller, None, plotted)
        except CannotBeFilled as error:
            self.context.complain("level", "cannot-fill", self._unfilled(error))
            return None
        body = self._body()
        if body is None:
            return alone
        try:
            return liquid(tallies.joined, whole, depth, teller, body, plotted)
        except CannotBeFilled as error:
            self.context.complain("lowered", "runs-over", self._unfilled(error))
            return alone

    def _body(self) -> tuple[str, Joined] | None:
        """What is lowered into the liquid."""
        name = self.figure.lowered
        if name is None:
            return None
        other = self.context.other(name)
        if not isinstance(other, SolidWork) or other is self:
            self.context.complain(
                "lowered", "unknown-body", f"“{name}” is no other solid here that could be lowered into it"
            )
            return None
        if other.tallies is None:
            self.context.complain("lowered", "needs-other", f"“{name}” could not be worked out")
            return None
        return name, other.tallies.joined


ODD = {
    ("add", "within"): ("adds-nothing", "{} lies wholly inside what is there: it adds nothing"),
    ("take", "apart"): ("outside", "{} lies outside the solid: nothing is taken away"),
    ("take", "partly"): ("partly-outside", "{} lies partly outside the solid"),
}


# While something else is changed, a solid stays as it is.


@lru_cache(maxsize=400)
def _quantities(solution: Solution, teller: Teller) -> Table[str, Told]:
    return table((name, teller.tell(value)) for name, value in solution.values.items())


@lru_cache(maxsize=400)
def _solved(
    shape: str, given: tuple[tuple[str, Quantity], ...], wanted: int | None, teller: Teller
) -> list[Solution]:
    """The first solution; all that there are where another is wanted."""
    figure = figures()[shape]
    if wanted in (None, 1):
        return [solve(figure, dict(given), teller.pi, teller.plainly)]
    return solutions(figure, dict(given), teller.pi, teller.plainly, thorough=True)


@lru_cache(maxsize=400)
def _piece(
    name: str,
    index: int,
    joined: Literal["add", "take"],
    solution: Solution,
    frame: Frame,
    uncounted: frozenset[str],
    openings: tuple[Opening, ...],
) -> Piece:
    return Piece(name, index, joined, solution, frame, uncounted, openings)


@lru_cache(maxsize=32)
def _joined(pieces: tuple[Piece, ...], length: Kind, pi: Real) -> tuple[Joined, SolidTallies]:
    joined = join(pieces, pi)
    tallies = SolidTallies(joined, length, pi)
    for measure in tallies.measures:  # so that what can go wrong goes wrong here
        tallies.quantity(measure)
    return joined, tallies


@lru_cache(maxsize=32)
def _does_not_fit(opening: Opening, face: FaceShare) -> str | None:
    """Why an opening is no part of a face that is a rectangle; None where it fits, or the face is another figure."""
    height = face.piece.solution.values.get("height")
    if face.width is None or height is None or not face.size.same_as(face.width * height.value):
        return None
    for name, own, whole in (("wide", opening.width, face.width), ("high", opening.height, height.value)):
        if own.value > whole:
            return f"“{opening.name}” is too {name} for the {face.face}"
    return None


@lru_cache(maxsize=16)
def _drawn(joined: Joined, teller: Teller) -> SpaceDrawing | None:
    entries = {
        (
            face.piece.index,
            face.face,
        ): f"surface.{face.piece.name}.{called(face.face, face.outward, face.piece.frame)}"
        for face in joined.faces
    }
    return draw_solid(joined, entries, teller)


@lru_cache(maxsize=32)
def _other_nets(joined: Joined, drawing: SpaceDrawing) -> tuple[Net, ...]:
    return other_nets(joined, drawing)


@lru_cache(maxsize=32)
def _ways(joined: Joined, teller: Teller) -> tuple[ToldTally, ...]:
    """Second ways to the volume."""
    return tuple(tell_tally(tally, teller) for tally in volume_ways(joined, teller.unit.kind, teller.pi))


@lru_cache(maxsize=32)
def _net(joined: Joined, drawing: SpaceDrawing) -> Net | str:
    return net_of(joined, drawing)
