"""Saved problems."""

from __future__ import annotations

from typing import Any

from django.db import models

from mensuration.cards import gallery
from mensuration.problem import Problem as Document
from mensuration.problem import evaluate_problem


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
        self.preview = preview(document)


def _card_picture(document: Document, results: dict[str, Any]) -> dict[str, Any] | None:
    """The picture of the first solved card, else the catalogue's own of the first card or table."""
    for figure in document.figures:
        card = results["figures"].get(figure.name, {}).get("card")
        if card and card["solutions"]:
            picture: dict[str, Any] = card["solutions"][card["solution"] - 1]["drawing"]
            return picture
    named = [row for figure in document.figures for row in gallery() if row["name"] == figure.figure]
    return named[0]["picture"] if named else None


def preview(document: Document) -> dict[str, Any]:
    """The outline of the first figure that has one, and the first answers."""
    results = evaluate_problem(document)
    drawings = [figure["drawing"] for figure in results["figures"].values() if figure["drawing"]]
    drawing = drawings[0] if drawings else None
    return {
        "outline": drawing["outline"] if drawing else [],
        "bounds": drawing["bounds"] if drawing else None,
        "card": None if drawing else _card_picture(document, results),
        "answers": [
            {"label": ask["label"], "text": ask["text"]} for ask in results["asks"][:2] if ask["text"]
        ],
        "faults": sum(complaint["level"] == "error" for complaint in results["complaints"]),
    }
