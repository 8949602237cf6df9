"""Put the demo problems on the shelf, once: a shelf that has ever been filled is left as it is."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from mensuration.problem import read_text
from server.problems.models import Problem

MARK = "demo-loaded"


class Command(BaseCommand):
    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        mark = settings.VAR / MARK
        if mark.exists() or Problem.objects.exists():
            return
        for file in sorted((settings.ROOT / "demo").glob("*.json"), reverse=True):
            problem = Problem()
            problem.put(read_text(file.read_bytes()))
            problem.save()
        mark.touch()
