"""The problems app."""

from django.apps import AppConfig


class ProblemsConfig(AppConfig):
    name = "server.problems"
