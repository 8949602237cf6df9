"""Print the API's OpenAPI document."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from server.api import openapi_text


class Command(BaseCommand):
    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(openapi_text(), ending="")
