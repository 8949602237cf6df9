"""The one page of the web app."""

from __future__ import annotations

from django.conf import settings
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from server.problems.models import Problem


@require_safe
@ensure_csrf_cookie
def app_page(request: HttpRequest) -> HttpResponse:
    """The built page, with the cookie that its requests must bring back."""
    page = settings.BUILT_WEB / "index.html"
    if not page.is_file():
        return HttpResponse(
            "The web app is not built yet: run make demo.", status=503, content_type="text/plain"
        )
    text = page.read_text("utf-8").replace("<head>", f'<head><base href="{settings.CSRF_COOKIE_PATH}" />', 1)
    return HttpResponse(text, headers={"Cache-Control": "no-cache"})


@require_safe
def health(request: HttpRequest) -> HttpResponse:
    """Whether the application can answer and its data can be read."""
    try:
        Problem.objects.exists()
    except DatabaseError as error:
        return JsonResponse({"status": "ill", "says": f"the data can't be read: {error}"}, status=503)
    return JsonResponse({"status": "well"})
