"""Which values with letters in them had their signs asked for: the form that a result has holds while these keep their signs."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from mensuration.numbers.monomials import Sum

_asked: ContextVar[dict[Sum, None] | None] = ContextVar("asked", default=None)


def decided(value: Sum) -> None:
    """Note that something hangs on the sign of this value, if it has letters."""
    known = _asked.get()
    if known is not None and value.letters:
        known[value] = None


@contextmanager
def decisions() -> Iterator[dict[Sum, None]]:
    """All values with letters whose signs are asked for meanwhile, in their order."""
    known: dict[Sum, None] = {}
    token = _asked.set(known)
    try:
        yield known
    finally:
        _asked.reset(token)
