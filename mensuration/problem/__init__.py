"""The problem document: what it holds, what hangs on what in it, its evaluation, its complaints."""

from mensuration.problem.document import (
    FORMAT,
    HALF_LETTER,
    MAX_BYTES,
    Problem,
    UnreadableDocument,
    json_schema,
    read,
    read_text,
)
from mensuration.problem.evaluate import evaluate, evaluate_document, evaluate_problem
from mensuration.problem.kinds import ALSO
from mensuration.problem.results import Results
from mensuration.problem.while_typing import Typing, while_typing

__all__ = [
    "ALSO",
    "FORMAT",
    "HALF_LETTER",
    "MAX_BYTES",
    "Problem",
    "Results",
    "Typing",
    "UnreadableDocument",
    "evaluate",
    "evaluate_document",
    "evaluate_problem",
    "json_schema",
    "read",
    "read_text",
    "while_typing",
]
