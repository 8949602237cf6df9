"""Working out a plane figure: its parts, the figure they make together, its tallies and its picture."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from mensuration.drawing.board import Drawing, Pen, draw
from mensuration.drawing.splits import draw_split
from mensuration.drawing.why import Showing, showings
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.expressions.evaluate import MEMBERS, SUMMED
from mensuration.frozen import Frozen, Table, Wanted, table
from mensuration.numbers import NOUGHT, Real
from mensuration.pictures import Split
from mensuration.plane import Composition, PlacedPart, TooCrowded, compose
from mensuration.plane.cutting import Cut
from mensuration.plane.edges import around
from mensuration.plane.placing import turned_back
from mensuration.plane.tolerances import SMALLEST
from mensuration.problem.kinds.givens import sum_over
from mensuration.problem.kinds.kind import Context, FigureResults, NotWorkedOut, Work
from mensuration.problem.kinds.plane.document import PlaneDocument, Shaded
from mensuration.problem.kinds.plane.parts import Parts
from mensuration.solving import Solution
from mensuration.tally import Tally
from mensuration.tally.plane import MEASURES, PARTS, PlaneTallies
from mensuration.telling import Teller, Told
from mensuration.telling.mathematics import Maths
from mensuration.telling.shares import Ratio, share_of_turn
from mensuration.telling.squares import Counted, counted
from mensuration.telling.tallies import ToldTally, tally_working, tell_tally
from mensuration.units import Kind
from mensuration.ways import Way


@dataclass(frozen=True)
class ToldWay(Frozen):
    """One way of splitting, with its tally."""

    name: str
    title: str
    about: str
    tally: ToldTally


@dataclass(frozen=True, kw_only=True)
class PlaneResults(FigureResults):
    """A plane figure: every part's quantities, its picture, its tallies; ``ways``, ``squares`` and ``why`` (by part)
    where they were wanted."""

    parts: Table[str, Table[str, Told]]
    shares: Table[str, Ratio]
    """What the angle of a sector or a segment is of the whole turn, by part."""
    drawing: Drawing | None
    ways: Wanted[tuple[ToldWay, ...]] = None
    squares: Wanted[Counted] = None
    why: Wanted[Table[str, tuple[Showing, ...]]] = None
    kind: Literal["plane"] = "plane"


class PlaneWork(Work[PlaneDocument]):
    """``composition`` is there as soon as some parts are placed, ``tallies`` only once all of them are."""

    def __init__(self, figure: PlaneDocument, context: Context) -> None:
        super().__init__(figure, context)
        self.parts = Parts(figure, context)
        self.composition: Composition | None = None
        self.tallies: PlaneTallies | None = None
        self.frame = NOUGHT
        """By how much the figure of the tallies is turned against the plane's axes."""
        self._told: dict[str, ToldTally] = {}

    def work_out_member(self, member: str) -> None:
        self.parts.work_out(member)

    def work_out(self) -> None:
        placed = tuple(self.parts.placed[name] for name in self.parts.names if name in self.parts.placed)
        if not placed:
            return
        context, figure = self.context, self.figure
        if self._far_too_small(placed):
            return
        try:
            composition = _composed(placed, context.teller.pi)
            self.frame, own = self._framed(composition)
            cuts = tuple(
                (turned_back(a, self.frame), turned_back(b, self.frame)) for a, b in self._own_cuts()
            )
            tallies = _tallied(own, context.teller.unit.kind, figure.way, cuts)
            for measure in MEASURES:  # so that what can go wrong goes wrong here
                tallies.quantity(measure)
        except TooCrowded:
            says = "the parts cross one another in too many places to be measured"
            context.complain("", "too-crowded", says)
            return
        self.composition = composition
        if len(placed) == len(figure.parts):
            self.tallies = tallies
            self._warn(tallies)

    def _far_too_small(self, placed: Sequence[PlacedPart]) -> bool:
        """Whether some edge is so much smaller than the figure, or so far off, that it can't be told; it is said where."""
        corners = [abs(value) for part in placed for value in part.box]
        shortest = SMALLEST * max(corners)
        small = [part for part in placed if min(float(edge.length) for edge in part.edges) < shortest]
        for part in small:
            says = (
                f"“{part.name}” is too small beside the rest of the figure, or lies too far away: "
                "sizes may be as 100 000 000 to 1"
            )
            self.context.complain(f"parts.{part.name}", "too-different", says)
        return bool(small)

    def _framed(self, composition: Composition) -> tuple[Real, Composition]:
        """The figure in axes of its own, where it is turned as a whole by an angle that would cost its exact forms."""
        frame = self.parts.frame()
        if frame is None:
            return NOUGHT, composition
        own = _composed(self.parts.framed(frame), composition.pi)
        alike = [[(s.role, s.edge.part, s.edge.index) for s in each.stretches] for each in (own, composition)]
        return (frame, own) if alike[0] == alike[1] else (NOUGHT, composition)

    def _own_cuts(self) -> list[Cut]:
        """The cut lines that a person drew; one that can't be read is complained about and left out."""
        cuts: list[Cut] = []
        for number, ends in enumerate(self.figure.cuts or ()):
            try:
                (ax, ay), (bx, by) = (
                    [self.context.measurement(text, "length").value for text in end] for end in ends
                )
            except ExpressionError as error:
                self.context.complain(f"cuts.{number}", error.code, error.says)
                continue
            if not (ax.same_as(bx) and ay.same_as(by)):
                cuts.append(((ax, ay), (bx, by)))
        return cuts

    def _warn(self, tallies: PlaneTallies) -> None:
        """Say what is odd though it can be worked out."""
        for number in tallies.idle_cuts():
            says = f"cut line {number + 1} divides nothing: it must run from edge to edge, or to another cut"
            self.context.complain(f"cuts.{number}", "idle-cut", says, "warning")
        for share in tallies.composition.shares:
            found = ODD.get((share.role, share.relation))
            if found is not None:
                code, says = found
                self.context.complain(
                    f"parts.{share.part.name}", code, says.format(share.part.name), "warning"
                )

    # Quantities

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        if names and names[0] in (SUMMED, *MEMBERS):
            return sum_over(self.parts.solutions, names, text)
        if names and names[0] in self.parts.names:
            return self.parts.quantity(names[0], names[1:], f"{text}.{names[0]}")
        known = [*MEASURES, *self.parts.names]
        if len(names) != 1:
            says = f"say which quantity of “{text}” is meant: {', '.join(known[:6])}"
            raise ExpressionError("no-quantity", says)
        if names[0] not in MEASURES:
            raise unknown_word(names[0], known, f"quantity or part of “{text}”")
        if self.tallies is None:
            if not self.figure.parts:
                raise ExpressionError("no-parts", f"“{text}” has no parts yet")
            raise NotWorkedOut(f"“{text}”")
        return self.tallies.quantity(names[0])

    # Results

    def tally(self, measure: str) -> ToldTally | None:
        if self.tallies is None or measure not in MEASURES:
            return None
        if measure not in self._told:  # asked for by the figure's results and by asks
            told = tell_tally(self.tallies.of(measure), self.context.teller)
            if measure == "area" and self.tallies.split is not None:
                told = replace(told, split=self._drawn_split(self.tallies.split))
            self._told[measure] = told
        return self._told[measure]

    def tallies_of(self, measure: str) -> tuple[Tally, ...]:
        if self.tallies is None or measure not in MEASURES:
            return ()
        told = self.tallies.of(measure)
        parts = self.tallies.as_parts if measure == "area" else told
        return (told,) if told is parts else (told, parts)

    def known_of(self, member: str) -> Mapping[str, Quantity]:
        found = self.parts.solutions.get(member)
        return {} if found is None else found.values

    def typed_of(self, member: str) -> Mapping[str, str]:
        return self.parts.typed.get(member, {})

    def surrounding(self) -> tuple[float, ...] | None:
        if self.composition is None or not self.composition.parts:
            return None
        left, bottom, right, top = around([part.box for part in self.composition.parts])
        return right - left, top - bottom

    def working(self, measure: str) -> list[Maths] | None:
        if self.tallies is None or measure not in MEASURES:
            return None
        name = f"{self.figure.name}.{measure}"
        return list(tally_working(name, self.tallies.of(measure), self.context.teller))

    def results(self, also: Collection[str]) -> FigureResults:
        teller, tallies = self.context.teller, self.tallies
        solutions = self.parts.solutions
        parts = table((n, quantities(solutions[n], teller)) for n in self.parts.names if n in solutions)
        shares = table((n, share) for n in parts if (share := _share(solutions[n], teller)) is not None)
        drawing = draw(self.composition, teller, self._pens()) if self.composition is not None else None
        if tallies is None:
            return PlaneResults(parts=parts, shares=shares, drawing=drawing)
        told = {measure: self.tally(measure) for measure in MEASURES}
        shaded = self.figure.shaded or Shaded()
        return PlaneResults(
            quantities=table((measure, teller.tell(tallies.quantity(measure))) for measure in MEASURES),
            tallies=table((measure, tally) for measure, tally in told.items() if tally is not None),
            parts=parts,
            shares=shares,
            drawing=drawing,
            ways=self._ways(tallies) if "ways" in also else None,
            squares=counted(self._upright(tallies), teller, shaded.squares, shaded.parts)
            if "squares" in also
            else None,
            why=table((part.name, showings(part, teller)) for part in self.composition.parts)
            if "why" in also and self.composition is not None
            else None,
        )

    def _ways(self, tallies: PlaneTallies) -> tuple[ToldWay, ...]:
        teller = self.context.teller

        def told(way: Way, tally: Tally) -> ToldWay:
            split = self._drawn_split(way)
            return ToldWay(way.name, way.title, way.about, replace(tell_tally(tally, teller), split=split))

        joined = ToldWay(
            PARTS,
            "As it was put together",
            "the parts, as they join",
            tell_tally(tallies.as_parts, teller),
        )
        return joined, *(told(way, tally) for way, tally in tallies.ways())

    def _upright(self, tallies: PlaneTallies) -> PlaneTallies:
        """The tallies in the plane's axes, along which its squares lie."""
        if self.composition is None or tallies.composition is self.composition:
            return tallies
        return _tallied(self.composition, tallies.length, None, ())

    def _drawn_split(self, way: Way) -> Split:
        return draw_split(way, self.context.teller, float(self.frame) * 360)

    def _pens(self) -> dict[str, Pen]:
        """What is drawn of each part beside its shape: as typed, and how it can be moved."""
        pens: dict[str, Pen] = {}
        for name in self.parts.placed:
            typed = tuple(self.parts.typed.get(name, {}).items())
            at = self.parts.documents[name].at
            shift = tuple(float(self.context.measurement(text, "length").value) for text in at)
            pens[name] = Pen(typed, shift, self.parts.axes(name), self.parts.told_elsewhere(name))
        return pens


