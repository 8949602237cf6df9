"""Rates given to an answer: ``12 % waste``, ``1 L covers 8 m²``, ``tins of 2.5 L``, ``€4.20 per m``.

They are taken in the order in which things are bought: first what is wasted, then how much of a thing is
needed, then whole packs of it, then what that costs. Money is rounded once, half up, to two places.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from math import ceil
from typing import Any

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import Real
from mensuration.numbers.rounding import Rounding, round_by
from mensuration.telling import Teller
from mensuration.units import NUMBER, Unit

EXAMPLES = "€4.20 per m, 1 L covers 8 m², 8 tiles per m², 12 % waste, tins of 2.5 L, €19 per tin, whole tiles"
MAX_RATES = 10
_MONEY = (
    r"(?P<before>[€$£¥]|EUR|USD|GBP|CHF)?\s*(?P<price>\d+(?:[.,]\d+)?)\s*(?P<after>[€$£¥]|EUR|USD|GBP|CHF)?"
)
_WORD = r"[^\W\d_][\w-]*"
_PER = r"(?:per|a|an|for each|each|/)"
_NUMBER = r"\d+(?:\.\d+)?(?:\s*/\s*\d+)?"
WASTE = re.compile(rf"(?P<percent>{_NUMBER})\s*%[\w\s-]*", re.IGNORECASE)
COST = re.compile(rf"{_MONEY}\s*{_PER}\s*(?P<of>.+)", re.IGNORECASE)
COVERS = re.compile(
    rf"(?P<amount>{_NUMBER})?\s*(?:a|an|one)?\s*(?P<thing>{_WORD})\s+covers?\s+(?P<measure>.+)", re.IGNORECASE
)
NEEDS = re.compile(rf"(?P<amount>{_NUMBER})\s*(?P<thing>{_WORD})\s*{_PER}\s*(?P<measure>.+)", re.IGNORECASE)
PACKS = re.compile(
    rf"(?:in\s+)?(?P<pack>{_WORD})\s+of\s+(?P<size>{_NUMBER})\s*(?P<thing>{_WORD}[²³]?)?", re.IGNORECASE
)
WHOLES = re.compile(rf"whole\s+(?P<thing>{_WORD})", re.IGNORECASE)


class RateFault(ValueError):
    """A rate that can't be read or can't be used; the sentence says why."""


@dataclass
class _Account:
    """What is needed so far: a measure, then a number of things, then whole packs, then money."""

    measure: Quantity
    unit: Unit
    teller: Teller
    counts: dict[str, tuple[Real, str]] = field(default_factory=dict)
    packs: dict[str, tuple[int, str]] = field(default_factory=dict)


Working = Callable[[_Account, re.Match[str]], tuple[str, str]]  # its told text and value


def worked_rates(rates: Sequence[str], measure: Quantity, unit: Unit, teller: Teller) -> list[dict[str, Any]]:
    """One told line for each rate, in the order they were given: its text and value, or what is wrong with it."""
    told: list[dict[str, Any] | None] = [None] * len(rates)
    account = _Account(measure, unit, teller)
    order: list[tuple[int, int, Working, re.Match[str]]] = []
    for index, text in enumerate(rates):
        try:
            rank, step, match = _read(text)
        except RateFault as fault:
            told[index] = {"typed": text, "text": "", "value": "", "says": str(fault)}
            continue
        order.append((rank, index, step, match))
    for _, index, step, match in sorted(order, key=lambda item: item[:2]):
        try:
            line, value = step(account, match)
            told[index] = {"typed": rates[index], "text": line, "value": value, "says": None}
        except RateFault as fault:
            told[index] = {"typed": rates[index], "text": "", "value": "", "says": str(fault)}
    return [line for line in told if line is not None]


def _read(text: str) -> tuple[int, Working, re.Match[str]]:
    forms = (
        (0, WASTE, _waste),
        (2, PACKS, _packs),
        (2, WHOLES, _wholes),
        (1, COVERS, _covers),
        (3, COST, _cost),
        (1, NEEDS, _needs),
    )
    for rank, pattern, step in forms:
        match = pattern.fullmatch(text.strip())
        if match is None:
            continue
        if step is _cost and not (match["before"] or match["after"]):
            continue
        return rank, step, match
    raise RateFault(f"this is no rate; write one like these: {EXAMPLES}")


def _plain(text: str) -> Real:
    return evaluate(parse(text.replace(",", ".")), Scope()).value


def _show(account: _Account, quantity: Quantity) -> str:
    return str(account.teller.tell(quantity, account.unit)["text"])


def _waste(account: _Account, match: re.Match[str]) -> tuple[str, str]:
    percent = _plain(match["percent"])
    before = _show(account, account.measure)
    factor = Real.of(1) + percent / Real.of(100)
    account.measure = Quantity(account.measure.value * factor, account.measure.kind)
    return f"{before} and {match['percent']} % more", _show(account, account.measure)


def _measured(account: _Account, text: str) -> Quantity:
    """How much of the measure a rate speaks of: ``m``, ``8 m²``, ``100 m^2``."""
    try:
        quantity = evaluate(parse(text.strip()), Scope(pi=account.teller.pi))
    except ExpressionError as error:
        raise RateFault(error.says) from None
    if quantity.kind == NUMBER or quantity.kind != account.measure.kind:
        raise RateFault(
            f"the answer is {account.measure.kind.says()}, “{text.strip()}” is {quantity.kind.says()}"
        )
    if quantity.value.sign() <= 0:
        raise RateFault("this must be more than 0")
    return quantity


def _covers(account: _Account, match: re.Match[str]) -> tuple[str, str]:
    share = _measured(account, match["measure"])
    return _needed(account, _plain(match["amount"] or "1") / share.value, match["thing"])


def _needs(account: _Account, match: re.Match[str]) -> tuple[str, str]:
    share = _measured(account, match["measure"])
    return _needed(account, _plain(match["amount"]) / share.value, match["thing"])


def _needed(account: _Account, rate: Real, thing: str) -> tuple[str, str]:
    count = account.measure.value * rate
    account.counts[_key(thing)] = (count, thing)
    return f"for {_show(account, account.measure)}", f"{_number(count)} {thing}"


def _number(value: Real) -> str:
    rounded = round_by(value, Rounding(places=2)).text
    return rounded.rstrip("0").rstrip(".") if "." in rounded else rounded


def _packs(account: _Account, match: re.Match[str]) -> tuple[str, str]:
    size, unit = _plain(match["size"]), match["thing"]
    if size.sign() <= 0:
        raise RateFault("a pack must hold more than 0")
    counted = list(account.counts.values())[-1:] if unit is None else [account.counts.get(_key(unit))]
    if counted and counted[0] is not None:
        needed = counted[0][0] / size
    else:
        share = _measured(account, f"{match['size']} {unit or ''}")
        needed = account.measure.value / share.value
    packs = whole(needed)
    account.packs[_key(match["pack"])] = (packs, match["pack"])
    return f"{_number(needed)} {match['pack']}, whole ones", _some(packs, match["pack"])


def _some(count: int, things: str) -> str:
    return f"{count} {_singular(things) if count == 1 else things}"


def _wholes(account: _Account, match: re.Match[str]) -> tuple[str, str]:
    counted = account.counts.get(_key(match["thing"]))
    if counted is None:
        raise RateFault(f"say first how many {match['thing']} are needed, such as 8 {match['thing']} per m²")
    count = whole(counted[0])
    account.counts[_key(match["thing"])] = (Real.of(count), counted[1])
    return f"{_number(counted[0])} {counted[1]}, whole ones", _some(count, counted[1])


def _cost(account: _Account, match: re.Match[str]) -> tuple[str, str]:
    price, of = _plain(match["price"]), match["of"].strip()
    if _key(of) in account.packs:
        packs, pack = account.packs[_key(of)]
        amount, shown = Real.of(packs), _some(packs, pack)
    elif _key(of) in account.counts:
        amount, thing = account.counts[_key(of)]
        shown = f"{_number(amount)} {thing}"
    elif re.fullmatch(_WORD, of) and not _is_measure(of):
        raise RateFault(f"say first how many are needed, such as {_singular(of)}s of 2.5 m")
    else:
        share = _measured(account, of)
        amount, shown = account.measure.value / share.value, _show(account, account.measure)
    cost = round_by(price * amount, Rounding(places=2)).text
    before, after = match["before"] or "", match["after"] or ""
    money = f"{before}{cost}" if len(before) == 1 else f"{before or after} {cost}"
    return f"{shown} × {match['price']} {before or after} per {of}", money


def _is_measure(text: str) -> bool:
    try:
        return evaluate(parse(text), Scope()).kind != NUMBER
    except ExpressionError:
        return False


def _singular(word: str) -> str:
    return word[:-2] if word.lower().endswith(("xes", "ches")) else word.removesuffix("s")


def _key(word: str) -> str:
    return _singular(word.lower())


def whole(value: Real) -> int:
    """The least whole number that is not less: proven next to whole numbers."""
    near = round(float(value))
    difference = (value - Real.of(near)).sign() if abs(float(value) - near) < 1e-6 else 1
    return (
        near
        if difference == 0
        else ceil(float(value))
        if abs(float(value) - near) >= 1e-6
        else near + (difference > 0)
    )
