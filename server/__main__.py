"""``python -m server``: print the API's OpenAPI document."""

from __future__ import annotations

import os
import sys

import django


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
    django.setup()
    from server.api import openapi_text  # only once the settings are there

    sys.stdout.write(openapi_text())


if __name__ == "__main__":
    main()
