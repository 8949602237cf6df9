"""Profiles: thousands of readings, every rule of a curve in a thousand strips, proven digits beside SciPy's estimate."""

from __future__ import annotations

import math
import random
from collections.abc import Callable
from itertools import count
from typing import Any

from playwright.sync_api import Page
from scipy.integrate import quad

from bench.timing import median
from mensuration.expressions import parse
from mensuration.expressions.algebras import FLOATS, closure
from mensuration.numbers import PI, Real
from mensuration.numbers.columns import spaced
from mensuration.numbers.proof import precision
from mensuration.problem import evaluate_document
from mensuration.profiles.bulk import total
from mensuration.profiles.curves import Curve, Stretch, plain
from mensuration.profiles.integrals import Integral
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import RuleName

READINGS = 10_000
RULES: tuple[RuleName, ...] = ("trapezoid", "simpson", "midpoint", "left", "right")
_other = count(1)
INTEGRANDS: dict[str, Callable[[float], float]] = {
    "x^2": lambda x: x * x,
    "1/(1 + x)": lambda x: 1 / (1 + x),
    "1/(1 + x^2)": lambda x: 1 / (1 + x * x),
    "e^x": math.exp,
    "e^(-x^2)": lambda x: math.exp(-x * x),
    "sin(x)": math.sin,
    "sin(x^2)": lambda x: math.sin(x * x),
    "x cos(3 x)": lambda x: x * math.cos(3 * x),
    "ln(1 + x)": lambda x: math.log(1 + x),
    "x ln(1 + x)": lambda x: x * math.log(1 + x),
    "sqrt(1 + x)": lambda x: math.sqrt(1 + x),
    "sqrt(1 + x^4)": lambda x: math.sqrt(1 + x**4),
    "sqrt(x)": math.sqrt,
    "sqrt(1 - x^2)": lambda x: math.sqrt(1 - x * x),
    "tan(x)": math.tan,
    "atan(x)": math.atan,
    "x e^(-2 x)": lambda x: x * math.exp(-2 * x),
    "e^x sin(5 x)": lambda x: math.exp(x) * math.sin(5 * x),
    "abs(x - 0.3)": lambda x: abs(x - 0.3),
    "x^5 - 2 x^3 + 1": lambda x: x**5 - 2 * x**3 + 1,
}


def document(**figure: Any) -> dict[str, Any]:
    """A problem with one profile."""
    own = {"name": "p", "kind": "profile", **figure}
    return {"format": "tilt-grid/problem", "version": 1, "title": str(next(_other)), "figures": [own]}


def curve(text: str, start: int, end: int) -> Curve:
    tree, names = plain(parse(text), lambda path: None, PI)
    return Curve((Stretch(tree, Real.of(start), Real.of(end)),), names)


def _every_rule(text: str) -> None:
    own = curve(text, 0, 4)
    x = spaced(Real.of(0), Real.of(4) / Real.of(1000), 1001)
    ordinates = Ordinates(x, own.many(x), lambda places: {"height": own.many(places)})
    for rule in RULES:
        float(total(ordinates, rule))


def rows() -> list[tuple[str, str, str]]:
    """The core's own."""
    dice = random.Random(1)
    readings = [f"{dice.uniform(1, 3):.2f}" for _ in range(READINGS)]
    many = median(lambda: evaluate_document(document(readings={"y": readings, "spacing": "0.5"})))
    slid = median(
        lambda: evaluate_document(document(curve="0.5 x (4 - x)", to="4", strips="1000", rule="simpson"))
    )
    waves = median(lambda: evaluate_document(document(curve="sin(x) + 2", to="4", strips="300")))
    ratio, same, digits = _proven()
    return [
        (f"{READINGS} readings worked out", f"{many:.0f} ms", "100 ms"),
        (
            "every rule, 1000 strips of a polynomial",
            f"{median(lambda: _every_rule('x^3 - x')):.0f} ms",
            "50 ms",
        ),
        ("every rule, 1000 strips of a sine", f"{median(lambda: _every_rule('sin(x)')):.0f} ms", "50 ms"),
        ("a curve in 1000 strips worked out, all told", f"{slid:.0f} ms", "50 ms"),
        ("… a sine in 300 strips", f"{waves:.0f} ms", "50 ms"),
        (f"proven digits ({digits} at least) of twenty typed integrals", f"{same:.1f} × SciPy's quad", "3 ×"),
        ("… beside quad on compiled Python functions", f"{ratio:.0f} ×", ""),
    ]


