"""The results of a problem: everything that a screen, a page or a file needs of it. ``in_letters`` tells every ask by its expression,
every line by its name and every measure of a figure (``bed.area``), where the problem has letters."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.frozen import EMPTY, Frozen, Table
from mensuration.language.everyday import Word
from mensuration.language.rates import RateLine
from mensuration.problem.complaints import Complaint
from mensuration.problem.kinds import AnyResults
from mensuration.telling import Mathematics, Told
from mensuration.telling.in_letters import LetterForm
from mensuration.telling.tallies import ToldTally
from mensuration.telling.values import Unfolded


@dataclass(frozen=True)
class LineResults(Told):
    """A line of working: its value, its kind of quantity, its steps, and the parts it names, each behind its figure."""

    quantity: str
    steps: tuple[Mathematics, ...]
    parts: tuple[tuple[str, str], ...]


@dataclass(frozen=True)
class AskResults(Frozen):
    """The answer to one ask; everything but its label is empty while there is none."""

    label: str
    quantity: str | None = None
    kind: str | None = None
    exact: str | None = None
    exact_text: str | None = None
    tex: str | None = None
    unfolded: Unfolded | None = None
    decimal: str | None = None
    unit: str | None = None
    rounded: str | None = None
    text: str | None = None
    shown: Mathematics | None = None
    rounded_tex: str | None = None
    approximate: bool | None = None
    rule: str | None = None
    deciding: str | None = None
    note: str | None = None
    tally: ToldTally | None = None
    rates: tuple[RateLine, ...] = ()
    steps: tuple[Mathematics, ...] = ()
    working: tuple[str, ...] = ()


@dataclass(frozen=True)
class LetterResults(Frozen):
    """A letter: the unit that it counts, what it stands for, why it stays a number where it does, and what it is by the
    others where it gives way."""

    unit: str
    stands: Mathematics
    says: str | None
    formula: Mathematics | None = None


@dataclass(frozen=True)
class ToldInLetters(Frozen):
    """A measure in letters. ``steps``: its working with the letters in it; ``before``: the formula with letters put in, and
    multiplied out, of which ``forms`` come; ``without``: the letters that it doesn't depend on;
    ``holds``: between which values of each letter, the others as they stand; ``says``: why there is no form."""

    unit: str
    steps: tuple[Mathematics, ...]
    forms: tuple[LetterForm, ...]
    without: tuple[str, ...]
    holds: tuple[str, ...]
    says: str | None = None
    before: tuple[LetterForm, ...] = ()


@dataclass(frozen=True)
class Results(Frozen):
    """All answers, figures, lines and complaints; ``words`` is the statement in pieces."""

    title: str
    words: tuple[Word, ...]
    asks: tuple[AskResults, ...]
    figures: Table[str, AnyResults]
    lines: Table[str, LineResults]
    complaints: tuple[Complaint, ...]
    letters: Table[str, LetterResults] = EMPTY
    in_letters: Table[str, ToldInLetters] = EMPTY
