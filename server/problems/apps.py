"""The problems app."""

from django.apps import AppConfig
from django.conf import settings

from mensuration.problem.evaluation import Evaluation


class ProblemsConfig(AppConfig):
    name = "server.problems"

    def ready(self) -> None:
        Evaluation.lenient = settings.LENIENT
