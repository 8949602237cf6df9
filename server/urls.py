"""Addresses: the API under /api/, the web app's page everywhere else."""

from django.urls import path, re_path

from server.api import api
from server.pages import app_page, health

urlpatterns = [
    path("api/", api.urls),
    path("health", health),
    re_path(r"^(?!api/|assets/).*$", app_page),
]
