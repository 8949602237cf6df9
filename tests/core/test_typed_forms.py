"""What people type, and what each form means: read, or asked about in a sentence that says how to write it."""

from __future__ import annotations

from fractions import Fraction

import pytest

from mensuration.expressions import ExpressionError, Scope, evaluate, parse
from mensuration.units import ANGLE, AREA, LENGTH, NUMBER, VOLUME, Kind
from tests.core.helpers import answer

FOOT, INCH = Fraction("0.3048"), Fraction("0.0254")
READ = [  # typed, its value in base units, its kind
    ("½", Fraction(1, 2), NUMBER),
    ("2½", Fraction(5, 2), NUMBER),
    ("2 ½ m", Fraction(5, 2), LENGTH),
    ("⅔ m", Fraction(2, 3), LENGTH),
    ("1⁄2", Fraction(1, 2), NUMBER),
    ("1 1/2", Fraction(3, 2), NUMBER),
    ("1 000", 1000, NUMBER),
    ("12 345.5 m", Fraction("12345.5"), LENGTH),
    ("1\u202f000 mm", 1, LENGTH),
    ("5%", Fraction(1, 20), NUMBER),
    ("12.5 % × 200", 25, NUMBER),
    ("3⋅4", 12, NUMBER),
    ("3•4", 12, NUMBER),
    ("3·4", 12, NUMBER),
    ("7−4", 3, NUMBER),
    ("7–4", 3, NUMBER),
    ("3 m2", 3, AREA),
    ("2 cm3", Fraction(2, 10**6), VOLUME),
    ("3 sq ft", 3 * FOOT**2, AREA),
    ("2 cubic metres", 2, VOLUME),
    ("4 square feet", 4 * FOOT**2, AREA),
    ("20º", Fraction(20, 360), ANGLE),
    ("20˚", Fraction(20, 360), ANGLE),
    ("20° 30'", Fraction(41, 720), ANGLE),
    ("20° 30' 15\"", Fraction(20 * 3600 + 1815, 1296000), ANGLE),
    ("5 dm", Fraction(1, 2), LENGTH),
    ("3 L", Fraction(3, 1000), VOLUME),
    ("2.5 litres", Fraction(5, 2000), VOLUME),
    ("250 ml", Fraction(1, 4000), VOLUME),
    ("2 US gal", 2 * 231 * INCH**3, VOLUME),
    ("1 imperial gallon", Fraction("0.00454609"), VOLUME),
    ("2 ha", 20000, AREA),
    ("3 acres", 3 * 43560 * FOOT**2, AREA),
    ("12'-6\"", 12 * FOOT + 6 * INCH, LENGTH),
    ("12'-6 1/2\"", 12 * FOOT + Fraction(13, 2) * INCH, LENGTH),
    ("12' 6\"", 12 * FOOT + 6 * INCH, LENGTH),
    ("1 - 1/2", Fraction(1, 2), NUMBER),
    ("1/2 m", Fraction(1, 2), LENGTH),
    ("1/(2 m)", Fraction(1, 2), Kind(-1)),
    ("6 m / 2 m", 3, NUMBER),
    ("6 m² / (2 m)", 3, LENGTH),
    ("1/2 (3 + 4)", Fraction(7, 2), NUMBER),
    ("3/4 × 8", 6, NUMBER),
    ("8/2/2", 2, NUMBER),
    ("2 (1/2)", 1, NUMBER),
    ("2 (3) m", 6, LENGTH),
    ("⁴√16", 2, NUMBER),
    ("2 ⁴√16", 4, NUMBER),
    ("27^(2/3)", 9, NUMBER),
]
ASKED = [  # typed, part of the sentence
    ("1-1/2", "write 1 1/2, or 1 - 1/2 with spaces"),
    ("1-½", "write 1 ½, or 1 - ½ with spaces"),
    ("12' - 6\"", "Write 12' 6\", or 12 ft - 6 in"),
    ("1,200", "write 1200, or 1.200 with a point"),
    ("1,200,300", "write thousands without commas: 1200300"),
    ("2,4", "write decimals with a point"),
    ("6/2(1+2)", "write 6/(2 …), or (6/2) × …"),
    ("6÷2(1+2)", "“(2 (1+2))”, or a × before “(1+2)”"),
    ("3 m/2(1+2)", "“(2 (1+2))”, or a × before “(1+2)”"),
    ("10 / 2 √4", "two ways"),
    ("3''", 'write inches as 3" or 3 in'),
    ("5 m²²", "areas are in m², volumes in m³"),
    ("2 gal", "write US gal or UK gal"),
]


@pytest.mark.parametrize(("typed", "value", "kind"), READ, ids=[typed for typed, *_ in READ])
def test_what_is_typed_is_read_as_it_is_meant(typed: str, value: Fraction | int, kind: Kind) -> None:
    quantity = evaluate(parse(typed), Scope())
    assert (quantity.value.rational, quantity.kind) == (value, kind)


@pytest.mark.parametrize(("typed", "says"), ASKED, ids=[typed for typed, _ in ASKED])
def test_what_two_people_would_read_differently_is_asked_about(typed: str, says: str) -> None:
    with pytest.raises(ExpressionError) as caught:
        evaluate(parse(typed), Scope())
    assert says in caught.value.says


def test_a_product_below_a_stroke_is_asked_about_where_it_has_names() -> None:
    with pytest.raises(ExpressionError) as caught:
        parse("slab.width/2 slab.height")
    assert "“(2 slab.height)”, or a × before “slab.height”" in caught.value.says


def test_a_percentage_is_told_as_it_was_typed() -> None:
    working = answer("12.5 % × 200 m")["working"]
    assert any("12.5% × 200 m" in line for line in working)


RATES = [  # rates given to an area of 100 m², what the last of them comes to, or part of its sentence
    (["€1,200 per m²"], "1200, or 1.200"),
    (["€1,234.50 per m²"], "€123450.00"),
    (["€4,20 per m²"], "€420.00"),
    (["€1 200 per m²"], "€120000.00"),
    (["10 % waste", "€2 per m²"], "€220.00"),
    (["€2 per m²", "10 % off"], "€180.00"),
    (["€2 per m²", "10 % discount"], "€180.00"),
    (["€2 per m²", "20 % VAT"], "€240.00"),
    (["€2 per m²", "10 % off", "20 % VAT"], "€216.00"),
    (["20 % VAT", "10 % off", "€2 per m²"], "€216.00"),
    (["10 % off"], "say first what it costs"),
    (["10 % sugar"], "waste, off or VAT"),
]


@pytest.mark.parametrize(("rates", "value"), RATES, ids=[", ".join(rates) for rates, _ in RATES])
def test_each_rate_does_what_it_says(rates: list[str], value: str) -> None:
    told = answer("10 m × 10 m", ask={"rates": rates})["rates"]
    assert any(value in (line["value"] + (line["says"] or "")) for line in told), told
