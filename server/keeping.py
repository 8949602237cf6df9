"""The data: whether it is sound, its copies while it is in use, and how a copy takes its place."""

from __future__ import annotations

import os
import sqlite3
from pathlib import Path

NAME = "tilt-grid.sqlite3"


class Unkept(Exception):
    """What is wrong with the data, and what to do."""


def check(folder: Path) -> None:
    """Unkept where nothing can be kept in a folder, or what is kept there is damaged."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        folder.chmod(0o700)
    except OSError as error:
        raise Unkept(f"The folder for the data, {folder}, can't be made or used: {error.strerror}.") from None
    if not os.access(folder, os.W_OK):
        raise Unkept(
            f"Nothing can be written in {folder}: give its owner leave to, or choose another with VAR=…"
        )
    file = folder / NAME
    if not file.exists():
        return
    if not os.access(file, os.W_OK):
        raise Unkept(f"The data, {file}, can be read but not written: give its owner leave to.")
    file.chmod(0o600)
    fault = fault_in(file)
    if fault is not None:
        raise Unkept(f"The data, {file}, is damaged ({fault}). Put a copy in its place: make restore FILE=…")


def fault_in(file: Path) -> str | None:
    """What SQLite finds wrong with a database; None where it is sound."""
    try:
        with sqlite3.connect(f"file:{file}?mode=ro", uri=True) as database:
            found = [str(row[0]) for row in database.execute("PRAGMA integrity_check(3)")]
    except sqlite3.Error as error:
        return str(error)
    return None if found == ["ok"] else "; ".join(found)


def backup(folder: Path, copy: Path) -> int:
    """A sound copy of the data as it is now, also while it is in use; how many problems it holds."""
    file = folder / NAME
    if not file.exists():
        raise Unkept(f"There is no data in {folder} to be copied.")
    if copy.exists():
        raise Unkept(f"{copy} is there already: a copy never takes another's place.")
    copy.parent.mkdir(parents=True, exist_ok=True)
    partial = copy.with_name(copy.name + ".part")
    with sqlite3.connect(file) as here, sqlite3.connect(partial) as there:
        here.backup(there)
    partial.chmod(0o600)
    fault = fault_in(partial)
    if fault is not None:
        partial.unlink()
        raise Unkept(f"The copy is not sound ({fault}), so it was not kept.")
    partial.rename(copy)
    return _problems(copy)


def restore(folder: Path, copy: Path) -> int:
    """Put a copy in the place of the data, also while that is in use; how many problems there are now. What was there is kept
    beside it."""
    if not copy.is_file():
        raise Unkept(f"There is no file {copy}.")
    fault = fault_in(copy)
    if fault is not None:
        raise Unkept(f"{copy} is no sound copy ({fault}).")
    try:
        count = _problems(copy)
    except sqlite3.Error:
        raise Unkept(f"{copy} is a database of something else.") from None
    folder.mkdir(parents=True, exist_ok=True)
    file = folder / NAME
    if file.exists() and fault_in(file) is None:
        with sqlite3.connect(file) as here, sqlite3.connect(folder / f"{NAME}.before-restore") as kept:
            here.backup(kept)
    elif file.exists():
        file.rename(folder / f"{NAME}.damaged")
    with sqlite3.connect(copy) as there, sqlite3.connect(file) as here:
        there.backup(here)
    file.chmod(0o600)
    return count


def _problems(file: Path) -> int:
    with sqlite3.connect(f"file:{file}?mode=ro", uri=True) as database:
        return int(database.execute("SELECT count(*) FROM problems_problem").fetchone()[0])
