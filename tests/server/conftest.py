"""A client that carries the page's own cookie, as the web app does."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from django.test import Client

ROOT = Path(__file__).parents[2]


class Page:
    """The web app's side of the API."""

    def __init__(self) -> None:
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/")
        self.token = self.client.cookies["csrftoken"].value

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        data = body if isinstance(body, str | bytes) else json.dumps(body) if body is not None else ""
        answer = self.client.generic(
            method, f"/api{path}", data, content_type="application/json", headers={"X-CSRFToken": self.token}
        )
        return answer.status_code, json.loads(answer.content) if answer.content else None


@pytest.fixture
def page(db: None) -> Page:
    return Page()


@pytest.fixture
def kicker() -> dict[str, Any]:
    document: dict[str, Any] = json.loads((ROOT / "demo/kicker-side-panel.json").read_text("utf-8"))
    return document
