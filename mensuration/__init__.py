"""Tilt Grid's core: from a problem document to its results. No web, no database, no clock.

>>> from mensuration import evaluate_document
>>> evaluate_document({"asks": [{"label": "Edge", "expression": "4 × 2.5 m"}]})["asks"][0]["text"]
'10.00 m'
"""

from importlib import import_module
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from mensuration.problem import (
        UnreadableDocument,
        evaluate,
        evaluate_document,
        evaluate_problem,
        read,
        read_text,
    )

__all__ = ["UnreadableDocument", "evaluate", "evaluate_document", "evaluate_problem", "read", "read_text"]


def __getattr__(name: str) -> Any:
    """The verbs of :mod:`mensuration.problem`, loaded when they are first asked for: whoever wants only numbers gets
    only these."""
    if name not in __all__:
        raise AttributeError(f"module 'mensuration' has no attribute {name!r}")
    return getattr(import_module("mensuration.problem"), name)
