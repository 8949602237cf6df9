"""Saved problems."""

from __future__ import annotations

from typing import Any

from django.db import connection, models

from mensuration.problem import Problem as Document
from server.problems.previews import NOTHING


class Problem(models.Model):
    """One problem on the shelf. ``version`` grows with every save and guards against lost changes."""

    title = models.CharField(max_length=200, blank=True)
    document = models.JSONField()
    preview = models.JSONField(help_text="Drawing and first answers, for the shelf")
    version = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-changed", "-id"]
        constraints = [
            models.CheckConstraint(condition=models.Q(version__gte=1), name="version_from_one"),
        ]

    def __str__(self) -> str:
        return self.title

    def show(self, preview: dict[str, Any]) -> None:
        """Store a preview that came after its problem, unless that was saved again meanwhile."""
        Problem.objects.filter(id=self.id, version=self.version).update(preview=preview)
        connection.close()  # of the thread in which it came

    def put(self, document: Document, preview: dict[str, Any] | None) -> None:
        """Take a checked document, and what the shelf shows of it; where that is not known, it shows what it did."""
        self.document = document.model_dump(mode="json", exclude_none=True)
        self.title = document.title.strip()
        self.preview = preview or self.preview or NOTHING
