"""``python -m server openapi`` prints the API's OpenAPI document, ``python -m server run`` serves the application."""

from __future__ import annotations

import argparse
import os
import sys


def main() -> int:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
    parser = argparse.ArgumentParser(prog="python -m server", description=__doc__)
    verbs = parser.add_subparsers(dest="verb", required=True)
    verbs.add_parser("openapi", help="print the API's OpenAPI document")
    serve = verbs.add_parser("run", help="serve the application")
    serve.add_argument("--host", default="127.0.0.1")
    serve.add_argument("--port", type=int, default=8000)
    told = parser.parse_args()
    if told.verb == "run":
        from server.running import run

        return run(told.host, told.port)
    import django

    django.setup()
    from server.api import openapi_text  # only once the settings are there

    sys.stdout.write(openapi_text())
    return 0


if __name__ == "__main__":
    sys.exit(main())