ODD = {
    ("outside", "apart"): ("outside", "{} lies outside the figure: nothing is taken away"),
    ("outside", "around"): ("nothing-left", "{} covers the whole figure: nothing is left"),
    ("outside", "partly"): ("partly-outside", "{} lies partly outside the figure"),
    ("overlap", "within"): ("adds-nothing", "{} lies wholly inside what is there: it adds nothing"),
}


@lru_cache(maxsize=400)
def quantities(solution: Solution, teller: Teller) -> Table[str, Told]:
    """Every quantity of a part, told."""
    return table((quantity, teller.tell(value)) for quantity, value in solution.values.items())


def _share(solution: Solution, teller: Teller) -> Ratio | None:
    """What the angle of a part that is a share of a disc is of the whole turn."""
    angle = next((m.name for m in solution.figure.measures if m.of_turn), None)
    return None if angle is None else share_of_turn(solution.values[angle], teller)


# While something else is changed, a figure stays as it is: how its parts lie together and its tallies are remembered.


@lru_cache(maxsize=16)
def _composed(placed: tuple[PlacedPart, ...], pi: Real) -> Composition:
    return compose(placed, pi)


@lru_cache(maxsize=16)
def _tallied(composition: Composition, length: Kind, way: str | None, cuts: tuple[Cut, ...]) -> PlaneTallies:
    return PlaneTallies(composition, length, way, cuts)
