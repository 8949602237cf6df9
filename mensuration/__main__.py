"""The command line: ``python -m mensuration evaluate FILE`` (``-`` for standard input), ``solve FIGURE name=value …``,
``vary FILE``, ``check FILE LABEL ANSWER``."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from mensuration.catalogue import WrongDeclaration, figures
from mensuration.expressions import unknown_word
from mensuration.frozen import as_data
from mensuration.problem import (
    ALSO,
    FORMAT,
    Problem,
    UnreadableDocument,
    evaluate_document,
    evaluate_problem,
    json_schema,
    read_text,
)
from mensuration.slips import check_answer
from mensuration.varying import NotVaried, Varied, scaling, settled, solve_for, tell_varied, text_of

NAMED = "it"
SETTINGS = {
    "unit": "the unit of length of bare numbers and of answers (m)",
    "angle": "the unit of angle: deg, rad or turn (deg)",
    "pi": "exact, 3.14 or 22/7 (exact)",
    "places": "decimal places of rounded values (2)",
}


def main(arguments: list[str] | None = None) -> int:
    """Run one command. Exit code 0, or 2 with one line on standard error."""
    parser = argparse.ArgumentParser(prog="python -m mensuration", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    command = commands.add_parser("evaluate", help="print a problem's results as JSON")
    command.add_argument("file", help="a problem file, or - for standard input")
    command = commands.add_parser("solve", help="solve one figure of the catalogue, printed as JSON")
    command.add_argument("figure", help="its name, such as cone")
    command.add_argument("given", nargs="*", help="what is known of it, such as radius=2 or angle=110°")
    for setting, help_ in SETTINGS.items():
        command.add_argument(f"--{setting}", help=help_)
    command = commands.add_parser("check", help="check an answer, or the declarations of the catalogue")
    command.add_argument(
        "what", nargs="*", help="a problem FILE, the LABEL of an ask and the ANSWER; or a figure's name"
    )
    command = commands.add_parser(
        "vary", help="print every case of what a problem varies, the greatest and the least"
    )
    command.add_argument("file", help="a problem file with “vary”, or - for standard input")
    command.add_argument("--json", action="store_true", help="print it as JSON")
    commands.add_parser("schema", help="print the JSON Schema of the problem file")
    chosen = parser.parse_args(arguments)
    if chosen.command == "schema":
        print(json.dumps(json_schema(), indent=2, ensure_ascii=False))
        return 0
    if chosen.command == "check":
        return _check(chosen.what)
    if chosen.command == "solve":
        return _solve(chosen)
    try:
        problem = _problem_in(chosen.file)
        if chosen.command == "vary":
            told = tell_varied(Varied(problem))
            print(json.dumps(as_data(told), indent=2, ensure_ascii=False) if chosen.json else text_of(told))
        else:
            data = evaluate_problem(problem, ALSO) | _with_solutions(problem)
            print(json.dumps(data, indent=2, ensure_ascii=False))
    except OSError as error:
        return _refuse(f"{chosen.file}: {error.strerror or error}")
    except UnreadableDocument as error:
        return _refuse(f"{chosen.file}: {error}")
    except NotVaried as error:
        return _refuse(f"{chosen.file}: {error.where}: {error.says}")
    return 0


def _with_solutions(problem: Problem) -> dict[str, Any]:
    """What letters are solved for, how measures scale, and what is settled of figures that are still free."""
    solved = [
        as_data(solve_for(problem, each.expression, each.at, each.letter)) for each in problem.solve or ()
    ]
    found = (settled(problem, figure.name) for figure in problem.figures)
    return {
        "solved": solved,
        "scaling": as_data(scaling(problem)) if problem.letters else None,
        "settled": [as_data(each) for each in found if each is not None],
    }


def _problem_in(file: str) -> Problem:
    return read_text(sys.stdin.buffer.read() if file == "-" else Path(file).read_bytes())


def _check(what: list[str]) -> int:
    """The verdict on an answer as JSON; or every mistake in the declarations, a line each."""
    if len(what) == 3:
        return _check_answer(*what)
    if len(what) > 1:
        return _refuse("check takes a problem file, the label of an ask and the answer; or one figure's name")
    name = what[0] if what else None
    try:
        known = figures()
    except WrongDeclaration as error:
        print(error, file=sys.stderr)
        return 2
    if name is not None and name not in known:
        return _refuse(unknown_word(name, list(known), "figure").says)
    print(f"{name or f'all {len(known)} figures'}: no mistakes")
    return 0


def _check_answer(file: str, label: str, answer: str) -> int:
    try:
        problem = _problem_in(file)
    except OSError as error:
        return _refuse(f"{file}: {error.strerror or error}")
    except UnreadableDocument as error:
        return _refuse(f"{file}: {error}")
    labels = [ask.label for ask in problem.asks]
    if label not in labels:
        return _refuse(unknown_word(label, labels, "ask").says)
    print(json.dumps(as_data(check_answer(problem, label, answer)), indent=2, ensure_ascii=False))
    return 0


def _solve(chosen: argparse.Namespace) -> int:
    """Every solution, or what is wrong in ``complaints``."""
    if chosen.figure not in figures():
        return _refuse(unknown_word(chosen.figure, list(figures()), "figure").says)
    given: dict[str, str] = {}
    for pair in chosen.given:
        name, equals, value = pair.partition("=")
        if not equals:
            return _refuse(f"{pair}: write what is known as name=value, such as radius=2")
        given[name.strip()] = value
    settings = {name: getattr(chosen, name) for name in SETTINGS if getattr(chosen, name)}
    if "places" in settings:
        settings["rounding"] = {"places": settings.pop("places")}
    figure = {"name": NAMED, "kind": "formula", "figure": chosen.figure, "given": given}
    document = {"format": FORMAT, "version": 1, "settings": settings, "figures": [figure]}
    try:
        results = evaluate_document(document)
    except UnreadableDocument as error:
        return _refuse(str(error))
    complaints = [
        {**complaint, "where": complaint["where"].removeprefix(f"figures.{NAMED}.")}
        for complaint in results["complaints"]
    ]
    card = results["figures"][NAMED].get("card") or {"figure": chosen.figure, "solutions": []}
    print(json.dumps({**card, "complaints": complaints}, indent=2, ensure_ascii=False))
    return 0


def _refuse(says: str) -> int:
    print(" ".join(says.split()), file=sys.stderr)
    return 2


if __name__ == "__main__":
    sys.exit(main())
