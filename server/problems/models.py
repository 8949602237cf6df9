"""Saved problems."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import connection, models
from django.utils import timezone

from mensuration.problem import Problem as Document
from server.problems.earlier import APART, superfluous
from server.problems.previews import NOTHING
from server.problems.words import words_of

DAYS_IN_BIN = 30


class OnTheShelf(models.Manager["Problem"]):
    """The problems that are not in the bin."""

    def get_queryset(self) -> models.QuerySet[Problem]:
        return super().get_queryset().filter(removed=None)


class Label(models.Model):
    """A word under which problems lie together on the shelf: a class, a topic, a week. It is the shelf's, not the problem's: to put
    one on changes nothing that somebody may be working on."""

    LONGEST = 40
    MOST = 12  # on one problem

    name = models.CharField(max_length=LONGEST, unique=True)

    class Meta:
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name


class Problem(models.Model):
    """One problem on the shelf. ``version`` grows with every save and guards against lost changes."""

    title = models.CharField(max_length=200, blank=True)
    document = models.JSONField()
    preview = models.JSONField(help_text="Drawing and first answers, for the shelf")
    version = models.PositiveIntegerField(default=1)
    words = models.TextField(blank=True, help_text="What it is found by, its title first, without capitals")
    labels = models.ManyToManyField(Label, related_name="problems", blank=True)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True, db_index=True)
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

    @property
    def label_names(self) -> list[str]:
        return [label.name for label in self.labels.all()]

    def label(self, names: list[str]) -> None:
        """Put it under these labels and no others; labels that nothing lies under go."""
        kept = {name.casefold(): name for name in Label.objects.values_list("name", flat=True)}
        wanted = dict.fromkeys(
            kept.get(name.casefold(), name) for name in (" ".join(n.split()) for n in names) if name
        )
        self.labels.set([Label.objects.get_or_create(name=name)[0] for name in wanted])
        Label.objects.filter(problems=None).delete()

    def show(self, preview: dict[str, Any]) -> None:
        """Store a preview that came after its problem, unless that was saved again meanwhile."""
        Problem.objects.filter(id=self.id, version=self.version).update(preview=preview)
        connection.close()  # of the thread in which it came

    def put(self, document: Document, preview: dict[str, Any] | None) -> None:
        """Take a checked document, and what the shelf shows of it; where that is not known, it shows what it did."""
        self.document = document.model_dump(mode="json", exclude_none=True)
        self.title = document.title.strip()
        self.words = words_of(self.document)
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
