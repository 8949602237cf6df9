"""Previews of what was just worked out in this process: a problem is mostly saved as it was last evaluated."""

from __future__ import annotations

from collections import OrderedDict
from hashlib import blake2b

from mensuration.exchange.preview import Preview
from mensuration.problem import Problem

MOST = 50
_previews: OrderedDict[bytes, Preview] = OrderedDict()


def _key(problem: Problem) -> bytes:
    return blake2b(problem.model_dump_json(exclude_none=True).encode(), digest_size=16).digest()


def remember_preview(problem: Problem, preview: Preview) -> None:
    _previews[_key(problem)] = preview
    while len(_previews) > MOST:
        _previews.popitem(last=False)


def remembered_preview(problem: Problem) -> Preview | None:
    return _previews.get(_key(problem))
