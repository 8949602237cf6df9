"""Demo documents with something broken in them: answered or refused in words, never more."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.problem import ALSO, UnreadableDocument, evaluate_document

DEMO = [
    json.loads(file.read_text("utf-8"))
    for file in sorted((Path(__file__).parents[2] / "demo").glob("*.json"))
]
ODD = [
    "", " ", "0", "-1", "1e5", "10^64", "1/0", "√(-1)", "slab.width", "12'-6\"", "1,200", "½", "2 m²", "90°", "?", "π",
    "(" * 50, "x" * 600, "\ud800", "sin(20°)^64^64", "10^-30", "1" * 50, None, True, 0, 10**30, -0.5, [], {}, [[]],
    ["0", "0"], "R 4, U 3, L ?, D ?", "R 4, U 3 arc 400° left", "common", "take", "plane", "cube", "nonsense",
]  # fmt: skip


def places(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every place in a document."""
    found = [path] if path else []
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, inner in items:
        found += places(inner, (*path, key))
    return found


@settings(max_examples=150)
@given(st.data())
def test_a_broken_document_is_answered_or_refused(data: st.DataObject) -> None:
    document = copy.deepcopy(data.draw(st.sampled_from(DEMO)))
    for _ in range(data.draw(st.integers(1, 3))):
        path = data.draw(st.sampled_from(places(document)))
        holder = document
        for key in path[:-1]:
            holder = holder[key]
        if data.draw(st.booleans()):
            holder[path[-1]] = copy.deepcopy(
                data.draw(st.sampled_from(ODD))
            )  # else one could be put into itself
        elif isinstance(holder, dict):
            del holder[path[-1]]
        else:
            holder.append(copy.deepcopy(holder[path[-1]]))
    try:
        results = evaluate_document(document, ALSO)
    except UnreadableDocument as error:
        assert str(error)
        return
    json.dumps(results)
    assert all(complaint["says"] for complaint in results["complaints"])