def _proven() -> tuple[float, float, int]:
    """How much longer proven digits take than SciPy's estimate of a Python function, and of the same typed curve, in one run;
    and how many of them are proven at least."""
    ours = theirs = same = 0.0
    least = 99
    for text, form in INTEGRANDS.items():
        ours += median(lambda t=text: float(Integral(curve(t, 0, 1)).proven))  # type: ignore[misc]
        theirs += median(lambda f=form: quad(f, 0, 1))  # type: ignore[misc]
        same += median(lambda t=text: quad(_typed(t), 0, 1))  # type: ignore[misc]
        with precision(80):
            ball = Integral(curve(text, 0, 1)).proven.ball()
        least = min(least, int(ball.rel_accuracy_bits() * math.log10(2)))
    return ours / theirs, ours / same, least


def _typed(text: str) -> Callable[[float], float]:
    """A typed curve as it is reckoned in floats."""
    form = closure(curve(text, 0, 1).stretches[0].tree, FLOATS)
    values = {"x": 0.0, "pi": math.pi}

    def at(x: float) -> float:
        values["x"] = x
        return form(values)

    return at


def browser_rows(page: Page, address: str) -> list[tuple[str, str, str]]:
    """Readings pasted until they are drawn, and the strips slid for two seconds."""
    page.goto(address)
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")

    def opened(made: dict[str, Any]) -> None:
        answer = page.request.post(
            f"{address}/api/problems", data={"document": made}, headers={"X-CSRFToken": token}
        )
        page.goto(f"{address}/problems/{answer.json()['id']}")

    opened(document(readings={"y": ["1", "2", "3"]}))
    page.locator("[data-strip]").first.wait_for()
    page.wait_for_load_state("networkidle")
    pasted = page.evaluate(
        """(count) => new Promise((done) => {
            const text = Array.from({length: count}, (_, i) => (2 + Math.sin(i / 300)).toFixed(2)).join('\\n');
            const data = new DataTransfer();
            data.setData('text', text);
            data.setData('text/plain', text);
            const line = document.querySelector('[data-testid=line]');
            const start = performance.now();
            new MutationObserver(() => done(performance.now() - start)).observe(line, {attributes: true});
            document.querySelector('[aria-label="Reading 1"]').dispatchEvent(
                new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true}));
        })""",
        READINGS,
    )
    opened(document(curve="0.5 x (4 - x)", to="4", strips="10", rule="simpson"))
    page.locator("[data-strip]").first.wait_for()
    page.wait_for_load_state("networkidle")
    slid = page.evaluate(
        """() => new Promise((done) => {
            const slider = document.querySelector('[aria-label="Number of strips, slid"]');
            const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
            const line = [...document.querySelectorAll('p')].find((p) => /ordinates/.test(p.textContent));
            const posts = () => line.textContent;
            let [seen, last, position] = [0, posts(), 0];
            const start = performance.now();
            const step = () => {
                const now = posts();
                if (now !== last) [seen, last] = [seen + 1, now];
                const gone = performance.now() - start;
                if (gone > 2000) return done(seen / gone * 1000);
                position = Math.round(100 + 200 * gone / 2000);
                set.call(slider, position);
                slider.dispatchEvent(new Event('input', {bubbles: true}));
                requestAnimationFrame(step);
            };
            requestAnimationFrame(step);
        })"""
    )
    return [
        (f"{READINGS} readings pasted and drawn", f"{pasted:.0f} ms", "500 ms"),
        ("strips slid from 10 to 1000", f"{slid:.0f} a second", "20 a second"),
    ]
