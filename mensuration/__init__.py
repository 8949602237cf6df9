"""Tilt Grid's core: from a problem document to its results. No web, no database, no clock.

>>> from mensuration import evaluate_document
>>> evaluate_document({"asks": [{"label": "Edge", "expression": "4 × 2.5 m"}]})["asks"][0]["text"]
'10.00 m'
"""

from mensuration.problem import UnreadableDocument, evaluate_document, evaluate_problem, read, read_text

__all__ = ["UnreadableDocument", "evaluate_document", "evaluate_problem", "read", "read_text"]
