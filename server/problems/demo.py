"""The demo problems: Brindle Yard."""

from __future__ import annotations

from django.conf import settings
from django.db import transaction

from mensuration.exchange.preview import preview
from mensuration.frozen import as_data
from mensuration.problem import read_text
from server.problems.models import Problem

LABEL = "Brindle Yard"


def put_demo_on_shelf() -> int:
    """Add every demo problem to the shelf, the first in the alphabet on top; how many there are."""
    files = sorted((settings.ROOT / "demo").glob("*.json"), reverse=True)
    problems = []
    for file in files:
        document = read_text(file.read_bytes())
        problem = Problem()
        problem.put(document, as_data(preview(document)))
        problems.append(problem)
    with transaction.atomic():
        for problem in problems:
            problem.save()
            problem.label([LABEL])
    return len(files)
