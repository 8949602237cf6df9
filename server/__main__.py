"""``python -m server`` followed by ``run`` serves the application, by ``check`` looks at its data, by ``backup FILE`` or ``restore
FILE`` copies it, by ``openapi`` prints the API's OpenAPI document."""

from __future__ import annotations

import argparse
import os
import sys
from pathlib import Path


def main() -> int:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")  # there is a process for every core already
    parser = argparse.ArgumentParser(prog="python -m server", description=__doc__)
    verbs = parser.add_subparsers(dest="verb", required=True)
    verbs.add_parser("openapi", help="print the API's OpenAPI document")
    serve = verbs.add_parser("run", help="serve the application")
    serve.add_argument("--host", default="127.0.0.1")
    serve.add_argument("--port", type=int, default=8000)
    verbs.add_parser("check", help="look whether data can be kept and is sound")
    for verb in ("backup", "restore"):
        verbs.add_parser(verb, help=f"{verb} the data, also while it is in use").add_argument(
            "file", type=Path
        )
    told = parser.parse_args()
    if told.verb == "run":
        from server.running import run

        return run(told.host, told.port)
    if told.verb in ("check", "backup", "restore"):
        return keep(told.verb, getattr(told, "file", None))
    import django

    django.setup()
    from server.api import openapi_text  # only once the settings are there

    sys.stdout.write(openapi_text())
    return 0


def keep(verb: str, file: Path | None) -> int:
    from server.keeping import Unkept, backup, check, restore
    from server.running import var

    try:
        if file is None:
            check(var())
        else:
            count = (backup if verb == "backup" else restore)(var(), file)
            if verb == "restore":  # a copy may be older than the program
                import django
                from django.core.management import call_command

                django.setup()
                call_command("migrate", verbosity=0)
            print(f"{count} problems {'are in ' + str(file) if verb == 'backup' else 'are back'}.")
    except Unkept as error:
        print(error, file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
