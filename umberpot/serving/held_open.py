"""The data file, open in every process for as long as the process lives.

Each request opens the file for itself and closes it again. Where that was the last to have it open,
SQLite deletes the write-ahead log and its index, and the next to open the file has to make them
again: on a full disk it cannot, and then nobody could even read. With one connection held, both
stay.
"""

import sqlite3

from django.conf import settings


def hold_data_file() -> sqlite3.Connection | None:
    """A connection to keep while the process lives; it holds no lock and no transaction.

    To be called after a process was forked, never before. None where the file cannot be opened,
    which is for the requests to meet: they tell somebody.
    """
    try:
        held = sqlite3.connect(str(settings.DATABASES["default"]["NAME"]))
        # Only reading it opens the log.
        held.execute("SELECT count(*) FROM sqlite_master").fetchone()
    except sqlite3.Error:
        return None
    return held
