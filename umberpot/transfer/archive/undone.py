"""Taking out again what an import left that did not end: a killed one, or one that was refused."""

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import connection, transaction

from umberpot.studio.models import Studio, UnfinishedImport
from umberpot.transfer.archive import contents
from umberpot.transfer.archive.turns import Turns

STOPPED_AFTER = timedelta(minutes=5)
"""An import that has written nothing for so long has stopped."""

AT_A_TIME = 2_000

FOLLOWS = ("clays_clayfigure", "clays_summedup", "library_indexed")
"""Tables of what is worked out from the rows of an archive."""


def take_out(studio: Studio) -> None:
    """Removes all that an unfinished import brought; the studio is as empty as before it."""
    tables = [model._meta.db_table for model in contents.archived().values()]
    turns = Turns()
    connection.disable_constraint_checking()
    try:
        for table in (*tables, *FOLLOWS):
            while _delete_some(table, studio):
                turns.give_way()
    finally:
        connection.enable_constraint_checking()
    with transaction.atomic():
        for mark in UnfinishedImport.objects.filter(studio=studio):
            User.objects.filter(pk__in=mark.accounts, is_active=False).delete()
            mark.delete()


def _delete_some(table: str, studio: Studio) -> int:
    """Removes so many rows at most, in a transaction of their own; gives how many."""
    name = connection.ops.quote_name(table)
    some = f"SELECT rowid FROM {name} WHERE studio_id = %s LIMIT {AT_A_TIME}"  # noqa: S608
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute(f"DELETE FROM {name} WHERE rowid IN ({some})", [studio.pk])  # noqa: S608
        return int(cursor.rowcount)


def take_out_stopped(now: datetime, *, all_have_stopped: bool = False) -> list[Studio]:
    """Undoes every import that has stopped; gives the studios it was of."""
    marks = UnfinishedImport.objects.select_related("studio")
    if not all_have_stopped:
        marks = marks.filter(alive_at__lt=now - STOPPED_AFTER)
    studios = [mark.studio for mark in marks]
    for studio in studios:
        take_out(studio)
    return studios
