"""Every row there is, as text, to compare before with after."""

from django.db import connection


def rows_but(*tables):
    """All rows as SQL, sorted, but those of tables whose names begin so."""
    connection.ensure_connection()
    return sorted(
        line
        for line in connection.connection.iterdump()
        if not any(f'INSERT INTO "{table}' in line for table in tables)
        and "sqlite_sequence" not in line
    )
