"""What a kind of figure is to the rest of a problem: one interface, which every kind's room implements.

A figure may have *members* (the parts of a plane figure, the pieces of a solid) that are reached by name and worked out
one by one. The evaluation asks a kind which texts its figures hold, so as to know what hangs on what; it then works out
members and figures in a safe order, each by its :class:`Work`. ``docs/adding-a-kind.md`` shows how to add one.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from mensuration.drawing.shelf import ShelfPicture
from mensuration.expressions import ExpressionError, Path, Quantity
from mensuration.frozen import EMPTY, Frozen, Table
from mensuration.pictures import Sketched
from mensuration.plane.edges import Point
from mensuration.problem.complaints import Complaints, Level
from mensuration.problem.models import FigureDocument
from mensuration.tally.entry import Tally
from mensuration.telling import Teller, Told
from mensuration.telling.mathematics import Maths
from mensuration.telling.tallies import ToldTally

Change = Callable[[str], str]
D = TypeVar("D", bound=FigureDocument)


class NotWorkedOut(ExpressionError):
    """Something needed has complaints of its own."""

    def __init__(self, what: str) -> None:
        super().__init__("needs-other", f"{what} could not be worked out")


@dataclass(frozen=True, kw_only=True)
class FigureResults(Frozen):
    """What every kind of figure tells: its quantities by name, and the tallies of those that have one."""

    quantities: Table[str, Told] = EMPTY
    tallies: Table[str, ToldTally] = EMPTY


@dataclass(frozen=True)
class Context:
    """What a figure is worked out with: how values are told, where complaints go, and how typed texts are read."""

    name: str
    teller: Teller
    complaints: Complaints
    measurement: Callable[[str, str], Quantity]
    """The quantity that a text stands for, given the kind of measure it is: length, area, volume, angle, turn, count."""
    look_up: Callable[[Path], Quantity | None]
    """What a name stands for outside of this figure."""
    other: Callable[[str], object] = lambda name: None
    """Another figure's work, by its name; None where there is none. It has been worked out if this one needs it."""

    @property
    def where(self) -> str:
        return f"figures.{self.name}"

    def complain(
        self,
        place: str,
        code: str,
        says: str,
        level: Level = "error",
        position: int | None = None,
        sketch: Sketched | None = None,
    ) -> None:
        """Complain at a place of this figure (empty for the figure itself)."""
        where = f"{self.where}.{place}" if place else self.where
        self.complaints.add(where, code, says, level, position, sketch)

    def read(self, text: str, kind: str, place: str) -> Quantity | None:
        """A measurement; None where it can't be read, which is complained about."""
        try:
            return self.measurement(text, kind)
        except ExpressionError as error:
            self.complain(place, error.code, error.says, position=error.position)
            return None


class Work(ABC, Generic[D]):
    """One figure being worked out."""

    def __init__(self, figure: D, context: Context) -> None:
        self.figure = figure
        self.context = context

    def work_out_member(self, member: str) -> None:
        """Work out one member; what it hangs on has been. What is wrong is complained about."""
        raise NotImplementedError

    @abstractmethod
    def work_out(self) -> None:
        """Work out the figure, once its members have been."""

    @abstractmethod
    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        """The quantity that these names lead to within the figure. ExpressionError in words where they don't; ``text``
        is how the figure or member is called there."""

    def region(self) -> list[Point] | None:
        """The corners of what the figure is in the plane, for a part or a base that is made of it; None where it is no such
        figure. ExpressionError in words where it can't be told."""
        return None

    def function(self, name: str, of: Quantity) -> Quantity:
        """What a function of the figure (``fill``, ``depth``) comes to. ExpressionError in words where it has none."""
        raise ExpressionError("no-container", f"“{self.figure.name}” is no solid: {name} is told of a solid")

    @abstractmethod
    def results(self, also: Collection[str]) -> FigureResults:
        """All that is told of the figure; ``also`` names what is told only when it is wanted."""

    def tally(self, measure: str) -> ToldTally | None:
        """The tally of one of its measures, where it has one."""
        return None

    def tallies_of(self, measure: str) -> tuple[Tally, ...]:
        """The tallies of one of its measures, as numbers: as it is told, and as its parts were joined where that is another."""
        return ()

    def known_of(self, member: str) -> Mapping[str, Quantity]:
        """All quantities of a member, or of the figure itself where it has none."""
        return {}

    def typed_of(self, member: str) -> Mapping[str, str]:
        """The measurements of a member as they were typed."""
        return {}

    def surrounding(self) -> tuple[float, ...] | None:
        """The sides of the rectangle or the block round it, in base units; None where nothing is known of it."""
        return None

    def working(self, measure: str) -> list[Maths] | None:
        """The written steps to one of its measures; None where there is nothing to show but the value."""
        return None


class Kind(ABC, Generic[D]):
    """One kind of figure."""

    name: str
    document: type[D]
    results: type[FigureResults]
    also: tuple[str, ...] = ()
    """What its figures tell only when it is wanted."""

    @abstractmethod
    def start(self, figure: D, context: Context) -> Work[D]:
        """Begin to work out a figure."""

    @abstractmethod
    def texts(self, figure: D) -> Iterator[tuple[str | None, str]]:
        """Every typed text on which values hang, with the member that it belongs to (None for the figure itself)."""

    @abstractmethod
    def with_texts(self, figure: D, change: Change) -> D:
        """The figure with each of these texts changed."""

    @abstractmethod
    def known(self, figure: D) -> list[str]:
        """Quantities that can be asked of a figure, for hints and suggestions."""

    def own_names(self, figure: D) -> Iterator[tuple[str, str]]:
        """Names that only its own texts can use, beside all that has a value elsewhere; each with what it is."""
        yield from ()

    def picture(self, figure: D, results: FigureResults) -> ShelfPicture | None:
        """The small picture by which the shelf shows a figure; None where there is nothing to see yet."""
        return None

    def members(self, figure: D) -> list[str]:
        """The names of its members, in order."""
        return []

    def place(self, member: str) -> str:
        """Where a member stands in the figure, as complaints write it."""
        raise NotImplementedError

    def hangs_on(self, figure: D, member: str) -> list[str]:
        """Other members that a member needs beside those that its texts name."""
        return []

    def figures_needed(self, figure: D, member: str | None) -> list[str]:
        """Other figures that a member (or the figure itself) needs beside those that its texts name."""
        return []

    def with_figure_renamed(self, figure: D, old: str, new: str) -> D:
        """The figure with another one renamed wherever it is named outside of texts."""
        return figure

    def with_member_renamed(self, figure: D, old: str, new: str) -> D:
        """The figure with a member renamed wherever it is named outside of texts."""
        return figure
