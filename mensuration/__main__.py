"""The command line: ``python -m mensuration evaluate FILE`` (``-`` for standard input)."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from mensuration.problem import ALSO, UnreadableDocument, evaluate_problem, json_schema, read_text


def main(arguments: list[str] | None = None) -> int:
    """Run one command. Exit code 0, or 2 with one line on standard error."""
    parser = argparse.ArgumentParser(prog="python -m mensuration", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    command = commands.add_parser("evaluate", help="print a problem's results as JSON")
    command.add_argument("file", help="a problem file, or - for standard input")
    commands.add_parser("schema", help="print the JSON Schema of the problem file")
    chosen = parser.parse_args(arguments)
    if chosen.command == "schema":
        print(json.dumps(json_schema(), indent=2, ensure_ascii=False))
        return 0
    try:
        contents = sys.stdin.buffer.read() if chosen.file == "-" else Path(chosen.file).read_bytes()
        results = evaluate_problem(read_text(contents), ALSO)
    except OSError as error:
        return _refuse(f"{chosen.file}: {error.strerror or error}")
    except UnreadableDocument as error:
        return _refuse(f"{chosen.file}: {error}")
    print(json.dumps(results, indent=2, ensure_ascii=False))
    return 0


def _refuse(says: str) -> int:
    print(" ".join(says.split()), file=sys.stderr)
    return 2


if __name__ == "__main__":
    sys.exit(main())
