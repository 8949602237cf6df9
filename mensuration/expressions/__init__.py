"""The grammar of what people type, its parsing, and its evaluation with units."""

from mensuration.expressions.errors import ExpressionError, nearest, unknown_word
from mensuration.expressions.evaluate import Scope, evaluate, trigonometric
from mensuration.expressions.nodes import Node, Path, paths
from mensuration.expressions.parse import parse
from mensuration.expressions.quantity import Quantity

__all__ = [
    "ExpressionError",
    "Node",
    "Path",
    "Quantity",
    "Scope",
    "evaluate",
    "nearest",
    "parse",
    "paths",
    "trigonometric",
    "unknown_word",
]
