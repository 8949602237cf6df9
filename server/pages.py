"""The one page of the web app."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe


@require_safe
@ensure_csrf_cookie
def app_page(request: HttpRequest) -> HttpResponse:
    """The built page, with the cookie that its requests must bring back."""
    page = settings.BUILT_WEB / "index.html"
    if not page.is_file():
        return HttpResponse(
            "The web app is not built yet: run make demo.", status=503, content_type="text/plain"
        )
    return HttpResponse(page.read_bytes(), headers={"Cache-Control": "no-cache"})
