"""Variants as a table for a spreadsheet, and as sheets to print with a key."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass
from html import escape

from mensuration.exchange.page import STYLE, question
from mensuration.exchange.tables import as_text
from mensuration.frozen import Frozen
from mensuration.problem.document import read
from mensuration.variants import Variant

SHEETS = """
section { break-after: page; } section:last-of-type { break-after: auto; }
table { border-collapse: collapse; width: 100%; font-variant-numeric: tabular-nums; }
th, td { border-bottom: 1px solid #999; padding: 0.25em 0.6em; text-align: left; } tr { break-inside: avoid; }
""".strip()


@dataclass(frozen=True)
class VariantTable(Frozen):
    """Headings and a row for each variant: its number, its givens, its answers."""

    headings: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]


def variant_table(variants: Sequence[Variant]) -> VariantTable:
    """Everything about variants but the problems themselves.

    >>> from mensuration.variants.making import VariantAnswer
    >>> variant_table([Variant(1, "4", (("slab.width", "4 m"),), (VariantAnswer("Area", "16.00 m²"),), {}, ())])
    VariantTable(headings=('variant', 'slab.width', 'Area'), rows=(('1', '4 m', '16.00 m²'),))
    """
    if not variants:
        return VariantTable(("variant",), ())
    first = variants[0]
    headings = ("variant", *(name for name, _ in first.givens), *(answer.label for answer in first.answers))
    rows = tuple(
        (str(each.number), *(text for _, text in each.givens), *(answer.text for answer in each.answers))
        for each in variants
    )
    return VariantTable(headings, rows)


def variants_csv(variants: Sequence[Variant]) -> str:
    """The table as comma-separated values that no spreadsheet takes for formulas.

    >>> from mensuration.variants.making import VariantAnswer
    >>> variants_csv([Variant(1, "4", (("slab.width", "4 m"),), (VariantAnswer("Area", "16.00 m²"),), {}, ())])
    'variant,slab.width,Area\\r\\n1,4 m,16.00 m²\\r\\n'
    """
    table, out = variant_table(variants), io.StringIO()
    writer = csv.writer(out)
    writer.writerow(map(as_text, table.headings))
    writer.writerows([*map(as_text, row)] for row in table.rows)
    return out.getvalue()


def variant_sheets(title: str, variants: Sequence[Variant]) -> str:
    """A page to print: every variant on a sheet of its own with room to write, then the key. Each figure has a place for its picture
    (``data-variant`` and ``data-figure``), which the web app puts there.

    >>> variant_sheets("Pad", []).count("<section")
    1
    """
    lines = [
        "<!doctype html>",
        f'<html lang="en"><head><meta charset="utf-8"><title>{escape(title)}</title>',
        f"<style>{STYLE}\n{SHEETS}</style></head><body>",
    ]
    for variant in variants:
        problem = read(variant.document)
        lines.append(f'<section data-variant="{variant.number}">')
        lines += question(problem)
        lines.append("</section>")
    table = variant_table(variants)
    lines.append(f"<section><h1>{escape(title)}: key</h1><table><thead><tr>")
    lines += [f"<th>{escape(heading)}</th>" for heading in table.headings]
    lines.append("</tr></thead><tbody>")
    lines += ["<tr>" + "".join(f"<td>{escape(cell)}</td>" for cell in row) + "</tr>" for row in table.rows]
    lines.append("</tbody></table></section></body></html>")
    return "\n".join(lines) + "\n"
