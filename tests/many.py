"""A shelf of thousands, for tests and measurements: copies of what lies there, under titles and labels of their own."""

from __future__ import annotations

import sqlite3
from pathlib import Path

KINDS = ("Flower bed", "Skate ramp", "Water tank", "Tent", "Wheel of the yard")
LABELS = ("Year 7", "Year 8", "Year 9", "homework")


def fill(file: Path, count: int) -> None:
    """Put copies of the problems in a database beside them until there are so many more."""
    with sqlite3.connect(file) as data:
        data.executemany(
            "INSERT OR IGNORE INTO problems_label (name) VALUES (?)", [(name,) for name in LABELS]
        )
        ids = dict(data.execute("SELECT name, id FROM problems_label"))
        rows = data.execute("SELECT document, preview, words FROM problems_problem ORDER BY id").fetchall()
        for number in range(count):
            document, preview, words = rows[number % len(rows)]
            title = f"{KINDS[number % len(KINDS)]} {number + 1}"
            made = f"2026-{1 + number % 9:02}-{1 + number % 28:02} 10:{number % 60:02}:00"
            told = data.execute(
                "INSERT INTO problems_problem (title, document, preview, version, created, changed, words) "
                "VALUES (?, ?, ?, 1, ?, ?, ?)",
                (title, document, preview, made, made, f"{title.casefold()}\n{words.partition(chr(10))[2]}"),
            )
            under = (told.lastrowid, ids[LABELS[number % len(LABELS)]])
            data.execute("INSERT INTO problems_problem_labels (problem_id, label_id) VALUES (?, ?)", under)
