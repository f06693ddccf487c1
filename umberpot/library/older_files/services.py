"""Bringing over a data file of before the first schema: its tables get the names of today.

Until commit c56959a the schema had grown in 77 steps, and kilns, bars, colours and ware stood in
other places. Nothing is copied: tables are renamed and the steps exchanged, in one transaction, so
a file is as it was or as it is to be, whatever interrupts it.
"""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from enum import Enum, auto
from pathlib import Path

COMMIT = "c56959a"
"""The last commit with the old steps."""

LAST_STEPS = {
    "bench": "0003_chains",
    "kiln": "0010_names_of_kinds",
    "library": "0009_names_of_kinds",
    "mixing": "0008_recalculated",
    "results": "0006_names_of_kinds",
    "shelf": "0012_names_of_kinds",
    "studio": "0009_progress_in_the_cache",
    "surface": "0006_how_expectations_came_out",
    "tiles": "0018_names_of_kinds",
    "transfer": "0002_progress_goes_to_studio",
}
"""By place, the last step that the commit's own start had taken."""

FIRST_STEP = "0001_schema"

FIRST_APPS = (
    *("studio", "shelf", "mixing", "firings", "tiles", "clays", "colours", "ware", "kiln"),
    *("surface", "bench", "library"),
)
"""The apps whose first schema the tables have afterwards."""

MOVED = {
    ("kiln", "firing"): "firings",
    ("kiln", "firingchange"): "firings",
    ("kiln", "kiln"): "firings",
    ("kiln", "witnesscone"): "firings",
    ("kiln", "loading"): "tiles",
    ("tiles", "clayfigure"): "clays",
    ("results", "photograph"): "colours",
    ("results", "ring"): "colours",
    ("results", "scale"): "colours",
    ("results", "prediction"): "colours",
    ("results", "warebatch"): "ware",
    ("results", "leachscreen"): "ware",
}
"""By the app and the model of then, the app of today."""

NAMED_ALREADY = {("kiln", "loading")}
"""Those whose table had the name of today."""

BAR_TEST_ADDRESSES = (
    *("new-test", "test", "check-test", "bars-made", "weigh-drying", "bench-sheet", "read-scale"),
)
"""Addresses of Tiles by their names of then, which the journal noted."""

SUMMED_UP = (
    'CREATE TABLE "clays_summedup" ("id" integer NOT NULL PRIMARY KEY AUTOINCREMENT,'
    ' "clay_id" bigint NOT NULL UNIQUE REFERENCES "shelf_material" ("id")'
    ' DEFERRABLE INITIALLY DEFERRED, "studio_id" bigint NOT NULL'
    ' REFERENCES "studio_studio" ("id") DEFERRABLE INITIALLY DEFERRED)',
    'CREATE INDEX "clays_summedup_studio_id_94d635b1" ON "clays_summedup" ("studio_id")',
)
"""What the first schema has besides: which clays' figures are as their bars are. None at first."""


class Age(Enum):
    """How old a data file is."""

    EMPTY = auto()
    OF_TODAY = auto()
    OF_THE_COMMIT = auto()
    TOO_OLD = auto()


class TooOld(Exception):
    """A data file that the commit itself has to bring up to date first."""

    def __init__(self) -> None:
        super().__init__(
            "This data file was made by an early version. Start the version of commit"
            f" {COMMIT} on it once, and then this one."
        )


def age_of(database: Path) -> Age:
    """How old a data file is, by the steps it says it has taken. Raises sqlite3.Error."""
    if not database.exists():
        return Age.EMPTY
    with _opened(database) as file:
        return _age(file)


def bring_over(database: Path) -> bool:
    """Brings a data file of the commit over, and says whether it was one.

    All of it happens in one transaction. Raises TooOld, sqlite3.Error; then nothing has changed.
    """
    if not database.exists():
        return False
    with _opened(database) as file:
        file.execute("BEGIN IMMEDIATE")
        age = _age(file)
        if age is Age.TOO_OLD:
            raise TooOld
        if age is not Age.OF_THE_COMMIT:
            return False
        _rename(file)
        _exchange_steps(file)
        file.execute("COMMIT")
    return True


@contextmanager
def _opened(database: Path) -> Iterator[sqlite3.Connection]:
    """A data file for as long as a block lasts; what was not committed by then is taken back."""
    file = sqlite3.connect(database, timeout=30, isolation_level=None)
    try:
        yield file
    finally:
        if file.in_transaction:
            file.execute("ROLLBACK")
        file.close()


def _age(file: sqlite3.Connection) -> Age:
    tables = {name for (name,) in file.execute("SELECT name FROM sqlite_master")}
    if "django_migrations" not in tables:
        return Age.EMPTY
    taken = set(file.execute("SELECT app, name FROM django_migrations"))
    if ("studio", FIRST_STEP) in taken:
        return Age.OF_TODAY
    if not any(app == "studio" for app, _ in taken):
        return Age.EMPTY
    return Age.OF_THE_COMMIT if set(LAST_STEPS.items()) <= taken else Age.TOO_OLD


def _rename(file: sqlite3.Connection) -> None:
    """Tables, what refers to rows by their model, and addresses in the journal."""
    for (app, model), now in MOVED.items():
        if (app, model) not in NAMED_ALREADY:
            file.execute(f'ALTER TABLE "{app}_{model}" RENAME TO "{now}_{model}"')
        file.execute(
            "UPDATE django_content_type SET app_label = ? WHERE app_label = ? AND model = ?",
            (now, app, model),
        )
    for name in BAR_TEST_ADDRESSES:
        file.execute(
            "UPDATE studio_journalentry SET doing = ? WHERE doing = ?",
            (f"clays:{name}", f"tiles:{name}"),
        )
    file.execute('ALTER TABLE "shelf_material" DROP COLUMN "figures_at"')
    for statement in SUMMED_UP:
        file.execute(statement)


def _exchange_steps(file: sqlite3.Connection) -> None:
    """The first schema counts as reached; the steps that led to it are forgotten."""
    ours = [(app,) for app in (*LAST_STEPS, *FIRST_APPS)]
    file.executemany("DELETE FROM django_migrations WHERE app = ?", ours)
    file.executemany(
        "INSERT INTO django_migrations (app, name, applied) VALUES (?, ?, datetime('now'))",
        [(app, FIRST_STEP) for app in FIRST_APPS],
    )
