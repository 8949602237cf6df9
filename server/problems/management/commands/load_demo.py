"""Put the demo problems on the shelf, once: a shelf that has ever been filled is left as it is."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from server.problems.demo import put_demo_on_shelf
from server.problems.models import Problem

MARK = "demo-loaded"


class Command(BaseCommand):
    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        mark = settings.VAR / MARK
        if mark.exists() or Problem.objects.exists():
            return
        put_demo_on_shelf()
        mark.touch()
