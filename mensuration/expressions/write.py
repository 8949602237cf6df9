"""Writing a parsed expression back: as TeX for the eye, as plain text for everything else."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction

from mensuration.expressions.nodes import (
    Binary,
    Call,
    Negative,
    Node,
    Number,
    Path,
    Power,
    UnitOf,
)

SUM, PRODUCT, JOINED, FRACTION, POWER, ATOM = range(6)  # JOINED: a product without a sign


@dataclass(frozen=True)
class Written:
    """One piece of mathematics in both forms, and how tightly it binds."""

    tex: str
    text: str
    binds: int = ATOM

    def within(self, needed: int) -> Written:
        """The same, in brackets when it binds less tightly than ``needed``."""
        if self.binds >= needed:
            return self
        return Written(rf"\left({self.tex}\right)", f"({self.text})")


_FUNCTION_TEX = {
    "asin": r"\arcsin",
    "acos": r"\arccos",
    "atan": r"\arctan",
    "ellipse_perimeter": r"P_{\text{ellipse}}",
}

Leaf = Callable[[Path], Written]


def write(node: Node, leaf: Leaf, times: bool = False) -> Written:
    """``node`` with ``leaf`` deciding what stands for names; ``times`` sets × in implied products."""
    match node:
        case Number(value, typed):
            return number(value, typed)
        case UnitOf(unit):
            return Written(unit.tex, unit.text)
        case Path():
            return leaf(node)
        case Negative(of):
            inner = write(of, leaf, times).within(PRODUCT)
            return Written(f"-{inner.tex}", f"-{inner.text}", SUM)
        case Power(base, exponent):
            return _power(write(base, leaf, times), write(exponent, leaf, times))
        case Call("sqrt", (of,)):
            inner = write(of, leaf, times)
            return Written(rf"\sqrt{{{inner.tex}}}", f"√({inner.text})")
        case Call("cbrt", (of,)):
            inner = write(of, leaf, times)
            return Written(rf"\sqrt[3]{{{inner.tex}}}", f"∛({inner.text})")
        case Call(function, arguments):
            inside = [write(argument, leaf, times) for argument in arguments]
            name = _FUNCTION_TEX.get(function, rf"\{function}")
            tex = ", ".join(item.tex for item in inside)
            return Written(rf"{name}\left({tex}\right)", f"{function}({', '.join(i.text for i in inside)})")
        case Binary(operator, left, right, implied):
            a, b = write(left, leaf, times), write(right, leaf, times)
            if operator == "*":
                return _product(a, b, implied and not times, isinstance(right, UnitOf))
            if operator == "/":
                a_, b_ = a.within(PRODUCT), b.within(POWER)
                return Written(rf"\frac{{{a.tex}}}{{{b.tex}}}", f"{a_.text} / {b_.text}", PRODUCT)
            if implied:  # 12 ft 6 in
                return Written(rf"{a.tex}\ {b.tex}", f"{a.text} {b.text}", PRODUCT)
            b = b.within(PRODUCT if operator == "-" else SUM)
            sign = "−" if operator == "-" else "+"
            return Written(f"{a.tex} {operator} {b.tex}", f"{a.text} {sign} {b.text}", SUM)


def number(value: Fraction, typed: str) -> Written:
    if "/" in typed:
        whole, rest = divmod(value, 1)
        mixed = " " in typed.strip().replace(" /", "/").replace("/ ", "/") and whole
        shown = rest if mixed else value
        tex = rf"\tfrac{{{shown.numerator}}}{{{shown.denominator}}}"
        return Written(f"{whole}{tex}" if mixed else tex, typed, FRACTION)
    return Written(typed, typed)


def _power(base: Written, exponent: Written) -> Written:
    if exponent.text == "1/2":
        return Written(rf"\sqrt{{{base.tex}}}", f"√({base.text})")
    base = base.within(ATOM)
    raised = exponent.text.translate(str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹"))
    plain = raised if exponent.text.lstrip("-").isdigit() else f"^{exponent.within(ATOM).text}"
    return Written(f"{base.tex}^{{{exponent.tex}}}", f"{base.text}{plain}", POWER)


def _product(a: Written, b: Written, close: bool, unit: bool) -> Written:
    a, b = a.within(PRODUCT), b.within(PRODUCT)
    if unit:
        gap = "" if b.text == "deg" else " "
        return Written(f"{a.tex}{b.tex}", f"{a.text}{gap}{b.text}".replace("deg", "°"), PRODUCT)
    if close:
        # Behind a quotient, in text it would all go below its line.
        sign = " " if a.binds >= JOINED else " × "
        return Written(rf"{a.tex}\,{b.tex}", f"{a.text}{sign}{b.text}", min(JOINED, a.binds, b.binds))
    return Written(rf"{a.tex} \times {b.tex}", f"{a.text} × {b.text}", PRODUCT)
