"""Every letter and every measure in letters, told: its working, its forms, and between which values it holds."""

from __future__ import annotations

import logging
from collections.abc import Mapping
from dataclasses import replace

from mensuration.budget import OutOfTime, piece
from mensuration.expressions import ExpressionError, Quantity
from mensuration.expressions import Node as Tree
from mensuration.frozen import table
from mensuration.numbers import Exact, NotClosed
from mensuration.problem.document import Problem
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.held import Held
from mensuration.problem.holding import check_here, ranges
from mensuration.problem.in_letters import NO_FORM, InLetters
from mensuration.problem.kinds import kind_of
from mensuration.problem.results import LetterResults, Results, ToldInLetters
from mensuration.telling import Mathematics
from mensuration.telling.expanding import put_in_and_expanded
from mensuration.telling.in_letters import angle_forms, forms, written_in_letters
from mensuration.telling.mathematics import Maths
from mensuration.telling.values import told as as_mathematics
from mensuration.telling.working import tell_all
from mensuration.units import ANGLE, NO_UNIT, UNITS

LOG = logging.getLogger("mensuration")


def with_letters(results: Results, found: Evaluation, held: Mapping[str, Held] | None = None) -> Results:
    """The results with every letter, and every ask, line and measure of a figure in letters; as they are for a problem without any.

    >>> from mensuration.problem.document import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}]}
    >>> found = Evaluation(read(document), ("ranges",))
    >>> told = with_letters(found.results(), found).in_letters["bed.area"]
    >>> told.forms[0].text, told.forms[1].text, told.holds
    ('6 w − w²', 'w (6 − w)', ('w < 6',))
    """
    if not found.problem.letters:
        return results
    measures = _measures(found.problem)
    try:
        with piece():
            only = None if all(each.formula is not None for each in (held or {}).values()) else ()
            inner = _in_letters(found, measures, held, only)
            told = _told(inner, measures, "ranges" in found.also)
    except OutOfTime:
        return results
    except Exception:
        if not found.lenient:
            raise
        LOG.exception("not worked out in letters")
        return results
    letters = {
        name: LetterResults(
            (found.teller.unit_for(value.kind) or NO_UNIT).text,
            as_mathematics(found.teller.written(value)),
            inner.kept.get(name),
            _formula((held or {}).get(name)),
        )
        for name in found.names.letters
        if (value := found.letters.get(name)) is not None
    }
    return replace(results, letters=table(letters), in_letters=table(told if inner.stands else {}))


def _in_letters(
    found: Evaluation,
    measures: Mapping[str, str],
    held: Mapping[str, Held] | None,
    only: tuple[str, ...] | None,
) -> InLetters:
    """The problem in letters; one that must be a number, as the count of a polygon's sides must, stays one."""
    inner = InLetters(found.problem, measures, found, held, only)
    if only is not None or not _newly_wrong(inner, found):
        return inner
    for name in inner.stands:
        others = [each for each in inner.stands if each != name]
        again = InLetters(found.problem, measures, found, held, others)
        if not _newly_wrong(again, found):
            again.kept[name] = "it stays a number, since the figure wants one there"
            return again
    return inner


def _newly_wrong(inner: InLetters, found: Evaluation) -> bool:
    """Whether something is wrong with letters that is not with numbers."""
    known = {complaint.where for complaint in found.complaints.all}
    return any(each.level == "error" and each.where not in known for each in inner.complaints.all)


def _formula(held: Held | None) -> Mathematics | None:
    """What a letter is by the others, if it gives way."""
    if held is None or held.formula is None:
        return None
    written = written_in_letters(held.formula)
    return Mathematics(rf"\mathrm{{{held.letter}}} = {written.tex}", f"{held.letter} = {written.text}")


def _measures(problem: Problem) -> dict[str, str]:
    """What is told in letters, with the label of its working."""
    figures = {
        f"{figure.name}.{measure}": measure
        for figure in problem.figures
        for measure in kind_of(figure).known(figure)
    }
    lines = {line.name: line.name for line in problem.lines if line.name}
    return {**figures, **lines, **{ask.expression: ask.label for ask in problem.asks}}


def _told(inner: InLetters, measures: Mapping[str, str], with_ranges: bool) -> dict[str, ToldInLetters]:
    told: dict[str, ToldInLetters] = {}
    exacts: dict[str, Exact] = {}
    for expression, label in measures.items():
        unit = ""
        try:
            tree, quantity = inner.value(expression)
            unit = (inner.first.teller.unit_for(quantity.kind) or NO_UNIT).text
            exact = inner.exact(expression)
            check_here(inner, exact, inner.first.value_or_why(expression))
            exacts[expression] = exact
        except NotClosed as error:
            told[expression] = ToldInLetters(unit, (), (), (), (), str(error) or NO_FORM)
            continue
        except ExpressionError as error:
            why = inner.value_or_why(expression)
            says = why if isinstance(why, str) else error.says
            told[expression] = ToldInLetters(unit, (), (), (), (), says)
            continue
        angle = angle_forms(exact) if quantity.kind == ANGLE and unit == UNITS["deg"].text else ()
        unit = "" if angle else unit
        within = {letter.name for letter in exact.letters}
        without = tuple(name for name in inner.stands if name not in within)
        working = _working(inner, label, expression, tree, quantity)
        every = angle or forms(exact)
        told[expression] = ToldInLetters(
            unit, tell_all(working), every, without, (), before=put_in_and_expanded(working, every)
        )
    for expression, found in (ranges(inner, exacts) if with_ranges else {}).items():
        holds = tuple(range_.text(inner.first.teller) for range_ in found)
        told[expression] = replace(told[expression], holds=tuple(text for text in holds if text))
    return told


def _working(inner: InLetters, label: str, expression: str, tree: Tree, quantity: Quantity) -> list[Maths]:
    try:
        return inner.steps_to(label, expression, tree, quantity)
    except NotClosed:
        return []
