"""Two forms of one measure, seen to agree, and what they come to at a special value."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from mensuration.cards.card import Card
from mensuration.catalogue.figure import Agreement
from mensuration.expressions import Node, Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.nodes import Binary
from mensuration.frozen import Frozen
from mensuration.solving.forms import inputs
from mensuration.tally.deriving import symbols_of
from mensuration.tally.entry import Derivation
from mensuration.telling import Mathematics, Teller, Told, told
from mensuration.telling.derivations import letters, numbered
from mensuration.telling.writing import write
from mensuration.units import UNITS

_ONE_RADIAN = parse("1 rad")


@dataclass(frozen=True)
class AgreementForm(Frozen):
    """One form, with numbers and value where they are known."""

    title: str
    formula: Mathematics
    numbers: Mathematics | None
    value: Told | None


@dataclass(frozen=True)
class ToldAgreement(Frozen):
    """Forms of one measure, whether they ``agree`` (None while unknown), and the first at a special value beside what
    it becomes there."""

    measure: str
    title: str
    forms: tuple[AgreementForm, ...]
    agree: bool | None
    special: tuple[AgreementForm, AgreementForm]
    special_agrees: bool | None


def agreements(card: Card, teller: Teller) -> tuple[ToldAgreement, ...]:
    """Every agreement that the figure declares, with the card's numbers in place where they are known."""
    return tuple(_told(card, agreement, teller) for agreement in card.figure.agreements)


def _told(card: Card, agreement: Agreement, teller: Teller) -> ToldAgreement:
    known = card.known
    forms = [_form(card, formula, title, known, teller) for title, formula in agreement.forms.items()]
    special = {**known, agreement.special[0]: evaluate(parse(agreement.special[1]), Scope(pi=teller.pi))}
    first = next(iter(agreement.forms.values()))
    limit = _form(card, first, agreement.says, special, teller)
    whole = _form(card, agreement.whole, agreement.whole_title, known, teller)
    return ToldAgreement(
        agreement.measure,
        card.figure.title_of(agreement.measure),
        tuple(form for form, _ in forms),
        _agree([value for _, value in forms]),
        (limit[0], whole[0]),
        _agree([limit[1], whole[1]]),
    )


def _agree(values: list[Quantity | None]) -> bool | None:
    known = [value for value in values if value is not None]
    if len(known) < len(values):
        return None
    return all(value.value.same_as(known[0].value) for value in known[1:])


def _form(
    card: Card, formula: str, title: str, known: Mapping[str, Quantity], teller: Teller
) -> tuple[AgreementForm, Quantity | None]:
    tree, radians = _with_radians(parse(formula))
    complete = inputs(formula) <= known.keys()
    symbols = symbols_of(card.figure)
    numbers_of = {
        name: Quantity(known[of].value / UNITS["rad"].size(teller.pi))
        for name, of in radians.items()
        if of in known
    }
    named = {**symbols, **{name: symbols.get(of, of) for name, of in radians.items()}}
    derivation = Derivation("", tree, {**known, **numbers_of}, teller.pi, named)
    letter = told(write(tree, letters(derivation)))
    if not complete:
        return AgreementForm(title, letter, None, None), None
    numbers = told(write(tree, numbered(derivation, teller, card.name), times=True))
    return AgreementForm(title, letter, numbers, teller.tell(derivation.value)), derivation.value


def _with_radians(tree: Node) -> tuple[Node, dict[str, str]]:
    """The tree with every ``angle / 1 rad`` as one name that stands for the number of radians, and of which angle each is."""
    names: dict[str, str] = {}

    def changed(node: Node) -> Node:
        match node:
            case Binary("/", Path() as angle, below) if below == _ONE_RADIAN:
                names[f"{angle.text} in radians"] = angle.text
                return Path((f"{angle.text} in radians",))
            case Binary(operator, left, right, implied):
                return Binary(operator, changed(left), changed(right), implied)
        return node

    return changed(tree), names
