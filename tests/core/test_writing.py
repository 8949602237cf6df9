"""Expressions written back: what is written reads as the same expression, and TeX is balanced."""

from __future__ import annotations

from fractions import Fraction
from math import isclose, isfinite, pi

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from mensuration.cards.gallery import letters_of as symbols
from mensuration.catalogue import figures
from mensuration.expressions import ExpressionError, Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Power
from mensuration.numbers import PI, Real
from mensuration.solving import solve, starting_givens
from mensuration.telling.mathematics import Written
from mensuration.telling.writing import Leaf, write

VALUES = {"a": Fraction(7, 2), "b": Fraction(2), "c": Fraction(5, 3), "pi": None}
SCOPE = Scope(lambda path: Quantity(Real.of(VALUES[path.text] or 0)) if path.text in VALUES else None)
plain: Leaf = lambda path: Written("\\pi", "π") if path.text == "pi" else Written(path.text, path.text)  # noqa: E731

names = st.sampled_from(["a", "b", "c", "pi"]).map(lambda name: Path((name,)))
numbers = st.integers(0, 40).map(lambda n: Number(Fraction(n), str(n))) | st.sampled_from(
    [Number(Fraction(1, 2), "1/2"), Number(Fraction(5, 4), "1.25"), Number(Fraction(2, 3), "2/3")]
)
trees: st.SearchStrategy[Node] = st.recursive(
    names | numbers,
    lambda inner: st.one_of(
        st.builds(Binary, st.sampled_from("+-*/"), inner, inner),
        st.builds(lambda left, right: Binary("*", left, right, implied=True), numbers, names),
        st.builds(Negative, inner),
        st.builds(lambda base, n: Power(base, Number(Fraction(n), str(n))), inner, st.integers(2, 4)),
        st.builds(lambda of: Call("sqrt", (of,)), inner),
        st.builds(lambda of: Call("cbrt", (of,)), inner),
        st.builds(lambda of: Call("abs", (of,)), inner),
    ),
    max_leaves=8,
)


def worth(node: Node) -> float | None:
    try:
        return float(evaluate(node, SCOPE).value)
    except ExpressionError:
        return None


@given(tree=trees, times=st.booleans())
def test_what_is_written_is_read_as_the_same(tree: Node, times: bool) -> None:
    value = worth(tree)
    assume(value is not None and isfinite(value) and abs(value) < 1e30)
    assert value is not None
    text = write(tree, plain, times).text
    again = worth(parse(text))
    assert again is not None and isclose(again, value, rel_tol=1e-9, abs_tol=1e-9), text


@given(tree=trees, times=st.booleans())
def test_tex_opens_and_closes_its_braces(tree: Node, times: bool) -> None:
    tex = write(tree, plain, times).tex
    depth = 0
    for letter in tex:
        depth += (letter == "{") - (letter == "}")
        assert depth >= 0, tex
    assert depth == 0, tex
    assert tex.count(r"\left(") == tex.count(r"\right)")


@pytest.mark.parametrize("name", sorted(figures()))
def test_formulas_of_the_catalogue_are_read_back_the_same(name: str) -> None:
    """Written with names as people see them in plain text, each formula still has its value."""
    figure = figures()[name]
    solution = solve(figure, starting_givens(figure), PI)
    scope = solution.scope()
    for relation in figure.relations:
        for text in (*relation.forms.values(), *relation.second.values()):
            try:
                value = evaluate(parse(text), scope)
            except ExpressionError:
                continue  # it has no value for this figure
            written = write(parse(text), symbols(figure)).text
            again = evaluate(parse(written), scope)
            assert again.kind == value.kind, written
            assert again.value.same_as(value.value), written


@pytest.mark.parametrize(
    ("typed", "text", "tex"),
    [
        ("a - (b - c)", "a − (b − c)", r"a - \left(b - c\right)"),
        ("a - b - c", "a − b − c", r"a - b - c"),
        ("a / (b c)", "a / (b c)", r"\frac{a}{b\,c}"),
        ("a / b * c", "a / b × c", r"\frac{a}{b} \times c"),
        ("a / (b / c)", "a / (b / c)", r"\frac{a}{\frac{b}{c}}"),
        ("(a + b)^2", "(a + b)²", r"\left(a + b\right)^{2}"),
        ("-(a + b)", "-(a + b)", r"-\left(a + b\right)"),
        ("(-a)^2", "(-a)²", r"\left(-a\right)^{2}"),
        ("-a^2", "-a²", r"-a^{2}"),
        ("1 1/2 a", "1 1/2 a", r"1\tfrac{1}{2}\,a"),
        ("cbrt(a^3)", "∛(a³)", r"\sqrt[3]{a^{3}}"),
        ("(1/2)^2", "(1/2)²", r"\left(\tfrac{1}{2}\right)^{2}"),
        ("a^(1/2)", "√(a)", r"\sqrt{a}"),
        ("2 * 3", "2 × 3", r"2 \times 3"),
    ],
)
def test_brackets_stand_where_they_are_needed(typed: str, text: str, tex: str) -> None:
    written = write(parse(typed), plain)
    assert (written.text, written.tex) == (text, tex)
    value, again = worth(parse(typed)), worth(parse(written.text))
    assert value is not None and again is not None and isclose(value, again, rel_tol=1e-12)


def test_pi_is_the_letter_and_reckons_as_the_number() -> None:
    written = write(parse("2 pi b"), plain)
    assert written.text == "2 π b"
    assert isclose(worth(parse(written.text)) or 0, 4 * pi)
