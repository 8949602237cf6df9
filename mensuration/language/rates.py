"""Rates given to an answer: ``12 % waste``, ``1 L covers 8 m²``, ``tins of 2.5 L``, ``€4.20 per m``.

They are taken in the order in which things are bought: first what is wasted, then how much of a thing is
needed, then whole packs of it, then what that costs. Money is rounded once, half up, to two places.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from importlib.resources import files
from math import ceil

from lark import Lark, Token
from lark.exceptions import UnexpectedInput

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.expressions.signs import in_two_ways
from mensuration.frozen import Frozen
from mensuration.numbers import Real
from mensuration.numbers.rounding import Rounding, round_by
from mensuration.telling import Teller
from mensuration.units import LENGTH, NUMBER, Unit

EXAMPLES = (
    "€4.20 per {unit}, 1 L covers 8 {unit}², 8 tiles per {unit}², 12 % waste, tins of 2.5 L, €19 per tin, "
    "whole tiles, 10 % off, 20 % VAT, 12 L per min"
)
MAX_RATES = 10
_TIME_WORDS = {
    1: "s sec second seconds",
    60: "min minute minutes",
    3600: "h hr hour hours",
    86400: "d day days",
}
TIMES = {word: size for size, words in _TIME_WORDS.items() for word in words.split()}
"""Seconds in what a flow may be told by."""
_PARSER = Lark(files("mensuration.language").joinpath("rates.lark").read_text("utf-8"), parser="lalr")
# The order of buying; a discount is taken off the price before the tax is put on.
RANKS = {"waste": 0, "covers": 1, "needs": 1, "packs": 2, "wholes": 2, "cost": 3, "off": 4, "tax": 5}
PERCENT_OF = {
    "waste": ("waste", "wastage", "more", "extra", "offcuts", "spare", "reserve", "allowance"),
    "off": ("off", "discount", "rebate", "reduction", "less", "cheaper"),
    "tax": ("vat", "tax", "gst", "duty"),
}
VOLUME = LENGTH.power(3)
_LONG_LIQUID = re.compile(r"(milli)?lit(re|er)|(US |UK )?gallon", re.IGNORECASE)
_SPACES = re.compile(r"(?<=\d)[ \u00a0\u202f](?=\d)")
_THOUSANDS = re.compile(r"\d{1,3}(,\d{3})+(\.\d+)?")


@dataclass(frozen=True)
class RateLine(Frozen):
    """One rate as it was typed, what it comes to, or what is wrong with it."""

    typed: str
    text: str = ""
    value: str = ""
    says: str | None = None


class RateFault(ValueError):
    """A rate that can't be read or can't be used; the sentence says why."""


@dataclass(frozen=True)
class _Rate:
    """A rate as it was read: which kind, and its words by the kind of each."""

    kind: str
    words: Mapping[str, Sequence[str]]

    def word(self, kind: str, number: int = 0) -> str:
        found = self.words.get(kind, ())
        return found[number] if len(found) > number else ""


@dataclass(frozen=True)
class _Money:
    """How money is written: its mark before the amount, with or without a gap."""

    mark: str
    gap: str

    def of(self, amount: Real) -> str:
        return f"{self.mark}{self.gap}{round_by(amount, Rounding(places=2)).text}"


@dataclass
class _Account:
    """What is needed so far: a measure, then a number of things, then whole packs, then money."""

    measure: Quantity
    unit: Unit
    teller: Teller
    counts: dict[str, tuple[Real, str]] = field(default_factory=dict)
    packs: dict[str, tuple[int, str]] = field(default_factory=dict)
    paid: tuple[Real, _Money] | None = None
    """What everything so far costs, and how that money is written."""


def worked_rates(rates: Sequence[str], measure: Quantity, unit: Unit, teller: Teller) -> tuple[RateLine, ...]:
    """One told line for each rate, in the order they were given: its text and value, or what is wrong with it."""
    told: list[RateLine | None] = [None] * len(rates)
    account = _Account(measure, unit, teller)
    order: list[tuple[int, int, _Rate]] = []
    for index, text in enumerate(rates):
        try:
            rate = _read(text.strip())
        except RateFault as fault:
            told[index] = RateLine(text, says=str(fault).format(unit=teller.unit.symbol))
            continue
        order.append((RANKS[rate.kind], index, rate))
    for _, index, rate in sorted(order, key=lambda item: item[:2]):
        try:
            line, value = _WORKINGS[rate.kind](account, rate)
            told[index] = RateLine(rates[index], line, value)
        except RateFault as fault:
            told[index] = RateLine(rates[index], says=str(fault))
    return tuple(line for line in told if line is not None)


@lru_cache(maxsize=1000)
def _read(text: str) -> _Rate:
    try:
        tree = _PARSER.parse(text)
    except UnexpectedInput:
        raise RateFault(f"this is no rate; write one like these: {EXAMPLES}") from None
    words: dict[str, list[str]] = {}
    for token in tree.scan_values(lambda item: isinstance(item, Token)):
        words.setdefault(token.type, []).append(str(token))
    kind = str(tree.data)
    return _Rate(_percent_of(words.get("WORD", [])) if kind == "percent" else kind, words)


def _percent_of(words: Sequence[str]) -> str:
    """What a percentage is of: the measure, for waste, or the price."""
    for word in words:
        for kind, meant in PERCENT_OF.items():
            if word.lower() in meant:
                return kind
    raise RateFault("say what this percentage is: waste, off or VAT")


def _plain(text: str) -> Real:
    """A number as people write it: with a point or a comma before its decimals, thousands apart."""
    text = _SPACES.sub("", text)
    if _THOUSANDS.fullmatch(text):
        if text.count(",") == 1 and "." not in text:
            point = text.replace(",", ".")
            raise RateFault(in_two_ways(text, text.replace(",", ""), f"{point} with a point"))
        text = text.replace(",", "")
    return evaluate(parse(text.replace(",", ".")), Scope()).value


def _show(account: _Account, quantity: Quantity) -> str:
    return account.teller.tell(quantity, account.unit).text


def _unit(account: _Account) -> str:
    return account.unit.after("").strip() or "piece"


def _waste(account: _Account, rate: _Rate) -> tuple[str, str]:
    percent = _plain(rate.word("NUMBER"))
    before = _show(account, account.measure)
    factor = Real.of(1) + percent / Real.of(100)
    account.measure = Quantity(account.measure.value * factor, account.measure.kind)
    return f"{before} and {rate.word('NUMBER')} % more", _show(account, account.measure)


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


def _covers(account: _Account, rate: _Rate) -> tuple[str, str]:
    share = _measured(account, rate.word("REST"))
    return _needed(account, _plain(rate.word("NUMBER") or "1") / share.value, " ".join(rate.words["WORD"]))


def _volume(text: str) -> Real | None:
    """How much a word says that measures a liquid, with a number or without: ``litre``, ``5 US gal``; None of any other."""
    for typed in (text, f"1 {text}"):
        try:
            found = evaluate(parse(typed), Scope())
        except ExpressionError as error:
            if error.code == "which-gallon":
                raise RateFault(error.says) from None
            continue
        if found.kind == VOLUME:
            return found.value
    return None


def _counted_volume(account: _Account) -> Real | None:
    """How much liquid is needed, where what was counted last is one."""
    if account.measure.kind == VOLUME or not account.counts:
        return None
    count, thing = list(account.counts.values())[-1]
    one = _volume(thing)
    return None if one is None else count * one


def _needs(account: _Account, rate: _Rate) -> tuple[str, str]:
    if rate.word("REST").strip().lower() in TIMES:
        return _takes(account, rate)
    share = _measured(account, rate.word("REST"))
    return _needed(account, _plain(rate.word("NUMBER")) / share.value, " ".join(rate.words["WORD"]))


def _takes(account: _Account, rate: _Rate) -> tuple[str, str]:
    """A flow or a speed of work: how long it takes."""
    thing, number = " ".join(rate.words["WORD"]), _plain(rate.word("NUMBER"))
    if number.sign() <= 0:
        raise RateFault("this must be more than 0")
    if _key(thing) in account.counts:
        count = account.counts[_key(thing)][0]
        parts, shown = count / number, f"{_number(count)} {thing}"
    else:
        share = _measured(account, f"{rate.word('NUMBER')} {thing}")
        parts, shown = account.measure.value / share.value, _show(account, account.measure)
    seconds = parts * Real.of(TIMES[rate.word("REST").strip().lower()])
    return f"for {shown} at {rate.word('NUMBER')} {thing} per {rate.word('REST').strip()}", duration(seconds)


def duration(seconds: Real) -> str:
    """A time in days, hours, minutes and seconds, rounded half up to whole seconds.

    >>> duration(Real.of(7325)), duration(Real.of(59))
    ('2 h 2 min 5 s', '59 s')
    """
    rest = int(round_by(seconds, Rounding(places=0)).text)
    told = []
    for size, mark in ((86400, "d"), (3600, "h"), (60, "min"), (1, "s")):
        count, rest = divmod(rest, size)
        if count:
            told.append(f"{count} {mark}")
    return " ".join(told) or "less than 1 s"


def _needed(account: _Account, each: Real, thing: str) -> tuple[str, str]:
    count = account.measure.value * each
    if _LONG_LIQUID.fullmatch(thing) and not count.same_as(Real.of(1)):
        thing += "s"
    account.counts[_key(thing)] = (count, thing)
    return f"for {_show(account, account.measure)}", f"{_number(count)} {thing}"


def _number(value: Real) -> str:
    rounded = round_by(value, Rounding(places=2)).text
    return rounded.rstrip("0").rstrip(".") if "." in rounded else rounded


def _packs(account: _Account, rate: _Rate) -> tuple[str, str]:
    pack, unit = rate.word("WORD"), " ".join(rate.words["WORD"][1:])
    size = _plain(rate.word("NUMBER"))
    if size.sign() <= 0:
        raise RateFault("a pack must hold more than 0")
    counted = list(account.counts.values())[-1:] if not unit else [account.counts.get(_key(unit))]
    if counted and counted[0] is not None:
        needed = counted[0][0] / size
    elif (liquid := _counted_volume(account)) is not None and (holds := _volume(unit)) is not None:
        needed = liquid / (size * holds)
    else:
        share = _measured(account, f"{rate.word('NUMBER')} {unit}")
        needed = account.measure.value / share.value
    packs = whole(needed)
    account.packs[_key(pack)] = (packs, pack)
    return f"{_number(needed)} {pack}, whole ones", _some(packs, pack)


def _some(count: int, things: str) -> str:
    return f"{count} {_singular(things) if count == 1 else things}"


def _wholes(account: _Account, rate: _Rate) -> tuple[str, str]:
    thing = rate.word("WORD")
    counted = account.counts.get(_key(thing))
    if counted is None:
        raise RateFault(f"say first how many {thing} are needed, such as 8 {thing} per {_unit(account)}")
    count = whole(counted[0])
    account.counts[_key(thing)] = (Real.of(count), counted[1])
    return f"{_number(counted[0])} {counted[1]}, whole ones", _some(count, counted[1])


def _cost(account: _Account, rate: _Rate) -> tuple[str, str]:
    typed, of = rate.word("PRICE") or rate.word("NUMBER"), rate.word("REST").strip()
    price = _plain(typed)
    if _key(of) in account.packs:
        packs, pack = account.packs[_key(of)]
        amount, shown = Real.of(packs), _some(packs, pack)
    elif _key(of) in account.counts:
        amount, thing = account.counts[_key(of)]
        shown = f"{_number(amount)} {thing}"
    elif (liquid := _counted_volume(account)) is not None and (share_of := _volume(of)) is not None:
        count, thing = list(account.counts.values())[-1]
        amount, shown = liquid / share_of, f"{_number(count)} {thing}"
    elif of.isalpha() and not _is_measure(of):
        raise RateFault(f"say first how many are needed, such as {_singular(of)}s of 2.5 m")
    else:
        share = _measured(account, of)
        amount, shown = account.measure.value / share.value, _show(account, account.measure)
    mark = rate.word("CURRENCY")
    # € 12 where it was written behind its number, or is a word
    gap = "" if len(mark) == 1 and rate.word("PRICE") else " "
    money = _Money(mark, gap)
    cost = price * amount
    if account.paid is None:
        account.paid = cost, money
    elif account.paid[1].mark == mark:
        account.paid = account.paid[0] + cost, money
    else:
        raise RateFault(f"this is in {mark}, what was said before in {account.paid[1].mark}")
    return f"{shown} × {typed} {mark} per {of}", money.of(cost)


def _priced(account: _Account, rate: _Rate) -> tuple[str, str]:
    """A discount or a tax: so many hundredths of what everything costs."""
    percent = _plain(rate.word("NUMBER"))
    if account.paid is None:
        raise RateFault(
            f"say first what it costs, such as €4.20 per {account.unit.after('').strip() or 'piece'}"
        )
    before, money = account.paid
    sign = Real.of(-1 if rate.kind == "off" else 1)
    after = before * (Real.of(1) + sign * percent / Real.of(100))
    account.paid = after, money
    how = "less" if rate.kind == "off" else "and"
    return f"{money.of(before)} {how} {rate.word('NUMBER')} %", money.of(after)


_WORKINGS: dict[str, Callable[[_Account, _Rate], tuple[str, str]]] = {
    "waste": _waste,
    "covers": _covers,
    "needs": _needs,
    "packs": _packs,
    "wholes": _wholes,
    "cost": _cost,
    "off": _priced,
    "tax": _priced,
}


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
