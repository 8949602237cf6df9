"""Saved problems."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import connection, models
from django.utils import timezone

from mensuration.problem import Problem as Document
from server.problems.earlier import APART, superfluous
from server.problems.previews import NOTHING

DAYS_IN_BIN = 30


class OnTheShelf(models.Manager["Problem"]):
    """The problems that are not in the bin."""

    def get_queryset(self) -> models.QuerySet[Problem]:
        return super().get_queryset().filter(removed=None)


class Problem(models.Model):
    """One problem on the shelf. ``version`` grows with every save and guards against lost changes."""

    title = models.CharField(max_length=200, blank=True)
    document = models.JSONField()
    preview = models.JSONField(help_text="Drawing and first answers, for the shelf")
    version = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    removed = models.DateTimeField(null=True, blank=True, db_index=True, help_text="When it went to the bin")

    objects = models.Manager()
    here = OnTheShelf()

    class Meta:
        ordering = ["-changed", "-id"]
        constraints = [
            models.CheckConstraint(condition=models.Q(version__gte=1), name="version_from_one"),
        ]

    def __str__(self) -> str:
        return self.title

    @staticmethod
    def empty_bin() -> None:
        """What has been in the bin for so long goes for good."""
        Problem.objects.filter(removed__lt=timezone.now() - timedelta(days=DAYS_IN_BIN)).delete()

    def show(self, preview: dict[str, Any]) -> None:
        """Store a preview that came after its problem, unless that was saved again meanwhile."""
        Problem.objects.filter(id=self.id, version=self.version).update(preview=preview)
        connection.close()  # of the thread in which it came

    def put(self, document: Document, preview: dict[str, Any] | None) -> None:
        """Take a checked document, and what the shelf shows of it; where that is not known, it shows what it did."""
        self.document = document.model_dump(mode="json", exclude_none=True)
        self.title = document.title.strip()
        self.preview = preview or self.preview or NOTHING


class Earlier(models.Model):
    """A problem as it was before a save."""

    problem = models.ForeignKey(Problem, on_delete=models.CASCADE, related_name="earlier")
    version = models.PositiveIntegerField()
    title = models.CharField(max_length=200, blank=True)
    document = models.JSONField()
    saved = models.DateTimeField()

    class Meta:
        ordering = ["-saved"]
        constraints = [
            models.UniqueConstraint(fields=["problem", "version"], name="one_of_each_version"),
        ]

    def __str__(self) -> str:
        return f"{self.title} {self.version}"

    @classmethod
    def keep(cls, problem: Problem) -> None:
        """Keep a problem as it is stored now, unless one was kept a moment ago; older ones are thinned."""
        now = timezone.now()
        if cls.objects.filter(problem=problem, saved__gt=now - APART).exists():
            return
        cls.objects.create(
            problem=problem,
            version=problem.version,
            title=problem.title,
            document=problem.document,
            saved=now,
        )
        times = cls.objects.filter(problem=problem).values_list("saved", flat=True)
        cls.objects.filter(problem=problem, saved__in=superfluous(times, now)).delete()
