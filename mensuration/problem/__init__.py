"""The problem document: its schema, its evaluation, its complaints."""

from mensuration.problem.evaluate import ALSO, evaluate_document, evaluate_problem
from mensuration.problem.schema import (
    FORMAT,
    MAX_BYTES,
    Problem,
    UnreadableDocument,
    json_schema,
    read,
    read_text,
)

__all__ = [
    "ALSO",
    "FORMAT",
    "MAX_BYTES",
    "Problem",
    "UnreadableDocument",
    "evaluate_document",
    "evaluate_problem",
    "json_schema",
    "read",
    "read_text",
]
