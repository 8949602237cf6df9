"""Reading back what is told: a line of numbers, typed in again, must come to the value that stands beside it."""

from __future__ import annotations

import itertools
import re
from contextlib import suppress
from math import isclose
from typing import Any

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import PI, Real

ROUGH = 2e-6  # what is shown with “…” has seven figures


def reckoned(text: str, pi: Real = PI) -> Quantity:
    """The value of a told text, worked out anew."""
    return evaluate(parse(_typed(text)), Scope(pi=pi))


def _typed(text: str) -> str:
    """A told text as it would be typed."""
    for word, unit in (("square units?", "unit^2"), ("cubic units?", "unit^3"), ("…", "")):
        text = re.sub(word, unit, text)
    return text


def _spread(numbers: str, came_to: float, pi: Real) -> float:
    """How far off it may be since digits are cut off: by how much each of them moves it."""
    spread = 0.0
    for cut in re.finditer("…", numbers):
        moved = numbers[: cut.start()] + "9" + numbers[cut.end() :]
        with suppress(ExpressionError):  # moved past where there is a value
            spread += abs(float(reckoned(moved, pi).value) - came_to)
    return 2 * spread


def names_an_angle(text: str) -> bool:
    """Whether an exact value that is none itself names an angle by its cosine: that means radians there, and can't be
    typed in again."""
    return re.search(r"a(cos|sin|tan)\(", text) is not None and not text.endswith(("°", "rad", "turn"))


def check(numbers: str, value: str, pi: Real = PI) -> bool:
    """Whether ``numbers``, every side of them, come to ``value``: exactly where neither is cut off; whether it was is answered."""
    *others, numbers = numbers.split(" = ")
    for each in others:
        check(each, value, pi)
    if names_an_angle(value) or (names_an_angle(numbers) and not value.endswith(("°", "rad", "turn"))):
        return False
    one, two = reckoned(numbers, pi), reckoned(value, pi)
    assert one.kind == two.kind, (numbers, value)
    if "…" in numbers or "…" in value:
        size = max(abs(float(reckoned(number, pi).value)) for number in (numbers, value))
        slack = ROUGH * size + _spread(numbers, float(one.value), pi)
        assert abs(float(one.value) - float(two.value)) <= slack, (numbers, value)
        return False
    assert one.value.same_as(two.value), (numbers, value)
    return True


def check_entry(entry: dict[str, Any], pi: Real = PI) -> int:
    """Every step of a tally's entry and its own line; how many were exact."""
    exact = 0
    for step in entry["steps"]:
        if not step.get("trial"):
            exact += check(step["numbers"]["text"], step["value"]["text"], pi)
    if entry["numbers"] is not None and not entry.get("trial"):
        exact += check(entry["numbers"]["text"], entry["value"]["shown"]["text"], pi)
    return exact


def check_tally(tally: dict[str, Any], pi: Real = PI) -> int:
    """Every entry, and that the signed sum of those that count is the total."""
    exact = sum(check_entry(entry, pi) for entry in tally["entries"])
    if any(
        names_an_angle(told["shown"]["text"])
        for told in (tally["total"], *(e["value"] for e in tally["entries"]))
    ):
        return exact
    total = reckoned(tally["total"]["shown"]["text"], pi)
    counted = [e for e in tally["entries"] if e["counted"]]
    values = [float(reckoned(e["value"]["shown"]["text"], pi).value) for e in counted]
    signs = [-1 if e["sign"] == "-" else 1 for e in counted]
    came_to = sum(sign * value for sign, value in zip(signs, values, strict=True))
    size = max([abs(float(total.value)), *(abs(value) for value in values)], default=1.0)
    assert isclose(came_to, float(total.value), rel_tol=ROUGH, abs_tol=ROUGH * size), (came_to, total)
    return exact


def check_line(line: str, pi: Real = PI) -> int:
    """A written line ``label: formula = numbers = value``: everything in it that stands for a number comes to the same.

    How many pairs were compared; lines that are found by trial tell equations and are left out.
    """
    if ";" in line:
        return 0
    pieces = line.partition(": ")[2] or line
    numbers = [piece for piece in pieces.split(" = ") if _stands_for_a_number(piece)]
    for one, two in itertools.pairwise(numbers):
        check(one, two, pi)
    return max(0, len(numbers) - 1)


def _stands_for_a_number(text: str) -> bool:
    try:
        evaluate(parse(_typed(text)), Scope())
    except ExpressionError:
        return False
    return True
