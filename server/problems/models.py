"""Saved problems."""

from __future__ import annotations

from django.db import models

from mensuration.exchange.preview import preview
from mensuration.frozen import as_data
from mensuration.problem import Problem as Document


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

    def put(self, document: Document) -> None:
        """Take a checked document, and what the shelf shows of it."""
        self.document = document.model_dump(mode="json", exclude_none=True)
        self.title = document.title.strip()
        self.preview = as_data(preview(document))
