"""Addresses: the API under /api/, the web app's page everywhere else."""

from django.urls import path, re_path

from server.api import api
from server.pages import app_page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|assets/).*$", app_page),
]
