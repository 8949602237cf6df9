"""Two forms of one measure, seen to agree, and what they come to at a special value."""

from __future__ import annotations

from typing import Any

from mensuration.cards.card import Card
from mensuration.catalogue.figure import Agreement
from mensuration.expressions import Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.write import Written, write
from mensuration.solving.forms import inputs
from mensuration.steps import symbols, written_pi
from mensuration.telling import Teller, told


def agreements(card: Card, teller: Teller) -> list[dict[str, Any]]:
    """Every agreement that the figure declares, with the card's numbers in place where they are known."""
    return [_told(card, agreement, teller) for agreement in card.figure.agreements]


def _told(card: Card, agreement: Agreement, teller: Teller) -> dict[str, Any]:
    known = dict(card.known)
    measure = card.figure.measure(agreement.measure)
    assert measure is not None
    forms = [_form(card, formula, title, known, teller) for title, formula in agreement.forms.items()]
    values = [form.pop("quantity") for form in forms]
    agree = None if None in values else all(v.value.same_as(values[0].value) for v in values[1:])
    special = {**known, agreement.special[0]: evaluate(parse(agreement.special[1]), Scope(pi=teller.pi))}
    first = next(iter(agreement.forms.values()))
    limit = _form(card, first, agreement.says, special, teller)
    whole = _form(card, agreement.whole, agreement.whole_title, known, teller)
    ends = (limit.pop("quantity"), whole.pop("quantity"))
    return {
        "measure": agreement.measure,
        "title": measure.title,
        "forms": forms,
        "agree": agree,
        "special": [limit, whole],
        "specialAgrees": None if None in ends else ends[0].value.same_as(ends[1].value),
    }


def _form(card: Card, formula: str, title: str, known: dict[str, Quantity], teller: Teller) -> dict[str, Any]:
    tree = parse(formula)
    scope = Scope(lambda path: known.get(path.text), lambda: list(known), teller.pi)

    def number(path: Path) -> Written:
        if path.names == ("pi",):
            return written_pi(teller)
        return teller.written(known[path.text])

    complete = inputs(formula) <= known.keys()
    value = evaluate(tree, scope) if complete else None
    return {
        "title": title,
        "formula": told(write(tree, symbols(card.figure))),
        "numbers": told(write(tree, number, times=True)) if complete else None,
        "value": teller.tell(value) if value is not None else None,
        "quantity": value,
    }
