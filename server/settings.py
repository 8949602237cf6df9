"""Django's settings. Everything that a run leaves behind is kept in ``var/`` (or TILT_GRID_VAR)."""

from __future__ import annotations

import os
from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE
from django.core.management.utils import get_random_secret_key

from mensuration.problem import MAX_BYTES


def _list(name: str) -> list[str]:
    """What a setting holds, with commas between."""
    return [each.strip() for each in os.environ.get(name, "").split(",") if each.strip()]


ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("TILT_GRID_VAR", ROOT / "var"))
BUILT_WEB = ROOT / "web" / "dist"


def _secret_key() -> str:
    """Made at first start, readable by its owner only, never in the repository."""
    VAR.mkdir(parents=True, exist_ok=True)
    path = VAR / "secret-key"
    try:
        handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text().strip()
    with os.fdopen(handle, "w") as file:
        file.write(key := get_random_secret_key())
    return key


SECRET_KEY = _secret_key()
DEBUG = os.environ.get("TILT_GRID_DEBUG") == "1"
LENIENT = os.environ.get("TILT_GRID_STRICT") != "1"  # what a test wants to see, a person at work does not
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", *_list("TILT_GRID_HOSTS")]
CSRF_TRUSTED_ORIGINS = [
    *(["http://127.0.0.1:5173", "http://localhost:5173"] if DEBUG else []),
    *_list("TILT_GRID_ORIGINS"),
]
PREFIX = "/" + os.environ.get("TILT_GRID_PREFIX", "").strip("/")  # under which all is served, "/" for nothing
FORCE_SCRIPT_NAME = PREFIX.rstrip("/") or None
HTTPS = os.environ.get("TILT_GRID_HTTPS") == "1"  # a proxy speaks it, and says so in X-Forwarded-Proto
if HTTPS:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_SSL_REDIRECT = True
    SECURE_REDIRECT_EXEMPT = [r"^health$"]
    SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365
    SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = True
    CSRF_COOKIE_SECURE = SESSION_COOKIE_SECURE = True

INSTALLED_APPS = ["csp", "ninja", "server.problems"]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",  # after those whose headers its answers need, too
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
]
ROOT_URLCONF = "server.urls"
WSGI_APPLICATION = "server.wsgi.application"

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": VAR / "tilt-grid.sqlite3",
        "CONN_MAX_AGE": None,  # closing the last connection would write the whole log back each time
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA foreign_keys=ON; "
            + f"PRAGMA synchronous={'NORMAL' if os.environ.get('TILT_GRID_SYNC') == 'normal' else 'FULL'};",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"
USE_I18N = False

# Built files carry a hash of their contents in their names, so browsers may keep them for good.
WHITENOISE_ROOT = BUILT_WEB if BUILT_WEB.is_dir() else None
WHITENOISE_INDEX_FILE = False
WHITENOISE_ALLOW_ALL_ORIGINS = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"/assets/"
STATIC_URL = "/static/"

# A document of the largest size, written out again with escapes, still gets its answer in words.
DATA_UPLOAD_MAX_MEMORY_SIZE = 8 * MAX_BYTES

CSRF_COOKIE_SAMESITE = "Strict"
CSRF_COOKIE_PATH = PREFIX.rstrip("/") + "/"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF, UNSAFE_INLINE],  # KaTeX and the popovers place things by inline styles
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "object-src": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

# What goes wrong, to standard error and, where a file is named, into that, which is begun anew at a megabyte.
LOG_FILE = os.environ.get("TILT_GRID_LOG")
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "{asctime} {levelname} {name} {message}", "style": "{"}},
    "handlers": {
        "error": {"class": "logging.StreamHandler", "formatter": "line"},
        **(
            {
                "file": {
                    "class": "concurrent_log_handler.ConcurrentRotatingFileHandler",  # all processes write into it
                    "filename": LOG_FILE,
                    "maxBytes": 1_000_000,
                    "backupCount": 5,
                    "formatter": "line",
                }
            }
            if LOG_FILE
            else {}
        ),
    },
    "loggers": {
        **{
            name: {
                "handlers": ["error", *(["file"] if LOG_FILE else [])],
                "level": "INFO",
                "propagate": False,
            }
            for name in ("server", "mensuration")
        },
        "django.request": {"level": "CRITICAL"},  # told once, by the front door
    },
}
