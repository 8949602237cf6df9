"""The grammar of what people type, its parsing, and its evaluation with units."""

from mensuration.expressions.errors import ExpressionError, nearest, unknown_word
from mensuration.expressions.evaluate import Scope, evaluate, in_radians
from mensuration.expressions.functions import arc_sine, trigonometric
from mensuration.expressions.names import fresh_name, name_fault, one_word, path_spans
from mensuration.expressions.nodes import Node, Path, paths
from mensuration.expressions.parse import is_literal, parse
from mensuration.expressions.quantity import Quantity

__all__ = [
    "ExpressionError",
    "Node",
    "Path",
    "Quantity",
    "Scope",
    "arc_sine",
    "evaluate",
    "fresh_name",
    "in_radians",
    "is_literal",
    "name_fault",
    "nearest",
    "one_word",
    "parse",
    "path_spans",
    "paths",
    "trigonometric",
    "unknown_word",
]
