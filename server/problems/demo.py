"""The demo problems: Brindle Yard."""

from __future__ import annotations

from django.conf import settings
from django.db import transaction

from mensuration.problem import read_text
from server.problems.models import Problem


@transaction.atomic
def put_demo_on_shelf() -> int:
    """Add every demo problem to the shelf, the first in the alphabet on top; how many there are."""
    files = sorted((settings.ROOT / "demo").glob("*.json"), reverse=True)
    for file in files:
        problem = Problem()
        problem.put(read_text(file.read_bytes()))
        problem.save()
    return len(files)
